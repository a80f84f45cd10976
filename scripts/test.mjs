// `npm test`: types, lint, format, unit and end-to-end, from a bare clone. Ends with one line of counts.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { bin, ensureInstalled, root, run } from './ensure.mjs';

let passed = 0;
let failed = 0;
const started = Date.now();
const title = (name) => console.log(`\n== ${name} (${Math.round((Date.now() - started) / 1000)} s)`);

function check(name, command, args) {
  title(name);
  const ok = run(command, args) === 0;
  if (ok) passed++;
  else failed++;
  console.log(`${name}: ${ok ? 'in order' : 'FAILED'}`);
  return ok;
}

/** Runs a test runner that writes a JSON report and adds its counts; a runner without a report is one failure. */
function suite(name, command, args, report, read, env = {}) {
  title(name);
  rmSync(report, { force: true });
  // A test that never ends must end as a failure, not as silence.
  const code = run(command, args, env, 'inherit', 45 * 60_000);
  let counts = { passed: 0, failed: 0 };
  try {
    counts = read(JSON.parse(readFileSync(report, 'utf8')));
  } catch {
    console.error(`${name}: no report was written.`);
    failed++;
  }
  passed += counts.passed;
  failed += counts.failed;
  if (code !== 0 && counts.failed === 0) failed++;
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

ensureInstalled();
const out = join(root, 'test-results');
mkdirSync(out, { recursive: true });
check('types of core (no DOM)', bin('tsc'), ['-p', 'core']);
check('types', bin('tsc'), ['-p', '.']);
check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
const unitTests = (name, folders, env) => {
  const report = join(out, `${name.replace(/\W+/g, '-')}.json`);
  const args = ['run', ...folders, '--reporter=default', '--reporter=json', `--outputFile=${report}`];
  const read = (r) => ({
    passed: r.numPassedTests,
    failed:
      r.numFailedTests + r.testResults.filter((t) => t.status === 'failed' && t.assertionResults.length === 0).length,
  });
  suite(name, bin('vitest'), args, report, read, env);
};
unitTests('unit', [], { TZ: 'Europe/Dublin' });
// Days are days: what is counted and written must not depend on the zone of the machine, west or east.
const ZONED = ['core/calendar', 'core/attendance', 'core/ical/write', 'core/ical/rfc5545', 'core/holidays'];
for (const TZ of ['America/Los_Angeles', 'Pacific/Auckland']) unitTests(`unit in ${TZ}`, ZONED, { TZ });
title('build');
if (ensureBuilt() !== 0) failed++;
else if (!ensureChromium()) failed++;
else {
  const e2e = join(out, 'e2e.json');
  suite(
    'end-to-end',
    bin('playwright'),
    ['test', '-c', 'e2e/playwright.config.ts'],
    e2e,
    (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }),
    { PLAYWRIGHT_JSON_OUTPUT_NAME: e2e },
  );
}
title('result');
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
