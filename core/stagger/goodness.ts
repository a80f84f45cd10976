import type { Plan } from './plan';
import { WEIGHTS } from './weights';

/** How good a plan is, as far as can be proved. */
export interface Goodness {
  /** New lessons above what the teachers can start on a date. */
  clashes: number;
  /** At most so many of them could be avoided, as long as nothing else gets worse by as much as is gained. */
  avoidable: number;
  /** What any plan might save at most, as a share (0 to 1) of what is not forced at first sight: the avoidable gap. */
  gap: number;
  /** Nothing can be better: cost and bound meet. */
  proved: boolean;
}

/**
 * What the bound says of a plan. Undefined for the first plan, which does not wait for a bound. A clash costs its weight; so a
 * plan that costs no more than some others can all the same save no more clashes than the gap holds.
 */
export function goodnessOf(plan: Plan): Goodness | undefined {
  const { bound, forced, cost, tracks } = plan;
  if (bound === undefined || forced === undefined) return undefined;
  const open = cost.total - bound;
  const clashes = cost.clash / WEIGHTS.clash;
  return {
    clashes,
    avoidable: Math.min(clashes, Math.floor(open / WEIGHTS.clash)),
    gap: open / Math.max(cost.total - forced, tracks.length, 1),
    proved: open === 0,
  };
}
