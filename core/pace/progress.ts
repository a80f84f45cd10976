import type { Day } from '../calendar';
import type { FlatStep } from '../course';
import type { Enrolment, Household } from '../household';
import { isOpen, standingsOf } from '../log';
import { takenSteps } from './taken';

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

/**
 * How far an enrolment is: its steps by where they stand now, and the first that is still to do.
 *
 * @example
 * progressOf(aHousehold({ courses: [aCourse('c', { lessons: 5 })], marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] }), anEnrolment('e', 'c')).open // => 9
 */
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

/** Days looked back over for the pace of a course that has no timetable: four weeks. */
const LOOKED_BACK = 28;

/**
 * When a course without a timetable would end at the pace of the last four weeks; undefined when nothing was done in
 * them, or nothing is left. A forecast only: nothing is planned by it.
 */
export function forecastDay(state: Household, enrolment: Enrolment, today: Day): Day | undefined {
  const standings = standingsOf(state.marks, enrolment.id);
  const taken = takenSteps(state, enrolment);
  const open = taken.filter((s) => isOpen(standings, s.id)).length;
  const lately = taken.filter((s) => {
    const standing = standings.get(s.id);
    return standing?.state === 'done' && (standing.sat.at(-1) ?? -Infinity) > today - LOOKED_BACK;
  }).length;
  return open === 0 || lately === 0 ? undefined : today + Math.ceil((open * LOOKED_BACK) / lately);
}
