import { proxy, wrap } from 'comlink';
import type { Day } from '../core/calendar';
import type { Household } from '../core/household';
import type { Effort, Plan } from '../core/stagger';
import type { Seeker } from './further.worker';

/**
 * Looks further for a better plan than the page’s own, off its planner, in a worker of its own that is ended with `stop` wherever it stands.
 * `program`: whether the solver for linear programs could be had.
 */
export async function seekFurther(
  household: Household,
  today: Day,
  effort: Effort,
  tell: (share: number) => void,
  stop: AbortSignal,
): Promise<{ plan: Plan; program: boolean } | undefined> {
  const worker = new Worker(new URL('./further.worker.ts', import.meta.url), { type: 'module' });
  try {
    const ended = new Promise<never>((_, reject) => {
      worker.onerror = (e) => reject(new Error(e.message || 'The search broke off.'));
      stop.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
    });
    return await Promise.race([wrap<Seeker>(worker).seek(household, today, effort, proxy(tell)), ended]);
  } finally {
    worker.terminate();
  }
}
