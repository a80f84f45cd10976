import { DEEDS, PAGES, VIEWS } from '../app/shell/views';
import { expect, openToday, rows, settled, status, test, walk } from './app';

test('every key of the list does on every view what the list says', async ({ page }) => {
  test.setTimeout(120_000);
  await openToday(page);
  await rows(page).first().getByRole('button').first().focus();
  await page.keyboard.press('d');
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(undo).toBeEnabled();
  const dialog = page.getByRole('dialog');
  for (const [i, [path, name]] of VIEWS.entries()) {
    await page.keyboard.press(String(i + 1));
    await expect(page.getByRole('navigation').getByRole('link', { name, exact: true })).toHaveAttribute(
      'aria-current',
      'page',
    );
    await page.locator(`html[data-view="${path}"]`).waitFor({ state: 'attached' });
    await page.keyboard.press('?');
    await expect(dialog.getByRole('heading', { name: 'Keys' })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.keyboard.press('j');
    await expect(dialog.getByRole('heading', { name: /Jot/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.keyboard.press('/');
    await expect(page.getByPlaceholder('Where to, or what to do?')).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
    await page.keyboard.press('z');
    await expect(status(page)).toContainText('Taken back: ');
    await page.keyboard.press('Shift+Z');
    await expect(status(page)).toContainText('Done again: ');
  }
});

test('the command list finds every view and page, and every deed by the words of its button', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto('/');
  await settled(page);
  const search = page.getByPlaceholder('Where to, or what to do?');
  const run = async (words: string) => {
    await page.getByRole('heading', { level: 1 }).first().click();
    await page.keyboard.press('/');
    await search.fill(words);
    await page.getByRole('option', { name: words }).first().waitFor();
    await page.keyboard.press('Enter');
    await expect(search).toHaveCount(0);
  };
  for (const [address, name] of PAGES) {
    const [path] = address.split('?');
    await run(name);
    await page.locator(`html[data-view="${path}"]`).waitFor({ state: 'attached' });
  }
  for (const [path, words, how] of DEEDS) {
    await run(words);
    await page.locator(`html[data-view="${path}"]`).waitFor({ state: 'attached' });
    if (how === 'focus') {
      await expect
        .poll(
          () =>
            page.evaluate(
              () =>
                document.activeElement?.closest('label')?.textContent.trim() ??
                document.activeElement?.textContent.trim(),
            ),
          { message: words },
        )
        .toContain(words);
      continue;
    }
    // A form, or what the page shows in place of the button.
    const dialog = page.getByRole('dialog');
    await expect(dialog.or(page.getByLabel('Country')), words).toBeVisible();
    if (await dialog.isVisible()) await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
  }
  await walk(page, '/');
});
