import type { Locator, Page } from '@playwright/test';
import { expect, test, walk } from './app';

/** A form in a dialog on something that is there already: where it stands, the button that opens it, and what it would not keep. */
interface Form {
  view: string;
  open: string | RegExp;
  /** What certain fields are set to, by words of their name; others get the next value they can hold. */
  set?: [RegExp, string][];
  /** Fields that are left alone, and why. */
  leave?: [RegExp, string][];
}
const HOLD_FROM: [RegExp, string] = [
  /hold from/,
  'it stands there only while something else is chosen, and says from when',
];
const FORMS: Form[] = [
  {
    view: '/household',
    open: /^Change Pip/,
    set: [
      [/until/, '11 Jun 2027'],
      [/from/, '1 Sept 2026'],
      [/attention/, '7'],
    ],
    leave: [HOLD_FROM],
  },
  {
    view: '/household',
    open: /^Change Tobias/,
    set: [[/^Between which times/, '10:00–11:00, 14:00–15:00']],
    leave: [HOLD_FROM],
  },
  {
    view: '/year',
    open: 'Change the year',
    leave: [HOLD_FROM],
  },
  {
    view: '/year',
    open: 'What is required',
    leave: [[/^Of whom/, 'it chooses whose is shown, and is kept with nothing']],
  },
  { view: '/year', open: /^Change winter break/ },
  { view: '/year/outside', open: /^Change dentist/, set: [[/^Last day/, '18 Dec 2026']] },
  { view: '/year/outside', open: /^Change .*2026-10-2/ },
  { view: '/shelf/history', open: 'Title, minutes, presence' },
  { view: '/shelf/history', open: /^Pace: /, leave: [HOLD_FROM] },
  {
    view: '/shelf/history',
    open: /^How it is done: /,
    leave: [[/^Units, in this order: (Blend|Unit)/, 'they choose what a button beside them adds']],
  },
  { view: '/shelf/together', open: /^Change counting the boats/ },
  { view: '/shelf/together', open: /^Change afternoons/ },
  { view: '/shelf/together', open: 'Change what is kept together' },
  {
    view: '/shelf/history',
    open: /^Pause, swap, verdict: /,
    leave: [
      [/^Swap it/, 'a swap ends this one and begins another: a deed of its own'],
      [/^(From|Taken up again)/, 'from today on what is chosen holds at once; a day to come has a test of its own'],
    ],
  },
  { view: '/shelf/history', open: /^What must come first: / },
  { view: '/shelf/history', open: 'Parts and purchase' },
  { view: '/year/outside', open: /^Change Boatyard/ },
  { view: '/materials?part=all', open: /^Change or count bar magnets/ },
  { view: '/record', open: /^Correct Grammar by Lantern, Lesson 30/, set: [[/Score/i, '17/20']] },
];

interface Control {
  key: string;
  kind: string;
  value: string;
  options: string[];
}
/** Every control of the form with its name and what it holds; of a row of one choice each entry. */
const controls = (form: Locator): Promise<Control[]> =>
  form.evaluate((f) => {
    const seen = new Map<string, number>();
    return [
      ...f.querySelectorAll<HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement | HTMLButtonElement>(
        'input, select, textarea, button.choice',
      ),
    ]
      .filter((e) => e.type !== 'file' && !e.disabled)
      .map((e) => {
        const legend = e.closest('fieldset')?.querySelector('legend')?.textContent?.trim() ?? '';
        const own = e.getAttribute('aria-label') ?? e.labels?.[0]?.textContent?.trim() ?? '';
        const name = `${legend ? `${legend}: ` : ''}${own}`;
        const n = seen.get(name) ?? 0;
        seen.set(name, n + 1);
        e.dataset['walk'] = `${name} #${n}`;
        const date = e.parentElement?.querySelector('[aria-label="Pick from a month"]');
        const tick = e.type === 'checkbox' || e.type === 'radio';
        const long = e instanceof HTMLButtonElement;
        return {
          key: `${name} #${n}`,
          kind:
            e instanceof HTMLSelectElement
              ? 'select'
              : long
                ? 'long list'
                : date
                  ? 'date'
                  : /numeric|decimal/.test(e.inputMode)
                    ? 'number'
                    : e.type,
          value: tick ? String((e as HTMLInputElement).checked) : e.value,
          options: e instanceof HTMLSelectElement ? [...e.options].filter((o) => !o.disabled).map((o) => o.value) : [],
        };
      });
  });
const values = async (form: Locator) => Object.fromEntries((await controls(form)).map((c) => [c.key, c.value]));

