import { proxy } from 'comlink';
import type { Day } from '../core/calendar';
import type { Household, Id } from '../core/household';
import type { Figures, Judgement } from '../core/whatif';
import { inOwnWorker } from './once';
import type { WhatIfWorker } from './whatif.worker';

const open = () => new Worker(new URL('./whatif.worker.ts', import.meta.url), { type: 'module' });

/** What could be done about some courses, each way planned and foretold. */
export const judge = (
  household: Household,
  today: Day,
  enrolmentIds: readonly Id[],
  tell: (share: number) => void,
  stop: AbortSignal,
): Promise<Judgement[]> =>
  inOwnWorker<WhatIfWorker, Judgement[]>(open(), stop, (r) => r.judge(household, today, enrolmentIds, proxy(tell)));

/** A household in figures; undefined between years. */
export const figures = (household: Household, today: Day, stop: AbortSignal): Promise<Figures | undefined> =>
  inOwnWorker<WhatIfWorker, Figures | undefined>(open(), stop, (r) => r.figures(household, today));
