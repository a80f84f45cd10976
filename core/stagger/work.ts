import { holdStep, type Track } from '../pace';
import { against } from './against';
import { ownCost } from './cost';
import { linkCost } from './links';
import { Bounding } from './bounding';
import { byBranches } from './branches';
import { Columns, type LinearProgram } from './columns';
import { Loads } from './loads';
import { MOST_STATES } from './pair';
import { outright } from './outright';
import type { Random } from './random';
import { costToGo, shortest, type ToGo } from './shortest';
import { gatesHold, mayStandSo } from './stands';
import type { Placed, Problem, Share } from './types';
import { wholeBound } from './weights';
import { wholeOf } from './whole';

/** Ways to stand looked at for every sweep of the effort, however long the year is: some microseconds each. */
const LOOKS_A_SWEEP = 50;
/** Rounds of prices whose placements a linear program begins with. */
const MEETING = 40;
/** Above so many columns a program of its own for every branch takes longer than it brings. */
const MOST_COLUMNS = 1000;
/** So often every track responds to the others before a plan is judged. */
const RESPONSES = 2;
/** A plan is made out of the mixture after every so many rounds of the program. */
const ROUNDS_A_PLAN = 3;
/** On a day under way a plan is left for one that saves as much as this for each step of the next fortnight that it moves. */
const MOVED = 8;
const CALM_FOR = 14;
/** Of the tracks, between these shares stays where it stands when a plan is made anew out of the last mixture. */
const STAYS = [0.3, 0.8] as const;

/** The planner's desk: where every track stands now, what they ask of the shared people, and what that costs. */
export class Work {
  readonly loads: Loads;
  readonly placed: Placed[];
  /** No plan can cost less. Undefined until it was looked for. */
  bound: number | undefined;
  /** What each track costs at best with all shared people to itself, added up. */
  separable = 0;
  cost: number;
  /** Tracks placed so far. */
  solves = 0;
  /** Those with the least freedom first: fewest dates for their steps; nobody before what it waits for. */
  readonly order: number[];
  private toGo: ToGo[] = [];
  /** By track: what it costs by itself where it stands. */
  private readonly alone: number[];
  private readonly bounding: Bounding;
  /** What the linear program mixed last, by track; nothing without one. */
  private mixture: Share[][] | undefined;

