import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay } from '../calendar';
import type { Enrolment, Household, Link } from '../household';
import { overview, pinUnit } from '../overview';
import { aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { makePlan, makeProblem, unitsTaken } from './index';
import { comparedBy, lessonScale, placedBy, positionsOf } from './links';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const today = toDay('2026-09-07');
const reads = (lessons: number, lessonsPerUnit: number) => ({
  lessons,
  lessonsPerUnit,
  perLesson: [{ kind: 'read' as const, count: 1 }],
});
const linked = (by: Link['by'], change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    courses: [aCourse('long', reads(20, 10)), aCourse('short', reads(6, 3)), aCourse('odd', reads(9, 3))],
    enrolments: [anEnrolment('l', 'long'), anEnrolment('s', 'short'), anEnrolment('o', 'odd')],
    links: [{ id: 'k', enrolmentIds: ['l', 's'], by }],
    ...change,
  });
const enrolment = (h: Household, id: string): Enrolment => h.enrolments.find((e) => e.id === id)!;

describe('mapped positions', () => {
  it('are the share of the whole, in lessons of the first course of the link', () => {
    const h = linked('whole');
    expect(lessonScale(h, enrolment(h, 'l'))).toBe(20);
    const short = [...positionsOf(h, enrolment(h, 's'), 'whole', 20).values()];
    expect(short.map((p) => Number(p.toFixed(2)))).toEqual([3.33, 6.67, 10, 13.33, 16.67, 20]);
  });

  it('or unit against unit, where all have as many units; else the share of the whole stands for it', () => {
    const h = linked('units');
    const all = (...ids: string[]) => ids.map((id) => enrolment(h, id));
    expect(all('l', 's', 'o').map((e) => unitsTaken(h, e))).toEqual([2, 2, 3]);
    expect(comparedBy(h, h.links[0]!, all('l', 's'))).toBe('units');
    expect(comparedBy(h, h.links[0]!, all('l', 'o'))).toBe('whole');
    const short = positionsOf(h, enrolment(h, 's'), 'units', 20);
    expect(short.get('L3-1')).toBe(10);
    expect(short.get('L6-1')).toBe(20);
  });

  it('go on from what is settled: a course half done starts at its half', () => {
    const marks = Array.from({ length: 10 }, (_, i) => aMark('l', `L${i + 1}-1`, 'done', '2026-09-04'));
    const problem = makeProblem(linked('whole', { marks }), year, today);
    const [link] = problem.links;
    const long = problem.tracks[link!.a]!.enrolmentId === 'l' ? link!.at : link!.bt;
    // Lessons times the weight of a link, 5.
    expect(long[0]).toBe(50);
    expect(long.at(-1)).toBe(100);
    expect(long).toHaveLength(11);
  });

  it('count what is placed by the end of each school day; what has no day is never reached', () => {
    expect([...placedBy([5, 5, 8, -1], 3, [0, 2, 3, 5, 9])]).toEqual([0, 2, 2, 3, 3]);
  });

  it('are compared on the days on which both are taken: who is paused from a day to come, or begins on one, holds nobody up', () => {
    const living = (lives: Enrolment['lives'], change: Partial<Enrolment> = {}, compared?: readonly number[]) => {
      const h = linked('whole');
      const enrolments = h.enrolments.map((e) => (e.id === 's' ? { ...e, ...change, ...(lives ? { lives } : {}) } : e));
      const problem = makeProblem({ ...h, enrolments }, year, today);
      const links = problem.links.map((l) => (compared ? { ...l, days: compared.map((d) => d - today) } : l));
      const plan = makePlan({ ...problem, links }, { sweeps: 8, seed: 1 });
      return {
        days: problem.links[0]?.days.map((d) => d + today),
        long: plan.tracks.find((t) => t.enrolmentId === 'l')!.days,
      };
    };
    const all = schoolDays(year).filter((d) => d >= today);
    const [half, end] = [all[10]!, all[15]!];
    const paused = { from: fromDay(half), life: 'paused' as const };
    expect(living(undefined).days).toEqual(all);
    expect(living([paused]).days).toEqual(all.filter((d) => d < half));
    expect(living([paused, { from: fromDay(end), life: 'running' }]).days).toEqual(
      all.filter((d) => d < half || d >= end),
    );
    expect(living([{ from: fromDay(end), life: 'running' }], { life: 'waiting' }).days).toEqual(
      all.filter((d) => d >= end),
    );
    // From then on the other goes on at its pace: compared on every day it would be held up.
    const late = (plan: readonly number[]) => plan.filter((d) => d >= half);
    expect(late(living([paused]).long)).toEqual(late(living(undefined, { life: 'paused' }).long));
    expect(late(living([paused], {}, all).long)).not.toEqual(late(living([paused]).long));
  });

  it('a link with somebody who is paused, or takes turns, compares those that are left; alone it costs nothing', () => {
    const paused = linked('whole');
    const h = {
      ...paused,
      enrolments: paused.enrolments.map((e) => (e.id === 's' ? { ...e, life: 'paused' as const } : e)),
    };
    expect(makeProblem(h, year, today).links).toEqual([]);
    expect(makePlan(makeProblem(h, year, today), { sweeps: 2, seed: 1 }).cost.link).toBe(0);
  });
});

describe('the year’s drawing over gates', () => {
  const until = { kind: 'mastery' as const, list: 'sounds', known: 3, of: 26 };
  const h = aHousehold({
    years: [year],
    courses: [aCourse('c', reads(10, 5))],
    enrolments: [anEnrolment('e', 'c', { gates: [{ id: 'g', lessonId: 'L6', until }] })],
  });
  const view = (state: Household) =>
    overview(state, year, makePlan(makeProblem(state, year, today), { sweeps: 2, seed: 1 }), today);

  it('says of steps that wait that they wait, and not that they have no day', () => {
    const row = view(h).groups[0]!.rows[0]!;
    expect(row.counts).toMatchObject({ 'to come': 5, waiting: 5, unplaced: 0 });
    expect(row.units.map((u) => u.counts.waiting)).toEqual([0, 5]);
    const open = { ...h, enrolments: [{ ...h.enrolments[0]!, gates: [] }] };
    expect(view(open).groups[0]!.rows[0]!.counts).toMatchObject({ 'to come': 10, waiting: 0 });
  });

  it('moves one lesson of a unit by a pin on its own first step, and the plan keeps the pin though what follows is late', () => {
    const row = view(h).groups[0]!.rows[0]!;
    const [unit] = row.units;
    const wish = pinUnit(h, year, row.enrolment, unit!.unit, toDay('2026-12-14'), today, 'L3');
    expect(wish).toEqual({ pin: { enrolmentId: 'e', stepId: 'L3-1', date: '2026-12-14' } });
    if ('fault' in wish) throw new Error(wish.fault);
    const open = { ...h, enrolments: [{ ...h.enrolments[0]!, gates: [] }], pins: [{ id: 'p', ...wish.pin }] };
    const plan = makePlan(makeProblem(open, year, today), { sweeps: 2, seed: 1 });
    const track = plan.tracks[0]!;
    expect(fromDay(track.days[track.stepIds.indexOf('L3-1')]!)).toBe('2026-12-14');
    // Four more days are left in that week: three of the seven lessons behind it find none, and the pin holds.
    expect(track.days.filter((d) => d < 0)).toHaveLength(3);
  });
});
