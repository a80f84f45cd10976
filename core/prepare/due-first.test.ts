import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dueFirst, greatestLateness, type Slot, type Work } from './index';

const work = fc.record({
  release: fc.integer({ min: 0, max: 8 }),
  due: fc.integer({ min: 0, max: 12 }),
  minutes: fc.integer({ min: 1, max: 9 }),
});
const slots = fc.array(fc.record({ day: fc.integer({ min: 0, max: 12 }), minutes: fc.nat(6) }), { maxLength: 10 });
/** Every order of a list. */
function* orders<T>(list: readonly T[]): Generator<T[]> {
  if (list.length === 0) yield [];
  for (let i = 0; i < list.length; i++) for (const rest of orders(list.toSpliced(i, 1))) yield [list[i]!, ...rest];
}
/** Worked off minute by minute: of what is here, the first in the order given. */
function lateness(days: readonly Slot[], order: readonly Work[]): number {
  const left = order.map((w) => w.minutes);
  const end = order.map(() => Infinity);
  for (const { day, minutes } of [...days].sort((a, b) => a.day - b.day))
    for (let m = 0; m < minutes; m++) {
      const i = order.findIndex((w, k) => w.release <= day && left[k]! > 0);
      if (i < 0) break;
      left[i]!--;
      if (left[i] === 0) end[i] = day;
    }
  return Math.max(...order.map((w, i) => end[i]! - w.due));
}

describe('what is due first', () => {
  // J. R. Jackson, Scheduling a production line to minimize maximum tardiness (1955): no order is later less.
  it('is never later than any other order, with arrivals, on up to six pieces of work', () => {
    fc.assert(
      fc.property(slots, fc.array(work, { minLength: 1, maxLength: 6 }), (days, list) => {
        const best = Math.min(...[...orders(list)].map((o) => lateness(days, o)));
        expect(greatestLateness(list, dueFirst(days, list))).toBe(best);
      }),
      { numRuns: 40 },
    );
  });

  it('never does more on a day than there is time, nor anything before it is here, nor a minute too many', () => {
    fc.assert(
      fc.property(slots, fc.array(work, { maxLength: 12 }), (days, list) => {
        const { pieces, ends } = dueFirst(days, list);
        for (const day of new Set(days.map((s) => s.day))) {
          const done = pieces.filter((p) => p.day === day).reduce((n, p) => n + p.minutes, 0);
          expect(done).toBeLessThanOrEqual(days.filter((s) => s.day === day).reduce((n, s) => n + s.minutes, 0));
        }
        for (const w of list) {
          const own = pieces.filter((p) => p.work === w);
          expect(own.every((p) => p.day >= w.release && p.minutes > 0)).toBe(true);
          const done = own.reduce((n, p) => n + p.minutes, 0);
          expect(ends.has(w) ? done : Math.min(done, w.minutes - 1)).toBe(ends.has(w) ? w.minutes : done);
        }
      }),
    );
  });

  it('leaves out what cannot be done while it is of use, what stands behind that, and nothing else; the rest is as if those were not', () => {
    const ended = fc
      .tuple(work, fc.option(fc.integer({ min: 0, max: 12 }), { nil: undefined }), fc.constantFrom('a', 'b', undefined))
      .map(([w, until, chain]) => ({
        ...w,
        ...(until === undefined ? {} : { until }),
        ...(chain && until !== undefined ? { chain } : {}),
      }));
    fc.assert(
      fc.property(slots, fc.array(ended, { maxLength: 12 }), (days, list) => {
        const { pieces, ends } = dueFirst(days, list);
        const out = list.filter((w) => w.until !== undefined && !ends.has(w));
        for (const w of list) if (w.until !== undefined) expect(ends.get(w) ?? -1).toBeLessThanOrEqual(w.until);
        expect(pieces.some((p) => out.includes(p.work))).toBe(false);
        const kept = list.filter((w) => !out.includes(w));
        expect(dueFirst(days, kept).pieces).toEqual(pieces);
        // Nothing is left out that those before it leave the minutes for, and nothing before it in its chain is missing of.
        const inOrder = [...list].sort((a, b) => a.due - b.due);
        for (const w of out) {
          const before = inOrder.slice(0, inOrder.indexOf(w)).filter((x) => !out.includes(x));
          const alone = dueFirst(
            days,
            [...before, w].map(({ chain: _, ...x }) => x),
          );
          const broken = out.some(
            (x) => x.chain !== undefined && x.chain === w.chain && inOrder.indexOf(x) < inOrder.indexOf(w),
          );
          expect(broken || alone.ends.size < before.filter((x) => ends.has(x)).length + 1).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });
});
