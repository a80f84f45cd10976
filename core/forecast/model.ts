import { type Random, seeded } from '../stagger';

/**
 * How many steps were finished in each sitting of some weeks, oldest week first; 0 for a sitting that was missed. Breaks, and work known
 * without being done, are no sittings.
 */
export type Weeks = readonly (readonly number[])[];

/** Weeks that may come again, and how likely they are before chance has its say: the weights of a Dirichlet distribution. */
export interface Block {
  steps: readonly number[];
  weight: number;
}

/** After so many sittings a week counts half: what is long past says less of what comes. */
export const HALF_LIFE = 30;
/** What was known before counts like so many sittings, of which one in twelve weeks is lost. */
export const PRIOR_SITTINGS = 8;
/** One week in so many is lost, as families go, while nothing is known of this one (common practice). */
const ONE_LOST_IN = 12;

/**
 * The weeks to draw from: a child's own, fading with their age in sittings, and the prior's, fading with every sitting that is recorded.
 * @param prior weeks as the rule or an elder sibling's record has them; at least one with a sitting.
 */
export function blocksOf(own: Weeks, prior: Weeks): Block[] {
  const total = own.reduce((n, w) => n + w.length, 0);
  const fade = (sittings: number) => 2 ** (-sittings / HALF_LIFE);
  const blocks: Block[] = [];
  const usual = prior.reduce((n, w) => n + w.length, 0) / Math.max(1, prior.length);
  // A weight of one for a week of the usual length.
  const mass = (PRIOR_SITTINGS / usual) * fade(total);
  for (const steps of prior) blocks.push({ steps, weight: (mass / prior.length) * (1 - 1 / ONE_LOST_IN) });
  blocks.push({ steps: Array.from({ length: Math.max(1, Math.round(usual)) }, () => 0), weight: mass / ONE_LOST_IN });
  let after = total;
  for (const steps of own) {
    if (steps.length === 0) continue;
    // Its age is that of its middle.
    blocks.push({ steps, weight: (steps.length / usual) * fade(after - steps.length / 2) });
    after -= steps.length;
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
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

/** No run goes on for longer: nobody plans so far, and a record of nothing but lost weeks would never end. */
export const MOST_SITTINGS = 2000;
const ROUNDING = 1e-9;

/** Weeks that are alike taken as one of their weights together: a Dirichlet distribution is the same either way, with fewer numbers drawn. */
function merged(blocks: readonly Block[]): Block[] {
  const alike = new Map<string, Block>();
  for (const b of blocks) {
    const key = b.steps.join();
    alike.set(key, { steps: b.steps, weight: b.weight + (alike.get(key)?.weight ?? 0) });
  }
  return [...alike.values()];
}

/** How a course is planned over its open dates: not on each of them, where the pace asks for less. */
export interface Spread {
  /** Open dates up to the last day it is to be done by: what is left is spread over those that are left. */
  dates?: number;
  /** Without such a day: so many sittings an open date, at most 1. */
  density?: number;
  /** Places of steps that a sitting holds as it is planned; less than 1 only where what goes faster than it must is spread up to a day. */
  typical: number;
  /** Places behind the last step that is asked about, for which its dates are wanted as well. */
  beyond?: number;
  /** What holds instead from later dates on, counted from 0, in their order; a sitting then holds so many times what it held. */
  later?: readonly (Omit<Spread, 'later' | 'beyond'> & { from: number; faster: number })[];
}

/**
 * How many open dates it takes to finish so many steps, in each run: weights are drawn once a run, then whole weeks by them, their sittings
 * in order. For several numbers of steps at once, each run’s own. Where a course is planned on fewer dates than are open, what is left is
 * spread anew date by date, as the planner does: who falls behind sits more often, until every date is used.
 * @param steps numbers of steps, rising; each at least 1.
 * @param sizes what each of the steps takes of a sitting, 1 or a share of it; without it each takes 1.
 * @param may whether a step, counted from 0, can be done on a date, counted from 0: one that cannot waits for its date, and all behind it.
 * @returns for each number, the dates of every run; `MOST_SITTINGS` where a run did not come to its end.
 */
export function sittingsTo(
  given: readonly Block[],
  steps: readonly number[],
  {
    runs = 2000,
    seed = 1,
    spread,
    sizes,
    may = () => true,
  }: {
    runs?: number;
    seed?: number;
    spread?: Spread;
    sizes?: readonly number[];
    may?: ((step: number, date: number) => boolean) | undefined;
  } = {},
): Int32Array[] {
  const random = seeded(seed);
  const blocks = merged(given);
  const found = steps.map(() => new Int32Array(runs).fill(MOST_SITTINGS));
  const upTo = new Float64Array(blocks.length);
  const total = steps.at(-1) ?? 0;
  const size = (step: number) => sizes?.[step] ?? 1;
  // Places that are left before each step.
  const left = new Float64Array(total + 1).fill(spread?.beyond ?? 0);
  for (let step = total - 1; step >= 0; step--) left[step] = left[step + 1]! + size(step);
  for (let run = 0; run < runs; run++) {
    let sum = 0;
    blocks.forEach((b, i) => {
      sum += gamma(b.weight, random);
      upTo[i] = sum;
    });
    const drawn = (): readonly number[] => {
      const at = random() * sum;
      let [low, high] = [0, blocks.length - 1];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (upTo[middle]! < at) low = middle + 1;
        else high = middle;
      }
      return blocks[low]!.steps;
    };
    let week: readonly number[] = [];
    let [at, done, date, next, due, had, pace] = [0, 0, 0, 0, 0, 0, 0];
    let now: Omit<Spread, 'later' | 'beyond'> | undefined = spread;
    let faster = 1;
    while (next < steps.length && date < MOST_SITTINGS) {
      for (; spread?.later && date >= (spread.later[pace]?.from ?? Infinity); pace++) {
        now = spread.later[pace]!;
        faster = spread.later[pace]!.faster;
      }
      let share = 1;
      if (now) {
        const ahead = (now.dates ?? 0) - date;
        const asked = ahead > 0 ? left[done]! / ahead : Infinity;
        // Of half a place a day no sitting holds more, until that is too little to be in time.
        const holds = now.typical < 1 ? Math.min(1, Math.max(now.typical, asked)) : now.typical;
        if (now.density === undefined) share = Math.min(1, holds);
        due += Math.min(1, now.density ?? asked / holds);
      } else due = 1;
      date++;
      if (due < 1 - ROUNDING || !may(done, date - 1)) continue;
      due -= 1;
      while (at >= week.length) [week, at] = [drawn(), 0];
      // What a sitting holds beyond whole steps begins the next.
      had += week[at++]! * faster * share;
      while (done < total && had > size(done) - ROUNDING && may(done, date - 1)) had -= size(done++);
      // Nothing is saved up for a date that it waits for.
      if (had > size(done) - ROUNDING) had = 0;
      while (next < steps.length && done >= steps[next]!) found[next++]![run] = date;
    }
  }
  return found;
}

/** The value that so many per cent of the runs do not exceed. */
export function quantile(runs: Int32Array | readonly number[], share: number): number {
  const sorted = Int32Array.from(runs).sort();
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]!;
}
