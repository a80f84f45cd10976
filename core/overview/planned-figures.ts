import type { Day } from '../calendar';
import type { Enrolment, Household, SchoolYear } from '../household';
import { makeTrack, type PaceFigures, paceFigures, reserveOf } from '../pace';
import type { Plan } from '../stagger';
import { finishOf } from './finish';

/** What a pace comes to, beside the other courses where there is a plan. */
export interface PlannedFigures extends PaceFigures {
  /** The last day by the pace alone, where the plan has a later one. */
  alone: Day | undefined;
}

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
): PlannedFigures {
  const byRule = paceFigures(state, year, enrolment, today);
  const finish = finishOf(plan, enrolment.id, reserveOf(makeTrack(state, year, enrolment, today), year));
  if (finish.kind !== 'planned') return { ...byRule, alone: undefined };
  const alone = byRule.lastDay !== undefined && byRule.lastDay < finish.day ? byRule.lastDay : undefined;
  return { ...paceFigures(state, year, enrolment, today, finish.day), alone };
}
