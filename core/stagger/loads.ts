import { type Phase, phaseOn } from '../pace';
import type { Placed, Problem } from './types';
import { CLASH, FRESH_A_CHILD, MINUTE, SAME_CHILD } from './weights';

/** What one track asks on one date: whether something new is begun (1), minutes of the teacher and of the children. */
export interface Asked {
  fresh: number;
  teacher: number;
  child: number;
}
/** What a placed track asks, date by date (the first of the problem is 0). An enrolment counts once a date for new lessons. */
export function eachDate(
  { tracks, today: first, from }: Problem,
  track: number,
  placed: Placed,
  look: (at: number, asked: Asked) => void,
): void {
  const one = tracks[track]!;
  const { today } = one;
  for (let i = 0; i < placed.length && placed[i]! >= 0;) {
    const day = placed[i]!;
    const asked: Asked = { fresh: 0, teacher: 0, child: 0 };
    const { steps } = phaseOn(one, day);
    for (; placed[i] === day; i++) {
      asked.fresh = Math.max(asked.fresh, steps[i]!.fresh);
      asked.teacher += steps[i]!.teacher;
      asked.child += steps[i]!.minutes;
    }
    if (day === first && today.fresh > 0) asked.fresh = 0;
    look(day - from, asked);
  }
}

/** Who teaches and who takes something, by place among those of the problem. */
interface People {
  teacher: number;
  children: number[];
}

/**
 * What all placed tracks together ask of teachers and children on each date. The only place where the shared part of
 * the cost is kept; tracks are added and removed as the planner moves them.
 */
export class Loads {
  readonly fresh: Float64Array[];
  readonly teacher: Float64Array[];
  readonly child: Float64Array[];
  /** New lessons of each child. */
  readonly own: Float64Array[];
  private readonly people: (People & { from: number })[][];

  constructor(private readonly problem: Problem) {
    const row = () => new Float64Array(problem.length);
    this.fresh = problem.teachers.map(row);
    this.teacher = problem.teachers.map(row);
    this.child = problem.children.map(row);
    this.own = problem.children.map(row);
    const teachers = new Map(problem.teachers.map((t, i) => [t.id, i]));
    const children = new Map(problem.children.map((c, i) => [c.id, i]));
    const peopleOf = ({ teacherId, childIds }: Phase) => ({
      teacher: teachers.get(teacherId) ?? -1,
      children: childIds.map((id) => children.get(id)).filter((i) => i !== undefined),
    });
    this.people = problem.tracks.map((t) => [
      { from: -Infinity, ...peopleOf(t) },
      ...(t.later ?? []).map((p) => ({ from: p.from - problem.from, ...peopleOf(p) })),
    ]);
    if (problem.length > 0) {
      for (let t = 0; t < problem.tracks.length; t++) {
        const { today } = problem.tracks[t]!;
        this.book(t, 0, today.fresh, today.teacher, today.child);
      }
    }
  }

  /** Who teaches a track on a date, by place among the problem’s teachers (−1 for nobody of them), and who takes it. */
  peopleOn(track: number, at: number): People {
    const all = this.people[track]!;
    let found = all[0]!;
    for (let i = 1; i < all.length; i++) if (all[i]!.from <= at) found = all[i]!;
    return found;
  }

  private book(track: number, at: number, fresh: number, teacher: number, child: number): void {
    const { teacher: t, children } = this.peopleOn(track, at);
    if (t >= 0) {
      this.fresh[t]![at]! += fresh;
      this.teacher[t]![at]! += teacher;
    }
    for (const c of children) {
      this.child[c]![at]! += child;
      this.own[c]![at]! += fresh;
    }
  }

  /** Adds (sign 1) or removes (sign −1) a placed track, or a share of it. */
  apply(track: number, placed: Placed, sign: number): void {
    eachDate(this.problem, track, placed, (at, { fresh, teacher, child }) =>
      this.book(track, at, sign * fresh, sign * teacher, sign * child),
    );
  }

  /** Dates on which somebody has too much: a teacher (new lessons or minutes) or a child (minutes); −1 for the other. */
  sore(): { at: number; teacher: number; child: number }[] {
    const { teachers, children, allowance, length } = this.problem;
    const found: { at: number; teacher: number; child: number }[] = [];
    for (let at = 0; at < length; at++) {
      for (let t = 0; t < teachers.length; t++)
        if (this.fresh[t]![at]! > allowance[t]![at]! || this.teacher[t]![at]! > teachers[t]!.hours[at]!)
          found.push({ at, teacher: t, child: -1 });
      for (let c = 0; c < children.length; c++)
        if (this.child[c]![at]! > children[c]!.hours[at]!) found.push({ at, teacher: -1, child: c });
    }
    return found;
  }

  /** What all shared people together cost now, split as the weights are. */
  shared(): { clash: number; sameChild: number; minutes: number } {
    let [clash, sameChild, minutes] = [0, 0, 0];
    const { teachers, children, allowance, length, apart } = this.problem;
    for (let d = 0; d < length; d++) {
      for (let t = 0; t < teachers.length; t++) {
        clash += CLASH.cost(this.fresh[t]![d]! - allowance[t]![d]!);
        minutes += MINUTE.cost(this.teacher[t]![d]! - teachers[t]!.hours[d]!);
      }
      for (let c = 0; c < children.length; c++) {
        minutes += MINUTE.cost(this.child[c]![d]! - children[c]!.hours[d]!);
        if (apart) sameChild += SAME_CHILD.cost(this.own[c]![d]! - FRESH_A_CHILD);
      }
    }
    return { clash, sameChild, minutes };
  }
}

/** How far a figure lies above what is allowed; 0 when it does not. */
export const over = (have: number, allowed: number): number => (have > allowed ? have - allowed : 0);
