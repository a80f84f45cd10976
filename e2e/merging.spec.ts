import type { Page } from '@playwright/test';
import { backup, expect, openToday, rows, settled, status, test, walk, WEDNESDAY } from './app';

const merge = async (page: Page, content: string) => {
  await walk(page, '/keeping');
  await page
    .getByLabel('Merge a file')
    .setInputFiles({ name: 'other.json', mimeType: 'application/json', buffer: Buffer.from(content) });
  return page.getByRole('dialog', { name: 'Merge a file' });
};
const pressed = (page: Page) => rows(page).locator('button[aria-pressed="true"]');

test('two devices that went apart exchange files both ways, and then hold the same', async ({ page, browser }) => {
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const phone = await context.newPage();
  // Its clock is a minute on: what is written there counts as later.
  await phone.clock.setFixedTime(new Date(Date.parse(WEDNESDAY) + 60_000));
  await openToday(page);
  await openToday(phone);

  // Here: the first thing is done, and a course that nobody has begun is taken out.
  await page.keyboard.press('d');
  await expect(pressed(page)).toHaveCount(1);
  await walk(page, '/shelf/knots');
  await page.getByRole('button', { name: /^Pace: / }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Remove/ })
    .click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(status(page)).toContainText('Forty Knots removed');

  // There: the first thing partly, something else done, and a knot of that course.
  await phone.keyboard.press('p');
  await settled(phone);
  await phone.keyboard.press('ArrowDown');
  await phone.keyboard.press('d');
  await expect(pressed(phone)).toHaveCount(2);
  await phone.locator('[data-whenever] [data-row]').first().locator('button[aria-pressed]').first().click();
  await settled(phone);

  const [mine, theirs] = [await backup(page), await backup(phone)];
  const dialog = await merge(page, theirs);
  await expect(dialog.getByText(/^2 new marks/)).toBeVisible();
  await expect(dialog.getByText(/Forty Knots .* is back: it was taken out on one side/).first()).toBeVisible();
  const both = dialog.getByRole('group', { name: /11 Nov 2026: mark/ });
  await expect(both.getByLabel(/^in the file: partly/)).toBeChecked();
  await expect(both.getByLabel(/^here: done/)).not.toBeChecked();
  await both.getByLabel(/^here: done/).check();
  await dialog.getByRole('button', { name: 'Merge', exact: true }).click();
  await expect(status(page)).toContainText('Merged.');
  await walk(page, '/');
  await settled(page);
  await expect(pressed(page)).toHaveCount(3);

  // Taken back whole, and done again.
  await page.keyboard.press('z');
  await expect(pressed(page)).toHaveCount(1);
  await page.keyboard.press('Shift+Z');
  await expect(pressed(page)).toHaveCount(3);

  // The other way: it gets what it lacks, and the mark that was chosen there.
  const after = await backup(page);
  const there = await merge(phone, after);
  await expect(there.getByText('Nothing: the other device has all of it.')).toBeVisible();
  await there.getByRole('button', { name: 'Merge', exact: true }).click();
  await expect(status(phone)).toContainText('Merged.');
  expect(await backup(phone)).toBe(await backup(page));
  const again = await merge(phone, mine);
  await expect(again.getByText('Nothing: all that is in the file is here already.')).toBeVisible();
  await again.getByRole('button', { name: 'Cancel' }).click();
  await context.close();
});

test('what both enter for days to come is there for both; of the same day either can be had', async ({
  page,
  browser,
}) => {
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const phone = await context.newPage();
  await phone.clock.setFixedTime(new Date(Date.parse(WEDNESDAY) + 60_000));
  await openToday(page);
  await openToday(phone);
  const line = (on: Page) => on.getByRole('region', { name: 'Who takes it' }).getByRole('listitem').first();
  const enter = async (on: Page, from: string, n: number) => {
    await walk(on, '/shelf/arith-b');
    await line(on).getByRole('button', { name: /^Pace/ }).click();
    const dialog = on.getByRole('dialog');
    await dialog.getByRole('radio', { name: /so many a week/ }).check();
    await dialog.getByLabel('how many a week').fill(String(n));
    await dialog.getByLabel('People, days and pace hold from').fill(from);
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog).toHaveCount(0);
    await expect(line(on)).toContainText(`${n} steps a week`);
  };
  await enter(page, '11 Jan 2027', 2);
  await enter(phone, '11 Jan 2027', 4);
  await enter(phone, '1 Mar 2027', 3);
  const dialog = await merge(page, await backup(phone));
  const both = dialog.getByRole('group', { name: /pace from a date on/ });
  await expect(both.getByLabel(/^in the file: from 11 Jan 2027: 4 steps a week/)).toBeChecked();
  await both.getByLabel(/^here: from 11 Jan 2027: 2 steps a week/).check();
  await dialog.getByRole('button', { name: 'Merge', exact: true }).click();
  await expect(status(page)).toContainText('Merged.');
  await walk(page, '/shelf/arith-b');
  await expect(line(page)).toContainText(/2 steps a week[^]*3 steps a week/);
  await expect(line(page)).not.toContainText('4 steps a week');
  await context.close();
});

test('a file that cannot be merged says why, and nothing is changed', async ({ page }) => {
  const own = await backup(page);
  const cases: [string, RegExp][] = [
    [own.replace(/"household":"sample"/, '"household":"mill"'), /another household.*restore the file/],
    [
      own.replace(/ {2}"lineage": .*\n {2}"traces": \[(?:[^\]]|\n)*\]\n/, '').replace(/,\n\}/, '\n}'),
      /before two devices/,
    ],
    [own.slice(0, 4000), /damaged/],
    [own.replace(/"version": \d+/, '"version": 99'), /Update the program first/],
  ];
  for (const [content, sentence] of cases) {
    await merge(page, content);
    await expect(page.getByRole('alert')).toContainText(sentence);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  // Set back on one side since they met: it has to be said which holds.
  const dialog = await merge(page, own.replace(/"epoch":"[^"]+"/, '"epoch":"later"'));
  await dialog.getByRole('button', { name: /^The file of .* holds/ }).click();
  await expect(status(page)).toContainText('is here now');
  await expect(page.getByText(/before the other device’s household took its place/)).toBeVisible();
});
