import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import type { Enrolment, LifeFrom } from '../household';
import { standingOf } from '../attendance';
import { forecasts } from '../forecast';
import { finishOf, overview } from '../overview';
import { isPlanOf, makePlan, makeProblem } from '../stagger';
import { earliestFit } from './fit';
import { costAgain, countAgain, daysOf, gatesKept } from '../tests/again';
import { aCourse, aHousehold, anEnrolment, aYear, livingArbitrary } from '../tests/make';
import {
  atPaces,
  isTakenFrom,
  isTakenOn,
  lifeEntered,
  lifeLeftOut,
  lifeOn,
  livesAhead,
  makeTrack,
  openDates,
  reserveOf,
  stopsOn,
} from './index';

const MONDAY = toDay('2026-09-07');
const year = aYear({ start: '2026-09-07', end: '2026-10-02' });
/** Mondays to Thursdays, even: sixteen steps on the sixteen sittings of four weeks. */
const course = (lives: LifeFrom[], change: Partial<Enrolment> = {}) =>
  aHousehold({
    years: [year],
    courses: [aCourse('c', { lessons: 8 })],
    enrolments: [anEnrolment('e', 'c', { weekdays: [1, 2, 3, 4], ...(lives.length > 0 ? { lives } : {}), ...change })],
  });
const plan = (state: ReturnType<typeof course>, today = MONDAY) =>
  makePlan(makeProblem(state, year, today), { sweeps: 4, seed: 1 });
const planned = (state: ReturnType<typeof course>, today = MONDAY) =>
  plan(state, today).tracks[0]?.days.map((d) => (d < 0 ? '–' : fromDay(d)));
const WEEKS = [7, 14, 21, 28].map((d) => [0, 1, 2, 3].map((k) => fromDay(toDay('2026-09-01') + d - 1 + k)));

describe('a course that is entered ahead for the next year', () => {
  const next = aYear({ id: 'next', start: '2026-10-12', end: '2026-11-06' });
  const ahead = (firstDate: string) => {
    const one = course([], { firstDate });
    return { ...one, years: [year, next] };
  };

  it('lacks nothing in this one: it is in no plan, row, count or forecast of it', () => {
    const h = ahead('2026-10-12');
    expect(planned(h)).toBeUndefined();
    expect(overview(h, year, plan(h), MONDAY).groups).toEqual([]);
    expect(forecasts(h, year, plan(h))).toEqual([]);
    expect(standingOf(h, year.id, MONDAY).courses.size).toBe(0);
    // Once this one is over the next has it, from its first day on.
    const then = makePlan(makeProblem(h, next, toDay('2026-10-05')), { sweeps: 2, seed: 1 });
    expect(fromDay(then.tracks[0]!.days[0]!)).toBe('2026-10-12');
  });

  it('is one of this year by its very last day', () => {
    expect(planned(ahead('2026-10-02'))).toHaveLength(16);
    expect(planned(ahead('2026-10-03'))).toBeUndefined();
  });
});

