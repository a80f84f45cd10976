import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import JSZip from 'jszip';
import { createHash } from 'node:crypto';
import {
  backupFile,
  chooseFile,
  expect,
  openRows,
  openToday,
  ownFrom,
  settled,
  startOwn,
  status,
  test,
  walk,
} from './app';

test('the record is searched, goes out as a table and comes back: nothing twice, a fault by its row', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/record');
  const total = page.getByText(/^\d+ marks? on \d+ days?/);
  const before = await total.innerText();
  await page.getByLabel('With the words').fill('barge read');
  await expect(total).not.toHaveText(before);
  for (const line of await page.locator('main section li').allInnerTexts()) expect(line).toMatch(/barge/i);
  await page.getByLabel('Mark').selectOption('known');
  await expect(page.getByText('No mark is like that.')).toBeVisible();
  await page.getByLabel('With the words').fill('');
  await page.getByLabel('Mark').selectOption('');
  await page.getByLabel('From', { exact: true }).fill('10 Nov 2026');
  await page.getByLabel('From', { exact: true }).press('Tab');
  await expect(total).toContainText('on 1 day');
  await page.getByLabel('From', { exact: true }).fill('');
  await page.getByLabel('From', { exact: true }).press('Tab');
  await expect(total).toHaveText(before);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'As a table (CSV)' }).click();
  const csv = readFileSync(await (await download).path(), 'utf8');
  const n = Number(/^\d+/.exec(before)![0]);
  const back = page.getByLabel('From a table (CSV)');
  const give = (text: string) => back.setInputFiles({ name: 'r.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await give(csv);
  await expect(status(page)).toContainText('is in the record already');
  // A mark is taken out by hand: the table brings it back as it was.
  await page
    .getByRole('button', { name: /^Correct/ })
    .first()
    .click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /[Tt]ake .*out|Delete|Remove|Throw/ })
    .click();
  await expect(total).toContainText(`${n - 1} marks`);
  await give(`${csv}2026-02-30,Wren,Nothing,x,done\r\n`);
  await expect(page.getByRole('alert')).toContainText('“2026-02-30” is no date');
  await expect(total).toHaveText(before);
});

/** A JPEG of 64 by 32 with its first corner dark, and an EXIF block (TIFF, big-endian) that says how it has to be turned. */
async function turnedPhoto(page: Page, orientation: number): Promise<Buffer> {
  const plain = await page.evaluate(async () => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [64, 32];
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#fff';
    pen.fillRect(0, 0, 64, 32);
    pen.fillStyle = '#000';
    pen.fillRect(0, 0, 32, 16);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 1));
    return [...new Uint8Array(await blob!.arrayBuffer())];
  });
  const tiff = [0x4d, 0x4d, 0, 0x2a, 0, 0, 0, 8, 0, 1, 1, 0x12, 0, 3, 0, 0, 0, 1, 0, orientation, 0, 0, 0, 0, 0, 0];
  const block = [...Buffer.from('Exif\0\0'), ...tiff];
  const length = block.length + 2;
  const exif = Buffer.from([0xff, 0xe1, length >> 8, length & 255, ...block]);
  return Buffer.concat([Buffer.from(plain.slice(0, 2)), exif, Buffer.from(plain.slice(2))]);
}

// Exif 2.32, table 6 (from memory): where the first row and the first column of what is stored stand when it is seen.
const CORNERS = [
  'top left',
  'top right',
  'bottom right',
  'bottom left',
  'top left',
  'top right',
  'bottom right',
  'bottom left',
];

