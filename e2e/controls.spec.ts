import type { Locator, Page } from '@playwright/test';
import { expect, settled, test } from './app';

/** What a control holds, as text. */
const held = (el: Locator): Promise<string> =>
  el.evaluate((e) =>
    e instanceof HTMLInputElement && e.type === 'checkbox'
      ? String(e.checked)
      : (e as HTMLInputElement | HTMLSelectElement).value,
  );

/** Sets a control to something else that it can hold. */
async function change(el: Locator): Promise<void> {
  const kind = await el.evaluate((e) =>
    !(e instanceof HTMLInputElement) ? 'select' : e.inputMode === 'numeric' ? 'number' : e.type,
  );
  const was = await held(el);
  if (kind === 'checkbox') return el.click();
  if (kind === 'select') {
    const others = await el.evaluate((e) => [...(e as HTMLSelectElement).options].map((o) => o.value));
    await el.selectOption(others.find((o) => o !== was)!);
    return;
  }
  const later = () => was.replace(/..$/, (m) => String((Number(m) + 5) % 60).padStart(2, '0'));
  await el.fill(kind === 'number' ? String(Number(was) + 1) : /^\d\d:\d\d$/.test(was) ? later() : `${was}x`);
  await el.blur();
}

/** Until what was pressed is on the disk; the planner may go on. */
async function stored(page: Page): Promise<void> {
  await page.locator('html:not([data-state="storing"])').waitFor({ state: 'attached' });
}

/** Views whose fields store what they hold at once, without a form to keep. */
for (const view of ['/household'])
  test(`every control of ${view}: set, kept, shown after a reload, and taken back by as many undos`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    await page.goto(view);
    await settled(page);
    const controls = page.locator(
      'main :is(select, input:not([type="radio"], [type="file"], [type="search"])):visible',
    );
    const n = await controls.count();
    const before: string[] = [];
    const after: string[] = [];
    let deeds = 0;
    for (let i = 0; i < n; i++) {
      const el = controls.nth(i);
      const was = await held(el);
      before.push(was);
      // The only child of a stretch cannot leave it.
      if (await el.isDisabled()) {
        after.push(was);
        continue;
      }
      await change(el);
      const name = await el.evaluate(
        (e) => (e as HTMLInputElement).labels?.[0]?.textContent ?? e.outerHTML.slice(0, 80),
      );
      await expect.poll(() => held(el), { message: `${name} keeps what it was set to` }).not.toBe(was);
      await stored(page);
      after.push(await held(el));
      deeds++;
    }
    await page.reload();
    await settled(page);
    for (let i = 0; i < n; i++) expect(await held(controls.nth(i)), `control ${i} after a reload`).toBe(after[i]);
    const undo = page.getByRole('button', { name: 'Undo' });
    await page.getByRole('heading', { level: 1 }).click();
    for (let k = 0; k < deeds; k++) {
      await page.keyboard.press('z');
      await stored(page);
    }
    await settled(page);
    for (let i = 0; i < n; i++)
      await expect.poll(() => held(controls.nth(i)), { message: `control ${i} taken back` }).toBe(before[i]);
    if (deeds > 0) await expect(undo).toBeDisabled();
  });
