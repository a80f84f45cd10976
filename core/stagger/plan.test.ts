import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay, weekdayOf, weekStart } from '../calendar';
import { flatten } from '../course';
import type { Household, SchoolYear } from '../household';
import { reach, remainingSteps } from '../pace';
import { costAgain } from '../tests/again';
import {
  aChild,
  aCourse,
  aHousehold,
  aMark,
  anEnrolment,
  aYear,
  householdArbitrary,
  shapedArbitrary,
} from '../tests/make';
import { firstPlan, makePlan, makeProblem, WEIGHTS } from './index';

const planOf = (state: Household, year: SchoolYear, today: number, sweeps = 8, seed = 1) =>
  makePlan(makeProblem(state, year, today), { sweeps, seed });

describe('a plan, on any small household', () => {
  it('keeps order, capacity, weekdays and closed days; leaves only a suffix unplaced; is the same again', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year, today }) => {
        const plan = planOf(state, year, today);
        expect(planOf(state, year, today)).toEqual(plan);
        const open = new Set(schoolDays(year));
        plan.tracks.forEach((track) => {
          const enrolment = state.enrolments.find((e) => e.id === track.enrolmentId)!;
          const course = state.courses.find((c) => c.id === enrolment.courseId)!;
          const flat = new Map(flatten(course).map((s) => [s.id, s]));
          expect(track.stepIds).toEqual(remainingSteps(state, enrolment).map((s) => s.id));
          const cut = track.days.indexOf(-1);
          if (cut >= 0) expect(track.days.slice(cut).every((d) => d === -1)).toBe(true);
          const placed = cut >= 0 ? track.days.slice(0, cut) : track.days;
          placed.forEach((day, i) => {
            if (i > 0) expect(day).toBeGreaterThanOrEqual(placed[i - 1]!);
            expect(day).toBeGreaterThanOrEqual(today);
            expect(open.has(day)).toBe(true);
            expect(enrolment.weekdays).toContain(weekdayOf(day));
          });
          for (const day of new Set(placed)) {
            const steps = track.stepIds.filter((_, i) => track.days[i] === day).map((id) => flat.get(id)!);
            // As printed and by minutes, a sitting's size follows from the rule (core/pace/rules.test.ts).
            if (enrolment.rule.kind === 'even' || enrolment.rule.kind === 'weekly')
              expect(steps.length).toBeLessThanOrEqual(enrolment.perSitting);
            const minutes = steps.reduce((n, s) => n + s.minutes, 0);
            if (steps.length > 1 && enrolment.rule.kind !== 'printed')
              expect(minutes).toBeLessThanOrEqual(enrolment.minutesPerSitting ?? Infinity);
            for (const s of steps.filter((x) => x.kind === 'assess')) {
              expect(steps.some((x) => x.kind === 'introduce' && x.index === s.tests)).toBe(false);
            }
          }
          if (enrolment.rule.kind === 'weekly' && enrolment.rule.unit === 'steps') {
            const weeks = new Map<number, number>();
            for (const d of placed) weeks.set(weekStart(d, 1), (weeks.get(weekStart(d, 1)) ?? 0) + 1);
            for (const n of weeks.values()) expect(n).toBeLessThanOrEqual(enrolment.rule.n);
          }
        });
      }),
      { numRuns: 150 },
    );
  });

  it('costs what an independent telling of the rules says, never less than its bound, never more with more effort', () => {
    fc.assert(
      fc.property(fc.oneof(householdArbitrary, shapedArbitrary), ({ state, year, today }) => {
        const problem = makeProblem(state, year, today);
        // The first plan alone stands where the plan of one sweep does.
        expect(firstPlan(problem).tracks).toEqual(makePlan(problem, { sweeps: 1, seed: 1 }).tracks);
        const quick = makePlan(problem, { sweeps: 1, seed: 3 });
        const long = makePlan(problem, { sweeps: 12, seed: 3 });
        expect(long.cost.total).toBe(costAgain(problem, long));
        expect(long.cost.total).toBeLessThanOrEqual(quick.cost.total);
        expect(long.bound!).toBeLessThanOrEqual(long.cost.total);
        expect(long.cost.total).toBeGreaterThanOrEqual(long.bound!);
      }),
      { numRuns: 300 },
    );
  });

  it('places a single enrolment at the least cost there is (all placements tried)', () => {
    const single = fc.oneof(householdArbitrary, shapedArbitrary).filter(({ state }) => {
      const [e] = state.enrolments;
      return state.enrolments.length === 1 && remainingSteps(state, e!).length <= 6;
    });
    fc.assert(
      fc.property(single, ({ state, year, today }) => {
        const short = { ...year, end: fromDay(Math.min(toDay(year.end), today + 9)) };
        const problem = makeProblem(state, short, Math.min(today, toDay(short.end)));
        const plan = makePlan(problem, { sweeps: 2, seed: 1 });
        const track = problem.tracks[0]!;
        let best = Infinity;
        const days = new Array<number>(track.steps.length).fill(-1);
        const consider = () => {
          const trial = { ...plan, tracks: [{ ...plan.tracks[0]!, days: [...days] }] };
          best = Math.min(best, costAgain(problem, trial));
        };
        const walk = (d: number, i: number, used: number) => {
          if (d === track.dates.length || i === track.steps.length) return consider();
          const day = track.dates[d]!;
          const before = d === 0 ? track.thisWeek : weekStart(track.dates[d - 1]!, 1);
          const start = weekStart(day, 1) === before ? used : 0;
          const end = reach(track, i, day, track.room[d]!, start);
          let now = start;
          // What is left of one that is begun today goes on.
          const goesOn = d === 0 && track.begunToday && track.steps[i]!.printedDay >= 0 && end > i;
          if (!goesOn) walk(d + 1, i, start);
          for (let j = i; j < end; j++) {
            days[j] = day;
            now += track.steps[j]!.uses;
            // A printed day goes on as far as it can, but to a day to which its next step is held.
            const [one, other] = [track.steps[j]!, track.steps[j + 1]];
            const cut =
              j + 1 < end && one.printedDay >= 0 && one.printedDay === other?.printedDay && one.heldOn === other.heldOn;
            if (!cut) walk(d + 1, j + 1, now);
          }
          for (let j = i; j < end; j++) days[j] = -1;
        };
        walk(0, 0, track.usedThisWeek);
        expect(plan.cost.total).toBe(best);
      }),
      { numRuns: 120 },
    );
  });
});

