import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, weekdayOf, weekStart } from '../calendar';
import type { Enrolment, PaceFrom } from '../household';
import { isPlanOf, makePlan, makeProblem } from '../stagger';
import { costAgain, countAgain, daysOf, gatesKept } from '../tests/again';
import { aCourse, aHousehold, anEnrolment, aYear, pacedArbitrary } from '../tests/make';
import {
  atPaces,
  makeTrack,
  neededFrom,
  openDates,
  paceEntered,
  pacesAhead,
  paceOn,
  reserveOf,
  type Track,
} from './index';

const MONDAY = toDay('2026-09-07');
const year = aYear({ start: '2026-09-07', end: '2026-10-02' });
const pace = (change: Partial<PaceFrom> = {}): PaceFrom => ({
  from: '2026-09-21',
  weekdays: [1, 2, 3, 4, 5],
  rule: { kind: 'weekly', n: 5, unit: 'steps' },
  perSitting: 1,
  ...change,
});
/** Mondays and Tuesdays, two a week; sixteen steps on four weeks. */
const slow = (paces: PaceFrom[], change: Partial<Enrolment> = {}) => {
  const enrolment = anEnrolment('e', 'c', {
    weekdays: [1, 2],
    rule: { kind: 'weekly', n: 2, unit: 'steps' },
    ...(paces.length > 0 ? { paces } : {}),
    ...change,
  });
  return aHousehold({ years: [year], courses: [aCourse('c', { lessons: 8 })], enrolments: [enrolment] });
};
const planned = (state: ReturnType<typeof slow>, today = MONDAY) =>
  makePlan(makeProblem(state, year, today), { sweeps: 4, seed: 1 }).tracks[0]!.days.map((d) =>
    d < 0 ? '–' : fromDay(d),
  );

describe('a pace from a day to come', () => {
  it('is planned by from that day on, and not a day sooner', () => {
    expect(planned(slow([pace()]))).toEqual([
      ...['2026-09-07', '2026-09-08', '2026-09-14', '2026-09-15'],
      ...['2026-09-21', '2026-09-22', '2026-09-23', '2026-09-24', '2026-09-25'],
      ...['2026-09-28', '2026-09-29', '2026-09-30', '2026-10-01', '2026-10-02'],
      ...['–', '–'],
    ]);
    expect(planned(slow([])).filter((d) => d !== '–')).toHaveLength(8);
  });

  it('may take less, other weekdays, longer sittings, or the days as printed', () => {
    const less = pace({ weekdays: [5], rule: { kind: 'weekly', n: 1, unit: 'steps' } });
    expect(planned(slow([less])).slice(4, 6)).toEqual(['2026-09-25', '2026-10-02']);
    const three = pace({ weekdays: [3], rule: { kind: 'minutes', minutes: 600 }, perSitting: 3 });
    expect(new Set(planned(slow([three])).slice(4))).toEqual(new Set(['2026-09-23']));
    const even = pace({ rule: { kind: 'even' }, weekdays: [1, 3], perSitting: 3 });
    expect(planned(slow([even])).slice(4)).toEqual(
      ['2026-09-21', '2026-09-23', '2026-09-28', '2026-09-30'].flatMap((d) => [d, d, d]),
    );
  });

  it('counts its first week anew where it begins in the middle of one', () => {
    const midweek = pace({ from: '2026-09-10', weekdays: [4, 5], rule: { kind: 'weekly', n: 2, unit: 'steps' } });
    expect(planned(slow([midweek])).slice(0, 4)).toEqual(['2026-09-07', '2026-09-08', '2026-09-10', '2026-09-11']);
  });

  it('of several each holds until the next; the order in which they stand says nothing', () => {
    const paces = [pace({ from: '2026-09-28', weekdays: [1] }), pace({ from: '2026-09-14', weekdays: [5] })];
    const dates = openDates(slow(paces), slow(paces).enrolments[0]!, year).map(fromDay);
    expect(dates).toEqual(['2026-09-07', '2026-09-08', '2026-09-18', '2026-09-25', '2026-09-28']);
    expect(pacesAhead(slow(paces).enrolments[0]!, MONDAY).map((p) => fromDay(p.from))).toEqual([
      '2026-09-14',
      '2026-09-28',
    ]);
  });

  it('asks of a sitting what is left by then, on the sittings from then on', () => {
    const state = slow([]);
    const even = pace({ rule: { kind: 'even' }, weekdays: [1, 3] });
    // Four are done by then; twelve are left for four sittings.
    expect(neededFrom(state, year, state.enrolments[0]!, even, MONDAY)).toBe(3);
    expect(neededFrom(state, year, state.enrolments[0]!, pace({ weekdays: [1] }), MONDAY)).toBe(5);
  });

  it('is entered where it is another than by then: not what would be so anyway, but what comes back', () => {
    const [e] = slow([]).enrolments;
    const now = pace({ weekdays: [1, 2], rule: { kind: 'weekly', n: 2, unit: 'steps' } });
    expect(paceEntered(e!, now)).toEqual(e);
    const faster = paceEntered(e!, pace());
    expect(faster.paces).toEqual([pace()]);
    const back = paceEntered(faster, { ...now, from: '2026-09-28' });
    expect(back.paces).toEqual([pace(), { ...now, from: '2026-09-28' }]);
    // The same day is entered once, the last word holds; as it was before it is no entry at all.
    expect(paceEntered(back, { ...now, from: '2026-09-21' }).paces).toEqual([{ ...now, from: '2026-09-28' }]);
  });

  it('does not reach those who take turns or have no timetable', () => {
    const loop = slow([pace()], { rule: { kind: 'when' } });
    expect(pacesAhead(loop.enrolments[0]!, MONDAY)).toEqual([]);
  });
});

