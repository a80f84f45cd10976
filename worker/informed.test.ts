import { expose } from 'comlink';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../core/calendar';
import { type Household, type Patch, patched, TABLES } from '../core/household';
import { aHousehold, aMark } from '../core/tests/make';
import type { Plan } from '../core/stagger';
import { Informed } from './informed';

interface Listener {
  know(patch: Patch): void;
  marks(patch: Patch): string[];
  pieces(): number;
}

/** A worker as the browser has it, within this thread, that follows a household. */
function aListener() {
  const { port1, port2 } = new MessageChannel();
  let household = Object.fromEntries(TABLES.map((t) => [t, []])) as unknown as Household;
  let pieces = 0;
  const know = (patch: Patch) => {
    household = patched(household, patch);
    pieces++;
  };
  const marks = (patch: Patch) => {
    know(patch);
    return household.marks.map((m) => m.id);
  };
  expose({ know, marks, pieces: () => pieces } satisfies Listener, port2);
  port1.start();
  const worker = Object.assign(port1, { terminate: () => port1.close(), onerror: null }) as unknown as Worker;
  return { worker, breakIt: () => worker.onerror?.({ message: 'out of memory' } as ErrorEvent) };
}

const marks = (n: number) =>
  Array.from({ length: n }, (_, i) => aMark('e', `s${i}`, 'done', fromDay(toDay('2026-09-07') + (i % 200))));
const idsBy = (mind: Informed<Listener>, household: Household) =>
  mind.ask<string[]>(household, undefined, (r, patch) => r.marks(patch));

describe('a worker that is told of the household', () => {
  it('knows it as it is at every question, whatever has changed and however fast one follows the other', async () => {
    const all = marks(12);
    await fc.assert(
      fc.asyncProperty(fc.array(fc.subarray(all), { minLength: 1, maxLength: 8 }), async (states) => {
        const { worker } = aListener();
        const mind = new Informed<Listener>(() => worker, TABLES);
        const asked = states.map((own) => idsBy(mind, aHousehold({ marks: own })));
        expect(await Promise.all(asked)).toEqual(states.map((own) => own.map((m) => m.id)));
        mind.end();
      }),
      { numRuns: 60 },
    );
  });

  it('is told much in pieces, and then only what has changed', async () => {
    const { worker } = aListener();
    const mind = new Informed<Listener>(() => worker, TABLES);
    const household = aHousehold({ marks: marks(9000) });
    expect(await idsBy(mind, household)).toHaveLength(9000);
    const pieces = () => mind.open().ask<number>((r) => r.pieces());
    const first = await pieces();
    expect(first).toBeGreaterThan(1);
    const next = { ...household, marks: [...household.marks, ...marks(1)] };
    const told: (number | Plan | undefined)[][] = [];
    const look = (of: Household, plan?: Plan) =>
      mind.ask<string[]>(of, plan, (r, patch, by) => {
        told.push([Object.values(patch.tables).reduce((n, splice) => n + splice.come.length, 0), by]);
        return r.marks(patch);
      });
    const plan = { today: 1 } as Plan;
    for (const by of [plan, plan, undefined, plan, { ...plan }]) await look(next, by);
    expect(told).toEqual([
      [1, plan],
      [0, undefined],
      [0, undefined],
      [0, undefined],
      [0, { ...plan }],
    ]);
    mind.end();
  });

  it('that broke is followed by another, which is told all of it anew; what is no longer wanted is not asked', async () => {
    const made = [aListener(), aListener()];
    let n = 0;
    const mind = new Informed<Listener>(() => made[n++]!.worker, TABLES);
    const household = aHousehold({ marks: marks(3) });
    expect(await idsBy(mind, household)).toHaveLength(3);
    made[0]!.breakIt();
    expect(await idsBy(mind, household)).toHaveLength(3);
    expect(n).toBe(2);
    const asked = await mind.ask(
      household,
      undefined,
      (r, patch) => r.marks(patch),
      () => false,
    );
    expect(asked).toBeUndefined();
    mind.end();
  });
});
