import { contentsOf } from '../course';
import { byId, type Enrolment, type Household, type Id, type Link } from '../household';
import { takenSteps, type Track } from '../pace';
import type { LinkedTracks, Placed, Problem } from './types';
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
 * Sets up the links between tracks. Unit against unit asks for the same number of units in each; where they differ the
 * share of the whole stands for it. Lessons of the first enrolment are the measure: each of them by which two are apart on
 * a school day costs the weight of a link. A member that is not placed now (paused, or in a loop) is passed over.
 */
export function linkedTracks(state: Household, tracks: readonly Track[]): LinkedTracks[] {
  return state.links.flatMap((link): LinkedTracks[] => {
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
    const positions = members.map(({ track, enrolment }) => {
      const after = positionsOf(state, enrolment, by, scale);
      const steps = tracks[track]!.steps.map((s) => after.get(s.id) ?? scale);
      const left = new Set(tracks[track]!.steps.map((s) => s.id));
      const settled = takenSteps(state, enrolment).filter((s) => !left.has(s.id));
      // What is reached now: the furthest settled step before the first that is still to do.
      const start = Math.max(0, ...settled.map((s) => after.get(s.id)!).filter((p) => p < (steps[0] ?? Infinity)));
      const along = [start, ...steps];
      for (let i = 1; i < along.length; i++) along[i] = Math.max(along[i]!, along[i - 1]!);
      return along.map((p) => Math.round(p * WEIGHTS.link));
    });
    return [{ id: link.id, tracks: members.map((m) => m.track), positions }];
  });
}

/** How many of a track's steps are placed by the end of each school day. */
export function placedBy(placed: readonly number[], from: number, schoolDays: readonly number[]): Int32Array {
  const counts = new Int32Array(schoolDays.length);
  let n = 0;
  for (let s = 0; s < schoolDays.length; s++) {
    while (n < placed.length && placed[n]! >= 0 && placed[n]! <= from + schoolDays[s]!) n++;
    counts[s] = n;
  }
  return counts;
}

/** What two linked tracks cost for being apart at the end of every school day, by their positions and as they are placed. */
export function apartCost(
  { from, schoolDays }: Problem,
  [at, bt]: readonly [readonly number[], readonly number[]],
  [one, other]: readonly [Placed, Placed],
): number {
  const behind = placedBy(other, from, schoolDays);
  return placedBy(one, from, schoolDays).reduce((sum, n, s) => sum + Math.abs(at[n]! - bt[behind[s]!]!), 0);
}

/** What all linked enrolments together cost for being apart, as they are placed. */
export function linkCost(problem: Problem, placed: readonly Placed[]): number {
  let cost = 0;
  for (const { tracks, positions } of problem.links) {
    for (let a = 0; a < tracks.length; a++)
      for (let b = a + 1; b < tracks.length; b++)
        cost += apartCost(problem, [positions[a]!, positions[b]!], [placed[tracks[a]!]!, placed[tracks[b]!]!]);
  }
  return cost;
}
