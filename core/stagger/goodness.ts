import type { Plan } from './plan';
import { WEIGHTS } from './weights';

/** How good a plan is, as far as can be proved. */
export interface Goodness {
  /** New lessons above what the teachers can start on a date. */
  clashes: number;
  /**
   * At most so many of them could be avoided, as long as nothing else gets worse by as much as is gained and no day fuller than
   * the fullest is now.
   */
  avoidable: number;
  /** What any plan might save at most, as a share (0 to 1) of what is not forced at first sight: the avoidable gap. */
  gap: number;
  /** Nothing can be better: cost and bound meet. */
  proved: boolean;
}

/**
 * What the bound says of a plan. Undefined for the first plan, which does not wait for a bound. What new lessons above the
 * allowance cost rises with each on the same date, so a plan in which no date has more of them than the fullest has now pays at
 * most w(m+1)/2 for each (m: those of the fullest date): one that pays no less than what the gap leaves has no fewer.
 */
export function goodnessOf(plan: Plan): Goodness | undefined {
  const { bound, forced, cost, tracks } = plan;
  if (bound === undefined || forced === undefined) return undefined;
  const open = cost.total - bound;
  const above = plan.clashes.map((c) => c.above);
  const clashes = above.reduce((a, n) => a + n, 0);
  const dearest = (WEIGHTS.clash * (Math.max(1, ...above) + 1)) / 2;
  const needed = Math.ceil(Math.max(0, cost.clash - open) / dearest);
  return {
    clashes,
    avoidable: Math.max(0, clashes - needed),
    gap: open / Math.max(cost.total - forced, tracks.length, 1),
    proved: open === 0,
  };
}
