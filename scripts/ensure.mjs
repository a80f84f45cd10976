// Installs what is missing, once per state of the lock file. Uses Node alone: it runs before anything is installed.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a program to its end with its output shown; returns the exit code (1 when it could not start, or took too long). */
export function run(command, args, env = {}, stdio = 'inherit', timeout = undefined) {
  const done = spawnSync(command, args, { cwd: root, stdio, env: { ...process.env, ...env }, timeout });
  return done.status ?? 1;
}

/** The path of a tool that npm put in node_modules/.bin. */
export const bin = (name) => join(root, 'node_modules', '.bin', name);

/** Brings node_modules to the state of the lock file; ends the process with a sentence when that fails. */
export function ensureInstalled() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Olden Primer needs Node 20.19 or later; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.olden-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  // On standard error: a script behind this may keep standard output for its own result.
  console.error('Installing what is missing …');
  const code = run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error', '--include=dev'], {}, [
    'inherit',
    2,
    2,
  ]);
  if (code !== 0) {
    console.error('The packages could not be installed: see the lines above, then run the command again.');
    process.exit(code);
  }
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, lock);
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) ensureInstalled();