test('a picture stands upright however the camera was held: the eight values of EXIF', async ({ page }) => {
  await openToday(page);
  await walk(page, '/portfolio/jory');
  await page.getByRole('button', { name: 'Add a sample' }).click();
  const image = page.getByRole('dialog').locator('img');
  let before: string | null = null;
  for (const [i, corner] of CORNERS.entries()) {
    const buffer = await turnedPhoto(page, i + 1);
    await page.getByLabel('A picture of it').setInputFiles({ name: `${i}.jpg`, mimeType: 'image/jpeg', buffer });
    await expect(image).not.toHaveAttribute('src', before ?? 'none');
    before = await image.getAttribute('src');
    const seen = await image.evaluate(async (img: HTMLImageElement) => {
      await img.decode();
      const canvas = document.createElement('canvas');
      const [w, h] = [(canvas.width = img.naturalWidth), (canvas.height = img.naturalHeight)];
      const pen = canvas.getContext('2d')!;
      pen.drawImage(img, 0, 0);
      const dark = (x: number, y: number) => pen.getImageData(x, y, 1, 1).data[0]! < 100;
      const corners: [string, number, number][] = [
        ['top left', 4, 4],
        ['top right', w - 5, 4],
        ['bottom left', 4, h - 5],
        ['bottom right', w - 5, h - 5],
      ];
      return { wide: w > h, corner: corners.filter(([, x, y]) => dark(x, y)).map(([name]) => name) };
    });
    expect([i + 1, seen]).toEqual([i + 1, { wide: i < 4, corner: [corner] }]);
  }
});

test('a portfolio: chosen, with a sample and one’s own words, printed, and as one file that opens anywhere', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/portfolio/jory');
  await page.getByRole('button', { name: 'Add a sample' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Say what it is, or add a picture')).toBeVisible();
  await page.getByLabel('What it is').fill('a map of the Withy');
  await page.getByLabel('The paper lies in').fill('folder 2');
  // A picture with the place in it is drawn anew, so that the place is gone.
  const dot = await page.evaluate(async () => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [2000, 1000];
    canvas.getContext('2d')!.fillRect(0, 0, 900, 900);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg'));
    return [...new Uint8Array(await blob!.arrayBuffer())];
  });
  // After the first two bytes of a JPEG: a block that says where it was taken.
  const place = Buffer.from([0xff, 0xe1, 0x00, 0x12, ...Buffer.from('Exif\0\0GPS-48.1N')]);
  const photo = Buffer.concat([Buffer.from(dot.slice(0, 2)), place, Buffer.from(dot.slice(2))]);
  await page.getByLabel('A picture of it').setInputFiles({ name: 'p.jpg', mimeType: 'image/jpeg', buffer: photo });
  await expect(page.getByRole('button', { name: 'Without a picture' })).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByLabel('A page of your own words').fill('A year of high water.');
  await page.getByRole('button', { name: 'Keep it' }).click();
  const article = page.getByRole('article', { name: 'As it will be printed' });
  await expect(article).toContainText('A year of high water.');
  await expect(article).toContainText('a map of the Withy · on paper, in folder 2');
  await expect(article.getByRole('img', { name: 'a map of the Withy' })).toBeVisible();
  await expect(article.getByRole('img', { name: /^Time by course, in hours: / })).toBeVisible();
  // Weights and Windlasses is Oda’s.
  await expect(article).not.toContainText('Weights and Windlasses');
  await page.getByRole('checkbox', { name: 'What was studied' }).click();
  await expect(article.getByRole('heading', { name: 'What was studied' })).toHaveCount(0);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'As one file (zip)' })).toBeHidden();
  await page.emulateMedia({ media: null });
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'As one file (zip)' }).click();
  const zip = await JSZip.loadAsync(readFileSync(await (await download).path()));
  expect(Object.keys(zip.files)).toEqual(expect.arrayContaining(['portfolio.html', 'record.csv', 'reading.csv']));
  expect(await zip.file('portfolio.html')!.async('string')).toContain('A year of high water.');
  const file = await JSZip.loadAsync(await backupFile(page));
  const text = await file.file('household.json')!.async('string');
  expect(text).toContain('a map of the Withy');
  const [, hash] = /"picture": ?"sha256-([0-9a-f]{64})"/.exec(text)!;
  const kept = await file.file(`pictures/${hash}.jpg`)!.async('nodebuffer');
  expect(kept.toString('latin1')).not.toContain('GPS');
  expect(kept.length).toBeLessThanOrEqual(400_000);
  // The page of the portfolio shows the same one, as large as it is kept.
  const shown = zip.file(/^pictures\//)[0]!;
  expect(
    createHash('sha256')
      .update(await shown.async('nodebuffer'))
      .digest('hex'),
  ).toBe(hash);
  const side = await page.evaluate(
    async (bytes) => (await createImageBitmap(new Blob([new Uint8Array(bytes)]))).width,
    [...kept],
  );
  expect(side).toBe(1600);
});

