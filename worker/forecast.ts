import { type Remote, wrap } from 'comlink';
import type { Household, Id, SchoolYear } from '../core/household';
import type { Plan } from '../core/stagger';
import type { ForecastWorker, Foretold } from './forecast.worker';

export type { Foretold };

let remote: Remote<ForecastWorker> | undefined;

/** How long each course and each child’s year are likely to take, worked out off the main thread; or one course alone. */
export function foretell(household: Household, year: SchoolYear, plan: Plan, courseId?: Id): Promise<Foretold> {
  remote ??= wrap<ForecastWorker>(new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' }));
  return remote.foretell(household, year, plan, courseId);
}