describe('new lessons of different children', () => {
  const two = (perSitting: number) =>
    aHousehold({
      years: [aYear({ end: '2026-10-02' })],
      children: [aChild('A'), aChild('B')],
      courses: [
        aCourse('sums', {
          lessons: 6,
          perLesson: [
            { kind: 'introduce', count: 1 },
            { kind: 'practise', count: 2 },
          ],
        }),
      ],
      enrolments: [
        anEnrolment('a', 'sums', { childIds: ['A'], perSitting }),
        anEnrolment('b', 'sums', { childIds: ['B'], perSitting }),
      ],
    });

  it('are staggered onto different dates where there is room (common practice)', () => {
    const state = two(1);
    const plan = planOf(state, state.years[0]!, toDay('2026-09-07'), 10);
    expect(plan.clashes).toEqual([]);
    expect(plan.cost.unplaced).toBe(0);
  });

  it('let a moved sitting go where it cannot stand, rather than lose the rest of the year behind it', () => {
    const state = {
      ...two(1),
      years: [aYear({ end: '2026-10-30' })],
      pins: [{ id: 'p', enrolmentId: 'a', stepId: 'L2-1', date: '2026-09-14' }],
    };
    // A week later nothing of lesson 1 is done, and its step and lesson 2's cannot both be on the one day.
    const plan = planOf(state, state.years[0]!, toDay('2026-09-14'), 10);
    expect(plan.cost.unplaced).toBe(0);
    expect(plan.cost.held).toBeGreaterThan(0);
  });

  it('count a new lesson already given this morning', () => {
    const state = two(1);
    const today = toDay('2026-09-07');
    const marked = { ...state, marks: [aMark('a', 'L1-1', 'done', '2026-09-07')] };
    const plan = planOf(marked, state.years[0]!, today, 10);
    const b = plan.tracks.find((t) => t.enrolmentId === 'b')!;
    expect(b.days[0]).toBeGreaterThan(today);
    expect(plan.clashes).toEqual([]);
  });

  it('clash, and say so, when there is only one date for both', () => {
    const state = { ...two(1), years: [aYear({ end: '2026-09-07' })] };
    const tight = {
      ...state,
      courses: [aCourse('sums', { lessons: 1, perLesson: [{ kind: 'introduce', count: 1 }] })],
    };
    const forced = planOf(tight, tight.years[0]!, toDay('2026-09-07'));
    expect(forced.clashes).toMatchObject([{ enrolmentIds: ['a', 'b'], above: 1 }]);
    expect(forced.cost.clash).toBe(WEIGHTS.clash);
  });
});

describe('the published record and pins', () => {
  it('hold steps to their dates while those are open', () => {
    const base = aHousehold({ courses: [aCourse('sums')], enrolments: [anEnrolment('a', 'sums')] });
    const date = '2026-10-14';
    const state: Household = { ...base, pins: [{ id: 'p', enrolmentId: 'a', stepId: 'L1-2', date }] };
    const days = (s: Household) => planOf(s, s.years[0]!, toDay('2026-09-07')).tracks[0]!.days;
    expect(days(base)[1]).not.toBe(toDay(date));
    expect(days(state)[1]).toBe(toDay(date));
    const closed = { ...state, years: [aYear({ closed: [{ id: 'x', from: date, to: date, label: 'closed' }] })] };
    expect(days(closed)[1]).not.toBe(toDay(date));
    const published: Household = {
      ...base,
      published: [
        { id: 'w', weekStart: '2026-09-14', placements: [{ enrolmentId: 'a', stepId: 'L1-1', date: '2026-09-16' }] },
      ],
    };
    expect(days(published)[0]).toBe(toDay('2026-09-16'));
  });
});
