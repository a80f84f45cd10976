import { proxy } from 'comlink';
import type { Day } from '../core/calendar';
import type { Household } from '../core/household';
import type { Effort, Plan } from '../core/stagger';
import type { Seeker } from './further.worker';
import { inOwnWorker } from './once';

/** What was found; `program`: whether the solver for linear programs could be had. */
interface Sought {
  plan: Plan;
  program: boolean;
}

/**
 * Looks further for a better plan than the page’s own, off its planner, in a worker of its own that is ended with `stop` wherever it stands.
 */
export const seekFurther = (
  household: Household,
  today: Day,
  page: Plan,
  effort: Effort,
  tell: (share: number) => void,
  stop: AbortSignal,
): Promise<Sought | undefined> =>
  inOwnWorker<Seeker, Sought | undefined>(
    new Worker(new URL('./further.worker.ts', import.meta.url), { type: 'module' }),
    stop,
    (r) => r.seek(household, today, page, effort, proxy(tell)),
  );
