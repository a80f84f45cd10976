import { type Random, seeded } from '../stagger';
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
  /**
   * How close its sittings lay in the weeks on record. A plan puts far sittings further apart than they will lie, since it is made anew
   * each day; or closer. Each run lies somewhere between the two, or somewhat beyond.
   */
  dense?: number;
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

/** The weeks to draw from, in the form in which the runs read them: all sittings in one row, week after week. */
interface Sheet {
  /** Where each week begins in the row, and where the last one ends. */
  starts: Int32Array;
  steps: Float64Array;
  /** What each sitting was asked for; 0 where as much is finished whatever is asked. */
  of: Float64Array;
  usual: Float64Array;
  rate: Float64Array;
  weights: Float64Array;
}

function sheetOf(blocks: readonly Drawn[]): Sheet {
  const starts = new Int32Array(blocks.length + 1);
  blocks.forEach((b, i) => (starts[i + 1] = starts[i]! + b.steps.length));
  return {
    starts,
    steps: Float64Array.from(blocks.flatMap((b) => b.steps)),
    // Of what was on no list a place was asked for.
    of: Float64Array.from(blocks.flatMap((b) => b.steps.map((_, i) => (b.of.length === 0 ? 0 : b.of[i]! || 1)))),
    usual: Float64Array.from(blocks, (b) => b.usual),
    rate: Float64Array.from(blocks, (b) => b.rate),
    weights: Float64Array.from(blocks, (b) => b.weight),
  };
}

/** A course as the runs read it. */
interface Way {
  /** The numbers of steps that are asked about, rising. */
  asked: readonly number[];
  /** What each step takes of a sitting, and the places that are left before it. */
  size: Float64Array;
  left: Float64Array;
  /** How it is planned: the first from the first date on, the others from theirs. */
  paces: readonly Float64Array[];
  froms: readonly number[];
  more: number;
  may: ((step: number, date: number) => boolean) | undefined;
  room: Room | undefined;
}
/** The most sittings a date, from 0 to 1, that a run holds on a date, counted from 0, with so many steps done. */
export type Room = (run: number, date: number, done: number) => number;

/** A pace in numbers: no last day is −1, and without a pace each date is a sitting of a place. */
const paceOf = (part: Part | undefined) =>
  Float64Array.of(part?.typical ?? 1, part?.dates ?? -1, part?.density ?? 1, part?.most ?? 1);

/**
 * How many open dates it takes to finish so many steps, in each run: weights are drawn once a run, then whole weeks by them, their sittings
 * in order. For several numbers of steps at once, each run’s own. Where a course is planned on fewer dates than are open, what is left is
 * spread anew date by date, as the planner does: who falls behind sits more often, until every date is used.
 * @param steps numbers of steps, rising; each at least 1.
 * @param sizes what each of the steps takes of a sitting, 1 or a share of it; without it each takes 1.
 * @param more the share that is done of what a sitting is asked for beyond what one was (`shareOfMore`).
 * @param room the most sittings a date that there are, beside others in their own runs
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
    room,
  }: {
    runs?: number;
    seed?: number;
    spread?: Spread;
    sizes?: readonly number[];
    more?: number;
    may?: ((step: number, date: number) => boolean) | undefined;
    room?: Room | undefined;
  } = {},
): Int32Array[] {
  const random = seeded(seed);
  const sheet = sheetOf(merged(given.map((b) => withOnly(b, spread))));
  const total = steps.at(-1) ?? 0;
  const size = Float64Array.from({ length: total + 1 }, (_, step) => sizes?.[step] ?? 1);
  const left = new Float64Array(total + 1).fill(spread?.beyond ?? 0);
  for (let step = total - 1; step >= 0; step--) left[step] = left[step + 1]! + size[step]!;
  const later = spread?.later ?? [];
  const way: Way = {
    ...{ asked: steps, size, left, more, may, room },
    paces: [spread, ...later].map(paceOf),
    froms: later.map((l) => l.from),
  };
  const found = steps.map(() => new Int32Array(runs).fill(MOST_SITTINGS));
  const upTo = new Float64Array(sheet.weights.length);
  const between = spread?.density !== undefined && spread.dense !== undefined && spread.dense !== spread.density;
  for (let run = 0; run < runs; run++) {
    let sum = 0;
    for (let i = 0; i < upTo.length; i++) upTo[i] = sum += gamma(sheet.weights[i]!, random);
    if (between) way.paces[0]![2] = closeness(spread.density!, spread.dense!, random());
    oneRun(way, sheet, upTo, random, found, run);
  }
  return found;
}

/**
 * How far beyond either a run may lie, as a share of what lies between them: how much the plan and the record differ tells how little is
 * known of it. Chosen on lives in which other courses stand in the way; some of their habits were held back (docs/forecast.md).
 */
