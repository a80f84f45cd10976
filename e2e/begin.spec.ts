import { expect, startOwn, status, test } from './app';

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
