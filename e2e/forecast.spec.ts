import { expect, openToday, test, walk } from './app';

test('how long it will take: each child, each course in words and as a fan with its table; the course’s own page says the same', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/year/forecast');
  const children = page.getByRole('list', { name: 'Each child’s year' }).getByRole('listitem');
  await expect(children).toHaveCount(4);
  const courses = page.getByRole('list', { name: 'Each course' }).getByRole('listitem');
  const tideways = courses.filter({ hasText: 'Tideways' });
  await expect(tideways).toContainText(/most likely .*; one chance in ten after .*to be done by 11 Jun 2027/);
  await expect(tideways).toContainText(/from \d+ sittings of its own, \d+ per cent from the plan/);
  const words = /most likely [^.(]*/.exec(await tideways.innerText())![0];
  await tideways.getByRole('button', { name: /^Draw it/ }).click();
  const fan = page.getByRole('figure', { name: /How Tideways .* is likely to go/ });
  await expect(fan.locator('svg.recharts-surface')).toBeVisible();
  const last = fan.getByRole('row').last();
  await expect(last).toContainText(/\d/);
  // The last row of the table is what the sentence says.
  const [, , middle] = await last.getByRole('cell').allInnerTexts();
  expect(words).toContain(middle!.trim());
  await walk(page, '/shelf/history');
  await expect(page.getByRole('region', { name: 'How long it will take' })).toContainText(words.trim());
});