describe('a course that is paused from a day to come', () => {
  const paused: LifeFrom = { from: '2026-09-21', life: 'paused' };

  it('keeps its pace until then, and the rest is left for later', () => {
    const state = course([paused]);
    expect(planned(course([]))).toEqual(WEEKS.flat());
    expect(planned(state)).toEqual(WEEKS.slice(0, 2).flat());
    const reserve = reserveOf(makeTrack(state, year, state.enrolments[0]!, MONDAY), year);
    expect(reserve).toMatchObject({ remaining: 8, forLater: 8, daysInHand: 0, projected: toDay('2026-09-17') });
    expect(finishOf(plan(state), 'e', reserve)).toEqual({ kind: 'stops', later: 8, day: toDay('2026-09-17') });
    const [row] = overview(state, year, plan(state), MONDAY).groups[0]!.rows;
    expect(row!.counts).toMatchObject({ 'to come': 8, 'for later': 8, unplaced: 0, waiting: 0 });
  });

  it('is spread over what is left where a day is given on which it is taken up again', () => {
    const again: LifeFrom = { from: '2026-09-28', life: 'running' };
    const days = planned(course([again, paused], { perSitting: 2 }))!;
    expect(days.filter((d) => d >= paused.from && d < again.from)).toEqual([]);
    expect(new Set(days)).toEqual(new Set([...WEEKS[0]!, ...WEEKS[1]!, ...WEEKS[3]!]));
    expect(stopsOn(course([again, paused]).enrolments[0]!, MONDAY, toDay(year.end))).toBeUndefined();
  });

  it('is taken up again in another year: in this one it is as if nobody knew when', () => {
    const next: LifeFrom = { from: '2027-09-06', life: 'running' };
    expect(planned(course([paused, next]))).toEqual(planned(course([paused])));
    expect(planned(course([{ from: '2027-01-11', life: 'dropped' }]))).toEqual(planned(course([])));
    expect(planned(course([next], { life: 'paused' }))).toBeUndefined();
  });

  it('is paused on that day, with nothing written, and what is past stays', () => {
    const state = course([paused, { from: '2026-09-28', life: 'running' }]);
    const [e] = atPaces(state, toDay('2026-09-22')).enrolments;
    expect(e).toMatchObject({ life: 'paused', lives: [{ from: '2026-09-28', life: 'running' }] });
    expect([19, 21, 27, 28].map((d) => lifeOn(state.enrolments[0]!, toDay(`2026-09-${d}`)))).toEqual([
      ...['running', 'paused', 'paused', 'running'],
    ]);
    expect(atPaces(state, toDay('2026-09-28')).enrolments[0]).toEqual(
      anEnrolment('e', 'c', { weekdays: [1, 2, 3, 4] }),
    );
  });
});

describe('what is entered for a day to come', () => {
  const e = anEnrolment('e', 'c');
  it('is only what would not be so anyway; the same day is entered once, and can be left out again', () => {
    const paused = lifeEntered(e, { from: '2026-10-01', life: 'paused' }, MONDAY);
    const back = lifeEntered(paused, { from: '2026-11-01', life: 'running' }, MONDAY);
    expect(back.lives).toEqual([
      { from: '2026-10-01', life: 'paused' },
      { from: '2026-11-01', life: 'running' },
    ]);
    expect(lifeEntered(back, { from: '2026-10-01', life: 'running' }, MONDAY)).toEqual(e);
    expect(lifeEntered(back, { from: '2026-10-01', life: 'dropped' }, MONDAY).lives![0]!.life).toBe('dropped');
    expect(lifeLeftOut(back, '2026-10-01')).toEqual(e);
    // Paused at once, it is still taken up again on its day.
    expect(lifeEntered(back, { from: '2026-09-07', life: 'paused' }, MONDAY)).toEqual({
      ...e,
      life: 'paused',
      lives: [{ from: '2026-11-01', life: 'running' }],
    });
  });

  it('takes a course up that is not taken today, on its own day', () => {
    const state = course([{ from: '2026-09-21', life: 'running' }], { life: 'waiting', perSitting: 2 });
    expect(new Set(planned(state))).toEqual(new Set(WEEKS.slice(2).flat()));
    expect(isTakenFrom(state.enrolments[0]!, MONDAY, toDay(year.end))).toBe(true);
    expect(planned(course([], { life: 'waiting' }))).toBeUndefined();
  });
});

