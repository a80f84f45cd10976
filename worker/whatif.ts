import { proxy, type Remote, wrap } from 'comlink';
import type { Day } from '../core/calendar';
import type { Household, Id } from '../core/household';
import type { Figures, Judgement } from '../core/whatif';
import type { WhatIfWorker } from './whatif.worker';

/** Tries something off the main thread, in a worker of its own that goes when it is done, or told to stop. */
async function tryOut<T>(stop: AbortSignal, work: (remote: Remote<WhatIfWorker>) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('./whatif.worker.ts', import.meta.url), { type: 'module' });
  try {
    const broken = new Promise<never>((_, reject) => {
      worker.onerror = (e) => reject(new Error(e.message || 'It could not be worked out.'));
      stop.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
    });
    return await Promise.race([work(wrap<WhatIfWorker>(worker)), broken]);
  } finally {
    worker.terminate();
  }
}

/** What could be done about some courses, each way planned and foretold. */
export const judge = (
  household: Household,
  today: Day,
  enrolmentIds: readonly Id[],
  tell: (share: number) => void,
  stop: AbortSignal,
): Promise<Judgement[]> => tryOut(stop, (r) => r.judge(household, today, enrolmentIds, proxy(tell)));

/** A household in figures; undefined between years. */
export const figures = (household: Household, today: Day, stop: AbortSignal): Promise<Figures | undefined> =>
  tryOut(stop, (r) => r.figures(household, today));
