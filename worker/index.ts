import { proxy } from 'comlink';
import type { Household, TableName } from '../core/household';
import type { Plan, Reserves } from '../core/stagger';
import { Informed } from './informed';
import type { KeptPlan, PlannerWorker, PlanRequest } from './plan.worker';
import type { Stores, StoresWish } from './stores';

export type { KeptPlan, Stores, StoresWish };
export type { ThingOutlook } from './stores';

/** What a plan is made from, and what its needs are netted against: the planner is told of these. */
const TOLD: readonly TableName[] = [
  ...(['children', 'teachers', 'years', 'absences', 'aways', 'calendars', 'feeds'] as const),
  ...(['courses', 'enrolments', 'loops', 'links', 'overlaps', 'marks', 'proofs', 'pins', 'published'] as const),
  ...(['materials', 'needs', 'movements', 'orders', 'prepared', 'pulled', 'readAheads'] as const),
];

export interface Told {
  reserves: (reserves: Reserves) => void;
  plan: (plan: Plan, settledAs?: string) => void;
  progress: (share: number) => void;
  failed: (error: Error) => void;
}

/** The door to the planner: a new request ends the one before it, and only what comes of it is told. */
export interface Planner {
  request(household: Household, wish: Omit<PlanRequest, 'n' | 'patch'>, told: Told): void;
  /** What a plan needs, lacks and has to be made ready, by the household as it is. */
  stores(household: Household, plan: Plan, wish: StoresWish): Promise<Stores | undefined>;
  close(): void;
}

export function openPlanner(): Planner {
  let current = 0;
  const planner = new Informed<PlannerWorker>(
    () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }),
    TOLD,
  );
  // It is fetched while the household is still read.
  planner.open();
  return {
    request(household, wish, told) {
      const mine = ++current;
      const ifCurrent =
        <A extends unknown[]>(listener: (...args: A) => void) =>
        (...args: A) => {
          if (mine === current) listener(...args);
        };
      const failed = (error: unknown) => {
        if (mine === current) told.failed(error instanceof Error ? error : new Error(String(error)));
      };
      planner
        .ask(
          household,
          undefined,
          (r, patch) =>
            r.plan(
              { n: mine, patch, ...wish },
              proxy(ifCurrent(told.reserves)),
              proxy(ifCurrent(told.plan)),
              proxy(ifCurrent(told.progress)),
            ),
          () => mine === current,
        )
        .catch(failed);
    },
    stores: (household, plan, wish) => planner.ask(household, plan, (r, patch, by) => r.stores(patch, wish, by)),
    close() {
      current = -1;
      planner.end();
    },
  };
}
