import { writeBackup } from '../core/formats';
import { newcomer } from '../core/tests/instances';
import { ownFrom, backup, expect, openRows, openToday, rows, SATURDAY, settled, status, test, walk } from './app';

test('a Monday by keyboard alone: a press a step, focus never lost', async ({ page }) => {
  await page.clock.setFixedTime(new Date('2026-11-09T08:30:00'));
  await openToday(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Monday 9 November');
  const steps = await rows(page).count();
  expect(steps).toBeGreaterThan(6);
  let presses = 0;
  for (let i = 0; i < 40 && (await openRows(page).count()) > 0; i++) {
    await expect(page.locator('[data-row] button:focus')).toHaveCount(1);
    const open = await openRows(page).count();
    await page.keyboard.press('d');
    presses++;
    await expect.poll(() => openRows(page).count()).toBe(open - 1);
  }
  expect(presses).toBe(steps);
  await settled(page);
  await expect(openRows(page)).toHaveCount(0);
  const children = page.getByRole('list', { name: 'How far each child is' }).getByRole('listitem');
  for (const child of await children.all()) await expect(child).toContainText(/finished|nothing today/);
});

test('each mark by its key shows at once, survives a reload, and is taken back by undo', async ({ page }) => {
  await openToday(page);
  const words = { k: 'known', l: 'left out', p: 'partly', n: 'not today', a: 'again', d: 'done' };
  for (const [key, word] of Object.entries(words)) {
    const row = openRows(page).first();
    const id = await row.getAttribute('data-row');
    await row.getByRole('button').first().focus();
    await page.keyboard.press(key);
    const marked = page.locator(`[data-row="${id}"]`);
    await expect(marked.getByText(word, { exact: true })).toBeVisible();
    await page.reload();
    await expect(marked.getByText(word, { exact: true })).toBeVisible();
    await page.keyboard.press('z');
    await expect(status(page)).toContainText('Taken back');
    await expect(marked.getByRole('button', { name: /mark done/ })).toHaveAttribute('aria-pressed', 'false');
    await page.keyboard.press('Shift+Z');
    await expect(marked.getByText(word, { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await settled(page);
  }
});

test('known work earns days in hand, a day not taught spends one, beside the course', async ({ page }) => {
  await openToday(page);
  const pace = page.getByTestId('pace-arith-wren');
  const days = async () => Number(/(\d+) days? in hand/.exec(await pace.innerText())?.[1]);
  const before = await days();
  const row = page.locator('[data-row^="arith-wren "]').first();
  await row.getByRole('button').first().focus();
  await page.keyboard.press('k');
  await expect(pace).toContainText('+1 day today');
  expect(await days()).toBe(before + 1);
  await page.keyboard.press('z');
  await expect(pace).not.toContainText('today');
  await row.getByRole('button').first().focus();
  await page.keyboard.press('n');
  await expect(pace).toContainText('−1 day today');
  expect(await days()).toBe(before - 1);
});

test('marks by menu; minutes, score and note with plain sentences for what cannot be read', async ({ page }) => {
  await openToday(page);
  const id = await rows(page).first().getAttribute('data-row');
  const row = page.locator(`[data-row="${id}"]`);
  await row.getByRole('button', { name: /Other marks/ }).click();
  await page.getByRole('menuitem', { name: /missed by Wren/ }).click();
  await expect(row).toContainText('missed by Wren');
  await row.getByRole('button', { name: /Other marks/ }).click();
  await page.getByRole('menuitem', { name: /minutes, score, note/ }).click();
  await row.getByLabel('minutes').fill('a while');
  await row.getByLabel('score').fill('21/20');
  await row.getByRole('button', { name: 'Save' }).click();
  await expect(row).toContainText('Write minutes as a whole number from 0 to 600.');
  await expect(row).toContainText('A score cannot be more than all: 21 of 20.');
  await row.getByLabel('minutes').fill('25');
  await row.getByLabel('score').fill('17 of 20');
  await row.getByLabel('note').fill('asked for more');
  await page.keyboard.press('Enter');
  await expect(row).toContainText('done · 25 min · score 17/20 · “asked for more”');
});

test('what one child missed is caught up with the next day: done of its own list, and on nobody else’s', async ({
  page,
}) => {
  await page.goto('/keeping');
  await ownFrom(page, await backup(page));
  await openToday(page);
  const family = rows(page)
    .filter({ has: page.locator('[id^="done history "], [id^="done science "]') })
    .first();
  await family.getByRole('button', { name: /Other marks/ }).click();
  await page.getByRole('menuitem', { name: /missed by Wren/ }).click();
  await expect(family).toContainText('missed by Wren');
  await family.getByRole('button').first().click();
  await settled(page);
  await page.clock.setFixedTime(new Date('2026-11-12T09:00:00'));
  await openToday(page);
  const others = await rows(page).count();
  await page.getByRole('button', { name: /missed 3 steps that the others did/ }).click();
  const list = page.getByRole('list', { name: 'Missed, to catch up with' });
  const open = list.getByRole('button', { name: 'caught up' });
  await list
    .getByRole('listitem')
    .filter({ hasText: 'Wren missed' })
    .filter({ hasText: '11 Nov' })
    .getByRole('button')
    .click();
  await expect(status(page)).toContainText('Wren has caught up with');
  await expect(page.getByRole('button', { name: /missed 2 steps that the others did/ })).toBeVisible();
  await expect(list).toContainText(/Wren caught up with .*, \d+ min/);
  if (process.env['SHOT']) await page.screenshot({ path: '/tmp/caught.png' });
  await settled(page);
  await expect(rows(page)).toHaveCount(others);
  await list.getByRole('button', { name: 'take it off' }).click();
  await expect(open).toHaveCount(3);
});

test('a Saturday is a Saturday: it says so, shows what Monday holds, and what is done of it now is dated today', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date(SATURDAY));
  await openToday(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Saturday 14 November');
  await expect(page.getByText('No school day.')).toBeVisible();
  const ahead = page.getByRole('region', { name: 'The next school day: Monday 16 November' });
  const first = ahead.locator('[data-row]').first();
  const key = await first.getAttribute('data-row');
  await first.getByRole('button').first().focus();
  await page.keyboard.press('d');
  await settled(page);
  // It stands on today's own list now, and in the record under Saturday.
  await expect(page.locator(`[data-row="${key}"]`)).toContainText('done');
  await page.goto('/record');
  await expect(page.getByRole('heading', { name: /Saturday 14 November/ })).toBeVisible();
  await expect(page.getByText('Monday 16 November')).toHaveCount(0);
});

test('any day is opened by keys: what is marked on yesterday’s page carries yesterday’s date, on tomorrow’s today’s', async ({
  page,
}) => {
  await openToday(page);
  const title = page.getByRole('heading', { level: 1 });
  await page.keyboard.press('[');
  await expect(title).toHaveText('Tuesday 10 November');
  await expect(page.getByText('What is marked here now carries its date, Tue 10 Nov.')).toBeVisible();
  const whenever = page.getByRole('region', { name: 'What comes next of each course' });
  const row = whenever.locator('[data-row]').first();
  const key = (await row.getAttribute('data-row'))!;
  await row.getByRole('button').first().focus();
  await page.keyboard.press('d');
  await settled(page);
  await expect(page.locator(`[data-row="${key}"]`).first()).toContainText('done');
  // Pressed faster than the page follows, every press counts.
  for (const key of [']', ']', ']', '[']) await page.keyboard.press(key);
  await expect(title).toHaveText('Thursday 12 November');
  await openRows(page).first().getByRole('button').first().focus();
  await page.keyboard.press('d');
  await expect(status(page)).toContainText('done, ahead, on Wed 11 Nov');
  await page.reload();
  await expect(title).toHaveText('Thursday 12 November');
  await page.getByRole('button', { name: 'Today', exact: true }).click();
  await expect(title).toHaveText('Wednesday 11 November');
  // Or picked from a month.
  await page.getByRole('button', { name: 'Another day' }).click();
  await page.getByRole('button', { name: /20 November|November 20/ }).click();
  await expect(title).toHaveText('Friday 20 November');
});

test('a new lesson is named in words, with the manual pages to read before', async ({ page }) => {
  await openToday(page);
  // One carried from another day was read then; one that begins today is to be read before.
  const fresh = page.locator('[data-row]', { hasText: 'new lesson' });
  await expect(fresh.first()).toBeVisible();
  await expect(fresh.filter({ hasText: /read pp?\. \d+/ }).first()).toBeVisible();
});

test('two tabs follow each other', async ({ page, context }) => {
  await openToday(page);
  const other = await context.newPage();
  await other.clock.setFixedTime(new Date('2026-11-11T09:00:00'));
  await openToday(other);
  const id = await rows(page).first().getAttribute('data-row');
  await page.locator(`[data-row="${id}"]`).getByRole('button').first().click();
  await expect(other.locator(`[data-row="${id}"] button[aria-pressed="true"]`)).toBeVisible();
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator(`[data-row="${id}"] button[aria-pressed="false"]`)).toBeVisible();
});

test('on a phone nothing runs off the side, and what a finger presses is large enough', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openToday(page);
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBeLessThanOrEqual(0);
  const box = await rows(page).first().getByRole('button').first().boundingBox();
  expect(Math.min(box!.width, box!.height)).toBeGreaterThanOrEqual(44);
});

test('the page fits: the day’s work begins high up, and enough of it is in sight, at a desk and in the hand', async ({
  page,
}) => {
  for (const [width, height, first, lines] of [
    [1280, 800, 210, 9],
    [390, 844, 325, 6],
  ] as const) {
    await page.setViewportSize({ width, height });
    await openToday(page);
    const foot = (await page.getByRole('contentinfo').boundingBox())!.y;
    const boxes = await rows(page).evaluateAll((all) => all.map((e) => e.getBoundingClientRect().toJSON() as DOMRect));
    expect(boxes[0]!.top, `first row at ${width}`).toBeLessThanOrEqual(first);
    expect(boxes.filter((b) => b.bottom <= foot).length, `rows in sight at ${width}`).toBeGreaterThanOrEqual(lines);
    const work = page.locator('main :is([data-row], input[type="checkbox"])').first();
    expect((await work.boundingBox())!.y, `first work at ${width}`).toBeLessThanOrEqual(width < 640 ? 270 : 210);
  }
  // In the hand every view is reached at the foot.
  const views = page.getByRole('navigation', { name: 'Views' });
  await views.getByRole('link', { name: 'Week' }).click();
  await expect(page).toHaveURL(/\/week/);
  await views.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Record' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Record' })).toBeVisible();
});

