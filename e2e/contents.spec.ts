import { choose, chooseFile, expect, status, test } from './app';

const PAGE = `Contents
Part One: The River
Lesson 1 Springs ........ 2
Lesson 2 Becks .......... 6
Lesson 3 Weirs .......... 11
Quiz 1 .................. 15
Part Two: The Sea
Lesson 4 Ebb ............ 16
Lesson 5 Flow ........... 20
Index ................... 30`;

test('a book from its pasted contents: understood line by line, mended, put on the shelf', async ({ page }) => {
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'From a contents page' }).click();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('Give the course a title.')).toBeVisible();
  await page.getByLabel('Title of the course').fill('Down to the Sea');
  await page.getByLabel('The contents page, pasted').fill(PAGE);
  const report = page.getByRole('main').getByRole('status');
  await expect(report).toContainText('2 units, 5 lessons, 1 test: 11 steps in all.');
  await expect(page.getByLabel('title of line 3')).toHaveValue('Springs');
  await expect(page.getByLabel('pages of line 3')).toHaveValue('2–5');
  await page.getByLabel('title of line 3').fill('Wells and springs');
  await page.getByLabel('line 6 is').selectOption('lesson');
  await expect(report).toContainText('6 lessons: 12 steps');
  await page.getByLabel('practise', { exact: true }).fill('2');
  await page.getByLabel(/give lessons with more manual pages/).check();
  await expect(report).toContainText('6 lessons: 18 steps');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Down to the Sea' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Lesson 1, Wells and springs.*manual pp\. 2–5/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Part 2, The Sea' })).toBeVisible();
});

test('a CSV file with faults: rows named, the good ones wait for a decision; out again as CSV', async ({ page }) => {
  await page.goto('/shelf/new/contents');
  const template = page.waitForEvent('download');
  await page.getByRole('button', { name: 'A template to fill in' }).click();
  expect((await template).suggestedFilename()).toBe('course template.csv');
  await chooseFile(
    page,
    'From a CSV file',
    'Weaving.csv',
    'title,step,minutes\nWarp,introduce,20\nWarp,dance,5\nWeft,make,soon\nWeft,make,30\n',
  );
  await expect(page.getByLabel('Title of the course')).toHaveValue('Weaving');
  const faults = page.getByRole('alert');
  await expect(faults).toContainText('Row 3, column “step”: “dance” is no kind of step');
  await expect(faults).toContainText('Row 4, column “minutes”: “soon” is no whole number');
  await page.getByRole('button', { name: 'Take the 2 good rows' }).click();
  await expect(page.getByText('2 lessons, 2 steps')).toBeVisible();
  const out = page.waitForEvent('download');
  await page.getByRole('button', { name: 'As CSV' }).click();
  const stream = await (await out).createReadStream();
  let text = '';
  for await (const chunk of stream) text += String(chunk);
  expect(text).toBe(
    'unit,title,pages,step,label,minutes,presence,optional,prepare,variant,weekday,track\r\n,Warp,,introduce,,20,,,,,,\r\n,Weft,,make,,30,,,,,,\r\n',
  );
});

test('order by keys and by dragging, a step in two, steps for a stretch; each undone', async ({ page }) => {
  await page.goto('/shelf/baskets');
  const titles = () =>
    page
      .locator('li > div > button[aria-expanded]')
      .evaluateAll((all) => all.slice(0, 3).map((b) => b.querySelector('span')!.textContent));
  await expect(page.getByRole('button', { name: /^Basket 3/ }).first()).toBeVisible();
  const before = await titles();
  const first = page.locator('li > div > button[aria-expanded]').first();
  await first.focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(titles).toEqual([before[1], before[0], before[2]]);
  // The focus stays on the lesson that moved.
  await expect(page.locator('button:focus')).toContainText(before[0]!);
  await page.keyboard.press('z');
  await expect.poll(titles).toEqual(before);
  // Two quick presses move it by two, however slow the disk.
  await first.focus();
  await page.keyboard.press('Alt+ArrowDown');
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(titles).toEqual([before[1], before[2], before[0]]);
  for (let i = 0; i < 2; i++) await page.keyboard.press('z');
  await expect.poll(titles).toEqual(before);

  const handle = page.locator('[data-tip="Drag to another place"]').first();
  // In the middle of the window, so that the page does not scroll under the pointer.
  await handle.evaluate((h) => h.scrollIntoView({ block: 'center' }));
  const from = (await handle.boundingBox())!;
  const to = (await page.locator('[data-tip="Drag to another place"]').nth(2).boundingBox())!;
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 10, from.y + 30, { steps: 3 });
  await page.mouse.move(to.x + 10, to.y + 14, { steps: 8 });
  await page.mouse.up();
  await expect.poll(titles).toEqual([before[1], before[2], before[0]]);
  await page.keyboard.press('z');
  await expect.poll(titles).toEqual(before);

  await page.goto('/shelf/arith-e');
  await page.getByRole('button', { name: /^Lesson 27 / }).click();
  await page.getByRole('button', { name: 'Split step 1 in two' }).click();
  await expect(page.getByLabel('Its own name').first()).toHaveValue('introduce 1 of 2, first half');
  await expect(page.getByLabel('Minutes').nth(1)).toHaveValue('7');
  await page.getByRole('button', { name: 'Step 2 earlier' }).click();
  await expect(page.getByLabel('Its own name').first()).toHaveValue('introduce 1 of 2, second half');
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Its own name').first()).toHaveValue('');

  await page.getByRole('button', { name: 'Change many lessons at once' }).click();
  const dialog = page.getByRole('dialog');
  await choose(dialog.getByLabel('From'), 'Lesson 5');
  await expect(dialog.getByRole('status')).toContainText(
    /lessons stay as they are, since the record names their steps/,
  );
  await dialog.getByRole('button', { name: 'Give them these steps' }).click();
  await expect(page.getByRole('button', { name: /^Lesson 27 .*4 steps/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Lesson 27 .*6 steps/ })).toBeVisible();
  await expect(status(page)).toContainText('Taken back');
});
