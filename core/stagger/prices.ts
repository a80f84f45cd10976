import { eachDate, Loads, over } from './loads';
import { placedBy } from './links';
import { jointPairs } from './pair';
import type { LinkedPair, Placed, Problem } from './types';
import { sumsByDate, type Terms } from './shortest';
import { CLASH, type Excess, FRESH_A_CHILD, MINUTE, SAME_CHILD } from './weights';

/** Two kept in step, and the place of the first of their prices: one a day on which they are compared. */
interface Pair extends LinkedPair {
  from: number;
}

/** Pieces in which a linear program knows a convex cost: more never lie above each other. */
const PIECES = 8;
/** A piece as long as this has no end. */
const LONG_PIECE = 400;

/** One sort of shared thing: of whom, how much is asked on each date, how much is allowed, and what lies above costs. */
interface Sort {
  excess: Excess;
  people: number;
  /** Place of the first price; rows of a price a date follow, one a person. */
  from: number;
  /** No share of the weight above this can make the bound higher: the dearest unit that a load may come to costs so much. */
  most: number;
  asked: (loads: Loads, person: number, k: number) => number;
  allowed: (person: number, k: number) => number;
}

/**
 * Prices for all that enrolments share: a new lesson on a teacher's date and on a child's, a minute of a teacher's or a
 * child's date, and for two enrolments kept in step, a lesson further along at the end of a school day. What lies above an
 * allowance costs f(load − allowed) with f convex, and that is never less than λ · (load − allowed) − f*(λ) for any λ ≥ 0,
 * where f*(λ) = max over x of λx − f(x) is its conjugate (Fenchel's inequality); of a link it is never less than π · (a − b) for
 * any π in [−1, 1]. At such prices every enrolment can be placed by itself, and the sum of what they then cost is never
 * more than any plan costs (Lagrangian relaxation: Held, Wolfe and Crowder 1974). Each price is kept as a share of what the
 * first unit above costs there; between two enrolments it is −1 to 1.
 */
export class Prices {
  /** One row a person and date for each sort of shared thing, then one a pair and school day. */
  values: Float64Array;
  private readonly sorts: { fresh: Sort; own: Sort; taught: Sort; spent: Sort };
  /** Linked tracks that are placed two by two (`shortestPair`), at what being apart costs. */
  readonly joint: readonly LinkedPair[];
  private readonly pairs: Pair[];
  private readonly pairsFrom: number;
  private readonly most: Float64Array;
  /** What the marks of today ask of everybody, with nothing placed. */
  private readonly untouched: Loads;

  /** @param mostStates pairs of linked tracks up to this size are placed as one (see `jointPairs`) */
  constructor(
    private readonly problem: Problem,
    mostStates: number,
  ) {
    const { teachers, children, allowance, length, tracks, apart } = problem;
    let from = 0;
    const sort = (
      excess: Excess,
      people: number,
      most: number,
      asked: (loads: Loads) => readonly Float64Array[],
      allowed: Sort['allowed'],
    ): Sort => {
      const made = { excess, people, from, most, allowed, asked: (l: Loads, i: number, k: number) => asked(l)[i]![k]! };
      from += people * length;
      return made;
    };
    // Above half an hour a minute costs twice its weight, and never more; the k-th clash k times, with all tracks at most.
    this.sorts = {
      fresh: sort(
        CLASH,
        teachers.length,
        tracks.length,
        (l) => l.fresh,
        (t, k) => allowance[t]![k]!,
      ),
      own: sort(
        SAME_CHILD,
        children.length,
        apart ? 1 : 0,
        (l) => l.own,
        () => FRESH_A_CHILD,
      ),
      taught: sort(
        MINUTE,
        teachers.length,
        2,
        (l) => l.teacher,
        (t, k) => teachers[t]!.hours[k]!,
      ),
      spent: sort(
        MINUTE,
        children.length,
        2,
        (l) => l.child,
        (c, k) => children[c]!.hours[k]!,
      ),
    };
    this.pairsFrom = from;
    // Those that are placed as one need no price for being apart.
    this.joint = jointPairs(problem, mostStates);
    this.pairs = problem.links
      .filter((l) => !this.joint.includes(l))
      .map((l): Pair => {
        const pair = { ...l, from };
        from += l.days.length;
        return pair;
      });
    this.values = new Float64Array(from);
    this.most = new Float64Array(from).fill(1);
    for (const { from: first, people, most } of Object.values(this.sorts))
      this.most.fill(most, first, first + people * length);
    this.untouched = new Loads(problem);
  }

  /** Whether a track pays a price that may be negative: it is kept in step with another. */
  linked(t: number): boolean {
    return this.pairs.some((l) => l.a === t || l.b === t);
  }

  /** What a track pays at these prices. */
  terms(t: number): Terms {
    return { sitting: this.sitting(t), standing: this.standing(t) };
  }