test('what stood on the list and was not done is named the next morning, and settled in two presses', async ({
  page,
}) => {
  await page.goto('/keeping');
  const sample = await backup(page);
  await ownFrom(page, sample);
  await walk(page, '/');
  await settled(page);
  // Two things are done on Wednesday; the rest is neither done nor put off.
  const stood = await rows(page).count();
  await page.keyboard.press('d');
  await expect(page.locator('[data-row] button[aria-pressed="true"]')).toHaveCount(1);
  await page.keyboard.press('d');
  await expect(page.locator('[data-row] button[aria-pressed="true"]')).toHaveCount(2);
  await settled(page);

  await page.clock.setFixedTime(new Date('2026-11-12T09:00:00'));
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Thursday 12 November');
  const left = page.getByRole('button', { name: /^Left from Wednesday 11 November: \d+ steps, carried/ });
  await expect(left).toContainText(`${stood - 2} steps`);
  // Yesterday’s page shows what stood there and is open; marked there it carries that date.
  await page.keyboard.press('[');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Wednesday 11 November');
  await expect(openRows(page)).toHaveCount(stood - 2);
  await openRows(page).first().locator('button[aria-pressed]').first().click();
  await expect(openRows(page)).toHaveCount(stood - 3);
  await page.keyboard.press(']');
  await expect(left).toContainText(`${stood - 3} steps`);
  // One of it carried, the rest done: two presses for all of it.
  await left.click();
  const list = page.getByRole('list', { name: /^Left from Wednesday/ });
  await list.getByRole('listitem').first().getByRole('button', { name: 'carry' }).click();
  await expect(left).toContainText(`${stood - 4} steps`);
  await page.getByRole('button', { name: 'All of it was done' }).click();
  await expect(left).toHaveCount(0);
  await page.keyboard.press('z');
  await expect(left).toContainText(`${stood - 4} steps`);
  await page.keyboard.press('Shift+Z');
  await walk(page, '/record');
  await expect(page.getByText('11 Nov').first()).toBeVisible();

  // A Saturday: nobody opened Friday, whose list is what the plan placed on it by then; what stood on Thursday is one line.
  await page.clock.setFixedTime(new Date('2026-11-14T09:00:00'));
  await walk(page, '/');
  await page.reload();
  await page.getByRole('button', { name: /^Left from Friday 13 November/ }).click();
  await expect(page.getByText(/^Thu 12 Nov: \d+ carried/)).toBeVisible();
  // Sitting down over the next week carries all of both days in one press; undone, both are asked about again.
  await walk(page, '/sit-down');
  const all = page.getByRole('button', { name: /^Carry all \d+/ });
  await all.click();
  await expect(page.getByText('nothing was left')).toBeVisible();
  await page.keyboard.press('z');
  await expect(all).toBeVisible();
  await walk(page, '/');
  await page.getByRole('button', { name: /^Left from Friday 13 November/ }).click();
  await page.getByRole('button', { name: 'put away' }).click();
  await expect(page.getByText(/^Thu 12 Nov: /)).toHaveCount(0);
});

test('a day under way keeps its page: a mark has no other course change places, nor does a reload or what is taken back', async ({
  page,
}) => {
  // A newcomer's shelf, nothing of it published: its courses could stand on many days at the same cost.
  const day = '2026-09-09';
  await page.clock.setFixedTime(new Date(`${day}T09:00:00`));
  await page.goto('/');
  await ownFrom(page, writeBackup({ asOf: day, household: newcomer().household }));
  await walk(page, '/');
  await settled(page);
  const standing = () => rows(page).evaluateAll((all) => all.map((r) => r.querySelector('button[id]')!.id));
  const stood = await standing();
  expect(stood.length).toBeGreaterThan(2);
  for (const [i] of stood.entries()) {
    await openRows(page).first().locator('button[aria-pressed]').first().click();
    await expect(openRows(page)).toHaveCount(stood.length - 1 - i);
    await settled(page);
    expect(await standing()).toEqual(stood);
    if (i > 0) continue;
    await page.reload();
    await settled(page);
    expect(await standing()).toEqual(stood);
  }
  await page.keyboard.press('Control+z');
  await expect(openRows(page)).toHaveCount(1);
  await settled(page);
  expect(await standing()).toEqual(stood);
});
