import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { expect, openRows, rows, settled, startOwn, test as base } from './app';

/** With a profile on the disk, as a family has it: what a browser keeps in memory alone it writes the slower the more there is of it. */
const test = base.extend({
  context: async ({ locale, timezoneId, viewport, baseURL, launchOptions }, use) => {
    const profile = mkdtempSync(join(tmpdir(), 'profile-'));
    const own = {
      ...(locale ? { locale } : {}),
      ...(timezoneId ? { timezoneId } : {}),
      ...(baseURL ? { baseURL } : {}),
    };
    const options = { ...launchOptions, ...own, viewport: viewport ?? null, serviceWorkers: 'block' as const };
    const context = await chromium.launchPersistentContext(
      profile,
      options as Parameters<typeof chromium.launchPersistentContext>[1],
    );
    await use(context);
    await context.close();
    rmSync(profile, { recursive: true, force: true });
  },
});

/** So many marks in a test run; `npm run bench` asks for all hundred thousand. */
const MARKS = Number(process.env['LARGE'] ?? 20_000);

/** Ten years of records: the sample's own marks told again for older courses of the same shapes, no longer taken. */
function tenYears(): string {
  const file = JSON.parse(readFileSync(new URL('../demo/household.json', import.meta.url), 'utf8')) as {
    enrolments: Record<string, unknown>[];
    marks: Record<string, unknown>[];
  };
  const marks = [...file.marks];
  const enrolments = [...file.enrolments];
  for (let round = 1; marks.length < MARKS; round++) {
    const year = 2026 - (round % 10) - 1;
    // Thirty courses a year: the marks of several rounds fall to the same ones.
    const of = round % 25;
    if (of === 0) continue;
    if (round < 25)
      for (const e of file.enrolments)
        enrolments.push({ ...e, id: `${String(e['id'])}~old${round}`, life: 'finished' });
    for (const m of file.marks)
      marks.push({
        ...m,
        id: `${String(m['id'])}-${round}`,
        enrolmentId: `${String(m['enrolmentId'])}~old${of}`,
        date: String(m['date']).replace('2026', String(year)),
      });
  }
  return JSON.stringify({ ...file, enrolments, marks: marks.slice(0, MARKS) });
}

test(`ten years of records, ${MARKS} marks: restored, opened, marked, taken back`, async ({ page }) => {
  test.setTimeout(MARKS > 20_000 ? 600_000 : 240_000);
  await page.clock.setFixedTime(new Date('2026-11-16T09:00:00'));
  await startOwn(page);
  await page.goto('/keeping');
  const since = (start: number) => `${((Date.now() - start) / 1000).toFixed(1)} s`;
  let start = Date.now();
  await page
    .getByLabel('Choose a backup file')
    .setInputFiles({ name: 'ten-years.json', mimeType: 'application/json', buffer: Buffer.from(tenYears()) });
  await expect(page.getByRole('dialog').getByRole('row', { name: new RegExp(`^marks ${MARKS}`) })).toBeVisible({
    timeout: 60_000,
  });
  const looked = since(start);
  start = Date.now();
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible({ timeout: 600_000 });
  const restored = since(start);
  start = Date.now();
  await page.goto('/');
  await rows(page).first().waitFor({ timeout: 60_000 });
  const opened = since(start);
  await settled(page);
  start = Date.now();
  await page.reload();
  await rows(page).first().waitFor();
  const again = since(start);
  await settled(page);
  const open = await openRows(page).count();
  start = Date.now();
  await page.keyboard.press('d');
  await expect(openRows(page)).toHaveCount(open - 1);
  const marked = since(start);
  start = Date.now();
  await page.keyboard.press('z');
  await expect(openRows(page)).toHaveCount(open);
  console.log(
    `${MARKS} marks: file looked through in ${looked}, restored in ${restored}, Today usable ${opened} after navigation and ${again} the next time, a mark ${marked}, its undo ${since(start)}.`,
  );
  await page.goto('/record');
  await expect(page.getByText(new RegExp(`^${MARKS} marks on`))).toBeVisible({ timeout: 30_000 });
});
