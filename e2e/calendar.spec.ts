import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { backup, chooseFile, expect, openToday, ownFrom, rows, settled, startOwn, status, test, walk } from './app';

const corpus = (name: string) => readFileSync(`core/ical/corpus/${name}.ics`);
const schoolDays = (page: Page) => page.getByRole('region', { name: 'Its shape' }).getByText(/\d+ school days/);
const effect = (page: Page) => page.locator('[data-effect]');

/** The simulated class’s calendar as it is offered, not decided on yet; the sample’s year has 176 school days. */
async function subscribe(page: Page): Promise<Locator> {
  await page.goto('/year');
  await expect(schoolDays(page)).toHaveText('176 school days');
  await page.goto('/year/outside');
  await page.getByRole('button', { name: 'Subscribe' }).click();
  return page.getByRole('dialog');
}

/** The middle of a day of the drawing, as it lies at a desk: three tiers of eighteen weeks from 31 August 2026. */
async function dayPoint(page: Page, week: number, row: number): Promise<{ x: number; y: number }> {
  const svg = page.locator('svg.almanac');
  const box = (await svg.boundingBox())!;
  const [width, height] = await svg.evaluate((s) => [
    (s as SVGSVGElement).viewBox.baseVal.width,
    (s as SVGSVGElement).viewBox.baseVal.height,
  ]);
  const scale = box.width / width!;
  const columns = Math.round((width! - 36) / 42);
  const tier = Math.floor(week / columns);
  const tiers = Math.ceil(53 / columns);
  const x = 34 + (week % columns) * 42 + 21;
  const day = (height! / tiers - 34 - 12) / 7;
  const y = tier * (height! / tiers) + 34 + row * day + day / 2;
  return { x: box.x + x * scale, y: box.y + y * scale };
}

test('an outside class is subscribed to: its break closes days, its hours block, and all of it can be taken back', async ({
  page,
}) => {
  const dialog = await subscribe(page);
  await expect(dialog).toContainText('Nothing has an effect before you decide');
  await dialog.getByLabel(/^Weir House closed, Mon 23 Nov/).selectOption('closes');
  await expect(dialog.getByText(/School days to come: 134 → 129/)).toBeVisible();
  await dialog.getByLabel(/^Day class, Thu 12 Nov/).selectOption('blocks');
  await dialog.getByRole('button', { name: 'Save this calendar' }).click();
  await expect(status(page)).toContainText('Weir House day class added');
  await page.getByRole('link', { name: 'Calendar', exact: true }).click();
  await expect(schoolDays(page)).toHaveText('171 school days');
  await expect(page.getByRole('listitem').filter({ hasText: 'Weir House closed' })).toContainText('5 school days');

  // With the class out of reach the last good copy stays in use, and it is said.
  await page.route('**/api/feeds/*.ics', (r) =>
    r.fulfill({ contentType: 'text/html', body: '<title>Log in to the network</title>' }),
  );
  await page.goto('/year/outside');
  await page.reload();
  const line = page.getByRole('listitem').filter({ hasText: 'Weir House day class' });
  await expect(line).toContainText('cannot be reached just now; the copy of 11 Nov is in use');
  await page.goto('/year');
  await expect(schoolDays(page)).toHaveText('171 school days');

  // Later the class has told of something new, and moved its break: the break follows, the news waits to be decided.
  await page.unroute('**/api/feeds/*.ics');
  await page.route('**/api/feeds/*.ics', async (r) => {
    const text = await (await r.fetch()).text();
    const news =
      'BEGIN:VEVENT\r\nUID:news\r\nDTSTAMP:20261111T060000Z\r\nDTSTART;VALUE=DATE:20261202\r\nSUMMARY:Sports day\r\nEND:VEVENT\r\nEND:VCALENDAR';
    await r.fulfill({
      contentType: 'text/calendar',
      body: text.replace('DTEND;VALUE=DATE:20261128', 'DTEND;VALUE=DATE:20261127').replace('END:VCALENDAR', news),
    });
  });
  await page.goto('/year/outside');
  await page.reload();
  await expect(line).toContainText(/\d+ events are not decided yet/);
  await page.getByRole('link', { name: 'Calendar', exact: true }).click();
  await expect(schoolDays(page)).toHaveText('172 school days');
  // What came by itself is no step of the reader's: undo takes the calendar back.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(schoolDays(page)).toHaveText('176 school days');
});