  private price({ excess, from }: Sort, person: number, k: number): number {
    return this.values[from + person * this.problem.length + k]! * excess.weight;
  }

  private sitting(t: number): Terms['sitting'] {
    const { problem, sorts } = this;
    const { dates, today } = problem.tracks[t]!;
    const sums = sumsByDate(problem.tracks[t]!);
    const perFresh = new Float64Array(dates.length);
    const perTaught = new Float64Array(dates.length);
    const perSpent = new Float64Array(dates.length);
    dates.forEach((day, d) => {
      const k = day - problem.from;
      const { teacher, children } = this.untouched.peopleOn(t, k);
      const counted = k === 0 && today.fresh > 0;
      if (teacher >= 0) {
        perFresh[d] = counted ? 0 : this.price(sorts.fresh, teacher, k);
        perTaught[d] = this.price(sorts.taught, teacher, k);
      }
      for (const c of children) {
        perSpent[d]! += this.price(sorts.spent, c, k);
        if (!counted) perFresh[d]! += this.price(sorts.own, c, k);
      }
    });
    return (d, p, j) => {
      const { fresh, taught, spent } = sums[d]!;
      return (
        (fresh[j]! > fresh[p]! ? perFresh[d]! : 0) +
        perTaught[d]! * (taught[j]! - taught[p]!) +
        perSpent[d]! * (spent[j]! - spent[p]!)
      );
    };
  }

  private standing(t: number): Terms['standing'] {
    if (!this.linked(t)) return undefined;
    const { from, tracks } = this.problem;
    const { dates, steps } = tracks[t]!;
    return dates.map((day, d) => {
      const costs = new Float64Array(steps.length + 1);
      const next = dates[d + 1] ?? Infinity;
      for (const { a, b, at, bt, days, from: place } of this.pairs) {
        if (a !== t && b !== t) continue;
        let price = 0;
        days.forEach((s, k) => {
          if (from + s >= day && from + s < next) price += this.values[place + k]!;
        });
        const position = a === t ? at : bt;
        for (let j = 0; j <= steps.length; j++) costs[j]! += (a === t ? price : -price) * position[j]!;
      }
      return costs;
    });
  }

  /**
   * What is paid whatever the tracks do: minus the price of all that is allowed and the conjugates, plus what today's marks
   * hold already, and links on the days before a track's first date.
   */
  constant(): number {
    const { values } = this;
    let sum = 0;
    this.each((i, { excess, asked, allowed }, person, k) => {
      const share = values[i]!;
      if (share === 0) return;
      const at = excess.at(share);
      const conjugate = share * excess.weight * at - excess.cost(at);
      sum += share * excess.weight * (asked(this.untouched, person, k) - allowed(person, k)) - conjugate;
    });
    const { from, tracks } = this.problem;
    for (const pair of this.pairs) {
      for (const [t, position, sign] of [
        [pair.a, pair.at, 1],
        [pair.b, pair.bt, -1],
      ] as const) {
        const first = tracks[t]!.dates[0] ?? Infinity;
        pair.days.forEach((s, k) => {
          if (from + s < first) sum += sign * values[pair.from + k]! * position[0]!;
        });
      }
    }
    return sum;
  }

  /**
   * Where the bound rises, by price: how much more is asked for than allowed and than the price lets lie above (of a pair: how
   * far one is ahead), times what a unit of it costs. A subgradient of the bound at these prices.
   */
  asked(loads: Loads, placed: readonly Placed[]): Float64Array {
    const { from } = this.problem;
    const { values } = this;
    const rise = new Float64Array(values.length);
    this.each((i, { excess, asked, allowed }, person, k) => {
      rise[i] = excess.weight * (asked(loads, person, k) - allowed(person, k) - excess.at(values[i]!));
    });
    for (const { a, b, at, bt, days, from: place } of this.pairs) {
      const [one, other] = [a, b].map((t) => placedBy(placed[t]!, from, days));
      for (let k = 0; k < days.length; k++) rise[place + k] = at[one![k]!]! - bt[other![k]!]!;
    }
    return rise;
  }

  /** What a placed track asks of all that has a price, by the place of the price; of a pair: how far along it is, on every school day. */
  use(t: number, placed: Placed): Map<number, number> {
    const { problem, sorts } = this;
    const used = new Map<number, number>();
    const add = ({ from }: Sort, person: number, k: number, n: number) => {
      const at = from + person * problem.length + k;
      if (n !== 0 && person >= 0) used.set(at, (used.get(at) ?? 0) + n);
    };
    eachDate(problem, t, placed, (k, asked) => {
      const { teacher, children } = this.untouched.peopleOn(t, k);
      add(sorts.fresh, teacher, k, asked.fresh);
      add(sorts.taught, teacher, k, asked.teacher);
      for (const c of children) {
        add(sorts.spent, c, k, asked.child);
        if (problem.apart) add(sorts.own, c, k, asked.fresh);
      }
    });
    for (const { a, b, at, bt, days, from } of this.pairs) {
      if (a !== t && b !== t) continue;
      const along = placedBy(placed, problem.from, days);
      along.forEach((n, k) => used.set(from + k, a === t ? at[n]! : -bt[n]!));
    }
    return used;
  }

