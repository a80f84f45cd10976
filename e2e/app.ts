import { expect, type Locator, type Page, test as base } from '@playwright/test';

/** Wednesday of the sample's ninth teaching week; a Saturday for the tests that ask for one. */
export const WEDNESDAY = '2026-11-11T09:00:00';
export const SATURDAY = '2026-11-14T09:00:00';

/**
 * Every test runs with a set date, and fails on any error in the page and on any request that leaves the machine.
 */
export const test = base.extend<{ strict: void }>({
  strict: [
    async ({ page, baseURL }, use) => {
      const faults: string[] = [];
      page.on('pageerror', (e) => faults.push(e.stack ?? e.message));
      page.on('console', (m) => m.type() === 'error' && faults.push(m.text()));
      page.on('request', (r) => {
        const url = new URL(r.url());
        if (url.protocol !== 'blob:' && url.protocol !== 'data:' && url.hostname !== new URL(baseURL!).hostname)
          faults.push(`request to ${r.url()}`);
      });
      await page.clock.setFixedTime(new Date(WEDNESDAY));
      await use();
      expect(faults).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Opens Today of the sample and waits for the plan to settle. */
export async function openToday(page: Page): Promise<void> {
  await page.goto('/');
  await expect(rows(page).first()).toBeVisible();
  await settled(page);
}

/** Waits until the rows of Today stay as they are: the planner has had its say. */
export async function settled(page: Page): Promise<void> {
  const keys = () =>
    page.locator('[data-row]').evaluateAll((rows) => rows.map((r) => r.getAttribute('data-row')).join());
  let before = '';
  await expect
    .poll(
      async () => {
        const now = await keys();
        const same = now === before;
        before = now;
        return same && (await page.getByRole('progressbar', { name: 'Better plans' }).count()) === 0;
      },
      // On a starved machine the last plan takes its time.
      { intervals: [900], timeout: 90_000 },
    )
    .toBe(true);
}

/** What is due on the day; what waits until there is time is not among it. */
export const rows = (page: Page): Locator => page.locator('[data-row]:not([data-whenever] *)');
export const openRows = (page: Page): Locator =>
  page.locator('[data-row]:not([data-whenever] *):has(button[aria-pressed="false"])');
export const status = (page: Page): Locator => page.getByRole('contentinfo').getByRole('status');

/** The text of a backup made by the button, as a user would get it. */
export async function backup(page: Page): Promise<string> {
  await page.goto('/keeping');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make a backup' }).click();
  const stream = await (await download).createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}

/** Leaves the sample for a household of one's own, which is empty at first. */
export async function startOwn(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: /(Start|Open) my own/ }).click();
  await expect(page.getByRole('heading', { name: 'A blank page' })).toBeVisible();
}

/** Chooses a text as if it were a file of the reader's, for the input inside that label. */
export const chooseFile = (page: Page, label: string, name: string, content: string | Buffer): Promise<void> =>
  page.getByLabel(label).setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });

/** Every view there is, with one course of the sample. */
export const VIEWS = [
  '/',
  '/week',
  '/year',
  '/year/courses',
  '/year/attendance',
  '/year/outside',
  '/shelf',
  '/shelf/arith-e',
  '/shelf/arith-e/sheet',
  '/shelf/together',
  '/shelf/new/contents',
  '/materials',
  '/record',
  '/household',
  '/child/jory',
  '/keeping',
];
