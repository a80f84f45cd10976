import type { Day } from '../calendar';
import type { Id } from '../household';
import { Loads, over, type Placed } from './loads';
import type { Problem } from './problem';
import { type Random, seeded } from './random';
import type { Track } from '../pace';
import { costToGo, linkCost, ownCosts, shortest, type ToGo } from './shortest';
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
  for (let better = true; better && work.solves < budget;) {
    const was = work.cost;
    for (const t of work.order) if (work.solves < budget) work.better([t]);
    better = work.cost < was;
    yield better ? work.plan() : undefined;
    told = work.cost;
  }
  if (n < 2) return yield work.plan();
  for (let since = work.solves; work.solves < budget && work.cost > bound;) {
    work.better(pickGroup(n, random), true);
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
  private toGo: ToGo[] = [];
  /** By track: what it costs by itself where it stands. */
  private readonly alone: number[];
  /** Those with the least freedom first: fewest dates for their steps; nobody before what it waits for. */
  readonly order: number[];
  cost: number;
  solves = 0;

  constructor(private readonly problem: Problem) {
    this.loads = new Loads(problem);
    this.placed = problem.tracks.map(() => []);
    this.alone = problem.tracks.map(() => 0);
    const freedom = (t: number) => problem.tracks[t]!.dates.length / Math.max(1, problem.tracks[t]!.steps.length);
    this.order = inTurn(
      problem,
      problem.tracks.map((_, t) => t).sort((a, b) => freedom(a) - freedom(b) || a - b),
    );
    this.cost = 0;
    this.replace(this.order);
  }

  /** What each track costs at best by itself, from every date on: the bound, and what the paths are cut short by. */
  findBound(): number {
    const { tracks } = this.problem;
    this.toGo = tracks.map((_, t) => costToGo(this.problem, t));
    // The weekly cap is left out of what is to go: for a track that has one the exact path bounds better.
    this.bound = tracks.reduce(
      (sum, track, t) => sum + (track.weeklyCap === Infinity ? this.toGo[t]![0]! : shortest(this.problem, t).cost),
      0,
    );
    return this.bound;
  }

  /**
   * Places the tracks anew, with all that waits for them at gates; `again`: each once more by itself. Where they stood
   * before is put back when that cost less: a track alone can only gain by a best response, those that wait for it may
   * lose.
   */
  better(tracks: readonly number[], again = false): void {
    const all = inTurn(this.problem, withWaiting(this.problem, tracks));
    const before = all.map((t) => this.placed[t]!);
    const was = this.cost;
    this.replace(all);
    if (again) for (const t of tracks) this.replace(inTurn(this.problem, withWaiting(this.problem, [t])));
    if (this.cost > was) this.restore(all, before);
  }

  /** Takes the tracks out and places each again against what is left, in the order given. */
  replace(tracks: readonly number[]): void {
    const stood = tracks.map((t) => this.placed[t]!);
    for (const t of tracks) {
      this.loads.apply(t, this.placed[t]!, -1);
      this.placed[t] = [];
    }
    tracks.forEach((t, i) => {
      const gated = this.problem.gates.some((g) => g.track === t);
      const toGo = this.toGo[t];
      // Behind a gate that has moved, where it stood may no longer be a place to stand.
      const hint = toGo && !gated && stood[i]!.length > 0 ? { toGo, stood: stood[i]! } : undefined;
      this.put(t, shortest(this.problem, t, this.loads, this.placed, this.behindGates(t), hint).placed);
    });
    this.solves += tracks.length;
    this.cost = this.total();
  }

  /** The track as its gates leave it now: each step behind one not before what it waits for, where that stands. */
  private behindGates(t: number): Track {
    const track = this.problem.tracks[t]!;
    const own = this.problem.gates.filter((g) => g.track === t);
    if (own.length === 0) return track;
    const steps = [...track.steps];
    for (const g of own) {
      const day = this.placed[g.behind]![g.step] ?? -1;
      const opens = day < 0 ? Infinity : day + g.gap;
      steps[g.at] = { ...steps[g.at]!, notBefore: Math.max(steps[g.at]!.notBefore, opens) };
    }
    return { ...track, steps, dated: true };
  }

  /** Puts the tracks back to where they stood. */
  restore(tracks: readonly number[], before: readonly Placed[]): void {
    for (const t of tracks) this.loads.apply(t, this.placed[t]!, -1);
    tracks.forEach((t, i) => this.put(t, before[i]!));
    this.cost = this.total();
  }

  /** What everything costs now: each track's own part is added up when it is placed, the shared part anew. */
  private total(): number {
    const { clash, minutes } = this.loads.shared();
    return this.alone.reduce((sum, c) => sum + c, 0) + clash + minutes + linkCost(this.problem, this.placed);
  }

  private put(t: number, placed: Placed): void {
    this.placed[t] = placed;
    const own = ownCost(this.problem, t, placed);
    this.alone[t] = own.unplaced + own.late + own.drift + own.held;
    this.loads.apply(t, placed, 1);
  }

  plan(): Plan {
    const { problem, placed, loads } = this;
    const n = problem.tracks.length;
    return {
      today: problem.today,
      tracks: problem.tracks.flatMap((track, t) => byMember(track, placed[t]!)),
      cost: costOf(problem, placed, loads),
      bound: this.bound,
      clashes: clashesOf(problem, placed, loads),
      sweeps: n > 0 ? Math.ceil(this.solves / n) : 0,
    };
  }
}

