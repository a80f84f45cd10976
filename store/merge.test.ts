import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { markStep, unmarkStep } from '../core/deeds';
import { readBackup, writeBackup } from '../core/formats';
import type { Household } from '../core/household';
import { merge, mergeStep } from '../core/merge';
import { aCourse, aHousehold, anEnrolment } from '../core/tests/make';
import { type Content, HouseholdStore } from './index';

const LINEAGE = { household: 'lock', epoch: 'first', seen: {} };
const household = (): Content => ({
  household: aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] }),
  lineage: LINEAGE,
  traces: [],
});
let n = 0;
const open = () => HouseholdStore.open(`merge-${++n}`, household);
/** Through a file, as it is carried from one device to the other. */
async function fileOf(store: HouseholdStore): Promise<Content> {
  const reading = readBackup(writeBackup({ asOf: '2026-09-07', ...(await store.content()) }));
  if ('fault' in reading) throw new Error(reading.fault);
  return reading.backup;
}
const text = (h: Household) => writeBackup({ asOf: '2026-09-07', household: h });
const whole = async (s: HouseholdStore) => writeBackup({ asOf: '2026-09-07', ...(await s.content()) });
const on = (i: number) => ({ enrolmentId: 'e', stepId: `L${i}-1`, day: 20_703 });
let ids = 0;
const id = () => `id${++ids}`;
const rename = (store: HouseholdStore, name: string) =>
  store.commit('name', (now) => now.children.slice(0, 1).map((c) => ({ table: 'children', put: { ...c, name } })));

