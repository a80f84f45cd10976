import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import JSZip from 'jszip';
import { expect, startOwn, status, test, walk } from './app';

/** Presses and filled fields, counted: a field counts once, however long its text. */
function counted(page: Page) {
  let presses = 0;
  const focused = (label: string) =>
    page.evaluate((name) => {
      const el = document.activeElement as HTMLInputElement | null;
      const words = [el?.getAttribute('aria-label'), ...[...(el?.labels ?? [])].map((l) => l.textContent.trim())];
      return words.some((w) => w?.startsWith(name));
    }, label);
  const press = async (key: string) => {
    await page.keyboard.press(key);
    presses++;
  };
  const to = async (label: string) => {
    for (let i = 0; i < 60 && !(await focused(label)); i++) await press('Tab');
    expect(await focused(label), `${label} is reached by Tab`).toBe(true);
  };
  return {
    press,
    to,
    fill: async (label: string, text: string) => {
      await to(label);
      await page.keyboard.press('ControlOrMeta+a');
      await page.keyboard.type(text);
      presses++;
    },
    get presses() {
      return presses;
    },
  };
}
type Counted = ReturnType<typeof counted>;

/** The shapes a purchased course comes in: what is typed for each, and what it must come to. */
const SHAPES: { name: string; enter: (k: Counted) => Promise<void>; comesTo: RegExp[]; shown: RegExp[] }[] = [
  {
    name: 'Sheets',
    enter: async (k) => {
      await k.fill('How many lessons', '30');
      await k.fill('A test after every', '10');
      await k.fill('practise steps in a lesson', '3');
      await k.fill('review steps in a lesson', '1');
    },
    comesTo: [/30 lessons, 3 tests: 153 steps/],
    shown: [/^Lesson 30/, /^Test 3 \(lessons 21–30\)/],
  },
  {
    name: 'Chapters with a workbook',
    enter: async (k) => {
      await k.press('ArrowDown');
      await k.fill('Lessons of each, in order', '6, 9, 4');
      await k.fill('The book calls these', 'Chapter');
      await k.fill('or after just these lessons', '6, 15, 19');
      await k.fill('name of introduce steps', 'textbook lesson');
      await k.fill('name of practise steps', 'workbook exercise');
    },
    comesTo: [/19 lessons, 3 tests: 41 steps/, /textbook lesson, workbook exercise/, /Chapter 1 \(7\)/],
    shown: [/^Lesson 19/, /^Test 2 \(lessons 7–15\)/],
  },
  {
    name: 'Few long lessons',
    enter: async (k) => {
      await k.fill('How many lessons', '8');
      await k.fill('practise steps in a lesson', '14');
      await k.fill('drill steps in a lesson', '4');
    },
    comesTo: [/8 lessons: 152 steps/],
    shown: [/^Lesson 8/],
  },
  {
    name: 'Numbered days on tracks',
    enter: async (k) => {
      await k.press('ArrowDown');
      await k.press('ArrowDown');
      await k.fill('The tracks and their numbers', 'Reading 140, Sums 180');
      await k.fill('The book calls them', 'Day');
      await k.fill('introduce steps in a lesson', '0');
    },
    comesTo: [/320 lessons: 320 steps/, /Reading \(140\), Sums \(180\)/],
    shown: [/^Day 140/, /^Day 180/],
  },
  {
    name: 'Thin booklets',
    enter: async (k) => {
      await k.press('ArrowDown');
      await k.fill('Lessons of each, in order', '24 24 20 24');
      await k.fill('The book calls these', 'Booklet');
      await k.fill('The book calls them', 'Page');
      await k.fill('introduce steps in a lesson', '0');
    },
    comesTo: [/92 lessons: 92 steps/, /Booklet 3 \(20\)/],
    shown: [/^Page 92/],
  },
  {
    name: 'Topics with a project',
    enter: async (k) => {
      await k.fill('How many lessons', '12');
      await k.to('The book calls them');
      await k.fill('introduce steps in a lesson', '0');
      await k.fill('practise steps in a lesson', '0');
      await k.fill('apply steps in a lesson', '1');
      await k.fill('name of apply steps', 'log page');
      await k.fill('read steps in a lesson', '1');
      await k.fill('make steps in a lesson', '1');
      await k.fill('name of make steps', 'experiment');
    },
    comesTo: [/12 lessons: 36 steps/, /log page, read, experiment/],
    shown: [/^Lesson 12/],
  },
  {
    name: 'Strands',
    enter: async (k) => {
      for (let i = 0; i < 3; i++) await k.press('ArrowDown');
      await k.fill('The strands, in order', 'Numbers, Shapes, Measures');
      await k.fill('Each comes round so many times', '3');
      await k.fill('with so many lessons each time', '4');
    },
    comesTo: [/36 lessons: 72 steps/, /Numbers, part 1 \(4\), Shapes, part 1 \(4\)/],
    shown: [/^Lesson 36/],
  },
];

