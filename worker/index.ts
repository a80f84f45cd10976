import { proxy, wrap } from 'comlink';
import type { Effort, Plan, Problem } from '../core/stagger';
import type { KeptPlan, PlannerWorker } from './plan.worker';

export type { KeptPlan };

/** The door to the planner: a new request ends the one before it, and only its plans are told. */
export interface Planner {
  request(
    problem: Problem,
    effort: Effort,
    kept: KeptPlan | undefined,
    tell: (plan: Plan, settledAs?: string) => void,
    failed: (error: Error) => void,
    progress?: (share: number) => void,
  ): void;
  close(): void;
}

export function openPlanner(): Planner {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PlannerWorker>(worker);
  let current = 0;
  return {
    request(problem, effort, kept, tell, failed, progress) {
      const mine = ++current;
      const listener = (plan: Plan, settledAs?: string) => {
        if (mine === current) tell(plan, settledAs);
      };
      const further = (share: number) => {
        if (mine === current) progress?.(share);
      };
      remote.plan(mine, problem, effort, kept, proxy(listener), proxy(further)).catch((error: unknown) => {
        if (mine === current) failed(error instanceof Error ? error : new Error(String(error)));
      });
    },
    close() {
      current = -1;
      worker.terminate();
    },
  };
}
