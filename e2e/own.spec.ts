import AxeSource from 'axe-core';
import { expect, openRows, openToday, rows, settled, status, test } from './app';

/** Gives the device to a child from its own page. */
async function handOver(page: import('@playwright/test').Page, id: string, name: string): Promise<void> {
  await page.goto(`/child/${id}`);
  await page.getByRole('button', { name: `Give this page to ${name}` }).click();
  await page.getByLabel(/A code of four figures/).fill('471');
  await page.getByRole('button', { name: 'Hand over' }).click();
  await expect(page.getByText('Choose four figures')).toBeVisible();
  await page.getByLabel(/A code of four figures/).fill('4711');
  await page.getByRole('button', { name: 'Hand over' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  await expect(page.getByRole('navigation')).toHaveCount(0);
}
/** Rules of accessibility that the page breaks. */
async function violations(page: import('@playwright/test').Page): Promise<string[]> {
  await page.evaluate(AxeSource.source);
  return page.evaluate(async () => {
    const { axe } = window as unknown as { axe: typeof import('axe-core') };
    return (await axe.run(document)).violations.map((v) => v.id);
  });
}
async function takeBack(page: import('@playwright/test').Page): Promise<void> {
  await page.getByRole('button', { name: 'For a teacher' }).click();
  await page.getByLabel('The code').fill('1234');
  await page.keyboard.press('Enter');
  await expect(page.getByText('That is not the code')).toBeVisible();
  await page.getByLabel('The code').fill('4711');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible();
}

test('a child has the page: nothing else can be reached, its ticks wait for an OK', async ({ page, context }) => {
  await openToday(page);
  await handOver(page, 'jory', 'Jory');
  // No address, no key and no other tab leads to the rest.
  await page.goto('/household');
  await expect(page.getByRole('heading', { level: 1, name: 'Jory' })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const other = await context.newPage();
  await other.clock.setFixedTime(new Date('2026-11-11T09:00:00'));
  await other.goto('/record');
  await expect(other.getByRole('heading', { level: 1, name: 'Jory' })).toBeVisible();
  await other.close();

  const open = page.getByRole('button', { name: /to do$/ });
  const before = await open.count();
  expect(before).toBeGreaterThan(3);
  const rivers = page.getByRole('button', { name: /^Rivers and Their Towns/ });
  await rivers.click();
  await expect(rivers).toHaveAccessibleName(/waits for an OK$/);
  await page.getByRole('button', { name: /^The Reading Barge/ }).click();
  await expect(open).toHaveCount(before - 2);
  expect(await violations(page)).toEqual([]);
  // A tick is taken off as it was made.
  await rivers.click();
  await expect(open).toHaveCount(before - 1);
  await rivers.click();
  await settled(page);
  await page.reload();
  await expect(open).toHaveCount(before - 2);
  await takeBack(page);

  await page.goto('/');
  await settled(page);
  await page.getByRole('button', { name: '2 ticked, waiting for your OK' }).click();
  const nods = page.getByRole('region', { name: /waiting for your OK/ });
  await expect(nods.getByRole('listitem')).toHaveCount(2);
  expect(await violations(page)).toEqual([]);
  const barge = rows(page).filter({ hasText: 'The Reading Barge' });
  await expect(barge.getByRole('button', { name: /mark done/ })).toBeVisible();
  await nods.getByRole('button', { name: /^Not yet: Jory, Rivers/ }).click();
  await page.getByLabel('Why, in a word or two').fill('the map too');
  await page.getByRole('button', { name: 'Send it back' }).click();
  await expect(nods.getByRole('listitem')).toHaveCount(1);
  await nods.getByRole('button', { name: /^OK: Jory, The Reading Barge/ }).click();
  await expect(nods).toHaveCount(0);
  await expect(barge.getByRole('button', { name: /done\. Take the mark off/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(nods.getByRole('listitem')).toHaveCount(1);
  await expect(barge.getByRole('button', { name: /mark done/ })).toBeVisible();
});

test('without the nod a tick is a mark at once, what is done together excepted; cards for the small', async ({
  page,
}) => {
  await page.goto('/household');
  await page.getByLabel('What a child ticks on its own page').selectOption('at once');
  await expect(status(page)).toContainText('what a child’s tick is');
  await handOver(page, 'wren', 'Wren');
  await page.getByRole('button', { name: /^Sluice Arithmetic/ }).click();
  await expect(page.getByRole('button', { name: /^Sluice Arithmetic.* done$/ })).toBeDisabled();
  await page.getByRole('button', { name: /^Tideways/ }).click();
  await expect(page.getByRole('button', { name: /^Tideways.*waits for an OK/ })).toBeVisible();
  await takeBack(page);
  await handOver(page, 'pip', 'Pip');
  // A card for each thing, taken down by a touch.
  await page.getByRole('button', { name: /counting the boats/ }).click();
  await expect(page.getByRole('button', { name: /counting the boats.*waits for an OK/ })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await takeBack(page);
  await page.goto('/');
  await page.getByRole('button', { name: '2 ticked, waiting for your OK' }).click();
  await page.getByRole('button', { name: 'OK to all 2' }).click();
  await expect(page.getByRole('checkbox', { name: /counting the boats/ })).toBeChecked();
});

test('a game round the table does every sheet in one press', async ({ page }) => {
  await page.clock.setFixedTime(new Date('2026-11-20T09:00:00'));
  await openToday(page);
  // A test is no sheet for a game; whoever practises is in it.
  await page.goto('/shelf/together');
  await page.getByRole('button', { name: 'Change market day, a game of sums' }).click();
  await page.getByRole('checkbox', { name: 'Letters at the Lockside, Wren' }).check({ force: true });
  await page.getByLabel(/At a fixed time/).fill('11:00');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.goto('/');
  await settled(page);
  const game = page.getByRole('checkbox', { name: /market day.*at 11:00.*does .*Letters at the Lockside/ });
  const letters = rows(page).filter({ hasText: 'Letters at the Lockside' }).first();
  await game.click();
  await expect(letters.getByRole('button', { name: /done\. Take the mark off/ })).toBeVisible();
  // What nobody has at the table is still to do.
  await expect(openRows(page)).not.toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(letters.getByRole('button', { name: /mark done/ })).toBeVisible();
  await page.getByRole('radio', { name: 'By the clock' }).click();
  await expect(page.getByRole('button', { name: /^11:00 to 11:25, Wren and Jory, market day/ })).toBeVisible();
});

test('an older one helps, and a course starts on the dot: said on Today, drawn in both columns', async ({ page }) => {
  await page.goto('/shelf/hand');
  await page.getByRole('button', { name: 'How it is done: Wren' }).click();
  await page.getByLabel('An older one helps').selectOption({ label: 'Oda' });
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Say at what kinds of work')).toBeVisible();
  await page.getByRole('group', { name: 'At', exact: true }).getByText('practise').click();
  await page.getByLabel(/At a fixed time/).fill('11:15');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await openToday(page);
  await expect(rows(page).filter({ hasText: 'The Copybook Row' }).first()).toContainText('Oda helps, you near');
  await page.getByRole('radio', { name: 'By the clock' }).click();
  await expect(page.getByRole('button', { name: /^11:15 to .*Copybook Row.*Oda helps, a teacher near/ })).toBeVisible();
  await page.goto('/child/oda');
  await page.getByRole('radio', { name: 'Checklist' }).click();
  await expect(page.getByText(/you help Wren/).first()).toBeVisible();
});

test('marks by letter and by menu in the drawing itself; the focus stays there', async ({ page }) => {
  await openToday(page);
  await page.getByRole('radio', { name: 'In order' }).click();
  const day = page.getByRole('region', { name: 'The day, laid out' });
  const barge = day.locator('[data-piece^="reader "] > button');
  await barge.focus();
  await page.keyboard.press('p');
  await expect(barge).toHaveAccessibleName(/partly\. Take the mark off/);
  await expect(day.locator('[data-piece] > button:focus')).toHaveCount(1);
  await page.keyboard.press('z');
  await expect(barge).toHaveAccessibleName(/mark done/);
  await day
    .getByRole('button', { name: /Other marks for Sluice Arithmetic/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: /not today/ }).click();
  await expect(status(page)).toContainText('not today');
});

test('an extra-practice day by hand: the new lesson waits, the sitting is filled, and undo brings it back', async ({
  page,
}) => {
  // On the Tuesday Jory’s grammar has a new lesson.
  await page.clock.setFixedTime(new Date('2026-11-10T09:00:00'));
  await openToday(page);
  const grammar = rows(page).filter({ hasText: 'Grammar by Lantern' }).filter({ hasText: 'new lesson' }).first();
  await expect(grammar).toBeVisible();
  await grammar.getByRole('button', { name: /^Other marks/ }).click();
  await page.getByRole('menuitem', { name: /practise once more today it begins (Wed|Thu|Fri) 1[123] Nov/ }).click();
  const practice = page.getByText(
    /Grammar by Lantern, Jory: extra-practice day; Lesson \d+ begins (Wed|Thu|Fri) 1[123] Nov/,
  );
  await page.getByRole('button', { name: /extra practice|more like it/ }).click();
  await expect(practice).toBeVisible();
  await expect(practice).toContainText(/To hand: .*once more/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(practice).toHaveCount(0);
  await expect(grammar).toBeVisible();
});

test('the household’s wishes for the year change its plan; the order of the day is dragged', async ({ page }) => {
  const good = async () => {
    await page.goto('/year/courses');
    await page.getByText('Could it be better?').click();
    await settled(page);
  };
  await good();
  await expect(page.getByText(/\d+ new lessons? stands? on a day on which the teacher has begun enough/)).toBeVisible();
  await page.goto('/household');
  await page.getByLabel('New lessons that one teacher begins a day').selectOption('2');
  await expect(status(page)).toContainText('new lessons a day');
  await good();
  await expect(page.getByText('No teacher begins more new lessons on a day than are allowed.')).toBeVisible();
  await page.goto('/household');
  await page.getByLabel('Courses without a pace of their own').selectOption('early');
  await page.getByLabel('The days').selectOption('alike');
  await page.getByLabel('Where both cannot be had').selectOption('pace');
  await expect(status(page)).toContainText('what comes first in the plan');
  await page.reload();
  await expect(page.getByLabel('The days')).toHaveValue('alike');
  await expect(page.getByLabel('Where both cannot be had')).toHaveValue('pace');

  const order = page.getByRole('region', { name: 'Order of the day' }).getByRole('listitem');
  const first = await order.first().innerText();
  await page.getByLabel('Together first, then').selectOption('eldest');
  const handle = (await order.nth(2).locator('span').first().boundingBox())!;
  const top = (await order.first().boundingBox())!;
  await page.mouse.move(handle.x + 10, handle.y + 10);
  await page.mouse.down();
  await page.mouse.move(handle.x + 10, handle.y - 20, { steps: 4 });
  await page.mouse.move(handle.x + 10, top.y + 4, { steps: 8 });
  await page.mouse.up();
  await expect(order.first()).not.toHaveText(first);
  await page.getByRole('button', { name: 'Forget what was put by hand' }).click();
  await expect(order.first()).toHaveText(first.replace(/\s+/g, ' ').trim(), { useInnerText: true });
});

test('a teacher’s hours by the clock: read as written, refused in words; a child rides along', async ({ page }) => {
  await page.goto('/household');
  await page.getByRole('button', { name: 'Change Maren' }).click();
  await page.getByLabel('only at certain times of the day').check();
  await page.getByLabel('Wednesday', { exact: true }).fill('12-9');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/Wednesday: give times like/)).toBeVisible();
  await page.getByLabel('Wednesday', { exact: true }).fill('9:30-11, 12 to 14');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: 'Change Maren' }).click();
  await expect(page.getByLabel('Wednesday', { exact: true })).toHaveValue('09:30–11:00, 12:00–14:00');
  await page.keyboard.press('Escape');
  await openToday(page);
  await page.getByRole('radio', { name: 'By the clock' }).click();
  const taught = page.getByRole('button', { name: /with Maren/ });
  await expect(taught.first()).toBeVisible();
  for (const name of await taught.evaluateAll((all) => all.map((b) => b.getAttribute('aria-label')!))) {
    const [, from, to] = /^(\d\d:\d\d) to (\d\d:\d\d)/.exec(name)!;
    expect((from! >= '09:30' && to! <= '11:00') || (from! >= '12:00' && to! <= '14:00'), name).toBe(true);
  }
});

test('the week tells what a move costs before it is let go; the year says why a week is crowded', async ({ page }) => {
  await page.goto('/week');
  const sitting = page.locator('[data-sitting="grammar-jory"][data-weekday="Thursday"]');
  await sitting.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  const note = page.getByRole('status').filter({ hasText: 'Grammar by Lantern to' });
  await expect(note).toContainText(/new lessons? for Maren that day, 1 allowed/);
  await expect(note).toContainText(/days in hand by then \d+ → \d+/);
  await expect(note).toContainText(/clashes in the year \d+ → \d+/, { timeout: 60_000 });
  await page.keyboard.press('Escape');
  await expect(note).toHaveCount(0);
  await expect(sitting).toBeVisible();

  await page.goto('/year/courses');
  await page.getByText(/crowded weeks?: why/).click();
  await expect(page.getByText(/begin a new lesson with Maren on one day/).first()).toBeVisible();
  await page.getByText('Could it be better?').click();
  await expect(page.getByRole('button', { name: /and skip \d sheets? as known/ }).first()).toBeVisible();
});

test('a teacher’s hours from a coming date: the weeks behind it are planned by them, those before as they were; undone', async ({
  page,
}) => {
  await page.goto('/household');
  await page.getByRole('button', { name: 'Change Tobias' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Other hours from a date on' }).click();
  await dialog.getByLabel('Other hours from', { exact: true }).fill('');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText('Give the day from which they hold.')).toBeVisible();
  await dialog.getByLabel('Other hours from', { exact: true }).fill('2026-11-30');
  for (const d of ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'])
    await dialog.getByLabel(`Hours from then on ${d}`).fill(d === 'Friday' ? '1,5' : '');
  await dialog.getByRole('button', { name: 'Other hours from a date on' }).click();
  await dialog.getByLabel('Other hours from', { exact: true }).last().fill('2026-11-30');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText('Two of them hold from the same day.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Leave these out' }).last().click();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('from 30 Nov: 1 h 30 min a week')).toBeVisible();
  await page.goto('/week?of=2026-11-30');
  await expect(page.getByText(/of 90 min/).first()).toBeVisible();
  await page.goto('/household');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('from 30 Nov')).toHaveCount(0);
});

test('other minutes or hours hold from today unless another day is given; a day to come is told, and can be left out', async ({
  page,
}) => {
  await page.goto('/household');
  const dialog = page.getByRole('dialog');
  const save = () => dialog.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('button', { name: 'Change Wren' }).click();
  await expect(dialog.getByLabel('They hold from')).toHaveCount(0);
  await dialog.getByLabel('Minutes of school on a full day').fill('165');
  await dialog.getByLabel('They hold from').fill('');
  await save();
  await expect(dialog.getByText('Give the day from which the minutes hold.')).toBeVisible();
  await dialog.getByLabel('They hold from').fill('2027-01-11');
  await save();
  await expect(page.getByText(/up to 2 h 30 min of school a day, from 11 Jan 2 h 45 min/)).toBeVisible();
  await page.getByRole('button', { name: 'Change Wren' }).click();
  await expect(dialog.getByLabel('Minutes of school on a full day')).toHaveValue('150');
  await dialog.getByRole('button', { name: 'Leave this out' }).click();
  await dialog.getByLabel('Minutes of school on a full day').fill('140');
  await save();
  await expect(page.getByText(/up to 2 h 20 min of school a day$/)).toBeVisible();

  // A teacher's hours of weeks gone by stay what they were.
  const weekFrom = async (week: string, heading: RegExp) => {
    await page.goto(`/week?of=${week}`);
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    return page.getByText(/of 45 min/);
  };
  await page.goto('/household');
  await page.getByRole('button', { name: 'Change Tobias' }).click();
  for (const d of ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday'])
    await dialog.getByLabel(`Hours on ${d}`).fill('0.75');
  await expect(dialog.getByLabel('They hold from')).toHaveValue('11 Nov 2026');
  await save();
  await expect(page.getByText(/3 h 45 min a week/)).toBeVisible();
  await expect((await weekFrom('2026-11-16', /^16 Nov/)).first()).toBeVisible();
  await expect(await weekFrom('2026-11-02', /^2 Nov/)).toHaveCount(0);
});
