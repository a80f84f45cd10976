import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay, weekStart } from '../calendar';
import { coursesOver, paceFigures, takenSteps } from '../pace';
import { standingOf } from '../attendance';
import type { Household } from '../household';
import { forecasts } from '../forecast';
import { makePlan, makeProblem, reservesOf } from '../stagger';
import { figuresOf } from '../whatif';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear, householdArbitrary } from '../tests/make';
import { cellWords, fittingWords, lessonsOf, misfits, overview, pinUnit, runningOn } from './index';

const planOf = (h: Parameters<typeof makeProblem>[0], year: Parameters<typeof makeProblem>[1], today: number) =>
  makePlan(makeProblem(h, year, today), { sweeps: 2, seed: 1 });

describe('the year of every course', () => {
  it('holds every step of every course once: settled, to come or without a day, in the week it stands in', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year, today }) => {
        const plan = planOf(state, year, today);
        const view = overview(state, year, plan, today);
        const { firstDay } = state.settings;
        expect(view.weeks[0]!.start).toBe(weekStart(toDay(year.start), firstDay));
        expect(view.weeks.reduce((n, w) => n + w.days, 0)).toBe(schoolDays(year).length);
        const numbered = view.weeks.filter((w) => w.teaching !== undefined);
        expect(numbered.map((w) => w.teaching)).toEqual(numbered.map((_, i) => i + 1));
        for (const row of view.groups.flatMap((g) => g.rows)) {
          const total = Object.values(row.counts).reduce((a, b) => a + b, 0);
          expect(total).toBe(takenSteps(state, row.enrolment).length);
          expect(row.units.reduce((n, u) => n + Object.values(u.counts).reduce((a, b) => a + b, 0), 0)).toBe(total);
          const track = plan.tracks.find((t) => t.enrolmentId === row.enrolment.id)!;
          expect(row.counts.unplaced).toBe(track.days.filter((d) => d < 0).length);
          for (const [at, cell] of row.cells) {
            const week = view.weeks[at]!;
            for (const s of cell.steps) expect(s.day >= week.start && s.day < week.start + 7).toBe(true);
            expect(cell.held + cell.toCome).toBeLessThanOrEqual(cell.steps.length);
          }
          for (const u of row.units) if (u.from !== undefined) expect(u.from).toBeLessThanOrEqual(u.to!);
        }
        // What the weeks ask of teachers is what the plan asks of them.
        const asked = view.weeks.reduce((n, w) => n + w.clashes, 0);
        expect(asked).toBe(plan.clashes.reduce((n, c) => n + c.above, 0));
      }),
      { numRuns: 60 },
    );
  });

  const year = aYear({ start: '2026-09-07', end: '2026-10-02' });
  const today = toDay('2026-09-16');
  const household = aHousehold({
    years: [year],
    children: [aChild('A', { born: '2014-01-01' }), aChild('B', { born: '2019-01-01' })],
    teachers: [aTeacher('T', { minutes: [30, 30, 30, 30, 30, 0, 0] })],
    courses: [aCourse('c', { lessons: 8, lessonsPerUnit: 4, testEvery: 4 })],
    enrolments: [
      anEnrolment('a', 'c', { perSitting: 2 }),
      anEnrolment('b', 'c', { childIds: ['B'], perSitting: 2 }),
      anEnrolment('both', 'c', { childIds: ['A', 'B'], life: 'dropped' }),
    ],
    marks: [
      aMark('a', 'L1-1', 'done', '2026-09-08'),
      aMark('a', 'L1-2', 'known', '2026-09-08'),
      aMark('a', 'L2-1', 'left out', '2026-09-15'),
    ],
  });

  it('puts groups in order, leaves out what is neither taken nor was, and tells weeks in the book’s numbers', () => {
    const view = overview(household, year, planOf(household, year, today), today);
    expect(view.groups.map((g) => g.rows.map((r) => r.enrolment.id))).toEqual([['b'], ['a']]);
    const row = view.groups[1]!.rows[0]!;
    expect(row.counts).toMatchObject({ done: 1, known: 1, 'left out': 1 });
    expect(cellWords(row.cells.get(0)!)).toBe('1');
    expect(row.cells.get(1)!.steps.map((s) => s.place)).toContain('left out');
    const words = [...row.cells.values()].map(cellWords).join(' ');
    expect(words).toContain('test');
    const lessons = lessonsOf(row, row.units[0]!.unit);
    expect(lessons[0]).toMatchObject({ from: '2026-09-08', to: '2026-09-08', place: 'known' });
    expect(lessons.at(-1)!.title).toBe('Test 1 (lessons 1–4)');
  });

  it('has no row of what was over before it, though nobody said that it is finished; the shelf has it apart', () => {
    const before = aYear({ id: 'before', start: '2025-09-08', end: '2026-06-12' });
    const marks = ['L1-1', 'L1-2', 'L2-1', 'L2-2'].map((id) => aMark('old', id, 'done', '2026-05-04'));
    const h = aHousehold({
      years: [before, year],
      courses: [aCourse('o', { lessons: 2 }), aCourse('n', { lessons: 2 })],
      enrolments: [anEnrolment('old', 'o'), anEnrolment('new', 'n')],
      marks,
    });
    const rows = (of: Household) =>
      overview(of, year, planOf(of, year, today), today).groups.flatMap((g) => g.rows.map((r) => r.enrolment.id));
    expect(rows(h)).toEqual(['new']);
    expect([...coursesOver(h, today)]).toEqual(['o']);
    // A step of it that is worked on again in this year is a row of it.
    const again = { ...h, marks: [...marks, aMark('old', 'L2-2', 'done', fromDay(today))] };
    expect(rows(again)).toContain('old');
    const sibling = { ...h, enrolments: [...h.enrolments, anEnrolment('two', 'o', { childIds: ['B'] })] };
    expect([...coursesOver(sibling, today)]).toEqual([]);
  });

  it('names crowded weeks: more asked of a teacher than there are hours, or clashing new lessons', () => {
    const tight = { ...household, teachers: [aTeacher('T', { minutes: [5, 5, 5, 5, 5, 0, 0] })] };
    const view = overview(tight, year, planOf(tight, year, today), today);
    expect(view.weeks.some((w) => w.crowded)).toBe(true);
    for (const w of view.weeks) expect(w.crowded).toBe(w.clashes > 0 || w.teachers.some((t) => t.minutes > t.hours));
  });

  // Common practice: a programme of 180 numbered days, five to its week, taken four days a week in 36 weeks.
  it('a five-day programme at four days a week ends 36 sittings short, and is told what would make it fit', () => {
    const long = aYear({ start: '2026-09-07', end: '2027-05-14' });
    expect(long.weekdays).toHaveLength(5);
    const h = aHousehold({
      years: [long],
      courses: [aCourse('p', { lessons: 180, word: 'Day', perLesson: [{ kind: 'read', count: 1 }] })],
      enrolments: [anEnrolment('e', 'p', { weekdays: [1, 2, 3, 4] })],
    });
    const start = toDay(long.start);
    expect(schoolDays(long).length).toBe(180);
    const view = overview(h, long, planOf(h, long, start), start);
    const [misfit] = misfits(h, long, view, start);
    expect(misfit).toMatchObject({ unplaced: 36, short: 36, perWeek: 5, perSitting: 2, weekly: undefined });
    // In a sentence what such a course can do of its own: no weekday where it has them all, nothing optional where nothing is.
    const said = (state: typeof h) => fittingWords(state, planOf(state, long, start), start)[0];
    expect(said(h)).toMatch(
      /by 36 steps\. Another weekday, more steps a sitting or skipping what is known makes room\.$/,
    );
    const units = h.courses[0]!.units.map((u) => ({
      ...u,
      lessons: u.lessons.map((l, i) => (i < 9 ? l : { ...l, steps: l.steps.map((x) => ({ ...x, optional: true })) })),
    }));
    const full = {
      ...h,
      courses: [{ ...h.courses[0]!, units }],
      years: [{ ...long, weekdays: h.enrolments[0]!.weekdays }],
    };
    expect(said(full)).toMatch(
      /\. More steps a sitting, leaving optional steps out or skipping what is known makes room\.$/,
    );
    // Each of the ways does what it says.
    for (const change of [{ weekdays: [1, 2, 3, 4, 5] as const }, { perSitting: 2 }]) {
      const e = { ...h.enrolments[0]!, ...change, weekdays: [...(change.weekdays ?? h.enrolments[0]!.weekdays)] };
      const mended = { ...h, enrolments: [e] };
      const after = overview(mended, long, planOf(mended, long, start), start);
      expect(misfits(mended, long, after, start)).toEqual([]);
    }
  });

  it('tells what shares a place in turns and lacks days, and what has no date to end by and does not find a day for all', () => {
    const short = aYear({ start: '2026-09-07', end: '2026-10-02' });
    const start = toDay(short.start);
    const of = (change: Partial<Household>) => {
      const h = aHousehold({
        years: [short],
        courses: [aCourse('p', { lessons: 30, perLesson: [{ kind: 'read', count: 1 }] }), aCourse('q', { lessons: 2 })],
        ...change,
      });
      const view = overview(h, short, planOf(h, short, start), start);
      return {
        lack: misfits(h, short, view, start).map((m) => [m.row.enrolment.id, m.unplaced]),
        on: runningOn(h, view, start).map((r) => [r.enrolment.id, r.counts.unplaced]),
      };
    };
    const inTurn = (id: string, course: string) => anEnrolment(id, course, { rule: { kind: 'loop', loopId: 'l' } });
    const loops = [{ id: 'l', name: 'turns', weekdays: [2 as const], turns: 'next' as const, order: ['a', 'b'] }];
    // Four Tuesdays, every other one for each.
    expect(of({ loops, enrolments: [inTurn('a', 'p'), inTurn('b', 'q')] })).toEqual({
      lack: [
        ['a', 28],
        ['b', 2],
      ],
      on: [],
    });
    const minutes = anEnrolment('a', 'p', { rule: { kind: 'minutes', minutes: 5 }, minutesPerSitting: 5 });
    expect(of({ enrolments: [minutes] })).toEqual({ lack: [], on: [['a', 10]] });
    expect(of({ enrolments: [{ ...minutes, target: short.end }] }).lack).toHaveLength(1);
  });

  it('asks for a unit to begin in a week by a pin on its first step to do, and says when it cannot', () => {
    const view = overview(household, year, planOf(household, year, today), today);
    const row = view.groups[1]!.rows[0]!;
    const second = row.units[1]!.unit;
    const wish = pinUnit(household, year, row.enrolment, second, toDay('2026-09-28'), today);
    expect(wish).toEqual({ pin: { enrolmentId: 'a', stepId: 'L5-1', date: '2026-09-28' } });
    if ('fault' in wish) throw new Error(wish.fault);
    const moved = { ...household, pins: [{ id: 'p', ...wish.pin }] };
    const after = overview(moved, year, planOf(moved, year, today), today);
    const unit = after.groups[1]!.rows[0]!.units[1]!;
    expect(fromDay(unit.from!)).toBe('2026-09-28');
    const closed = { ...year, closed: [{ id: 'c', from: '2026-09-28', to: '2026-10-02', label: '' }] };
    expect(pinUnit(household, closed, row.enrolment, second, toDay('2026-09-28'), today)).toEqual({
      fault: 'The course has no open day in that week.',
    });
    const all = household.courses[0]!.units[0]!.lessons.flatMap((l) => l.steps);
    const finished = { ...household, marks: all.map((s) => aMark('a', s.id, 'done', '2026-09-10')) };
    expect(pinUnit(finished, year, row.enrolment, row.units[0]!.unit, today, today)).toHaveProperty('fault');
  });
});

