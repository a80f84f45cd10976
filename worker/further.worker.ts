import { expose } from 'comlink';
import loader from 'highs';
import wasm from 'highs/runtime?url';
import { type Day, yearFor, yearWithOutside } from '../core/calendar';
import type { Household } from '../core/household';
import { type Effort, improvePlan, type LinearProgram, makeProblem, type Plan } from '../core/stagger';
import { programOf } from './program';

/** The solver, fetched on first use; nothing where it cannot be had: the search then goes on without it, with a weaker bound. */
async function solver(): Promise<LinearProgram | undefined> {
  try {
    return programOf(await loader({ locateFile: () => wasm }));
  } catch {
    return undefined;
  }
}

const seeker = {
  /** Looks for a better plan, and for what no plan can better, until the effort is spent; tells how far it is, 0 to 1. */
  async seek(
    household: Household,
    today: Day,
    effort: Effort,
    tell: (share: number) => void,
  ): Promise<{ plan: Plan; program: boolean } | undefined> {
    const stored = yearFor(household.years, today);
    if (!stored) return undefined;
    const problem = makeProblem(household, yearWithOutside(household, stored), today);
    const program = await solver();
    let best: Plan | undefined;
    let told = 0;
    let step = 0;
    for (const plan of improvePlan(problem, effort, program)) {
      if (plan) best = plan;
      // A step of the planner is about a sweep.
      const share = Math.min(1, ++step / effort.sweeps);
      if (share - told >= 0.02) tell((told = share));
    }
    return best && { plan: best, program: program !== undefined };
  },
};

export type Seeker = typeof seeker;
expose(seeker);
