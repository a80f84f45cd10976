import { expose } from 'comlink';
import { type Effort, improvePlan, type Plan, type Problem } from '../core/stagger';

let latest = 0;

/** Lets waiting messages in between two sweeps, so that a newer request can end an older one. */
const pause = () => new Promise<void>((resolve) => setTimeout(resolve));

const planner = {
  /**
   * Plans until the effort is spent or a newer request arrives; tells every better plan as it is found, and the last
   * one again as the settled plan. In between it tells how far it is, as a share of the effort.
   */
  async plan(
    request: number,
    problem: Problem,
    effort: Effort,
    tell: (plan: Plan, settled: boolean) => void,
    progress: (share: number) => void,
  ): Promise<void> {
    latest = Math.max(latest, request);
    let best: Plan | undefined;
    let step = 0;
    let told = 0;
    for (const plan of improvePlan(problem, effort)) {
      if (request !== latest) return;
      if (plan) {
        best = plan;
        tell(plan, false);
      }
      // A step of the planner is about a sweep; a twentieth more is worth a word.
      const share = Math.min(1, ++step / effort.sweeps);
      if (share - told >= 0.05) {
        told = share;
        progress(share);
      }
      await pause();
    }
    if (best && request === latest) tell(best, true);
  },
};

export type PlannerWorker = typeof planner;
expose(planner);
