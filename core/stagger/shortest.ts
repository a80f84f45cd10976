import { weekStart } from '../calendar';
import {
  countedOn,
  goesOnToday,
  isCapped,
  mayEndBefore,
  paceBegins,
  type Phase,
  phaseOn,
  reach,
  type Track,
} from '../pace';
import type { Placed, Problem } from './types';
import { ROUNDING, WEIGHTS } from './weights';

/** A track's best placement on given terms, and what it costs on them. */
export interface Shortest {
  placed: Placed;
  cost: number;
}

/** What a track pays beyond its own cost: for what it shares with others, and for how far along it is. */
export interface Terms {
  /** For steps p…j−1 on its d-th open date. */
  sitting?: ((d: number, p: number, j: number) => number) | undefined;
  /** By open date and number of steps placed by then: for the days from that date up to the next open one. */
  standing?: readonly Float64Array[] | undefined;
}

/**
 * Places one track exactly, as a shortest path over (date, steps placed, weekly cap used), by dynamic programming.
 * Without terms the track pays only its own cost. Among equal costs the earlier placement wins, so the result is the same
 * every time. Where terms leave no placement at all it costs infinitely much.
 * @param hint where the track stood and what is to go at least from every state, to pass over states that cannot win; only
 * for terms that are never negative.
 */
export function shortest(
  problem: Problem,
  t: number,
  terms: Terms = {},
  track = problem.tracks[t]!,
  hint?: { toGo: ToGo; stood: Placed },
): Shortest {
  const { steps, dates, room } = track;
  const n = steps.length;
  const m = dates.length;
  const capped = isCapped(track);
  const { width, size } = statesOf(track);
  const own = ownCosts(problem, t);
  const leaving = leavingFrom(problem, t);
  const { sitting: price, standing: apart } = terms;
  const usual = usualReach(track);

  // Where the track stood is a placement like any other: no part of a better one can cost more than all of it.
  const limit = hint ? costAlong(track, hint.stood, own, terms, leaving) + ROUNDING : Infinity;
  const left = hint?.toGo;
  let now = new Float64Array(size).fill(Infinity);
  let next = new Float64Array(size);
  now[capped ? Math.min(track.usedThisWeek, width - 1) : 0] = 0;
  // For every date and state after it: the state before it.
  const from = new Int32Array(m * size).fill(-1);
  let top = 0;
  let low = 0;
  for (let d = 0; d < m; d++) {
    const day = dates[d]!;
    const freshWeek = beginsWeek(track, d);
    if (capped && freshWeek) forgetWeek(now, width, top);
    const row = d * size;
    const unusual = isUnusual(problem, track, d);
    const counted = capped ? countedOn(track, day) : undefined;
    const ends = endsOn(problem, t, track, d);
    next.fill(Infinity);
    let nextTop = top;
    let lowest = top + 1;
    for (let p = low; p <= top; p++) {
      const most = left ? limit - left[d * (n + 1) + p]! : Infinity;
      for (let u = 0; u < width; u++) {
        const base = now[p * width + u]!;
        if (base === Infinity || base > most) continue;
        if (p < lowest) lowest = p;
        let used = capped && freshWeek ? 0 : u;
        const end = capped || unusual ? reach(track, p, day, room[d]!, capped ? used : 0) : usual[p]!;
        if (end > nextTop) nextTop = end;
        const state = p * width + u;
        let alone = base;
        for (let j = p; ; j++) {
          if (ends === undefined || mayEnd(ends, p, j, end)) {
            let cost = price !== undefined && j > p ? alone + price(d, p, j) : alone;
            if (apart) cost += apart[d]![j]!;
            const to = j * width + (capped ? used : 0);
            // A tie goes to the path that has placed more by now: the earlier placement.
            if (cost < next[to]! || (cost === next[to]! && state > from[row + to]!)) {
              next[to] = cost;
              from[row + to] = state;
            }
          }
          if (j === end) break;
          alone += own(d, j);
          if (counted) used += counted[j]!.uses;
        }
      }
    }
    [now, next] = [next, now];
    top = nextTop;
    low = Math.min(lowest, top);
  }

  let best = 0;
  let bestCost = Infinity;
  for (let p = n; p >= 0; p--) {
    for (let u = 0; u < width; u++) {
      const cost = now[p * width + u]! + leaving[p]!;
      if (cost < bestCost) {
        bestCost = cost;
        best = p * width + u;
      }
    }
  }
  const placed: Placed = new Array<number>(n).fill(-1);
  if (bestCost === Infinity) return { placed, cost: bestCost };
  for (let d = m - 1, state = best; d >= 0; d--) {
    const before = from[d * size + state]!;
    for (let i = Math.floor(before / width); i < Math.floor(state / width); i++) placed[i] = dates[d]!;
    state = before;
  }
  return { placed, cost: bestCost };
}

