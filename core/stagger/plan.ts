import type { Day } from '../calendar';
import type { Id } from '../household';
import { Loads, over, type Placed } from './loads';
import type { Problem } from './problem';
import { type Random, seeded } from './random';
import { ownCosts, shortest } from './shortest';
import { WEIGHTS } from './weights';

/** How hard to try, in sweeps: one sweep places every enrolment once. Never in milliseconds, so that effort repeats. */
export interface Effort {
  sweeps: number;
  /** Settles the order in which enrolments are tried. */
  seed: number;
}

export interface PlanCost {
  total: number;
  unplaced: number;
  late: number;
  clash: number;
  minutes: number;
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
export interface PlannedTrack {
  enrolmentId: Id;
  stepIds: Id[];
  /** Date of each step, −1 for those that find none: always a suffix. */
  days: Placed;
  /** Steps longer than the sitting, which sit alone. */
  oversize: Id[];
}
export interface Plan {
  today: Day;
  tracks: PlannedTrack[];
  cost: PlanCost;
  /**
   * No plan can cost less: the sum of what each enrolment costs at best with all shared people to itself. The first
   * plan does not wait for it: undefined there.
   */
  bound: number | undefined;
  clashes: Clash[];
  sweeps: number;
}

/**
 * Places all tracks with the given effort and gives the last plan of `improvePlan`.
 */
export function makePlan(problem: Problem, effort: Effort): Plan {
  let last: Plan | undefined;
  for (const plan of improvePlan(problem, effort)) last = plan ?? last;
  return last!;
}

/**
 * Places all tracks. Each is placed exactly against the others in turn (a best response), which can only lower the
 * cost, until a whole sweep changes nothing; what is left of the effort goes into taking out small groups and placing
 * them again in another order, kept when better. Same problem, same effort, same plans.
 *
 * Gives a first plan after one sweep, then, about once a sweep, a better plan or undefined when there is none; a
 * caller may stop listening at any of these points.
 */
export function* improvePlan(problem: Problem, effort: Effort): Generator<Plan | undefined, void> {
  const n = problem.tracks.length;
  const random = seeded(effort.seed);
  const budget = Math.max(1, effort.sweeps) * n;
  const work = new Work(problem);
  yield work.plan();
  const bound = work.findBound();
  let told = work.cost;
  let order = work.order;
  for (let better = true; better && work.solves < budget;) {
    const was = work.cost;
    for (const t of order) if (work.solves < budget) work.replace([t]);
    better = work.cost < was;
    yield better ? work.plan() : undefined;
    told = work.cost;
  }
  if (n < 2) return yield work.plan();
  for (let since = work.solves; work.solves < budget && work.cost > bound;) {
    order = pickGroup(n, random);
    const before = order.map((t) => work.placed[t]!);
    const was = work.cost;
    work.replace(order);
    for (const t of order) work.replace([t]);
    if (work.cost > was) work.restore(order, before);
    if (work.solves - since < n) continue;
    since = work.solves;
    yield work.cost < told ? work.plan() : undefined;
    told = work.cost;
  }
  yield work.plan();
}

/** The planner's desk: where every track stands now, what they ask of the shared people, and what that costs. */
class Work {
  readonly loads: Loads;
  readonly placed: Placed[];
  bound: number | undefined;
  /** Those with the least freedom first: fewest dates for their steps. */
  readonly order: number[];
  cost: number;
  solves = 0;

  constructor(private readonly problem: Problem) {
    this.loads = new Loads(problem);
    this.placed = problem.tracks.map(() => []);
    const freedom = (t: number) => problem.tracks[t]!.dates.length / Math.max(1, problem.tracks[t]!.steps.length);
    this.order = problem.tracks.map((_, t) => t).sort((a, b) => freedom(a) - freedom(b) || a - b);
    this.cost = 0;
    this.replace(this.order);
  }

  findBound(): number {
    this.bound = this.problem.tracks.reduce((sum, _, t) => sum + shortest(this.problem, t).cost, 0);
    return this.bound;
  }

  /** Takes the tracks out and places each again against what is left. */
  replace(tracks: readonly number[]): void {
    for (const t of tracks) this.loads.apply(t, this.placed[t]!, -1);
    for (const t of tracks) this.put(t, shortest(this.problem, t, this.loads).placed);
    this.solves += tracks.length;
    this.cost = costOf(this.problem, this.placed, this.loads).total;
  }

  /** Puts the tracks back to where they stood. */
  restore(tracks: readonly number[], before: readonly Placed[]): void {
    for (const t of tracks) this.loads.apply(t, this.placed[t]!, -1);
    tracks.forEach((t, i) => this.put(t, before[i]!));
    this.cost = costOf(this.problem, this.placed, this.loads).total;
  }

  private put(t: number, placed: Placed): void {
    this.placed[t] = placed;
    this.loads.apply(t, placed, 1);
  }

  plan(): Plan {
    const { problem, placed, loads } = this;
    const n = problem.tracks.length;
    return {
      today: problem.today,
      tracks: problem.tracks.map((track, t) => ({
        enrolmentId: track.enrolmentId,
        stepIds: track.steps.map((s) => s.id),
        days: placed[t]!,
        oversize: track.steps.filter((s) => s.minutes > track.minutesPerSitting).map((s) => s.id),
      })),
      cost: costOf(problem, placed, loads),
      bound: this.bound,
      clashes: clashesOf(problem, placed, loads),
      sweeps: n > 0 ? Math.ceil(this.solves / n) : 0,
    };
  }
}

/** Two or three different tracks, in a drawn order. */
function pickGroup(n: number, random: Random): number[] {
  const size = Math.min(n, 2 + Math.floor(random() * 2));
  const group = new Set<number>();
  while (group.size < size) group.add(Math.floor(random() * n));
  return [...group];
}

function costOf(problem: Problem, placed: readonly Placed[], loads: Loads): PlanCost {
  const cost = { total: 0, unplaced: 0, late: 0, drift: 0, held: 0, ...loads.shared() };
  problem.tracks.forEach((track, t) => {
    const own = ownCosts(problem, t);
    let d = 0;
    placed[t]!.forEach((day, i) => {
      if (day < 0) {
        cost.unplaced += WEIGHTS.unplaced;
        return;
      }
      while (track.dates[d] !== day) d++;
      const all = own(d, i);
      const late = day > track.target ? WEIGHTS.late : 0;
      const held = problem.held[t]![i]! >= 0 && problem.held[t]![i] !== day ? WEIGHTS.held : 0;
      cost.late += late;
      cost.held += held;
      cost.drift += all - late - held;
    });
  });
  cost.total = cost.unplaced + cost.late + cost.clash + cost.minutes + cost.drift + cost.held;
  return cost;
}

function clashesOf(problem: Problem, placed: readonly Placed[], loads: Loads): Clash[] {
  const clashes: Clash[] = [];
  problem.teachers.forEach((teacher, t) => {
    for (let at = 0; at < problem.length; at++) {
      const above = over(loads.fresh[t]![at]!, problem.allowance[t]![at]!);
      if (above === 0) continue;
      const day = problem.from + at;
      const opens = problem.tracks.filter(
        (track, k) =>
          track.teacherId === teacher.id &&
          (track.steps.some((s, i) => s.fresh === 1 && placed[k]![i] === day) || (at === 0 && track.today.fresh > 0)),
      );
      clashes.push({ day, teacherId: teacher.id, enrolmentIds: opens.map((o) => o.enrolmentId), above });
    }
  });
  return clashes.sort((a, b) => a.day - b.day);
}