const BEYOND = 0.6;
/** The least sittings a date that a run goes by: one in fifty. */
const LEAST = 0.02;
/** Sittings a date between what the plan has and what the record had, or somewhat beyond; `at`: where, from 0 to 1. */
const closeness = (planned: number, recorded: number, at: number): number =>
  Math.min(1, Math.max(LEAST, planned + (at * (1 + 2 * BEYOND) - BEYOND) * (recorded - planned)));

/** The first week whose weight, with those before it, comes up to what was drawn. */
function drawn(upTo: Float64Array, random: Random): number {
  const at = random() * upTo[upTo.length - 1]!;
  let low = 0;
  let high = upTo.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (upTo[middle]! < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * One run, told into `found` at `run`. A function of its own over rows of numbers, since two million dates are gone through while somebody waits:
 * so the browser makes fast code of it once, whatever the course.
 * @param upTo the weights of the weeks in this run, each with those before it
 */
function oneRun(way: Way, sheet: Sheet, upTo: Float64Array, random: Random, found: readonly Int32Array[], run: number) {
  const { asked, size, left, paces, froms, more, may, room } = way;
  const { starts, steps, of, usual, rate } = sheet;
  const total = size.length - 1;
  let week = drawn(upTo, random);
  let at = starts[week]!;
  let end = starts[week + 1]!;
  let done = 0;
  let date = 0;
  let next = 0;
  let due = 0;
  let had = 0;
  let pace = paces[0]!;
  let coming = 0;
  let until = froms[0] ?? Infinity;
  while (next < asked.length && date < MOST_SITTINGS) {
    while (date >= until) {
      pace = paces[++coming]!;
      until = froms[coming] ?? Infinity;
    }
    while (at >= end) {
      week = drawn(upTo, random);
      at = starts[week]!;
      end = starts[week + 1]!;
    }
    const typical = pace[0]!;
    const dates = pace[1]!;
    let holds = typical;
    let wish: number;
    if (dates < 0) wish = Math.min(1, pace[2]! * rate[week]!);
    else {
      const wanted = dates > date ? left[done]! / (dates - date) : Infinity;
      // A sitting holds no more than it must to be in time.
      holds = Math.max(typical, Math.min(pace[3]!, wanted));
      wish = Math.min(1, wanted / holds);
    }
    due += room === undefined ? wish : Math.min(wish, room(run, date, done));
    date++;
    if (due < 1 - ROUNDING || (may !== undefined && !may(done, date - 1))) continue;
    due -= 1;
    // What a sitting holds beyond whole steps begins the next.
    had += dates < 0 ? steps[at]! * faster(holds, usual[week]!) : doneOf(steps[at]!, of[at]!, holds, more);
    at++;
    while (done < total && had > size[done]! - ROUNDING && (may === undefined || may(done, date - 1)))
      had -= size[done++]!;
    // Nothing is saved up for a date that it waits for.
    if (had > size[done]! - ROUNDING) had = 0;
    while (next < asked.length && done >= asked[next]!) found[next++]![run] = date;
  }
}

/** In how many of a hundred runs it is done by a day. */
export const chanceOf = (ends: Int32Array, by: number): number =>
  Math.round((100 * ends.reduce((n, d) => n + (d <= by ? 1 : 0), 0)) / ends.length);

/** The value that so many per cent of the runs do not exceed. */
export const quantile = (runs: Int32Array | readonly number[], share: number): number => quantiles(runs, [share])[0]!;

/** The same of several shares at once. */
export function quantiles(runs: Int32Array | readonly number[], shares: readonly number[]): number[] {
  const sorted = Int32Array.from(runs).sort();
  return shares.map((s) => sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(s * sorted.length) - 1))]!);
}
