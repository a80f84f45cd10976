import { fnv64 } from '../household';
import type { Seen } from './stamp';

/**
 * Where a household comes from: which household it is, since which restoring it has gone its own way, and what is known of each
 * device's writing.
 */
export interface Lineage {
  household: string;
  epoch: string;
  seen: Seen;
}

/**
 * The lineage of a household whose file says nothing of one: worked out from its content, so that two devices that take over the
 * same file agree.
 */
export function lineageFrom(text: string): Lineage {
  const id = fnv64(text);
  return { household: id, epoch: id, seen: {} };
}
