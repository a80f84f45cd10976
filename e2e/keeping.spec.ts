import { readFileSync } from 'node:fs';
import { backup, chooseFile, expect, openToday, ownFrom, rows, settled, status, test, WEDNESDAY } from './app';

const choose = async (page: import('@playwright/test').Page, name: string, content: string | Buffer) =>
  page
    .getByLabel('Choose a backup file')
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });

test('backup, wipe, restore: the second backup equals the first byte for byte', async ({ page, context }) => {
  await openToday(page);
  await page.keyboard.press('d');
  await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(1);
  const first = await backup(page);
  expect(first).toContain('"format": "olden-primer"');

  await context.clearCookies();
  await page.evaluate(async () => {
    for (const db of await indexedDB.databases()) indexedDB.deleteDatabase(db.name!);
    localStorage.clear();
  });
  await page.goto('/keeping');
  await page
    .getByRole('button', { name: /(Start|Open) my own/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'Your own household' })).toBeVisible();
  await choose(page, 'mine.json', first);
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Withy Lock');
  await dialog.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible();
  expect(await backup(page)).toBe(first);
  // The empty household that was there is kept and can be put back.
  await page.getByRole('button', { name: 'Restore this copy' }).click();
  await expect(dialog.getByRole('row', { name: /^marks 0/ })).toBeVisible();
});

test('a damaged, foreign, newer, faulty or enormous file gets a plain sentence and changes nothing', async ({
  page,
}) => {
  const before = await backup(page);
  const newer = before.replace(/"version": \d+/, '"version": 99');
  const faulty = before.replace(/"born":"[^"]+"/, '"born":"yesterday"');
  const bad: [string, string, RegExp][] = [
    ['half.json', before.slice(0, 5000), /damaged/],
    ['photo.json', '\u0000\u0001PNG', /damaged/],
    ['other.json', '{"format":"somebody-else","version":1}', /not a backup of Olden Primer/],
    ['newer.json', newer, /newer Olden Primer \(version 99/],
    ['faulty.json', faulty, /children, row 1, field “born” is not a calendar day/],
  ];
  for (const [name, content, sentence] of bad) {
    await choose(page, name, content);
    await expect(page.getByRole('alert')).toContainText('Nothing was changed.');
    await expect(page.getByRole('alert')).toContainText(sentence);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  // A file of 210 million characters is refused by its size, before it is read.
  await page.evaluate(() => {
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(new File([new Uint8Array(210_000_000)], 'film.json'));
    input.files = files.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
  await expect(page.getByRole('alert')).toContainText('far larger');
  expect(await backup(page)).toBe(before);
});

test('what was said of a household goes with it, when another window puts another in its place', async ({
  page,
  context,
}) => {
  const file = readFileSync(new URL('../demo/household.json', import.meta.url), 'utf8');
  await ownFrom(page, file);
  const other = await context.newPage();
  await other.clock.setFixedTime(new Date(WEDNESDAY));
  await other.goto('/keeping');
  await chooseFile(other, 'Choose a backup file', 'sample.json', file);
  await other.getByRole('dialog').getByRole('button', { name: 'Restore it' }).click();
  await expect(status(other)).toContainText('restored');
  await expect(status(page)).toHaveText('');
});

test('the sample and one’s own household never mix', async ({ page }) => {
  await openToday(page);
  await page.keyboard.press('d');
  await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(1);
  await page.getByRole('button', { name: /(Start|Open) my own/ }).click();
  await expect(page.getByRole('heading', { name: 'A blank page' })).toBeVisible();
  await page.goto('/keeping');
  await page.getByRole('button', { name: 'Open the sample' }).click();
  await page.goto('/');
  await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(1);
});

test('the shipped sample is itself a backup that can be restored', async ({ page }) => {
  await page.goto('/keeping');
  await choose(page, 'sample.json', readFileSync(new URL('../demo/household.json', import.meta.url)));
  await expect(page.getByRole('dialog')).toContainText('What is in this backup');
});

test('reading a file can be stopped, and nothing is changed', async ({ page }) => {
  // The reader itself is late, as a large file would be.
  await page.route('**/files.worker*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 4000));
    await route.continue().catch(() => undefined);
  });
  await page.goto('/keeping');
  await settled(page);
  await chooseFile(page, 'Choose a backup file', 'backup.json', '{}');
  await page.getByRole('button', { name: 'Stop reading' }).click();
  await expect(page.getByRole('alert')).toContainText('Reading the file was stopped.');
  await expect(page.getByText('Reading the file …')).toHaveCount(0);
});
