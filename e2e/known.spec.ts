import { choose, expect, openToday, rows, settled, status, test } from './app';

const JORY = '[data-row^="arith-jory "]';

test('a stretch known: proved, earned, seen on the shelf, failed and taken back', async ({ page }) => {
  await openToday(page);
  const pace = page.getByTestId('pace-arith-jory');
  const inHand = async () => Number(/(\d+) days? in hand/.exec(await pace.innerText())?.[1]);
  const before = await inHand();
  await page.locator(JORY).first().getByRole('button').first().focus();
  await page.keyboard.press('Shift+K');
  const dialog = page.getByRole('dialog');
  await choose(dialog.getByLabel('Up to the end of'), 'Lesson 9');
  const says = dialog.getByRole('status');
  await expect(says).toContainText('Kept to check it, one a sitting:');
  const earned = Number(/\+(\d+) days?/.exec(await says.innerText())![1]);
  expect(earned).toBeGreaterThan(3);
  expect(await says.innerText()).toContain(`Now ${before} days in hand, then ${before + earned} days in hand`);
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(dialog).toHaveCount(0);
  await expect(pace).toContainText(`${before + earned} days in hand`);
  await settled(page);
  const kept = page.locator(JORY, { hasText: 'checks what was skipped' }).first();
  await expect(kept).toBeVisible();

  // It went badly: the practice is put back by one press, and that can be undone.
  await kept.getByRole('button').first().focus();
  await page.keyboard.press('a');
  await page.getByRole('button', { name: /Put \d+ steps back in front/ }).click();
  await expect(status(page)).toContainText('the proof failed');
  await expect.poll(inHand).toBeLessThan(before);
  await page.keyboard.press('z');
  await expect(page.getByRole('button', { name: /Put \d+ steps back in front/ })).toBeVisible();

  await page.goto('/shelf/arith-e');
  await expect(page.getByText(/steps skipped/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText(/steps skipped/)).toHaveCount(0);
  await page.keyboard.press('z');
  await expect(page.getByText(/steps skipped/)).toBeVisible();
});

test('a lesson known is said on the shelf too, for each who takes the course', async ({ page }) => {
  await openToday(page);
  await page.goto('/shelf/grammar');
  await page.getByRole('button', { name: /^Lesson 40 / }).click();
  await expect(page.getByRole('button', { name: 'Oda: already knows this from here on …' })).toBeVisible();
  await page.getByRole('button', { name: 'Jory: already knows this from here on …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Grammar by Lantern: known from Lesson 40 on' });
  await dialog.getByLabel(/nothing to check/).check();
  await expect(dialog.getByRole('status')).toContainText('2 steps fall away.');
  await dialog.getByRole('button', { name: 'All of it is known' }).click();
  await expect(status(page)).toContainText('Grammar by Lantern: 2 steps known');
  await page.keyboard.press('z');
  await expect(status(page)).toContainText('Taken back');
});

test('households that do every sheet never see the offer', async ({ page }) => {
  await page.goto('/household');
  await page.getByLabel('What is known already').selectOption('every sheet');
  await expect(status(page)).toContainText('what is done of known work');
  await openToday(page);
  await page
    .locator(JORY)
    .first()
    .getByRole('button', { name: /Other marks/ })
    .click();
  await expect(page.getByRole('menuitem', { name: /redo more than this/ })).toBeVisible();
  await expect(page.getByRole('menuitem', { name: /already knows this from here on/ })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+K');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('partly keeps what is left in words until the next day', async ({ page }) => {
  await openToday(page);
  const row = rows(page).first();
  const id = await row.getAttribute('data-row');
  await row.getByRole('button').first().focus();
  await page.keyboard.press('p');
  const marked = page.locator(`[data-row="${id}"]`);
  await marked.getByRole('button').first().focus();
  await page.keyboard.press('e');
  await marked.getByLabel('minutes left').fill('7');
  await marked.getByLabel('what is left').fill('questions 7 to 10');
  await page.keyboard.press('Enter');
  await expect(marked).toContainText('partly · 7 min left · left: questions 7 to 10');
  await page.goto('/record');
  await expect(page.getByRole('main')).toContainText('left: questions 7 to 10');
});

test('again for a whole lesson, held in front or brought back as review', async ({ page }) => {
  await openToday(page);
  const first = page.locator('[data-row^="arith-wren "]').first();
  await first.getByRole('button').first().focus();
  await page.keyboard.press('Shift+A');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('status')).toContainText(/\d steps come back/);
  await dialog.getByLabel(/everything done since/).check();
  await dialog.getByLabel('since', { exact: true }).fill('2026-11-02');
  const since = await dialog.getByRole('status').innerText();
  await dialog.getByLabel(/all that was done of this lesson/).check();
  expect(await dialog.getByRole('status').innerText()).not.toBe(since);
  await expect(dialog.getByLabel(/hold the next lesson/)).toBeChecked();
  await dialog.getByLabel(/go on, and review/).check();
  await dialog.getByRole('button', { name: 'Do it again' }).click();
  await expect(status(page)).toContainText(/Sluice Arithmetic, Level B: \d steps again/);
  await page.keyboard.press('z');
  await expect(status(page)).toContainText('Taken back');
});
