import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { ownFrom, expect, openToday, status, test, walk } from './app';

/** The sample as one's own household, which lives by the day; some tables blank. */
async function ownSample(page: Page, at: string, blank: readonly string[] = []): Promise<void> {
  const text = readFileSync(new URL('../demo/household.json', import.meta.url), 'utf8');
  const file = JSON.parse(text) as Record<string, unknown>;
  for (const table of blank) file[table] = [];
  await page.clock.setFixedTime(new Date(at));
  await ownFrom(page, JSON.stringify(file));
}
/** The sample's courses and record with a blank inventory. */
const blankInventory = (page: Page) =>
  ownSample(page, '2026-11-16T09:00:00', ['materials', 'movements', 'needs', 'pulled', 'orders', 'jottings']);
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
    'letter board with its pen, for Letters at the Lockside, is of no use without pen: use slate instead (3 there), or borrow it.',
  );
  await walk(page, '/materials?part=missing');
  // What an order lasts for is the household's to say: of the maps the term wants 20.
  const maps = page.getByRole('row').filter({ hasText: 'outline map of the river' });
  await expect(maps).toContainText('20 maps');
  await page.getByLabel('An order lasts').selectOption('until the year ends');
  await expect(maps).toContainText(/(2[1-9]|[3-9]\d) maps/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(maps).toContainText('20 maps');
  const useless = page.getByRole('list', { name: 'Of no use as they are' });
  await expect(useless).toContainText('Needed on Wed 11 Nov, Letters at the Lockside 3, sh, ch and th');
  await useless.getByRole('button', { name: 'Jot it down to buy: pen, for letter board with its pen' }).dblclick();
  await expect(useless).toContainText('to be bought, under Orders');
  await part(page, /^Orders/);
  await expect(page.getByRole('list', { name: 'To buy' }).getByText('pen, for letter board with its pen')).toHaveCount(
    1,
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
  await expect(dialog).not.toContainText(/of no use/i);
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/part=orders$/);
  await walk(page, '/');
  await expect(page.getByRole('region', { name: 'On the table' })).not.toContainText('of no use');
});

test('a lesson to make ready stands in its teacher’s own minutes, is ticked where it stands, and comes back', async ({
  page,
}) => {
  await openToday(page);
  const note = page.getByRole('button', { name: /\d+ min to make ready/ });
  await note.click();
  await expect(page.getByRole('list', { name: 'To make ready' })).toContainText(/: read pp?\. /);
  await walk(page, '/materials?part=ready');
  const lines = page.getByRole('region', { name: 'To make ready, Tobias' }).getByRole('listitem');
  const before = await lines.count();
  await lines.first().getByRole('checkbox').click();
  await expect(status(page)).toContainText(': done');
  await expect(lines).toHaveCount(before - 1);
  await walk(page, '/');
  await page.getByRole('button', { name: 'Undo' }).click();
  await walk(page, '/materials?part=ready');
  await expect(lines).toHaveCount(before);
  // What does not go into today's minutes is done in part, and the rest of it is asked for.
  await page.getByRole('button', { name: /^Only 10 min of 12: Tideways, .*: read pp\. / }).click();
  await expect(page.getByText(/^10 min of it done, .* 2 min; /)).toBeVisible();
});

test('what one teacher would make ready late is offered to the other who has the minutes, and is theirs after a press', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/household');
  await page.getByRole('button', { name: 'Change Maren' }).click();
  for (const day of ['Monday', 'Tuesday', 'Thursday', 'Friday'])
    await page.getByLabel(`Minutes for making ready on ${day}`).fill('20');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await walk(page, '/materials?part=ready');
  await expect(
    page.getByText(/^Maren would make \d+ pieces ready for Tobias, \d+ min: \d+ would come late instead of \d+\./),
  ).toBeVisible();
  const late = page.getByText(/ of work will not be ready in time/);
  const before = Number.parseInt(await late.innerText(), 10);
  await page.getByRole('button', { name: 'Share it out' }).click();
  await expect(page.getByText(/^Maren makes \d+ pieces ready for Tobias, /)).toBeVisible();
  const hers = page.getByRole('region', { name: 'To make ready, Maren' }).getByRole('listitem');
  const shared = hers.filter({ hasText: 'Maren for Tobias: ' });
  await expect(shared.first()).toContainText('Pond and Sky');
  expect(Number.parseInt(await late.innerText(), 10)).toBeLessThan(before);
  const all = await shared.count();
  await shared.first().getByRole('checkbox').click();
  await expect(shared).toHaveCount(all - 1);
  await page.getByRole('button', { name: 'Each for their own lessons' }).click();
  await expect(shared).toHaveCount(0);
});

