import { proxy } from 'comlink';
import { type Household, type Patch, patchOf, piecesOf, type TableName } from '../core/household';
import type { Plan, Reserves } from '../core/stagger';
import { type Heard, hear } from './once';
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
  /** What a plan needs, lacks and has to be made ready, by the household as it is. */
  stores(household: Household, plan: Plan, wish: StoresWish): Promise<Stores | undefined>;
  close(): void;
}

export function openPlanner(): Planner {
  let heard: Heard<PlannerWorker> | undefined;
  let current = 0;
  let known: Household | undefined;
  let line: Promise<unknown> = Promise.resolve();
  let knownPlan: Plan | undefined;
  /** One that broke is followed by another, which knows nothing yet. */
  const planner = (): Heard<PlannerWorker> => {
    heard ??= hear(new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }), () => {
      heard = known = knownPlan = undefined;
    });
    return heard;
  };
  // It is fetched while the household is still read.
  planner();
  /** Tells what has changed since it was told last, in turns, but for the last piece. */
  const tellMost = async (mind: Heard<PlannerWorker>, held: Household): Promise<Patch> => {
    // As it is at this moment: the page's own follows, in what it has not read yet, what is stored.
    const household = { ...held };
    const pieces = piecesOf(patchOf(known, household, TOLD), MOST_ROWS);
    known = household;
    const patch = pieces.pop()!;
    for (const piece of pieces) await mind.ask((r) => r.know(piece));
    return patch;
  };
  return {
    request(household, wish, told) {
      const mine = ++current;
      const ifCurrent =
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
        const mind = planner();
        const patch = await tellMost(mind, household);
        void mind
          .ask((r) =>
            r.plan(
              { n: mine, patch, ...wish },
              proxy(ifCurrent(told.reserves)),
              proxy(ifCurrent(told.plan)),
              proxy(ifCurrent(told.progress)),
            ),
          )
          .catch(failed);
      };
      line = line.then(tell).catch(failed);
    },
    stores(household, plan, wish) {
      // One behind the other, with the plans: each is told what has changed since the one before it.
      const ask = async () => {
        const mind = planner();
        const patch = await tellMost(mind, household);
        const by = plan === knownPlan ? undefined : plan;
        knownPlan = plan;
        // Asked and not waited for: the next may be told meanwhile.
        return { told: mind.ask<Stores | undefined>((r) => r.stores(patch, wish, by)) };
      };
      const asked = line.then(ask);
      line = asked.catch(() => undefined);
      return asked.then(({ told }) => told);
    },
    close() {
      current = -1;
      heard?.end();
    },
  };
}
