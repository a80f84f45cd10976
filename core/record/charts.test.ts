import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { workOf } from '../attendance';
import { fromDay, toDay } from '../calendar';
import { type Household, MARK_KINDS, type Mark } from '../household';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear } from '../tests/make';
import { marksByMonth, minutesByCourse, teachersByWeek, yearsBeside, yearSoFar } from './index';

const year = aYear();
const START = toDay(year.start);
const base = (marks: Mark[]): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    teachers: [aTeacher('T'), aTeacher('U')],
    courses: [aCourse('one'), aCourse('two')],
    enrolments: [
      anEnrolment('a', 'one', { childIds: ['A', 'B'] }),
      anEnrolment('b', 'two', { childIds: ['B'], teacherId: 'U' }),
    ],
    marks,
  });
const drawn = fc
  .array(
    fc.record({
      e: fc.constantFrom('a', 'b'),
      lesson: fc.integer({ min: 1, max: 10 }),
      kind: fc.constantFrom(...MARK_KINDS.filter((k) => k !== 'missed')),
      day: fc.integer({ min: -10, max: 120 }),
      minutes: fc.option(fc.integer({ min: 0, max: 90 }), { nil: undefined }),
    }),
    { maxLength: 40 },
  )
  .map((list) =>
    base(
      list.map(({ e, lesson, kind, day, minutes }) =>
        aMark(e, `L${lesson}-1`, kind, fromDay(START + day), minutes === undefined ? {} : { minutes }),
      ),
    ),
  );
const inYear = (m: { date: string }) => m.date >= year.start && m.date <= year.end;

describe('the record in charts', () => {
  it('has the minutes that attendance counts, course by course, and in each course kind by kind', () => {
    fc.assert(
      fc.property(drawn, fc.constantFrom('A', 'B'), (h, childId) => {
        const list = minutesByCourse(h, year, childId);
        const counted = [...workOf(h, childId)].filter(([d]) => d >= START && d <= toDay(year.end));
        expect(list.reduce((n, c) => n + c.minutes, 0)).toBe(counted.reduce((n, [, m]) => n + m, 0));
        for (const c of list) expect(Object.values(c.kinds).reduce((n, m) => n + m, 0)).toBe(c.minutes);
        expect(list.map((c) => c.minutes)).toEqual(list.map((c) => c.minutes).sort((a, b) => b - a));
      }),
    );
  });

  it('counts every mark of the year once, in its month', () => {
    fc.assert(
      fc.property(drawn, (h) => {
        const months = marksByMonth(h, year);
        for (const k of MARK_KINDS)
          expect(months.reduce((n, m) => n + m.kinds[k], 0)).toBe(
            h.marks.filter((m) => m.kind === k && inYear(m)).length,
          );
        expect(months.map((m) => m.month)).toEqual(
          [...new Set(h.marks.filter(inYear).map((m) => m.date.slice(0, 7)))].sort(),
        );
        // A takes nothing of the second course.
        const ofA = marksByMonth(h, year, 'A').reduce((n, m) => n + MARK_KINDS.reduce((s, k) => s + m.kinds[k], 0), 0);
        expect(ofA).toBe(h.marks.filter((m) => m.enrolmentId === 'a' && inYear(m)).length);
      }),
    );
  });

  it('gives each teacher the minutes beside the child, a family lesson once, and names weeks without any', () => {
    // Introduced beside the child, thirty minutes; the second step is done alone.
    const course = aCourse('one');
    const [first] = course.units[0]!.lessons[0]!.steps;
    const minutes = first!.minutes ?? course.kinds[first!.kind].minutes;
    const h = base([
      aMark('a', 'L1-1', 'done', fromDay(START)),
      aMark('b', 'L1-1', 'done', fromDay(START + 1), { minutes: 17 }),
      aMark('a', 'L2-1', 'done', fromDay(START + 15)),
    ]);
    const weeks = teachersByWeek(h, year);
    expect(weeks.map((w) => w.week)).toEqual([START, START + 7, START + 14]);
    expect(weeks[0]!.minutes).toEqual(
      new Map([
        ['T', minutes],
        ['U', 17],
      ]),
    );
    expect(weeks[1]!.minutes.size).toBe(0);
    expect(teachersByWeek(base([]), year)).toEqual([]);
  });

  it('years beside one another have the hours of all children together, and none that has not begun', () => {
    fc.assert(
      fc.property(drawn, (h) => {
        const later = aYear({ id: 'later', start: '2030-09-02', end: '2031-06-13' });
        const all = { ...h, years: [later, ...h.years] };
        const [only, ...others] = yearsBeside(all, h.children, START + 100);
        expect([only!.year.id, others]).toEqual([year.id, []]);
        const each = h.children.map((c) => yearSoFar(all, year, c, START + 100).months.map((m) => m.minutes));
        // Whole hours of all together: half an hour of each is an hour.
        expect(only!.months.map((m) => m.hours)).toEqual(each[0]!.map((n, i) => Math.floor((n + each[1]![i]!) / 60)));
      }),
      { numRuns: 20 },
    );
  });

  it('a year so far ends where attendance stands, and never falls', () => {
    fc.assert(
      fc.property(drawn, fc.integer({ min: 0, max: 140 }), (h, days) => {
        const today = START + days;
        const { months, ahead, days: needed, hours } = yearSoFar(h, year, h.children[0]!, today);
        expect([needed, hours]).toEqual([170, undefined]);
        for (let i = 1; i < months.length; i++) {
          expect(months[i]!.days).toBeGreaterThanOrEqual(months[i - 1]!.days);
          expect(months[i]!.hours).toBeGreaterThanOrEqual(months[i - 1]!.hours);
        }
        expect(months.every((m) => m.month <= today) && ahead.every((m) => m > today)).toBe(true);
        // September to June.
        expect(months.length + ahead.length).toBe(10);
      }),
    );
  });
});
