import { type Remote, wrap } from 'comlink';
import type { DayProblem, LaidOut } from '../core/day';
import type { DayWorker } from './day.worker';

let remote: Remote<DayWorker> | undefined;

/** Lays a day out off the main thread. */
export function layOutDay(problem: DayProblem): Promise<LaidOut> {
  remote ??= wrap<DayWorker>(new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' }));
  return remote.layOut(problem);
}