it('who is beside the work from a day to come takes the teacher’s time from that day on, and nobody’s before', () => {
  const alone = { kind: 'introduce' as const, presence: 'alone' as const, from: '2026-09-14' };
  const with_ = { ...alone, presence: 'with' as const, from: '2026-09-21' };
  const state = slow([], { presences: [alone, with_] });
  const [track] = makeProblem(state, year, MONDAY).tracks;
  expect(track!.later!.map((p) => [fromDay(p.from), p.anew])).toEqual([
    ['2026-09-14', false],
    ['2026-09-21', false],
  ]);
  const introduced = (p: Pick<Track, 'steps'>) => p.steps[0]!.teacher;
  expect([track!, ...track!.later!].map(introduced)).toEqual([20, 0, 20]);
});

it('what waits for another course waits at its next pace as well', () => {
  // The first course is spread over four weeks; the second is behind its last sheet, and goes faster from the second week on.
  const gate = { id: 'g', lessonId: 'L3', until: { kind: 'course' as const, enrolmentId: 'f', days: 0 } };
  const faster = {
    from: '2026-09-14',
    weekdays: [1, 2, 3, 4, 5] as const,
    rule: { kind: 'even' as const },
    perSitting: 9,
  };
  const state = aHousehold({
    years: [year],
    courses: [aCourse('f', { lessons: 4 }), aCourse('n', { lessons: 5 })],
    enrolments: [
      anEnrolment('f', 'f', { rule: { kind: 'even' } }),
      anEnrolment('n', 'n', { gates: [gate], paces: [{ ...faster, weekdays: [...faster.weekdays] }] }),
    ],
  });
  const problem = makeProblem(state, year, MONDAY);
  for (const sweeps of [1, 6, 60]) {
    const [first, next] = makePlan(problem, { sweeps, seed: 1 }).tracks;
    const opens = Math.max(...first!.days);
    const behind = next!.days.slice(next!.stepIds.findIndex((id) => id.startsWith('L3'))).filter((d) => d >= 0);
    expect(Math.min(Infinity, ...behind)).toBeGreaterThan(opens);
  }
});

it('nor where it takes turns: each turn costs the teacher what holds on its day', () => {
  const turns = (id: string, more: Partial<Enrolment> = {}) =>
    anEnrolment(id, id, { rule: { kind: 'loop', loopId: 'l' }, ...more });
  const alone = { kind: 'introduce' as const, presence: 'alone' as const, from: '2026-09-21' };
  const state = aHousehold({
    years: [year],
    courses: ['a', 'b'].map((id) => aCourse(id, { lessons: 8 })),
    enrolments: [turns('a'), turns('b', { presences: [alone] })],
    loops: [{ id: 'l', name: 'l', weekdays: [1, 3], turns: 'next', order: ['a', 'b'] }],
  });
  const problem = makeProblem(state, year, MONDAY);
  const [queue] = problem.tracks;
  const plan = makePlan(problem, { sweeps: 6, seed: 1 });
  const dearest = (p: Pick<Track, 'steps'>) =>
    ['a', 'b'].map((id) => Math.max(...p.steps.filter((s) => s.enrolmentId === id).map((s) => s.teacher)));
  expect(queue!.later!.map((p) => fromDay(p.from))).toEqual(['2026-09-21']);
  expect([queue!, queue!.later![0]!].map(dearest)).toEqual([
    [20, 20],
    [20, 0],
  ]);
  expect(plan.cost.total).toBe(costAgain(problem, plan));
  // Nobody’s turn moves for it.
  const before = makePlan(makeProblem({ ...state, enrolments: [turns('a'), turns('b')] }, year, MONDAY), {
    sweeps: 6,
    seed: 1,
  });
  expect(plan.tracks.map((t) => t.days)).toEqual(before.tracks.map((t) => t.days));
});

