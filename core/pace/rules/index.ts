import type { Day } from '../../calendar';
import type { Enrolment, Household, PaceRule, SchoolYear } from '../../household';
import { even } from './even';
import type { RuleKind } from './kind';
import { loop } from './loop';
import { byMinutes } from './minutes';
import { printed } from './printed';
import { weekly } from './weekly';
import { when } from './when';

export type { Pacing } from './kind';
export { evenPerSitting } from './even';
export { loopIdOf } from './loop';
export { minutesAStep } from './minutes';
export { MOST_A_SITTING, printedDayOf, rhythmNamed, rhythmOf } from './printed';
export { weeklyPerSitting } from './weekly';

/** The pace rules: one entry a kind, so that the compiler finds a kind that nobody thought of. */
export const RULES: { [K in PaceRule['kind']]: RuleKind<Extract<PaceRule, { kind: K }>> } = {
  ...{ even, weekly, printed, loop, when },
  minutes: byMinutes,
};

/** What a rule means; every entry takes rules of its own kind, and is asked about no other. */
export const meaningOf = (rule: PaceRule): RuleKind => RULES[rule.kind] as RuleKind;

/**
 * A rule in words.
 * @example
 * ruleWords(anEnrolment('e', 'c', { rule: { kind: 'weekly', n: 4, unit: 'steps' } })) // => '4 steps a week'
 */
export const ruleWords = ({ rule }: Pick<Enrolment, 'rule'>): string => meaningOf(rule).words(rule);

/**
 * Whether the planner gives the steps of an enrolment days.
 * @example
 * isPlanned(anEnrolment('e', 'c')) // => true
 * isPlanned(anEnrolment('e', 'c', { rule: { kind: 'when' } })) // => false
 */
export const isPlanned = ({ rule }: Pick<Enrolment, 'rule'>): boolean => RULES[rule.kind].planned;

/** What the rule of an enrolment wishes. */
export const wishOf = ({ rule }: Pick<Enrolment, 'rule'>): RuleKind['wish'] => RULES[rule.kind].wish;

/** How many a rule takes a week, and the same with another number; undefined where it has no such number. */
export const weekOf = (rule: PaceRule): { n: number; with: (n: number) => PaceRule } | undefined =>
  meaningOf(rule).week?.(rule);

/** What taking a book under its rule comes to where the two do not fit, in sentences. */
export const ruleNotes = (state: Household, enrolment: Enrolment, year: SchoolYear, today: Day): string[] =>
  meaningOf(enrolment.rule).notes?.(enrolment.rule, state, enrolment, year, today) ?? [];