describe('on any household, with courses paused, dropped and taken up again on days to come', () => {
  it('nothing stands on a day on which it is not taken; days in hand and costs are as counted again', () => {
    fc.assert(
      fc.property(livingArbitrary, ({ state, year, today }) => {
        const now = atPaces(state, today);
        const problem = makeProblem(now, year, today);
        const made = makePlan(problem, { sweeps: 6, seed: 1 });
        expect(made.cost.total).toBe(costAgain(problem, made));
        expect(made.bound!).toBeLessThanOrEqual(made.cost.total);
        expect(isPlanOf(problem, made)).toBe(true);
        expect(gatesKept(problem, made)).not.toContain(false);
        for (const track of problem.tracks) {
          const e = now.enrolments.find((x) => x.id === track.enrolmentId)!;
          if (!e || e.rule.kind === 'loop') continue;
          for (const day of daysOf(track, made)) if (day >= 0) expect(isTakenOn(e, day)).toBe(true);
          const whole = makeTrack(now, year, e, today);
          const on = goingOn(e);
          const others = now.enrolments.map((x) => (x === e ? on : x));
          const all = makeTrack({ ...now, enrolments: others }, year, on, today);
          expect(whole.steps.length + whole.forLater).toBe(all.steps.length);
          if (whole.steps.length <= 9)
            expect(reserveOf(whole, year).daysInHand).toBe(countAgain(whole, toDay(year.end), today));
        }
      }),
      { numRuns: 150 },
    );
  });

  it('kept in step with others too, costs are as counted again and the bound is below them', () => {
    fc.assert(
      fc.property(
        livingArbitrary,
        fc.constantFrom('whole' as const, 'units' as const),
        ({ state, year, today }, by) => {
          const enrolmentIds = state.enrolments.filter((e) => e.rule.kind !== 'loop').map((e) => e.id);
          const problem = makeProblem(
            atPaces({ ...state, links: [{ id: 'k', enrolmentIds, by }] }, today),
            year,
            today,
          );
          const made = makePlan(problem, { sweeps: 6, seed: 1 });
          expect(made.cost.total).toBe(costAgain(problem, made));
          expect(made.bound!).toBeLessThanOrEqual(made.cost.total);
          expect(isPlanOf(problem, made)).toBe(true);
        },
      ),
      { numRuns: 100 },
    );
  });

  it('in turns every slot goes to somebody who is taken on its day, and what nobody comes to any more is for later', () => {
    let sittings = 0;
    let late = 0;
    fc.assert(
      fc.property(livingArbitrary, ({ state, year, today }) => {
        const now = atPaces(state, today);
        const problem = makeProblem(now, year, today);
        const whose = (id?: string) => now.enrolments.find((e) => e.id === id)!;
        for (const track of problem.tracks.filter((t) => t.enrolmentId.startsWith('loop'))) {
          const fit = earliestFit(track, toDay(year.end))?.days ?? [];
          track.steps.forEach((s, i) => {
            if (track.steps[i - 1]?.printedDay === s.printedDay || fit[i]! > toDay(year.end)) return;
            expect(isTakenOn(whose(s.enrolmentId), fit[i]!)).toBe(true);
          });
          const made = makePlan(problem, { sweeps: 6, seed: 1 });
          for (const id of track.members) {
            const e = whose(id);
            const own = makeTrack(now, year, e, today);
            const on = now.enrolments.map((x) => (track.members.includes(x.id) ? goingOn(x) : x));
            const all = makeTrack({ ...now, enrolments: on }, year, on[now.enrolments.indexOf(e)]!, today);
            expect(own.own!.count + own.forLater).toBe(all.own!.count);
            // Only what stops leaves anything for later, and it is to end by then.
            if (own.forLater > 0) expect(own.own!.target).toBeLessThan(stopsOn(e, today, toDay(year.end))!);
            for (const day of made.tracks.find((t) => t.enrolmentId === id)!.days) {
              if (day < 0) continue;
              sittings++;
              if (!isTakenOn(e, day)) late++;
            }
          }
        }
      }),
      { numRuns: 600 },
    );
    // What is put off to keep new lessons apart, or waits for its weekday, may slip over the edge until that day is planned anew.
    expect(sittings).toBeGreaterThan(100);
    expect(late).toBeLessThanOrEqual(sittings / 50);
  });

  it('what has come is the enrolment’s own, and who is not taken any more has no day and no track', () => {
    fc.assert(
      fc.property(livingArbitrary, ({ state, year, today }) => {
        const now = atPaces(state, today);
        expect(atPaces(now, today)).toBe(now);
        now.enrolments.forEach((e, i) => {
          const stored = state.enrolments[i]!;
          expect(e.life).toBe(lifeOn(stored, today));
          for (let d = today; d < today + 20; d++) expect(lifeOn(e, d)).toBe(lifeOn(stored, d));
          expect(livesAhead(e, today).every((l, k, all) => l.life !== (all[k - 1]?.life ?? e.life))).toBe(true);
          const stop = stopsOn(e, today, toDay(year.end));
          if (stop !== undefined) expect(openDates(now, e, year).filter((d) => d >= stop)).toEqual([]);
          const taken = makeProblem(now, year, today).tracks.some((t) => t.members.includes(e.id));
          if (taken) expect(isTakenFrom(e, today, toDay(year.end))).toBe(true);
        });
      }),
      { numRuns: 150 },
    );
  });
});

/** Taken without an end, as if nothing had been entered. */
function goingOn({ lives: _, ...e }: Enrolment): Enrolment {
  return { ...e, life: 'running' };
}