test('a week is swept away with its effect shown before letting go, and comes back by undo', async ({ page }) => {
  await page.goto('/year');
  await page.getByText('Close', { exact: true }).click();
  await page.getByLabel('What for').fill('trip to the coast');
  const [a, b] = [await dayPoint(page, 15, 0), await dayPoint(page, 15, 4)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move(b.x, b.y, { steps: 6 });
  await expect(effect(page)).toContainText('Mon 14 Dec – Fri 18 Dec');
  await expect(effect(page)).toContainText('School days to come: 134 → 129');
  await expect(effect(page)).toContainText('no longer reached');
  await expect(effect(page).getByRole('row', { name: /Sluice Arithmetic.* Jory/ })).toContainText(/\d+ → \d+/);
  // Nothing is changed while the button is held.
  await expect(schoolDays(page)).toHaveText('176 school days');
  await page.mouse.up();
  await expect(schoolDays(page)).toHaveText('171 school days');
  await expect(page.getByRole('listitem').filter({ hasText: 'trip to the coast' })).toContainText('5 school days');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(schoolDays(page)).toHaveText('176 school days');
  // Let go outside the drawing, or left by Escape, nothing happens.
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move(a.x, 5, { steps: 3 });
  await page.mouse.up();
  await expect(effect(page)).toHaveCount(0);
  await expect(schoolDays(page)).toHaveText('176 school days');
});

test('the drawing is worked by keys alone: a range closed, a Saturday opened, a day made light', async ({ page }) => {
  await page.goto('/year');
  const drawing = page.getByRole('application');
  await page.getByRole('radio', { name: 'Close' }).focus();
  await page.keyboard.press('Space');
  await drawing.focus();
  await expect(page.locator('#almanac-day')).toContainText('Wednesday 11 November 2026');
  for (const key of ['ArrowRight', 'Shift+ArrowDown', 'Shift+ArrowDown']) await page.keyboard.press(key);
  await expect(effect(page)).toContainText('Wed 18 Nov – Fri 20 Nov');
  await page.keyboard.press('Escape');
  await expect(effect(page)).toHaveCount(0);
  for (const key of ['Shift+ArrowUp', 'Enter']) await page.keyboard.press(key);
  await expect(schoolDays(page)).toHaveText('174 school days');
  await page.getByRole('radio', { name: 'Open' }).focus();
  await page.keyboard.press('Space');
  await drawing.focus();
  // From Thursday 19 to Saturday 21.
  for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) await page.keyboard.press(key);
  await expect(page.getByRole('listitem').filter({ hasText: 'extra school day' })).toContainText('21 Nov');
  await expect(schoolDays(page)).toHaveText('175 school days');
});

