import AxeSource from 'axe-core';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, openToday, rows, startOwn, test, VIEWS } from './app';

const SIZES = [
  { width: 390, height: 844 },
  { width: 768, height: 1024 },
  { width: 1280, height: 800 },
];
/** What runs off the side of the page, outside of boxes that scroll by themselves. */
const overflow = (page: Page) =>
  page.evaluate(() => {
    const wide = document.documentElement.clientWidth;
    if (document.documentElement.scrollWidth <= wide) return [];
    return [...document.querySelectorAll('main *')]
      .filter((e) => e.getBoundingClientRect().right > wide + 1 && !e.closest('.overflow-x-auto, .overflow-auto'))
      .map((e) => `${e.tagName} ${(e.textContent ?? '').slice(0, 40)}`);
  });
async function everyView(page: Page): Promise<void> {
  for (const size of SIZES) {
    await page.setViewportSize(size);
    for (const view of VIEWS) {
      await page.goto(view);
      await expect(page.locator('main :is(h1, p)').first()).toBeVisible();
      await expect(page.getByText(/Turning the page|Opening the/)).toHaveCount(0);
      if (view === '/') await expect(rows(page).first()).toBeVisible();
      expect(await overflow(page), `${view} at ${size.width}`).toEqual([]);
    }
  }
}

test('no view runs off the side, on a phone, a tablet or a desk', async ({ page }) => {
  await openToday(page);
  await everyView(page);
});

test('nor with very long names', async ({ page }) => {
  const file = JSON.parse(readFileSync(new URL('../demo/household.json', import.meta.url), 'utf8')) as Record<
    string,
    Record<string, unknown>[]
  >;
  const long = (what: string) => `${what} ${'of the long and winding navigation '.repeat(3)}Bartholomewsthwaitebridge`;
  for (const c of file['children']!) c['name'] = `${String(c['name'])} ${'Wilhelmina '.repeat(4)}`.slice(0, 80).trim();
  for (const c of file['courses']!) c['title'] = long(String(c['title']));
  for (const m of file['materials']!) m['name'] = long(String(m['name']));
  for (const t of file['teachers']!) t['name'] = 'Teacher Maximiliana Featherstonehaugh-Cholmondeley the Elder';
  await page.clock.setFixedTime(new Date('2026-11-16T09:00:00'));
  await startOwn(page);
  await page.goto('/keeping');
  await page.getByLabel('Choose a backup file').setInputFiles({
    name: 'long.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible();
  await everyView(page);
});

test('Today, the week and the pull list print on few sides, without what is only for pressing', async ({ page }) => {
  const sides = async () =>
    (await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g)!.length;
  await openToday(page);
  expect(await sides()).toBeLessThanOrEqual(2);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation')).toBeHidden();
  await expect(page.getByRole('button', { name: /Other marks/ }).first()).toBeHidden();
  await page.emulateMedia({ media: null });
  await page.goto('/week');
  await expect(page.locator('[data-sitting]').first()).toBeVisible();
  expect(await sides()).toBe(1);
  await page.goto('/materials');
  await expect(page.getByRole('heading', { name: /To pull/ })).toBeVisible();
  expect(await sides()).toBe(1);
});

test('dialogs opened in the middle of work have no accessibility violation', async ({ page }) => {
  await openToday(page);
  const clean = async (what: string) => {
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.evaluate(AxeSource.source);
    const found = await page.evaluate(async () => {
      const { axe } = window as unknown as { axe: { run: () => Promise<{ violations: { id: string }[] }> } };
      return (await axe.run()).violations.map((v) => v.id);
    });
    expect(found, what).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await page.locator('[data-row^="arith-jory "] button').first().focus();
  for (const [keys, what] of [
    ['Shift+K', 'known from here on'],
    ['Shift+A', 'again, and more'],
    ['j', 'jot down'],
    ['/', 'commands'],
  ] as const) {
    await page.keyboard.press(keys);
    await clean(what);
    // Whatever was open, the focus is back on the step.
    await expect(page.locator('[data-row] button:focus')).toHaveCount(1);
  }
  await page.goto('/shelf/arith-e');
  await page.getByRole('button', { name: 'Steps for a stretch' }).click();
  await clean('steps for a stretch');
  await page.getByRole('button', { name: 'Title, minutes, presence' }).click();
  await clean('the course');
  await page.goto('/shelf/new/contents');
  await page.getByLabel('The contents page, pasted').fill('Unit 1\n1 Rain ... 3\n2 Snow ... 9');
  await expect(page.getByLabel('title of line 2')).toBeVisible();
  await page.evaluate(AxeSource.source);
  const found = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: { run: () => Promise<{ violations: { id: string }[] }> } };
    return (await axe.run()).violations.map((v) => v.id);
  });
  expect(found).toEqual([]);
});