/** A placed track as its enrolments': a queue is told apart by whose each step is. */
function byMember(track: Track, placed: Placed): PlannedTrack[] {
  return track.members.map((enrolmentId) => {
    const own = track.steps
      .map((s, i) => ({ s, day: placed[i]! }))
      .filter(({ s }) => (s.enrolmentId ?? enrolmentId) === enrolmentId);
    return {
      enrolmentId,
      stepIds: own.map(({ s }) => s.id),
      days: own.map(({ day }) => day),
      oversize: own.filter(({ s }) => s.minutes > track.minutesPerSitting).map(({ s }) => s.id),
    };
  });
}

/** The tracks and everything that waits, at whatever remove, for a step of theirs. */
function withWaiting(problem: Problem, tracks: readonly number[]): number[] {
  if (problem.gates.length === 0) return [...tracks];
  const all = new Set(tracks);
  for (const t of all) for (const g of problem.gates) if (g.behind === t) all.add(g.track);
  return [...all];
}

/** The same tracks, nobody before what it waits for; otherwise in the given order. */
function inTurn(problem: Problem, tracks: readonly number[]): number[] {
  if (problem.gates.length === 0) return [...tracks];
  const left = new Set(tracks);
  const ordered: number[] = [];
  const put = (t: number) => {
    if (!left.delete(t)) return;
    for (const g of problem.gates) if (g.track === t) put(g.behind);
    ordered.push(t);
  };
  for (const t of tracks) put(t);
  return ordered;
}

/** Two or three different tracks, in a drawn order. */
function pickGroup(n: number, random: Random): number[] {
  const size = Math.min(n, 2 + Math.floor(random() * 2));
  const group = new Set<number>();
  while (group.size < size) group.add(Math.floor(random() * n));
  return [...group];
}

function costOf(problem: Problem, placed: readonly Placed[], loads: Loads): PlanCost {
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
  cost.total = cost.unplaced + cost.late + cost.clash + cost.minutes + cost.link + cost.drift + cost.held;
  return cost;
}

/** What a placed track costs by itself, split as the weights are. */
function ownCost(problem: Problem, t: number, placed: Placed) {
  const track = problem.tracks[t]!;
  const own = ownCosts(problem, t);
  const cost = { unplaced: 0, late: 0, drift: 0, held: 0 };
  let d = 0;
  placed.forEach((day, i) => {
    if (day < 0) {
      cost.unplaced += WEIGHTS.unplaced;
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

function clashesOf(problem: Problem, placed: readonly Placed[], loads: Loads): Clash[] {
  const clashes: Clash[] = [];
  problem.teachers.forEach((teacher, t) => {
    for (let at = 0; at < problem.length; at++) {
      const above = over(loads.fresh[t]![at]!, problem.allowance[t]![at]!);
      if (above === 0) continue;
      const day = problem.from + at;
      const opens = problem.tracks.flatMap((track, k) => {
        if (track.teacherId !== teacher.id) return [];
        const i = track.steps.findIndex((s, n) => s.fresh === 1 && placed[k]![n] === day);
        if (i >= 0) return [track.steps[i]!.enrolmentId ?? track.enrolmentId];
        return at === 0 && track.today.fresh > 0 ? [track.members[0]!] : [];
      });
      clashes.push({ day, teacherId: teacher.id, enrolmentIds: opens, above });
    }
  });
  return clashes.sort((a, b) => a.day - b.day);
}