test('on a phone a range is tapped at its two ends, and kept', async ({ browser, baseURL }) => {
  const context = await browser.newContext({
    baseURL: baseURL!,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    locale: 'en-GB',
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.clock.setFixedTime(new Date('2026-11-11T09:00:00'));
  await page.goto('/year');
  await page.getByText('Close', { exact: true }).tap();
  await expect(page.getByLabel('What for')).toBeVisible();
  const away = (await dayPoint(page, 15, 0)).y - 300;
  await page.evaluate((by) => window.scrollBy(0, by), away);
  const [a, b] = [await dayPoint(page, 15, 0), await dayPoint(page, 15, 2)];
  await page.touchscreen.tap(a.x, a.y);
  await page.touchscreen.tap(b.x, b.y);
  await expect(page.getByText('134 school days to come → 131')).toBeVisible();
  await page.getByRole('button', { name: 'Save these days' }).tap();
  await expect(status(page)).toContainText('Mon 14 Dec – Wed 16 Dec closed');
  await context.close();
});

test('weeks off are set up with their effect; the requirement is no longer reached, and a remedy mends it', async ({
  page,
}) => {
  await page.goto('/year');
  await page.getByRole('button', { name: 'Change the year' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('weeks on and weeks off').check();
  // What is no such number is not kept in silence, nor is what stood there before.
  await dialog.getByLabel('Weeks on', { exact: true }).fill('60');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Give a whole number from 1 to 52.');
  await expect(dialog.getByLabel('Weeks on', { exact: true })).toBeFocused();
  await dialog.getByLabel('Weeks on', { exact: true }).fill('');
  await dialog.getByLabel('Weeks on', { exact: true }).press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('Give a whole number from 1 to 52.');
  await dialog.getByLabel('Weeks on', { exact: true }).fill('12');
  await expect(dialog.getByText(/School days to come: 134 → \d+/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Save' }).click();
  const short = page.getByRole('group', { name: 'Wren: not reached' });
  await expect(short).toContainText('170 days cannot be reached');
  await short.getByRole('listitem').filter({ hasText: 'Run on to' }).getByRole('button', { name: 'Do this' }).click();
  await expect(short).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(short).toBeVisible();
  // By a preset that names its rule; hours beside days.
  await page.getByRole('button', { name: 'What is required' }).click();
  await dialog.getByLabel('By a published rule').selectOption({ label: 'Wisconsin: 875 hours' });
  await expect(dialog).toContainText('Wisconsin Statutes 118.165');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/Wisconsin: Wisconsin Statutes.*From memory: check your own law/)).toBeVisible();
  await expect(short).toContainText('875 hours');
});

test('an interruption is shown before it is kept, and that child’s work moves', async ({ page }) => {
  await openToday(page);
  await expect(page.locator('[data-row^="arith-wren "]')).not.toHaveCount(0);
  await page.goto('/year/outside');
  await page.getByRole('region', { name: 'Sick, or without school' }).getByRole('button', { name: 'Add' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Say which child.');
  await dialog.getByText('Wren', { exact: true }).click();
  await dialog.getByLabel(/an interruption/).check();
  // A date is typed in the household's style; what is none keeps the form open, with a sentence, and loses nothing.
  const until = dialog.getByLabel('To, if more than one day', { exact: true });
  await until.fill('31 Nov');
  await dialog.getByRole('button', { name: 'Save' }).click();
  const wrong = dialog.getByText('This is no date that exists: write it like 11 Nov 2026.');
  await expect(wrong).toBeVisible();
  await expect(until).toHaveValue('31 Nov');
  await until.fill('23.11.');
  await expect(wrong).toHaveCount(0);
  await until.press('ArrowUp');
  await expect(until).toHaveValue('24 Nov 2026');
  // Or picked from a month, by keys alone; Escape closes the month and not the form.
  await until.press('Alt+ArrowDown');
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('grid')).toHaveCount(0);
  await until.press('Alt+ArrowDown');
  await page.getByRole('button', { name: /24 November|November 24/ }).press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(until).toHaveValue('25 Nov 2026');
  await until.press('ArrowDown');
  await expect(dialog.getByRole('row', { name: /Letters at the Lockside/ })).toContainText(/\d+ → /);
  await expect(dialog).toContainText('Wren: days to spare 3 → 7 short');
  await dialog.getByLabel('In your words').fill('measles');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(status(page)).toContainText('Wren: measles');
  await openToday(page);
  await expect(page.locator('[data-row^="arith-wren "]')).toHaveCount(0);
  await page
    .getByRole('list', { name: 'Of the day' })
    .getByRole('button', { name: /^(Wren: measles|Away:)/ })
    .click();
  await expect(page.getByRole('list', { name: 'Who is away' })).toContainText('Wren: measles all day');
  // What the others do together, she misses: it is marked so by itself.
  const family = page.locator('[data-row^="history "], [data-row^="science "]').first();
  if ((await family.count()) > 0) {
    await family.getByRole('button').first().click();
    await expect(family).toContainText(/Wren/);
  }
});

test('an away block takes its hours, tells its own week, and is refused when it makes no sense', async ({ page }) => {
  await page.goto('/year/outside');
  const section = page.getByRole('region', { name: 'Away' });
  await expect(section.getByRole('listitem').filter({ hasText: 'Boatyard workshop' })).toContainText('its week 9');
  await section.getByRole('button', { name: 'Add' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What it is').fill('fencing');
  await dialog.getByRole('group', { name: 'Takes away, of the children' }).getByText('Oda').click();
  await dialog.getByLabel('Begins').fill('10:00');
  await dialog.getByLabel('Ends').fill('09:00');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('It ends before it begins');
  await dialog.getByLabel('Ends').fill('12:00');
  await dialog.getByRole('group', { name: 'On (none' }).getByText('Wed').click();
  await dialog.getByRole('group', { name: 'No other school that day for' }).getByText('Oda').click();
  await dialog.getByLabel('Every how many weeks').fill('2');
  await expect(dialog.getByText(/Oda: days to spare 5 → \d+/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(section.getByRole('listitem').filter({ hasText: 'fencing' })).toContainText(
    'Wednesdays, every 2 weeks, 10:00 to 12:00',
  );
  await page.goto('/week');
  await expect(page.getByText('Boatyard workshop: its week 9')).toBeVisible();
});

test('a child’s days at a class that counts are answered in one press; what has no day in a week says so there', async ({
  page,
}) => {
  const household = JSON.parse(readFileSync('demo/household.json', 'utf8')) as Record<string, unknown[]>;
  household['children']!.push({
    id: 'ned',
    name: 'Ned',
    born: '2015-05-05',
    colour: 'teal',
    ornament: 'bell',
    minutesPerDay: 200,
  });
  household['aways']!.push({
    ...{ id: 'day-class', label: 'day class', childIds: ['ned'], teacherIds: [], from: '2026-10-20', to: '2027-05-25' },
    ...{ weekdays: [2], everyWeeks: 1, travel: 0, breaks: [], takesDay: [], counts: true },
  });
  household['enrolments']!.push({
    ...{ id: 'hand-ned', courseId: 'hand', childIds: ['ned'], teacherId: 'maren', weekdays: [3], perSitting: 1 },
    ...{ rule: { kind: 'weekly', n: 1, unit: 'steps' }, life: 'running', takesOptional: true },
  });
  household['absences']!.push({
    id: 'out',
    childIds: ['ned'],
    from: '2026-11-18',
    to: '2026-11-18',
    why: 'closed',
    label: '',
  });
  await page.goto('/');
  await ownFrom(page, JSON.stringify(household));
  await walk(page, '/year/attendance?child=ned');
  const line = page.getByRole('listitem').filter({ hasText: 'Ned, day class' });
  await expect(line).toContainText('4 days, Tue 20 Oct to Tue 10 Nov');
  const taught = page
    .getByRole('row', { name: /^taught/ })
    .getByRole('cell')
    .last();
  await expect(taught).toHaveText('0');
  await line.getByRole('button', { name: 'was there each time: Ned, day class' }).click();
  await expect(line).toHaveCount(0);
  await expect(taught).toHaveText('4');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(taught).toHaveText('0');
  await expect(line).toHaveCount(1);
  const quiet = /The Copybook Row \(Ned\):? none of its days in this week, next on Wed 25 Nov/;
  await walk(page, '/week?of=2026-11-16');
  await settled(page);
  await expect(page.getByText('Not in this week.')).toContainText(quiet);
  await walk(page, '/sit-down?of=2026-11-16&part=courses');
  const course = page
    .getByRole('list', { name: 'Course by course' })
    .getByRole('listitem')
    .filter({ hasText: 'The Copybook Row (Ned)' });
  await expect(course).toContainText(quiet);
});

test('the register: a day asked about is answered, another is overruled, the totals at the foot follow', async ({
  page,
}) => {
  await page.goto('/year/attendance?child=jory');
  const october = () =>
    page
      .getByRole('row', { name: /^taught/ })
      .getByRole('cell')
      .nth(1);
  await expect(october()).toHaveText(/^\d+$/);
  const was = Number(await october().textContent());
  const sick = page.getByRole('row', { name: /^sick/ }).getByRole('cell').nth(1);
  const wasSick = Number(await sick.textContent());
  await page.getByRole('button', { name: 'Friday 23 October: school was held' }).click();
  await expect(page.getByRole('heading', { name: 'What were these days?' })).toHaveCount(0);
  await expect(october()).toHaveText(String(was + 1));
  await page.getByRole('button', { name: /^Thursday 22 October: taught/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('sick').check();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(october()).toHaveText(String(was));
  await expect(sick).toHaveText(String(wasSick + 1));
  await page.getByRole('button', { name: /^Thursday 22 October: sick/ }).click();
  await dialog.getByLabel(/as the marks have it/).check();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(october()).toHaveText(String(was + 1));
  // After weeks in which nobody said anything the earlier days are answered in one press, and taken back in one.
  await ownFrom(page, await backup(page));
  await page.clock.setFixedTime(new Date('2026-12-09T09:00:00'));
  await page.goto('/year/attendance?child=jory');
  const asked = page.getByRole('region', { name: 'What were these days?' }).getByRole('listitem');
  await expect(asked).toHaveCount(7);
  await asked.getByRole('button', { name: /^no school on any: \d+ earlier days/ }).click();
  await expect(status(page)).toContainText(/^\d+ days: no school/);
  await expect(asked).toHaveCount(6);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(asked).toHaveCount(7);
});

test('a calendar file is previewed, a bad one refused in a sentence, a newer one keeps what was decided', async ({
  page,
}) => {
  await page.goto('/year/outside');
  await expect(page.getByRole('heading', { name: 'Outside calendars' })).toBeVisible();
  for (const [file, words] of [
    ['garbage-line', 'Line 7 of the calendar file cannot be understood'],
    ['truncated', 'stops before its end'],
    ['foreign-page', 'not a calendar file'],
  ] as const) {
    await chooseFile(page, 'Read a calendar file', `${file}.ics`, corpus(file));
    await expect(page.getByRole('alert')).toContainText(words);
  }
  await chooseFile(page, 'Read a calendar file', 'drip.ics', corpus('endless-by-the-second'));
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('“Drip” repeats too often, too long or never');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await chooseFile(page, 'Read a calendar file', 'break.ics', corpus('all-day-many'));
  await dialog.getByLabel(/^Winter break/).selectOption('closes');
  await dialog.getByRole('button', { name: 'Save this calendar' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'break' })).toContainText('1 event to come · from a file');
  // A newer file is known by its events, whichever button it comes in by: it says what moved, and keeps what was decided.
  await chooseFile(
    page,
    'Read a calendar file',
    'another name.ics',
    corpus('all-day-many').toString().replace('20270102', '20270104'),
  );
  await expect(dialog.getByRole('heading', { name: 'A newer copy of break' })).toBeVisible();
  await expect(dialog).toContainText('Winter break: Mon 21 Dec – Fri 1 Jan → Mon 21 Dec – Sun 3 Jan');
  await expect(dialog.getByLabel(/^Winter break/)).toHaveValue('closes');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(status(page)).toContainText('break brought up to date');
});

test('of a class’s calendar the rest is decided as offered: it closes nothing, its own days off take no hours, and it stands on the week', async ({
  page,
}) => {
  const dialog = await subscribe(page);
  await dialog.getByLabel('Decide the rest').selectOption('offered');
  await expect(dialog.getByText(/School days to come: 134, as before/)).toBeVisible();
  await expect(dialog.getByLabel(/^Weir House closed, Mon 23 Nov/)).toHaveValue('no class');
  // People are chosen for this event, and shown in a line.
  const row = dialog.getByRole('row', { name: /^Day class Thu 12 Nov/ });
  await row.getByRole('button', { name: 'Whom: Day class' }).click();
  for (const name of ['Pip', 'Jory', 'Wren', 'Oda'])
    if (await row.getByLabel(name, { exact: true }).isChecked()) await row.getByText(name, { exact: true }).click();
  await dialog.getByRole('button', { name: 'Save this calendar' }).click();
  await expect(dialog.getByRole('alert')).toContainText('“Day class” takes nobody away');
  await row.getByText('Wren', { exact: true }).click();
  await expect(row).toContainText('for Wren');
  await dialog.getByRole('button', { name: 'Save this calendar' }).click();
  await expect(status(page)).toContainText('Weir House day class added');
  await walk(page, '/week');
  const away = page.getByRole('row', { name: /^Away/ });
  await expect(away.getByRole('cell').nth(3)).toContainText('Wren: Day class');
  await page.getByRole('button', { name: 'Later' }).click();
  await page.getByRole('button', { name: 'Later' }).click();
  // The week of its own break: it does not meet, and the household has school.
  await expect(page.getByRole('columnheader', { name: /Thursday 26 Nov/ })).toBeVisible();
  await expect(page.getByRole('table').getByText('Day class')).toHaveCount(0);
});

test('public holidays are offered by place and closed one by one', async ({ page }) => {
  await page.goto('/year/outside');
  await page.getByRole('button', { name: 'Offer public holidays' }).click();
  await page.getByLabel('Country').selectOption({ label: 'United Kingdom' });
  await page.getByLabel('Region').selectOption({ label: 'Scotland' });
  const box = page.getByRole('checkbox', { name: /Mon 30 Nov · St Andrew|Mon 30 Nov · Saint Andrew/ });
  await box.click();
  await expect(box).toBeChecked();
  await page.getByRole('link', { name: 'Calendar', exact: true }).click();
  await expect(schoolDays(page)).toHaveText('175 school days');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(schoolDays(page)).toHaveText('176 school days');
});

test('the plan goes out as a calendar file with as many entries as are named', async ({ page }) => {
  await openToday(page);
  await expect(rows(page).first()).toBeVisible();
  await page.getByRole('link', { name: 'Year' }).click();
  await page.getByRole('link', { name: 'Away and outside' }).click();
  const save = page.getByRole('button', { name: /^Save \d+ entries as a file/ });
  await expect(save).toBeEnabled();
  const named = Number(/\d+/.exec((await save.textContent())!)![0]);
  const download = page.waitForEvent('download');
  await save.click();
  const stream = await (await download).createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  const text = Buffer.concat(chunks).toString('utf8');
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(named);
  expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/);
});

test('two years stand side by side: the next is set up in the shape of this one, and neither runs into the other', async ({
  page,
}) => {
  await page.goto('/year');
  await page.getByRole('button', { name: 'Another year' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('First day', { exact: true })).toHaveValue('6 Sept 2027');
  await dialog.getByLabel('First day', { exact: true }).fill('2027-06-01');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('run into “School year 2026–27”');
  await dialog.getByLabel('First day', { exact: true }).fill('2027-09-06');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('link', { name: 'School year 2027–28' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('School year 2027–28');
  await page.getByRole('link', { name: 'School year 2026–27' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('School year 2026–27');
});

test('year and register print on one side of paper each', async ({ page }) => {
  for (const path of ['/year', '/year/attendance']) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    for (const format of ['A4', 'Letter']) {
      const pdf = await page.pdf({ preferCSSPageSize: true, format });
      expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g), `${path} on ${format}`).toHaveLength(1);
    }
  }
});

test('with nothing set up the pages of the year say what to do', async ({ page }) => {
  await startOwn(page);
  await page.goto('/year/attendance');
  await expect(page.getByText('With a school year and a child')).toBeVisible();
  await page.goto('/year/outside');
  await expect(page.getByText('With a school year set up')).toBeVisible();
});

test('whether a portfolio is kept is asked with the year', async ({ page }) => {
  await page.goto('/year');
  await page.getByRole('button', { name: 'Change the year' }).click();
  const kept = page.getByLabel(/a portfolio is kept/);
  await expect(kept).toBeChecked();
  await kept.uncheck();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await walk(page, '/year/end');
  await expect(page.getByText(/^No portfolio is kept of this year/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^No portfolio is kept of this year/)).toHaveCount(0);
});

test('another shape of the year holds from today on: what lies behind stays, and what reaches back is asked first', async ({
  page,
}) => {
  await page.goto('/year');
  await expect(schoolDays(page)).toHaveText('176 school days');
  await page.getByRole('button', { name: 'Change the year' }).click();
  const dialog = page.getByRole('dialog');
  const friday = dialog.getByRole('group', { name: 'School days of the week' }).getByText('Fri', { exact: true });
  await friday.click();
  await expect(dialog.getByLabel(/hold from/)).toHaveValue('11 Nov 2026');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText(/^Until 10 Nov on Monday, Tuesday, Wednesday, Thursday and Friday/)).toBeVisible();
  // The register still asks about a Friday in October; those to come are no school days.
  await walk(page, '/year/attendance');
  await expect(page.getByRole('button', { name: /^Friday 23 October: school was held/ })).toBeVisible();
  await walk(page, '/year');
  await expect(schoolDays(page)).toHaveText('150 school days');
  await page.keyboard.press('z');
  await expect(schoolDays(page)).toHaveText('176 school days');

  // For the whole year: first it says how many days gone by that changes.
  await page.getByRole('button', { name: 'Change the year' }).click();
  await friday.click();
  await dialog.getByLabel(/hold from/).fill('');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText(/This changes \d+ past days of the register. Press once more/);
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText(/^Until 10 Nov on/)).toHaveCount(0);

  // A last day with the family that lies in the past is asked about too.
  await walk(page, '/household');
  await page.getByRole('button', { name: 'Change Pip' }).click();
  await dialog.getByLabel('With you from').fill('1 Oct 2026');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText(/This changes \d+ past days/);
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(status(page)).toContainText('Pip changed');
});
