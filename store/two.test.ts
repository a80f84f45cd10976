import { changeStep, flatten } from '../core/course';
import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { writeBackup } from '../core/formats';
import { markStep, unmarkStep } from '../core/deeds';
import type { Enrolment, Household } from '../core/household';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../core/tests/make';
import { HouseholdStore } from './index';

const household = (): Household => aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
let n = 0;
const named = () => `two-${++n}`;
const open = (name: string) => HouseholdStore.open(name, household);
const text = (h: Household) => writeBackup({ asOf: '2026-09-07', household: h });
/** Until every message between the two has been told and taken in. */
const quiet = async (...stores: HouseholdStore[]) => {
  for (let i = 0; i < 5; i++) {
    await new Promise((r) => setTimeout(r, 5));
    for (const s of stores) await s.setNote('asked', i);
  }
};
const settings = (h: Household, change: Partial<Household['settings']>) => [
  { table: 'settings' as const, put: { ...h.settings, ...change } },
];
const day = (label: string, from: string) => ({ id: label, from, to: from, label });
const on = { enrolmentId: 'e', stepId: 'L1-1', day: 20_703 };

describe('two windows on one household', () => {
  it('keep both of two fields written at once, whether worked out in turn or typed in a form', async () => {
    const name = named();
    const [a, b] = [await open(name), await open(name)];
    await Promise.all([
      a.commit('name', (now) => settings(now, { name: 'Lock' })),
      b.commit('start', (now) => settings(now, { startMinutes: 9 })),
    ]);
    await quiet(a, b);
    for (const s of [a, b]) expect(s.household.settings).toMatchObject({ name: 'Lock', startMinutes: 9 });
    // A form opened before the other window changed its row puts only its own fields.
    const opened = a.household;
    await b.commit('minutes', (now) => settings(now, { startMinutes: 7 }));
    await a.commit('name', settings(opened, { name: 'Weir' }), opened);
    await quiet(a, b);
    for (const s of [a, b]) expect(s.household.settings).toMatchObject({ name: 'Weir', startMinutes: 7 });
    a.close();
    b.close();
  });

  it('keep both of two entries of one list that forms opened before put into it, in its order', async () => {
    const name = named();
    const year = aYear({ closed: [day('all saints', '2026-11-02'), day('thaw', '2027-02-01')] });
    const begun = () => ({ ...household(), years: [year] });
    const [a, b] = [await HouseholdStore.open(name, begun), await HouseholdStore.open(name, begun)];
    const opened = a.household;
    const ahead = (from: string) => ({ from, weekdays: [1 as const], rule: { kind: 'even' as const }, perSitting: 1 });
    const left = (h: Household, from: string, closed: typeof year.closed, own: Partial<Enrolment>) => [
      { table: 'enrolments' as const, put: { ...h.enrolments[0]!, ...own, paces: [ahead(from)] } },
      { table: 'years' as const, put: { ...year, closed } },
    ];
    const [saints, thaw] = year.closed;
    await b.commit('b', left(opened, '2027-03-01', [saints!, day('flood', '2026-12-01')], { perSitting: 2 }), opened);
    await a.commit(
      'a',
      left(opened, '2027-01-11', [day('fair', '2026-10-01'), saints!, thaw!], { minutesPerSitting: 30 }),
      opened,
    );
    await quiet(a, b);
    for (const s of [a, b]) {
      expect(s.household.enrolments[0]).toMatchObject({ perSitting: 2, minutesPerSitting: 30 });
      expect(s.household.enrolments[0]!.paces).toEqual(['2027-01-11', '2027-03-01'].map(ahead));
      // What the one took out stays out; what each put in stands where it put it.
      expect(s.household.years[0]!.closed.map((c) => c.label)).toEqual(['fair', 'all saints', 'flood']);
    }
    a.close();
    b.close();
  });

  it('agree after any writes at once, with each other and with the disk', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom('a', 'b'), fc.constantFrom('done', 'partly', 'off', 'undo', 'name')), {
          minLength: 4,
          maxLength: 12,
        }),
        async (deeds) => {
          const name = named();
          const stores = { a: await open(name), b: await open(name) };
          let made = 0;
          const id = () => `${name} ${++made}`;
          await Promise.all(
            deeds.map(([who, what], i) => {
              const s = stores[who as 'a' | 'b'];
              if (what === 'undo') return s.undo().catch(() => undefined);
              if (what === 'name') return s.commit('name', (now) => settings(now, { name: `n${i}` }));
              if (what === 'off') return s.commit('off', (now) => unmarkStep(now, on));
              return s.commit(what, (now) => markStep(now, on, what as 'done', id));
            }),
          );
          await quiet(stores.a, stores.b);
          expect(text(stores.a.household)).toBe(text(stores.b.household));
          expect(stores.a.household.marks.length).toBeLessThanOrEqual(1);
          const again = await HouseholdStore.open(name, household);
          expect(text(again.household)).toBe(text(stores.a.household));
          for (const s of [stores.a, stores.b, again]) s.close();
        },
      ),
      { numRuns: 40 },
    );
  });

  it('mark a step once, pressed twice in one window and once in the other', async () => {
    const name = named();
    const [a, b] = [await open(name), await open(name)];
    let made = 0;
    const press = (s: HouseholdStore) => s.commit('done', (now) => markStep(now, on, 'done', () => `m${++made}`));
    await Promise.all([press(a), press(a), press(b)]);
    await quiet(a, b);
    expect(a.household.marks).toHaveLength(1);
    expect(b.household.marks).toHaveLength(1);
    await a.undo();
    expect(a.household.marks).toHaveLength(0);
    a.close();
    b.close();
  });

  it('refuse what names something that the other has removed, in a sentence, and store nothing of it', async () => {
    const name = named();
    const [a, b] = [await open(name), await open(name)];
    await a.commit('child', [{ table: 'children', put: aChild('B') }]);
    await quiet(a, b);
    const put = anEnrolment('f', 'c', { childIds: ['B'] });
    await a.remove('B removed', 'children', 'B');
    await expect(b.commit('begun', [{ table: 'enrolments', put }])).rejects.toThrow('was removed meanwhile');
    await expect(b.remove('gone', 'children', 'A')).rejects.toThrow('still names them');
    await quiet(a, b);
    expect(text(a.household)).toBe(text(b.household));
    a.close();
    b.close();
  });

  it('catch up by reading anew when more was written than is kept', async () => {
    const name = named();
    const [a, b] = [await open(name), await open(name)];
    // A window that hears nothing: its channel is deaf.
    (b as unknown as { channel: BroadcastChannel }).channel.onmessage = null;
    for (let i = 0; i < 70; i++) await a.commit('name', (now) => settings(now, { name: `n${i}` }));
    await b.commit('start', (now) => settings(now, { startMinutes: 9 }));
    expect(b.household.settings).toMatchObject({ name: 'n69', startMinutes: 9 });
    a.close();
    b.close();
  });
});