describe('two devices that exchange files', () => {
  it('agree once each has merged the other, whatever they did, taken back or not', async () => {
    const deed = fc.tuple(
      fc.constantFrom('a', 'b'),
      fc.constantFrom('done', 'partly', 'off', 'undo', 'redo', 'name', 'merge'),
      fc.integer({ min: 1, max: 3 }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(deed, { minLength: 4, maxLength: 14 }), async (deeds) => {
        const stores = { a: await open(), b: await open() };
        for (const [who, what, i] of deeds) {
          const [s, other] = who === 'a' ? [stores.a, stores.b] : [stores.b, stores.a];
          if (what === 'undo') await s.undo();
          else if (what === 'redo') await s.redo();
          else if (what === 'merge') await s.mergeIn('merged', await fileOf(other), []);
          else if (what === 'name') await rename(s, `n${i}`);
          else if (what === 'off') await s.commit('off', (now) => unmarkStep(now, on(i)));
          else await s.commit(what, (now) => markStep(now, on(i), what as 'done', id));
        }
        await stores.a.mergeIn('merged', await fileOf(stores.b), []);
        await stores.b.mergeIn('merged', await fileOf(stores.a), []);
        expect(text(stores.b.household)).toBe(text(stores.a.household));
        const again = await whole(stores.a);
        await stores.a.mergeIn('merged', await fileOf(stores.b), []);
        expect(await whole(stores.a)).toBe(again);
        for (const s of [stores.a, stores.b]) s.close();
      }),
      { numRuns: Number(process.env['STORED'] ?? 15) },
    );
  });

  it('a merge is taken back whole, rows and their histories, and done again', async () => {
    const [a, b] = [await open(), await open()];
    await a.commit('done', (now) => markStep(now, on(1), 'done', id));
    await b.commit('done', (now) => markStep(now, on(2), 'done', id));
    await rename(b, 'Wren');
    const before = await whole(a);
    expect(await a.mergeIn('merged', await fileOf(b), [])).toBe(true);
    const after = await whole(a);
    expect(a.household.marks).toHaveLength(2);
    // The same file again brings nothing, so there is nothing more to take back.
    expect(await a.mergeIn('merged again', await fileOf(b), [])).toBe(false);
    expect(a.household.children[0]!.name).toBe('Wren');
    await a.undo();
    expect(await whole(a)).toBe(before);
    await a.redo();
    expect(await whole(a)).toBe(after);
    // Taken back and changed since: the other side's later writing still comes, the own one stands where it is later.
    await a.undo();
    await rename(a, 'Oda');
    await a.mergeIn('merged', await fileOf(b), []);
    expect(a.household.children[0]!.name).toBe('Oda');
    expect(a.household.marks).toHaveLength(2);
  });

  it('takes the value that lost where that is wanted, as a writing that the other side gets', async () => {
    const [a, b] = [await open(), await open()];
    await rename(a, 'Pip');
    await rename(b, 'Wren');
    const theirs = await fileOf(b);
    const { traces = [], lineage = LINEAGE } = theirs;
    const { both } = merge(await a.content(), { household: theirs.household, traces, lineage });
    expect(both).toMatchObject([{ cell: 'name', ours: 'Pip', theirs: 'Wren', taken: 'theirs' }]);
    await a.mergeIn('merged', theirs, both);
    expect(a.household.children[0]!.name).toBe('Pip');
    await b.mergeIn('merged', await fileOf(a), []);
    expect(b.household.children[0]!.name).toBe('Pip');
    await a.undo();
    expect(a.household.children[0]!.name).toBe('Pip');
  });

  it('refuses what is of another household, and what went its own way since it was restored', async () => {
    const [a, b] = [await open(), await open()];
    const other = { ...household(), lineage: { ...LINEAGE, household: 'mill' } };
    await expect(a.mergeIn('merged', other, [])).rejects.toThrow('another household');
    await b.replace(await fileOf(a), '2026-09-07', 'restored', { keep: true });
    await expect(a.mergeIn('merged', await fileOf(b), [])).rejects.toThrow('set back to an earlier backup');
    // Said which holds, they can be merged again; the copy that was put aside knows where it came from.
    await a.replace(await fileOf(b), '2026-09-07', 'the other holds', { keep: true, same: 'theirs' });
    await b.commit('done', (now) => markStep(now, on(1), 'done', id));
    await a.mergeIn('merged', await fileOf(b), []);
    expect(a.household.marks).toHaveLength(1);
    const [copy] = await a.keptCopies('2026-09-07');
    const reading = readBackup(copy!.text);
    expect('backup' in reading && reading.backup.lineage).toMatchObject({ household: 'lock', epoch: 'first' });
  });

  it('what was worked out beforehand serves while nothing is written, and never after', async () => {
    const [a, b, c] = [await open(), await open(), await open()];
    for (const s of [a, c]) await s.commit('done', (now) => markStep(now, on(1), 'done', id));
    await rename(b, 'Wren');
    const theirs = await fileOf(b);
    const { revision, ...ours } = await a.content();
    const them = { household: theirs.household, traces: theirs.traces ?? [], lineage: theirs.lineage ?? LINEAGE };
    const ready = { revision, step: mergeStep(ours, merge(ours, them)) };
    await a.mergeIn('merged', theirs, [], ready);
    expect(a.household.children[0]!.name).toBe('Wren');
    // The same as without it, but for the device’s own name and clock.
    await c.mergeIn('merged', theirs, []);
    expect(text(a.household)).toBe(text(c.household));
    await a.undo();
    await a.commit('done', (now) => markStep(now, on(2), 'done', id));
    await a.mergeIn('merged', theirs, [], ready);
    expect(a.household.marks).toHaveLength(2);
    expect(a.household.children[0]!.name).toBe('Wren');
  });

  it('one of before such times is one household from its first opening on, written in or not', async () => {
    const name = `merge-${++n}`;
    const first = await HouseholdStore.open(name, household);
    first.close();
    const db = new Dexie(name);
    await db.open();
    await db.table('meta').delete('standing');
    db.close();
    const again = await HouseholdStore.open(name, household);
    const { lineage } = await again.content();
    expect((await again.content()).lineage).toEqual(lineage);
    await rename(again, 'Wren');
    expect((await again.content()).lineage).toMatchObject({ household: lineage.household, epoch: lineage.epoch });
  });

  it('two that restore one file of before such times agree where it came from', async () => {
    const plain = { household: household().household };
    const [a, b] = [await open(), await open()];
    for (const s of [a, b]) await s.replace(plain, '2026-09-07', 'restored', { keep: false });
    await a.commit('done', (now) => markStep(now, on(1), 'done', id));
    await b.mergeIn('merged', await fileOf(a), []);
    expect(b.household.marks).toHaveLength(1);
  });
});
