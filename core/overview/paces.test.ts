import { expect, it } from 'vitest';
import { comingOf } from '../attendance';
import { toDay } from '../calendar';
import { dayPage } from '../day';
import type { PaceFrom } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from '../tests/make';
import { weekPage } from '../week';

const MONDAY = toDay('2026-09-07');
const THIRD = toDay('2026-09-21');
const year = aYear({ start: '2026-09-07', end: '2026-10-02' });
const later: PaceFrom = {
  from: '2026-09-21',
  ...{ childIds: ['A', 'B'], teacherId: 'U' },
  ...{ weekdays: [1, 2], rule: { kind: 'weekly', n: 2, unit: 'steps' }, perSitting: 1 },
};
const state = aHousehold({
  years: [year],
  children: [aChild('A'), aChild('B')],
  teachers: [aTeacher('T'), aTeacher('U')],
  courses: [aCourse('c', { lessons: 8, perLesson: [{ kind: 'introduce', count: 1 }] })],
  enrolments: [
    anEnrolment('e', 'c', {
      weekdays: [1, 2],
      rule: { kind: 'weekly', n: 2, unit: 'steps' },
      paces: [later],
    }),
  ],
});
const plan = makePlan(makeProblem(state, year, MONDAY), { sweeps: 4, seed: 1 });

it('who joins on a day to come is on its days from then on, and who teaches by then is asked for the time', () => {
  const names = (day: number) => dayPage(state, plan, day).groups.map((g) => g.children.map((c) => c.name));
  expect([names(MONDAY), names(THIRD)]).toEqual([[['A']], [['A', 'B']]]);
  const minutes = (start: number) =>
    weekPage(state, year, plan, start).days.map((d) => d.teachers.map((t) => t.minutes))[0];
  expect([minutes(MONDAY), minutes(THIRD)]).toEqual([
    [20, 0],
    [0, 20],
  ]);
  expect(weekPage(state, year, plan, THIRD).rows[0]!.children.map((c) => c.name)).toEqual(['A', 'B']);
  const coming = comingOf(state, year, plan);
  const on = (day: number) => coming.on('B', day);
  expect([on(MONDAY), on(THIRD)]).toEqual([0, 20]);
});

it('the planner keeps two apart who meet from then on only', () => {
  // B has a course of its own on the same days, with the teacher who takes over.
  const other = anEnrolment('f', 'd', { childIds: ['B'], teacherId: 'U', weekdays: [1, 2, 3], perSitting: 1 });
  const both = {
    ...state,
    courses: [...state.courses, aCourse('d', { lessons: 12, perLesson: [{ kind: 'introduce', count: 1 }] })],
    enrolments: [...state.enrolments, other],
  };
  const { clashes } = makePlan(makeProblem(both, year, MONDAY), { sweeps: 40, seed: 1 });
  // Twelve lessons on twelve days: no day is left for another's new lesson once both are with the same teacher.
  expect(clashes.length).toBeGreaterThan(0);
  expect(clashes.every((c) => c.day >= THIRD && c.teacherId === 'U')).toBe(true);
});
