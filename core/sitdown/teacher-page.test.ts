import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { known, markSteps } from '../deeds';
import { weekPage } from '../week';
import type { Household, Ritual } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher } from '../tests/make';
import { courseLines, teacherPage, toReport } from './index';

const MONDAY = toDay('2026-09-07');
const home = (): Household =>
  aHousehold({
    teachers: [aTeacher('T'), aTeacher('U', { name: 'Aunt' })],
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 9, perLesson: [{ kind: 'practise', count: 1 }] }), aCourse('d', { lessons: 9 })],
    enrolments: [
      anEnrolment('e', 'c', { childIds: ['A', 'B'], teacherId: 'U', rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
      anEnrolment('f', 'd'),
    ],
    materials: [{ id: 'm', name: 'the green book', place: '', consumable: false, unit: '', cautions: [] }],
    movements: [{ id: 'v', materialId: 'm', date: '2026-09-01', seq: 1, kind: 'lent', quantity: 1, who: 'the Weirs' }],
    needs: [{ id: 'n', materialId: 'm', courseId: 'c', rule: { for: 'course' }, quantity: 1, per: 'shared' }],
  });
const pageOf = (h: Household, today = MONDAY) => {
  const year = h.years[0]!;
  return weekPage(h, year, makePlan(makeProblem(h, year, today), { sweeps: 1, seed: 1 }), MONDAY);
};

describe('the page of one who teaches from this shelf', () => {
  it('holds that teacher’s own lessons of the week, to the number, with children, things and who has the book', () => {
    const h = home();
    const page = pageOf(h);
    const days = teacherPage(h, h.years[0]!, page, 'U');
    const own = page.rows.find((r) => r.enrolment.id === 'e')!;
    expect(days.flatMap((d) => d.lines.map((l) => [d.day, l.step.id]))).toEqual(
      own.cells.flatMap((c) => c.items.map((i) => [c.day, i.step.id])),
    );
    expect(days[0]!.lines[0]).toMatchObject({
      words: 'Lesson 1, practise',
      things: ['the green book (with the Weirs)'],
    });
    expect(days[0]!.lines[0]!.children.map((c) => c.id)).toEqual(['A', 'B']);
    expect(teacherPage(h, h.years[0]!, page, 'nobody')).toEqual([]);
  });

  it('holds the everyday things and extras at which they are needed, and no chores, nor what children do alone', () => {
    const ritual = (id: string, change: Partial<Ritual> = {}): Ritual => ({
      ...{ id, title: id, childIds: ['A'], teacherId: 'U', weekdays: [1], minutes: 10, presence: 'with' },
      ...change,
    });
    const rituals = [
      ritual('hymn'),
      ritual('table', { presence: 'alone' }),
      ritual('dishes', { sort: 'chore' }),
      ritual('museum', { sort: 'extra', weekdays: [], date: '2026-09-09' }),
      ritual('other', { teacherId: 'T' }),
    ];
    // With no lesson of theirs a day is there all the same.
    const h = { ...home(), rituals, enrolments: [] };
    const days = teacherPage(h, h.years[0]!, pageOf(h), 'U');
    expect(days.map((d) => [d.day - MONDAY, d.rituals.map((r) => r.ritual.id), d.lines])).toEqual([
      [0, ['hymn'], []],
      [2, ['museum'], []],
    ]);
  });

  it('what was reported is entered in one go on its own days, and asked for no more', () => {
    const h = home();
    const lines = toReport(teacherPage(h, h.years[0]!, pageOf(h), 'U'), MONDAY + 1);
    expect(lines.length).toBeGreaterThan(0);
    expect(lines.every((l) => l.day <= MONDAY + 1)).toBe(true);
    const steps = lines.map((l) => ({ enrolmentId: l.enrolment.id, stepId: l.step.id, day: l.day }));
    let n = 0;
    const after = afterDeed(
      h,
      markSteps(h, steps, 'done', () => `m${++n}`),
    );
    expect(after.marks.map((m) => [m.stepId, toDay(m.date)])).toEqual(lines.map((l) => [l.step.id, l.day]));
    expect(toReport(teacherPage(after, after.years[0]!, pageOf(after, MONDAY + 2), 'U'), MONDAY + 1)).toEqual([]);
  });

  it('what is known, or left out, is taught by nobody; what was put off that day is not reported as done', () => {
    const h = home();
    const on = (i: number) => ({ enrolmentId: 'e', stepId: `L${i}-1`, day: MONDAY });
    let n = 0;
    const id = () => `m${++n}`;
    let after = afterDeed(h, markSteps(h, [on(1)], 'left out', id));
    after = afterDeed(after, markSteps(after, [on(2)], 'not today', id));
    after = afterDeed(after, known(after, on(3), 'L6-1', false, id));
    const page = pageOf(after);
    const [monday] = teacherPage(after, after.years[0]!, page, 'U');
    expect(monday!.lines.map((l) => [l.step.id, l.mark])).toEqual([['L2-1', 'not today']]);
    expect(toReport([monday!], MONDAY)).toEqual([]);
    // A stretch that fell away is told in one line of its day, and is no part of what the week holds.
    const row = page.rows.find((r) => r.enrolment.id === 'e')!;
    expect(row.cells[0]!.folded.map((s) => s.id)).toEqual(['L3-1', 'L4-1', 'L5-1', 'L6-1']);
    expect(row.cells[0]!.items.map((i) => [i.step.id, i.mark])).toEqual([
      ['L1-1', 'left out'],
      ['L2-1', 'not today'],
    ]);
    const course = courseLines(after, page).find((c) => c.row.enrolment.id === 'e')!;
    const steps = row.cells.flatMap((c) => c.items.filter((i) => i.mark === undefined).map((i) => i.step.id));
    expect(steps).toEqual(['L2-1', 'L7-1', 'L8-1', 'L9-1']);
    expect([course.proposed, course.steps, course.sittings, course.minutes]).toEqual([
      ...['Lesson 2 to Lesson 9', 4, 4, 4 * 15],
    ]);
  });
});
