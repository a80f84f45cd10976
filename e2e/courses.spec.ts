import { expect, openToday, settled, startOwn, status, test, walk } from './app';

test('the courses over the year: what does not fit is said, a course opens to units and lessons, a unit is moved', async ({
  page,
}) => {
  await page.goto('/year/courses');
  await expect(page.getByRole('list', { name: 'What does not fit' })).toContainText('Basket Mornings (Pip)');
  await page.getByRole('button', { name: 'The Copybook Row' }).click();
  const units = page.getByRole('region', { name: 'Units of The Copybook Row' });
  await units.getByRole('button', { name: 'Capitals', exact: true }).click();
  await expect(
    units
      .getByRole('listitem')
      .filter({ hasText: /^page 1/ })
      .first(),
  ).toContainText('to come');
  await units.getByRole('button', { name: 'Move Capitals' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: 'Save' })).toBeDisabled();
  await dialog.getByLabel('Begins in the week of').selectOption({ label: '18 Jan, teaching week 17' });
  await expect(dialog.getByRole('status')).toContainText(/It begins .* → Mon 18 Jan/, { timeout: 40_000 });
  await expect(dialog.getByRole('status')).toContainText('of other courses would stand on another day');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(status(page)).toContainText('Capitals begins Mon 18 Jan');
  await expect(units.getByRole('listitem').filter({ hasText: /^Capitals/ })).toContainText('18 Jan –', {
    timeout: 40_000,
  });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(units.getByRole('listitem').filter({ hasText: /^Capitals/ })).not.toContainText('18 Jan –', {
    timeout: 40_000,
  });
});

test('on a phone the drawing of the year begins with what was of late, and its names stand still while the weeks go by', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/year/courses');
  const drawing = page.getByRole('region', { name: 'The courses along the year' });
  const name = drawing.getByRole('button', { name: 'Tideways' });
  const left = async (l: typeof name) => (await l.boundingBox())!.x;
  const stood = await left(name);
  const now = await left(drawing.locator('.rows-now'));
  expect([stood >= 0, now > stood + 100, now < 390]).toEqual([true, true, true]);
  await drawing.evaluate((e) => (e.scrollLeft = e.scrollWidth));
  expect(await left(name)).toBe(stood);
  expect(await left(drawing.locator('.rows-now'))).toBeLessThan(now - 100);
});

