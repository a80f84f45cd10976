import { expect, openToday, status, test } from './app';

test('jotted with one key from anywhere, it lands where it belongs', async ({ page }) => {
  await openToday(page);
  const jot = async (line: string) => {
    await page.keyboard.press('j');
    await expect(page.getByLabel('What came up')).toBeFocused();
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(status(page)).toContainText('jotted down');
  };
  await jot('copy the maps');
  await jot('note: sang all through the dishes');
  await expect(page.getByRole('list', { name: 'Also this week' })).toContainText('copy the maps');
  await expect(page.getByText('sang all through the dishes').first()).toBeVisible();
  await page.goto('/materials');
  await expect(page.getByRole('heading', { name: 'Materials' })).toBeVisible();
  await jot('buy glue sticks');
  await page.getByRole('tab', { name: /^Orders/ }).click();
  await expect(page.getByRole('list', { name: 'To buy' })).toContainText('glue sticks');
  await page.getByRole('checkbox', { name: /glue sticks/ }).click();
  await expect(status(page)).toContainText('glue sticks: settled');
  await jot('remind me of the boat fair in two weeks');
  await page.goto('/week?of=2026-11-25');
  await expect(page.getByRole('list', { name: 'Also this week' })).toContainText('the boat fair');
  await page.goto('/week');
  const list = page.getByRole('list', { name: 'Also this week' });
  await expect(list).toContainText('copy the maps');
  await expect(list).not.toContainText('the boat fair');
  await page.goto('/record');
  await expect(page.getByRole('main')).toContainText('sang all through the dishes');
});

test('the command list goes anywhere by a few letters', async ({ page }) => {
  await openToday(page);
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('lingua');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Lingua Fluminis' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('jot');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('What came up')).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('zzxq');
  await expect(page.getByText('Nothing by that name.')).toBeVisible();
});
