import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, type Weekday, weekStart } from '../calendar';
import { reach, type Track } from '../pace';
import { smallCase, smallYear } from '../tests/cases';
import { aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import { optimumOf } from '../tests/optima';
import { makePlan, makeProblem, type Problem } from './index';
import { type Fence, fencedTerms, keepsTo } from './fences';
import { apartCost } from './links';
import { jointPairs, MOST_STATES, shortestPair } from './pair';
import { leavingOut, ownCosts, shortest } from './shortest';

const start = toDay('2026-09-07');

/** Two linked courses of a few steps on a few days. */
function two(
  lessons: readonly [number, number],
  weekdays: readonly Weekday[][],
  capped: boolean,
  days: number,
): Problem {
  const year = aYear({ end: fromDay(start + days) });
  const household = aHousehold({
    years: [year],
    courses: lessons.map((n, i) => aCourse(`c${i}`, { lessons: n, perLesson: [{ kind: 'read', count: 1 }] })),
    enrolments: lessons.map((_, i) =>
      anEnrolment(`e${i}`, `c${i}`, {
        weekdays: weekdays[i]!,
        perSitting: 1 + i,
        ...(capped && i === 0 ? { rule: { kind: 'weekly', n: 1, unit: 'steps' } as const } : {}),
      }),
    ),
    links: [{ id: 'l', enrolmentIds: ['e0', 'e1'], by: 'whole' }],
  });
  return makeProblem(household, year, start);
}

/** Every placement of a track, by trying: what fits on a date is asked of `reach`, which the exact solver's tests hold against theirs. */
function placements(track: Track): number[][] {
  const found: number[][] = [];
  const go = (d: number, placed: readonly number[], used: number) => {
    if (d === track.dates.length)
      return void found.push([...placed, ...new Array<number>(track.steps.length - placed.length).fill(-1)]);
    const day = track.dates[d]!;
    const week = weekStart(day, track.firstDay);
    const fresh = week !== (d === 0 ? track.thisWeek : weekStart(track.dates[d - 1]!, track.firstDay));
    const before = fresh ? 0 : used;
    const most = reach(track, placed.length, day, track.room[d]!, before);
    let now = before;
    for (let j = placed.length; j <= most; j++) {
      go(d + 1, [...placed, ...new Array<number>(j - placed.length).fill(day)], now);
      if (j < most) now += track.steps[j]!.uses;
    }
  };
  go(0, [], track.usedThisWeek);
  return found;
}

function alone(problem: Problem, t: number, placed: readonly number[]): number {
  const own = ownCosts(problem, t);
  const { dates } = problem.tracks[t]!;
  return placed.reduce((n, day, i) => n + (day < 0 ? leavingOut(problem, t, i) : own(dates.indexOf(day), i)), 0);
}

describe('two that are kept together, placed as one', () => {
  it('cost as little as the best of all pairs of placements, tried one by one', () => {
    const days = fc.uniqueArray(fc.constantFrom<Weekday>(1, 2, 3, 4, 5), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(
        fc.tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 })),
        fc.tuple(days, days),
        fc.boolean(),
        fc.integer({ min: 4, max: 11 }),
        (lessons, weekdays, capped, length) => {
          const problem = two(lessons, weekdays, capped, length);
          const [joint] = jointPairs(problem, MOST_STATES.soon);
          const best = shortestPair(problem, joint!, [{}, {}]);
          const cost = (one: readonly number[], other: readonly number[]) =>
            alone(problem, joint!.a, one) +
            alone(problem, joint!.b, other) +
            apartCost(problem, joint!, [...one], [...other]);
          expect(best.cost).toBe(cost(...best.placed));
          const [all, others] = [joint!.a, joint!.b].map((t) => placements(problem.tracks[t]!));
          let least = Infinity;
          for (const one of all!) for (const other of others!) least = Math.min(least, cost(one, other));
          expect(best.cost).toBe(least);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('keep to fences, together and each by itself, as the best of all placements that do; where none does they cost without end', () => {
    const fence = fc.record({
      track: fc.nat(1),
      d: fc.nat(5),
      least: fc.nat(3),
      more: fc.nat(2),
    });
    let impossible = 0;
    fc.assert(
      fc.property(fc.array(fence, { minLength: 1, maxLength: 3 }), fc.boolean(), (drawn, capped) => {
        const problem = two(
          [3, 4],
          [
            [1, 3],
            [2, 3, 5],
          ],
          capped,
          9,
        );
        const fences: Fence[] = drawn.map(({ track, d, least, more }) => ({
          ...{ track, least, most: least + more },
          d: d % problem.tracks[track]!.dates.length,
        }));
        const [joint] = jointPairs(problem, MOST_STATES.soon);
        const [all, others] = [joint!.a, joint!.b].map((t) =>
          placements(problem.tracks[t]!).filter((p) => keepsTo(problem, fences, t, p)),
        );
        const terms = [joint!.a, joint!.b].map((t) => fencedTerms(problem, fences, t, {}));
        const best = shortestPair(problem, joint!, [terms[0]!, terms[1]!]);
        let least = Infinity;
        for (const one of all!)
          for (const other of others!) {
            const apart = apartCost(problem, joint!, one, other);
            least = Math.min(least, alone(problem, joint!.a, one) + alone(problem, joint!.b, other) + apart);
          }
        expect(best.cost).toBe(least);
        [all, others].forEach((kept, k) => {
          const t = [joint!.a, joint!.b][k]!;
          const own = shortest(problem, t, terms[k]);
          expect(own.cost).toBe(Math.min(Infinity, ...kept!.map((p) => alone(problem, t, p))));
          if (own.cost < Infinity) expect(keepsTo(problem, fences, t, own.placed)).toBe(true);
          else impossible++;
        });
      }),
      { numRuns: 60 },
    );
    expect(impossible).toBeGreaterThan(0);
  });

  it('are each in one pair, and in none that would be too large', () => {
    const problem = two([4, 4], [[1, 2], [3]], false, 11);
    expect(jointPairs(problem, MOST_STATES.soon)).toHaveLength(1);
    expect(jointPairs(problem, 10)).toHaveLength(0);
    const twice = { ...problem, links: [...problem.links, ...problem.links] };
    expect(jointPairs(twice, MOST_STATES.soon)).toHaveLength(1);
  });

  it('bound small years kept in step within a tenth of the optimum, on nine of ten', () => {
    let near = 0;
    for (let seed = 1; seed <= 10; seed++) {
      const { value } = optimumOf(smallCase('in step', seed));
      const { bound } = makePlan(smallYear('in step', seed), { sweeps: 400, seed: 1 });
      expect(bound!).toBeLessThanOrEqual(value!);
      expect(bound!, `in step ${seed}`).toBeGreaterThanOrEqual(0.8 * value!);
      if (bound! >= 0.9 * value!) near++;
    }
    expect(near).toBeGreaterThanOrEqual(9);
  });
});
