import { expect, openToday, test, walk } from './app';

test('a deck pasted and from a grid, reviewed by keys, an answer taken back, one minute against the clock', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/cards');
  await page.getByRole('button', { name: 'Add a deck' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Knots');
  await page.getByLabel('Cards a day').fill('0');
  await page
    .getByLabel('Cards, a line each')
    .fill('bowline = a loop that does not slip\nreef knot = joins two ropes\nhalf hitch');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Give how many cards a day, from 1 to 500.')).toBeVisible();
  await page.getByLabel('Cards a day').fill('3');
  await page.getByRole('button', { name: 'Save' }).click();
  const deck = page.getByRole('list', { name: 'Knots' });
  await expect(deck.getByRole('listitem').filter({ hasText: 'Wren' })).toContainText('0 of 3 mastered, 3 not met yet');
  await page.getByRole('button', { name: 'Review Knots with Wren' }).click();
  await expect(page.locator('[data-card]')).toHaveText('bowline');
  await page.keyboard.press('b');
  await expect(page.getByText('a loop that does not slip')).toBeVisible();
  await page.keyboard.press('r');
  await expect(page.locator('[data-card]')).toHaveText('reef knot');
  await page.keyboard.press('w');
  await expect(page.locator('[data-card]')).toHaveText('half hitch');
  await page.getByRole('button', { name: 'Take the last answer back' }).click();
  await expect(page.locator('[data-card]')).toHaveText('reef knot');
  await page.keyboard.press('s');
  await expect(page.locator('[data-card]')).toHaveText('half hitch');
  // What was answered is kept at once.
  await page.reload();
  await expect(deck.getByRole('listitem').filter({ hasText: 'Wren' })).toContainText('2 to review, 1 not met yet');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(deck.getByRole('listitem').filter({ hasText: 'Wren' })).toContainText('1 to review, 2 not met yet');
  await page.getByRole('button', { name: 'One minute of Knots with Wren' }).click();
  await page.getByRole('button', { name: 'Begin the minute' }).click();
  for (let i = 0; i < 5; i++) {
    const before = await page.locator('[data-card]').getAttribute('data-card');
    await page.keyboard.press(i === 2 ? 'w' : 'r');
    await expect(page.locator(`[data-card="${before}"]`)).toHaveCount(0);
  }
  await page.getByRole('button', { name: 'Stop here' }).click();
  await expect(deck.getByRole('listitem').filter({ hasText: 'Wren' })).toContainText('last 4 right, 1 wrong, best 4');
  await page.getByRole('button', { name: 'Its cards: Knots' }).click();
  await page.getByLabel('Which', { exact: true }).selectOption('×');
  await page.getByLabel('First numbers').fill('2-3');
  await page.getByLabel('Second numbers').fill('4-6');
  await expect(page.getByText('6 cards to come')).toBeVisible();
  await page.getByRole('button', { name: 'Take out: half hitch' }).click();
  await expect(page.getByRole('region', { name: 'Its cards' })).not.toContainText('half hitch');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Knots' })).toContainText('8 cards');
});
