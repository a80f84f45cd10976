/** A family of three for a day: one of them six; a family lesson, one-to-one lessons, and work alone. */
import { toDay } from '../calendar';
import { dayPage, dayProblem, layoutOf, solveDay, tasksOn } from '../day';
import type { Household, Step } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from './make';

export const DATE = '2026-09-07';
export const day = toDay(DATE);
export const year = aYear({ end: '2026-12-18' });
/** A course with one step a lesson, of so many minutes, with the teacher where it says. */
export const dayCourse = (id: string, minutes: number, presence: Step['presence'], kind: Step['kind'] = 'practise') => {
  const made = aCourse(id, { lessons: 40, perLesson: [{ kind, count: 1 }] });
  return {
    ...made,
    units: made.units.map((u) => ({
      ...u,
      lessons: u.lessons.map((l) => ({ ...l, steps: l.steps.map((s) => ({ ...s, minutes, presence: presence! })) })),
    })),
  };
};
export const family = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    children: [
      aChild('twelve', { born: '2014-05-01' }),
      aChild('six', { born: '2020-05-01' }),
      aChild('nine', { born: '2017-05-01' }),
    ],
    teachers: [aTeacher('T')],
    courses: [
      dayCourse('rivers', 30, 'with', 'read'),
      dayCourse('sums', 30, 'with'),
      dayCourse('letters', 30, 'alone'),
    ],
    enrolments: [
      ...['twelve', 'six', 'nine'].flatMap((id) => [
        anEnrolment(`sums-${id}`, 'sums', { childIds: [id] }),
        anEnrolment(`letters-${id}`, 'letters', { childIds: [id] }),
      ]),
      anEnrolment('rivers', 'rivers', { childIds: ['twelve', 'six', 'nine'] }),
    ],
    ...change,
  });
export const pageOf = (h: Household) => dayPage(h, makePlan(makeProblem(h, year, day), { sweeps: 4, seed: 1 }), day);
export const laidOut = (h: Household) => {
  const made = dayProblem(h, year, pageOf(h), tasksOn(h, year, pageOf(h)));
  return layoutOf(h, day, made, solveDay(made.problem));
};