/** Where a track's sitting on a date may end. */
export interface Ends {
  /** So many steps are to stand on it, as far as they can: on a day under way what was on its page; −1 for any. */
  due: number;
  /** It is begun and goes on. */
  goesOn: boolean;
  /** Before which steps it does not end by choice. */
  cannotEnd: Uint8Array | undefined;
}
const uncutCache = new WeakMap<Phase['steps'], Uint8Array | 'none'>();

/** Where a track's sitting on its d-th date may end; undefined where it may end anywhere. */
export function endsOn({ today, due }: Problem, t: number, track: Track, d: number): Ends | undefined {
  const day = track.dates[d]!;
  const { steps } = track.later ? phaseOn(track, day) : track;
  let marked = uncutCache.get(steps);
  if (marked === undefined) {
    const all = Uint8Array.from(steps, (_, i) => (i > 0 && !mayEndBefore(steps, i) ? 1 : 0));
    uncutCache.set(steps, (marked = all.includes(1) ? all : 'none'));
  }
  const wanted = due !== undefined && day === today ? due[t]! : -1;
  const goesOn = d === 0 && goesOnToday(track);
  if (marked === 'none' && wanted < 0 && !goesOn) return undefined;
  return { due: wanted, goesOn, cannotEnd: marked === 'none' ? undefined : marked };
}

/** Whether a sitting that begins with step p and could hold those up to `end` may end before step j. */
export const mayEnd = ({ due, goesOn, cannotEnd }: Ends, p: number, j: number, end: number): boolean =>
  due >= 0 ? j === Math.min(end, p + due) : j === end || (j === p ? !goesOn : !cannotEnd?.[j]);

/** The states a track may be in on a date: steps placed, times what is used of a weekly cap (`width`, 1 without one). */
export function statesOf(track: Track): { width: number; size: number } {
  const capped = [track, ...(track.later ?? [])].filter((p) => Number.isFinite(p.weeklyCap));
  const widths = capped.map(
    ({ steps, weeklyCap }) => Math.min(weeklyCap, track.usedThisWeek + steps.reduce((sum, s) => sum + s.uses, 0)) + 1,
  );
  const width = Math.max(1, ...widths);
  return { width, size: (track.steps.length + 1) * width };
}

/** Whether a new week, or another pace, and with it a new weekly cap has begun by a track's d-th date. */
export function beginsWeek(track: Track, d: number): boolean {
  const { dates, firstDay, thisWeek } = track;
  const week = d === 0 ? thisWeek : weekStart(dates[d - 1]!, firstDay);
  if (weekStart(dates[d]!, firstDay) !== week) return true;
  return track.later !== undefined && paceBegins(track, d === 0 ? -Infinity : dates[d - 1]!, dates[d]!);
}

/** What a placement of the track costs, priced as the paths are; every step of it stands on a date it may stand on. */
function costAlong(
  track: Track,
  placed: Placed,
  own: (d: number, i: number) => number,
  { sitting: price, standing: apart }: Terms,
  leaving: Float64Array,
): number {
  let cost = 0;
  let p = 0;
  track.dates.forEach((day, d) => {
    let j = p;
    for (; j < placed.length && placed[j] === day; j++) cost += own(d, j);
    if (j > p && price) cost += price(d, p, j);
    if (apart) cost += apart[d]![j]!;
    p = j;
  });
  return cost + leaving[p]!;
}

/** For every open date and number of steps placed before it: the least that the rest costs its own track. */
export type ToGo = Float64Array;

/**
 * What is still to be paid at least, from every date on, with all shared people, links and the weekly cap left out. No path
 * through a state can cost less than what it has cost so far and this; so states beyond a known cost are passed over,
 * and the result stays exact.
 */
export function costToGo(problem: Problem, t: number): ToGo {
  const track = problem.tracks[t]!;
  const n = track.steps.length;
  const m = track.dates.length;
  const own = ownCosts(problem, t);
  const usual = usualReach(track);
  const least = new Float64Array((m + 1) * (n + 1));
  least.set(leavingFrom(problem, t), m * (n + 1));
  for (let d = m - 1; d >= 0; d--) {
    const day = track.dates[d]!;
    const room = track.room[d]!;
    const unusual = isUnusual(problem, track, d);
    const [row, after] = [d * (n + 1), (d + 1) * (n + 1)];
    for (let p = n; p >= 0; p--) {
      const end = p === n ? n : unusual ? reach(track, p, day, room, -Infinity) : usual[p]!;
      let best = least[after + p]!;
      let alone = 0;
      for (let j = p; j < end; j++) {
        alone += own(d, j);
        const cost = alone + least[after + j + 1]!;
        if (cost < best) best = cost;
      }
      least[row + p] = best;
    }
  }
  return least;
}

