import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readBackup, writeBackup } from '../core/formats';
import type { Household, Mark } from '../core/household';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../core/tests/make';
import { HouseholdStore, type Put, StoreFault } from './index';

const household = (): Household => aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
let n = 0;
const fresh = () => HouseholdStore.open(`test-${++n}`, household);
const reopened = async (name: string) => {
  const store = await HouseholdStore.open(name, () => {
    throw new Error('it should be there already');
  });
  const found = store.household;
  store.close();
  return found;
};
const text = (h: Household) => writeBackup({ asOf: '2026-09-07', household: h });
const mark = (id: string, kind: Mark['kind'] = 'done'): Put => ({
  table: 'marks',
  put: aMark('e', 'L1-1', kind, '2026-09-07', { id }),
});

describe('a household of ten years', () => {
  it('opens with what today needs, takes marks at once, and has the rest soon after', async () => {
    const old = Array.from({ length: 10_001 }, (_, i) =>
      aMark('old', 'L1-1', 'done', `20${10 + (i % 16)}-03-04`, { id: `o${i}` }),
    );
    const recent = [
      aMark('e', 'L1-1', 'done', '2026-09-07', { id: 'r' }),
      aMark('old', 'L1-2', 'done', '2026-09-08', { id: 's' }),
    ];
    const ten = () => {
      const h = household();
      const enrolments = [...h.enrolments, anEnrolment('old', 'c', { life: 'finished' })];
      return { ...h, enrolments, marks: [...old, ...recent] };
    };
    const made = await HouseholdStore.open('ten', ten);
    made.close();
    const store = await HouseholdStore.open('ten', household);
    expect(store.whole).toBe(false);
    expect(store.household.marks.map((m) => m.id).sort()).toEqual(['r', 's']);
    await store.commit('marked', [mark('new')]);
    expect(store.household.marks).toHaveLength(3);
    const all = await store.entire();
    expect(store.whole).toBe(true);
    expect(all.marks).toHaveLength(10_004);
    await store.undo();
    expect(store.household.marks).toHaveLength(10_003);
    store.close();
  });
});

