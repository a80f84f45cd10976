import type { Plan } from './plan';
import { count } from '../words';
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
  /** The same in what a plan costs: as much as so many steps standing a sitting nearer to their pace. */
  open: number;
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
    open,
    proved: open === 0,
  };
}

/** The same as sentences for the household. `steps`: how many are planned. */
export function goodnessWords({ clashes, avoidable, open, proved }: Goodness, steps: number): string {
  const unless = 'without something else getting worse by as much, or a day fuller than the fullest is now';
  const first =
    clashes === 0
      ? 'No teacher begins more new lessons on a day than are allowed.'
      : `${count(clashes, 'new lesson stands', 'new lessons stand')} on a day on which the teacher has begun enough already. ${
          avoidable === 0
            ? `No plan can avoid any of them ${unless}.`
            : avoidable === clashes
              ? 'It is not proved that any of them has to be.'
              : `No plan can avoid more than ${avoidable} of these ${clashes} ${unless}.`
        }`;
  const all = proved
    ? 'All in all no plan is better than this one: that is proved.'
    : `All in all another plan might be better by as much as ${count(open, 'step')} standing a sitting nearer to the pace (${count(steps, 'step')} are planned), and by no more.`;
  return `${first} ${all}`;
}
