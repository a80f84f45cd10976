import { type BrowserContextOptions, expect, type Locator, type Page, test as base } from '@playwright/test';
import JSZip from 'jszip';
import { keepDrawing, pulse, tellFrames } from './pulse';
import { Shared } from './shared';

/** Wednesday of the sample's ninth teaching week; a Saturday for the tests that ask for one. */
export const WEDNESDAY = '2026-11-11T09:00:00';
export const SATURDAY = '2026-11-14T09:00:00';

/**
 * Every test runs with a set date, and fails on any error in the page and on any request that leaves the machine. Going to another
 * view of the app walks there, as a press on a link does, once the app is open; only a changed date, and `reload`, load it anew.
 */
export const test = base.extend<{ strict: void; mayFault: RegExp | undefined }, { shared: Shared }>({
  shared: [
    async ({ browser }, use, info) => {
      const { storageState, locale, timezoneId, viewport, baseURL } = info.project.use;
      const options = { storageState, locale, timezoneId, viewport, baseURL, serviceWorkers: 'block' };
      const shared = new Shared(browser, options as BrowserContextOptions);
      await use(shared);
      await shared.close();
    },
    { scope: 'worker' },
  ],
  // A test that asks for another place, size or beginning has a context of its own; all others share one in turn.
  context: async (
    { browser, shared, storageState, locale, timezoneId, viewport, serviceWorkers, baseURL },
    use,
    info,
  ) => {
    const asked = { storageState, locale, timezoneId, viewport, serviceWorkers, baseURL };
    const { use: usual } = info.project;
    const alike = (Object.keys(asked) as (keyof typeof asked)[]).every(
      (k) => JSON.stringify(asked[k]) === JSON.stringify(usual[k]),
    );
    if (alike) {
      await use(await shared.context());
      await shared.putBack();
      return;
    }
    const own = await browser.newContext(asked as BrowserContextOptions);
    await tellFrames(own);
    await use(own);
    await own.close();
  },
  page: async ({ context, shared }, use, info) => {
    const page = shared.owns(context) ? await shared.page() : await context.newPage();
    // Another test may have left a second window before it, and what lies behind draws no frames.
    await page.bringToFront();
    const drawing = keepDrawing(page, info.title);
    await use(page);
    drawing.stop();
    if (info.status !== info.expectedStatus) console.log(`${info.title}: ${await pulse(page)}`);
  },
  // What a test brings about on purpose.
  mayFault: [undefined, { option: true }],
  strict: [
    async ({ page, baseURL, mayFault }, use) => {
      const faults: string[] = [];
      page.on('pageerror', (e) => faults.push(e.stack ?? e.message));
      page.on('console', (m) => m.type() === 'error' && faults.push(m.text()));
      page.on('request', (r) => {
        const url = new URL(r.url());
        if (url.protocol !== 'blob:' && url.protocol !== 'data:' && url.hostname !== new URL(baseURL!).hostname)
          faults.push(`request to ${r.url()}`);
      });
      let anew = true;
      const { clock } = page;
      // The page serves many tests in turn: what is put over it here is taken off at the end.
      const own = { setFixedTime: clock.setFixedTime, goto: page.goto };
      const setTime = clock.setFixedTime.bind(clock);
      clock.setFixedTime = (time) => {
        anew = true;
        return setTime(time);
      };
      const load = page.goto.bind(page);
      page.goto = async (url, options) => {
        const open = !anew && url.startsWith('/') && (await page.locator('html[data-state]').count()) > 0;
        if (!open) {
          anew = false;
          return load(url, options);
        }
        await walk(page, url);
        return null;
      };
      await clock.setFixedTime(new Date(WEDNESDAY));
      await use();
      clock.setFixedTime = own.setFixedTime;
      page.goto = own.goto;
      expect(faults.filter((f) => !mayFault?.test(f))).toEqual([]);
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

/** Waits until what was pressed is stored and the planner has had its say: the page marks itself (app/shell/state-mark.ts). */
export async function settled(page: Page): Promise<void> {
  // On a starved machine the last plan takes its time.
  await page.locator('html[data-state="settled"]').waitFor({ state: 'attached', timeout: 60_000 });
}

/** Goes to a view without loading the app anew, as a press on a link does; then nothing is planned or read again. */
export async function walk(page: Page, view: string): Promise<void> {
  const framed = await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
    // A page given to a child has no frame, and no address leads away from it.
    return document.documentElement.dataset['view'] !== undefined;
  }, view);
  if (framed) await page.locator(`html[data-view="${view.replace(/[?#].*$/, '')}"]`).waitFor({ state: 'attached' });
  await expect(page.getByText(/Loading …|Being worked out …|Opening the/)).toHaveCount(0);
}

/** Chooses from a list of a form: by its words in a short one, by a search for them in a long one. */
export async function choose(field: Locator, words: string): Promise<void> {
  if ((await field.evaluate((e) => e.tagName)) === 'SELECT') {
    await field.selectOption({ label: words });
    return;
  }
  await field.click();
  const page = field.page();
  await page.getByPlaceholder(/^Search among/).fill(words);
  await page.getByRole('option', { name: words, exact: true }).first().click();
  await expect(field).toHaveText(words);
}

/** What is due on the day; what waits until there is time is not among it. */
export const rows = (page: Page): Locator => page.locator('[data-row]:not([data-whenever] *)');
export const openRows = (page: Page): Locator =>
  page.locator('[data-row]:not([data-whenever] *):has(button[aria-pressed="false"])');
export const status = (page: Page): Locator => page.getByRole('contentinfo').getByRole('status');

/** A backup file becomes one's own household, which lives by the day as the sample does not. */
export async function ownFrom(page: Page, text: string): Promise<void> {
  await startOwn(page);
  await walk(page, '/keeping');
  await chooseFile(page, 'Choose a backup file', 'sample.json', text);
  await page.getByRole('dialog').getByRole('button', { name: 'Restore it' }).click();
  await expect(status(page)).toContainText('restored');
}

/** The text of a backup made by the button, as a user would get it, out of the zip where pictures lie beside it. */
export async function backup(page: Page): Promise<string> {
  const bytes = await backupFile(page);
  if (bytes[0] !== 0x50) return bytes.toString('utf8');
  return (await JSZip.loadAsync(bytes)).file('household.json')!.async('string');
}

/** A backup made by the button, as it lands in the downloads. */
export async function backupFile(page: Page): Promise<Buffer> {
  await page.goto('/keeping');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make a backup' }).click();
  const stream = await (await download).createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
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
  '/sit-down',
  '/sit-down/reading',
  '/cards',
  '/memory',
  '/reading',
  '/year',
  '/year/courses',
  '/year/forecast',
  '/year/what-if',
  '/year/attendance',
  '/year/outside',
  '/shelf',
  '/shelf/arith-e',
  '/shelf/arith-e/sheet',
  '/shelf/together',
  '/shelf/new/contents',
  '/shelf/new/rows',
  '/materials',
  '/materials?part=missing',
  '/materials?part=orders',
  '/materials?part=library',
  '/materials?part=ready',
  '/materials?part=places',
  '/materials/labels',
  '/materials/sheet',
  '/household/ways',
  '/teacher/tobias',
  '/materials?part=all',
  '/record',
  '/record/charts',
  '/record/verdicts',
  '/year/end',
  '/portfolio/jory',
  '/household',
  '/child/jory',
  '/keeping',
];
