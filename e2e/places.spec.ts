import { expect, openRows, rows, settled, startOwn, status, test } from './app';

/** A household begun at a given moment, with one course; Today is open. */
async function begunAt(page: import('@playwright/test').Page, moment: string): Promise<void> {
  await page.clock.setFixedTime(new Date(moment));
  await startOwn(page);
  await page.getByLabel('Name', { exact: true }).fill('Nell');
  await page.getByLabel('Born').fill('2020-02-29');
  await page.getByLabel('First day').fill('2028-01-10');
  await page.getByLabel('Last day').fill('2028-06-30');
  await page.getByLabel('Title', { exact: true }).fill('Knots and Splices');
  await page.getByLabel('How many lessons').fill('60');
  await page.getByRole('button', { name: 'Show the first week' }).click();
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  await page.goto('/');
  await expect(rows(page).first()).toBeVisible();
  await settled(page);
}

for (const [zone, locale, moment] of [
  // The evening of 28 February there is the 29th in Greenwich already.
  ['America/Los_Angeles', 'en-US', '2028-02-29T04:30:00Z'],
  // The small hours of 28 February there are the 27th in Greenwich still.
  ['Pacific/Auckland', 'en-NZ', '2028-02-27T12:30:00Z'],
] as const) {
  test.describe(zone, () => {
    test.use({ timezoneId: zone, locale });

    test('a day is the civil day here, whatever the hour in Greenwich; 29 February follows', async ({ page }) => {
      await begunAt(page, moment);
      const heading = page.getByRole('heading', { level: 1 });
      await expect(heading).toHaveText(locale === 'en-US' ? 'Monday, February 28' : 'Monday 28 February');
      await page.keyboard.press('d');
      await expect(status(page)).toContainText('done');
      await page.goto('/record');
      await expect(page.getByRole('main')).toContainText(
        locale === 'en-US' ? 'Monday, February 28' : 'Monday 28 February',
      );
      await page.clock.setFixedTime(new Date(Date.parse(moment) + 86_400_000));
      await page.goto('/');
      await expect(heading).toHaveText(locale === 'en-US' ? 'Tuesday, February 29' : 'Tuesday 29 February');
    });
  });
}

test.describe('where the week starts on Sunday', () => {
  test.use({ locale: 'en-US', timezoneId: 'America/Chicago' });

  test('weeks are drawn from Sunday, and a week of one’s own choosing from Saturday', async ({ page }) => {
    await begunAt(page, '2028-03-15T15:00:00Z');
    await page.goto('/week');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Mar 12 – Mar 18');
    await page.goto('/household');
    await page.getByLabel('The week starts on').selectOption('Saturday');
    await expect(status(page)).toContainText('first day of the week');
    await page.goto('/week');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Mar 11 – Mar 17');
    await expect(page.locator('[data-sitting]').first()).toBeVisible();
  });
});

test('two tabs that write at the same moment: both marks are kept, and both tabs show both', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await expect(rows(page).first()).toBeVisible();
  const other = await context.newPage();
  await other.clock.setFixedTime(new Date('2026-11-11T09:00:00'));
  await other.goto('/');
  await expect(rows(other).first()).toBeVisible();
  await settled(page);
  await settled(other);
  // A second new lesson may go to another day once the first is begun; the others stay where they are.
  const keys = await rows(page)
    .filter({ hasNotText: 'new lesson' })
    .evaluateAll((all) => all.map((r) => r.getAttribute('data-row')!));
  const button = (p: typeof page, key: string) => p.locator(`[data-row="${key}"] button`).first();
  for (let i = 0; i + 1 < Math.min(keys.length, 8); i += 2) {
    await Promise.all([button(page, keys[i]!).click(), button(other, keys[i + 1]!).click()]);
    for (const p of [page, other])
      for (const key of [keys[i]!, keys[i + 1]!]) await expect(button(p, key)).toHaveAttribute('aria-pressed', 'true');
  }
  await page.reload();
  await expect(rows(page).first()).toBeVisible();
  for (const key of keys.slice(0, 8)) await expect(button(page, key)).toHaveAttribute('aria-pressed', 'true');
});

test('a page left in the middle of a form stores nothing, and comes back as it was', async ({ page }) => {
  await page.goto('/');
  await expect(rows(page).first()).toBeVisible();
  await settled(page);
  const before = await openRows(page).count();
  await page.keyboard.press('e');
  await page.getByLabel('note').fill('half a thought');
  await page.reload();
  await expect(rows(page).first()).toBeVisible();
  await settled(page);
  await expect(openRows(page)).toHaveCount(before);
  await page.keyboard.press('j');
  await page.getByLabel('What came up').fill('half an errand');
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByText('half an errand')).toHaveCount(0);
});
