import type { DayProblem, LaidOut } from '../core/day';
import type { DayWorker } from './day.worker';
import { staying } from './once';

const ask = staying<DayWorker>(() => new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' }));

/** Lays a day out off the main thread. */
export const layOutDay = (problem: DayProblem): Promise<LaidOut> => ask((r) => r.layOut(problem));
