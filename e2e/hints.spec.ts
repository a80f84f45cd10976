import { expect, openToday, startOwn, status, test, walk } from './app';

test('the hint of a view is there the first time, is put away, stays away, and comes back when asked', async ({
  page,
}) => {
  await openToday(page);
  const hint = page.getByRole('complementary', { name: 'First time here' });
  await expect(hint).toHaveCount(0);
  await walk(page, '/household');
  await page.getByRole('button', { name: 'Show the hints of each view again' }).click();
  await expect(hint).toContainText('Children, teachers and their hours');
  // It covers nothing: the end of the page can be scrolled clear of it, in the hand too.
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    await page.evaluate(() => window.scrollTo(0, document.documentElement.scrollHeight));
    const end = await page.locator('#page > *').last().boundingBox();
    expect(end!.y + end!.height).toBeLessThanOrEqual((await page.getByRole('contentinfo').boundingBox())!.y + 1);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await hint.getByRole('button', { name: 'Put away', exact: true }).click();
  await expect(hint).toHaveCount(0);
  await walk(page, '/week');
  await expect(hint).toContainText('Red and underlined is a new lesson');
  await page.reload();
  await expect(hint).toContainText('Red and underlined is a new lesson');
  await walk(page, '/household');
  await expect(page.getByRole('heading', { name: 'Habits' })).toBeVisible();
  await expect(hint).toHaveCount(0);
  await walk(page, '/shelf');
  await hint.getByRole('button', { name: 'Put all hints away' }).click();
  await walk(page, '/');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(hint).toHaveCount(0);
  // On a blank page none speaks of what is not there yet.
  await walk(page, '/household');
  await page.getByRole('button', { name: 'Show the hints of each view again' }).click();
  await startOwn(page);
  for (const view of ['/', '/week', '/year', '/record']) {
    await walk(page, view);
    await expect(hint).toHaveCount(0);
  }
  await walk(page, '/shelf');
  await expect(hint).toContainText('A course is a book');
});

test('what a control does is said to a pointer that rests, to the keyboard, and to a finger that stays', async ({
  page,
}) => {
  await openToday(page);
  const tip = page.getByRole('tooltip');
  const undo = page.getByRole('button', { name: 'Undo' });
  await page.locator('[data-row] button').first().click();
  await expect(status(page)).toContainText('done');
  const row = page.locator('[data-row] button[aria-pressed="true"]');
  await expect(row).toHaveCount(1);
  await undo.hover();
  await expect(tip).toContainText('Take back:');
  await expect(undo).toHaveAccessibleDescription(/^Take back:/);
  await page.mouse.move(5, 300);
  await expect(tip).toHaveCount(0);
  // A focus that moves elsewhere by itself, as to the next row after a mark, ends nothing that a pointer rests on.
  await undo.hover();
  await row.focus();
  await expect(tip).toContainText('Take back:');
  await page.mouse.move(5, 300);
  await expect(tip).toHaveCount(0);
  // By keyboard, and away with Escape.
  await page.getByRole('button', { name: 'Jot' }).focus();
  await page.keyboard.press('Tab');
  await expect(undo).toBeFocused();
  await expect(tip).toContainText('Take back:');
  await page.keyboard.press('Escape');
  await expect(tip).toHaveCount(0);
  // A finger that stays asks; one that does not, presses.
  const finger = (kind: string) =>
    undo.evaluate((e, type) => {
      const box = e.getBoundingClientRect();
      const at = { clientX: box.x + 5, clientY: box.y + 5, bubbles: true, cancelable: true };
      if (type === 'click') e.dispatchEvent(new MouseEvent('click', at));
      else e.dispatchEvent(new PointerEvent(type, { ...at, pointerType: 'touch', pointerId: 7 }));
    }, kind);
  await finger('pointerdown');
  await expect(tip).toContainText('Take back:');
  await finger('pointerup');
  await finger('click');
  await expect(row).toHaveCount(1);
  await finger('pointerdown');
  await finger('pointerup');
  await finger('click');
  await expect(row).toHaveCount(0);
});

test('a long list of lessons is searched by typing, by keys alone, and goes back without a choice on Escape', async ({
  page,
}) => {
  await page.goto('/shelf/arith-b');
  await page.getByRole('button', { name: 'Change many lessons at once' }).click();
  const dialog = page.getByRole('dialog', { name: 'Change many lessons at once' });
  const from = dialog.getByLabel('From');
  const list = page.getByRole('dialog', { name: 'Choose one' });
  await from.focus();
  await page.keyboard.press('ArrowDown');
  await expect(list.getByRole('option')).toHaveCount(30);
  await expect(list.getByRole('option', { selected: true })).toHaveText('Lesson 1');
  await page.keyboard.type('son 2');
  await expect(list.getByRole('option').first()).toHaveText('Lesson 2');
  await expect(list.getByRole('option')).toHaveCount(8);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(list).toHaveCount(0);
  await expect(from).toBeFocused();
  await expect(from).toHaveText('Lesson 20');
  await page.keyboard.press('Enter');
  await page.keyboard.type('seventeen');
  await expect(list).toContainText('Nothing with these letters.');
  await page.keyboard.press('Escape');
  await expect(list).toHaveCount(0);
  // The form is still there, as it was.
  await expect(from).toHaveText('Lesson 20');
});
