import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, openToday, ownFrom, rows, settled, status, test, walk } from './app';

/** Answers what a drill asks by typing it; the `wrong`th question wrongly. */
async function answerAll(page: Page, n: number, wrong?: number): Promise<void> {
  for (let i = 0; i < n; i++) {
    const question = page.locator(`[data-question="${i}"]`);
    const [a, op, b] = (await question.innerText()).split(' ');
    const sum = op === '+' ? Number(a) + Number(b) : Number(a) * Number(b);
    await page.keyboard.type(String(i === wrong ? sum + 1 : sum));
    await page.keyboard.press('Enter');
    if (i === wrong) {
      await expect(page.getByText(`${a} ${op} ${b}: ${sum}`)).toBeVisible();
      await page.keyboard.press('Enter');
    }
    await expect(question).toHaveCount(0);
  }
}

test('a drill of the day: facts chosen in the grid, answered by keys, its score the mark of the sheet', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/cards');
  await page.getByRole('button', { name: 'Its facts: Sums within ten' }).click();
  await page.getByRole('button', { name: 'None of it' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Choose the facts in the grid, or a deck.')).toBeVisible();
  await page.getByRole('button', { name: 'All with 3 down' }).click();
  await page.getByRole('button', { name: '2 + 2', exact: true }).click();
  await expect(page.getByText('19 facts chosen')).toBeVisible();
  await page.getByLabel('Questions in one go').fill('4');
  await page.getByRole('button', { name: 'Save' }).click();
  await walk(page, '/');
  const sheet = rows(page).filter({ hasText: 'Level B' }).first();
  await sheet.getByRole('link', { name: 'drill: Sums within ten' }).click();
  await answerAll(page, 4, 1);
  await expect(page.getByText(/^3 of 4 right in \d+ s$/)).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(sheet).toContainText('score 3/4');
  await settled(page);
  await page.reload();
  await expect(rows(page).filter({ hasText: 'score 3/4' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows(page).filter({ hasText: 'score 3/4' })).toHaveCount(0);
});

test('a child drills on its own page, and the nod brings the score into the record', async ({ page }) => {
  await openToday(page);
  await page.goto('/child/wren');
  await page.getByRole('button', { name: 'Give this page to Wren' }).click();
  await page.getByLabel(/A code of four figures/).fill('4711');
  await page.getByRole('button', { name: 'Hand over' }).click();
  const practise = page.getByRole('region', { name: 'To practise' });
  await expect(practise).toContainText('a ride on the ferry');
  await practise.getByRole('button', { name: 'Drill: Sums within ten' }).click();
  await expect(page.getByRole('navigation')).toHaveCount(0);
  // By the pad alone.
  const question = page.locator('[data-question="0"]');
  const [a, , b] = (await question.innerText()).split(' ');
  for (const d of String(Number(a) + Number(b)))
    await page.getByRole('group', { name: 'Pad' }).getByRole('button', { name: d, exact: true }).click();
  await page.getByRole('button', { name: 'Answer' }).click();
  await expect(question).toHaveCount(0);
  await page.getByRole('button', { name: 'Stop here' }).click();
  await expect(page.getByText(/^1 of 1 right/)).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByText('1 minute of practice on the screen today.')).toBeVisible();
  await expect(practise.getByRole('button', { name: /^Drill/ })).toHaveCount(0);
  // Cards to choose from: the right one among others.
  await practise.getByRole('button', { name: /^Cards: Sounds/ }).click();
  await expect(page.getByRole('group', { name: 'Answers' }).getByRole('button')).toHaveCount(4);
  await page.getByRole('group', { name: 'Answers' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Stop here' }).click();
  await page.getByRole('button', { name: 'Back' }).click();
  await page.getByRole('button', { name: 'For a teacher' }).click();
  await page.getByLabel('The code').fill('4711');
  await page.keyboard.press('Enter');
  await walk(page, '/');
  await page.getByRole('button', { name: '1 ticked, waiting for your OK' }).click();
  await page.getByRole('button', { name: /^OK: Wren, Sluice Arithmetic/ }).click();
  await expect(rows(page).filter({ hasText: 'score 1/1' })).toHaveCount(1);
});

test('a deck that a gate counts: three good days, and what waited for it comes', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto('/keeping');
  await ownFrom(page, readFileSync('demo/household.json', 'utf8'));
  await walk(page, '/cards');
  await page.getByRole('button', { name: 'Add a deck' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Lights');
  await page.getByLabel('Cards, a line each').fill('red = port\ngreen = starboard');
  await page.getByRole('button', { name: 'Save' }).click();
  await walk(page, '/shelf/knots');
  const gates = page.getByRole('button', { name: 'What must come first: Oda' });
  await gates.click();
  await page.getByRole('button', { name: 'Wait until a list is mastered' }).click();
  await page.getByLabel('Counted').selectOption('from the cards: Lights');
  await expect(page.getByText('0 of 2 cards mastered')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  // Another day is another load of the page: not before it is stored.
  await expect(page.getByRole('dialog')).toHaveCount(0);
  for (const day of ['2026-11-11', '2026-11-12', '2026-11-13']) {
    await page.clock.setFixedTime(new Date(`${day}T09:00:00`));
    await page.goto('/cards');
    await page.getByRole('button', { name: 'Review Lights with Oda' }).click();
    for (let i = 0; i < 2; i++) {
      const card = page.locator('[data-card]');
      const before = await card.getAttribute('data-card');
      await page.keyboard.press('r');
      await expect(page.locator(`[data-card="${before}"]`)).toHaveCount(0);
    }
    await page.getByRole('button', { name: 'Back to the decks' }).click();
  }
  await expect(
    page.getByRole('list', { name: 'Lights' }).getByRole('listitem').filter({ hasText: 'Oda' }),
  ).toContainText('2 of 2 mastered');
  await walk(page, '/shelf/knots');
  await gates.click();
  await expect(page.getByText('2 of 2 cards mastered')).toBeVisible();
  await expect(page.getByLabel('good enough: it is open')).toBeChecked();
});

test('reading: a press a sitting, one in stages, taken back, in the list and in a table both ways; and by heart', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/reading');
  const wren = page.getByRole('region', { name: 'Wren’s reading' });
  const total = async () => Number(/^\d+/.exec(await wren.getByText(/sittings with/).innerText())![0]);
  const before = await total();
  await page.getByRole('button', { name: /^Read to page.*Six Otters/ }).click();
  await expect(status(page)).toContainText('Six Otters: read');
  await expect(wren.getByText(/sittings with/)).toContainText(`${before + 1} sittings`);
  await page.getByRole('button', { name: 'Take back: Six Otters, Wren' }).click();
  await expect(wren.getByText(/sittings with/)).toContainText(`${before} sittings`);
  await page.getByRole('button', { name: 'In stages: Tam and the Barge' }).click();
  for (const part of [
    'The cover',
    'Words that follow the rules',
    'Words that do not',
    'First reading',
    'Read again',
    'Questions',
    'Retelling',
  ]) {
    await expect(page.getByRole('heading', { level: 2, name: part, exact: true })).toBeVisible();
    if (part === 'Words that do not') await expect(page.getByText('caught')).toBeVisible();
    await page.keyboard.press('n');
  }
  await page.getByLabel('Read to page').fill('x');
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(page.getByText('Give the last page as a whole number')).toBeVisible();
  await page.getByLabel('Read to page').fill('48');
  await page.getByLabel('How it went').fill('by herself');
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(wren).toContainText('Tam and the Barge, pages 47 to 48');
  // The last page was the end of it.
  await expect(page.getByText(/^Read: .*Tam and the Barge/)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'As a table (CSV)' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  expect(text).toContain('2026-11-11,Wren,Tam and the Barge,E. Quill,matched reader,47,48');
  const more = `${text}2026-11-10,Wren,Found in a box,,free choice,1,9,12,\r\n2026-11-10,Nobody,X,,,,,,\r\n`;
  await page
    .getByLabel('From a table (CSV)')
    .setInputFiles({ name: 'r.csv', mimeType: 'text/csv', buffer: Buffer.from(more) });
  await expect(page.getByRole('alert')).toContainText('No child is called “Nobody”.');
  await expect(wren.getByText(/sittings with/)).toContainText(`${before + 2} sittings`);

  await walk(page, '/memory');
  const again = page.getByRole('list', { name: 'Said again' });
  const words = await again.getByRole('listitem').allInnerTexts();
  expect(words).toHaveLength(3);
  await again.getByRole('checkbox').first().click();
  await expect(again.getByRole('checkbox').first()).toBeChecked();
  // What is said does not move under the eyes.
  expect(await again.getByRole('listitem').allInnerTexts()).toEqual(words);
  await page
    .getByRole('button', { name: /^Ask the library for Pond and Sky/ })
    .first()
    .click();
  await expect(page.getByRole('list', { name: 'This week’s strands' })).toContainText('asked for at the library');
});

test('cards are turned, changed, filed, printed back to front, and written and read as a table; a game asks in turn', async ({
  page,
}) => {
  // A Friday: a game of sums is among the day’s everyday things.
  await page.clock.setFixedTime(new Date('2026-11-13T09:00:00'));
  await openToday(page);
  await walk(page, '/cards');
  await page.getByRole('button', { name: 'Its cards: River words' }).click();
  await page.getByRole('button', { name: 'The other way round as well' }).click();
  const cards = page.getByRole('group', { name: 'The cards' });
  await expect(cards.getByRole('listitem')).toHaveCount(12);
  await page.getByRole('button', { name: 'Change: unda' }).click();
  const form = page.getByRole('dialog', { name: 'unda' });
  await form.getByLabel('Back', { exact: true }).fill('wave, on a river');
  await form
    .getByLabel('A picture')
    .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('none') });
  await expect(form.getByText('This picture cannot be read here')).toBeVisible();
  await form.getByRole('button', { name: 'Save' }).click();
  // The turned one follows.
  await expect(cards.getByRole('button', { name: 'Change: wave, on a river' })).toBeVisible();
  await page.getByLabel('Filed').selectOption('by where they stand with Oda');
  await expect(cards.getByRole('region', { name: 'mastered' })).toBeVisible();
  const csv = Buffer.from('front,back,kind\r\nlacus,lake,word\r\n,nothing,\r\n');
  await page.getByLabel('From a table (CSV)').setInputFiles({ name: 'w.csv', mimeType: 'text/csv', buffer: csv });
  await expect(page.getByRole('alert')).toContainText('Row 3: The front is empty.');
  await expect(cards).toContainText('lacus');
  await page.getByRole('link', { name: 'To print' }).click();
  const front = page.getByRole('group', { name: 'Sheet 1, fronts' }).locator('.card-spot');
  const back = page.getByRole('group', { name: 'Sheet 1, backs' }).locator('.card-spot');
  await expect(front).toHaveCount(13);
  const [f, b, sheet] = [
    (await front.first().boundingBox())!,
    (await back.first().boundingBox())!,
    (await page.getByRole('group', { name: 'Sheet 1, fronts' }).boundingBox())!,
  ];
  // Turned about the long edge the back lies behind its front.
  expect(Math.abs(f.x - sheet.x - (sheet.x + sheet.width - (b.x + b.width)))).toBeLessThan(3);
  expect((await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(
    2,
  );

  await walk(page, '/');
  await page.getByRole('link', { name: /^Play market day/ }).click();
  await expect(page.getByLabel('Wren is asked')).toHaveValue('drill drill-sums');
  await page.getByRole('button', { name: 'Begin' }).click();
  const turns: string[] = [];
  for (let i = 0; i < 4; i++) {
    turns.push((await page.getByRole('heading', { level: 2 }).innerText()).trim());
    const before = await page.locator('[data-card]').getAttribute('data-card');
    await page.keyboard.press('r');
    await expect(page.locator(`[data-card="${before}"]`)).toHaveCount(0);
  }
  expect(turns).toEqual([turns[0], turns[1], turns[0], turns[1]]);
  expect(new Set(turns).size).toBe(2);
  await page.getByRole('button', { name: 'The game is over' }).click();
  await expect(page.getByText('4 questions answered.')).toBeVisible();
  await page.getByRole('button', { name: /^Done/ }).click();
  await expect(page.getByRole('button', { name: 'It is done' })).toBeVisible();
});
