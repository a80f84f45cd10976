import { proxy, wrap } from 'comlink';
import { type Household, patchOf, piecesOf, type TableName } from '../core/household';
import type { Plan, Reserves } from '../core/stagger';
import type { KeptPlan, PlannerWorker, PlanRequest } from './plan.worker';

export type { KeptPlan };

/** What a plan is made from: the planner is told of these. */
const TOLD: readonly TableName[] = [
  ...(['children', 'teachers', 'years', 'absences', 'aways', 'calendars', 'feeds'] as const),
  ...(['courses', 'enrolments', 'loops', 'links', 'overlaps', 'marks', 'proofs', 'pins', 'published'] as const),
];

/** Rows told at one go: more would hold up the page while they are copied. */
const MOST_ROWS = 4000;

export interface Told {
  reserves: (reserves: Reserves) => void;
  plan: (plan: Plan, settledAs?: string) => void;
  progress: (share: number) => void;
  failed: (error: Error) => void;
}

/** The door to the planner: a new request ends the one before it, and only what comes of it is told. */
export interface Planner {
  request(household: Household, wish: Omit<PlanRequest, 'n' | 'patch'>, told: Told): void;
  close(): void;
}

export function openPlanner(): Planner {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PlannerWorker>(worker);
  let current = 0;
  let known: Household | undefined;
  let line = Promise.resolve();
  return {
    request(household, wish, told) {
      const mine = ++current;
      const heard =
        <A extends unknown[]>(listener: (...args: A) => void) =>
        (...args: A) => {
          if (mine === current) listener(...args);
        };
      // One behind the other: each is told what has changed since the one before it.
      const failed = (error: unknown) => {
        if (mine === current) told.failed(error instanceof Error ? error : new Error(String(error)));
      };
      const tell = async () => {
        if (mine !== current) return;
        const pieces = piecesOf(patchOf(known, household, TOLD), MOST_ROWS);
        known = household;
        const patch = pieces.pop()!;
        for (const piece of pieces) await remote.know(piece);
        void remote
          .plan(
            { n: mine, patch, ...wish },
            proxy(heard(told.reserves)),
            proxy(heard(told.plan)),
            proxy(heard(told.progress)),
          )
          .catch(failed);
      };
      line = line.then(tell).catch(failed);
    },
    close() {
      current = -1;
      worker.terminate();
    },
  };
}
