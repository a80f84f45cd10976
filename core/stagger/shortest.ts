import { weekStart } from '../calendar';
import { reach } from '../pace';
import { type Loads, over, type Placed } from './loads';
import type { Problem } from './problem';
import { WEIGHTS } from './weights';

/** A track's best placement against given loads, and what it adds to the cost. */
export interface Shortest {
  placed: Placed;
  cost: number;
}

/**
 * Places one track exactly, as a shortest path over (date, steps placed, weekly cap used), by dynamic programming.
 * With loads, the track pays what it adds to the shared cost of the others; without, only its own. Among equal costs
 * the earlier placement wins, so the result is the same every time.
 */
export function shortest(problem: Problem, t: number, loads?: Loads): Shortest {
  const track = problem.tracks[t]!;
  const n = track.steps.length;
  const m = track.dates.length;
  const capped = Number.isFinite(track.weeklyCap);
  const width = capped ? Math.min(track.weeklyCap, n + track.usedThisWeek) + 1 : 1;
  const start = capped ? Math.min(track.usedThisWeek, width - 1) : 0;
  const size = (n + 1) * width;
  const own = ownCosts(problem, t);
  const price = loads ? sharedCosts(problem, t, loads) : undefined;

  let now = new Float64Array(size).fill(Infinity);
  now[start] = 0;
  // For every date and state after it: the state before it.
  const from: Int32Array[] = [];
  let top = 0;
  for (let d = 0; d < m; d++) {
    const day = track.dates[d]!;
    const week = weekStart(day, track.firstDay);
    const freshWeek = d === 0 ? week !== track.thisWeek : week !== weekStart(track.dates[d - 1]!, track.firstDay);
    const next = new Float64Array(size).fill(Infinity);
    const back = new Int32Array(size).fill(-1);
    let nextTop = top;
    for (let p = 0; p <= top; p++) {
      // A new week forgets what was used: only the cheapest of a row's states can be on a best path.
      let cheapest = -1;
      if (freshWeek && width > 1) {
        for (let u = 0; u < width; u++)
          if (now[p * width + u]! < (cheapest < 0 ? Infinity : now[cheapest]!)) cheapest = p * width + u;
        if (cheapest < 0) continue;
      }
      for (let u = 0; u < width; u++) {
        const state = cheapest >= 0 ? cheapest : p * width + u;
        const base = now[state]!;
        if (base !== Infinity) {
          let used = cheapest >= 0 ? 0 : u;
          const end = reach(track, p, day, track.room[d]!, capped ? used : 0);
          let alone = 0;
          for (let j = p; j <= end; j++) {
            if (j > p) {
              alone += own(d, j - 1);
              if (capped) used += track.steps[j - 1]!.uses;
            }
            const cost = base + alone + (price && j > p ? price(d, p, j) : 0);
            const to = j * width + (capped ? used : 0);
            // A tie goes to the path that has placed more by now: the earlier placement.
            if (cost < next[to]! || (cost === next[to]! && state > back[to]!)) {
              next[to] = cost;
              back[to] = state;
            }
            if (j > nextTop) nextTop = j;
          }
        }
        if (cheapest >= 0) break;
      }
    }
    from.push(back);
    now = next;
    top = nextTop;
  }

  let best = 0;
  let bestCost = Infinity;
  for (let p = n; p >= 0; p--) {
    for (let u = 0; u < width; u++) {
      const cost = now[p * width + u]! + (n - p) * WEIGHTS.unplaced;
      if (cost < bestCost) {
        bestCost = cost;
        best = p * width + u;
      }
    }
  }
  const placed: Placed = new Array<number>(n).fill(-1);
  for (let d = m - 1, state = best; d >= 0; d--) {
    const before = from[d]![state]!;
    for (let i = Math.floor(before / width); i < Math.floor(state / width); i++) placed[i] = track.dates[d]!;
    state = before;
  }
  return { placed, cost: bestCost };
}

/** What step i costs its own track at its d-th open date: drift, lateness, and standing off a held date. */
export function ownCosts(problem: Problem, t: number): (d: number, i: number) => number {
  const track = problem.tracks[t]!;
  const held = problem.held[t]!;
  return (d, i) => {
    const day = track.dates[d]!;
    const drift = Math.abs(d + 1 - track.ideal[i]!) * WEIGHTS.drift;
    const late = day > track.target ? WEIGHTS.late : 0;
    const off = held[i]! >= 0 && held[i] !== day ? WEIGHTS.held : 0;
    return drift + late + off;
  };
}

/** What placing steps p…j−1 of a track on its d-th open date adds to the shared cost of the loads. */
function sharedCosts(problem: Problem, t: number, loads: Loads): (d: number, p: number, j: number) => number {
  const { steps, dates, today } = problem.tracks[t]!;
  const teacher = loads.teacherOf(t);
  const children = loads.childrenOf(t);
  const sum = (of: (i: number) => number) => {
    const total = new Int32Array(steps.length + 1);
    for (let i = 0; i < steps.length; i++) total[i + 1] = total[i]! + of(i);
    return total;
  };
  const fresh = sum((i) => steps[i]!.fresh);
  const withTeacher = sum((i) => steps[i]!.teacher);
  const minutes = sum((i) => steps[i]!.minutes);
  return (d, p, j) => {
    const at = dates[d]! - problem.from;
    let cost = 0;
    if (teacher >= 0) {
      const counts = fresh[j]! > fresh[p]! && !(at === 0 && today.fresh > 0) ? 1 : 0;
      if (counts) cost += WEIGHTS.clash * added(loads.fresh[teacher]![at]!, 1, problem.allowance[teacher]![at]!);
      const more = withTeacher[j]! - withTeacher[p]!;
      cost += WEIGHTS.minute * added(loads.teacher[teacher]![at]!, more, problem.teachers[teacher]!.hours[at]!);
    }
    const more = minutes[j]! - minutes[p]!;
    for (const c of children) {
      cost += WEIGHTS.minute * added(loads.child[c]![at]!, more, problem.children[c]!.hours[at]!);
    }
    return cost;
  };
}

/** How much an addition to a load adds to what lies above the allowed. */
const added = (have: number, more: number, allowed: number) => over(have + more, allowed) - over(have, allowed);