describe('the database goes away under an open page', () => {
  it('is noticed: nothing is called stored any more, and what is in memory is still there to be saved', async () => {
    const name = named();
    const store = await open(name);
    await store.commit('done', (now) => markStep(now, on, 'done', () => 'm'));
    await Dexie.delete(name);
    expect(store.lost).toContain('Nothing is written any more');
    await expect(
      store.commit('two', [{ table: 'marks', put: aMark('e', 'L1-2', 'done', '2026-09-08') }]),
    ).rejects.toThrow('Nothing is written any more');
    expect(store.household.marks.map((m) => m.kind)).toEqual(['done']);
    expect(await Dexie.exists(name)).toBe(false);
  });
});

describe('a household of ten years', () => {
  it('says that an old finished course cannot be removed before its marks are in memory', async () => {
    const name = named();
    const old = Array.from({ length: 10_001 }, (_, i) =>
      aMark('old', 'L1-1', 'done', `20${10 + (i % 10)}-03-04`, { id: `o${i}` }),
    );
    const ten = () => {
      const h = household();
      return { ...h, enrolments: [...h.enrolments, anEnrolment('old', 'c', { life: 'finished' })], marks: old };
    };
    (await HouseholdStore.open(name, ten)).close();
    const store = await HouseholdStore.open(name, household);
    expect(store.whole).toBe(false);
    await expect(store.remove('old removed', 'enrolments', 'old')).rejects.toThrow('marks in its record');
    expect((await store.entire()).marks).toHaveLength(10_001);
    store.close();
  });

  it('keeps what old marks were of when a book is edited before they are in memory', { timeout: 60_000 }, async () => {
    const name = named();
    const old = Array.from({ length: 10_001 }, (_, i) =>
      aMark(i < 40 ? 'old' : 'other', 'L1-1', 'done', `20${10 + (i % 10)}-03-04`, { id: `o${i}` }),
    );
    const gone = [anEnrolment('old', 'c', { life: 'finished' }), anEnrolment('other', 'other', { life: 'finished' })];
    const ten = () => {
      const h = household();
      return {
        ...h,
        courses: [...h.courses, aCourse('other', { lessons: 2 })],
        enrolments: [...h.enrolments, ...gone],
        marks: old,
      };
    };
    (await HouseholdStore.open(name, ten)).close();
    const store = await HouseholdStore.open(name, household);
    expect(store.whole).toBe(false);
    const book = store.household.courses.find((c) => c.id === 'c')!;
    await store.commit('minutes', [{ table: 'courses', put: changeStep(book, 'L1-1', { minutes: 55 }) }]);
    const { marks } = await store.entire();
    expect(marks).toHaveLength(10_001);
    const kept = marks.filter((m) => m.was);
    expect(kept.map((m) => m.enrolmentId)).toEqual(Array(40).fill('old'));
    expect(new Set(kept.map((m) => m.was!.minutes))).toEqual(new Set([flatten(book)[0]!.minutes]));
    await store.undo();
    expect((await store.entire()).marks.every((m) => m.was === undefined)).toBe(true);
    store.close();
  });
});
