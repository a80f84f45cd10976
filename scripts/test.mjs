// `npm test`: types, lint, format, unit and end-to-end, from a bare clone. Ends with one line of counts.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { bin, ensureInstalled, root } from './ensure.mjs';

let passed = 0;
let failed = 0;
const started = Date.now();
const since = () => Math.round((Date.now() - started) / 1000);
/** Seconds by part, for the table in docs/measurements.md. */
const parts = {};
/** What failed, by name, told once more at the end: the last lines are what is read first. */
const failures = [];
/** A run that never ends must end as a failure, not as silence. */
const LONGEST = 75 * 60_000;

/** Runs a program to its end and tells its output in one piece, so that several may run side by side. */
function program(name, command, args, env = {}, live = false) {
  return new Promise((resolve) => {
    const begun = Date.now();
    const child = spawn(command, args, {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: live ? 'inherit' : ['ignore', 'pipe', 'pipe'],
      timeout: LONGEST,
    });
    let said = '';
    child.stdout?.on('data', (d) => (said += d));
    child.stderr?.on('data', (d) => (said += d));
    child.on('error', (e) => (said += e.message));
    child.on('close', (code) => {
      parts[name] = Math.round((Date.now() - begun) / 100) / 10;
      console.log(
        `\n== ${name}: ${code === 0 ? 'in order' : 'FAILED'} (${parts[name]} s; ${since()} s since the start)`,
      );
      if (said.trim() && (code !== 0 || !live))
        console.log(code === 0 ? said.trim().split('\n').slice(-6).join('\n') : said);
      resolve(code ?? 1);
    });
  });
}

async function check(name, command, args) {
  if ((await program(name, command, args)) === 0) passed++;
  else {
    failed++;
    failures.push(name);
  }
}

/** Runs a test runner that writes a JSON report and adds its counts; a runner without a report is one failure. */
async function suite(name, command, args, report, read, env = {}, live = false) {
  rmSync(report, { force: true });
  const code = await program(name, command, args, env, live);
  let counts = { passed: 0, failed: 0, names: [] };
  try {
    counts = read(JSON.parse(readFileSync(report, 'utf8')));
  } catch {
    failures.push(`${name}: no report was written`);
    failed++;
  }
  passed += counts.passed;
  failed += counts.failed;
  failures.push(...counts.names.map((n) => `${name}: ${n}`));
  if (code !== 0 && counts.failed === 0) {
    failed++;
    failures.push(`${name}: ended with ${code}`);
  }
}

/** Chromium must be there; on Debian as root we may fetch it, elsewhere we say what is missing. */
function ensureChromium() {
  if (existsSync('/usr/bin/chromium')) return true;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing chromium …');
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['install', '-y', '-qq', 'chromium'], { stdio: ['ignore', 'ignore', 'inherit'], env });
    if (existsSync('/usr/bin/chromium')) return true;
  }
  console.error('The end-to-end tests need Chromium at /usr/bin/chromium: install your system’s chromium package.');
  return false;
}

function unitTests(name, folders, env) {
  const report = join(out, `${name.replace(/\W+/g, '-')}.json`);
  const args = ['run', ...folders, '--reporter=default', '--reporter=json', `--outputFile=${report}`];
  const read = (r) => ({
    passed: r.numPassedTests,
    failed:
      r.numFailedTests + r.testResults.filter((t) => t.status === 'failed' && t.assertionResults.length === 0).length,
    names: r.testResults
      .filter((t) => t.status === 'failed')
      .flatMap((t) => {
        const tests = t.assertionResults.filter((a) => a.status === 'failed');
        return tests.length === 0
          ? [`${t.name}: ${t.message}`]
          : tests.map((a) => `${a.fullName}\n${a.failureMessages.join('\n').slice(0, 1500)}`);
      }),
  });
  return suite(name, bin('vitest'), args, report, read, env);
}

/** The titles of a browser run's failures, from its report. */
function unexpected(suites) {
  return (suites ?? []).flatMap((s) => [
    ...(s.specs ?? []).filter((spec) => !spec.ok).map((spec) => `${spec.file}:${spec.line} ${spec.title}`),
    ...unexpected(s.suites),
  ]);
}

/** Does the jobs in their order, so many at a time. */
async function sideBySide(jobs, most) {
  const left = [...jobs];
  await Promise.all(
    Array.from({ length: most }, async () => {
      for (let job = left.shift(); job; job = left.shift()) await job();
    }),
  );
}

ensureInstalled();
parts['install'] = since();
const out = join(root, 'test-results');
mkdirSync(out, { recursive: true });

// Days are days: what is counted and written must not depend on the zone of the machine, west or east.
const ZONED = ['core/calendar', 'core/attendance', 'core/ical/write', 'core/ical/rfc5545', 'core/holidays'];
let built = true;
await sideBySide(
  [
    () => check('types', bin('tsc'), ['-p', '.']),
    () => check('types of core (no DOM)', bin('tsc'), ['-p', 'core']),
    () => check('lint', bin('oxlint'), ['--max-warnings', '0']),
    () => check('format', bin('oxfmt'), ['--check']),
    async () => {
      built = (await program('build', process.execPath, ['scripts/build.mjs'])) === 0;
    },
  ],
  Math.min(2, availableParallelism()),
);
// Each keeps every processor busy by itself.
await unitTests('unit', [], { TZ: 'Europe/Dublin' });
await unitTests('unit in America/Los_Angeles', ZONED, { TZ: 'America/Los_Angeles' });
await unitTests('unit in Pacific/Auckland', ZONED, { TZ: 'Pacific/Auckland' });
if (!built || !ensureChromium()) {
  failed++;
  failures.push(built ? 'no Chromium' : 'build');
} else {
  const e2e = join(out, 'e2e.json');
  await suite(
    'end-to-end',
    bin('playwright'),
    ['test', '-c', 'e2e/playwright.config.ts'],
    e2e,
    (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected + r.stats.flaky, names: unexpected(r.suites) }),
    { PLAYWRIGHT_JSON_OUTPUT_NAME: e2e },
    true,
  );
}
const git = (...args) => spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout?.trim() ?? '';
const last = {
  commit: git('rev-parse', 'HEAD'),
  clean: git('status', '--porcelain') === '',
  passed,
  failed,
  seconds: since(),
  parts,
};
writeFileSync(join(out, 'last.json'), `${JSON.stringify(last, null, 1)}\n`);
if (failures.length > 0) console.log(`\n== what failed\n${failures.join('\n')}`);
console.log(`\n== result (${since()} s)`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
