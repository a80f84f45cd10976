import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay, weekStart } from '../calendar';
import type { Enrolment, Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear, householdArbitrary } from '../tests/make';
import { weekPage } from '../week';
import { quietIn, quietWords } from './index';

const MONDAY = toDay('2026-09-14');
const year = aYear({ closed: [{ id: 'b', from: '2026-10-12', to: '2026-10-16', label: 'a break' }] });
const taking = (id: string, lessons: number, change: Partial<Enrolment> = {}) => ({
  course: aCourse(id, { lessons, perLesson: [{ kind: 'introduce', count: 1 }] }),
  enrolment: anEnrolment(id, id, change),
});
const home = (all: ReturnType<typeof taking>[], change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    courses: all.map((a) => a.course),
    enrolments: all.map((a) => a.enrolment),
    ...change,
  });
/** What is said of the courses that have nothing in the week of a day. */
function quiet(h: Household, day = MONDAY, today = MONDAY) {
  const plan = makePlan(makeProblem(h, year, today), { sweeps: 20, seed: 1 });
  const page = weekPage(h, year, plan, weekStart(day, 1));
  return quietIn(h, year, plan, page).map((q) => [q.enrolment.id, q.why, quietWords(h, q, today)]);
}

describe('a course that has nothing in a week', () => {
  it('has none of its days open there, or at its pace is not wanted yet', () => {
    const gone = { id: 'a', childIds: ['A'], from: '2026-09-16', to: '2026-09-18', why: 'closed' as const, label: '' };
    const late = taking('late', 30, { weekdays: [3, 4], rule: { kind: 'weekly', n: 1, unit: 'steps' } });
    const daily = taking('daily', 150);
    expect(quiet(home([late, daily], { absences: [gone] }))).toEqual([
      ['late', 'away', expect.stringMatching(/^none of its days in this week, next on (Wed 23|Thu 24) Sept$/)],
    ]);
    const seldom = taking('seldom', 6, { weekdays: [1, 2, 3, 4, 5] });
    const [[, why, words] = []] = quiet(home([seldom, daily]));
    expect([why, words]).toEqual(['pace', expect.stringMatching(/^nothing this week at its pace, next on /)]);
    // In a week without school nothing is missed.
    expect(quiet(home([late, daily]), toDay('2026-10-12'))).toEqual([]);
  });

  it('gives way where its new lesson would meet another on each of its days', () => {
    // Both are new on Wednesdays alone, and one new lesson a day is allowed: one of them waits for another Wednesday.
    const wednesdays = (id: string) =>
      taking(id, 12, { weekdays: [3], rule: { kind: 'weekly', n: 1, unit: 'steps' }, target: '2027-06-11' });
    const said = quiet(home([wednesdays('one'), wednesdays('two')]));
    expect(said).toEqual([
      [expect.anything(), 'clash', expect.stringMatching(/^put off to Wed .*, so that its new lesson meets no other$/)],
    ]);
  });

  it('waits for its teacher, who is away on all of its days', () => {
    const away = {
      ...{ id: 'w', label: 'in hospital', childIds: [], teacherIds: ['T'], from: '2026-09-14', to: '2026-09-18' },
      ...{ weekdays: [], everyWeeks: 1, travel: 0, breaks: [], takesDay: [], counts: false },
    };
    // Whether what comes next is a new lesson or not: it is no other lesson and no want of minutes that it gives way to.
    const [fresh, told] = [taking('fresh', 40), taking('told', 40)];
    const old = { ...told, course: { ...told.course, countsNew: false } };
    expect(quiet(home([fresh, old], { aways: [away] }))).toEqual(
      ['fresh', 'told'].map((id) => [
        id,
        'untaught',
        expect.stringMatching(/^put off to (Mon|Tue) 2[12] Sept, as its teacher does not teach on its days$/),
      ]),
    );
  });

  it('gives way where its teacher has no time left on its days', () => {
    // There is time for one of them on a Wednesday, and nothing of them is a new lesson.
    const wednesdays = (id: string) => {
      const { enrolment } = taking(id, 20, { weekdays: [3], rule: { kind: 'weekly', n: 1, unit: 'steps' } });
      const perLesson = [{ kind: 'introduce' as const, count: 1 }];
      const course = aCourse(id, { lessons: 12, perLesson }, { countsNew: false });
      return { course, enrolment: { ...enrolment, target: '2027-06-11' } };
    };
    const three = ['one', 'two', 'three'].map(wednesdays);
    const hours = [aTeacher('T', { minutes: [0, 0, 25, 0, 0, 0, 0] })];
    const said = quiet(home(three, { teachers: hours }));
    expect(said.length).toBeGreaterThan(0);
    for (const [, why, words] of said) {
      expect(why).toBe('full');
      expect(words).toMatch(/^put off to Wed .*, as its teacher has no time left on its days$/);
    }
  });

  it('waits for its turn, or for what must come first; not one that was never begun', () => {
    const loop = (id: string) => taking(id, 20, { weekdays: [2], rule: { kind: 'loop', loopId: 'l' } });
    const turns = home([loop('songs'), loop('paints')], {
      loops: [{ id: 'l', name: 'by turns', weekdays: [2], turns: 'next', order: ['songs', 'paints'] }],
    });
    expect(quiet(turns)).toEqual([['paints', 'turn', 'not its turn in this week, next on Tue 22 Sept']]);
    const first = taking('first', 10, { rule: { kind: 'weekly', n: 1, unit: 'steps' } });
    const second = taking('second', 20, {
      gates: [{ id: 'g', lessonId: 'L2', until: { kind: 'course', enrolmentId: 'first', days: 0 } }],
    });
    const begun = home([first, second], { marks: [aMark('second', 'L1-1', 'done', '2026-09-11')] });
    expect(quiet(begun).map((q) => q.slice(0, 2))).toEqual([['second', 'waits']]);
    const whole = { ...second.enrolment, gates: [{ ...second.enrolment.gates![0]!, lessonId: 'L1' }] };
    expect(quiet(home([first, { ...second, enrolment: whole }]))).toEqual([]);
  });

  it('is never one that stands in the week, and comes next behind it, on a day that the plan has', () => {
    fc.assert(
      fc.property(householdArbitrary, fc.nat(8), ({ state: h, year: own, today }, week) => {
        const plan = makePlan(makeProblem(h, own, today), { sweeps: 2, seed: 1 });
        const page = weekPage(h, own, plan, weekStart(today, h.settings.firstDay) + 7 * week);
        for (const q of quietIn(h, own, plan, page)) {
          expect(page.rows.some((r) => r.enrolment.id === q.enrolment.id)).toBe(false);
          expect(q.next).toBeGreaterThan(page.start + 6);
          expect(plan.tracks.find((t) => t.enrolmentId === q.enrolment.id)!.days).toContain(q.next);
        }
      }),
      { numRuns: 40 },
    );
  });
});
