import { type Day, fromDay } from '../calendar';
import type { Child, Household, Id, SchoolYear } from '../household';
import { firstPlan, makeProblem } from '../stagger';
import { childDays } from './attendance';
import { comingOf } from './coming';

/**
 * What stood on the list of a past day, in minutes for each child: the plan of that morning, worked out again from what was on
 * record then, with what is done every day. A proposal for a day that was taught and not marked; to be changed by who knows better.
 */
export function heldOn(state: Household, year: SchoolYear, children: readonly Child[], day: Day): Map<Id, number> {
  const date = fromDay(day);
  const then: Household = {
    ...state,
    marks: state.marks.filter((m) => m.date < date),
    ritualMarks: state.ritualMarks.filter((m) => m.date < date),
  };
  // A morning's list needs no more than a first plan: what was published stands in it in any case.
  const coming = comingOf(then, year, firstPlan(makeProblem(then, year, day)));
  return new Map(
    children.map((c) => {
      const elsewhere = childDays(then, year, c, day).find((d) => d.day === day)?.minutes ?? 0;
      return [c.id, coming.on(c.id, day) + elsewhere];
    }),
  );
}
