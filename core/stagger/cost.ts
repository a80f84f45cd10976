import type { Day } from '../calendar';
import type { Id } from '../household';
import { phaseOn } from '../pace';
import { linkCost } from './links';
import { type Loads, over } from './loads';
import type { Placed, Problem } from './types';
import { leavingOut, ownCosts } from './shortest';
import { WEIGHTS } from './weights';

/** What a plan costs, split as the weights are. */
export interface PlanCost {
  total: number;
  unplaced: number;
  late: number;
  clash: number;
  sameChild: number;
  minutes: number;
  link: number;
  drift: number;
  held: number;
}
/** More new lessons on a teacher's date than the allowance. */
export interface Clash {
  day: Day;
  teacherId: Id;
  enrolmentIds: Id[];
  above: number;
}
/** What all tracks cost where they stand. */
export function costOf(problem: Problem, placed: readonly Placed[], loads: Loads): PlanCost {
  const cost = {
    total: 0,
    unplaced: 0,
    late: 0,
    drift: 0,
    held: 0,
    link: linkCost(problem, placed),
    ...loads.shared(),
  };
  problem.tracks.forEach((_, t) => {
    const own = ownCost(problem, t, placed[t]!);
    cost.unplaced += own.unplaced;
    cost.late += own.late;
    cost.drift += own.drift;
    cost.held += own.held;
  });
  const { unplaced, late, clash, sameChild, minutes, link, drift, held } = cost;
  cost.total = unplaced + late + clash + sameChild + minutes + link + drift + held;
  return cost;
}

/** What a placed track costs by itself, split as the weights are. */
export function ownCost(problem: Problem, t: number, placed: Placed) {
  const track = problem.tracks[t]!;
  const own = ownCosts(problem, t);
  const cost = { unplaced: 0, late: 0, drift: 0, held: 0 };
  let d = 0;
  placed.forEach((day, i) => {
    if (day < 0) {
      cost.unplaced += WEIGHTS.unplaced;
      cost.held += leavingOut(problem, t, i) - WEIGHTS.unplaced;
      return;
    }
    while (track.dates[d] !== day) d++;
    const late = day > track.target ? WEIGHTS.late : 0;
    const held = problem.held[t]![i]! >= 0 && problem.held[t]![i] !== day ? WEIGHTS.held : 0;
    cost.late += late;
    cost.held += held;
    cost.drift += own(d, i) - late - held;
  });
  return cost;
}

/** Every clash of a plan, in order of days. */
export function clashesOf(problem: Problem, placed: readonly Placed[], loads: Loads): Clash[] {
  const clashes: Clash[] = [];
  problem.teachers.forEach((teacher, t) => {
    for (let at = 0; at < problem.length; at++) {
      const above = over(loads.fresh[t]![at]!, problem.allowance[t]![at]!);
      if (above === 0) continue;
      const day = problem.from + at;
      const opens = problem.tracks.flatMap((track, k) => {
        const { steps, teacherId } = phaseOn(track, day);
        if (teacherId !== teacher.id) return [];
        const i = steps.findIndex((s, n) => s.fresh === 1 && placed[k]![n] === day);
        if (i >= 0) return [steps[i]!.enrolmentId ?? track.enrolmentId];
        return at === 0 && track.today.fresh > 0 ? [track.members[0]!] : [];
      });
      clashes.push({ day, teacherId: teacher.id, enrolmentIds: opens, above });
    }
  });
  return clashes.sort((a, b) => a.day - b.day);
}
