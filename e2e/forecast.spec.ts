import { backup, expect, openToday, settled, status, test, walk } from './app';

test('how long it will take: each child, each course in words and as a fan with its table; the course’s own page says the same', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/year/forecast');
  const children = page.getByRole('list', { name: 'Each child’s year' }).getByRole('listitem');
  await expect(children).toHaveCount(4);
  const courses = page.getByRole('list', { name: 'Each course' }).getByRole('listitem');
  const tideways = courses.filter({ hasText: 'Tideways' });
  await expect(tideways).toContainText(/most likely .*; one chance in ten after .*to be done by 11 Jun/);
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

test('a course that falls behind: what would help, tried and told, all compared, done by one press and undone', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/year/forecast');
  const grammar = page
    .getByRole('list', { name: 'Each course' })
    .getByRole('listitem')
    .filter({ hasText: 'Grammar by Lantern (Jory)' });
  await expect(grammar).toContainText(/; .+ to be done by/);
  const chance = /; ([^;]+) to be done by/.exec(await grammar.innerText())![1]!;
  await grammar.getByRole('button', { name: /^What would help/ }).click();
  const helps = grammar.getByRole('list', { name: 'What would help' }).getByRole('listitem');
  await expect(helps.last()).toContainText('Accept it');
  await expect(helps.first()).toContainText(`in time instead of ${chance}`);
  await grammar.getByRole('button', { name: 'Compare all' }).click();
  const table = page.getByRole('region', { name: /^What would help: Grammar by Lantern/ });
  const rows = table.getByRole('row');
  await expect(rows.nth(1)).toContainText('As it is');
  expect(await rows.count()).toBeGreaterThan(4);
  const weekday = rows.filter({ hasText: 'Take it on' }).first();
  const words = (await weekday.getByRole('rowheader').innerText()).trim();
  await weekday.getByRole('button', { name: 'Do this' }).click();
  await expect(status(page)).toContainText(words);
  // The same course told anew by the plan that follows.
  await settled(page);
  await expect(grammar).not.toContainText(`${chance} to be done by`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(grammar).toContainText(`${chance} to be done by`);
});

test('a trial of six weeks away: compared with now, gone into, let go without a trace; another is kept, and undone', async ({
  page,
}) => {
  await openToday(page);
  const before = await backup(page);
  await walk(page, '/year/what-if');
  const dialog = page.getByRole('dialog');
  const attempt = async (kind: string) => {
    await page.getByRole('button', { name: 'Try something' }).click();
    await dialog.getByLabel('What if').selectOption({ label: kind });
  };
  await attempt('Some weeks without school');
  await dialog.getByLabel('For how many weeks').fill('0');
  await dialog.getByRole('button', { name: 'Try it' }).click();
  await expect(dialog.getByRole('alert')).toContainText('1 to 52');
  await dialog.getByLabel('For how many weeks').fill('6');
  await dialog.getByRole('button', { name: 'Try it' }).click();
  const comes = page.getByRole('list', { name: 'What it comes to: 6 weeks away from 11 Nov' });
  await expect(comes).toContainText(/It does not fit: \d+ steps find no day/);
  const table = page.getByRole('region', { name: 'Compared with now' });
  await expect(table.getByRole('columnheader')).toHaveText(['What', 'Now', '6 weeks away from 11 Nov']);
  await page.getByRole('button', { name: /^Go into it/ }).click();
  const note = page.getByRole('note').filter({ hasText: 'This is a trial' });
  await expect(note).toBeVisible();
  await walk(page, '/');
  await expect(page.getByRole('main')).toContainText('away');
  await walk(page, '/keeping');
  await expect(page.getByText('a backup is of a household')).toBeVisible();
  // It is still open after the page was loaded anew.
  await page.reload();
  await expect(note).toBeVisible();
  await note.getByRole('button', { name: 'Back, and compare' }).click();
  await expect(comes).toBeVisible();
  await page.getByRole('button', { name: /^Let it go/ }).click();
  await expect(status(page)).toContainText('Your household is as it was');
  await expect(page.getByRole('list', { name: 'Trials' }).getByRole('listitem')).toHaveCount(0);
  expect(await backup(page)).toBe(before);
  await walk(page, '/year/what-if');
  await attempt('A teacher has less time');
  await dialog.getByRole('button', { name: 'Try it' }).click();
  await expect(page.getByRole('list', { name: /^What it comes to: Maren: 1 h less/ })).toContainText('It fits');
  await page.getByRole('button', { name: /^Keep it/ }).click();
  await expect(status(page)).toContainText('is your household’s now');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(status(page)).toContainText('Taken back');
  await walk(page, '/keeping');
  // All but where the household comes from, which knows now that another device was there.
  const teachers = (text: string) => (JSON.parse(text) as { teachers: unknown }).teachers;
  expect(teachers(await backup(page))).toEqual(teachers(before));
});
