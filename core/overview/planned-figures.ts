import type { Day } from '../calendar';
import type { Enrolment, Household, SchoolYear } from '../household';
import { makeTrack, type PaceFigures, paceFigures, reserveOf } from '../pace';
import type { Plan } from '../stagger';
import { finishOf } from './finish';

/**
 * What an enrolment comes to under its rule, its last day by a plan of the household with it: what it is kept together with, and
 * new lessons of other courses, hold a course back behind what its rule alone would have. By the rule alone where the plan does
 * not hold all of it (some waits, is left for later or finds no day), or there is no plan.
 * @param state the household with the enrolment in it, as the plan was made from it
 */
export function plannedFigures(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  plan: Plan | undefined,
): PaceFigures {
  const finish = finishOf(plan, enrolment.id, reserveOf(makeTrack(state, year, enrolment, today), year));
  return paceFigures(state, year, enrolment, today, finish.kind === 'planned' ? finish.day : undefined);
}
