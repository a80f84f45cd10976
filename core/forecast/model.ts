import type { Random } from '../stagger';

/** A week of sittings, in their order. Breaks, and work known without being done, are no sittings. */
export interface Week {
  /** Places of steps finished in each sitting; 0 for one that was missed. */
  steps: readonly number[];
  /** What each sitting was asked for; 0 where nobody knows. Without it as much is finished whatever is asked. */
  of?: readonly number[];
  /** What a sitting was asked for about that time, in the mean; 0 where nobody knows. */
  usual?: number;
  /** How close its sittings lay on the dates it had, against a week in which none was lost: 1, or more where what was lost was caught up with. */
  rate?: number;
}
/** Weeks, oldest first; bare numbers are places finished. */
export type Weeks = readonly (Week | readonly number[])[];
const weekOf = (w: Weeks[number]): Week => ('steps' in w ? w : { steps: w });

/** What is less is nothing: the sums of shares of a sitting are not exact. */
export const ROUNDING = 1e-9;

/** Weeks that may come again, and how likely they are before chance has its say: the weights of a Dirichlet distribution. */
export interface Block extends Week {
  weight: number;
}

/** After so many sittings a week counts half: what is long past says less of what comes. */
export const HALF_LIFE = 30;
/** What was known before counts like so many sittings, of which one in twelve weeks is lost. */
export const PRIOR_SITTINGS = 8;
/** One week in so many is lost, as families go, while nothing is known of this one (common practice). */
export const ONE_LOST_IN = 12;

/** Sittings in some weeks. */
export const sittingsIn = (weeks: Weeks): number => weeks.reduce((n, w) => n + weekOf(w).steps.length, 0);

/**
 * The weeks to draw from: a child's own, fading with their age in sittings, and the prior's, fading with every sitting that is recorded.
 * @param prior weeks as the rule or an elder sibling's record has them; at least one with a sitting.
 */
export function blocksOf(ownWeeks: Weeks, priorWeeks: Weeks): Block[] {
  const [own, prior] = [ownWeeks.map(weekOf), priorWeeks.map(weekOf)];
  const total = sittingsIn(own);
  const fade = (sittings: number) => 2 ** (-sittings / HALF_LIFE);
  const blocks: Block[] = [];
  const usual = sittingsIn(prior) / Math.max(1, prior.length);
  // A weight of one for a week of the usual length.
  const mass = (PRIOR_SITTINGS / usual) * fade(total);
  for (const w of prior) blocks.push({ ...w, weight: (mass / prior.length) * (1 - 1 / ONE_LOST_IN) });
  blocks.push({ steps: Array.from({ length: Math.max(1, Math.round(usual)) }, () => 0), weight: mass / ONE_LOST_IN });
  let after = total;
  for (const w of own) {
    const { length } = w.steps;
    if (length === 0) continue;
    // Its age is that of its middle.
    blocks.push({ ...w, weight: (length / usual) * fade(after - length / 2) });
    after -= length;
  }
  return blocks;
}

/** The share of the prior in all weights, from 0 to 1. */
export function priorShare(own: Weeks, prior: Weeks): number {
  const blocks = blocksOf(own, prior);
  const all = blocks.reduce((n, b) => n + b.weight, 0);
  return blocks.slice(0, prior.length + 1).reduce((n, b) => n + b.weight, 0) / all;
}

/** A normal number (G. E. P. Box and M. E. Muller, 1958). */
const normal = (random: Random): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A number of the gamma distribution with that shape and scale 1 (G. Marsaglia and W. W. Tsang, 2000). */
export function gamma(shape: number, random: Random): number {
  if (shape < 1) return gamma(shape + 1, random) * (1 - random()) ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    const t = 1 + c * x;
    const v = t * t * t;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

/**
 * What is finished in a sitting that is asked for so much, by one that was. Where all was done that it was no more says little of the
 * child: `more` is the share that is done of what is asked beyond. Else it is no more than it was.
 * @param n places finished then
 * @param then places it was asked for then; 0 where as much is finished whatever is asked
 */
export function doneOf(n: number, then: number, asked: number, more: number): number {
  if (then <= 0) return n;
  if (n < then - ROUNDING) return Math.min(n, asked);
  return asked < then ? (n * asked) / then : n + more * (asked - then);
}

/** Sittings that were asked for more than a place count like so many in which all of it was done, before any is recorded. */
const MORE_FROM = 4;
/** How much of what a sitting is asked for beyond one place is done, where anything is: from 0 to 1. */
export function shareOfMore(weeks: Weeks): number {
  let [done, asked] = [MORE_FROM, MORE_FROM];
  for (const { steps, of } of weeks.map(weekOf))
    of?.forEach((n, i) => {
      if (n <= 1 + ROUNDING || steps[i]! <= 0) return;
      done += Math.min(1, Math.max(0, (steps[i]! - 1) / (n - 1)));
      asked++;
    });
  return done / asked;
}

/** Below this a sitting holds what it held: tests and the ends of weeks move the mean by less. */
const ANOTHER_PACE = 1.4;
/** How much more a sitting holds now than it was asked for then; 1 where that is no other pace. */
export function faster(now: number, then: number): number {
  const ratio = then > 0 ? now / then : 1;
  return ratio >= ANOTHER_PACE || ratio <= 1 / ANOTHER_PACE ? ratio : 1;
}
