import { expose } from 'comlink';
import { type Effort, improvePlan, type Plan, type Problem } from '../core/stagger';

let latest = 0;

/** Lets waiting messages in between two sweeps, so that a newer request can end an older one. */
const pause = () => new Promise<void>((resolve) => setTimeout(resolve));

const planner = {
  /**
   * Plans until the effort is spent or a newer request arrives; tells every better plan as it is found, and the last
   * one again as the settled plan.
   */
  async plan(
    request: number,
    problem: Problem,
    effort: Effort,
    tell: (plan: Plan, settled: boolean) => void,
  ): Promise<void> {
    latest = Math.max(latest, request);
    let best: Plan | undefined;
    for (const plan of improvePlan(problem, effort)) {
      if (request !== latest) return;
      if (plan) {
        best = plan;
        tell(plan, false);
      }
      await pause();
    }
    if (best && request === latest) tell(best, true);
  },
};

export type PlannerWorker = typeof planner;
expose(planner);
