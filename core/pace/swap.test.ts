import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { makePlan, makeProblem } from '../stagger';
import { whatGives, withoutDay } from '../overview';
import { aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { makeTrack, neededPerSitting, paceOn, reserveOf, swapRows } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-10-30' });
const today = toDay('2026-09-21');
const sheets = (lessons: number) => ({ lessons, perLesson: [{ kind: 'practise' as const, count: 1 }] });

describe('a course swapped for another', () => {
  const h = aHousehold({
    years: [year],
    courses: [aCourse('short', sheets(20)), aCourse('long', sheets(85))],
    enrolments: [anEnrolment('e', 'short', { weekdays: [1, 2, 3, 4], target: '2026-10-23', minutesPerSitting: 60 })],
  });
  const [old] = h.enrolments;

  it('takes its people, weekdays, rule and date, from today; the record of the old one stays where it is', () => {
    const { dropped, taken, loop } = swapRows(h, year, old!, h.courses[1]!, today, 'new');
    expect(dropped).toEqual({ ...old, life: 'dropped', swappedFor: 'new' });
    expect(taken).toMatchObject({ id: 'new', courseId: 'long', life: 'running', firstDate: '2026-09-21' });
    expect(taken).toMatchObject({ weekdays: [1, 2, 3, 4], target: '2026-10-23', minutesPerSitting: 60 });
    expect(loop).toBeUndefined();
  });

  it('counts a sitting anew: five a sitting for a book of 85 in the twenty sittings left, so that it ends in time', () => {
    const { taken } = swapRows(h, year, old!, h.courses[1]!, today, 'new');
    expect(taken.perSitting).toBe(5);
    const state = { ...h, enrolments: [{ ...taken, minutesPerSitting: 600 }] };
    const reserve = reserveOf(makeTrack(state, year, state.enrolments[0]!, today), year);
    expect(reserve.daysInHand).toBeGreaterThanOrEqual(0);
    const weekly = anEnrolment('w', 'long', { weekdays: [1, 3], rule: { kind: 'weekly', n: 5, unit: 'steps' } });
    expect(neededPerSitting(h, year, weekly, today)).toBe(3);
    expect(neededPerSitting(h, undefined, { ...weekly, perSitting: 7 }, today)).toBe(7);
  });

  it('takes with it who joins and on which weekdays it is taken from a day to come on', () => {
    const paces = [{ from: '2026-10-05', weekdays: [1 as const], rule: { kind: 'even' as const }, perSitting: 1 }];
    const joining = { ...old!, paces: [{ ...paces[0]!, childIds: ['A', 'B'], teacherId: 'U' }] };
    const { taken } = swapRows(h, year, joining, h.courses[1]!, today, 'new');
    expect(paceOn(taken, toDay('2026-10-05'))).toMatchObject({ childIds: ['A', 'B'], teacherId: 'U', weekdays: [1] });
    // Eight sittings in two weeks and three Mondays behind them for 85 steps: eight a sitting.
    expect([taken.perSitting, paceOn(taken, toDay('2026-10-05')).perSitting]).toEqual([8, 8]);
    expect(swapRows(h, year, joining, h.courses[1]!, toDay('2026-10-06'), 'new').taken.paces).toBeUndefined();
  });

  it('holds its number a week on fewer weekdays to come as well', () => {
    const rule = { kind: 'weekly' as const, n: 4, unit: 'steps' as const };
    const paced = {
      ...old!,
      rule,
      perSitting: 1,
      paces: [{ from: '2026-10-05', weekdays: [1 as const, 3 as const], rule, perSitting: 2 }],
    };
    const { taken } = swapRows(h, year, paced, h.courses[1]!, today, 'new');
    expect([taken.perSitting, paceOn(taken, toDay('2026-10-05')).perSitting]).toEqual([1, 2]);
  });

  it('takes a pause to come with it, and no end', () => {
    const lives = [
      { from: '2026-10-05', life: 'paused' as const },
      { from: '2026-10-12', life: 'running' as const },
      { from: '2026-10-26', life: 'finished' as const },
    ];
    const swapped = (at: string, own = lives) =>
      swapRows(h, year, { ...old!, lives: own }, h.courses[1]!, toDay(at), 'new');
    expect(swapped('2026-09-21').taken.lives).toEqual(lives.slice(0, 2));
    expect(swapped('2026-09-21').dropped.lives).toBeUndefined();
    expect([swapped('2026-10-13').taken.lives, swapped('2026-09-21', lives.slice(2)).taken.lives]).toEqual([
      undefined,
      undefined,
    ]);
    // In those two weeks nothing of it stands.
    const { taken } = swapped('2026-09-21');
    const state = { ...h, enrolments: [taken] };
    const [track] = makePlan(makeProblem(state, year, today), { sweeps: 2, seed: 1 }).tracks;
    const paused = (d: number) => d >= toDay('2026-10-05') && d < toDay('2026-10-12');
    expect(track!.days.filter(paused)).toEqual([]);
    expect(track!.days.some((d) => d >= toDay('2026-10-12'))).toBe(true);
  });

  it('takes its turn in a loop, and leaves the old book’s rhythm behind', () => {
    const loops = [{ id: 'l', name: 'l', weekdays: [2 as const], turns: 'next' as const, order: ['x', 'e', 'y'] }];
    const looped = { ...old!, rule: { kind: 'loop' as const, loopId: 'l' } };
    expect(swapRows({ ...h, loops }, year, looped, h.courses[1]!, today, 'new').loop?.order).toEqual(['x', 'new', 'y']);
    const printed = { ...old!, rule: { kind: 'printed' as const, rhythmId: 'five' } };
    expect(swapRows(h, year, printed, h.courses[1]!, today, 'new').taken.rule).toEqual({ kind: 'printed' });
  });
});

describe('a sitting of a loop moved by hand', () => {
  const loops = [{ id: 'l', name: 'l', weekdays: [2 as const], turns: 'next' as const, order: ['a', 'b'] }];
  const h = aHousehold({
    years: [year],
    courses: [aCourse('a', sheets(4)), aCourse('b', sheets(4))],
    enrolments: ['a', 'b'].map((id) => anEnrolment(id, id, { rule: { kind: 'loop', loopId: 'l' } })),
    loops,
  });
  const planOf = (state: typeof h) => makePlan(makeProblem(state, year, today), { sweeps: 4, seed: 1 });

  it('stands on the day it was moved to, though the loop is not held on that weekday; what gives is told', () => {
    const pin = { enrolmentId: 'a', stepId: 'L1-1', date: '2026-09-24' };
    const [before, after] = [planOf(h), planOf({ ...h, pins: [{ id: 'p', ...pin }] })];
    expect(fromDay(before.tracks.find((t) => t.enrolmentId === 'a')!.days[0]!)).toBe('2026-09-22');
    const gives = whatGives(before, after, pin);
    expect(fromDay(gives.after.begins!)).toBe('2026-09-24');
    // b keeps its turn behind a's: it loses a slot, or none, but never comes first.
    const b = after.tracks.find((t) => t.enrolmentId === 'b')!.days[0]!;
    expect(b).toBeGreaterThan(toDay('2026-09-24'));
    expect(withoutDay(before)).toBe(2);
    expect(gives.after.clashes).toBe(0);
  });

  it('goes on behind a book that is swapped for another on the day it was sat for, and not on that day', () => {
    const now = toDay('2026-09-22');
    const marks = [aMark('a', 'L1-1', 'done', '2026-09-22')];
    const next = aCourse('c', sheets(4));
    const { dropped, taken, loop } = swapRows({ ...h, marks }, year, h.enrolments[0]!, next, now, 'new');
    const state = {
      ...{ ...h, marks, loops: [loop!], courses: [...h.courses, next] },
      enrolments: [dropped, taken, h.enrolments[1]!],
    };
    const { tracks } = makePlan(makeProblem(state, year, now), { sweeps: 4, seed: 1 });
    const first = (id: string) => fromDay(tracks.find((t) => t.enrolmentId === id)!.days[0]!);
    expect([first('b'), first('new')]).toEqual(['2026-09-29', '2026-10-06']);
  });

  it('goes on from it once it is done', () => {
    const marks = [aMark('a', 'L1-1', 'done', '2026-09-17')];
    expect(planOf({ ...h, marks }).tracks.find((t) => t.enrolmentId === 'b')!.days[0]).toBe(toDay('2026-09-22'));
  });
});