test('every shape of course is entered by keys from a blank shelf, and comes to what the book has', async ({
  page,
}) => {
  await startOwn(page);
  const table: string[] = [];
  for (const shape of SHAPES) {
    await page.goto('/shelf?add');
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByLabel('Title', { exact: true })).toBeFocused();
    const k = counted(page);
    await k.fill('Title', shape.name);
    // Past level, publisher and edition to the shape of the book.
    await k.to('one lesson like the next');
    await shape.enter(k);
    for (const words of shape.comesTo) await expect(dialog.getByRole('status')).toContainText(words);
    await k.press('Enter');
    await expect(page.getByRole('heading', { name: shape.name, level: 1 })).toBeVisible();
    for (const lesson of shape.shown) await expect(page.getByRole('button', { name: lesson }).first()).toBeVisible();
    table.push(`${shape.name}: ${k.presses}`);
    expect(k.presses).toBeLessThan(60);
  }
  console.log(`Presses and fields for each shape: ${table.join(' · ')}`);
});

test('a manual to prepare, a project beside the lessons, tests on Fridays only; what cannot be read is said', async ({
  page,
}) => {
  await startOwn(page);
  await page.goto('/shelf?add');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Title', { exact: true }).fill('River Science');
  await dialog.getByRole('radio', { name: /chapters or booklets/ }).check();
  await dialog.getByLabel('Lessons of each, in order').fill('4, six');
  await dialog.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(dialog.getByRole('alert')).toContainText('“six” is no whole number');
  await dialog.getByLabel('Lessons of each, in order').fill('4, 6');
  await dialog.getByLabel('A test after every').fill('5');
  await dialog.getByText('A manual to read, a project').click();
  await dialog.getByLabel('Minutes to prepare a lesson').fill('15');
  await dialog.getByLabel('A project beside the lessons').fill('model weir');
  await dialog.getByLabel('worked on so many times').fill('5');
  await dialog.getByLabel('Tests only on').selectOption('Friday');
  await dialog.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: 'As a sheet' }).click();
  await page.getByRole('checkbox', { name: /preparation/ }).check();
  const grid = page.getByRole('grid');
  await expect(grid.getByRole('row').filter({ hasText: 'model weir, 1 of 5' })).toContainText('Lesson 2');
  await expect(grid.getByRole('row').filter({ hasText: 'Test 1' })).toContainText('Friday');
  await expect(grid.getByRole('row').nth(1)).toContainText('15');
});

