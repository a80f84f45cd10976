// One mark in a real browser: from the key press to the paint that shows it, and what else holds the main thread.
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const PORT = 4323;
const MARKS = 50;

/** Kept by the page itself: nothing of the driver's own delay is in the figures. */
function watch(): void {
  const kept = { from: 0, took: [] as number[], long: [] as number[] };
  (window as unknown as { kept: typeof kept }).kept = kept;
  addEventListener('keydown', (e) => (kept.from = e.timeStamp), true);
  new MutationObserver((changes) => {
    if (!changes.some((c) => (c.target as Element).getAttribute('aria-pressed') === 'true') || !kept.from) return;
    const { from } = kept;
    kept.from = 0;
    // The frame after the change is on the screen once the next task after it runs.
    requestAnimationFrame(() => setTimeout(() => kept.took.push(performance.now() - from)));
  }).observe(document, { subtree: true, attributes: true, attributeFilter: ['aria-pressed'] });
  new PerformanceObserver((list) => kept.long.push(...list.getEntries().map((e) => e.duration))).observe({
    type: 'longtask',
  });
}

/**
 * Sets what day it is, and nothing else: the driver’s own clock stands in for timers and frames as well, and a frame of its making comes up to
 * one later than the browser’s.
 */
async function setDay(page: Page, day: string): Promise<void> {
  const at = new Date(`${day}T09:00:00`).getTime();
  // As text: what compiles this file puts a helper of its own around functions with names.
  await page.addInitScript({
    content: `globalThis.Date = class extends Date {
      constructor(...given) { super(...(given.length > 0 ? given : [${at}])); }
      static now() { return ${at}; }
    };`,
  });
}

/** Puts a household in the place of the reader’s own, and opens it at the beginning of its year. */
async function open(page: Page, backup: string): Promise<void> {
  await setDay(page, '2026-09-07');
  await page.goto(`http://127.0.0.1:${PORT}/keeping`);
  await page.getByRole('button', { name: 'Start my own' }).first().click();
  await page
    .getByLabel('Choose a backup file')
    .setInputFiles({ name: 'b.json', mimeType: 'application/json', buffer: Buffer.from(backup) });
  await page.getByRole('button', { name: 'Restore it' }).click();
  await page.getByText('The backup is restored.').waitFor();
}

/** Fifty marks, each taken back: prints what the page itself has seen of them. */
async function mark(page: Page, whose: string): Promise<void> {
  await page.evaluate(watch);
  // What the processor spends, which a machine that is shared does not change as it changes the clock on the wall.
  const meter = await page.context().newCDPSession(page);
  await meter.send('Performance.setTimeDomain', { timeDomain: 'threadTicks' });
  await meter.send('Performance.enable');
  const spent = async () =>
    (await meter.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000;
  const before = await spent();
  for (let i = 0; i < MARKS; i++) {
    await page.locator('[data-row] button[aria-pressed="false"]').first().focus();
    await page.keyboard.press('dkplna'[i % 6]!);
    await page.waitForTimeout(700);
    await page.keyboard.press('z');
    await page.waitForTimeout(700);
  }
  const each = ((await spent()) - before) / MARKS;
  await meter.detach();
  const { took, long } = await page.evaluate(
    () => (window as unknown as { kept: { took: number[]; long: number[] } }).kept,
  );
  const sorted = [...took].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(0);
  console.log(
    `\nOne mark in Chromium, ${whose}, ${took.length} of ${MARKS} seen (bar: 95th percentile ≤ 80 ms, no task over 50 ms)\n`,
  );
  console.log(`key press to paint: median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms, worst ${at(1)} ms`);
  console.log(
    long.length === 0
      ? 'tasks over 50 ms on the main thread: none'
      : `tasks over 50 ms on the main thread: ${long.length}, the longest ${Math.max(...long).toFixed(0)} ms`,
  );
  console.log(`the main thread’s own processor time, a mark and its undo: ${each.toFixed(0)} ms`);
}

/**
 * Prints the figures for the sample household, and of marks for another as well; the bars stand beside them.
 * @param large a backup of a household of 30 enrolments
 */
export async function measureMarks(large?: string): Promise<void> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    cwd: root,
    env: { ...process.env, PORT: String(PORT) },
  });
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const opened: number[] = [];
    const scripts = new Set<string>();
    context.on('response', (r) => {
      const { pathname } = new URL(r.url());
      if (pathname.endsWith('.js')) scripts.add(pathname);
    });
    await page.goto(`http://127.0.0.1:${PORT}/`);
    await page.locator('[data-row]').first().waitFor();
    await page.waitForTimeout(3000);
    const sizes = [...scripts].map((f) => gzipSync(readFileSync(join(root, 'dist', f)), { level: 6 }).length / 1000);
    const total = sizes.reduce((n, s) => n + s, 0);
    console.log('\nFirst load of Today with the sample: script fetched by the browser, gzipped (bar: ≤ 165 kB)\n');
    console.log(`${scripts.size} files, the worker’s included: ${total.toFixed(1)} kB`);
    for (let i = 0; i < 5; i++) {
      await page.reload();
      await page.locator('[data-row]').first().waitFor();
      opened.push(await page.evaluate(() => performance.now()));
    }
    // A Wednesday: on a day without school what is done ahead stands in a row of its own.
    await setDay(page, '2026-11-11');
    await page.reload();
    await page.locator('[data-row]').first().waitFor();
    await page.waitForTimeout(3000);
    await mark(page, 'the sample');
    const median = [...opened].sort((a, b) => a - b)[2]!;
    console.log(`reload to the first row of Today: median ${median.toFixed(0)} ms of 5`);
    if (!large) return;
    await open(page, large);
    await page.goto(`http://127.0.0.1:${PORT}/`);
    await page.locator('[data-row]').first().waitFor();
    // Until the last, best plan is there.
    await page.waitForTimeout(40_000);
    await mark(page, '30 enrolments');
  } finally {
    await browser.close();
    server.kill();
  }
}

