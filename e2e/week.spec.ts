import { largeHousehold } from '../bench/instances';
import { writeBackup } from '../core/formats';
import { expect, openRows, rows, settled, startOwn, status, test } from './app';

const sitting = (course: string, day: string) => `[data-sitting="${course}"][data-weekday="${day}"]`;

test('the week: numbers a day, closed and light days, teacher’s minutes; earlier and later', async ({ page }) => {
  await page.goto('/week');
  await expect(page.getByRole('columnheader', { name: /Friday 13 Nov · light/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /Maren/ })).toContainText(/\d+ of 210 min/);
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  await expect(page.locator('[data-sitting]', { hasText: 'new lesson' }).first()).toBeVisible();
  await page.keyboard.press('[');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('2 Nov – 8 Nov');
  await expect(page.locator('[data-sitting]')).toHaveCount(0);
  await page.goto('/week?of=2026-10-14');
  await expect(page.getByRole('columnheader', { name: /Monday 12 Oct · lock drained/ })).toBeVisible();
  await page.getByRole('button', { name: 'This week' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('9 Nov – 15 Nov');
});

test('a sitting moved by keys, by its menu and by dragging; the plan follows and the focus goes with it', async ({
  page,
}) => {
  await page.goto('/week');
  const wednesday = page.locator(sitting('hand-wren', 'Wednesday'));
  await wednesday.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(status(page)).toContainText('The Copybook Row moved from Wed 11 Nov to Thu 12 Nov');
  await expect(wednesday).toHaveCount(0);
  const thursday = page.locator(sitting('hand-wren', 'Thursday'));
  await expect(thursday).toContainText('moved here by hand');
  await expect(thursday).toBeFocused();
  await page.keyboard.press('u');
  await expect(wednesday).toBeVisible();
  await expect(thursday).not.toContainText('moved here by hand');

  // Friday is none of its weekdays: a parent may still put it there.
  await thursday.click();
  await page.getByRole('menuitem', { name: 'to Friday' }).click();
  await expect(page.locator(sitting('hand-wren', 'Friday'))).toBeFocused();
  await page.keyboard.press('z');
  await expect(thursday).toBeVisible();

  const box = (await thursday.boundingBox())!;
  const column = (await page.getByRole('columnheader', { name: /Friday/ }).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, box.y + box.height / 2, { steps: 4 });
  await page.mouse.move(column.x + column.width / 2, box.y + box.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(page.locator(sitting('hand-wren', 'Friday'))).toBeVisible();
  await page.goto('/');
  await expect(page.getByText(/working out/i)).toHaveCount(0);
});

test('published: printed on one side, held still, and compared with what was done', async ({ page }) => {
  await page.addInitScript(() => {
    window.print = () => void ((window as unknown as { printed: number }).printed = 1);
  });
  await page.goto('/week');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  await page.getByRole('button', { name: 'Publish and print' }).click();
  await expect.poll(() => page.evaluate(() => (window as unknown as { printed: number }).printed)).toBe(1);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('published');
  const pdf = await page.pdf({ preferCSSPageSize: true });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  const before = await page.locator('[data-sitting]').evaluateAll((all) => all.map((s) => s.textContent));
  const settled = page
    .getByRole('row', { name: /Copybook/ })
    .getByRole('cell')
    .last();
  await expect(settled).toHaveText(/^\d of \d$/);
  const [done, of] = (await settled.textContent())!.split(' of ').map(Number) as [number, number];

  await page.goto('/');
  const row = page.locator('[data-row^="hand-wren "]').first();
  await row.getByRole('button').first().click();
  await expect(row.getByText('done', { exact: true })).toBeVisible();
  await page.goto('/week');
  await expect(settled).toHaveText(`${done + 1} of ${of}`);
  const after = await page.locator('[data-sitting]').evaluateAll((all) => all.map((s) => s.textContent));
  expect(before.filter((b) => !after.includes(b))).toHaveLength(1);
  await page.getByRole('button', { name: 'Unfix the week' }).click();
  await expect(page.getByRole('heading', { level: 1 })).not.toContainText('published');
});

test('weeks that were published are told against what was done', async ({ page }) => {
  await page.goto('/week?of=2026-11-04');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('published');
  const done = page
    .getByRole('row', { name: /Reading Barge/ })
    .getByRole('cell')
    .last();
  await expect(done).toHaveText(/^\d of 4$/);
  // Work that slipped from its day is shown there, struck, in words for those who do not see it.
  await expect(page.getByText('published for this day, moved since').first()).toBeAttached();
});

test('a week for five children and thirty courses, nearly five thousand steps to come', async ({ page }) => {
  const { household } = largeHousehold(1);
  await page.clock.setFixedTime(new Date('2026-09-07T08:30:00'));
  await startOwn(page);
  await page.goto('/keeping');
  await page.getByLabel('Choose a backup file').setInputFiles({
    name: 'large.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeBackup({ asOf: '2026-09-07', household })),
  });
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible();
  await page.goto('/week');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  const sittings = await page.locator('[data-sitting]').count();
  expect(sittings).toBeGreaterThan(60);
  expect((await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(
    1,
  );
  await page.goto('/');
  await expect(rows(page).first()).toBeVisible();
  await settled(page);
  const open = await openRows(page).count();
  await openRows(page).first().getByRole('button').first().focus();
  await page.keyboard.press('d');
  await expect(openRows(page)).toHaveCount(open - 1);
  await page.goto('/shelf');
  await expect(
    page.getByText(/on every other day at most 1|a day cannot hold them|No teacher begins more than/),
  ).toBeVisible();
});

test.describe('in the hand', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('the week shows a day at a time, today’s first, the next one a swipe away; or all of it', async ({ page }) => {
    await page.goto('/week');
    const table = page.getByRole('region', { name: 'The week’s table' });
    const day = (name: string) => table.getByRole('columnheader', { name: new RegExp(`^${name}`) });
    await expect(day('Wednesday')).toBeInViewport({ ratio: 0.9 });
    await expect(day('Monday')).not.toBeInViewport();
    await expect(day('Friday')).not.toBeInViewport();
    const wide = (await day('Wednesday').boundingBox())!.width;
    await table.evaluate((box, by) => box.scrollBy(by, 0), wide);
    await expect(day('Thursday')).toBeInViewport({ ratio: 0.9 });
    await page.getByRole('radio', { name: 'The whole week' }).click();
    await expect(day('Monday')).toBeInViewport();
    expect((await day('Monday').boundingBox())!.width).toBeLessThan(wide / 2);
  });
});
