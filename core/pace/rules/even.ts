import type { PaceRule } from '../../household';
import type { RuleKind } from './kind';

/**
 * The steps a sitting must take so that an *even* course ends in time: remaining ÷ sittings, rounded up, at least 1.
 * Stored when the rule is set.
 * @example
 * evenPerSitting(40, 36) // => 2
 * evenPerSitting(40, 40) // => 1
 * evenPerSitting(7, 0) // => 7
 */
export function evenPerSitting(remaining: number, sittings: number): number {
  return sittings <= 0 ? Math.max(1, remaining) : Math.max(1, Math.ceil(remaining / sittings));
}

/** Spread up to the day to end by. */
export const even: RuleKind<Extract<PaceRule, { kind: 'even' }>> = {
  words: () => 'even',
  planned: true,
  wish: 'spread',
  needed: (_, { workLeft, sittingsLeft }) => evenPerSitting(Math.ceil(workLeft()), sittingsLeft()),
};
