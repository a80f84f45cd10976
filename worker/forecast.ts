import type { WaysToReach } from '../core/attendance';
import type { Day } from '../core/calendar';
import { type Household, type Id, type SchoolYear, TABLES } from '../core/household';
import type { Plan } from '../core/stagger';
import type { ForecastWorker, Foretold } from './forecast.worker';
import { Informed } from './informed';

export type { Foretold };

const teller = new Informed<ForecastWorker>(
  () => new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }),
  TABLES,
);
/** How long each course and each child’s year are likely to take, worked out off the main thread; or one course alone. */
export const foretell = async (household: Household, year: SchoolYear, plan: Plan, courseId?: Id): Promise<Foretold> =>
  (await teller.ask<Foretold>(household, plan, (r, patch, by) => r.foretell(patch, year, by, courseId)))!;

/**
 * How what is required of the children of a year could still be reached, by child: nothing of one who does not fall short of it. `plan`: that
 * of the year, where there is one.
 */
export const waysOfYear = async (
  household: Household,
  yearId: Id,
  today: Day,
  plan: Plan | undefined,
): Promise<ReadonlyMap<Id, WaysToReach>> =>
  (await teller.ask<ReadonlyMap<Id, WaysToReach>>(household, plan, (r, patch, by) =>
    r.reach(patch, yearId, today, plan !== undefined, by),
  ))!;