test('small pieces that were cut for a lesson lie in its pocket: it is named with the course and in the box of its week', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/materials?part=ready');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Pond and Sky, 6, mud under the glass: cut' })
    .getByRole('checkbox')
    .click();
  await expect(status(page)).toContainText(': done');
  await walk(page, '/shelf/science');
  await expect(page.getByText('1 pocket: 1 prepared.')).toBeVisible();
  await walk(page, '/sit-down?week=2026-11-16&part=things');
  await expect(
    page.getByText(/^A pocket to get out: Pond and Sky, 6, mud under the glass, \w+ \d+ Nov\.$/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/pocket to get out/)).toHaveCount(0);
});

test('a place goes with all that lies in it, a label says what is in it, and undo puts both back', async ({ page }) => {
  await openToday(page);
  await walk(page, '/materials?part=places');
  // Shelves are by child until it is said otherwise.
  await page.getByRole('radio', { name: 'by place' }).check();
  await page.getByRole('button', { name: 'Change the place study', exact: true }).click();
  await page.getByLabel('Called').fill('loft / study box');
  await page.getByLabel('Its room, in cm of shelf').fill('40');
  await page.getByLabel('Boxes that have room in it').fill('3');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Change the place loft / study box / map drawer' })).toBeVisible();
  await expect(page.getByText('40 cm free of 40 cm; 6 things not measured.')).toBeVisible();
  await expect(page.getByText('2 boxes, room for 1 more.')).toBeVisible();
  await page.getByRole('link', { name: 'A label for loft / study box', exact: true }).click();
  const sheet = page.getByRole('group', { name: 'Sheet 1' });
  await expect(sheet).toContainText('loft / study box');
  await expect(sheet).toContainText('outline map of the river');
  await page.getByLabel('Labels for').selectOption('course science');
  await page.getByLabel('Pieces a lesson').fill('2');
  await page.getByLabel('On sheets of').selectOption('letter-30');
  await expect(page.getByText('40 labels on 2 sheets.')).toBeVisible();
  await page.getByLabel('Labels used up').fill('29');
  await expect(page.getByRole('group', { name: 'Sheet 1' })).toContainText('piece 1 of 2');
  // As large as on paper: 8½ inches are 816 of the screen's pixels.
  expect((await sheet.boundingBox())!.width).toBeCloseTo(816, -1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await walk(page, '/materials?part=places');
  await page.getByRole('radio', { name: 'by place' }).check();
  await expect(page.getByRole('button', { name: 'Change the place study', exact: true })).toBeVisible();
});

test('a box that comes late lets its course wait, with what that costs, and goes on where it is not to', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/materials?part=orders');
  const late = page
    .getByRole('list', { name: 'On its way' })
    .getByRole('listitem')
    .filter({ hasText: 'Tideways, activity book' });
  await expect(late).toContainText('counts as not coming');
  await late.getByRole('button', { name: /^Not all/ }).click();
  await page.getByLabel('It comes on another day').check();
  await page.getByRole('dialog').getByLabel('Expected on').fill('30 Apr 2027');
  const waits = page.getByRole('group', { name: 'What waits for it' });
  await expect(waits).toContainText(/Tideways, .*→.*days? later; days in hand by then/);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(late).toContainText('expected on 30 Apr');
  // It was moved: asked again, nothing waits any more.
  await late.getByRole('button', { name: /^Not all/ }).click();
  await page.getByLabel('It comes on another day').check();
  await expect(page.getByRole('dialog').getByLabel('Expected on')).toHaveValue('30 Apr 2027');
  await expect(waits).toHaveCount(0);
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(late).toContainText('was expected on 6 Nov');
});

test('a title is asked for at the library for a lesson, fetched and brought back; without the library what was heard stands', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/materials?part=library');
  const lesson = page.getByLabel('For a lesson to come');
  // Of a course that was asked for before, what a hold should be placed for by now is named.
  const soon = page.getByRole('list', { name: 'To be asked for soon' });
  await expect(soon.getByRole('listitem').first()).toContainText('Pond and Sky, 6, mud under the glass, on ');
  await soon.getByRole('button', { name: 'Look for 6, mud under the glass' }).click();
  await expect(lesson).toContainText('mud under the glass');
  await lesson.click();
  await page.getByPlaceholder(/^Search among/).fill('the heron’s neck');
  await page.keyboard.press('Enter');
  await expect(lesson).toContainText('the heron’s neck');
  const found = page.getByRole('list', { name: 'What the library has' });
  await expect(found.getByRole('listitem')).toHaveCount(3);
  // What stands on the shelf would be back before the lesson, on 4 December.
  const early = 'to go back before the lesson on Fri 4 Dec';
  await expect(found).toContainText(`on the shelf, ${early}, unless it is fetched later or renewed`);
  await found.getByRole('button', { name: 'Ask for Looking closely: the heron' }).click();
  const asked = page.getByRole('list', { name: 'Asked for and at home' });
  await expect(asked).toContainText('Looking closely: the heron for Pond and Sky');
  await asked.getByRole('button', { name: 'Fetched: Looking closely: the heron' }).click();
  await expect(asked).toContainText('due back on Wed 2 Dec');
  await expect(asked).toContainText(`${early}: renew it, or read it before`);
  await walk(page, '/sit-down?part=things');
  await expect(page.getByRole('main')).toContainText(`Looking closely: the heron, ${early}`);
  await expect(page.getByRole('main')).toContainText('To ask the library for: Pond and Sky, 6, mud under the glass');
  await walk(page, '/materials?part=library');
  await asked.getByRole('button', { name: 'Back: Looking closely: the heron' }).click();
  await expect(asked).not.toContainText('Looking closely: the heron');
  // With the server stopped a page kept in the browser answers in its place.
  await page.route('**/api/library/**', (route) => route.fulfill({ contentType: 'text/html', body: '<p>' }));
  await page.reload();
  await expect(page.getByText('what stands here is what was last heard')).toBeVisible();
  await expect(asked).toContainText('Stories of the heron');
});

