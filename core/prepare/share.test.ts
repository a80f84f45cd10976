import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dueFirst, type Slot, type Work } from './due-first';
import { lateness, shareOut } from './share';

interface Task extends Work {
  name: string;
  lesson: string;
  fixed?: boolean;
}
interface Hand {
  slots: Slot[];
  work: Task[];
}
const bundle = (t: Task) => (t.fixed ? undefined : t.lesson);
/** Two or three teachers with some minutes on some of ten days, each with the work of two to five lessons. */
function drawn(seed: number): Hand[] {
  let a = seed * 7919;
  const next = (n: number) => {
    a = (a * 1103515245 + 12345) & 0x7fffffff;
    return Math.floor((a / 0x80000000) * n);
  };
  return Array.from({ length: seed % 5 === 0 ? 3 : 2 }, (_, h) => ({
    slots: Array.from({ length: 10 }, (_, day) => ({ day, minutes: [0, 0, 0, 15, 30][next(5)]! })),
    work: Array.from({ length: 2 + next(seed % 5 === 0 ? 2 : 4) }, (_, l) => {
      const due = next(10);
      return Array.from({ length: 1 + next(2) }, (_, k): Task => ({
        ...{ name: `${h}.${l}.${k}`, lesson: `${h}.${l}`, release: 0, due, minutes: 5 * (1 + next(6)) },
        ...(next(6) === 0 ? { fixed: true } : {}),
      }));
    }).flat(),
  }));
}
const endsOf = (slots: readonly Slot[], work: readonly Task[]) => dueFirst(slots, work).ends;
/** Whether all that a teacher keeps is in time, or no later than it would be without the others' work. */
const spared = (hands: readonly Hand[], shares: readonly (readonly Task[])[]) =>
  hands.every(({ slots, work }, h) => {
    const [alone, now] = [endsOf(slots, work), endsOf(slots, shares[h]!)];
    return work
      .filter((t) => shares[h]!.includes(t))
      .every((t) => (now.get(t) ?? Infinity) <= Math.max(t.due, alone.get(t) ?? Infinity));
  });
const cost = (hands: readonly Hand[], shares: readonly (readonly Task[])[]) =>
  hands
    .map(({ slots }, h) => lateness(slots, shares[h]!))
    .reduce((sum, l) => ({ pieces: sum.pieces + l.pieces, days: sum.days + l.days }), { pieces: 0, days: 0 });
/** The fewest late pieces of every way to share, and the fewest days of those, by trying all. */
function best(hands: readonly Hand[]) {
  const lessons = [...new Set(hands.flatMap((h) => h.work.flatMap((t) => bundle(t) ?? [])))];
  const home = new Map(hands.flatMap((h, i) => h.work.map((t) => [t, i] as const)));
  let found = cost(
    hands,
    hands.map((h) => h.work),
  );
  for (let way = 0; way < hands.length ** lessons.length; way++) {
    const to = new Map(lessons.map((l, i) => [l, Math.floor(way / hands.length ** i) % hands.length]));
    const shares = hands.map((_, h) =>
      [...home]
        .filter(([t, own]) => (to.get(bundle(t) ?? '') ?? own) === h)
        .sort(([, a], [, b]) => Number(a !== h) - Number(b !== h))
        .map(([t]) => t),
    );
    if (!spared(hands, shares)) continue;
    const c = cost(hands, shares);
    if (c.pieces < found.pieces || (c.pieces === found.pieces && c.days < found.days)) found = c;
  }
  return found;
}

describe('work shared out among teachers', () => {
  // Tuned on the first sixty; the other sixty were kept back.
  it.each([
    ['tuned on', 1, 0.9],
    ['kept back', 61, 0.85],
  ])('leaves as few pieces late as any sharing on most drawn households (%s)', (_, from, bar) => {
    const met = Array.from({ length: 60 }, (_, i) => from + i).filter((seed) => {
      const hands = drawn(seed);
      const shared = cost(hands, shareOut(hands, bundle));
      const least = best(hands);
      expect(shared.pieces).toBeGreaterThanOrEqual(least.pieces);
      return shared.pieces === least.pieces;
    });
    expect(met.length / 60).toBeGreaterThanOrEqual(bar);
  });

  it('never makes late what somebody keeps, never costs more, loses nothing, and moves a lesson whole', () => {
    fc.assert(
      fc.property(fc.integer({ min: 200, max: 100_000 }), (seed) => {
        const hands = drawn(seed);
        const shares = shareOut(hands, bundle);
        expect(
          shares
            .flat()
            .map((t) => t.name)
            .sort(),
        ).toEqual(hands.flatMap((h) => h.work.map((t) => t.name)).sort());
        expect(spared(hands, shares)).toBe(true);
        const [before, after] = [
          cost(
            hands,
            hands.map((h) => h.work),
          ),
          cost(hands, shares),
        ];
        expect(after.pieces * 10_000 + after.days).toBeLessThanOrEqual(before.pieces * 10_000 + before.days);
        hands.forEach(({ work }, h) => {
          for (const t of work) {
            if (t.fixed) expect(shares[h]).toContain(t);
            else
              expect(
                new Set(work.filter((o) => bundle(o) === t.lesson).map((o) => shares.findIndex((s) => s.includes(o))))
                  .size,
              ).toBe(1);
          }
        });
      }),
      { numRuns: 200 },
    );
  });

  it('moves nothing where all is in time, or where nobody else has minutes', () => {
    const work = (name: string, due: number): Task => ({ name, lesson: name, release: 0, due, minutes: 20 });
    const [a, b] = [work('a', 0), work('b', 0)];
    const daily = [{ day: 0, minutes: 20 }];
    expect(
      shareOut(
        [
          { slots: daily, work: [a] },
          { slots: daily, work: [b] },
        ],
        bundle,
      ),
    ).toEqual([[a], [b]]);
    expect(
      shareOut(
        [
          { slots: daily, work: [a, b] },
          { slots: [], work: [] },
        ],
        bundle,
      ),
    ).toEqual([[a, b], []]);
    expect(
      shareOut(
        [
          { slots: daily, work: [a, b] },
          { slots: daily, work: [] },
        ],
        bundle,
      ),
    ).toEqual([[a], [b]]);
    // The long one does not fit there: the short one goes, and makes room.
    const long = { ...work('long', 0), minutes: 40 };
    const hands = [
      { slots: [{ day: 0, minutes: 40 }], work: [a, long] },
      { slots: daily, work: [] },
    ];
    expect(shareOut(hands, bundle)).toEqual([[long], [a]]);
  });
});
