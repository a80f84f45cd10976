import { chromium, type FullConfig } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { settled, WEDNESDAY } from './app';

/**
 * Opens the sample once and keeps what the browser then holds, its settled plan too: every test begins from there, as on a
 * second visit, and need not read, store and plan the sample again.
 */
export default async function setup(config: FullConfig): Promise<void> {
  const { use } = config.projects[0]!;
  const { storageState, baseURL, launchOptions, locale, timezoneId, viewport } = use;
  if (typeof storageState !== 'string') throw new Error('the state has no file');
  mkdirSync(dirname(storageState), { recursive: true });
  const browser = await chromium.launch(launchOptions);
  const context = await browser.newContext({
    ...(locale ? { locale } : {}),
    ...(timezoneId ? { timezoneId } : {}),
    viewport: viewport ?? null,
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.clock.setFixedTime(new Date(WEDNESDAY));

  await page.goto(`${baseURL}/`);

  await settled(page);
  // As on a second visit: the hints of the first were read. They have a test of their own.
  await page.evaluate(() => localStorage.setItem('olden-primer hints away', 'all'));
  const keptPlan = () =>
    page.evaluate(
      () =>
        new Promise<string | undefined>((resolve) => {
          const open = indexedDB.open('olden-primer-sample');
          open.onsuccess = () => {
            const db = open.result;
            const tables = db.transaction(['meta', 'feeds']);
            const get = tables.objectStore('meta').get('plan') as IDBRequest<{ value: { key: string } } | undefined>;
            tables.oncomplete = () => {
              db.close();
              resolve(document.documentElement.dataset['state'] === 'settled' ? get.result?.value.key : undefined);
            };
          };
        }),
    );
  // Until what is kept is of the last planning: the same twice, some time apart.
  let before: string | undefined;
  for (let looks = 0; looks < 40; looks++) {
    const now = await keptPlan();
    if (now !== undefined && now === before) break;
    before = now;
    await new Promise((resolve) => setTimeout(resolve, 1500));
  }
  await context.storageState({ path: storageState, indexedDB: true });
  await browser.close();
}
