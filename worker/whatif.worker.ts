import { expose } from 'comlink';
import type { Day } from '../core/calendar';
import type { Household, Id } from '../core/household';
import { type Figures, figuresOf, type Judgement, judgements, plannedAs } from '../core/whatif';

const trier = {
  /** What could be done about some courses, each way tried; it tells how far it is, 0 to 1. */
  judge(household: Household, today: Day, enrolmentIds: readonly Id[], tell: (share: number) => void): Judgement[] {
    const work = judgements(household, today, enrolmentIds);
    for (;;) {
      const step = work.next();
      if (step.done) return step.value;
      tell(step.value);
    }
  },
  /** A household in figures, planned as all that are compared are; undefined between years. */
  figures(household: Household, today: Day): Figures | undefined {
    const as = plannedAs(household, today);
    return as && figuresOf(household, as.year, as.plan);
  },
};

export type WhatIfWorker = typeof trier;
expose(trier);
