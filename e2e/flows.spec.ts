import { choose, expect, openToday, rows, settled, status, test } from './app';

test('from a blank page to the first marked step: children, teacher, year, course by pattern, enrolment', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /(Start|Open) my own/ }).click();
  await page.getByRole('link', { name: 'Household' }).click();
  await page.getByRole('button', { name: 'Add a child' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Give the child a name.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Nell');
  await page.getByLabel('Born').fill('2019-02-28');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('7 years old')).toBeVisible();
  await page.getByRole('button', { name: 'Add a teacher' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Asa');
  await page.getByLabel('Hours on Friday').fill('1,5');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('13 h 30 min a week')).toBeVisible();

  await page.getByRole('link', { name: 'Year' }).click();
  await page.getByRole('button', { name: 'Set up the school year' }).click();
  await page.getByLabel('First day').fill('2026-11-09');
  await page.getByLabel('Last day').fill('2026-10-01');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('The last day comes before the first.')).toBeVisible();
  await page.getByLabel('Last day').fill('2027-06-18');
  await expect(page.getByRole('dialog').getByRole('status')).toContainText('That makes 160 school days');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: 'School year 2026–27' })).toBeVisible();

  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('button', { name: 'Add a course' }).click();
  await page.getByLabel('Title').fill('Knots and Splices');
  const preview = page.getByRole('dialog').getByRole('status');
  await expect(preview).toContainText('22 lessons: 44 steps');
  for (const [kind, n] of [
    ['introduce', 2],
    ['practise', 2],
    ['review', 1],
    ['test', 1],
  ])
    await page.getByLabel(`${kind} steps in a lesson`).fill(String(n));
  await page.getByLabel('A test after every').fill('6');
  await expect(preview).toContainText('22 lessons, 3 tests: 135 steps in all');
  await page.getByLabel('How many lessons').fill('0');
  await expect(preview).toContainText('whole number from 1 to 1000');
  // What is no number stays to be seen, and is told.
  await page.getByLabel('How many lessons').fill('22 lessons');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('Give a whole number.')).toBeVisible();
  await expect(page.getByLabel('How many lessons')).toHaveValue('22 lessons');
  await page.getByLabel('How many lessons').fill('22');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();

  await page.getByRole('button', { name: 'Begin it with somebody' }).click();
  const offer = page.getByRole('dialog').getByRole('status');
  await expect(offer).toContainText('Steps a week');
  await expect(offer).toContainText('In hand23 days');
  await page
    .getByRole('button', { name: 'Fri' })
    .or(page.getByText('Fri', { exact: true }))
    .first()
    .click();
  await expect(offer).toContainText('In hand58 days');
  await page.getByRole('button', { name: 'Begin it' }).click();
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(rows(page).first()).toContainText('new lesson');
  await settled(page);
  // Four days a week hold 135 steps only at two a sitting: the rule has said so and stored it.
  await expect(rows(page)).toHaveCount(2);
  for (const key of ['d', 'd']) await page.keyboard.press(key);
  await expect(page.getByRole('list', { name: 'How far each child is' })).toContainText('finished');
});

test('contents are renamed, inserted, deleted and made optional; each can be undone', async ({ page }) => {
  await page.goto('/shelf/hand');
  await expect(page.getByText('144 lessons, 144 steps')).toBeVisible();
  await page
    .getByRole('button', { name: /^page 1 1 step/ })
    .first()
    .click();
  await page.getByLabel('Title', { exact: true }).fill('page 1, the slanting stroke');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /slanting stroke/ })).toBeVisible();
  await page.getByRole('button', { name: 'Insert a step behind step 1' }).click();
  await expect(page.getByText('144 lessons, 145 steps')).toBeVisible();
  await page.getByLabel('optional').last().click();
  await expect(page.getByRole('button', { name: /slanting stroke.*some optional/ })).toBeVisible();
  await page.getByRole('button', { name: 'Delete step 2' }).click();
  await page.getByRole('button', { name: 'Delete this lesson' }).click();
  await expect(page.getByText('143 lessons, 143 steps')).toBeVisible();
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('144 lessons, 144 steps')).toBeVisible();
  await expect(page.getByRole('button', { name: /slanting stroke/ })).toHaveCount(0);
});

