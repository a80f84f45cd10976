import { countedOn, isCapped, reach } from '../pace';
import { beginsWeek, endsOn, mayEnd } from './shortest';
import type { Placed, Problem } from './types';

/** Whether a track may stand so, its gates left out: what each sitting holds, where it ends and what its week holds. */
export function mayStandSo(problem: Problem, t: number, placed: Placed): boolean {
  const track = problem.tracks[t]!;
  const capped = isCapped(track);
  let used = track.usedThisWeek;
  let p = 0;
  for (const [d, day] of track.dates.entries()) {
    if (capped && beginsWeek(track, d)) used = 0;
    const end = reach(track, p, day, track.room[d]!, capped ? used : 0);
    let j = p;
    while (placed[j] === day) j++;
    const ends = endsOn(problem, t, track, d);
    if (j > end || (ends && !mayEnd(ends, p, j, end))) return false;
    const counted = capped ? countedOn(track, day) : undefined;
    for (let i = p; counted && i < j; i++) used += counted[i]!.uses;
    p = j;
  }
  return placed.slice(p).every((day) => day < 0);
}

/** Whether what waits for a step of another stands behind it, as all stand. */
export const gatesHold = ({ gates }: Problem, placed: readonly Placed[]): boolean =>
  gates.every(({ track, at, behind, step, gap }) => {
    const [day, first] = [placed[track]![at]!, placed[behind]![step]!];
    return day < 0 || (first >= 0 && day >= first + gap);
  });
