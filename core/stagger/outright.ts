import { isCapped, phaseOn, reach } from '../pace';
import { Loads } from './loads';
import { daysWithin } from './pair';
import { endsOn, leavingFrom, mayEnd, ownCosts, sumsOf, type ToGo } from './shortest';
import type { Placed, Problem } from './types';
import { added, CLASH, FRESH_A_CHILD, MINUTE, ROUNDING, SAME_CHILD } from './weights';

/** With more tracks than this there are too many ways to stand, whatever is passed over. */
const MOST_TRACKS = 5;

/** One way to stand: what it costs so far, and how it stood a date earlier. */
interface Stand {
  at: number[];
  cost: number;
  before: Stand | undefined;
}

/**
 * A small year placed whole: a shortest path over (date, steps placed of every track) by dynamic programming, all that is shared paid as it
 * comes. Ways that cannot end below the goal, by what each track costs by itself at least from there on, are passed over; what is left
 * after the last date is the best plan there is. Where courses are kept in step, no mixture of placements says as much.
 * @param toGo of every track what its own cost is at least
 * @param goal only what costs less is looked for
 * @param most so many ways to stand may be looked at
 * @returns the best plan below the goal, or that there is none; and how many ways were looked at, undefined where it was not tried: with many tracks,
 * or where a weekly cap or a gate reaches over dates
 */
export function outright(
  problem: Problem,
  toGo: readonly ToGo[],
  goal: number,
  most: number,
): { done: boolean; placed?: Placed[]; looked: number } | undefined {
  const { tracks, from, links } = problem;
  const ways = tracks.reduce((n, t) => n * (t.steps.length + 1), 1);
  // More could not be told apart by a number.
  if (tracks.length > MOST_TRACKS || ways > Number.MAX_SAFE_INTEGER) return undefined;
  if (problem.gates.length > 0 || tracks.some(isCapped)) return undefined;
  const sides = tracks.map((track, t) => ({
    track,
    own: ownCosts(problem, t),
    placeOf: new Map(track.dates.map((day, d) => [day, d])),
    leaving: leavingFrom(problem, t),
    least: toGo[t]!,
  }));
  const dates = [...new Set(tracks.flatMap((t) => t.dates))].sort((a, b) => a - b);
  const shared = sharedOn(problem);
  /** What being apart costs by where each stands, from a day until another. */
  const apartOn = (since: number, until: number) => {
    const compared = links.map((l) => ({ ...l, n: daysWithin(from, l, since, until) })).filter(({ n }) => n > 0);
    return (at: readonly number[]) =>
      compared.reduce((sum, l) => sum + l.n * Math.abs(l.at[at[l.a]!]! - l.bt[at[l.b]!]!), 0);
  };

  const none = tracks.map(() => 0);
  const begun = shared.nothing + apartOn(-Infinity, dates[0] ?? Infinity)(none);
  let now = new Map<number, Stand>([[0, { at: none, cost: begun, before: undefined }]]);
  let looked = 0;
  /** By track: its place among its own dates that comes next. */
  const next = tracks.map(() => 0);
  for (const [i, day] of dates.entries()) {
    const going = sides.flatMap(({ placeOf }, t) => (placeOf.has(day) ? [t] : []));
    for (const t of going) next[t]!++;
    const apart = apartOn(day, dates[i + 1] ?? Infinity);
    const after = new Map<number, Stand>();
    const leastFrom = (at: readonly number[]) =>
      sides.reduce((sum, { least, track }, t) => sum + least[next[t]! * (track.steps.length + 1) + at[t]!]!, 0);
    for (const stand of now.values()) {
      const at = [...stand.at];
      const go = (k: number, cost: number): void => {
        if (looked > most) return;
        if (k < going.length) {
          const t = going[k]!;
          const { track, own, placeOf } = sides[t]!;
          const d = placeOf.get(day)!;
          const p = stand.at[t]!;
          const end = reach(track, p, day, track.room[d]!, 0);
          const ends = endsOn(problem, t, track, d);
          let alone = 0;
          for (let j = p; ; j++) {
            at[t] = j;
            if (ends === undefined || mayEnd(ends, p, j, end)) go(k + 1, cost + alone);
            if (j >= end) break;
            alone += own(d, j);
          }
          at[t] = p;
          return;
        }
        looked++;
        const total = cost + shared.added(day - from, going, stand.at, at) + apart(at);
        if (total + leastFrom(at) > goal - 1 + ROUNDING) return;
        const key = at.reduce((n, p, t) => n * (sides[t]!.track.steps.length + 1) + p, 0);
        const known = after.get(key);
        if (!known || total < known.cost) after.set(key, { at: [...at], cost: total, before: stand });
      };
      go(0, stand.cost);
      if (looked > most) return { done: false, looked };
    }
    now = after;
  }
  let best: Stand | undefined;
  let cost = goal;
  for (const stand of now.values()) {
    const total = stand.cost + sides.reduce((sum, { leaving }, t) => sum + leaving[stand.at[t]!]!, 0);
    if (total < cost) [best, cost] = [stand, total];
  }
  if (!best) return { done: true, looked };
  const placed = tracks.map((t) => new Array<number>(t.steps.length).fill(-1));
  let stand = best;
  for (let i = dates.length - 1; stand.before; i--, stand = stand.before) {
    const { at, before } = stand;
    placed.forEach((own, t) => own.fill(dates[i]!, before.at[t]!, at[t]!));
  }
  return { done: true, placed, looked };
}

/** What all shared people cost with nothing placed, and what sittings of some tracks on one date add to it. */
function sharedOn(problem: Problem) {
  const loads = new Loads(problem);
  const { clash, sameChild, minutes } = loads.shared();
  const { tracks, teachers, children, allowance, apart } = problem;
  return {
    nothing: clash + sameChild + minutes,
    added(k: number, going: readonly number[], before: readonly number[], at: readonly number[]): number {
      const taught = teachers.map(() => ({ fresh: 0, minutes: 0 }));
      const spent = children.map(() => ({ fresh: 0, minutes: 0 }));
      for (const t of going) {
        const [p, j] = [before[t]!, at[t]!];
        if (j === p) continue;
        const own = sumsOf(phaseOn(tracks[t]!, problem.from + k));
        const fresh = own.fresh[j]! > own.fresh[p]! && !(k === 0 && tracks[t]!.today.fresh > 0) ? 1 : 0;
        const people = loads.peopleOn(t, k);
        const teacher = taught[people.teacher];
        if (teacher) {
          teacher.fresh += fresh;
          teacher.minutes += own.taught[j]! - own.taught[p]!;
        }
        for (const c of people.children) {
          spent[c]!.fresh += fresh;
          spent[c]!.minutes += own.spent[j]! - own.spent[p]!;
        }
      }
      let cost = 0;
      taught.forEach((more, t) => {
        cost += added(CLASH, loads.fresh[t]![k]!, more.fresh, allowance[t]![k]!);
        cost += added(MINUTE, loads.teacher[t]![k]!, more.minutes, teachers[t]!.hours[k]!);
      });
      spent.forEach((more, c) => {
        cost += added(MINUTE, loads.child[c]![k]!, more.minutes, children[c]!.hours[k]!);
        if (apart) cost += added(SAME_CHILD, loads.own[c]![k]!, more.fresh, FRESH_A_CHILD);
      });
      return cost;
    },
  };
}
