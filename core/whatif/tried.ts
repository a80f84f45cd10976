import { type Day, yearFor, yearWithOutside } from '../calendar';
import { applied, type Change, type Household, type Put, type SchoolYear } from '../household';
import { storing } from '../deeds';
import { type Effort, makePlan, makeProblem, type Plan } from '../stagger';

/** How hard a household that is only tried is planned: enough that two of them can be told apart, little enough to try a dozen. */
export const TRY: Effort = { sweeps: 8, seed: 1 };

/** The household as it would be after a deed, with all that follows from it; or why it cannot be done. The one given stays as it is. */
export function tried(state: Household, wishes: readonly Put[]): { then: Household } | { fault: string } {
  const settled = storing(state, wishes as readonly Change[]);
  return 'fault' in settled ? settled : { then: applied(state, settled.changes) };
}

/** The school year of a day with its plan, as hard as is tried; undefined between years. */
export function plannedAs(state: Household, today: Day, effort = TRY): { year: SchoolYear; plan: Plan } | undefined {
  const stored = yearFor(state.years, today);
  if (!stored) return undefined;
  const year = yearWithOutside(state, stored);
  return { year, plan: makePlan(makeProblem(state, year, today), effort) };
}