test('a year is closed: from its last day to the first of the next, by keyboard', async ({ page }) => {
  await page.goto('/keeping');
  await ownFrom(page, readFileSync('demo/household.json', 'utf8'));
  // The Saturday after the last day.
  await page.clock.setFixedTime(new Date('2027-06-12T09:00:00'));
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'The year’s end' })).toBeVisible();
  // Nothing is called unfitting any more.
  for (const view of ['/shelf', '/']) {
    await page.goto(view);
    await settled(page);
    await expect(page.getByText(/days? short(?! of)|finds? no day/)).toHaveCount(0);
  }
  await page.getByRole('link', { name: 'The year’s end' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('The year’s end: ');
  // What is wanted years from now stands behind a press.
  await expect(page.getByText('None of it is wanted before the next year is over.')).toBeVisible();
  await page.getByText(/^\d+ levels after that, the last about /).click();
  await expect(page.getByRole('list', { name: 'Wanted after that' })).toContainText(/Pip: /);
  await expect(page.getByRole('list', { name: 'What goes on' })).toContainText(
    'goes on with Wren, Jory and Oda in the next year',
  );
  await page.getByLabel('Its name').fill('The year of the weir');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^The year of the weir begins on Monday 6 September/)).toBeVisible();
  await walk(page, '/year');
  await expect(page.getByText('The year of the weir').first()).toBeVisible();
  await page.clock.setFixedTime(new Date('2027-09-06T09:00:00'));
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Monday 6 September');
});

test('what is over waits for the next child in a place, with a label of its own', async ({ page }) => {
  await openToday(page);
  await walk(page, '/shelf/arith-e');
  await page.getByRole('button', { name: /^Pause, swap, verdict: / }).click();
  await page.getByRole('dialog').getByLabel('It is').selectOption('dropped');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await walk(page, '/year/end');
  const over = page.getByRole('list', { name: 'Courses that are over' });
  await expect(over).toContainText(
    'Sluice Arithmetic, Level E: not finished, and not taken any more: keep it for Wren',
  );
  await over.getByLabel('Where Sluice Arithmetic, Level E waits').selectOption('landing shelf');
  await expect(status(page)).toContainText('its things lie in landing shelf');
  await over.getByRole('link', { name: 'A label: Sluice Arithmetic, Level E' }).click();
  await expect(page.getByText('1 label on 1 sheet.')).toBeVisible();
  const sheet = page.getByRole('group', { name: 'Sheet 1' });
  await expect(sheet).toContainText(/^Sluice Arithmetic, Level Efor Wren, about .* 20294 × wooden ruler/);
});

test('the record in charts: drawn for one child, each with its table; the marks add up to what the record has', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/record');
  await page.getByRole('link', { name: 'In charts' }).click();
  for (const title of ['Days of school so far', 'Hours of school so far', 'Minutes of teaching by week']) {
    const figure = page.getByRole('figure', { name: title });
    // A chart is drawn when it comes near the window.
    await figure.scrollIntoViewIfNeeded();
    await expect(figure.locator('svg.recharts-surface').first()).toBeVisible();
  }
  await expect(page.getByRole('figure', { name: /^Where the time of/ })).toHaveCount(4);
  await page.getByLabel('Drawn for').selectOption({ label: 'Wren' });
  await expect(page.getByRole('figure', { name: /^Where the time of/ })).toHaveCount(1);
  const marks = page.getByRole('figure', { name: 'What was marked of Wren, by month' });
  const sum = async () => (await marks.getByRole('cell').allInnerTexts()).map(Number).reduce((n, m) => n + m, 0);
  const total = await sum();
  expect(total).toBeGreaterThan(50);
  await walk(page, '/');
  await settled(page);
  await openRows(page).filter({ hasText: 'Copybook' }).getByRole('button').first().click();
  await settled(page);
  await walk(page, '/record/charts');
  await page.getByLabel('Drawn for').selectOption({ label: 'Wren' });
  await expect.poll(sum).toBe(total + 1);
});

