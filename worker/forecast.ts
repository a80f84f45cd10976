import type { Remote } from 'comlink';
import type { WaysToReach } from '../core/attendance';
import type { Day } from '../core/calendar';
import { type Household, type Id, type Patch, type SchoolYear, TABLES } from '../core/household';
import type { Plan } from '../core/stagger';
import type { ForecastWorker, Foretold } from './forecast.worker';
import { Informed } from './informed';
import type { Heard } from './once';

export type { Foretold };

const teller = new Informed<ForecastWorker>(
  () => new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }),
  TABLES,
);
/** The plan that was told last, and to which worker. */
let known: { by: Heard<ForecastWorker>; plan: Plan } | undefined;

/** Told of the household and the plan, each only where it is another than before. */
async function ask<T>(
  household: Household,
  plan: Plan | undefined,
  call: (remote: Remote<ForecastWorker>, patch: Patch, by: Plan | undefined) => Promise<unknown>,
): Promise<T> {
  const asked = await teller.inTurn(household, (mind, patch) => {
    const by = known?.by === mind && known.plan === plan ? undefined : plan;
    if (plan) known = { by: mind, plan };
    return { told: mind.ask<T>((r) => call(r, patch, by)) };
  });
  return asked!.told;
}

/** How long each course and each child’s year are likely to take, worked out off the main thread; or one course alone. */
export const foretell = (household: Household, year: SchoolYear, plan: Plan, courseId?: Id): Promise<Foretold> =>
  ask(household, plan, (r, patch, by) => r.foretell(patch, year, by, courseId));

/**
 * How what is required of the children of a year could still be reached, by child: nothing of one who does not fall short of it. `plan`: that
 * of the year, where there is one.
 */
export const waysOfYear = (
  household: Household,
  yearId: Id,
  today: Day,
  plan: Plan | undefined,
): Promise<ReadonlyMap<Id, WaysToReach>> =>
  ask(household, plan, (r, patch, by) => r.reach(patch, yearId, today, plan !== undefined, by));