describe('the store', () => {
  it('keeps what was committed, for memory and for the next opening alike', async () => {
    const store = await fresh();
    const name = `test-${n}`;
    await store.commit('marked', [mark('m1')]);
    await store.commit('added', [{ table: 'children', put: aChild('B') }]);
    expect(store.household.marks).toHaveLength(1);
    expect(text(await reopened(name))).toBe(text(store.household));
  });

  it('does all rows of one commit or none', async () => {
    const store = await fresh();
    const before = text(store.household);
    const broken = { table: 'materials', put: { id: undefined } } as unknown as Put;
    await expect(store.commit('half', [mark('m1'), broken])).rejects.toThrow(StoreFault);
    expect(text(store.household)).toBe(before);
    expect(text(await reopened(`test-${n}`))).toBe(before);
    expect(store.history).toEqual({});
  });

  it('loses none of two quick changes of one row', async () => {
    const store = await fresh();
    await Promise.all([
      store.commit('style', (h) => [{ table: 'settings', put: { ...h.settings, dateStyle: 'year-month-day' } }]),
      store.commit('week', (h) => [{ table: 'settings', put: { ...h.settings, firstDay: 7 } }]),
    ]);
    expect(store.household.settings).toMatchObject({ dateStyle: 'year-month-day', firstDay: 7 });
    expect(await store.undo()).toBe('week');
    expect(store.household.settings).toMatchObject({ dateStyle: 'year-month-day', firstDay: 1 });
  });

  it('takes back and does again, with labels, also after a reload', async () => {
    const store = await fresh();
    const name = `test-${n}`;
    const before = text(store.household);
    await store.commit('first', [mark('m1')]);
    await store.commit('second', [mark('m1', 'known')]);
    expect(store.history).toEqual({ undo: 'second' });
    const after = text(store.household);
    store.close();
    const again = await HouseholdStore.open(name, household);
    expect(await again.undo()).toBe('second');
    expect(again.history).toEqual({ undo: 'first', redo: 'second' });
    expect(await again.undo()).toBe('first');
    expect(text(again.household)).toBe(before);
    expect(await again.undo()).toBeUndefined();
    expect(await again.redo()).toBe('first');
    expect(await again.redo()).toBe('second');
    expect(text(again.household)).toBe(after);
    await again.undo();
    await again.commit('other', [{ table: 'children', put: aChild('B') }]);
    expect(again.history).toEqual({ undo: 'other' });
  });

  it('ends where it began after any marks and as many undos', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.constantFrom('done', 'known', 'again', undefined)), {
          maxLength: 8,
        }),
        async (steps) => {
          const store = await fresh();
          const before = text(store.household);
          let done = 0;
          for (const [id, kind] of steps) {
            const was = text(store.household);
            await store.commit('x', [
              kind
                ? { table: 'marks', put: { ...aMark('e', 'L1-1', kind, '2026-09-07'), id, seq: 1 } }
                : { table: 'marks', remove: id },
            ]);
            if (text(store.household) !== was) done++;
          }
          for (let i = 0; i < done; i++) expect(await store.undo()).toBe('x');
          expect(await store.undo()).toBeUndefined();
          expect(text(store.household)).toBe(before);
          store.close();
        },
      ),
      { numRuns: 25 },
    );
  });

  it('refuses to take back what was changed since by another hand, and says so', async () => {
    const store = await fresh();
    await store.commit('mine', [mark('m1')]);
    const db = indexedDB.open(`test-${n}`);
    await new Promise<void>((resolve) => {
      db.onsuccess = () => {
        const tx = db.result.transaction('marks', 'readwrite');
        tx.objectStore('marks').put(aMark('e', 'L1-1', 'again', '2026-09-07', { id: store.household.marks[0]!.id }));
        tx.oncomplete = () => resolve();
      };
    });
    await expect(store.undo()).rejects.toThrow('“mine” was changed since');
  });

  it('follows another tab', async () => {
    const one = await fresh();
    const two = await HouseholdStore.open(`test-${n}`, household);
    const heard = new Promise<void>((resolve) => void two.subscribe(resolve));
    await one.commit('marked', [mark('m1')]);
    await heard;
    expect(text(two.household)).toBe(text(one.household));
    expect(two.history).toEqual({ undo: 'marked' });
    await Promise.all([one.commit('one', [mark('m2')]), two.commit('two', [mark('m3')])]);
    await expect.poll(() => one.household.marks.length).toBe(3);
    await expect.poll(() => two.household.marks.length).toBe(3);
    one.close();
    two.close();
  });

  it('replaces the household whole and keeps the old one as a readable copy', async () => {
    const store = await fresh();
    await store.commit('marked', [mark('m1')]);
    const before = text(store.household);
    await store.replace({ household: aHousehold({ children: [aChild('Z')] }) }, '2026-09-07', 'restored', {
      keep: true,
    });
    expect(store.household.children.map((c) => c.id)).toEqual(['Z']);
    expect(store.history).toEqual({});
    const [copy] = await store.keptCopies('2026-10-07');
    expect(copy).toMatchObject({ why: 'restored', date: '2026-09-07' });
    const reading = readBackup(copy!.text);
    expect('backup' in reading && text(reading.backup.household)).toBe(before);
    expect(await store.keptCopies('2026-10-08')).toEqual([]);
    await store.setNote('last backup', '2026-09-07');
    expect(await store.note('last backup')).toBe('2026-09-07');
  });

  it('absorbs what came from outside without a step of undo, and leaves undo of the user’s own steps whole', async () => {
    const store = await fresh();
    const calendar = { id: 'k', name: 'class', zone: 'UTC', decisions: [] };
    const feed = { id: 'k', text: 'x', fetched: '2026-09-01', from: '2026-08-01', to: '2027-08-01', events: [] };
    await store.commit('added', [
      { table: 'calendars', put: calendar },
      { table: 'feeds', put: feed },
    ]);
    await store.commit('marked', [mark('m1')]);
    await store.absorb([{ table: 'feeds', put: { ...feed, text: 'y' } }]);
    expect([store.household.feeds[0]?.text, store.history.undo]).toEqual(['y', 'marked']);
    await store.undo();
    expect(store.household.marks).toEqual([]);
    expect(store.household.feeds[0]?.text).toBe('y');
    await store.absorb([{ table: 'feeds', put: { ...feed, text: 'y' } }]);
    expect(store.history.redo).toBe('marked');
    // What brought the copy in can be taken back, though the copy has changed since.
    expect(await store.undo()).toBe('added');
    expect([store.household.calendars, store.household.feeds]).toEqual([[], []]);
    store.close();
  });
});

describe('a database of an earlier version', () => {
  it('is brought to this one when it is opened: years and settings get what came later', async () => {
    const name = `old-${++n}`;
    const old = new Dexie(name);
    const tables = [
      'children',
      'teachers',
      'years',
      'courses',
      'enrolments',
      'pins',
      'published',
      'materials',
      'movements',
      'needs',
      'pulled',
      'proofs',
      'jottings',
    ];
    old.version(2).stores({
      settings: 'id',
      ...Object.fromEntries(tables.map((t) => [t, 'id'])),
      marks: 'id, enrolmentId, date',
      history: '++n, undone',
      kept: '++n',
      meta: 'key',
    });
    const file = JSON.parse(
      readFileSync(new URL('../core/formats/fixtures/version-2.json', import.meta.url), 'utf8'),
    ) as Record<string, object[]> & { settings: object };
    await old.table('settings').put(file.settings);
    for (const t of [...tables, 'marks']) await old.table(t).bulkPut(file[t]!);
    old.close();
    const found = await reopened(name);
    const reading = readBackup(JSON.stringify(file));
    if ('fault' in reading) throw new Error(reading.fault);
    expect(text(found)).toBe(text(reading.backup.household));
    expect(found.years[0]).toMatchObject({ light: [{ weekday: 5, share: 50 }], requirement: { days: 172 } });
    expect(found.ticks).toEqual([]);
  });
});
