import { expose } from 'comlink';
import loader from 'highs';
import wasm from 'highs/runtime?url';
import { type Day, yearFor, yearWithOutside } from '../core/calendar';
import type { Household } from '../core/household';
import {
  asOnPage,
  type Effort,
  improvePlan,
  isBegun,
  type LinearProgram,
  makeProblem,
  type Plan,
} from '../core/stagger';
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
  /**
   * Looks for a better plan than the one on the page, and for what no plan can better, until the effort is spent; tells how far it is,
   * 0 to 1. Of a day under way the page stays as it is.
   */
  async seek(
    household: Household,
    today: Day,
    page: Plan,
    effort: Effort,
    tell: (share: number) => void,
  ): Promise<{ plan: Plan; program: boolean } | undefined> {
    const stored = yearFor(household.years, today);
    if (!stored) return undefined;
    const free = makeProblem(household, yearWithOutside(household, stored), today);
    const problem = isBegun(household, today) ? asOnPage(free, page) : free;
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