/** Sets a control to something else that it can hold. Ticked through its label: what is drawn small is pressed as it is seen. */
async function change(form: Locator, { key, kind, value, options }: Control, to: string | undefined): Promise<void> {
  const el = form.locator(`[data-walk=${JSON.stringify(key)}]`);
  if (kind === 'checkbox' || kind === 'radio') return el.evaluate((e) => (e as HTMLInputElement).click());
  if (kind === 'select') {
    const other = to ?? options.find((o) => o !== value && o !== '');
    if (other !== undefined) await el.selectOption(other);
    return;
  }
  if (kind === 'long list') {
    await el.click();
    // The chosen one is marked in the list; the one behind it is taken, or the one before it.
    const search = form.page().getByPlaceholder(/^Search among/);
    await search.press('ArrowDown');
    await search.press('Enter');
    return;
  }
  const time = /^(\d\d):(\d\d)$/.exec(value);
  const next =
    to ??
    (kind === 'date'
      ? value
        ? undefined
        : '12 Nov 2026'
      : time
        ? `${time[1]}:${String((Number(time[2]) + 5) % 60).padStart(2, '0')}`
        : kind === 'number' || /^\d+([.,]\d+)?$/.test(value)
          ? String(Number(value.replace(',', '.') || '0') + 1)
          : /time/i.test(key)
            ? '10:05'
            : /minutes|days|hours|per cent|many/i.test(key)
              ? '3'
              : `${value}x`);
  if (next === undefined) await el.press('ArrowUp');
  else await el.fill(next);
}

async function open(page: Page, form: Form): Promise<Locator> {
  const exact = typeof form.open === 'string' ? { exact: true } : {};
  const button = page.getByRole('button', { name: form.open, includeHidden: true, ...exact }).first();
  // What was set to end before today stands folded by then.
  await button.evaluate((e) => e.closest('details')?.setAttribute('open', ''));
  // By its key: what is worked out behind the page may still push it down, away from under a pointer.
  await button.press('Enter');
  const dialog = page.getByRole('dialog').locator('form');
  await expect(dialog).toBeVisible();
  return dialog;
}
async function keep(page: Page, form: Locator, name: string): Promise<void> {
  await form.locator('button[type="submit"]').click();
  // What reaches back is said first.
  const asked = form.getByText(/^This changes \d+ past days? of the register/);
  const refused = form.getByRole('alert');
  await asked
    .or(refused)
    .or(page.locator('body:not(:has([role="dialog"]))'))
    .first()
    .waitFor({ timeout: 40_000 })
    .catch(() => undefined);
  if (await asked.isVisible()) await form.locator('button[type="submit"]').click();
  await form.waitFor({ state: 'detached', timeout: 40_000 }).catch(async () => {
    const said = await form.getByRole('alert').allInnerTexts();
    throw new Error(`${name} is not kept: ${said.join(' | ')}`);
  });
  await page.locator('html:not([data-state="storing"])').waitFor({ state: 'attached' });
}

for (const form of FORMS) {
  const name = `${form.view}: ${String(form.open)}`;
  test(`every control of the form ${name}: set, kept, shown after a reload, taken back by one undo`, async ({
    page,
  }) => {
    await page.goto(form.view);
    let dialog = await open(page, form);
    const before = await values(dialog);
    // As it was it is kept without a step to take back.
    await keep(page, dialog, name);
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
    dialog = await open(page, form);
    const done = new Set<string>();
    for (;;) {
      // Looked at anew each time: one field may bring others with it.
      const next = (await controls(dialog)).find((c) => !done.has(c.key));
      if (!next) break;
      done.add(next.key);
      if (form.leave?.some(([words]) => words.test(next.key))) continue;
      if (next.kind === 'radio' && (next.value === 'true' || done.has(`${next.key.split(': ')[0]} chosen`))) continue;
      if (next.kind === 'radio') done.add(`${next.key.split(': ')[0]} chosen`);
      // Of several that are ticked one stays.
      const group = next.key.includes(': ') ? `${next.key.split(': ')[0]!}: ` : undefined;
      const ticked = Object.entries(await values(dialog)).filter(
        ([k, v]) => group && k.startsWith(group) && v === 'true',
      );
      if (next.kind === 'checkbox' && group && next.value === 'true' && ticked.length <= 1) continue;
      await change(dialog, next, form.set?.find(([words]) => words.test(next.key))?.[1]);
      const now = (await values(dialog))[next.key];
      if (next.kind !== 'select' || next.options.filter(Boolean).length > 1)
        expect(now, `${next.key} keeps what it was set to`).not.toBe(next.value);
    }
    const left = (key: string) => form.leave?.some(([words]) => words.test(key));
    const told = async () => Object.fromEntries(Object.entries(await values(dialog)).filter(([key]) => !left(key)));
    const set = await told();
    await keep(page, dialog, name);
    await page.reload();
    dialog = await open(page, form);
    expect(await told(), 'after a reload').toEqual(set);
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await page.keyboard.press('z');
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
    await walk(page, form.view);
    dialog = await open(page, form);
    await expect.poll(() => values(dialog), { message: 'taken back' }).toEqual(before);
  });
}
