import type { Enrolment, MarkKind, MovementKind, PaceRule } from './types';

/** What a mark says of a step: one entry a kind, so that the compiler finds a kind that nobody thought of. */
export interface MarkMeaning {
  /** A sitting was spent on it. */
  sits: boolean;
  /** The step is behind: nothing of it is still to do. */
  settles: boolean;
  /** It was on the day and was not done: carried with everything behind it. */
  refuses: boolean;
}
export const MARKS: Record<MarkKind, MarkMeaning> = {
  done: { sits: true, settles: true, refuses: false },
  known: { sits: false, settles: true, refuses: false },
  'left out': { sits: false, settles: true, refuses: false },
  partly: { sits: true, settles: false, refuses: false },
  'not today': { sits: false, settles: false, refuses: true },
  again: { sits: true, settles: false, refuses: false },
  missed: { sits: false, settles: false, refuses: true },
};
/** Whether a sitting was spent, by a mark of that kind. */
export const sits = (kind: MarkKind): boolean => MARKS[kind].sits;

/** What a pace rule wishes: one entry a kind. */
export interface RuleMeaning {
  /** The planner gives its steps days; without it the next step waits until there is time. */
  planned: boolean;
  /** Where it would like its steps: `spread` up to the target, so many `weekly`, or the `soonest` that sittings hold. */
  wish: 'spread' | 'weekly' | 'soonest';
}
export const RULES: Record<PaceRule['kind'], RuleMeaning> = {
  even: { planned: true, wish: 'spread' },
  weekly: { planned: true, wish: 'weekly' },
  printed: { planned: true, wish: 'weekly' },
  minutes: { planned: true, wish: 'soonest' },
  // Whose turn it is the loop says; within it as much as a turn holds.
  loop: { planned: true, wish: 'soonest' },
  when: { planned: false, wish: 'soonest' },
};
/**
 * Whether the planner gives the steps of an enrolment days.
 * @example
 * isPlanned(anEnrolment('e', 'c')) // => true
 * isPlanned(anEnrolment('e', 'c', { rule: { kind: 'when' } })) // => false
 */
export const isPlanned = ({ rule }: Pick<Enrolment, 'rule'>): boolean => RULES[rule.kind].planned;
/** What the rule of an enrolment wishes. */
export const wishOf = ({ rule }: Pick<Enrolment, 'rule'>): RuleMeaning['wish'] => RULES[rule.kind].wish;

/** What a movement does to what is there: adds it, takes it, or says what was counted. */
export const MOVEMENTS: Record<MovementKind, 'sets' | 1 | -1> = {
  count: 'sets',
  ...{ in: 1, bought: 1, arrived: 1, copied: 1, prepared: 1, back: 1 },
  ...{ out: -1, lent: -1, lost: -1, broken: -1, thrown: -1, given: -1, sold: -1 },
};
