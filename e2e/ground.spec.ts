import { writeBackup } from '../core/formats';
import { newcomer } from '../core/tests/instances';
import { chooseFile, expect, openToday, rows, settled, startOwn, status, test, walk } from './app';

test('a quick double press marks once, adds once, and one undo takes it back', async ({ page }) => {
  await openToday(page);
  const marked = rows(page).locator('button[aria-pressed="true"]');
  const first = rows(page).first().getByRole('button').first();
  await first.dblclick({ delay: 0 });
  await settled(page);
  await expect(marked).toHaveCount(1);
  await walk(page, '/record');
  const line = page.getByText(/^\d+ marks on/);
  const before = Number(/^\d+/.exec(await line.innerText())![0]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(line).toHaveText(new RegExp(`^${before - 1} marks on`));
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(undo).toBeDisabled();

  // What adds something at each press is added once: a sitting with a book, what was lost of a thing.
  await walk(page, '/reading');
  await page
    .getByRole('button', { name: /^Read .*: / })
    .first()
    .dblclick({ delay: 0 });
  await expect(status(page)).toContainText(': read');
  await undo.click();
  await expect(undo).toBeDisabled();
  await walk(page, '/materials?part=all');
  await page.getByRole('button', { name: 'chalk', exact: true }).click();
  await page.getByLabel('How many').fill('1');
  await page.getByRole('button', { name: 'Lost', exact: true }).dblclick({ delay: 0 });
  await expect(page.getByRole('list', { name: 'What happened to it' })).toContainText('lost');
  await page.keyboard.press('Escape');
  await undo.click();
  await expect(undo).toBeDisabled();

  await walk(page, '/household');
  await page.getByRole('button', { name: 'Add a child' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Nell');
  await page.getByLabel('Born').fill('2019-05-04');
  await page.getByRole('button', { name: 'Save' }).dblclick({ delay: 0 });
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Change Nell' })).toHaveCount(1);
});

test('when the browser takes the store away it is said, nothing is called done, and what is in memory can be saved', async ({
  page,
}) => {
  await openToday(page);
  await page.evaluate(
    () =>
      new Promise((resolve) => {
        indexedDB.deleteDatabase('olden-primer-sample').onsuccess = resolve;
      }),
  );
  const alert = page.getByRole('alert').filter({ hasText: 'Nothing is written any more' });
  await expect(alert).toBeVisible();
  await rows(page).first().getByRole('button').first().click();
  await expect(status(page)).toContainText('Nothing is written any more');
  await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(0);
  const download = page.waitForEvent('download');
  await alert.getByRole('button', { name: 'Save what is on this page' }).click();
  expect((await download).suggestedFilename()).toContain('rescued');
});

test('the record prints every day it holds, not only those on the screen', async ({ page }) => {
  await openToday(page);
  await walk(page, '/record');
  const days = Number(/on (\d+) days/.exec(await page.getByText(/^\d+ marks on/).innerText())![1]);
  expect(days).toBeGreaterThan(20);
  await expect(page.locator('main section')).toHaveCount(20);
  await page.pdf();
  await expect(page.locator('main section')).toHaveCount(days);
});

test('a file in another encoding is read whole, and it is said which; one far too large is not read', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/shelf/new/contents');
  const csv = page.getByLabel('From a CSV file');
  await csv.setInputFiles({
    name: 'écluse.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('title,step\nL\xe9\xe7on 1,introduce\n', 'latin1'),
  });
  await expect(page.getByRole('alert')).toContainText('written in Windows-1252');
  await expect(page.getByText('Léçon 1').first()).toBeVisible();
  await csv.setInputFiles({ name: 'film.csv', mimeType: 'text/csv', buffer: Buffer.alloc(9_000_000, 34) });
  await expect(page.getByRole('alert')).toContainText('far larger than any of its sort');
});

test('a newcomer’s shelf is told at once what a day can hold, and one press settles it', async ({ page }) => {
  const { household } = newcomer();
  await page.clock.setFixedTime(new Date('2026-09-07T08:30:00'));
  await startOwn(page);
  await walk(page, '/keeping');
  await chooseFile(page, 'Choose a backup file', 'new.json', writeBackup({ asOf: '2026-09-07', household }));
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible();
  await walk(page, '/shelf');
  const told = page.getByRole('region', { name: 'New lessons a day' });
  await expect(told).toContainText('T has 424 new lessons to begin on 200 school days: 1 a day cannot hold them.');
  await expect(told).toContainText(/Then what stands out is \d\d days with 3\./, { timeout: 30_000 });
  await told.getByRole('button', { name: 'Allow 2 new lessons a day' }).click();
  await settled(page);
  await expect(told).toHaveCount(0);
  await expect(page.getByText(/begins 3 new lessons on .* other days; on every other day at most 2/)).toBeVisible();
});
