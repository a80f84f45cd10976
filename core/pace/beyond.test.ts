import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay } from '../calendar';
import { forecasts } from '../forecast';
import type { Enrolment, Household, PaceRule, SchoolYear } from '../household';
import { finishOf, finishWords, misfits, overview } from '../overview';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { datesBeyond, goesBeyond, makeTrack, neededPerSitting, paceFigures, reserveOf } from './index';

const MONDAY = toDay('2026-09-07');
const first = aYear({ start: '2026-09-07', end: '2026-10-02' });
const next = aYear({ id: 'next', start: '2026-10-12', end: '2026-11-06' });
/** One sheet a sitting, five days a week: twenty sittings in each of the two years. */
const home = (steps: number, change: Partial<Enrolment> = {}, years: SchoolYear[] = [first, next]): Household =>
  aHousehold({
    years,
    courses: [aCourse('c', { lessons: steps, perLesson: [{ kind: 'practise', count: 1 }] })],
    enrolments: [anEnrolment('e', 'c', { target: '2026-11-06', ...change })],
  });
const trackOf = (h: Household, year = first, today = MONDAY) => makeTrack(h, year, h.enrolments[0]!, today);
const planOf = (h: Household, year = first, today = MONDAY) =>
  makePlan(makeProblem(h, year, today), { sweeps: 4, seed: 1 });

describe('what does not fit into the year', () => {
  it('goes on, at the earliest, on the days of the next where that is set up, and its weeks are counted in that', () => {
    const h = home(23, { target: '2026-10-02' });
    const reserve = reserveOf(trackOf(h), first);
    expect([reserve.daysInHand, fromDay(reserve.projected!), reserve.afterYear]).toEqual([-3, '2026-10-14', true]);
    const alone = reserveOf(trackOf(home(23, { target: '2026-10-02' }, [first])), first);
    expect(fromDay(alone.projected!)).toBe('2026-10-07');
    const figures = paceFigures(h, first, h.enrolments[0]!, MONDAY);
    // Four weeks of this year and one of the next; the week between them is none.
    expect([fromDay(figures.lastDay!), figures.stepsAWeek]).toEqual(['2026-10-14', 23 / 5]);
    const behindBoth = reserveOf(trackOf(home(42, { target: '2026-10-02' })), first);
    expect(fromDay(behindBoth.projected!)).toBe('2026-11-10');
  });

  it('of a loop as well', () => {
    const one = home(12, { rule: { kind: 'loop', loopId: 'l' } });
    const loop = { id: 'l', name: 'turns', weekdays: [1, 3] as (1 | 3)[], turns: 'next' as const, order: ['e'] };
    const h = { ...one, loops: [loop], enrolments: one.enrolments.map(({ target: _, ...e }) => e) };
    // Eight Mondays and Wednesdays in this year; four turns more.
    expect(fromDay(reserveOf(trackOf(h), first).projected!)).toBe('2026-10-21');
  });
});

