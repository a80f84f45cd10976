import { readFileSync } from 'node:fs';
import { expect, ownFrom, settled, startOwn, status, test, walk } from './app';

test('a changed rule is seen before it is kept: last day, in hand, steps and teacher a week; then undone', async ({
  page,
}) => {
  await page.goto('/shelf/arith-b');
  const line = page.getByRole('region', { name: 'Who takes it' }).getByRole('listitem');
  await line.getByRole('button', { name: /^Pace/ }).click();
  const dialog = page.getByRole('dialog');
  const figures = dialog.getByRole('status');
  await expect(figures).toContainText('Last day');
  await expect(figures).not.toContainText('→');
  await dialog.getByRole('radio', { name: /so many a week/ }).check();
  await dialog.getByLabel('how many a week').fill('6');
  await expect(figures).toContainText(/Last day.*→.*In hand.*→.*Steps a week.*→.*Teacher a week.*→/);
  // Two easy steps in one place, a tiring one over two days.
  await dialog.getByRole('checkbox', { name: 'review' }).check();
  await dialog.getByLabel('Split a step over two days').fill('14');
  await expect(figures).not.toContainText('…');
  const last = /Last day.*?→ (.*?)In hand/.exec((await figures.textContent())!)![1]!;
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(line).toContainText('6 steps a week');
  // What was told before it was kept is what is planned then.
  await expect(line).toContainText(last);
  await page.goto('/year/courses');
  await page.getByRole('button', { name: 'Sluice Arithmetic' }).first().click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(status(page)).toContainText('Taken back');
  await page.goto('/shelf/arith-b');
  await expect(line).toContainText('even');
});

test('another pace from a coming day: entered, told, planned by, there on its day, and taken back', async ({
  page,
}) => {
  await ownFrom(page, readFileSync(new URL('../demo/household.json', import.meta.url), 'utf8'));
  await page.goto('/shelf/arith-b');
  const line = page.getByRole('region', { name: 'Who takes it' }).getByRole('listitem').first();
  const dialog = page.getByRole('dialog');
  const from = dialog.getByLabel('People, days and pace hold from');
  const weekly = dialog.getByRole('radio', { name: /so many a week/ });
  const open = () => line.getByRole('button', { name: /^Pace/ }).click();
  await open();
  await expect(from).toHaveCount(0);
  await weekly.check();
  await dialog.getByLabel('how many a week').fill('2');
  await dialog.getByRole('checkbox', { name: 'Pip' }).check();
  // No day gone by is planned anew.
  await from.fill('1 Nov 2026');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Give today or a day to come.');
  await from.fill('11 Jan 2027');
  await expect(dialog.getByRole('status')).toContainText(/Last day.*→/);
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(line.getByRole('listitem')).toContainText(/from .*Jan.*: 2 steps a week, .*with .*Pip/);
  await settled(page);
  // Until then it goes on as it was.
  await page.clock.setFixedTime(new Date('2027-01-08T09:00:00'));
  await page.goto('/shelf/arith-b');
  await expect(line).toContainText('even');
  await open();
  await expect(weekly).not.toBeChecked();
  await expect(dialog.getByText(/From .*2 steps a week/)).toBeVisible();
  // What holds today can come back on a day behind it.
  await expect(from).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page.clock.setFixedTime(new Date('2027-01-11T09:00:00'));
  await page.goto('/shelf/arith-b');
  await expect(line).toContainText('2 steps a week');
  await expect(line.getByText(/^from .*Jan/)).toHaveCount(0);
  await open();
  await expect(weekly).toBeChecked();
  await dialog.getByLabel('how many a week').fill('3');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(line).toContainText('3 steps a week');
  const undo = page.getByRole('button', { name: 'Undo' });
  await undo.click();
  await expect(line).toContainText('2 steps a week');
  await undo.click();
  await expect(line).toContainText('even');
});

