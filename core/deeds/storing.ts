import { type Change, type Household, settle, type Settled } from '../household';
import { keepPast } from '../log';

/**
 * All that is stored for a deed: what was wished, what follows from it (`settle`), and what keeps the record as it was
 * (`keepPast`); or why it cannot be done, in a sentence.
 */
export const storing = (state: Household, wished: readonly Change[]): Settled =>
  settle(state, [...keepPast(state, wished), ...wished]);
