import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { childCount, childMonths } from '../attendance';
import { fromDay, toDay } from '../calendar';
import { dayPage } from '../day';
import { changeStep, contentsOf, flatten, insertStep, deleteLesson, deleteStep } from '../course';
import { markStep, markSteps, putChild, storing } from '../deeds';
import type { Change, Enrolment, Household, Put } from '../household';
import { atPaces } from '../pace';
import { minutesByCourse, teachersByWeek } from '../record';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from '../tests/make';
import { weekPage } from '../week';
import { recordLines } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const FIRST = toDay('2026-09-07');
const LAST = FIRST + 20;
const begin = (): Household =>
  aHousehold({
    years: [year],
    teachers: [aTeacher('T'), aTeacher('U')],
    children: [aChild('A'), aChild('B'), aChild('C')],
    courses: ['c', 'd'].map((id) => aCourse(id, { lessons: 8 })),
    enrolments: [anEnrolment('both', 'c', { childIds: ['A', 'B'] }), anEnrolment('own', 'd', { childIds: ['B'] })],
  });
/** Everything that the past says: the record, each child's days and minutes, the register by day. */
const past = (h: Household) =>
  JSON.stringify({
    lines: recordLines(h).map((l) => [l.mark.date, l.mark.kind, l.words, l.children.map((c) => c.id)]),
    ofB: recordLines(h, { childId: 'B' }).map((l) => l.mark.id),
    days: h.children.map((c) => {
      const { days, minutes } = childCount(h, year, c, LAST + 1);
      return [c.id, days.counted, minutes.counted];
    }),
    register: h.children.map((c) => childMonths(h, year, c, LAST + 1).map((m) => [m.totals.taught, m.totals.minutes])),
    ofTeachers: teachersByWeek(h, year).map((w) => [w.week, [...w.minutes].filter(([, n]) => n > 0)]),
    ofCourses: h.children.map((c) => minutesByCourse(h, year, c.id)),
    weeks: [FIRST, FIRST + 7, FIRST + 14].map((start) => {
      const page = weekPage(h, year, undefined, start);
      const rows = [...page.rows].sort((a, b) => (a.enrolment.id < b.enrolment.id ? -1 : 1));
      const cells = rows.map((r) =>
        r.cells.map((c) => c.items.map((i) => [i.mark, i.minutes]).sort((a, b) => (`${a}` < `${b}` ? -1 : 1))),
      );
      return [page.days.map((d) => d.teachers.map((t) => t.minutes)), cells];
    }),
    pages: Array.from({ length: 21 }, (_, i) =>
      dayPage(h, undefined, FIRST + i)
        .groups.flatMap((g) => g.sittings.flatMap((x) => x.rows.map((r) => `${r.mark?.kind} ${r.minutes}`)))
        .sort(),
    ),
  });

let n = 0;
const newId = () => `n${++n}`;
const steps = (h: Household, enrolmentId: string) =>
  flatten(
    contentsOf(
      h,
      h.enrolments.find((e) => e.id === enrolmentId)!,
    )!,
  );
type Deed = (h: Household) => readonly Put[];
const at = <T>(list: readonly T[], i: number): T | undefined => list[i % Math.max(1, list.length)];

const marking: fc.Arbitrary<Deed> = fc
  .record({
    e: fc.constantFrom('both', 'own'),
    i: fc.nat(40),
    day: fc.integer({ min: FIRST, max: LAST }),
    kind: fc.constantFrom('done', 'partly', 'again', 'known' as const),
  })
  .map(({ e, i, day, kind }) => (h) => {
    const step = at(steps(h, e), i);
    return step ? markStep(h, { enrolmentId: e, stepId: step.id, day }, kind, newId) : [];
  });