  /**
   * What a price stands for: how much is left beside what today's marks hold, and what each unit above costs, piece by piece (the last
   * piece without end). Of a pair: each unit apart costs one, either way.
   */
  shared(i: number): { left: number; pieces: { cost: number; room: number }[]; pair: boolean; weight: number } {
    if (i >= this.pairsFrom) return { left: 0, pieces: [{ cost: 1, room: Infinity }], pair: true, weight: 1 };
    const { length } = this.problem;
    const sort = Object.values(this.sorts).find((s) => i >= s.from && i < s.from + s.people * length)!;
    const person = Math.floor((i - sort.from) / length);
    const k = (i - sort.from) % length;
    const { excess } = sort;
    const pieces: { cost: number; room: number }[] = [];
    for (let above = 1; ;) {
      const cost = excess.cost(above) - excess.cost(above - 1);
      let room = 1;
      while (excess.cost(above + room) - excess.cost(above + room - 1) === cost && room < LONG_PIECE) room++;
      pieces.push({ cost, room: room >= LONG_PIECE || pieces.length === PIECES - 1 ? Infinity : room });
      if (pieces.at(-1)!.room === Infinity) break;
      above += room;
    }
    return {
      left: sort.allowed(person, k) - sort.asked(this.untouched, person, k),
      ...{ pieces, pair: false, weight: excess.weight },
    };
  }

  private each(look: (i: number, sort: Sort, person: number, k: number) => void): void {
    const { length } = this.problem;
    for (const sort of Object.values(this.sorts))
      for (let person = 0; person < sort.people; person++)
        for (let k = 0; k < length; k++) look(sort.from + person * length + k, sort, person, k);
  }

  /** The prices that lie from some others a step in a direction, kept within their bounds. */
  towards(center: Float64Array, direction: Float64Array, step: number): void {
    for (let i = 0; i < center.length; i++)
      this.values[i] = Math.min(this.most[i]!, Math.max(this.least(i), center[i]! + step * direction[i]!));
  }

  /** The square of the length of a direction, as far as the bounds let prices go along it from `center`. */
  square(center: Float64Array, direction: Float64Array): number {
    let sum = 0;
    for (let i = 0; i < center.length; i++) {
      const by = direction[i]!;
      if ((by < 0 && center[i]! <= this.least(i)) || (by > 0 && center[i]! >= this.most[i]!)) continue;
      sum += by * by;
    }
    return sum;
  }

  private least(i: number): number {
    return i < this.pairsFrom ? 0 : -1;
  }
}

/**
 * What new lessons above the allowance cost whatever is done, as long as everything is placed: by teacher, what is left to
 * begin beyond what all dates together allow, spread over the dates as evenly as can be (convex costs are least so). A lower
 * bound by counting: an enrolment counts once a date, so all of its new lessons that could share a date are counted once,
 * and those that could still join one begun today not at all. With it, what the dearest of them costs.
 */
export function forcedClashes(problem: Problem): { cost: number; dearest: number } {
  let [cost, dearest] = [0, 0];
  problem.teachers.forEach((teacher, i) => {
    const own = problem.tracks.filter((t) => [t, ...(t.later ?? [])].every((p) => p.teacherId === teacher.id));
    const asked = own.reduce((n, t) => {
      // Only what is new whenever it is begun, and as small as it ever is.
      const phases = [t, ...(t.later ?? [])];
      const fresh = t.steps.flatMap((_, i) => (phases.every((p) => p.steps[i]!.fresh === 1) ? [i] : []));
      const smallest = Math.min(1, ...phases.flatMap((p) => fresh.map((i) => p.steps[i]!.size)));
      const most = Math.max(1, Math.floor(Math.max(0, ...t.room) / smallest));
      const dates = Math.ceil(fresh.length / most);
      return n + (t.today.fresh > 0 ? t.today.fresh + Math.max(0, dates - 1) : dates);
    }, 0);
    const dates = new Set(own.flatMap((t) => t.dates.map((d) => d - problem.from)));
    if (own.some((t) => t.today.fresh > 0)) dates.add(0);
    const allowed = [...dates].reduce((n, k) => n + problem.allowance[i]![k]!, 0);
    const above = over(asked, allowed);
    if (above === 0) return;
    const each = Math.floor(above / dates.size);
    const more = above - each * dates.size;
    cost += (dates.size - more) * CLASH.cost(each) + more * CLASH.cost(each + 1);
    dearest = Math.max(dearest, CLASH.weight * (more > 0 ? each + 1 : each));
  });
  return { cost, dearest };
}
