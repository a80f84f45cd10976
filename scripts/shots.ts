// `npm run shots`: the pictures in docs/screenshots, from the sample household at a pinned date.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { ensureBuilt } from './build.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const out = join(root, 'docs', 'screenshots');
const PORT = 4322;
const DESK = { width: 1280, height: 800 };

type Shot = [
  name: string,
  path: string,
  act?: ((page: Page) => Promise<void>) | undefined,
  size?: { width: number; height: number },
];
const morning = async (page: Page) => {
  for (const key of ['d', 'd', 'k']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(1500);
  }
};
const SHOTS: Shot[] = [
  ['sit-down', '/sit-down?part=courses'],
  ['today', '/', morning],
  ['today-phone', '/', undefined, { width: 390, height: 844 }],
  [
    'today-tablet',
    '/',
    async (page) => {
      await page.getByRole('radio', { name: 'By the clock' }).click();
      await page.waitForTimeout(2500);
    },
    { width: 768, height: 1024 },
  ],
  [
    'week',
    '/week',
    async (page) => {
      await page.locator('[data-sitting="hand-wren"][data-weekday="Thursday"]').focus();
      await page.keyboard.press('Shift+ArrowRight');
      await page.waitForTimeout(6000);
      // What another move would cost, told before it is let go.
      await page.locator('[data-sitting="hand-wren"][data-weekday="Friday"]').focus();
      await page.keyboard.press('Enter');
      await page.keyboard.press('ArrowDown');
      await page.getByText(/clashes in the year/).waitFor();
    },
  ],
  [
    'year',
    '/year',
    async (page) => {
      await page.getByText('Close', { exact: true }).click();
      await page.getByLabel('What for').fill('trip to the coast');
      await page.getByRole('application').focus();
      for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
      for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowUp');
      for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowDown');
      await page.evaluate(() => window.scrollTo(0, 0));
    },
  ],
  ['courses', '/year/courses'],
  [
    'forecast',
    '/year/forecast',
    async (page) => {
      await page.getByRole('button', { name: 'What would help: Grammar by Lantern (Jory)' }).click();
      await page.getByRole('list', { name: 'What would help' }).waitFor();
      await page.evaluate(() => window.scrollTo(0, 150));
    },
  ],
  [
    'what-if',
    '/year/what-if',
    async (page) => {
      await page.getByRole('button', { name: 'Try something' }).click();
      await page.getByLabel('What if').selectOption('away');
      await page.getByRole('button', { name: 'Try it' }).click();
      await page.getByRole('list', { name: /^What it comes to/ }).waitFor();
    },
  ],
  ['shelf', '/shelf'],
  ['course', '/shelf/rivers-1'],
  ['child', '/child/jory'],
  [
    'own',
    '/child/jory',
    async (page) => {
      await page.getByRole('button', { name: 'Give this page to Jory' }).click();
      await page.getByLabel(/A code of four figures/).fill('4711');
      await page.getByRole('button', { name: 'Hand over' }).click();
      for (const title of [/^Sluice/, /^The Reading Barge/]) {
        await page.getByRole('button', { name: title }).first().click();
        await page.waitForTimeout(400);
      }
    },
    { width: 1024, height: 768 },
  ],
  ['materials', '/materials'],
  ['record', '/record'],
  ['charts', '/record/charts'],
  ['cards', '/cards'],
  ['household', '/household'],
  ['keeping', '/keeping'],
];

if (ensureBuilt() !== 0) process.exit(1);
mkdirSync(out, { recursive: true });
const server = spawn(join(root, 'node_modules', '.bin', 'tsx'), ['server/main.ts'], {
  cwd: root,
  env: { ...process.env, PORT: String(PORT), TODAY: '2026-11-12' },
});
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
for (const [name, path, act, size] of SHOTS) {
  const context = await browser.newContext({ locale: 'en-GB', timezoneId: 'Europe/Dublin', viewport: size ?? DESK });
  // As on a second visit: the hints of the first lie over a part of the page.
  await context.addInitScript(() => localStorage.setItem('olden-primer hints away', 'all'));
  const page = await context.newPage();
  await page.clock.setFixedTime(new Date('2026-11-12T09:00:00'));
  await page.goto(`http://127.0.0.1:${PORT}${path}`);
  await page.locator('html[data-state="settled"]').waitFor({ state: 'attached', timeout: 60_000 });
  await page.waitForTimeout(1000);
  await act?.(page);
  await page.waitForTimeout(500);
  // A picture of what is still being worked out shows nothing.
  for (const waits of await page.getByText(/Loading …|Being worked out …/).all())
    await waits.waitFor({ state: 'hidden', timeout: 60_000 });
  await page.screenshot({ path: join(out, `${name}.png`) });
  await context.close();
  console.log(`${name}.png`);
}
await browser.close();
server.kill();
