import { type Day, fromDay } from '../calendar';
import type { Household, Id, SchoolYear } from '../household';
import { marksByEnrolment, sittingMarks } from '../log';
import { type Effort, makePlan, type Plan } from './plan';
import { makeProblem } from './problem';
import type { Problem } from './types';

/** Whether a day is under way: something of it is marked. */
export const isBegun = ({ marks }: Pick<Household, 'marks'>, today: Day): boolean => {
  const date = fromDay(today);
  return marks.some((m) => m.date === date && m.childId === undefined);
};

/** The household as a day began with it: without what is marked on that day or later. */
export const thisMorning = (state: Household, today: Day): Household => {
  const date = fromDay(today);
  return { ...state, marks: state.marks.filter((m) => m.date < date) };
};

/**
 * A day that is under way is not planned anew with every mark: of each track as many steps are still to stand on it as the plan had there that
 * the day began with, less what was sat for. Plans cost the same in many ways, and a mark would else have other courses change places on
 * the page; and the plan goes on from where that one has everything, which is left only for what costs less. What was shown known takes no sitting, so what is next comes up; and what the morning knew nothing of (a gate has opened
 * since, a step was put back) is placed freely.
 * @param morning the plan of `thisMorning`
 */
export function goingOn(problem: Problem, morning: Plan, { marks }: Pick<Household, 'marks'>): Problem {
  const date = fromDay(problem.today);
  const satBy = (id: Id) =>
    sittingMarks(marksByEnrolment(marks).get(id) ?? []).filter((m) => m.date === date && m.childId === undefined)
      .length;
  const due = problem.tracks.map(({ members, steps: [next] }) => {
    const then = morning.tracks.filter((t) => members.includes(t.enrolmentId));
    if (!next || !then.some((t) => t.stepIds.includes(next.id))) return -1;
    const planned = then.reduce((n, t) => n + t.days.filter((d) => d === problem.today).length, 0);
    return Math.max(0, planned - members.reduce((n, id) => n + satBy(id), 0));
  });
  const days = new Map(
    morning.tracks.flatMap((t) => t.stepIds.map((id, i) => [`${t.enrolmentId} ${id}`, t.days[i]!] as const)),
  );
  const stood = problem.tracks.map((track) => {
    const own = track.steps.map((s) => days.get(`${s.enrolmentId ?? track.enrolmentId} ${s.id}`));
    return own.every((d) => d !== undefined) ? own : undefined;
  });
  return { ...problem, due, stood };
}

/** The same with as many steps of each track on today as a plan has there that is on the page: what is looked for beside it leaves that page alone. */
export const asOnPage = (problem: Problem, page: Plan): Problem => ({
  ...problem,
  due: problem.tracks.map(({ members }) => {
    const own = page.tracks.filter((t) => members.includes(t.enrolmentId));
    return own.length === 0 ? -1 : own.reduce((n, t) => n + t.days.filter((d) => d === problem.today).length, 0);
  }),
});

/** The plan of a household on a day, as the app makes it: of a day that is under way it goes on with what the day began with. */
export function planDay(state: Household, year: SchoolYear, today: Day, effort: Effort): Plan {
  const problem = makeProblem(state, year, today);
  if (!isBegun(state, today)) return makePlan(problem, effort);
  const morning = makePlan(makeProblem(thisMorning(state, today), year, today), effort);
  return makePlan(goingOn(problem, morning, state), effort);
}