test('courses take turns, a second course joins it, Today shows whose turn it is', async ({ page }) => {
  await page.goto('/shelf/latin');
  const dialog = page.getByRole('dialog');
  const join = async (loop: string | undefined) => {
    await page.getByRole('button', { name: /^Pace/ }).click();
    await dialog.getByRole('radio', { name: /taking turns with others/ }).check();
    if (loop) {
      await dialog.getByLabel('which group takes turns').selectOption('a new group');
      await dialog.getByRole('button', { name: 'Save' }).click();
      await expect(dialog.getByRole('alert')).toContainText('Give the group a name');
      await dialog.getByLabel('name of the group').fill(loop);
    } else await dialog.getByLabel('which group takes turns').selectOption('mornings');
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(dialog).toHaveCount(0);
  };
  await join('mornings');
  await page.goto('/shelf/algebra');
  await join(undefined);
  await page.goto('/shelf/together');
  const loops = page
    .getByRole('region', { name: 'Taking turns' })
    .getByRole('listitem')
    .filter({ hasText: 'mornings' });
  await expect(loops).toContainText('Weights and Windlasses (Oda) and Lingua Fluminis (Oda)');
  await page.goto('/');
  // One of the two today, never both.
  const turn = page.locator('[data-row^="latin "], [data-row^="algebra "]');
  await settled(page);
  await expect(turn.first()).toBeVisible();
  const whose = new Set(await turn.evaluateAll((all) => all.map((r) => r.getAttribute('data-row')!.split(' ')[0])));
  expect(whose.size).toBe(1);
  await page.goto('/shelf/together');
  await page.getByRole('button', { name: 'Change mornings' }).click();
  await dialog.getByRole('radio', { name: /a teaching week each/ }).check();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(loops).toContainText('a week each in turn');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(loops).toContainText('whoever is next');
  // One of the two pauses from a day to come on: its turns are the other’s from then on.
  await page.goto('/shelf/latin');
  await page.getByRole('button', { name: /^Pause, swap/ }).click();
  await dialog.getByLabel('It is').selectOption('paused');
  await dialog.getByLabel('From', { exact: true }).fill('11 Jan 2027');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Who takes it' })).toContainText(/steps left for later/);
  await page.goto('/shelf/together');
  await expect(loops).toContainText('Lingua Fluminis (Oda): paused from 11 Jan');
  await page.goto('/week?of=2027-01-11');
  await expect(page.locator('[data-sitting="algebra"]')).toHaveCount(4);
  await expect(page.locator('[data-sitting="latin"]')).toHaveCount(0);
});

test('gates: letter sounds counted until they open, one course behind another, a circle refused in words', async ({
  page,
}) => {
  await page.goto('/year/courses');
  const units = page.getByRole('region', { name: /^Units of/ });
  await page.getByRole('button', { name: 'Letters at the Lockside' }).click();
  await expect(units).toContainText('64 waiting');
  await page.goto('/shelf/letters');
  const line = page.getByRole('region', { name: 'Who takes it' }).getByRole('listitem');
  await expect(line.first()).toContainText('letter sounds, 21 of 26 known');
  await line
    .first()
    .getByRole('button', { name: /^What must come first/ })
    .click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Known so far').fill('27');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('letter sounds has 26 entries; 27 of them cannot be known');
  await dialog.getByLabel('Known so far').fill('24');
  await dialog.getByLabel('good enough: it is open').check();
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(line.first()).not.toContainText('letter sounds');
  await page.goto('/year/courses');
  await page.getByRole('button', { name: 'Letters at the Lockside' }).click();
  await expect(units).not.toContainText('waiting', { timeout: 40_000 });
  // What filled the time in between rests now.
  await page.getByRole('button', { name: 'Between Two Primers' }).click();
  await expect(units).toContainText('60 left for later', { timeout: 40_000 });
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.goto('/shelf/rivers-1');
  await page.getByRole('button', { name: 'What must come first: Jory' }).click();
  await dialog.getByRole('button', { name: 'Wait for another course' }).click();
  await dialog.getByLabel('Waits for').selectOption({ label: 'Rivers and Their Towns, second volume (Jory)' });
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('would wait for itself');
  await dialog.getByRole('button', { name: 'Cancel' }).click();
});