/** A new week forgets what was used: of each row only the cheapest state can be on a best path, the others go. */
function forgetWeek(now: Float64Array, width: number, top: number): void {
  for (let p = 0; p <= top; p++) {
    let cheapest = p * width;
    for (let u = 1; u < width; u++) if (now[p * width + u]! < now[cheapest]!) cheapest = p * width + u;
    for (let u = 0; u < width; u++) if (p * width + u !== cheapest) now[p * width + u] = Infinity;
  }
}

/** What the first i steps of a track hold together, for every i from 0 on. */
export interface Sums {
  fresh: Int32Array;
  taught: Int32Array;
  spent: Int32Array;
}
const sumsCache = new WeakMap<Track['steps'], Sums>();

/** New lessons, teacher's and child's minutes added up along a track, or one of its phases: of steps p…j−1 it is the difference of two. */
export function sumsOf({ steps }: Pick<Phase, 'steps'>): Sums {
  let known = sumsCache.get(steps);
  if (!known) {
    const along = (of: (i: number) => number) => {
      const total = new Int32Array(steps.length + 1);
      for (let i = 0; i < steps.length; i++) total[i + 1] = total[i]! + of(i);
      return total;
    };
    known = {
      fresh: along((i) => steps[i]!.fresh),
      taught: along((i) => steps[i]!.teacher),
      spent: along((i) => steps[i]!.minutes),
    };
    sumsCache.set(steps, known);
  }
  return known;
}

/** The same for each open date: the sums of what holds by then. */
export const sumsByDate = (track: Track): Sums[] => track.dates.map((day) => sumsOf(phaseOn(track, day)));

/**
 * Whether what fits on its d-th date may differ from the usual: today has used some of its room; a day to which the parent moved
 * sittings has more than the usual; on some nobody teaches; another pace holds by then.
 */
export const isUnusual = (problem: Problem, track: Track, d: number): boolean =>
  track.dated ||
  track.dates[d]! <= problem.today ||
  track.room[d] !== track.perSitting ||
  track.untaught.has(track.dates[d]!) ||
  (track.later !== undefined && track.dates[d]! >= track.later[0]!.from);

const reachCache = new WeakMap<Track, Int32Array>();

/** How far a sitting reaches from each step on any date after today, when no weekly cap counts: the same every date. */
export function usualReach(track: Track): Int32Array {
  let known = reachCache.get(track);
  if (!known) {
    known = Int32Array.from(track.steps, (_, i) => reach(track, i, Infinity, track.perSitting, -Infinity));
    known = Int32Array.of(...known, track.steps.length);
    reachCache.set(track, known);
  }
  return known;
}

/** What a step that finds no date costs: one that is held to a date stands off it as well. */
export const leavingOut = (problem: Problem, t: number, i: number): number =>
  WEIGHTS.unplaced + (problem.held[t]![i]! >= 0 ? WEIGHTS.held : 0);

/** What it costs to place nothing from step p on, for every p: no held step is bought off with all that stands behind it. */
export function leavingFrom(problem: Problem, t: number): Float64Array {
  const n = problem.tracks[t]!.steps.length;
  const leaving = new Float64Array(n + 1);
  for (let p = n - 1; p >= 0; p--) leaving[p] = leaving[p + 1]! + leavingOut(problem, t, p);
  return leaving;
}

/** What step i costs its own track at its d-th open date: drift, lateness, and standing off a held date. */
export function ownCosts(problem: Problem, t: number): (d: number, i: number) => number {
  const { dates, target, ideal, firm } = problem.tracks[t]!;
  const held = problem.held[t]!;
  const wish = Int32Array.from(ideal);
  const anyHeld = held.some((h) => h >= 0);
  const late = Int32Array.from(dates, (day) => (day > target ? WEIGHTS.late : 0));
  return (d, i) => {
    const gap = d + 1 - wish[i]!;
    const cost = (gap < 0 ? -gap : gap) * WEIGHTS.drift * firm + late[d]!;
    return anyHeld && held[i]! >= 0 && held[i] !== dates[d] ? cost + WEIGHTS.held : cost;
  };
}
