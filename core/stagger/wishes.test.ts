import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Household, Wishes } from '../household';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import { makePlan, makeProblem } from './index';

const year = aYear({ end: '2026-12-18' });
const today = toDay(year.start);
/** Two children whose every sheet is a new lesson, on the same two weekdays, and a course that every day has room for. */
const family = (wishes?: Wishes): Household => {
  const base = aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    courses: [
      aCourse('daily', { lessons: 20, perLesson: [{ kind: 'introduce', count: 1 }] }),
      aCourse('long', { lessons: 30, perLesson: [{ kind: 'review', count: 1 }] }),
    ],
    enrolments: [
      anEnrolment('A', 'daily', { weekdays: [1, 3] }),
      anEnrolment('B', 'daily', { childIds: ['B'], weekdays: [1, 3] }),
      anEnrolment('long', 'long', { perSitting: 2 }),
    ],
  });
  return wishes ? { ...base, settings: { ...base.settings, wishes } } : base;
};
const planOf = (wishes?: Wishes) => makePlan(makeProblem(family(wishes), year, today), { sweeps: 60, seed: 1 });
const lastOf = (wishes?: Wishes, id = 'long') =>
  Math.max(...planOf(wishes).tracks.find((t) => t.enrolmentId === id)!.days);

describe('what the household wishes of the year', () => {
  it('more new lessons a day: what clashed no longer does; none at all: every new lesson clashes', () => {
    const clashes = (newLessons: number) => planOf({ newLessons }).clashes.reduce((n, c) => n + c.above, 0);
    expect(planOf().clashes.length).toBeGreaterThan(0);
    expect(planOf({ newLessons: 1 })).toEqual(planOf());
    expect(clashes(2)).toBe(0);
    expect(clashes(0)).toBe(40);
  });

  it('finish early: an even course goes as fast as its sittings hold', () => {
    expect(lastOf({ spread: 'early' })).toBe(today + 18);
    expect(lastOf()).toBeGreaterThan(toDay('2026-12-01'));
    // The date to end by, and so the days in hand, are not touched by it.
    const track = (w?: Wishes) => makeProblem(family(w), year, today).tracks[2]!;
    expect(track({ spread: 'early' }).target).toBe(track().target);
  });

  it('the pace first: a new lesson stays nearer to where its course would have it', () => {
    const apart = planOf();
    const pace = planOf({ first: 'pace' });
    // Drift weighs ten times as much there; told in sittings it is what it was.
    expect(pace.cost.drift / 10).toBeLessThanOrEqual(apart.cost.drift);
    expect(pace.cost.clash).toBeGreaterThanOrEqual(apart.cost.clash);
    expect(pace.cost.unplaced).toBe(0);
  });

  it('days alike: no day is much fuller than the others', () => {
    const busiest = (wishes?: Wishes) => {
      const problem = makeProblem(family(wishes), year, today);
      const plan = makePlan(problem, { sweeps: 60, seed: 1 });
      const minutes = new Map<number, number>();
      plan.tracks.forEach((t, k) =>
        t.days.forEach((d, i) => {
          if (problem.tracks[k]!.childIds.includes('A'))
            minutes.set(d, (minutes.get(d) ?? 0) + problem.tracks[k]!.steps[i]!.minutes);
        }),
      );
      return Math.max(...minutes.values());
    };
    expect(busiest({ alike: true, spread: 'early' })).toBeLessThan(busiest({ spread: 'early' }));
  });
});