const editing: fc.Arbitrary<Deed> = fc
  .record({
    c: fc.constantFrom('c', 'd'),
    i: fc.nat(40),
    what: fc.constantFrom(
      'minutes',
      'kind',
      'label',
      'remove step',
      'remove lesson',
      'insert',
      'who',
      'joins',
      'leaves',
      'presence',
      'presence to come',
      'teacher',
      'teacher to come',
    ),
    minutes: fc.integer({ min: 1, max: 90 }),
  })
  .map(({ c, i, what, minutes }) => (h) => {
    const course = h.courses.find((x) => x.id === c)!;
    const step = at(flatten(course), i);
    const put = (next: typeof course): Put[] => [{ table: 'courses', put: next }];
    const own = h.enrolments.find((e) => e.courseId === c)!;
    if (what === 'who')
      return [{ table: 'enrolments', put: { ...own, childIds: [['A'], ['C'], ['A', 'B', 'C']][i % 3]! } }];
    if (what === 'joins') return [{ table: 'children', put: { ...h.children[2]!, from: fromDay(LAST) } }];
    if (what === 'leaves') return putChild(h, { ...h.children[0]!, until: fromDay(LAST) }, LAST);
    const others = {
      from: fromDay(LAST + 5),
      weekdays: own.weekdays,
      rule: { kind: 'even' as const },
      perSitting: own.perSitting,
    };
    const enrolled = (change: Partial<Enrolment>): Put[] => [{ table: 'enrolments', put: { ...own, ...change } }];
    if (what === 'teacher') return enrolled({ teacherId: i % 2 ? 'U' : 'T' });
    if (what === 'teacher to come') return enrolled({ paces: [{ ...others, teacherId: 'U' }] });
    if (what === 'presence to come')
      return enrolled({ presences: [{ kind: 'practise', presence: 'with', from: fromDay(LAST + 5) }] });
    if (!step) return [];
    if (what === 'presence')
      return put(changeStep(course, step.id, { presence: (['with', 'alone', 'start'] as const)[i % 3]! }));
    if (what === 'minutes') return put(changeStep(course, step.id, { minutes }));
    if (what === 'kind') return put(changeStep(course, step.id, { kind: 'read' }));
    if (what === 'label') return put(changeStep(course, step.id, { label: 'called otherwise' }));
    if (what === 'insert') return put(insertStep(course, step.id, newId(), 'make'));
    return put(what === 'remove step' ? deleteStep(course, step.id) : deleteLesson(course, step.lesson.id));
  });

describe('what was recorded', () => {
  it('stays byte-equal when a book is edited, its lessons go, or others take it', () => {
    fc.assert(
      fc.property(
        fc.array(marking, { minLength: 1, maxLength: 25 }),
        fc.array(editing, { maxLength: 12 }),
        fc.boolean(),
        (marks, edits, old) => {
          let h = marks.reduce((now, deed) => afterDeed(now, deed(now)), begin());
          // As a file of before has them: nothing was copied onto the marks.
          if (old) h = { ...h, marks: h.marks.map(({ was: _, ...m }) => m) };
          const before = past(h);
          for (const deed of edits) {
            h = afterDeed(h, deed(h));
            expect(past(h)).toBe(before);
            // What was entered for a day to come has come.
            expect(past(atPaces(h, LAST + 30))).toBe(before);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('is not touched by what changes nothing: a form that is kept as it was leaves no step to take back', () => {
    let h = begin();
    const on = { enrolmentId: 'own', stepId: steps(h, 'own')[0]!.id, day: FIRST };
    h = afterDeed(h, markSteps(h, [on], 'done', newId));
    h = { ...h, marks: h.marks.map(({ was: _, ...m }) => m) };
    const again = structuredClone(h);
    const put: Put[] = [
      { table: 'courses', put: again.courses[1]! },
      { table: 'enrolments', put: again.enrolments[1]! },
    ];
    expect(storing(h, put as unknown as Change[])).toEqual({ changes: [] });
  });

  it('goes on beside it: a mark made after the edit is of the step as it is then', () => {
    let h = begin();
    const first = steps(h, 'own')[0]!;
    const mark = (day: number) => {
      h = afterDeed(h, markSteps(h, [{ enrolmentId: 'own', stepId: first.id, day }], 'done', newId));
    };
    mark(FIRST);
    const longer = changeStep(h.courses[1]!, first.id, { minutes: 90, label: 'the long way' });
    h = afterDeed(h, [{ table: 'courses', put: longer }]);
    mark(FIRST + 1);
    expect(h.marks.map((m) => m.was?.minutes)).toEqual([first.minutes, 90]);
    expect(recordLines(h).map((l) => l.words)).toEqual([
      `${first.lesson.title}, the long way`,
      expect.not.stringContaining('the long way'),
    ]);
  });
});
