import type { Day } from '../calendar';
import type { Id } from '../household';
import { phaseOn, type Track } from '../pace';
import type { LinearProgram } from './columns';
import { type Clash, clashesOf, costOf, type PlanCost } from './cost';
import { MOST_STATES } from './pair';
import { forcedClashes } from './prices';
import type { Placed, Problem } from './types';
import { seeded } from './random';
import { WEIGHTS } from './weights';
import { Work } from './work';

/** How hard to try, in sweeps: one sweep places every enrolment once. Never in milliseconds, so that effort repeats. */
export interface Effort {
  sweeps: number;
  /** Settles the order in which enrolments are tried. */
  seed: number;
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
  /** No plan can cost less. The first plan does not wait for it: undefined there. */
  bound: number | undefined;
  /**
   * What is forced at first sight: the sum of what each enrolment costs at best with all shared people to itself, and the
   * clashes that counting alone shows. The bound is never below it.
   */
  forced: number | undefined;
  clashes: Clash[];
  sweeps: number;
}

/**
 * Places all tracks with the given effort and gives the last plan of `improvePlan`.
 * @example
 * makePlan(makeProblem(aHousehold({ courses: [aCourse('c', { lessons: 1 })], enrolments: [anEnrolment('e', 'c')] }), aYear({ end: '2026-09-08' }), toDay('2026-09-07')), { sweeps: 4, seed: 1 }).tracks[0].days.map(fromDay) // => ['2026-09-07', '2026-09-08']
 */
export function makePlan(problem: Problem, effort: Effort, program?: LinearProgram): Plan {
  let last: Plan | undefined;
  for (const plan of improvePlan(problem, effort, program)) last = plan ?? last;
  return last!;
}

/** The first plan of `improvePlan` alone, whatever it may cost: where it is asked what can stand where, and not how well it stands. */
export const firstPlan = (problem: Problem): Plan => improvePlan(problem, { sweeps: 1, seed: 1 }).next().value!;

/** Of what effort is left after the best responses, this share goes into prices first. */
const SHARE_OF_PRICES = 0.5;
/** Looking for the best plan of a small year outright counts for this share of what effort is left after the best responses, at the most. */
const SHARE_OUTRIGHT = 0.25;
/** A plan is made out of the prices after every so many rounds of them. */
const ROUNDS_A_PLAN = 4;
/** Rounds of the linear program a sweep of the effort, where there is one. */
const PROGRAM_ROUNDS = 1 / 8;

/**
 * Places all tracks. Each is placed exactly against the others in turn (a best response), which can only lower the
 * cost, until a whole sweep changes nothing. Then all that is shared gets a price, which bounds what any plan can cost and
 * leads to other plans, made whole out of mixtures (`wholeOf`); and small groups that meet on a crowded date are taken out and placed again together, kept when
 * better. Ends when the effort is spent or the plan costs no more than the bound. Same problem, same effort, same plans.
 *
 * Gives a first plan after one sweep, then, about once a sweep, a better plan or undefined when there is none; a
 * caller may stop listening at any of these points. With a `program` its prices come from a linear program first, which makes for a much
 * better bound on a crowded year; its own work is not counted in sweeps.
 */
export function* improvePlan(
  problem: Problem,
  effort: Effort,
  program?: LinearProgram,
): Generator<Plan | undefined, void> {
  const n = problem.tracks.length;
  const random = seeded(effort.seed);
  const budget = Math.max(1, effort.sweeps) * n;
  const work = new Work(problem, program ? MOST_STATES.asked : MOST_STATES.soon);
  const forced = () => forcedCost(problem, work);
  let told = work.cost;
  const tell = () => {
    const better = work.cost < told;
    told = work.cost;
    return better ? planOf(problem, work, forced()) : undefined;
  };
  const open = () => work.solves < budget && work.cost > (work.bound ?? -Infinity);
  if (problem.stood) work.goOnFrom(problem.stood);
  yield planOf(problem, work, undefined);
  work.findBound();
  work.bound = Math.max(work.bound!, forced());
  for (let better = true; better && open();) {
    const was = work.cost;
    for (const t of work.order) if (work.solves < budget) work.better([t]);
    better = work.cost < was;
    yield tell();
  }
  if (n > 1 && open()) {
    work.outright(Math.max(1, effort.sweeps), SHARE_OUTRIGHT * (budget - work.solves));
    yield tell();
  }
  const share = () => work.solves + SHARE_OF_PRICES * (budget - work.solves);
  if (program && n > 1 && open()) {
    for (const _ of work.byProgram(program, Math.ceil(PROGRAM_ROUNDS * effort.sweeps), share)) {
      yield tell();
      if (!open()) break;
    }
  }
  const rounds = share();
  for (let round = 1; n > 1 && work.solves < rounds && open(); round++) {
    if (!work.fromMixture(random)) {
      work.priceRound();
      if (round % ROUNDS_A_PLAN === 0) work.fromPrices(round % (2 * ROUNDS_A_PLAN) === 0 ? random : undefined);
    }
    yield tell();
  }
  for (let since = work.solves; n > 1 && open();) {
    work.better(work.group(random), true);
    if (work.solves - since < n) continue;
    since = work.solves;
    yield tell();
  }
  yield planOf(problem, work, forced());
}

/**
 * What is forced at first sight: what every track costs at best by itself, and the clashes that counting shows. A step
 * without a date might be the cheaper evil: with `u` of them a plan costs at least as much as they do, and spares at most
 * the dearest clash for each; the least over all `u` lies where their cost passes that of the tracks.
 */
function forcedCost(problem: Problem, { separable }: Work): number {
  const clashes = forcedClashes(problem);
  const without = (u: number) =>
    Math.max(separable, u * WEIGHTS.unplaced) + Math.max(0, clashes.cost - u * clashes.dearest);
  if (clashes.dearest > WEIGHTS.unplaced) return separable;
  const turn = Math.floor(separable / WEIGHTS.unplaced);
  return Math.min(without(turn), without(turn + 1));
}

function planOf(problem: Problem, work: Work, forced: number | undefined): Plan {
  const { placed, loads } = work;
  const n = problem.tracks.length;
  return {
    today: problem.today,
    tracks: problem.tracks.flatMap((track, t) => byMember(track, placed[t]!)),
    cost: costOf(problem, placed, loads),
    bound: work.bound,
    forced,
    clashes: clashesOf(problem, placed, loads),
    sweeps: n > 0 ? Math.ceil(work.solves / n) : 0,
  };
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
      oversize: own.filter(({ s, day }) => s.minutes > phaseOn(track, day).minutesPerSitting).map(({ s }) => s.id),
    };
  });
}