test('the contents sheet: written, filled down, copied and pasted, a fault by row and column, all undone', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/shelf/science/sheet');
  const grid = page.getByRole('grid', { name: 'Contents of Pond and Sky' });
  const cell = (row: number, column: number) => grid.locator(`[id="cell ${row} ${column}"]`);
  await expect(grid).toHaveAttribute('aria-rowcount', '81');
  await grid.focus();
  // From the lesson's column three to the right and one on: minutes.
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.type('25');
  await page.keyboard.press('Enter');
  await expect(cell(0, 5)).toHaveText('25');
  await page.keyboard.type('soon');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Row 2, minutes: “soon” is no whole number of minutes');
  await page.keyboard.press('Escape');
  await expect(cell(1, 5)).toHaveText('');
  await page.keyboard.press('ArrowUp');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('ControlOrMeta+d');
  await expect(cell(3, 5)).toHaveText('25');
  await expect(cell(4, 5)).toHaveText('');
  await page.keyboard.press('ControlOrMeta+c');
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('25\n25\n25\n25');
  // A block of a spreadsheet, the last two lines of it beyond the end.
  const block = 'Ice again\t90\tread\nIce again\t90\tmake\nFog lifted\t94\tread\n';
  await page.evaluate((text) => navigator.clipboard.writeText(text), block);
  await page.keyboard.press('ControlOrMeta+ArrowDown');
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ControlOrMeta+v');
  await expect(grid).toHaveAttribute('aria-rowcount', '83');
  await expect(cell(81, 1)).toHaveText('Fog lifted');
  await expect(cell(81, 3)).toHaveText('read');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(grid).toHaveAttribute('aria-rowcount', '81');
  await expect(status(page)).toContainText('Taken back');
  await page.keyboard.press('ControlOrMeta+Enter');
  await expect(grid).toHaveAttribute('aria-rowcount', '82');
  await page.keyboard.press('ControlOrMeta+Backspace');
  await expect(grid).toHaveAttribute('aria-rowcount', '81');
});

test('500 steps on the sheet answer every key within a frame or two', async ({ page }) => {
  await startOwn(page);
  await page.goto('/shelf?add');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Title', { exact: true }).fill('Long');
  await dialog.getByLabel('How many lessons').fill('250');
  await dialog.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: 'As a sheet' }).click();
  const grid = page.getByRole('grid');
  await expect(grid).toHaveAttribute('aria-rowcount', '501');
  await grid.focus();
  const slow = await page.evaluate(async () => {
    const tasks: number[] = [];
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
      entryTypes: ['longtask'],
    });
    const el = document.activeElement!;
    for (let i = 0; i < 120; i++) {
      el.dispatchEvent(new KeyboardEvent('keydown', { key: i % 40 === 39 ? 'PageDown' : 'ArrowDown', bubbles: true }));
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
    }
    return tasks;
  });
  console.log(`The sheet with 500 steps, 120 keys: ${slow.length} tasks over 50 ms.`);
  expect(slow.length).toBeLessThan(12);
  // The cells drawn are those that can be seen, not all 4,000.
  expect(await grid.getByRole('row').count()).toBeLessThan(80);
});

test('a course goes to another family as a file, without prices or names, and comes back whole', async ({ page }) => {
  await page.goto('/shelf/reader');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'For another family' }).click();
  const path = await (await download).path();
  await startOwn(page);
  await page.goto('/shelf');
  await page.getByLabel('Choose a course file').setInputFiles({
    name: 'bad.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"olden-primer-course","version":1,"course":{}}'),
  });
  await expect(page.getByRole('alert')).toContainText('bad.json: In the file');
  await page.getByLabel('Choose a course file').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'The Reading Barge', level: 1 })).toBeVisible();
  await expect(page.getByText('120 lessons, 120 steps')).toBeVisible();
  await expect(page.getByText('four days: 4 lessons on 4 days a week')).toBeVisible();
  await expect(page.getByRole('region', { name: 'As bought' })).not.toContainText('18.50');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('This course is not on the shelf')).toBeVisible();
});

test('all curricula are handed on in one file, and put on another shelf together', async ({ page }) => {
  await page.goto('/shelf');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Hand the curricula on' }).click();
  const zip = await JSZip.loadAsync(readFileSync(await (await download).path()));
  const names = Object.keys(zip.files).filter((n) => n.endsWith('.json'));
  expect(names.length).toBeGreaterThan(10);
  const text = await Promise.all(names.map((n) => zip.file(n)!.async('string')));
  for (const own of ['Wren', 'Jory', 'Maren']) expect(text.join('')).not.toContain(own);
  await startOwn(page);
  await walk(page, '/shelf');
  const files = names.slice(0, 3).map((name, i) => ({
    ...{ name, mimeType: 'application/json', buffer: Buffer.from(text[i]!) },
  }));
  await page
    .getByLabel('Choose a course file')
    .setInputFiles([...files, { name: 'torn.json', mimeType: 'application/json', buffer: Buffer.from('{') }]);
  await expect(page.getByRole('alert')).toContainText('torn.json');
  await expect(page.getByRole('list', { name: /^Courses/ }).locator('> li')).toHaveCount(3);
});