  constructor(
    private readonly problem: Problem,
    mostStates = MOST_STATES.soon,
  ) {
    this.loads = new Loads(problem);
    this.bounding = new Bounding(problem, mostStates);
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

  /** Begins with where the tracks stood when the day began, those that may not stand so any more placed anew beside them, where that costs no more. */
  goOnFrom(stood: readonly (Placed | undefined)[]): void {
    const all = this.problem.tracks.map((_, t) => t);
    const [before, was] = [[...this.placed], this.cost];
    const may = all.map((t) => stood[t] !== undefined && mayStandSo(this.problem, t, stood[t]));
    this.restore(
      all,
      all.map((t) => (may[t] ? stood[t]! : before[t]!)),
    );
    const anew = this.order.filter((t) => !may[t]);
    if (anew.length > 0) this.replace(inTurn(this.problem, withWaiting(this.problem, anew)));
    if (this.cost > was || !gatesHold(this.problem, this.placed)) this.restore(all, before);
  }

  /** What each track costs at best by itself, from every date on: a first bound, and what the paths are cut short by. */
  findBound(): void {
    const { tracks } = this.problem;
    this.toGo = tracks.map((_, t) => costToGo(this.problem, t));
    // The weekly cap is left out of what is to go: for a track that has one the exact path bounds better.
    this.separable = tracks.reduce(
      (sum, track, t) => sum + (track.weeklyCap === Infinity ? this.toGo[t]![0]! : shortest(this.problem, t).cost),
      0,
    );
    this.bound = this.separable;
  }

  /**
   * Looks for the best plan outright, where the year is small enough: it is then the best there is.
   * @param sweeps of the whole effort
   * @param most so many placements of a track it counts for, where all looks are taken
   */
  outright(sweeps: number, most: number): void {
    const looks = LOOKS_A_SWEEP * sweeps;
    const found = outright(this.problem, this.toGo, this.cost - this.unrest(), looks);
    if (!found) return;
    this.solves += Math.ceil((most * found.looked) / looks);
    const { placed, done } = found;
    const all = this.problem.tracks.map((_, t) => t);
    const [before, was] = [[...this.placed], this.cost];
    if (placed) this.restore(all, placed);
    // What a plan costs that moves more than it saves bounds the one that stands all the same.
    if (done) this.bound = this.cost - this.unrest();
    if (this.cost > was) this.restore(all, before);
  }

  /** One round of prices, which may raise the bound. */
  priceRound(): void {
    const bound = this.bounding.round(this.toGo, this.cost);
    this.solves += this.problem.tracks.length;
    this.bound = Math.max(this.bound ?? 0, wholeBound(bound));
  }

  /**
   * Looks for better prices by linear programming, round by round: from the placements that some rounds of prices met, and the one that
   * stands. Later rounds of prices go on from what was found.
   * Where no mixture is better, and the plan is still dearer, its plans are parted branch by branch.
   * @param rounds so many rounds of the program
   * @param most so many tracks may be placed when the branches end
   */
  *byProgram(program: LinearProgram, rounds: number, most: () => number): Generator<void, void> {
    const columns = new Columns(this.problem, program, this.toGo);
    columns.meet(this.placed);
    for (let i = 0; i < MEETING; i++) {
      this.priceRound();
      if (i % 2 === 0 && this.bounding.priced) columns.meet(this.bounding.priced);
      yield;
    }
    columns.center = this.bounding.center.slice();
    let settled = false;
    for (let i = 0; i < rounds && !settled; i++) {
      const before = columns.passes;
      const made = columns.round();
      this.solves += (columns.passes - before) * this.problem.tracks.length;
      this.bound = Math.max(this.bound ?? 0, wholeBound(columns.bound));
      this.mixture = columns.mixed();
      if (i % ROUNDS_A_PLAN === 0) this.whole(this.mixture, this.order);
      // Nothing new, or the two have met: no price is better.
      settled = made === 0 || columns.value - columns.bound < 1;
      yield;
    }
    if (settled && columns.size <= MOST_COLUMNS) yield* this.branches(columns, most());
    this.bounding.startFrom(columns.center, columns.bound);
  }

  private *branches(root: Columns, most: number): Generator<void, void> {
    const done = (columns: Columns, passes: number) => {
      this.solves += passes * this.problem.tracks.length;
      if (columns.bound < Infinity) this.from(columns.priced);
      return this.solves < most;
    };
    for (const bound of byBranches(this.problem, root, () => this.cost, done)) {
      this.bound = Math.max(this.bound ?? 0, bound);
      yield;
    }
  }

  /** Makes a plan of what the rounds of prices came to, taken together; with `random` in an order drawn anew. */
  fromPrices(random?: Random): void {
    this.whole(this.bounding.mixed(), random ? shuffled(this.order, random) : this.order);
  }

  /**
   * Makes a plan of what the linear program mixed: some tracks stay where they stand, drawn anew each time, the others are made whole in
   * an order that is drawn as well.
   * @returns whether there is anything to make one of
   */
  fromMixture(random: Random): boolean {
    const { mixture, order } = this;
    if (!mixture) return false;
    const [least, most] = STAYS;
    const stays = least + (most - least) * random();
    const anew = shuffled(order, random).filter(() => random() >= stays);
    const kept = new Set(order.filter((t) => !anew.includes(t)));
    this.whole(
      mixture.map((shares, t) => (kept.has(t) ? [{ placed: this.placed[t]!, share: 1 }] : shares)),
      anew,
    );
    return true;
  }

  private whole(mixed: readonly (readonly Share[])[], order: readonly number[]): void {
    this.solves += order.length;
    this.from(wholeOf(this.problem, mixed, order, this.toGo));
  }

  /**
   * Takes these placements, lets every track respond to the others as they then stand, twice, and keeps what comes of it when it costs less
   * than what there was.
   */
  private from(priced: readonly Placed[]): void {
    const before = [...this.placed];
    const was = this.cost;
    const all = this.problem.tracks.map((_, t) => t);
    // Behind gates a priced placement may stand too early: those are placed anew at once.
    const gated = new Set(this.problem.gates.map((g) => g.track));
    for (const t of all) this.loads.apply(t, this.placed[t]!, -1);
    for (const t of all) this.put(t, gated.has(t) ? [] : priced[t]!);
    this.cost = this.total();
    for (let i = 0; i < RESPONSES; i++) {
      const now = this.cost;
      for (const t of this.order) this.replace([t]);
      if (i > 0 && this.cost >= now) break;
    }
    if (this.cost >= was) this.restore(all, before);
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
    // On a day under way nothing changes places that costs the same there.
    if (this.cost > was || (this.problem.stood && this.cost === was)) this.restore(all, before);
  }

  /**
   * Two or three tracks worth trying together: half the time those that meet on a date on which somebody has too much.
   */
  group(random: Random): number[] {
    const n = this.problem.tracks.length;
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
    const size = Math.min(n, 2 + Math.floor(random() * 2));
    const group = new Set<number>();
    const sore = this.loads.sore();
    if (sore.length > 0 && random() < 0.5) {
      const { at, teacher, child } = pick(sore);
      const day = this.problem.from + at;
      const near = this.problem.tracks.flatMap((_, t) => {
        const people = this.loads.peopleOn(t, at);
        const meets = (teacher < 0 || people.teacher === teacher) && (child < 0 || people.children.includes(child));
        return meets && this.placed[t]!.includes(day) ? [t] : [];
      });
      while (near.length > 0 && group.size < size) group.add(near.splice(Math.floor(random() * near.length), 1)[0]!);
    }
    while (group.size < size) group.add(Math.floor(random() * n));
    return [...group];
  }

  /** Takes the tracks out and places each again against what is left, in the order given. */
  private replace(tracks: readonly number[]): void {
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
      const terms = against(this.problem, t, this.loads, (other) => this.stands(other));
      this.put(t, shortest(this.problem, t, terms, this.behindGates(t), hint).placed);
    });
    this.solves += tracks.length;
    this.cost = this.total();
  }

  /** Where a track stands; nowhere while it is taken out. */
  private stands(t: number): Share[] {
    const placed = this.placed[t]!;
    return placed.length > 0 ? [{ placed, share: 1 }] : [];
  }

  /** The track as its gates leave it now: each step behind one not before what it waits for, where that stands. */
  private behindGates(t: number): Track {
    const track = this.problem.tracks[t]!;
    const own = this.problem.gates.filter((g) => g.track === t);
    if (own.length === 0) return track;
    const later = track.later?.map((phase) => ({ ...phase, steps: [...phase.steps] }));
    const held = { ...track, steps: [...track.steps], ...(later ? { later } : {}), dated: true };
    for (const g of own) {
      const day = this.placed[g.behind]![g.step] ?? -1;
      holdStep(held, g.at, day < 0 ? Infinity : day + g.gap);
    }
    return held;
  }

  /** Puts the tracks to where they stood before, or are to stand. */
  private restore(tracks: readonly number[], before: readonly Placed[]): void {
    for (const t of tracks) this.loads.apply(t, this.placed[t]!, -1);
    tracks.forEach((t, i) => this.put(t, before[i]!));
    this.cost = this.total();
  }

  /** What everything costs now: each track's own part is added up when it is placed, the shared part anew. */
  private total(): number {
    const { clash, sameChild, minutes } = this.loads.shared();
    const alone = this.alone.reduce((sum, c) => sum + c, 0);
    return alone + clash + sameChild + minutes + linkCost(this.problem, this.placed) + this.unrest();
  }

  /** On a day under way: what it counts against a plan that other steps of the next fortnight change places; no cost that is told. */
  private unrest(): number {
    const { stood, today } = this.problem;
    if (!stood) return 0;
    let moved = 0;
    stood.forEach((days, t) => {
      // Steps follow one another, those without a date last.
      for (let i = 0; days !== undefined && i < days.length && days[i]! >= 0 && days[i]! <= today + CALM_FOR; i++)
        if (days[i]! > today && this.placed[t]![i] !== days[i]) moved++;
    });
    return MOVED * moved;
  }

  private put(t: number, placed: Placed): void {
    this.placed[t] = placed;
    const own = ownCost(this.problem, t, placed);
    this.alone[t] = own.unplaced + own.late + own.drift + own.held;
    this.loads.apply(t, placed, 1);
  }
}

/** The same in an order drawn anew (Fisher and Yates). */
function shuffled<T>(list: readonly T[], random: Random): T[] {
  const order = [...list];
  for (let i = order.length - 1; i > 0; i--) {
    const k = Math.floor(random() * (i + 1));
    [order[i], order[k]] = [order[k]!, order[i]!];
  }
  return order;
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
