import type { Locator } from '@playwright/test';
import { expect, startOwn, status, test } from './app';

const CHILDREN = [
  ['Nell', '28.2.2019'],
  ['Asa', '5.5.2015'],
  ['Ivo', '1.9.2017'],
] as const;
const BOOKS: [title: string, who: string | undefined, shape: string | undefined, lessons: string][] = [
  ['Millstone Sums A', 'Nell', undefined, '34'],
  ['First Letters', undefined, undefined, '30'],
  ['Tales of the Weir', undefined, 'told', '24'],
  ['Millstone Sums C', 'Asa', undefined, '34'],
  ['Grammar by Candle', undefined, 'sheet', '60'],
  ['Lock Keeper’s Latin', undefined, undefined, '28'],
  ['Copybook of Capitals', 'Ivo', 'day', '120'],
];

test('from an empty shelf to the first week by keyboard: under three minutes and sixty presses and fields', async ({
  page,
}) => {
  const started = Date.now();
  await page.goto('/');
  let presses = 0;
  const press = async (key: string, times = 1) => {
    for (let i = 0; i < times; i++) await page.keyboard.press(key);
    presses += times;
  };
  /** A field counts once, however long the text: the focus must be in it already. */
  const fill = async (label: string, text: string) => {
    await expect(page.getByLabel(label, { exact: true })).toBeFocused();
    await page.keyboard.type(text);
    presses++;
  };
  await page.getByRole('button', { name: 'Start my own' }).focus();
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'A blank page' })).toBeVisible();
  await fill('Name', 'Nell');
  await press('Tab');
  await fill('Born', '28.2.2019');
  await press('Tab');
  while (!(await page.getByRole('button', { name: 'Another child' }).evaluate((b) => b === document.activeElement)))
    await press('Tab');
  await press('Enter');
  await fill('Name of child 2', 'Asa');
  await press('Tab');
  await page.keyboard.type('5 May 2015');
  presses++;
  const title = page.getByLabel('Title', { exact: true });
  while (!(await title.evaluate((b) => b === document.activeElement))) await press('Tab');
  await fill('Title', 'Knots and Splices');
  const lessons = page.getByLabel('How many lessons');
  while (!(await lessons.evaluate((b) => b === document.activeElement))) await press('Tab');
  await fill('How many lessons', '22');
  await expect(page.getByRole('status').filter({ hasText: '22 lessons: 44 steps in all' })).toBeVisible();
  await press('Enter');
  await expect(page.getByRole('table')).toContainText('Knots and Splices');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  const seconds = (Date.now() - started) / 1000;
  console.log(`First run: ${presses} presses and fields, ${seconds.toFixed(1)} s by machine.`);
  expect(presses).toBeLessThan(60);
  expect(seconds).toBeLessThan(180);
  // There and back: the sample is as it was, and one's own is still there.
  await page.goto('/keeping');
  await page.getByRole('button', { name: 'Open the sample' }).click();
  await expect(page.getByText('A sample household')).toBeVisible();
  await page.getByRole('button', { name: 'Open my own' }).first().click();
  await page.goto('/household');
  await expect(page.getByText('Nell', { exact: true })).toBeVisible();
});

test('what is missing is said beside its field, nothing is stored, and one press undoes the beginning', async ({
  page,
}) => {
  await startOwn(page);
  await page.getByRole('button', { name: 'Show the first week' }).click();
  for (const sentence of ['Give at least one child', 'Give the course a title', 'Give the number of lessons'])
    await expect(page.getByText(sentence)).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.getByLabel('Name', { exact: true }).fill('Nell');
  await page.getByLabel('Born').fill('2019-02-28');
  await page.getByLabel('Title').fill('River Reader');
  await page.getByRole('button', { name: 'Paste its contents page instead' }).click();
  await page.getByLabel('Its contents page').fill('Unit 1 Water\n1 Rain ... 3\n2 Snow ... 9\nTest 1\n3 Fog ... 15');
  await expect(page.getByText('3 lessons, 1 test: 7 steps in all')).toBeVisible();
  await page.getByRole('button', { name: 'Show the first week' }).click();
  await expect(page.getByRole('table')).toContainText('River Reader');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(status(page)).toContainText('Taken back: the household begun');
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'A blank page' })).toBeVisible();
});

test('three children and eight mixed courses from a blank shelf to the first week: at most fifty presses and fields', async ({
  page,
}) => {
  await page.goto('/');
  let count = 0;
  const press = async (name: string | RegExp, exact = true) => {
    await page
      .getByRole('button', { name, ...(typeof name === 'string' ? { exact } : {}) })
      .first()
      .click();
    count++;
  };
  const fill = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).fill(text);
    count++;
  };
  await press('Start my own');
  for (const [i, [name, born]] of CHILDREN.entries()) {
    if (i > 0) await press('Another child');
    await fill(i === 0 ? 'Name' : `Name of child ${i + 1}`, name);
    const field = page.getByLabel('Born', { exact: true }).nth(i);
    await field.fill(born);
    count++;
  }
  await fill('Title', 'Knots and Splices');
  await fill('How many lessons', '22');
  await press('Show the first week');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();

  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByRole('link', { name: 'Several at once' }).click();
  count += 2;
  for (const [i, [title, who, shape, lessons]] of BOOKS.entries()) {
    await fill(`Title, row ${i + 1}`, title);
    if (who) {
      // The row begins with who takes the one before it.
      const before = page.getByRole('toolbar', { name: `Who, row ${i + 1}` }).locator('[aria-pressed=true]');
      if ((await before.count()) > 0) {
        await before.click();
        count++;
      }
      await press(`${who}, row ${i + 1}`);
    }
    if (shape) {
      await page.getByLabel(`A lesson is, row ${i + 1}`).selectOption(shape);
      count++;
    }
    await fill(`Lessons, row ${i + 1}`, lessons);
  }
  // The week beside it, before anything is kept.
  await expect(page.getByRole('region', { name: 'The first week' })).toContainText('Lock Keeper’s Latin');
  await press('Put them on the shelf');
  await expect(page.locator('#rows')).toHaveCount(0);
  await expect(page.getByRole('table')).toContainText('Copybook of Capitals');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  console.log(`A whole shelf: ${count} presses and fields.`);
  expect(count).toBeLessThanOrEqual(50);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('table')).not.toContainText('Copybook of Capitals');
});

