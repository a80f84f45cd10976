import { seeded } from '../stagger';
import { type Block, doneOf, faster, gamma, ROUNDING } from './model';

/** No run goes on for longer: nobody plans so far, and a record of nothing but lost weeks would never end. */
export const MOST_SITTINGS = 2000;

/** A block with all of it said, so that the runs find every one of the same make. */
type Drawn = Required<Block>;

/** Of each week what its spread asks about: what it does not ask about keeps no two weeks apart that are alike. */
function withOnly({ steps, of = [], usual = 0, rate = 1, weight }: Block, spread: Spread | undefined): Drawn {
  if (spread?.later) return { steps, of, usual, rate, weight };
  if (!spread) return { steps, of: [], usual: 0, rate: 1, weight };
  if (spread.dates !== undefined) return { steps, of, usual: 0, rate: 1, weight };
  const times = faster(spread.typical, usual);
  return { steps: times === 1 ? steps : steps.map((n) => n * times), of: [], usual: 0, rate, weight };
}

/** Weeks that are alike taken as one of their weights together: a Dirichlet distribution is the same either way, with fewer numbers drawn. */
function merged(blocks: readonly Drawn[]): Drawn[] {
  const alike = new Map<string, Drawn>();
  for (const b of blocks) {
    const key = [b.steps.join(), b.of.join(), b.usual, b.rate].join(';');
    alike.set(key, { ...b, weight: b.weight + (alike.get(key)?.weight ?? 0) });
  }
  return [...alike.values()];
}

/** How a course is planned over its open dates: not on each of them, where the pace asks for less. */
interface Part {
  /** Open dates up to the last day it is to be done by: what is left is spread over those that are left. */
  dates?: number;
  /** Without such a day: so many sittings an open date, at most 1. */
  density?: number;
  /** Places of steps that a sitting holds as it is planned. */
  typical: number;
  /** What a sitting can hold of what is spread: as many as it must, once it falls behind. */
  most?: number;
}
export interface Spread extends Part {
  /** Places behind the last step that is asked about, for which its dates are wanted as well. */
  beyond?: number;
  /** What holds instead from later dates on, counted from 0, in their order. */
  later?: readonly (Part & { from: number })[];
}

/** A part in numbers: no last day is −1, and without a part each date is a sitting of a place. */
const numbersOf = (part: Part | undefined) =>
  [part?.typical ?? 1, part?.dates ?? -1, part?.density ?? 1, part?.most ?? 1] as const;

/**
 * How many open dates it takes to finish so many steps, in each run: weights are drawn once a run, then whole weeks by them, their sittings
 * in order. For several numbers of steps at once, each run’s own. Where a course is planned on fewer dates than are open, what is left is
 * spread anew date by date, as the planner does: who falls behind sits more often, until every date is used.
 * @param steps numbers of steps, rising; each at least 1.
 * @param sizes what each of the steps takes of a sitting, 1 or a share of it; without it each takes 1.
 * @param more the share that is done of what a sitting is asked for beyond what one was (`shareOfMore`).
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
    more = 1,
    may,
  }: {
    runs?: number;
    seed?: number;
    spread?: Spread;
    sizes?: readonly number[];
    more?: number;
    may?: ((step: number, date: number) => boolean) | undefined;
  } = {},
): Int32Array[] {
  const random = seeded(seed);
  const blocks = merged(given.map((b) => withOnly(b, spread)));
  const found = steps.map(() => new Int32Array(runs).fill(MOST_SITTINGS));
  const upTo = new Float64Array(blocks.length);
  const total = steps.at(-1) ?? 0;
  // What each step takes, and the places that are left before it.
  const size = Float64Array.from({ length: total + 1 }, (_, step) => sizes?.[step] ?? 1);
  const left = new Float64Array(total + 1).fill(spread?.beyond ?? 0);
  for (let step = total - 1; step >= 0; step--) left[step] = left[step + 1]! + size[step]!;
  const later = spread?.later ?? [];
  for (let run = 0; run < runs; run++) {
    let sum = 0;
    blocks.forEach((b, i) => {
      sum += gamma(b.weight, random);
      upTo[i] = sum;
    });
    const drawn = (): Drawn => {
      const at = random() * sum;
      let [low, high] = [0, blocks.length - 1];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (upTo[middle]! < at) low = middle + 1;
        else high = middle;
      }
      return blocks[low]!;
    };
    let week = drawn();
    let [at, done, date, next, due, had, pace] = [0, 0, 0, 0, 0, 0, 0];
    let until = later[0]?.from ?? Infinity;
    let [typical, dates, density, most] = numbersOf(spread);
    while (next < steps.length && date < MOST_SITTINGS) {
      while (date >= until) {
        [typical, dates, density, most] = numbersOf(later[pace]);
        until = later[++pace]?.from ?? Infinity;
      }
      while (at >= week.steps.length) {
        week = drawn();
        at = 0;
      }
      let holds = typical;
      if (dates < 0) due += Math.min(1, density * week.rate);
      else {
        const asked = dates > date ? left[done]! / (dates - date) : Infinity;
        // A sitting holds no more than it must to be in time.
        holds = Math.max(typical, Math.min(most, asked));
        due += Math.min(1, asked / holds);
      }
      date++;
      if (due < 1 - ROUNDING || (may && !may(done, date - 1))) continue;
      due -= 1;
      // What a sitting holds beyond whole steps begins the next.
      had += dates < 0 ? week.steps[at]! * faster(holds, week.usual) : doneOf(week, at, holds, more);
      at++;
      while (done < total && had > size[done]! - ROUNDING && (!may || may(done, date - 1))) had -= size[done++]!;
      // Nothing is saved up for a date that it waits for.
      if (had > size[done]! - ROUNDING) had = 0;
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
