import { ownFrom, backup, expect, openToday, settled, status, test, walk } from './app';

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
  const tideways = courses.getByRole('listitem').filter({ hasText: /^Tideways/ });
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

test('a chore and an extra are entered while sitting down, stand on the day and on the child’s list, and count for nothing', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/sit-down?part=errands');
  // A household that keeps school only is asked for no chore.
  await expect(page.getByRole('button', { name: 'Add an extra' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add a chore' })).toHaveCount(0);
  await walk(page, '/household');
  await page.getByLabel('What is kept here').selectOption('home');
  await walk(page, '/sit-down?part=errands');
  await page.getByRole('button', { name: 'Add a chore' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('What', { exact: true }).fill('sweep the lock steps');
  for (const child of ['Pip', 'Wren', 'Oda']) await form.getByRole('checkbox', { name: child }).uncheck();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('list', { name: 'Chores of the week' })).toContainText('sweep the lock steps');
  await page.getByRole('button', { name: 'Add an extra' }).click();
  await form.getByLabel('What', { exact: true }).fill('the museum of boats');
  await form.getByLabel('On', { exact: true }).fill('11 Nov 2026');
  await form.getByLabel('it counts as school').check();
  await form.getByRole('button', { name: 'Save' }).click();
  await walk(page, '/');
  const chores = page.getByRole('region', { name: 'Chores' });
  await chores.getByRole('checkbox', { name: /sweep the lock steps/ }).click();
  await expect(status(page)).toContainText('sweep the lock steps done');
  await expect(page.getByRole('region', { name: 'Everyday things' })).toContainText('counts as school');
  await walk(page, '/child/jory');
  await expect(page.getByText('before screens and play').first()).toBeVisible();
  await walk(page, '/');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(chores.getByRole('checkbox')).not.toBeChecked();
});

test('the questions on which families differ are looked up, and an answer holds where it says', async ({ page }) => {
  await openToday(page);
  const letters = page.getByText('sh, ch and th');
  await expect(letters.first()).toBeVisible();
  await walk(page, '/household');
  await page.getByRole('link', { name: /Where families differ/ }).click();
  await expect(page.locator('main li h2')).toHaveCount(17);
  await page.getByLabel('Numbers, or full text? Here it is').selectOption('numbers');
  await expect(status(page)).toContainText('numbers only');
  await walk(page, '/');
  await expect(letters).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(letters.first()).toBeVisible();
});

test('another teacher’s week stands on a page of its own, and what was reported is entered in one press', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/household');
  await page.getByRole('link', { name: 'The week of Tobias' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Tobias teaches');
  const enter = page.getByRole('button', { name: /^Enter \d+ steps? as done$/ });
  const n = Number(/\d+/.exec(await enter.innerText())![0]);
  await page
    .getByRole('checkbox', { name: /was done$/, checked: true })
    .last()
    .uncheck();
  await expect(enter).toContainText(String(n - 1));
  await enter.click();
  await expect(status(page)).toContainText('Tobias reported');
  await expect(page.getByRole('button', { name: 'Enter 1 step as done' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: `Enter ${n} steps as done` })).toBeVisible();
});

test('three weeks in a row by keyboard alone: an ordinary one, a ragged one, one after a break', async ({ page }) => {
  test.setTimeout(120_000);
  const print = () =>
    page.evaluate(() => {
      window.print = () => void document.body.setAttribute('data-printed', 'yes');
    });
  await page.goto('/keeping');
  const sample = await backup(page);
  await ownFrom(page, sample);

  /** From the line on Today to print, with the presses it took; what is done `before` a part is counted by it. */
  const sitDown = async (at: string, week: RegExp, before?: (part: string) => Promise<number>) => {
    await page.clock.setFixedTime(new Date(at));
    await page.goto('/');
    await settled(page);
    await print();
    const press = async (key: string) => {
      await page.keyboard.press(key);
      presses++;
    };
    let presses = 0;
    await page.getByRole('button', { name: week }).focus();
    await press('Enter');
    await page.getByRole('link', { name: 'Sit down over it' }).focus();
    await press('Enter');
    for (let i = 0; i < 6; i++) {
      // By its title alone: what it says of itself changes while things are still being worked out.
      const open = page.locator('main h2 button[aria-expanded="true"] > span:nth-child(2)');
      await expect(page.getByRole('button', { name: 'Seen to, next' })).toBeFocused();
      const part = await open.innerText();
      if (before) {
        presses += await before(part);
        await page.getByRole('button', { name: 'Seen to, next' }).focus();
      }
      await press('Enter');
      await expect(open).not.toHaveText(part);
    }
    await expect(page.getByRole('button', { name: 'Publish and print', exact: true })).toBeFocused();
    await press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('published');
    await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes');
    return presses;
  };
  expect(await sitDown('2026-11-13T16:00:00', /Sit down over the week of 16 Nov/)).toBeLessThanOrEqual(12);
  // Nothing was marked all week: Friday's list is left, two courses have slipped, and one of them is held for a week.
  const ragged = await sitDown('2026-11-20T16:00:00', /Sit down over the week of 23 Nov/, async (part) => {
    if (!/Course by course/.test(part)) return 0;
    const courses = page.getByRole('list', { name: 'Course by course' });
    await courses
      .getByRole('listitem')
      .filter({ hasText: /^Tideways/ })
      .getByRole('button', { name: /^Otherwise/ })
      .press('Enter');
    await page.getByLabel('hold it').press('Space');
    await page.getByRole('button', { name: 'Keep it so' }).press('Enter');
    await settled(page);
    return 3;
  });
  expect(ragged).toBeLessThanOrEqual(30);
  // The winter break is over.
  expect(await sitDown('2027-01-08T16:00:00', /Sit down over the week of 11 Jan/)).toBeLessThanOrEqual(12);
});

test('in the hand: every part fits the screen, what the manual has worth doing becomes an extra, and all prints take one side', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date(FRIDAY));
  await page.setViewportSize({ width: 390, height: 844 });
  await openToday(page);
  await page.evaluate(() => (window.print = () => undefined));
  await walk(page, '/sit-down');
  const next = page.getByRole('button', { name: 'Seen to, next' });
  for (let i = 0; i < 6; i++) {
    // By its title alone, as above.
    const open = page.locator('main h2 button[aria-expanded="true"] > span:nth-child(2)');
    const part = await open.innerText();
    expect(await page.evaluate(() => document.documentElement.scrollWidth), part).toBeLessThanOrEqual(390);
    // The part before may still be leaving, with its own button.
    await expect.poll(async () => (await next.boundingBox())?.height ?? 0, part).toBeGreaterThanOrEqual(40);
    if (/To read ahead/.test(part)) {
      await page.getByRole('button', { name: 'Worth doing: Grammar by Lantern, Lesson 15' }).click();
      await page.getByRole('button', { name: 'Save' }).click();
      await expect(page.getByText('Say what it is, like')).toBeVisible();
      await page.getByLabel('What the manual has').fill('a lantern of card');
      await page.getByLabel(/^an extra on/).check();
      await page.getByRole('button', { name: 'Save' }).click();
      await expect(status(page)).toContainText('a lantern of card: chosen from the manual');
    }
    if (/Errands and extras/.test(part))
      await expect(page.getByRole('list', { name: 'Extras of the week', exact: true })).toContainText(
        'a lantern of card',
      );
    await next.click();
    await expect(open).not.toHaveText(part);
  }
  await page.getByRole('button', { name: 'Publish and print', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('published');
  await page.setViewportSize({ width: 1280, height: 800 });
  for (const view of ['/sit-down/reading', '/child/wren', '/teacher/tobias', '/materials', '/week']) {
    await walk(page, `${view}?of=2026-11-16`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    if (view === '/sit-down/reading') await expect(page.getByRole('region', { name: 'Maren reads' })).toBeVisible();
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    expect(pdf.match(/\/Type\s*\/Page[^s]/g), view).toHaveLength(1);
  }
});