test('the same by keyboard alone, with a fault in a row; and rows pasted from a spreadsheet', async ({ page }) => {
  await page.goto('/');
  let presses = 0;
  const press = async (key: string) => {
    await page.keyboard.press(key);
    presses++;
  };
  const at = (where: Locator) => where.evaluate((b) => b === document.activeElement);
  /** By Tab alone; who needs more than so many is lost. */
  const to = async (where: Locator, most = 12) => {
    for (let i = 0; i < most && !(await at(where)); i++) await press('Tab');
    await expect(where).toBeFocused();
  };
  const type = async (where: Locator, text: string) => {
    await to(where);
    await page.keyboard.type(text);
    presses++;
  };
  const field = (label: string) => page.getByLabel(label, { exact: true });
  await page.getByRole('button', { name: 'Start my own' }).focus();
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'A blank page' })).toBeVisible();
  for (const [i, [name, born]] of CHILDREN.entries()) {
    if (i > 0) {
      await to(page.getByRole('button', { name: 'Another child' }));
      await press('Enter');
    }
    await type(field(i === 0 ? 'Name' : `Name of child ${i + 1}`), name);
    await type(field('Born').nth(i), born);
  }
  await type(field('Title'), 'Knots and Splices');
  await type(field('How many lessons'), '22');
  await press('Enter');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  // Across the views: by the list of commands, as whoever uses no pointer does.
  await press('/');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('whole shelf');
  presses++;
  await press('Enter');
  await expect(field('Title, row 1')).toBeFocused();
  for (const [i, [title, who, shape, lessons]] of BOOKS.entries()) {
    const row = i + 1;
    await type(field(`Title, row ${row}`), title);
    if (who) {
      const group = page.getByRole('toolbar', { name: `Who, row ${row}` });
      const names = (await group.getByRole('button').evaluateAll((all) => all.map((b) => b.ariaLabel))).map(
        (label) => label!.split(',')[0]!,
      );
      const now = group.getByRole('button', { pressed: true });
      // The row begins with who takes the one before it; the arrows go on from there.
      const before = (await now.count()) > 0 ? names.indexOf(BOOKS.slice(0, i).findLast((b) => b[1])![1]!) : 0;
      await to(group.getByRole('button').nth(before));
      if ((await now.count()) > 0) await press('Space');
      // An arrow moves the focus a moment later: nobody presses the next one sooner than it has.
      for (let k = before; k !== names.indexOf(who);) {
        const by = k < names.indexOf(who) ? 1 : -1;
        await press(by > 0 ? 'ArrowRight' : 'ArrowLeft');
        k += by;
        await expect(group.getByRole('button').nth(k)).toBeFocused();
      }
      await press('Space');
      await expect(now).toHaveAccessibleName(`${who}, row ${row}`);
    }
    if (shape) {
      await to(field(`A lesson is, row ${row}`));
      // A select goes by the first letters of what it offers.
      await page.keyboard.type(
        (await field(`A lesson is, row ${row}`).locator(`[value="${shape}"]`).innerText()).slice(0, 9),
      );
      presses++;
      await expect(field(`A lesson is, row ${row}`)).toHaveValue(shape);
    }
    await type(field(`Lessons, row ${row}`), i === 2 ? '0' : lessons);
    await press('Enter');
  }
  const keep = page.getByRole('button', { name: 'Put them on the shelf' });
  // An empty row, and Enter: the sheet is full.
  await press('Enter');
  await expect(keep).toBeFocused();
  await press('Enter');
  await expect(page.getByRole('alert')).toContainText('Row 3: From 1 to 1000.');
  await expect(field('Lessons, row 3')).toBeFocused();
  await press('Control+a');
  await type(field('Lessons, row 3'), BOOKS[2]![3]);
  await keep.focus();
  await press('Enter');
  await expect(page.locator('#rows')).toHaveCount(0);
  await expect(page.getByRole('table')).toContainText('Copybook of Capitals');
  console.log(`A whole shelf by keyboard alone: ${presses} presses and fields, one fault and its mending among them.`);
  expect(presses).toBeLessThanOrEqual(100);

  await page.goto('/shelf/new/rows');
  await page.getByLabel('Title, row 1').focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'Splices\tNell\tsomething made\t12\nPlain Latin\tAsa\ttaught\t30\t4');
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(page.getByLabel('Title, row 2')).toHaveValue('Plain Latin');
  await expect(page.getByLabel('Steps of each, row 2')).toHaveValue('4');
  await keep.click();
  await expect(status(page)).toContainText('2 courses put on the shelf');
});
