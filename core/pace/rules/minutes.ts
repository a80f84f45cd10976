import type { Enrolment, Household, PaceRule } from '../../household';
import { marksByEnrolment } from '../../log';
import { count } from '../../words';
import { takenSteps } from '../taken';
import type { RuleKind } from './kind';

/**
 * Minutes a step takes this child in this course: the median of those marked, once there are some; before that the
 * median of those planned.
 * @example
 * minutesAStep(aHousehold(), anEnrolment('e', 'gone')) // => 1
 */
export function minutesAStep(state: Household, enrolment: Enrolment): number {
  const marked = (marksByEnrolment(state.marks).get(enrolment.id) ?? [])
    .filter((m) => m.kind === 'done' && m.minutes && m.childId === undefined)
    .map((m) => m.minutes!);
  const known = marked.length >= ENOUGH_MARKS ? marked : takenSteps(state, enrolment).map((s) => s.minutes);
  const sorted = [...known].sort((a, b) => a - b);
  return Math.max(1, sorted[Math.floor((sorted.length - 1) / 2)] ?? 1);
}

/** So many marks with minutes say more than the plan does. */
const ENOUGH_MARKS = 5;

/** So many minutes a sitting, however far it gets. */
export const byMinutes: RuleKind<Extract<PaceRule, { kind: 'minutes' }>> = {
  words: ({ minutes }) => `${count(minutes, 'minute')} a sitting`,
  planned: true,
  wish: 'soonest',
  pacing: ({ minutes }, { state, enrolment }) => ({
    perSitting: Math.max(1, Math.floor(minutes / minutesAStep(state, enrolment))),
  }),
  noTarget: true,
};
