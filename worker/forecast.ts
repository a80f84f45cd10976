import type { WaysToReach } from '../core/attendance';
import type { Day } from '../core/calendar';
import type { Household, Id, SchoolYear } from '../core/household';
import type { Plan } from '../core/stagger';
import type { ForecastWorker, Foretold } from './forecast.worker';
import { staying } from './once';

export type { Foretold };

const ask = staying<ForecastWorker>(
  () => new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }),
);

/** How long each course and each child’s year are likely to take, worked out off the main thread; or one course alone. */
export const foretell = (household: Household, year: SchoolYear, plan: Plan, courseId?: Id): Promise<Foretold> =>
  ask((r) => r.foretell(household, year, plan, courseId));

/**
 * How what is required of the children of a year could still be reached, by child: nothing of one who does not fall short of it. `plan`: that
 * of the year, where there is one.
 */
export const waysOfYear = (
  household: Household,
  yearId: Id,
  today: Day,
  plan: Plan | undefined,
): Promise<ReadonlyMap<Id, WaysToReach>> => ask((r) => r.reach(household, yearId, today, plan));
