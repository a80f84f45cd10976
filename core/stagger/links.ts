import type { Day } from '../calendar';
import { contentsOf } from '../course';
import { byId, type Enrolment, type Household, type Id, type Link } from '../household';
import { standingsOf } from '../log';
import { leavesOpen, takenSteps, type Track } from '../pace';
import type { LinkedPair, Placed, Problem } from './types';
import { WEIGHTS } from './weights';

/**
 * The mapped position of an enrolment after each step it takes, in units of `scale`: its share of the whole course, or
 * (unit against unit) so many whole units and a share of the next.
 */
export function positionsOf(
  state: Household,
  enrolment: Enrolment,
  by: 'whole' | 'units',
  scale: number,
): Map<Id, number> {
  const taken = takenSteps(state, enrolment);
  const after = new Map<Id, number>();
  if (by === 'whole') {
    taken.forEach((s, i) => after.set(s.id, ((i + 1) * scale) / taken.length));
    return after;
  }
  const units = [...new Set(taken.map((s) => s.unit.id))];
  for (const [u, id] of units.entries()) {
    const own = taken.filter((s) => s.unit.id === id);
    own.forEach((s, i) => after.set(s.id, ((u + (i + 1) / own.length) * scale) / units.length));
  }
  return after;
}

/** The measure of distance: the lessons of the first enrolment of a link. */
export const lessonScale = (state: Household, first: Enrolment): number =>
  Math.max(1, contentsOf(state, first)?.units.reduce((n, u) => n + u.lessons.length, 0) ?? 1);

/** How a link compares its members: unit against unit only where all have as many. */
export function comparedBy(state: Household, link: Link, members: readonly Enrolment[]): Link['by'] {
  const counts = members.map((e) => unitsTaken(state, e));
  return link.by === 'units' && counts.every((n) => n === counts[0]) ? 'units' : 'whole';
}

/**
 * How many units an enrolment takes, as far as links compare them.
 * @example
 * unitsTaken(aHousehold({ courses: [aCourse('c', { lessons: 6, lessonsPerUnit: 3 })] }), anEnrolment('e', 'c')) // => 2
 */
export const unitsTaken = (state: Household, enrolment: Enrolment): number =>
  new Set(takenSteps(state, enrolment).map((s) => s.unit.id)).size;

/**
 * Sets up the links between tracks, two by two. Unit against unit asks for the same number of units in each; where they differ the
 * share of the whole stands for it. Lessons of the first enrolment are the measure: each of them by which two are apart on
 * a school day costs the weight of a link. A member that is not placed now (paused, or in a loop) is passed over; one that is paused, over
 * or not yet begun on days to come is passed over on those.
 * @param schoolDays those to come
 */
export function linkedPairs(
  state: Household,
  tracks: readonly Track[],
  from: Day,
  schoolDays: readonly Day[],
): LinkedPair[] {
  return state.links.flatMap((link): LinkedPair[] => {
    const members = link.enrolmentIds
      .map((id) => ({ track: tracks.findIndex((t) => t.enrolmentId === id), enrolment: byId(state.enrolments, id)! }))
      .filter((m) => m.track >= 0 && m.enrolment);
    if (members.length < 2) return [];
    const scale = lessonScale(state, members[0]!.enrolment);
    const by = comparedBy(
      state,
      link,
      members.map((m) => m.enrolment),
    );
    const along = members.map(({ track, enrolment }) => alongOf(state, tracks[track]!, enrolment, by, scale));
    return members.flatMap((one, i) =>
      members.slice(i + 1).map((other, k): LinkedPair => {
        const both = schoolDays.filter((d) => leavesOpen(one.enrolment, d) && leavesOpen(other.enrolment, d));
        const days = both.map((d) => d - from);
        return { a: one.track, b: other.track, at: along[i]!, bt: along[i + 1 + k]!, days };
      }),
    );
  });
}

/** How far along a member of a link is with 0, 1, 2 … of its remaining steps placed, in weighted positions. */
function alongOf(state: Household, track: Track, enrolment: Enrolment, by: Link['by'], scale: number): number[] {
  const after = positionsOf(state, enrolment, by, scale);
  const steps = track.steps.map((s) => after.get(s.id) ?? scale);
  const standings = standingsOf(state.marks, enrolment.id);
  const settled = takenSteps(state, enrolment).filter((s) => (standings.get(s.id)?.state ?? 'open') !== 'open');
  // What is reached now: the furthest settled step before the first that is still to do.
  const start = Math.max(0, ...settled.map((s) => after.get(s.id)!).filter((p) => p < (steps[0] ?? Infinity)));
  const along = [start, ...steps];
  for (let i = 1; i < along.length; i++) along[i] = Math.max(along[i]!, along[i - 1]!);
  return along.map((p) => Math.round(p * WEIGHTS.link));
}

/** How many of a track's steps are placed by the end of each of some days. */
export function placedBy(placed: readonly number[], from: number, days: readonly number[]): Int32Array {
  const counts = new Int32Array(days.length);
  let n = 0;
  for (let s = 0; s < days.length; s++) {
    while (n < placed.length && placed[n]! >= 0 && placed[n]! <= from + days[s]!) n++;
    counts[s] = n;
  }
  return counts;
}

/** What two linked tracks cost for being apart at the end of every day on which they are compared, as they are placed. */
export function apartCost({ from }: Problem, { at, bt, days }: LinkedPair, one: Placed, other: Placed): number {
  const behind = placedBy(other, from, days);
  return placedBy(one, from, days).reduce((sum, n, s) => sum + Math.abs(at[n]! - bt[behind[s]!]!), 0);
}

/** What all linked enrolments together cost for being apart, as they are placed. */
export const linkCost = (problem: Problem, placed: readonly Placed[]): number =>
  problem.links.reduce((sum, pair) => sum + apartCost(problem, pair, placed[pair.a]!, placed[pair.b]!), 0);
