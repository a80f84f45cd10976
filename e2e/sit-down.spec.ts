import { expect, openToday, settled, status, test, walk } from './app';

/** A Friday of the sample’s week: the week turns. */
const FRIDAY = '2026-11-13T16:00:00';

test('the planning evening by keyboard alone: offered once, seven parts, published and printed in at most twelve presses', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date(FRIDAY));
  await openToday(page);
  await page.evaluate(() => {
    window.print = () =>
      void document.body.setAttribute('data-printed', String(Number(document.body.dataset['printed'] ?? 0) + 1));
  });
  await page.getByRole('button', { name: 'Sit down over the week of 16 Nov' }).click();
  let presses = 1;
  await page.getByRole('link', { name: 'Sit down over it' }).click();
  presses++;
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sit down over 16 Nov – 22 Nov');
  const parts = [
    'What was left',
    'The week’s dates',
    'Course by course',
    'To read ahead',
    'Things',
    'Errands and extras',
  ];
  for (const part of parts) {
    await expect(page.getByRole('button', { name: new RegExp(part) })).toHaveAttribute('aria-expanded', 'true');
    await expect(page.getByRole('button', { name: 'Seen to, next' })).toBeFocused();
    await page.keyboard.press('Enter');
    presses++;
    await expect(status(page)).toContainText(`${part}: seen to`);
  }
  await expect(page.getByRole('button', { name: 'Publish and print', exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  presses++;
  await expect(page.getByRole('heading', { level: 1 })).toContainText('published');
  await expect(page.locator('body')).toHaveAttribute('data-printed', '1');
  expect(presses).toBeLessThanOrEqual(12);
  // Seen to, it is offered no more.
  await walk(page, '/');
  await expect(page.getByRole('button', { name: /Sit down over/ })).toHaveCount(0);
});

test('a course is chosen otherwise with what that does, a lesson is read and noted, and it is left and come back to', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date(FRIDAY));
  await openToday(page);
  await walk(page, '/sit-down?part=courses');
  const courses = page.getByRole('list', { name: 'Course by course' });
  const tideways = courses.getByRole('listitem').filter({ hasText: 'Tideways' });
  await expect(tideways).toContainText('3 sittings');
  await tideways.getByRole('button', { name: /^Otherwise/ }).click();
  await page.getByLabel('one sitting less').check();
  await expect(tideways.getByRole('status')).toContainText(/days in hand.*clash/);
  await tideways.getByRole('button', { name: 'Keep it so' }).click();
  await settled(page);
  await expect(tideways).toContainText('2 sittings');
  await page.getByRole('button', { name: /To read ahead/ }).click();
  const maren = page.getByRole('region', { name: 'Maren reads' });
  await expect(maren).toContainText(/Maren reads \d+ pages, about \d+ min/);
  const before = Number(/reads (\d+) pages/.exec(await maren.innerText().then((t) => t.toLowerCase()))![1]);
  await maren.getByRole('checkbox', { name: /Tideways, Evening 11/ }).click();
  await expect(maren).toContainText(new RegExp(`reads ${before - 6} pages`, 'i'));
  await page.getByRole('button', { name: 'Note, minutes: Grammar by Lantern, Lesson 15' }).click();
  await page.getByLabel('To think of when it is taught').fill('bring the lantern');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(maren).toContainText('bring the lantern');
  await page.reload();
  await expect(page.getByRole('region', { name: 'Maren reads' })).toContainText('bring the lantern');
  await page.getByRole('button', { name: /The week’s dates/ }).click();
  await page.getByLabel('Your own words for the week').fill('an hour with Wren alone');
  await page.getByRole('button', { name: 'Seen to, next' }).click();
  await page.getByRole('button', { name: /The week’s dates/ }).click();
  await expect(page.getByLabel('Your own words for the week')).toHaveValue('an hour with Wren alone');
});