test('a thing is added, needed by a lesson, short in the week’s box, put in the box, and used up by the mark', async ({
  page,
}) => {
  await openToday(page);
  const row = page.locator('[data-row^="arith-wren "]').first();
  const [, stepId] = (await row.getAttribute('data-row'))!.split(' ');
  const lesson = /Lesson \d+/.exec((await row.getByRole('button').first().getAttribute('aria-label'))!)![0];
  await page.goto('/materials');
  await page.getByRole('button', { name: 'Add a thing' }).click();
  await page.getByLabel('Name', { exact: true }).fill('tailor’s chalk');
  await page.getByLabel('Where it lies').fill('slate box');
  await page.getByLabel('How many are there now').fill('1');
  await page.getByLabel('it is used up by a lesson').check();
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('tab', { name: /^Everything/ }).click();
  await page.getByRole('button', { name: 'Lessons that use tailor’s chalk' }).click();
  await page.getByLabel('Course').selectOption('arith-b');
  await choose(page.getByLabel('Lesson', { exact: true }), lesson);
  await page.getByLabel('Step').selectOption(stepId!);
  await page.getByLabel('How many').fill('3');
  await page.getByRole('button', { name: 'Add this' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('tab', { name: /^This week’s box/ }).click();
  const line = page.getByRole('region', { name: 'This week’s box' }).getByRole('row', { name: /tailor’s chalk/ });
  await expect(line).toContainText('short by 2');
  await line.getByRole('checkbox').click();
  await expect(status(page)).toContainText('tailor’s chalk put in the box');
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'On the table' })).toContainText('tailor’s chalk, 2 missing');
  await page.locator(`[data-row="arith-wren ${stepId}"]`).getByRole('button').first().click();
  await expect(page.locator(`[data-row="arith-wren ${stepId}"] button`).first()).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.goto('/materials?part=all');
  await expect(
    page.getByRole('region', { name: 'All things' }).getByRole('row', { name: /tailor’s chalk/ }),
  ).toContainText('count it');
});

test('the record is mended and the mending undone', async ({ page }) => {
  await page.goto('/record');
  await page.getByLabel('Child', { exact: true }).selectOption('Oda');
  await page
    .getByRole('button', { name: /^Correct / })
    .first()
    .click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('note').fill('by lamplight');
  await dialog.getByLabel('on', { exact: true }).fill('2027-01-01');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toContainText('A mark cannot lie in the future.');
  await dialog.getByLabel('on', { exact: true }).fill('2026-11-03');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Tuesday 3 November' })).toContainText('by lamplight');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('by lamplight')).toHaveCount(0);
});

test('household habits: order of the day, week start and date style change what is shown', async ({ page }) => {
  await page.goto('/household');
  await page.getByRole('button', { name: 'The Children of the Last Barge, Wren, Jory and Oda: later' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: /^1[A-Z]/ })).toContainText('Tideways');
  await page.getByLabel('Dates are written').selectOption('year-month-day');
  await page.getByLabel('The week starts on').selectOption('7');
  // What is no such number stays to be seen, with a sentence, and nothing is kept.
  const start = page.getByLabel('Minutes beside the child at a start');
  const stood = await start.inputValue();
  await start.fill('90');
  await start.blur();
  await expect(page.getByText('Give a whole number from 1 to 60.')).toBeVisible();
  await page.reload();
  await expect(start).toHaveValue(stood);
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Wednesday 2026-11-11');
  await page.getByRole('link', { name: 'Materials' }).click();
  await expect(page.getByRole('heading', { name: /To get out for the week of 2026-11-08 – 2026-11-14/ })).toBeVisible();
});
