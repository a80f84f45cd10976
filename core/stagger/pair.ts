import type { Day } from '../calendar';
import { countedOn, isCapped, reach, type Track } from '../pace';
import type { LinkedPair, Placed, Problem } from './types';
import {
  beginsWeek,
  endsOn,
  isUnusual,
  leavingFrom,
  mayEnd,
  ownCosts,
  shortest,
  statesOf,
  type Terms,
  usualReach,
} from './shortest';

/**
 * Pairs of more states than this (dates × steps of the one × steps of the other, twice) are too dear to be placed as one: some 5 ms where
 * a deed waits for the plan, some 20 ms where somebody has asked whether it could be better.
 */
export const MOST_STATES = { soon: 400_000, asked: 1_500_000 };

/**
 * The linked tracks that are priced two by two: a price for being ahead cannot see that a mixture of early and late placements
 * meets any link on the mean, so only placing both at once bounds what being apart costs. Each track is in one pair at the most (the
 * first of its links); pairs that would be too large stay apart, at prices.
 */
export function jointPairs(problem: Problem, most: number): LinkedPair[] {
  const taken = new Set<number>();
  return problem.links.filter(({ a, b }) => {
    if (taken.has(a) || taken.has(b)) return false;
    const [one, other] = [problem.tracks[a]!, problem.tracks[b]!];
    const dates = new Set([...one.dates, ...other.dates]).size;
    if (2 * dates * statesOf(one).size * statesOf(other).size > most) return false;
    taken.add(a).add(b);
    return true;
  });
}

/** So many of the days on which two are compared lie from a day on and before another. */
export const daysWithin = (from: Day, { days }: LinkedPair, since: Day, until: Day): number =>
  days.filter((s) => from + s >= since && from + s < until).length;

/** One of the two: what changes of it on a date. */
interface Side {
  t: number;
  track: Track;
  width: number;
  size: number;
  own: (d: number, i: number) => number;
  terms: Terms;
  /** By a date of either, its place among its own; none where it is not open. */
  placeOf: Map<number, number>;
  leaving: Float64Array;
}

/**
 * Places two tracks exactly as one, at given terms of each and at what being apart costs: a shortest path over (date, steps placed of
 * the one, of the other, weekly caps used), by dynamic programming. On each date first the one goes on, then the other, then a school day of
 * being apart is paid for every school day up to the next date. As `shortest` does for one track; the same every time.
 */
export function shortestPair(
  problem: Problem,
  joint: LinkedPair,
  terms: readonly [Terms, Terms],
): { placed: [Placed, Placed]; cost: number } {
  const { a, b, at, bt } = joint;
  const side = (t: number, own: Terms): Side => {
    const track = problem.tracks[t]!;
    return {
      t,
      track,
      ...statesOf(track),
      own: ownCosts(problem, t),
      terms: own,
      placeOf: new Map(track.dates.map((day, d) => [day, d])),
      leaving: leavingFrom(problem, t),
    };
  };
  const sides = [side(a, terms[0]), side(b, terms[1])] as const;
  const [A, B] = sides;
  const all = A.size * B.size;
  const dates = [...new Set([...A.track.dates, ...B.track.dates])].sort((x, y) => x - y);
  /** Days from a date up to the next on which what then stands is compared. */
  const days = dates.map((day, i) => daysWithin(problem.from, joint, day, dates[i + 1] ?? Infinity));
  const before = daysWithin(problem.from, joint, -Infinity, dates[0] ?? Infinity);

  let now = new Float64Array(all).fill(Infinity);
  const begin = ({ track, width }: Side) => Math.min(track.usedThisWeek, width - 1);
  now[begin(A) * B.size + begin(B)] = before * Math.abs(at[0]! - bt[0]!);
  // For every date, side and state after it: the state of that side before it.
  const from: Int32Array[] = [];
  dates.forEach((day, i) => {
    for (const k of [0, 1] as const) {
      const d = sides[k].placeOf.get(day);
      const step = d === undefined ? undefined : advance(problem, sides, k, d, now);
      if (step) now = step.next;
      from.push(step?.from ?? new Int32Array(0));
    }
    if (days[i]! === 0) return;
    for (let s = 0; s < A.size; s++) {
      const one = at[Math.floor(s / A.width)]!;
      for (let r = 0; r < B.size; r++) {
        const state = s * B.size + r;
        if (now[state]! < Infinity) now[state]! += days[i]! * Math.abs(one - bt[Math.floor(r / B.width)]!);
      }
    }
  });

  let [best, cost] = [0, Infinity];
  for (let state = all - 1; state >= 0; state--) {
    const p = Math.floor(Math.floor(state / B.size) / A.width);
    const q = Math.floor((state % B.size) / B.width);
    const total = now[state]! + A.leaving[p]! + B.leaving[q]!;
    if (total < cost) [best, cost] = [state, total];
  }
  const placed: [Placed, Placed] = [
    new Array<number>(A.track.steps.length).fill(-1),
    new Array<number>(B.track.steps.length).fill(-1),
  ];
  if (cost === Infinity) return { placed, cost };
  let [s, r] = [Math.floor(best / B.size), best % B.size];
  for (let i = dates.length - 1; i >= 0; i--) {
    for (const k of [1, 0] as const) {
      const back = from[2 * i + k]!;
      if (back.length === 0) continue;
      const was = back[s * B.size + r]!;
      const [end, start] = [k === 0 ? s : r, was].map((x) => Math.floor(x / sides[k].width));
      for (let n = start!; n < end!; n++) placed[k][n] = dates[i]!;
      if (k === 0) s = was;
      else r = was;
    }
  }
  return { placed, cost };
}