test('the register comes in from a table: days by their child, a fault by its row, taken back whole', async ({
  page,
}) => {
  await openToday(page);
  await walk(page, '/year/attendance');
  const file = 'date,child,status\n2026-10-05,Wren,sick\n2026-10-06,Wren,sick\n2026-10-07,Nobody,sick\n';
  await chooseFile(page, 'From a table (CSV)', 'register.csv', file);
  await expect(page.getByRole('alert')).toContainText('Row 4: No child is called “Nobody”.');
  await expect(status(page)).toContainText('2 days from register.csv');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(status(page)).toContainText('Taken back');
});

test('a backup with a hundred pictures is restored, packed again, and the same; without them it is one text', async ({
  page,
}) => {
  await startOwn(page);
  const household = JSON.parse(readFileSync('demo/household.json', 'utf8')) as Record<string, unknown> & {
    children: { id: string }[];
  };
  // Each its own bytes: what is in a picture is nobody's business but the reader's.
  const pictures = Array.from({ length: 100 }, (_, i) => {
    const bytes = Buffer.alloc(40_000, i + 1);
    return { bytes, hash: createHash('sha256').update(bytes).digest('hex') };
  });
  const samples = pictures.map(({ hash }, i) => ({
    ...{ id: `s${i}`, childId: household.children[0]!.id, date: '2026-11-09', words: `page ${i}` },
    picture: `sha256-${hash}`,
  }));
  const zip = new JSZip();
  zip.file('household.json', JSON.stringify({ ...household, samples }));
  // One of them is not what its name says: it alone is left out, and named.
  for (const { hash, bytes } of pictures)
    zip.file(`pictures/${hash}.jpg`, hash === pictures[7]!.hash ? 'broken' : bytes);
  const take = async (buffer: Buffer) => {
    await walk(page, '/keeping');
    await page
      .getByLabel('Choose a backup file')
      .setInputFiles({ name: 'backup.zip', mimeType: 'application/zip', buffer });
  };
  await take(await zip.generateAsync({ type: 'nodebuffer' }));
  const dialog = page.getByRole('dialog', { name: 'What is in this backup' });
  await expect(dialog).toContainText('100, 99 of them in the file');
  await expect(dialog).toContainText(`pictures/${pictures[7]!.hash}.jpg is damaged, and is left out`);
  await dialog.getByRole('button', { name: 'Restore it' }).click();
  await expect(status(page)).toContainText('The backup is restored');

  const made = await JSZip.loadAsync(await backupFile(page));
  await expect(status(page)).toContainText('1 picture is not on this device');
  expect(made.file(/^pictures\//)).toHaveLength(99);
  for (const { hash, bytes } of pictures.filter((_, i) => i !== 7))
    expect((await made.file(`pictures/${hash}.jpg`)!.async('nodebuffer')).equals(bytes)).toBe(true);
  // What was missing comes with a merged file.
  made.file(`pictures/${pictures[7]!.hash}.jpg`, pictures[7]!.bytes);
  await page.getByLabel('Merge a file').setInputFiles({
    ...{ name: 'backup.zip', mimeType: 'application/zip' },
    buffer: await made.generateAsync({ type: 'nodebuffer' }),
  });
  const merge = page.getByRole('dialog', { name: 'Merge a file' });
  await merge.getByRole('button', { name: /^(Merge|Nothing is new)/ }).click();
  const whole = await JSZip.loadAsync(await backupFile(page));
  expect(whole.file(/^pictures\//)).toHaveLength(100);

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Without its 100 pictures' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  expect((JSON.parse(text) as { samples: unknown[] }).samples).toHaveLength(100);
});
