import type { PaceRule } from '../../household';
import type { RuleKind } from './kind';

/** No timetable at all: the next step waits until there is time. */
export const when: RuleKind<Extract<PaceRule, { kind: 'when' }>> = {
  words: () => 'when there is time',
  planned: false,
  wish: 'soonest',
};
