import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { describe, expect, it } from 'vitest';
import { markStep } from '../core/deeds';
import { writeBackup } from '../core/formats';
import type { Household } from '../core/household';
import { aCourse, aHousehold, anEnrolment } from '../core/tests/make';
import {
  beginTrial,
  databaseName,
  HouseholdStore,
  keepTrial,
  letTrialGo,
  openTrial,
  type Trial,
  trialDatabase,
  trialHousehold,
  trialsOf,
} from './index';

const household = (): Household => aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
const whole = async (s: HouseholdStore) => writeBackup({ asOf: '2026-09-07', ...(await s.content()) });
const text = (h: Household) => writeBackup({ asOf: '2026-09-07', household: h });
const named = (s: HouseholdStore, name: string) =>
  s.commit(`called ${name}`, (now) => [{ table: 'settings', put: { ...now.settings, name } }]);
let n = 0;
const trial = (): Trial => ({ id: `t${++n}`, name: 'six weeks away', made: '2026-09-07' });
const on = (i: number) => ({ enrolmentId: 'e', stepId: `L${i}-1`, day: 20_703 });
async function fresh() {
  await Dexie.delete(databaseName('own'));
  return HouseholdStore.open(databaseName('own'), household);
}
const closes = (now: Household) => [
  { table: 'enrolments' as const, put: { ...now.enrolments[0]!, weekdays: [1 as const] } },
];

describe('a trial', () => {
  it('let go leaves the household byte for byte what it was, and nothing of itself', async () => {
    const store = await fresh();
    await named(store, 'Lock');
    const [before, history] = [await whole(store), store.history];
    const t = trial();
    await beginTrial(store, 'own', t, closes);
    const copy = await openTrial('own', t);
    await named(copy, 'Weir');
    await copy.commit('done', (now) => markStep(now, on(1), 'done', () => 'm1'));
    copy.close();
    expect((await trialHousehold('own', t)).settings.name).toBe('Weir');
    expect(await trialsOf(store)).toEqual([t]);
    expect(await whole(store)).toBe(before);
    await letTrialGo(store, 'own', t);
    expect(await whole(store)).toBe(before);
    expect(store.history).toEqual(history);
    expect(await trialsOf(store)).toEqual([]);
    expect(await Dexie.exists(trialDatabase('own', t.id))).toBe(false);
    await expect(openTrial('own', t)).rejects.toThrow('gone');
    expect(await Dexie.exists(trialDatabase('own', t.id))).toBe(false);
    store.close();
  });

  it('kept brings what was changed in it onto what the household is by then, in one step that goes back whole', async () => {
    const store = await fresh();
    const t = trial();
    await beginTrial(store, 'own', t, closes);
    const copy = await openTrial('own', t);
    await copy.commit('done', (now) => markStep(now, on(1), 'done', () => 'm1'));
    copy.close();
    // Life goes on meanwhile.
    await store.commit('done', (now) => markStep(now, on(2), 'done', () => 'm2'));
    const meanwhile = text(store.household);
    await keepTrial(store, 'own', t);
    expect(store.household.enrolments[0]!.weekdays).toEqual([1]);
    expect(store.household.marks.map((m) => m.stepId).sort()).toEqual(['L1-1', 'L2-1']);
    expect(await trialsOf(store)).toEqual([]);
    expect(await store.undo()).toBe('“six weeks away” kept');
    expect(text(store.household)).toBe(meanwhile);
    await store.redo();
    expect(store.household.enrolments[0]!.weekdays).toEqual([1]);
    store.close();
  });

  it('that cannot do what it was made for is not begun', async () => {
    const store = await fresh();
    const t = trial();
    await expect(beginTrial(store, 'own', t, () => [{ table: 'courses', remove: 'c' }])).rejects.toThrow();
    expect(await trialsOf(store)).toEqual([]);
    expect(await Dexie.exists(trialDatabase('own', t.id))).toBe(false);
    store.close();
  });

  it('several stand beside each other, each its own copy', async () => {
    const store = await fresh();
    const [a, b] = [trial(), trial()];
    await beginTrial(store, 'own', a, closes);
    await beginTrial(store, 'own', b, []);
    expect((await trialHousehold('own', a)).enrolments[0]!.weekdays).toEqual([1]);
    expect(text(await trialHousehold('own', b))).toBe(text(store.household));
    await letTrialGo(store, 'own', a);
    expect(await trialsOf(store)).toEqual([b]);
    expect(text(await trialHousehold('own', b))).toBe(text(store.household));
    store.close();
  });
});