test('what a lesson needs is written on its sheet, packed, and at the week’s end put back where it lies', async ({
  page,
}) => {
  await blankInventory(page);
  await walk(page, '/shelf/arith-e/sheet');
  await page.getByLabel(/preparation, variants/).check();
  const sheet = page.getByRole('grid', { name: /Contents of/ });
  await sheet.focus();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  await expect(sheet.locator('.sheet-active')).toBeInViewport({ ratio: 0.9 });
  await page.keyboard.type('2 × counting stone; tally stick each');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  // The same for every lesson of the book, filled down.
  await page.keyboard.press('Control+Shift+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(status(page)).toContainText('filled down');
  await walk(page, '/materials');
  const packed = page.getByRole('checkbox', { name: 'counting stone is in the box' });
  await packed.click();
  await expect(packed).toBeChecked();
  await page.getByRole('checkbox', { name: 'tally stick is in the box' }).click();
  await expect(page.getByRole('list', { name: 'To put back' })).toHaveCount(0);
  // The course is over for now: nothing needs them in the next week.
  await walk(page, '/shelf/arith-e/sheet');
  await page.getByLabel(/preparation, variants/).check();
  await sheet.focus();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  await page.keyboard.press('Control+Shift+ArrowDown');
  await page.keyboard.press('Delete');
  await expect(status(page)).toContainText('cells written');
  await page.clock.setFixedTime(new Date('2026-11-21T09:00:00'));
  await walk(page, '/materials');
  await page.reload();
  const back = page.getByRole('list', { name: 'To put back' });
  await expect(back.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'All 2 are back' }).click();
  await expect(back).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(back.getByRole('listitem')).toHaveCount(2);
});

test('a part left out on purpose is missed by nobody, and a download asks to be printed on', async ({ page }) => {
  await openToday(page);
  await walk(page, '/shelf/arith-e');
  await page.getByRole('button', { name: 'Parts and purchase' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('a download, printed up to page').first().fill('0');
  await form.getByLabel('left out on purpose').last().check();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('printed up to page 0')).toBeVisible();
  await expect(page.getByText('left out on purpose')).toBeVisible();
  // Editions that go together are a table of the parent's own: the odd part is named, and its steps are flagged.
  await page.getByRole('button', { name: 'Parts and purchase' }).click();
  await form.getByLabel(/Editions that go together/).fill('manual third');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert')).toContainText('Line 1');
  await form.getByLabel(/Editions that go together/).fill('teacher’s manual 3rd edition + textbook 3rd edition');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(
    page.getByText('teacher’s manual is the 2nd edition; with the others goes the 3rd edition.'),
  ).toBeVisible();
  await walk(page, '/');
  await expect(page.locator('[data-row^="arith-jory "]').first()).toContainText('of another edition');
  await walk(page, '/materials?part=ready');
  const print = page.getByRole('listitem').filter({ hasText: /: print .*, pages 1–\d+/ });
  await print.getByRole('checkbox').click();
  await expect(status(page)).toContainText(': done');
  await expect(print).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(print).toHaveCount(1);
});

test('things are written, pasted and filled down on a sheet; a fault is said by its row, and all of it comes back', async ({
  page,
}) => {
  await blankInventory(page);
  await walk(page, '/materials?part=all');
  await page.getByRole('link', { name: 'As a sheet' }).click();
  const sheet = page.getByRole('grid', { name: 'Things of the house' });
  await sheet.focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'counting stones\t40\tloft / box\nslate\t3\tstudy\nreed pens\t\tstudy');
    document
      .querySelector('[role="grid"]')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  });
  await expect(status(page)).toContainText('3 rows pasted');
  await expect(sheet.getByRole('row')).toHaveCount(4);
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.type('forty');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Row 1: “forty” under “there” is no number');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+Home');
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.type('yes');
  await page.keyboard.press('Enter');
  await expect(status(page)).toContainText('a cell written');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Control+Shift+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(status(page)).toContainText('filled down');
  await walk(page, '/materials?part=all');
  await expect(rowOf(page, 'counting stones')).toContainText('40');
  await expect(rowOf(page, 'reed pens')).toContainText('not counted');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/No thing is listed/)).toBeVisible();
});
