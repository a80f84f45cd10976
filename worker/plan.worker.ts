import { expose } from 'comlink';
import { type Effort, improvePlan, isPlanOf, type Plan, planKey, type Problem } from '../core/stagger';

/** The last settled plan, under the key of its problem. */
export interface KeptPlan {
  key: string;
  plan: Plan;
}

let latest = 0;

const gap = new MessageChannel();
/**
 * Lets waiting messages in between two sweeps, so that a newer request can end an older one. By a message of its own and not by
 * a timer: browsers make a timer that follows a timer wait some milliseconds, as long as a sweep takes.
 */
const pause = () =>
  new Promise<void>((resolve) => {
    gap.port1.onmessage = () => resolve();
    gap.port2.postMessage(null);
  });

const planner = {
  /**
   * Plans until the effort is spent or a newer request arrives; tells every better plan as it is found, and the last
   * one again as the settled plan, with the key under which it may be kept. In between it tells how far it is, as a share of
   * the effort. A plan that was kept under the same key is costed again and told as it is.
   */
  async plan(
    request: number,
    problem: Problem,
    effort: Effort,
    kept: KeptPlan | undefined,
    tell: (plan: Plan, settledAs?: string) => void,
    progress: (share: number) => void,
  ): Promise<void> {
    latest = Math.max(latest, request);
    const key = planKey(problem, effort);
    if (kept?.key === key && isPlanOf(problem, kept.plan)) return tell(kept.plan, key);
    let best: Plan | undefined;
    let step = 0;
    let told = 0;
    for (const plan of improvePlan(problem, effort)) {
      if (request !== latest) return;
      if (plan) {
        best = plan;
        tell(plan);
      }
      // A step of the planner is about a sweep; a twentieth more is worth a word.
      const share = Math.min(1, ++step / effort.sweeps);
      if (share - told >= 0.05) {
        told = share;
        progress(share);
      }
      await pause();
    }
    if (best && request === latest) tell(best, key);
  },
};

export type PlannerWorker = typeof planner;
expose(planner);
