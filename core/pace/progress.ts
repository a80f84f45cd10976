import type { FlatStep } from '../course';
import type { Enrolment, Household } from '../household';
import { standingsOf } from '../log';
import { takenSteps } from './track';

/** How far an enrolment is, in steps. done + known + leftOut + open are all the steps it takes. */
export interface Progress {
  steps: number;
  done: number;
  known: number;
  leftOut: number;
  open: number;
  /** The first step still to do. */
  next: FlatStep | undefined;
}

export function progressOf(state: Household, enrolment: Enrolment): Progress {
  const standings = standingsOf(state.marks, enrolment.id);
  const taken = takenSteps(state, enrolment);
  const stateOf = (s: FlatStep) => standings.get(s.id)?.state ?? 'open';
  const count = (what: string) => taken.filter((s) => stateOf(s) === what).length;
  return {
    steps: taken.length,
    done: count('done'),
    known: count('known'),
    leftOut: count('left out'),
    open: count('open'),
    next: taken.find((s) => stateOf(s) === 'open'),
  };
}