test('kept together, the same work twice, what gives way first: said once, seen, undone', async ({ page }) => {
  await page.goto('/shelf/together');
  const dialog = page.getByRole('dialog');
  await page.getByRole('button', { name: 'Keep courses together' }).click();
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('two courses or more');
  await dialog.getByRole('checkbox', { name: 'Lingua Fluminis (Oda)' }).check();
  await expect(dialog.getByRole('status')).toHaveCount(0);
  await dialog.getByRole('checkbox', { name: 'Grammar by Lantern (Oda)' }).check();
  await expect(dialog.getByRole('status')).toContainText(/What it does to the year.*(→|No course)/);
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  const steps = page.getByRole('region', { name: 'Kept together' });
  await expect(steps).toContainText('Lingua Fluminis (Oda) and Grammar by Lantern (Oda)');

  await page.getByRole('button', { name: 'Say what does the same work' }).click();
  await dialog.getByLabel('This lesson: course').selectOption({ label: 'Lingua Fluminis' });
  await dialog.getByLabel('does the same work as: course').selectOption({ label: 'Forty Knots' });
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('region', { name: 'The same work twice' })).toContainText(
    '1, rivers and islands of Lingua Fluminis does the same work as Knot 1 of Forty Knots',
  );
  // Oda has done the one, so the other is settled for her.
  await page.goto('/shelf/knots');
  await expect(page.getByRole('region', { name: 'Who takes it' })).toContainText(
    '1, rivers and islands of Lingua Fluminis has done the same work',
  );
  await expect(page.getByRole('region', { name: 'Who takes it' })).toContainText('of 39 steps');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('region', { name: 'Who takes it' })).toContainText('of 40 steps');

  await page.goto('/shelf/together');
  const yields = page.getByRole('region', { name: 'What gives way first' });
  await yields.getByLabel('gives way for Oda').selectOption({ label: 'Lingua Fluminis' });
  await yields.getByLabel('gives way for Oda').selectOption({ label: 'Tideways' });
  await yields.getByRole('button', { name: 'Tideways earlier' }).click();
  await expect(status(page)).toContainText('What gives way first for Oda');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(status(page)).toContainText('Taken back');
});

test('choices of one child leave the book alone: variant, presence from a day on, units in another order, a blended level', async ({
  page,
}) => {
  await page.goto('/shelf/hand');
  const dialog = page.getByRole('dialog');
  await page.getByRole('button', { name: 'How it is done: Wren' }).click();
  await dialog.getByRole('button', { name: 'Leave Letters home out' }).click();
  await expect(dialog.getByText('steps of the book’s')).toContainText('120 steps of the book’s 144');
  await dialog.getByLabel('Blend in a unit of').selectOption({ label: 'Basket Mornings' });
  await dialog.getByRole('button', { name: 'Take it in', exact: true }).click();
  await expect(dialog.getByText('steps of the book’s')).toContainText('142 steps of the book’s 144');
  await dialog.getByLabel('the teacher, to practise').selectOption('alone');
  await dialog.getByRole('button', { name: 'Another from a day to come, to practise' }).click();
  await dialog.getByLabel('the teacher from then, to practise').selectOption('beside the child');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('give a day that exists');
  await dialog.getByLabel('from which day, to practise').fill('2027-01-11');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Who takes it' })).toContainText('of 142 steps');
  // Until then what was chosen for now holds.
  await page.getByRole('button', { name: 'How it is done: Wren' }).click();
  await expect(dialog.getByLabel('the teacher, to practise')).toHaveValue('alone');
  await expect(dialog.getByLabel('the teacher from then, to practise')).toHaveValue('with');
  await expect(dialog.getByLabel('from which day, to practise')).not.toHaveValue('');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('144 lessons, 144 steps')).toBeVisible();
  await page.goto('/year/courses');
  await page.getByRole('button', { name: 'The Copybook Row' }).click();
  await expect(page.getByRole('region', { name: 'Units of The Copybook Row' })).not.toContainText('Letters home');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('region', { name: 'Units of The Copybook Row' })).toContainText('Letters home', {
    timeout: 40_000,
  });
});

