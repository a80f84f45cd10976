import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { chooseFile, expect, openToday, startOwn, status, test, walk } from './app';

/** The sample's courses and record with a blank inventory. */
async function blankInventory(page: Page): Promise<void> {
  const text = readFileSync(new URL('../demo/household.json', import.meta.url), 'utf8');
  const file = JSON.parse(text) as Record<string, unknown>;
  for (const table of ['materials', 'movements', 'needs', 'pulled', 'orders', 'jottings']) file[table] = [];
  await page.clock.setFixedTime(new Date('2026-11-16T09:00:00'));
  await startOwn(page);
  await walk(page, '/keeping');
  await chooseFile(page, 'Choose a backup file', 'blank.json', JSON.stringify(file));
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible();
}
const part = (page: Page, name: RegExp) => page.getByRole('tab', { name }).click();
const rowOf = (page: Page, name: string) => page.getByRole('region', { name: 'All things' }).getByRole('row', { name });

test('from a blank inventory to a need by rule, a shortage, an order, half of it, the box, the lesson and the shelf', async ({
  page,
}) => {
  await blankInventory(page);
  await walk(page, '/materials');
  await expect(page.getByText('Nothing yet: add a thing, then say which lessons use it.')).toBeVisible();
  await page.getByRole('button', { name: 'Add a thing' }).click();
  await page.getByLabel('Name', { exact: true }).fill('reed paper');
  await page.getByLabel('Counted in').fill('sheet');
  await page.getByLabel('it is used up by a lesson').check();
  await page.getByRole('button', { name: 'Save' }).click();
  await part(page, /^Everything/);
  await page.getByRole('button', { name: 'Lessons that use reed paper' }).click();
  await page.getByLabel('Course', { exact: true }).selectOption('arith-e');
  await page.getByLabel('It is used by').selectOption('lessons');
  await page.getByLabel('How many').fill('2');
  await page.getByRole('button', { name: 'Add this' }).click();
  await expect(page.getByRole('list', { name: 'Lessons that use it' })).toContainText('every lesson: 2 for each child');
  await page.getByRole('button', { name: 'Cancel' }).click();
  // Nobody has counted it: nothing is missing.
  await part(page, /^Will be missing/);
  await expect(page.getByText(/1 thing that lessons use is not counted/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'What will be missing', exact: true })).toHaveCount(0);
  await part(page, /^Everything/);
  await rowOf(page, 'reed paper').getByRole('button', { name: 'reed paper', exact: true }).click();
  await page.getByLabel('How many').fill('3');
  await page.getByRole('button', { name: 'Counted', exact: true }).click();
  await expect(page.getByRole('dialog')).toContainText('There: 3 sheets');
  await page.getByRole('button', { name: 'Close' }).first().click();
  await part(page, /^Will be missing/);
  const missing = page
    .getByRole('region', { name: 'What will be missing', exact: true })
    .getByRole('row', { name: /reed paper/ });
  await expect(missing).toContainText('past');
  const wanted = Number(/(\d+) sheets/.exec(await missing.innerText())![1]);
  await missing.getByRole('button', { name: 'Draw it: reed paper' }).click();
  await expect(page.getByRole('img', { name: /too few from/ })).toBeVisible();
  await missing.getByRole('button', { name: 'Order reed paper' }).click();
  await part(page, /^Orders/);
  await expect(page.getByRole('list', { name: 'To order' })).toContainText(`${wanted} sheets of reed paper`);
  await page.getByLabel('At which shop').fill('the paper mill');
  await page.getByLabel('Expected on').fill('18 Nov 2026');
  await page.getByRole('button', { name: 'All ordered today' }).click();
  const line = page.getByRole('list', { name: 'On its way' });
  await expect(line).toContainText('ordered at the paper mill on 16 Nov, expected on 18 Nov');
  await page.getByRole('button', { name: /^Not all, or another day …: reed paper/ }).click();
  await page.getByLabel('How many came').fill('3');
  await page.getByLabel('Broken on the way').fill('1');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(line).toContainText(`${wanted - 3} sheets of reed paper`);
  await part(page, /^This week’s box/);
  await page.getByRole('checkbox', { name: 'reed paper is in the box' }).click();
  await walk(page, '/');
  const step = page.locator('[data-row^="arith-jory "]').first();
  await step.getByRole('button').first().click();
  await expect(step.getByRole('button').first()).toHaveAttribute('aria-pressed', 'true');
  await walk(page, '/materials?part=all');
  // Three counted, three came, one of them broken; two, or none where the lesson's own were taken before.
  await expect(rowOf(page, 'reed paper')).toContainText(/[35] sheets/);
  await rowOf(page, 'reed paper').getByRole('button', { name: 'reed paper', exact: true }).click();
  const life = page.getByRole('list', { name: 'What happened to it' });
  await expect(life).toContainText('1 sheet broken (on the way here)');
  await expect(life).toContainText('3 sheets arrived');
});