describe('a course with its date to end by behind the year', () => {
  it('leaves for the next year what its pace would do there, and lacks nothing in this one', () => {
    const h = home(30);
    const track = trackOf(h);
    expect([track.steps.length, track.forLater]).toEqual([15, 15]);
    const reserve = reserveOf(track, first);
    // Forty sittings for thirty sheets.
    expect(reserve).toMatchObject({ daysInHand: 10, remaining: 15, forLater: 15, beyond: true });
    expect(fromDay(reserve.projected!)).toBe('2026-10-23');
    const plan = planOf(h);
    expect(plan.tracks[0]!.days).toHaveLength(15);
    expect(finishWords('day month', finishOf(plan, 'e', reserve), MONDAY)).toBe('15 steps left for the next year');
    const view = overview(h, first, plan, MONDAY);
    expect(view.groups[0]!.rows[0]!.counts).toMatchObject({ 'to come': 15, 'for later': 15, unplaced: 0 });
    expect(misfits(h, first, view, MONDAY)).toEqual([]);
    // What it stores as its steps a sitting counts the sittings of both years.
    expect(neededPerSitting(h, first, h.enrolments[0]!, MONDAY)).toBe(1);
    expect(neededPerSitting(home(41), first, h.enrolments[0]!, MONDAY)).toBe(2);
  });

  it('is short by what lacks until its own date, not until the year’s end', () => {
    expect(reserveOf(trackOf(home(40)), first).daysInHand).toBe(0);
    expect(reserveOf(trackOf(home(43)), first).daysInHand).toBe(-3);
    const early = home(30, { target: '2026-10-14' });
    expect(reserveOf(trackOf(early), first).daysInHand).toBe(-7);
  });

  it('by so many a week does this year’s weeks, and stands in the next as any other once that has its turn', () => {
    const h = home(30, { rule: { kind: 'weekly', n: 3, unit: 'steps' } });
    expect([trackOf(h).steps.length, trackOf(h).forLater]).toEqual([12, 18]);
    const today = toDay('2026-10-12');
    const marks = Array.from({ length: 12 }, (_, i) => aMark('e', `L${i + 1}-1`, 'done', '2026-09-30'));
    const then = { ...h, marks };
    const track = trackOf(then, next, today);
    expect([track.steps.length, track.forLater, track.whole]).toEqual([18, 0, undefined]);
    expect(goesBeyond(h.enrolments[0]!, next)).toBe(false);
  });

  it('goes by the shape of this year where the next is not set up', () => {
    const long = aYear({ start: '2026-09-07', end: '2027-06-11' });
    const h = home(30, { target: '2027-09-17' }, [long]);
    const beyond = datesBeyond(h, h.enrolments[0]!, long).map(fromDay);
    // 52 weeks after 7 September 2026, and so many Mondays to Fridays.
    expect([beyond[0], beyond.length]).toEqual(['2027-09-06', 10]);
  });

  it('behind a gate that opens late in the year does the rest in the next, and is short only by what lacks there', () => {
    const gate = { id: 'g', until: { kind: 'course' as const, enrolmentId: 'other', days: 0 } };
    const h = home(24, { gates: [gate] });
    const other = aCourse('o', { lessons: 15, perLesson: [{ kind: 'practise', count: 1 }] });
    const waits = { ...h, courses: [...h.courses, other], enrolments: [...h.enrolments, anEnrolment('other', 'o')] };
    const track = trackOf(waits);
    // The other is through on the fifteenth of twenty days at the soonest: five days are left in this year, twenty in the next.
    expect([track.steps.length <= 5, track.steps.length + track.forLater]).toEqual([true, 24]);
    // Twenty-five sittings for twenty-four sheets: one can be lost. The fifteen days before the gate are no sittings.
    expect(reserveOf(track, first).daysInHand).toBe(1);
    const lacks = planOf(waits).tracks.flatMap((t) => t.days.filter((d) => d < 0));
    expect(lacks).toEqual([]);
  });

  it('says what is left for the next year by what is planned, whatever days are kept to catch up on', () => {
    const special = ['2026-09-19', '2026-09-26'].map((date) => ({
      ...{ id: date, date, kind: 'catch-up' as const, share: 100, label: '' },
    }));
    const h = home(30, {}, [{ ...first, special }, next]);
    const year = h.years[0]!;
    const plan = planOf(h, year);
    const told = finishOf(plan, 'e', reserveOf(trackOf(h, year), year));
    expect(told).toMatchObject({ kind: 'stops', later: 30 - plan.tracks[0]!.days.length, nextYear: true });
  });

  it('what was moved by hand onto a day of this year stays there, and what is before it', () => {
    const h = home(30);
    const pins = [{ id: 'p', enrolmentId: 'e', stepId: 'L18-1', date: '2026-10-02' }];
    expect(trackOf({ ...h, pins }).steps.length).toBe(18);
  });

  it('is foretold to its own date', () => {
    const marks = schoolDays(first)
      .slice(0, 10)
      .map((d, i) => aMark('e', `L${i + 1}-1`, 'done', fromDay(d)));
    const h = { ...home(30), marks };
    const today = toDay('2026-09-21');
    const [told] = forecasts(h, first, planOf(h, first, today), { runs: 200 });
    expect(fromDay(told!.target!)).toBe('2026-11-06');
    expect([told!.steps, told!.chance! > 60]).toEqual([20, true]);
    expect(told!.last.middle).toBeGreaterThan(toDay(next.start));
    // On the last day nothing of it is left in this year, and it is foretold all the same.
    const through = schoolDays(first).map((d, i) => aMark('e', `L${i + 1}-1`, 'done', fromDay(d)));
    const end = toDay(first.end);
    const all = { ...home(30), marks: through };
    const plan = planOf(all, first, end);
    expect(finishWords('day month', finishOf(plan, 'e', reserveOf(trackOf(all, first, end), first)), end)).toBe(
      '10 steps left for the next year',
    );
    const [last] = forecasts(all, first, plan, { runs: 200 });
    expect([last!.steps, last!.chance! > 80]).toEqual([10, true]);
  });

  it('is placed in the year by its share of all sittings, whatever its pace, and no step is lost or twice', () => {
    const rules: PaceRule[] = [
      { kind: 'even' },
      { kind: 'weekly', n: 4, unit: 'steps' },
      { kind: 'minutes', minutes: 15 },
    ];
    fc.assert(
      fc.property(
        ...[fc.integer({ min: 1, max: 60 }), fc.constantFrom(...rules), fc.integer({ min: 1, max: 3 })],
        ...[fc.integer({ min: 0, max: 25 }), fc.integer({ min: 1, max: 34 })],
        (steps, rule, perSitting, passed, behind) => {
          const target = fromDay(toDay(first.end) + behind);
          const h = home(steps, { rule, perSitting, target });
          const today = MONDAY + passed;
          const track = trackOf(h, first, today);
          expect(track.steps.length + track.forLater).toBe(steps);
          expect(track.dates.every((d) => d <= toDay(first.end))).toBe(true);
          const { daysInHand } = reserveOf(track, first);
          // One sheet is one place: what is left, over what a sitting takes, is how many sittings it needs.
          const all = track.dates.length + datesBeyond(h, h.enrolments[0]!, first).length;
          const needs = rule.kind === 'even' ? Math.ceil(steps / perSitting) : undefined;
          if (needs !== undefined && datesBeyond(h, h.enrolments[0]!, first).length > 0 && needs <= all)
            expect(daysInHand).toBe(all - needs);
          // Where no day of the next year lies before its date it is one of this year alone.
          const lacks = (planOf(h, first, today).tracks[0]?.days ?? []).filter((d) => d < 0).length;
          if (track.whole) expect(lacks).toBe(0);
        },
      ),
      { numRuns: 150 },
    );
  });
});