/** One side goes on by a sitting on its d-th date, for every state of the other. */
function advance(
  problem: Problem,
  sides: readonly [Side, Side],
  k: 0 | 1,
  d: number,
  now: Float64Array,
): { next: Float64Array<ArrayBuffer>; from: Int32Array } {
  const [A, B] = sides;
  const { t, track, width, own, terms } = sides[k];
  const { steps, dates, room } = track;
  const n = steps.length;
  const day = dates[d]!;
  const capped = isCapped(track);
  const counted = countedOn(track, day);
  const freshWeek = beginsWeek(track, d);
  const unusual = isUnusual(problem, track, d);
  const usual = usualReach(track);
  const ends = endsOn(problem, t, track, d);
  const next = new Float64Array(now.length).fill(Infinity);
  const from = new Int32Array(now.length).fill(-1);
  // States of the other side lie so far apart, and those of this one so.
  const [others, far, step] = k === 0 ? [B.size, 1, B.size] : [A.size, B.size, 1];
  for (let p = 0; p <= n; p++)
    for (let u = 0; u < width; u++) {
      const state = p * width + u;
      let used = capped && freshWeek ? 0 : u;
      const end = capped || unusual ? reach(track, p, day, room[d]!, capped ? used : 0) : usual[p]!;
      let alone = 0;
      for (let j = p; ; j++) {
        const cost = alone + (j > p ? (terms.sitting?.(d, p, j) ?? 0) : 0) + (terms.standing?.[d]![j] ?? 0);
        const to = j * width + (capped ? used : 0);
        for (let o = 0; o < (ends === undefined || mayEnd(ends, p, j, end) ? others : 0); o++) {
          const total = now[o * far + state * step]! + cost;
          const place = o * far + to * step;
          // A tie goes to the path that has placed more by now, as in `shortest`.
          if (total < next[place]! || (total === next[place]! && total < Infinity && state > from[place]!)) {
            next[place] = total;
            from[place] = state;
          }
        }
        if (j >= end) break;
        alone += own(d, j);
        if (counted) used += counted[j]!.uses;
      }
    }
  return { next, from };
}

/** What places every track at its terms, and those kept together two by two. */
interface Priced {
  readonly joint: readonly LinkedPair[];
  terms: (t: number) => Terms;
}

/**
 * Places all tracks at prices, each by itself (those that are placed as one two by two); `cost` is what they then pay in all.
 * @param hint of a track, what may cut its paths short (see `shortest`)
 */
export function placedAt(
  problem: Problem,
  prices: Priced,
  hint: (t: number) => Parameters<typeof shortest>[4] = () => undefined,
): { placed: Placed[]; cost: number } {
  const placed: Placed[] = [];
  let cost = 0;
  for (const joint of prices.joint) {
    const { a, b } = joint;
    const best = shortestPair(problem, joint, [prices.terms(a), prices.terms(b)]);
    [placed[a], placed[b]] = best.placed;
    cost += best.cost;
  }
  problem.tracks.forEach((track, t) => {
    if (placed[t]) return;
    const best = shortest(problem, t, prices.terms(t), track, hint(t));
    placed[t] = best.placed;
    cost += best.cost;
  });
  return { placed, cost };
}