test('a year to come says when it begins, and of no course that it would not fit into it', async ({ page }) => {
  await page.goto('/year/end');
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(status(page)).toContainText('made from');
  await walk(page, '/year/courses');
  await page.getByRole('link', { name: 'School year 2027–28' }).click();
  await expect(page.getByRole('main')).toContainText('School year 2027–28 begins on Monday 6 September.');
  await expect(page.getByRole('main')).not.toContainText('no day in the year');
  // What tells of today’s year alone offers no other.
  await page.getByRole('link', { name: 'How long' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('How long');
  await expect(page.getByRole('link', { name: /^School year/ })).toHaveCount(0);
});

test('a course entered ahead for the next year is reckoned in that year, and lacks nothing in this one', async ({
  page,
}) => {
  await page.goto('/year/end');
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(status(page)).toContainText('made from');
  await walk(page, '/shelf/arith-e');
  await page.getByRole('button', { name: 'Begin it with somebody' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('checkbox', { name: 'Pip' }).check();
  await form.getByLabel('Not before').fill('2028-09-06');
  await expect(form).toContainText('Set up the school year in which it begins to see when this would end.');
  await form.getByLabel('Not before').fill('2027-09-13');
  await expect(form).toContainText('Reckoned in School year 2027–28, by its pace alone');
  await expect(form.getByRole('status').filter({ hasText: 'Last day' })).toContainText(/\d+ \w+ 2028/);
  await form.getByRole('button', { name: 'Begin it', exact: true }).click();
  await expect(form).toHaveCount(0);
  await expect(page.getByRole('main')).toContainText('not before 13 Sept 2027');
  await walk(page, '/year/courses');
  await settled(page);
  const lacks = page.getByRole('list', { name: 'What does not fit' });
  await expect(lacks).toContainText('Basket Mornings (Pip)');
  await expect(lacks).not.toContainText('Sluice Arithmetic');
});

test('a course with its date to end by in the next year goes on there, and fits', async ({ page }) => {
  await page.goto('/shelf/baskets');
  await expect(page.getByRole('main')).toContainText('4 days short');
  await page.getByRole('button', { name: 'Pace: Pip' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Should end by').fill('2027-09-24');
  await expect(form.getByRole('status').filter({ hasText: 'Last day' })).toContainText(
    /In hand−?4 days short → \d+ days/,
  );
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toHaveCount(0);
  await expect(page.getByRole('main')).toContainText('4 steps left for the next year');
  await walk(page, '/year/courses');
  await settled(page);
  await expect(page.getByRole('main')).not.toContainText('Basket Mornings (Pip) lacks');
});

test('drawn closer, for one child, and as a table that prints on two sides', async ({ page }) => {
  await page.goto('/year/courses');
  await page.getByLabel('Drawn for').selectOption('Pip');
  await expect(page.getByRole('button', { name: 'Lingua Fluminis' })).toHaveCount(0);
  await page.getByLabel('Drawn for').selectOption('everybody');
  await page.getByRole('radio', { name: 'Thirteen weeks' }).click();
  await page.getByRole('button', { name: 'Later' }).click();
  await page.getByRole('radio', { name: 'The year' }).click();
  await page.getByRole('button', { name: 'Show what each week should hold' }).click();
  const table = page.getByRole('region', { name: 'Courses by teaching week' });
  await expect(table.getByRole('row')).toHaveCount(37);
  await expect(table.getByRole('row').nth(1)).toContainText(/\(\d+ of \d+\)/);
  await expect(table).toContainText('test');
  const pdf = await page.pdf({ preferCSSPageSize: true, format: 'A4' });
  // One side for the drawing, two for the table.
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)!.length).toBeLessThanOrEqual(3);
});

test('with nobody taking anything the page says what to do', async ({ page }) => {
  await startOwn(page);
  await page.goto('/year/courses');
  await expect(page.getByText('With a school year and a course that somebody takes')).toBeVisible();
});

test('pace rules: as printed with a rhythm of the book, by minutes, and when there is time, each from Today to undo', async ({
  page,
}) => {
  await page.goto('/shelf/latin');
  await page.getByRole('button', { name: 'Add a printed week' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Give it a name');
  await dialog.getByLabel('Called').fill('two days');
  await dialog.getByLabel('Days a week').fill('2');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('two days: 5 lessons on 2 days a week')).toBeVisible();
  const line = page.getByRole('region', { name: 'Who takes it' }).getByRole('listitem');
  const change = async (rule: RegExp) => {
    await line.getByRole('button', { name: /^Pace/ }).click();
    await dialog.getByRole('radio', { name: rule }).check();
  };
  await change(/as the book has it/);
  await expect(dialog.getByLabel('which rhythm')).toHaveValue(/.+/);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(line).toContainText('as printed');
  await change(/so many minutes/);
  await dialog.getByLabel('how many minutes').fill('0');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('At least 1 minute.');
  await dialog.getByLabel('how many minutes').fill('20');
  await expect(dialog.getByRole('status')).toContainText('no date to end by');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(line).toContainText('20 minutes a sitting');
  await change(/when there is time/);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(line).toContainText(/when there is time · at this pace until/);
  await page.goto('/');
  await settled(page);
  const whenever = page.getByRole('region', { name: 'When there is time' });
  const row = whenever.locator('[data-row^="latin "]');
  const id = await row.getAttribute('data-row');
  await row.getByRole('button').first().click();
  // Done, it stands with the day's work, and the next one waits.
  await expect(page.locator(`[data-row="${id}"] button[aria-pressed="true"]`)).toBeVisible();
  await expect(whenever.locator('[data-row^="latin "]')).not.toHaveAttribute('data-row', id!);
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(whenever.locator('[data-row^="latin "]')).toHaveCount(0);
});

test('a course as bought: parts, an ISBN checked by its digits, a date to exchange by; the wish list stays apart', async ({
  page,
}) => {
  await page.goto('/shelf/hand');
  await page.getByRole('button', { name: 'Parts and purchase' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'A part' }).click();
  await dialog.getByLabel('Title').fill('Copybook, small letters');
  await dialog.getByLabel('ISBN').fill('0-306-40615-3');
  await dialog.getByLabel('Price').fill('6,50');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('the last would be 2, not 3');
  await dialog.getByLabel('ISBN').fill('0-306-40615-2');
  await dialog.getByLabel('Can be exchanged until').fill('2026-12-01');
  await dialog.getByRole('button', { name: 'Save' }).click();
  const bought = page.getByRole('region', { name: 'As bought' });
  await expect(bought).toContainText('ISBN 9780306406157');
  await expect(bought).toContainText('6.50 in all');
  await expect(bought).toContainText('Can be exchanged until 1 Dec');
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByText('can be exchanged until 1 Dec')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Wish list' })).toContainText('Stars over the Towpath');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('can be exchanged until')).toHaveCount(0);
});

test('a score below the line of its course is spoken of on Today, done again in one press, or put away for good', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/shelf/arith-b');
  await expect(page.getByRole('figure', { name: 'Scores of Wren' })).toBeVisible();
  await page.getByRole('button', { name: 'Title, minutes, presence' }).click();
  await page.getByLabel('A score below so many per cent is proposed again').fill('80');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/below the line of the course/).first()).toBeVisible();
  await walk(page, '/');
  await page.getByRole('button', { name: 'A word', exact: true }).click();
  const words = page.getByRole('list', { name: 'Words at the right moment' });
  await expect(words).toContainText('15 of 20, below the line of the course');
  await words.getByRole('button', { name: 'Put away' }).click();
  await expect(words).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: /to make ready/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'A word', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'A word', exact: true }).click();
  await words.getByRole('button', { name: 'Again', exact: true }).click();
  await expect(status(page)).toContainText('to do again');
  await expect(words).toHaveCount(0);
});