it('of a year that is over nothing is in hand, short, unfitting or foretold: what is left is planned in the next', () => {
  const year = aYear({ end: '2026-10-30' });
  const h = aHousehold({
    years: [year],
    children: [aChild('A')],
    courses: [aCourse('c', { lessons: 60 })],
    enrolments: [anEnrolment('e', 'c')],
    marks: Array.from({ length: 9 }, (_, i) => aMark('e', `L${i + 1}-1`, 'done', fromDay(toDay('2026-09-07') + 7 * i))),
  });
  const told = (today: number) => {
    const problem = makeProblem(h, year, today);
    const plan = makePlan(problem, { sweeps: 1, seed: 1 });
    const figures = figuresOf(h, year, plan, { runs: 20 });
    const row = overview(h, year, plan, today).groups[0]?.rows[0];
    return [
      reservesOf(h, year, today, problem).now.length,
      standingOf(h, year.id, today).courses.size,
      Number(row?.reserve !== undefined),
      Number(figures.unplaced > 0),
      forecasts(h, year, plan, { runs: 20 }).length,
      Number((paceFigures(h, year, h.enrolments[0]!, today).daysInHand ?? 0) < 0),
    ];
  };
  expect(told(toDay('2026-10-30'))).toEqual([1, 1, 1, 1, 1, 1]);
  expect(told(toDay('2026-10-31'))).toEqual([0, 0, 0, 0, 0, 0]);
});