describe('on any household, with other paces from days to come', () => {
  it('days in hand equal a count of every way to fill what is left', () => {
    fc.assert(
      fc.property(pacedArbitrary, ({ state, year, today }) => {
        for (const e of state.enrolments) {
          const track = makeTrack(state, year, e, today);
          if (track.steps.length > 9) continue;
          expect(reserveOf(track, year).daysInHand).toBe(countAgain(track, toDay(year.end), today));
        }
      }),
      { numRuns: 150 },
    );
  });

  it('the plan keeps every pace on its own days, and costs what is counted again', () => {
    fc.assert(
      fc.property(pacedArbitrary, ({ state, year, today }) => {
        const problem = makeProblem(state, year, today);
        const plan = makePlan(problem, { sweeps: 6, seed: 1 });
        expect(plan.cost.total).toBe(costAgain(problem, plan));
        expect(plan.bound!).toBeLessThanOrEqual(plan.cost.total);
        for (const track of problem.tracks) {
          const days = daysOf(track, plan);
          keepsItsPaces(track, days);
        }
        expect(isPlanOf(problem, plan)).toBe(true);
        expect(gatesKept(problem, plan)).not.toContain(false);
      }),
      { numRuns: 150 },
    );
  });

  it('a pace whose day has come is the enrolment’s own, and what is before a day does not hang on what comes after it', () => {
    fc.assert(
      fc.property(pacedArbitrary, ({ state, year, today }) => {
        const now = atPaces(state, today);
        expect(atPaces(now, today)).toBe(now);
        // What has changed within this week leaves its days gone by as they were; once settled they are as today.
        const lately = state.enrolments.some((e) =>
          e.paces?.some((p) => toDay(p.from) > weekStart(today, 1) && toDay(p.from) <= today),
        );
        now.enrolments.forEach((e, i) => {
          const stored = state.enrolments[i]!;
          if (e.rule.kind !== 'loop') expect(e.paces?.every((p) => p.from > fromDay(today)) ?? true).toBe(true);
          if (stored.rule.kind !== 'loop' && !lately)
            expect({ ...makeTrack(now, year, e, today), childIds: [] }).toEqual({
              ...makeTrack(state, year, stored, today),
              childIds: [],
            });
          for (const { from } of pacesAhead(e, today)) {
            const without = { ...e, paces: e.paces!.filter((p) => toDay(p.from) < from) };
            expect(paceOn(e, from - 1)).toEqual({ ...paceOn(without, from - 1), paces: e.paces });
            const before = (x: Enrolment) => openDates(now, x, year).filter((d) => d < from);
            expect(before(e)).toEqual(before(without));
          }
        });
      }),
      { numRuns: 150 },
    );
  });
});

/** Told again from the track: weekdays and sittings of each pace on its own days, and no more a week than its cap. */
function keepsItsPaces(track: Track, days: readonly number[]): void {
  const phases = [{ ...track, from: -Infinity, anew: true }, ...(track.later ?? [])];
  const by = new Map<number, number[]>();
  days.forEach((day, i) => day >= 0 && by.set(day, [...(by.get(day) ?? []), i]));
  const weeks = new Map<string, number>();
  for (const [day, steps] of by) {
    const at = phases.findLastIndex((p) => p.from <= day);
    const phase = phases[at]!;
    const room = track.room[track.dates.indexOf(day)]!;
    expect(steps.reduce((n, i) => n + phase.steps[i]!.size, 0)).toBeLessThanOrEqual(room + 1e-6);
    if (steps.length > 1)
      expect(steps.reduce((n, i) => n + phase.steps[i]!.minutes, 0)).toBeLessThanOrEqual(phase.minutesPerSitting);
    const pace = phases.slice(1, at + 1).filter((p) => p.anew).length;
    const week = `${weekStart(day, track.firstDay)} ${pace}`;
    weeks.set(week, (weeks.get(week) ?? 0) + steps.reduce((n, i) => n + phase.steps[i]!.uses, 0));
    const used = pace === 0 && weekStart(day, track.firstDay) === track.thisWeek ? track.usedThisWeek : 0;
    expect(weeks.get(week)! + used).toBeLessThanOrEqual(phase.weeklyCap);
    if (steps.some((i) => phase.steps[i]!.weekday !== 0))
      expect(steps.every((i) => [0, weekdayOf(day)].includes(phase.steps[i]!.weekday))).toBe(true);
  }
}
