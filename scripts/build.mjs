// Builds the app, unless nothing that goes into it has changed since the last build.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { bin, root, run } from './ensure.mjs';

const INPUTS = [
  'app',
  'core',
  'store',
  'worker',
  'demo',
  'public',
  'index.html',
  'vite.config.ts',
  'scripts/sw-plugin.ts',
  'scripts/first-needed.ts',
  'package-lock.json',
];

function* files(path) {
  if (!existsSync(path)) return;
  let entries;
  try {
    entries = readdirSync(path, { withFileTypes: true });
  } catch {
    yield path;
    return;
  }
  for (const e of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
    if (e.isDirectory()) yield* files(join(path, e.name));
    else yield join(path, e.name);
  }
}

/** Builds into dist/ when needed; returns the exit code. */
export function ensureBuilt() {
  const hash = createHash('sha256');
  for (const input of INPUTS) for (const f of files(join(root, input))) hash.update(f).update(readFileSync(f));
  const digest = hash.digest('hex');
  const stamp = join(root, '.stamps', 'build');
  if (existsSync(join(root, 'dist', 'index.html')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === digest)
    return 0;
  const code = run(bin('vite'), ['build', '--logLevel', 'warn']);
  if (code === 0) {
    mkdirSync(join(root, '.stamps'), { recursive: true });
    writeFileSync(stamp, digest);
  }
  return code;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) process.exit(ensureBuilt());