test('paused from a day to come until another: planned for, told, left out again', async ({ page }) => {
  await page.goto('/shelf/latin');
  const dialog = page.getByRole('dialog');
  const line = page.getByRole('region', { name: 'Who takes it' }).getByRole('listitem').first();
  const open = () =>
    page
      .getByRole('button', { name: /^Pause/ })
      .first()
      .click();
  await expect(line).toContainText('13 days in hand');
  await open();
  await dialog.getByLabel('It is').selectOption('paused');
  await dialog.getByLabel('From', { exact: true }).fill('1 Mar 2027');
  await dialog.getByLabel('Taken up again on').fill('22 Feb 2027');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('a day after the one from which it is paused');
  await dialog.getByLabel('Taken up again on').fill('15 Mar 2027');
  const effect = dialog.getByRole('status');
  await expect(effect).toContainText(/What it does to the year.*Lingua Fluminis: would finish/);
  const [told] = /would finish \d+ [A-Z][a-z]+(?=$|, as now|Days|Other|Steps)/.exec((await effect.textContent())!)!;
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await settled(page);
  await expect(line).toContainText(told);
  await expect(line).toContainText('paused from 1 Mar, running from 15 Mar');
  // Lost are its four sittings of either week; on the Saturday kept free between them nobody teaches it.
  await expect(line).toContainText('5 days in hand');
  for (const [week, words, there] of [
    ['2027-02-22', '22 Feb', true],
    ['2027-03-01', '1 Mar', false],
    ['2027-03-08', '8 Mar', false],
    ['2027-03-15', '15 Mar', true],
  ] as const) {
    await walk(page, `/week?of=${week}`);
    await settled(page);
    // The week before may still stand there.
    await expect(page.getByRole('heading', { level: 1 })).toContainText(new RegExp(`^${words} –`));
    await expect(page.locator('[data-sitting="arith-wren"]').first()).toBeVisible();
    expect((await page.locator('[data-sitting="latin"]').count()) > 0).toBe(there);
  }

  // Without the pause what would come after it is nothing either.
  await walk(page, '/shelf/latin');
  await open();
  await dialog.getByRole('button', { name: 'Leave this out' }).first().click();
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(line).toContainText('13 days in hand');
  await expect(line).not.toContainText('paused');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(line).toContainText('paused from 1 Mar');

  // Where it is not taken up again it is told how far it gets.
  const likely = page.getByRole('region', { name: 'How long it will take' });
  await expect(likely).toContainText('to be done by');
  await open();
  await dialog.getByRole('button', { name: 'Leave this out' }).last().click();
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(line).not.toContainText('running from');
  await expect(likely).toContainText(/paused from 1 Mar on; by then most likely as far as .+ steps to come/);
  await expect(likely).not.toContainText('to be done by');
  await walk(page, '/year/forecast');
  await expect(page.getByRole('list', { name: 'What stops' })).toContainText('most likely as far as');
});