test('what came, was lent, came back or broke is two presses where the name stands', async ({ page }) => {
  await openToday(page);
  await walk(page, '/materials?part=all');
  await page.getByLabel('Where is …').fill('jar');
  await expect(rowOf(page, 'glass jar with lid')).toContainText('scullery');
  await rowOf(page, 'glass jar with lid').getByRole('button', { name: 'glass jar with lid', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('There: 6');
  await dialog.getByRole('button', { name: 'Broken', exact: true }).click();
  await expect(dialog).toContainText('There: 5');
  await dialog.getByLabel('Lent to, back from').fill('the Weirs');
  await dialog.getByRole('button', { name: 'Lent', exact: true }).click();
  await expect(dialog).toContainText('There: 4 · 1 with the Weirs since 11 Nov');
  await dialog.getByRole('button', { name: 'Came back', exact: true }).click();
  await expect(dialog).toContainText('There: 5');
  await dialog
    .getByRole('button', { name: /^Take back: .*1 broken/ })
    .first()
    .click();
  await expect(dialog).toContainText('There: 6');
  await page.keyboard.press('Escape');
  await part(page, /^Orders/);
  await page.getByRole('button', { name: 'All 2 came' }).click();
  await expect(status(page)).toContainText('2 lines came');
  await expect(page.getByRole('list', { name: 'On its way' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('list', { name: 'On its way' })).toBeVisible();
});

test('a kit that lacks what it is of no use without says so at its lesson, and holds nothing up', async ({ page }) => {
  await openToday(page);
  await expect(page.getByRole('region', { name: 'On the table' })).toContainText(
    'letter board with its pen is of no use without pen.',
  );
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('letter board');
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'letter board with its pen' });
  await expect(dialog).toContainText('window seat');
  await dialog.getByRole('button', { name: 'Count its parts' }).click();
  await page.getByLabel(/^pen, 1 in all/).fill('1');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).not.toContainText('of no use');
  await page.keyboard.press('Escape');
  await walk(page, '/');
  await expect(page.getByRole('region', { name: 'On the table' })).not.toContainText('of no use');
});

test('a lesson to make ready stands in its teacher’s own minutes, is ticked where it stands, and comes back', async ({
  page,
}) => {
  await openToday(page);
  const note = page.getByRole('button', { name: /\d+ min to make ready/ });
  await note.click();
  await expect(page.getByRole('list', { name: 'To make ready' })).toContainText('Pond and Sky');
  await walk(page, '/materials?part=ready');
  const lines = page.getByRole('region', { name: 'To make ready, Tobias' }).getByRole('listitem');
  const before = await lines.count();
  await lines.first().getByRole('checkbox').click();
  await expect(status(page)).toContainText('made ready');
  await expect(lines).toHaveCount(before - 1);
  await walk(page, '/');
  await page.getByRole('button', { name: 'Undo' }).click();
  await walk(page, '/materials?part=ready');
  await expect(lines).toHaveCount(before);
});
