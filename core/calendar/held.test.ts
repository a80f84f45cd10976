import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aChild } from '../tests/make';
import { beganOn, fromDay, fullDay, type Held, heldFrom, heldOn, stillToCome, toDay } from './index';

const first = toDay('2026-09-07');
const day = fc.integer({ min: first, max: first + 280 });
const held = fc
  .record({ first: fc.integer({ min: 0, max: 600 }), at: fc.uniqueArray(day, { maxLength: 5 }) })
  .map(({ first, at }): Held<number> => ({
    first,
    later: at.map((d, i) => ({ from: fromDay(d), minutes: 1000 + i })),
  }));

describe('minutes that hold from a date on', () => {
  it('something else from a date on changes no day before it, holds from that very day, and leaves what is still to come', () => {
    fc.assert(
      fc.property(held, day, day, fc.integer({ min: 0, max: 600 }), (was, today, from, minutes) => {
        const after = heldFrom(was, { from: fromDay(from), minutes }, today, fromDay(first));
        // Entered for the first day, or sooner, it has held always.
        if (from > first) for (let d = first - 5; d < from; d++) expect(heldOn(after, d)).toBe(heldOn(was, d));
        const coming = stillToCome(was.later, Math.max(today, from));
        const until = coming[0] ? toDay(coming[0].from) : first + 300;
        for (let d = from; d < until; d++) expect(heldOn(after, d)).toBe(minutes);
        expect(stillToCome(after.later, Math.max(today, from))).toEqual(coming);
        // What is to come before a date that is itself to come stays too.
        for (let d = today; d < from; d++) expect(heldOn(after, d)).toBe(heldOn(was, d));
      }),
    );
  });

  it('entered twice it is as if entered once, and stands in order', () => {
    fc.assert(
      fc.property(held, day, day, (was, today, from) => {
        const change = { from: fromDay(from), minutes: 77 };
        const once = heldFrom(was, change, today, fromDay(first));
        expect(heldFrom(once, change, today, fromDay(first))).toEqual(once);
        expect(once.later.map((l) => l.from)).toEqual(once.later.map((l) => l.from).sort());
      }),
    );
  });

  it('a household that has not begun has no days that could stay as they were', () => {
    expect(beganOn([])).toBeUndefined();
    const was = { first: 60, later: [] };
    expect(heldFrom(was, { from: '2026-11-11', minutes: 90 }, toDay('2026-11-11'), beganOn([]))).toEqual({
      first: 90,
      later: [],
    });
  });

  it('a child’s full day is the one that holds by then', () => {
    const child = aChild('A', { minutesPerDay: 120, later: [{ from: '2026-11-11', minutes: 150 }] });
    expect(fullDay(child, toDay('2026-11-10'))).toBe(120);
    expect(fullDay(child, toDay('2026-11-11'))).toBe(150);
  });
});
