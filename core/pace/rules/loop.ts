import type { Enrolment, Id, PaceRule } from '../../household';
import type { RuleKind } from './kind';

/** The loop in which an enrolment takes turns; none under another rule. */
export const loopIdOf = ({ rule }: Pick<Enrolment, 'rule'>): Id | undefined =>
  rule.kind === 'loop' ? rule.loopId : undefined;

/** In turns with others: whose turn it is the loop says; within it as much as a turn holds. */
export const loop: RuleKind<Extract<PaceRule, { kind: 'loop' }>> = {
  words: () => 'taking turns',
  planned: true,
  wish: 'soonest',
};