test('paused and resumed, swapped for another from today, a verdict for each child', async ({ page }) => {
  await page.goto('/shelf/latin');
  const dialog = page.getByRole('dialog');
  const line = page.getByRole('region', { name: 'Who takes it' }).getByRole('listitem').first();
  const life = async (word: string) => {
    await page
      .getByRole('button', { name: /^Pause/ })
      .first()
      .click();
    await dialog.getByLabel('It is').selectOption(word);
    await dialog.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(dialog).toHaveCount(0);
  };
  await life('paused');
  await expect(line).toContainText('paused');
  await page.goto('/');
  await expect(page.locator('[data-row^="arith-wren "]').first()).toBeVisible();
  await expect(page.locator('[data-row^="latin "]')).toHaveCount(0);
  await page.goto('/shelf/latin');
  await life('running');
  await expect(line).toContainText('in hand');

  await page
    .getByRole('button', { name: /^Pause/ })
    .first()
    .click();
  await dialog.getByLabel('Swap it for').selectOption({ label: 'Stars over the Towpath' });
  await dialog.getByLabel('verdict for Oda').selectOption('not again');
  await dialog.getByLabel('why, for Oda').fill('too dry');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(line).toContainText('swapped for Stars over the Towpath');
  await expect(line).toContainText('Oda: not again – too dry');
  await page.goto('/shelf/stars');
  await expect(page.getByRole('region', { name: 'Who takes it' }).getByRole('listitem').first()).toContainText('Oda');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Nobody yet. Until somebody does')).toBeVisible();
  // How long each unit took is kept for the next child.
  await page.goto('/shelf/algebra');
  await page.getByText('How long each unit took').click();
  await expect(page.getByRole('region', { name: 'How long each unit took' })).toContainText('Whole numbers afresh');
});

test('rituals are ticked by one press, never behind, and count as work; undone', async ({ page }) => {
  await page.goto('/');
  const ritual = page.getByRole('checkbox', { name: /date, weather, the hymn/ });
  await ritual.click();
  await expect(ritual).toBeChecked();
  await expect(status(page)).toContainText('date, weather, the hymn of the week done');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(ritual).not.toBeChecked();
  await startOwn(page);
  await page.goto('/shelf/together');
  await page.getByRole('button', { name: 'Add an everyday thing' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog').getByRole('alert').first()).toContainText('Say what it is');
});

test('a unit is dragged to another week: what gives is seen before letting go, escape puts it back', async ({
  page,
}) => {
  await page.goto('/year/courses');
  const grip = page.locator('[data-grip="Weights and Windlasses: Below zero"]');
  await expect(grip).toBeVisible({ timeout: 40_000 });
  await grip.scrollIntoViewIfNeeded();
  const at = (await grip.boundingBox())!;
  const hold = async (by: number) => {
    await page.mouse.move(at.x + 6, at.y + 5);
    await page.mouse.down();
    await page.mouse.move(at.x + 16, at.y + 5, { steps: 3 });
    await page.mouse.move(at.x + 6 + by, at.y + 5, { steps: 4 });
  };
  const gives = page.getByRole('status').filter({ hasText: 'Let go to keep it there' });
  await hold(60);
  await expect(gives).toContainText(/It begins .*→/, { timeout: 40_000 });
  await expect(gives).toContainText('of other courses would stand on another day');
  await page.keyboard.press('Escape');
  await expect(gives).toHaveCount(0);
  await page.mouse.up();
  await hold(60);
  await expect(gives).toContainText(/It begins .*→/, { timeout: 40_000 });
  await page.mouse.up();
  await expect(status(page)).toContainText('Below zero begins');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(status(page)).toContainText('Taken back');
  // A lesson is pinned to a week by keys.
  await page.getByRole('button', { name: 'Weights and Windlasses' }).click();
  const units = page.getByRole('region', { name: 'Units of Weights and Windlasses' });
  await units.getByRole('button', { name: 'Below zero', exact: true }).click();
  await units.getByRole('button', { name: 'Move 4.3' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Begins in the week of').focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(dialog.getByRole('status')).toContainText(/The course ends .*→/, { timeout: 40_000 });
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(status(page)).toContainText('4.3 begins');
  await page.getByRole('radio', { name: 'Day by day' }).click();
  await expect(page.getByText('Mo 9')).toBeVisible();
});
