import AxeSource from 'axe-core';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { chooseFile, expect, openToday, settled, startOwn, test, VIEWS, walk } from './app';

const WIDTHS = [320, 360, 390, 768, 1280];
/** How far the page can be scrolled sideways, and what of it lies beyond the side. */
const overflow = (page: Page) =>
  page.evaluate(() => {
    const { scrollWidth } = document.scrollingElement!;
    if (scrollWidth <= innerWidth) return [];
    const beyond = [...document.querySelectorAll('body *')].filter(
      (e) => e.getBoundingClientRect().right > innerWidth + 1,
    );
    return [
      `${scrollWidth} px`,
      ...beyond.slice(0, 6).map((e) => `${e.tagName}.${e.className} ${(e.textContent ?? '').slice(0, 40)}`),
    ];
  });
const violations = async (page: Page) => {
  // Once a document: to read it again at each view costs as much as walking there.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AxeSource.source);
  return page.evaluate(async () => {
    const { axe } = window as unknown as { axe: typeof import('axe-core') };
    const result = await axe.run(document, { resultTypes: ['violations'] });
    return result.violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(', ')}`,
    );
  });
};
/** One visit a view: at every width nothing runs off the side, and at the last one nothing is hard to reach. */
async function everyView(page: Page, views: readonly string[], accessible = true): Promise<void> {
  for (const view of views) {
    await walk(page, view);
    await expect(page.locator('main :is(h1, p)').first()).toBeVisible();
    if (view === '/') await settled(page);
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: width < 768 ? 844 : 900 });
      expect.soft(await overflow(page), `${view} at ${width}`).toEqual([]);
    }
    if (accessible) expect.soft(await violations(page), view).toEqual([]);
  }
}

test('no view of the sample runs off the side, from a small phone to a desk, or has an accessibility violation', async ({
  page,
}) => {
  await openToday(page);
  await everyView(page, [...VIEWS, '/no-such-page']);
});

test('nor of a household with nothing in it, dialogs included', async ({ page }) => {
  await startOwn(page);
  await everyView(page, [...VIEWS, '/no-such-page']);
  await walk(page, '/year');
  await expect(page.getByRole('heading', { name: 'Year' })).toBeVisible();
  // As a keyboard sends it: with shift held down.
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await walk(page, '/shelf');
  await page.getByRole('button', { name: 'Add a course' }).click();
  expect(await violations(page)).toEqual([]);
});

test('nor with names of eighty letters that have no gap in them', async ({ page }) => {
  const file = JSON.parse(readFileSync(new URL('../demo/household.json', import.meta.url), 'utf8')) as Record<
    string,
    Record<string, unknown>[]
  > & { settings: Record<string, unknown> };
  const long = (what: unknown, length = 80) =>
    `${String(what).replace(/\s/g, '')}${'navigationalaqueduct'.repeat(5)}`.slice(0, length);
  file.settings['name'] = long('household');
  for (const table of ['children', 'teachers', 'materials', 'years', 'loops'] as const)
    for (const row of file[table]!) row['name'] = long(row['name']);
  for (const table of ['courses', 'rituals'] as const)
    for (const row of file[table]!) row['title'] = long(row['title']);
  for (const m of file['materials']!) m['place'] = long(m['place']);
  for (const a of [...file['aways']!, ...file['absences']!]) a['label'] = long(a['label']);
  for (const c of file['courses']!)
    for (const u of c['units'] as { title: string; lessons: { title: string }[] }[]) {
      u.title = long(u.title);
      for (const l of u.lessons) l.title = long(l.title);
    }
  await page.clock.setFixedTime(new Date('2026-11-16T09:00:00'));
  await startOwn(page);
  await walk(page, '/keeping');
  await chooseFile(page, 'Choose a backup file', 'long.json', JSON.stringify(file));
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible();
  await everyView(page, VIEWS, false);
});

test('Today, the week and its box print on few sides, without what is only for pressing', async ({ page }) => {
  // As a printer has it: A4, with the margins that a browser leaves.
  const margin = { top: '10mm', right: '10mm', bottom: '10mm', left: '10mm' };
  const sides = async () =>
    (await page.pdf({ preferCSSPageSize: true, format: 'A4', margin }))
      .toString('latin1')
      .match(/\/Type\s*\/Page[^s]/g)!.length;
  await openToday(page);
  expect(await sides()).toBe(1);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('link', { name: 'This week’s box' })).toBeHidden();
  await expect(page.getByRole('navigation')).toBeHidden();
  await expect(page.getByRole('button', { name: /Other marks/ }).first()).toBeHidden();
  await page.emulateMedia({ media: null });
  await page.goto('/week');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  expect(await sides()).toBe(1);
  await page.goto('/materials');
  await expect(page.getByRole('heading', { name: /To get out/ })).toBeVisible();
  expect(await sides()).toBe(1);
  await page.goto('/teacher/maren');
  await expect(page.getByRole('heading', { name: 'Maren teaches' })).toBeVisible();
  expect(await sides()).toBeLessThanOrEqual(2);
  await page.goto('/year');
  await expect(page.getByRole('heading', { name: 'Counted' })).toBeVisible();
  expect(await sides()).toBe(1);
});

test('nothing that is printed is cut off at the edge of the paper', async ({ page }) => {
  await openToday(page);
  const usual = page.viewportSize()!;
  // A4 between the margins that a browser leaves.
  const [width, height] = [718, 1047];
  await page.setViewportSize({ width, height });
  await page.emulateMedia({ media: 'print' });
  for (const view of ['/year', '/year/forecast', '/year/attendance', '/materials?part=missing', '/year/end']) {
    await walk(page, view);
    await settled(page);
    const cut = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('main :is(table, p, li, [role=region])')]
        .filter((e) => e.checkVisibility() && !e.closest('.sr-only'))
        .filter((e) => e.scrollWidth > e.clientWidth + 1 || e.getBoundingClientRect().right > innerWidth + 1)
        .map((e) => `${e.tagName} ${e.textContent.slice(0, 60)}`),
    );
    expect(cut, view).toEqual([]);
  }
  await page.emulateMedia({ media: null });
  await page.setViewportSize(usual);
  // A chart is drawn for the screen, and anew for the paper.
  for (const view of ['/year/forecast', '/record/charts']) {
    await walk(page, view);
    await page.locator('main figure').first().scrollIntoViewIfNeeded();
    await expect(page.locator('.recharts-wrapper > svg').first()).toBeVisible();
    const drawn = await page.evaluate(() => {
      const charts = () =>
        [...document.querySelectorAll('main .recharts-wrapper > svg')].filter((e) => e.checkVisibility());
      const widths = () => charts().map((e) => e.getBoundingClientRect().width);
      const before = widths();
      dispatchEvent(new Event('beforeprint'));
      const printed = widths();
      const empty = charts().filter((e) => !e.querySelector('.recharts-layer path')).length;
      dispatchEvent(new Event('afterprint'));
      return { before, printed, empty, figures: document.querySelectorAll('main figure').length };
    });
    // Those too that never came near the window.
    expect([drawn.printed.length, drawn.empty], view).toEqual([drawn.figures, 0]);
    expect(Math.max(...drawn.before), view).toBeGreaterThan(width);
    expect(Math.max(...drawn.printed), view).toBeLessThanOrEqual(width);
    expect(Math.min(...drawn.printed), view).toBeGreaterThan(width / 2);
  }
});

test('dialogs opened in the middle of work have no accessibility violation', async ({ page }) => {
  await openToday(page);
  const clean = async (what: string) => {
    await expect(page.getByRole('dialog')).toBeVisible();
    expect(await violations(page), what).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await page.locator('[data-row^="arith-jory "] button').first().focus();
  for (const [keys, what] of [
    ['Shift+K', 'already knows this from here on'],
    ['Shift+A', 'redo more than this'],
    ['j', 'jot down'],
    ['/', 'commands'],
  ] as const) {
    await page.keyboard.press(keys);
    await clean(what);
    // Whatever was open, the focus is back on the step.
    await expect(page.locator('[data-row] button:focus')).toHaveCount(1);
  }
  await page.goto('/shelf/arith-e');
  await page.getByRole('button', { name: 'Change many lessons at once' }).click();
  await clean('steps for a stretch');
  await page.getByRole('button', { name: 'Title, minutes, presence' }).click();
  await clean('the course');
  await page.goto('/shelf/new/contents');
  await page.getByLabel('The contents page, pasted').fill('Unit 1\n1 Rain ... 3\n2 Snow ... 9');
  await expect(page.getByLabel('title of line 2')).toBeVisible();
  expect(await violations(page)).toEqual([]);
});