/**
 * The year's drawing at the size of the large household: opened, zoomed, scrolled, and a unit dragged over ten weeks. What
 * is counted is how long the main thread is held by one task.
 */
export async function measureDrawing(backup: string): Promise<void> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    cwd: root,
    env: { ...process.env, PORT: String(PORT) },
  });
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await open(page, backup);
    await page.goto(`http://127.0.0.1:${PORT}/year/courses`);
    await page.locator('[data-grip]').first().waitFor({ timeout: 60_000 });
    // Until the last, best plan is drawn.
    await page.waitForTimeout(40_000);
    await page.evaluate(watch);
    const long = async () => {
      await page.waitForTimeout(400);
      return page.evaluate(() => {
        const { kept } = window as unknown as { kept: { long: number[] } };
        return kept.long.splice(0);
      });
    };
    const told = (what: string, list: number[]) =>
      console.log(
        `${what}: ${list.length === 0 ? 'none' : `${list.length}, the longest ${Math.max(...list).toFixed(0)} ms`}`,
      );
    console.log('\nThe year’s drawing with 30 enrolments in Chromium: tasks over 50 ms (bar: none)\n');
    for (let i = 0; i < 30; i++) {
      await page.mouse.move(640, 400);
      await page.mouse.wheel(0, i < 15 ? 120 : -120);
      await page.waitForTimeout(30);
    }
    told('scrolled down and up', await long());
    for (const name of ['Thirteen weeks', 'Later', 'Day by day', 'The year']) {
      // How much is shown at once is one of three; “Later” is a press.
      await page
        .getByRole('radio', { name, exact: true })
        .or(page.getByRole('button', { name, exact: true }))
        .click();
      told(`pressed “${name}”`, await long());
    }
    const grip = page.locator('[data-grip]').nth(3);
    await grip.scrollIntoViewIfNeeded();
    const at = (await grip.boundingBox())!;
    await long();
    await page.mouse.move(at.x + 8, at.y + 5);
    await page.mouse.down();
    for (let i = 0; i < 60; i++) {
      await page.mouse.move(at.x + 8 + i * 4, at.y + 5);
      await page.waitForTimeout(16);
    }
    told('a unit dragged over ten weeks', await long());
    await page.waitForTimeout(3000);
    told('held still, what gives worked out', await long());
    await page.keyboard.press('Escape');
    await page.mouse.up();
  } finally {
    await browser.close();
    server.kill();
  }
}
