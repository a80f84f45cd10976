import { placedBy } from './links';
import type { Loads } from './loads';
import type { Problem, Share } from './types';
import { sumsByDate, type Terms } from './shortest';
import { added, CLASH, FRESH_A_CHILD, MINUTE, SAME_CHILD } from './weights';

/**
 * What a track pays against the others where they stand: what it adds to the cost of shared people, and what it costs to
 * be apart from those it is kept in step with.
 * @param others where another track stands: nowhere, in one placement, or in shares of several
 */
export const against = (problem: Problem, t: number, loads: Loads, others: (t: number) => readonly Share[]): Terms => ({
  sitting: sharedCosts(problem, t, loads),
  standing: linkCosts(problem, t, others),
});

/** What placing steps p…j−1 of a track on its d-th open date adds to the shared cost of the loads. */
function sharedCosts(problem: Problem, t: number, loads: Loads): (d: number, p: number, j: number) => number {
  const { dates, today } = problem.tracks[t]!;
  const sums = sumsByDate(problem.tracks[t]!);
  const at = Int32Array.from(dates, (day) => day - problem.from);
  const people = dates.map((day) => loads.peopleOn(t, day - problem.from));
  // What one more new lesson costs on each date, and how many minutes are free before more of them cost anything.
  const another = new Float64Array(dates.length);
  const teacherFree = new Float64Array(dates.length).fill(1e9);
  const childFree = new Float64Array(dates.length).fill(1e9);
  for (let d = 0; d < dates.length; d++) {
    const k = at[d]!;
    const { teacher, children } = people[d]!;
    const counted = k === 0 && today.fresh > 0;
    if (teacher >= 0) {
      if (!counted) another[d] = added(CLASH, loads.fresh[teacher]![k]!, 1, problem.allowance[teacher]![k]!);
      teacherFree[d] = problem.teachers[teacher]!.hours[k]! - loads.teacher[teacher]![k]!;
    }
    for (const c of children) {
      if (problem.apart && !counted) another[d]! += added(SAME_CHILD, loads.own[c]![k]!, 1, FRESH_A_CHILD);
      childFree[d] = Math.min(childFree[d]!, problem.children[c]!.hours[k]! - loads.child[c]![k]!);
    }
  }
  return (d, p, j) => {
    const { fresh, taught: withTeacher, spent: minutes } = sums[d]!;
    let cost = fresh[j]! > fresh[p]! ? another[d]! : 0;
    const taught = withTeacher[j]! - withTeacher[p]!;
    if (taught > teacherFree[d]!) {
      const k = at[d]!;
      const { teacher } = people[d]!;
      cost += added(MINUTE, loads.teacher[teacher]![k]!, taught, problem.teachers[teacher]!.hours[k]!);
    }
    const spent = minutes[j]! - minutes[p]!;
    if (spent > childFree[d]!) {
      const k = at[d]!;
      for (const c of people[d]!.children)
        cost += added(MINUTE, loads.child[c]![k]!, spent, problem.children[c]!.hours[k]!);
    }
    return cost;
  };
}

/**
 * For every open date of a track and every number of steps placed by then: what being apart from its linked enrolments,
 * where they stand, costs on the school days up to its next open date. Undefined when nothing placed is linked to it.
 */
function linkCosts(problem: Problem, t: number, others: (t: number) => readonly Share[]): Float64Array[] | undefined {
  const partners = problem.links.flatMap(({ a, b, at, bt, days }) => {
    if (a !== t && b !== t) return [];
    const [position, theirs, other] = a === t ? [at, bt, b] : [bt, at, a];
    return others(other).map(({ placed, share }) => {
      const counts = placedBy(placed, problem.from, days);
      return { position, at: Array.from(counts, (n) => theirs[n]!), share, days };
    });
  });
  if (partners.length === 0) return undefined;
  const { dates, steps } = problem.tracks[t]!;
  return dates.map((day, d) => {
    const costs = new Float64Array(steps.length + 1);
    const next = dates[d + 1] ?? Infinity;
    for (const { position, at, share, days } of partners)
      days.forEach((s, k) => {
        if (problem.from + s < day || problem.from + s >= next) return;
        for (let j = 0; j <= steps.length; j++) costs[j]! += share * Math.abs(position[j]! - at[k]!);
      });
    return costs;
  });
}
