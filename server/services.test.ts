import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../core/calendar';
import { hold, search } from './library';
import { orderStatus } from './shop';
import { askedAbout } from './simulated';

const TODAY = toDay('2026-11-11');
const days = fc.integer({ min: TODAY - 400, max: TODAY + 400 });

describe('the simulated library', () => {
  it('finds titles of a topic by the words of a lesson, several to choose from, and nothing for other words', () => {
    const found = search('7, the heron’s neck', TODAY);
    expect(found.map((f) => f.topic)).toEqual(['heron', 'heron', 'heron']);
    expect(
      search('Newts and Frogs', TODAY)
        .map((f) => f.topic)
        .sort(),
    ).toEqual([...['frog', 'frog', 'frog', 'newt', 'newt', 'newt']]);
    expect(search('Lesson 14', TODAY)).toEqual([]);
  });

  it('changes from week to week, and says the same of one day every time', () => {
    const seen = Array.from({ length: 20 }, (_, w) =>
      search('heron', TODAY + 7 * w)
        .map((f) => f.waits)
        .join(),
    );
    expect(new Set(seen).size).toBeGreaterThan(5);
    expect(search('heron', TODAY)).toEqual(search('heron', TODAY));
  });

  it('makes a hold ready after as many days as it said, once and for all', () => {
    fc.assert(
      fc.property(days, fc.nat(40), (placed, later) => {
        const [book] = search('moon', placed);
        const first = hold(book!.item, placed, placed)!;
        const told = hold(book!.item, placed, placed + later)!;
        expect(told.ready).toBe(first.ready);
        expect(toDay(told.ready) - placed).toBe(Math.max(1, book!.waits));
        expect(told.is).toBe(placed + later >= toDay(told.ready) ? 'ready' : 'waits');
      }),
    );
    expect(hold('no-such', TODAY, TODAY)).toBeUndefined();
  });
});

describe('the simulated shop', () => {
  it('packs, sends and delivers; what is held up says so, and never comes before it was told', () => {
    let heldUp = 0;
    for (let n = 0; n < 200; n++) {
      const told = Array.from({ length: 40 }, (_, d) => orderStatus(`order-${n}`, TODAY, TODAY + d));
      expect(told[0]!.is).toBe('being packed');
      expect(told[39]!.is).toBe('delivered');
      const dates = new Set(told.map((t) => t.expected));
      expect(dates.size).toBeLessThanOrEqual(2);
      if (dates.size === 2) heldUp++;
      for (const [d, t] of told.entries()) expect(t.is === 'delivered').toBe(TODAY + d >= toDay(t.expected));
    }
    expect(heldUp / 200).toBeGreaterThan(0.15);
    expect(heldUp / 200).toBeLessThan(0.35);
  });
});

describe('what is asked about', () => {
  it('is names and dates; what cannot be read is passed over', () => {
    expect(askedAbout('a:2026-11-11,b:2026-02-30,:2026-11-11,c,d:2024-02-29')).toEqual([
      { name: 'a', day: TODAY },
      { name: 'd', day: toDay('2024-02-29') },
    ]);
    expect([askedAbout(undefined), askedAbout(['x'])]).toEqual([[], []]);
  });
});
