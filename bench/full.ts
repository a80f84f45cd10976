import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root } from './measure';

/** The lives, the histories of two devices and the putting back of what a test stored, in full numbers. */
export function fullLives(): void {
  console.log('\nFive hundred lives of up to 300 deeds, each beside an account book of its own\n');
  spawnSync(
    join(root, 'node_modules/.bin/vitest'),
    ['run', 'core/tests/lived.test.ts', 'core/sitdown', 'core/merge', 'store/merge'],
    {
      cwd: root,
      stdio: 'inherit',
      // A hundred lives of each household, a thousand histories of two devices, two hundred of them through the store.
      env: { ...process.env, SEED: 'new', LIVES: '100', HISTORIES: '1000', STORED: '200' },
    },
  );
}

/** The kills and the ten years of records, in full numbers. */
export function fullKills(): void {
  // The same tests as in a test run, in full numbers.
  console.log('\nFifty kills while marking, and a hundred thousand marks\n');
  spawnSync(
    join(root, 'node_modules/.bin/playwright'),
    ['test', '-c', 'e2e/playwright.config.ts', '-g', 'random kills|ten years', '--reporter=list'],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, KILLS: '50', LARGE: '100000' },
    },
  );
}
