import { Loads, over, type Placed } from './loads';
import { placedBy } from './links';
import type { Problem } from './problem';
import { sumsOf, type Terms } from './shortest';
import { WEIGHTS } from './weights';

/** Enrolments kept in step, two by two: the places of their prices, a school day each, and their positions. */
interface Pair {
  a: number;
  b: number;
  at: number[];
  bt: number[];
  from: number;
}

/**
 * Prices for all that enrolments share: a new lesson on a teacher's date, a minute of a teacher's or a child's date, and
 * for two enrolments kept in step, a lesson further along at the end of a school day. What lies above an allowance costs
 * w · max(0, load − allowed), and that is never less than λ · (load − allowed) for any λ from 0 to w: at such prices
 * every enrolment can be placed by itself, and the sum of what they then cost is never more than any plan costs
 * (Lagrangian relaxation: Held, Wolfe and Crowder 1974). Each price is kept as a share of what going over costs there:
 * 0 to 1, between two enrolments −1 to 1.
 */
export class Prices {
  /** One row a person and date (new lessons, teachers' minutes, children's minutes), then one a pair and school day. */
  values: Float64Array;
  private readonly pairs: Pair[];
  private readonly pairsFrom: number;
  /** What the marks of today ask of everybody, with nothing placed. */
  private readonly untouched: Loads;

  constructor(private readonly problem: Problem) {
    const { teachers, children, length, schoolDays } = problem;
    this.pairsFrom = (2 * teachers.length + children.length) * length;
    let from = this.pairsFrom;
    this.pairs = problem.links.flatMap(({ tracks, positions }) =>
      tracks.flatMap((a, i) =>
        tracks.slice(i + 1).map((b, k): Pair => {
          const pair = { a, b, at: positions[i]!, bt: positions[i + 1 + k]!, from };
          from += schoolDays.length;
          return pair;
        }),
      ),
    );
    this.values = new Float64Array(from);
    this.untouched = new Loads(problem);
  }

  private fresh(teacher: number, k: number): number {
    return teacher * this.problem.length + k;
  }
  private taught(teacher: number, k: number): number {
    return (this.problem.teachers.length + teacher) * this.problem.length + k;
  }
  private spent(child: number, k: number): number {
    return (2 * this.problem.teachers.length + child) * this.problem.length + k;
  }

  /** Whether a track pays a price that may be negative: it is kept in step with another. */
  linked(t: number): boolean {
    return this.pairs.some((l) => l.a === t || l.b === t);
  }

  /** What a track pays at these prices. */
  terms(t: number): Terms {
    return { sitting: this.sitting(t), standing: this.standing(t) };
  }

  private sitting(t: number): Terms['sitting'] {
    const { problem, values } = this;
    const { dates, today } = problem.tracks[t]!;
    const teacher = this.untouched.teacherOf(t);
    const children = this.untouched.childrenOf(t);
    const { fresh, taught, spent } = sumsOf(problem.tracks[t]!);
    const perFresh = new Float64Array(dates.length);
    const perTaught = new Float64Array(dates.length);
    const perSpent = new Float64Array(dates.length);
    dates.forEach((day, d) => {
      const k = day - problem.from;
      if (teacher >= 0) {
        perFresh[d] = k === 0 && today.fresh > 0 ? 0 : values[this.fresh(teacher, k)]! * WEIGHTS.clash;
        perTaught[d] = values[this.taught(teacher, k)]! * WEIGHTS.minute;
      }
      for (const c of children) perSpent[d]! += values[this.spent(c, k)]! * WEIGHTS.minute;
    });
    return (d, p, j) =>
      (fresh[j]! > fresh[p]! ? perFresh[d]! : 0) +
      perTaught[d]! * (taught[j]! - taught[p]!) +
      perSpent[d]! * (spent[j]! - spent[p]!);
  }

  private standing(t: number): Terms['standing'] {
    if (!this.linked(t)) return undefined;
    const { from, schoolDays, tracks } = this.problem;
    const { dates, steps } = tracks[t]!;
    return dates.map((day, d) => {
      const costs = new Float64Array(steps.length + 1);
      const next = dates[d + 1] ?? Infinity;
      for (const { a, b, at, bt, from: place } of this.pairs) {
        if (a !== t && b !== t) continue;
        let price = 0;
        schoolDays.forEach((s, k) => {
          if (from + s >= day && from + s < next) price += this.values[place + k]!;
        });
        const position = a === t ? at : bt;
        for (let j = 0; j <= steps.length; j++) costs[j]! += (a === t ? price : -price) * position[j]!;
      }
      return costs;
    });
  }

  /**
   * What is paid whatever the tracks do: minus the price of all that is allowed, plus what today's marks hold already, and
   * links on the days before a track's first date.
   */
  constant(): number {
    const { values } = this;
    const nothing = this.asked(
      this.untouched,
      this.problem.tracks.map(() => []),
    );
    let sum = 0;
    for (let i = 0; i < this.pairsFrom; i++) sum += values[i]! * nothing[i]!;
    const { from, schoolDays, tracks } = this.problem;
    for (const pair of this.pairs) {
      for (const [t, position, sign] of [
        [pair.a, pair.at, 1],
        [pair.b, pair.bt, -1],
      ] as const) {
        const first = tracks[t]!.dates[0] ?? Infinity;
        schoolDays.forEach((s, k) => {
          if (from + s < first) sum += sign * values[pair.from + k]! * position[0]!;
        });
      }
    }
    return sum;
  }

  /** By price: how much more is asked for than allowed (of a pair: how far one is ahead), times what a unit of it costs. */
  asked(loads: Loads, placed: readonly Placed[]): Float64Array {
    const { teachers, children, allowance, length, from, schoolDays } = this.problem;
    const asked = new Float64Array(this.values.length);
    for (let k = 0; k < length; k++) {
      for (let t = 0; t < teachers.length; t++) {
        asked[this.fresh(t, k)] = WEIGHTS.clash * (loads.fresh[t]![k]! - allowance[t]![k]!);
        asked[this.taught(t, k)] = WEIGHTS.minute * (loads.teacher[t]![k]! - teachers[t]!.hours[k]!);
      }
      for (let c = 0; c < children.length; c++)
        asked[this.spent(c, k)] = WEIGHTS.minute * (loads.child[c]![k]! - children[c]!.hours[k]!);
    }
    for (const { a, b, at, bt, from: place } of this.pairs) {
      const [one, other] = [a, b].map((t) => placedBy(placed[t]!, from, schoolDays));
      for (let k = 0; k < schoolDays.length; k++) asked[place + k] = at[one![k]!]! - bt[other![k]!]!;
    }
    return asked;
  }

  /** The prices that lie from some others a step in a direction, kept within their bounds. */
  towards(center: Float64Array, direction: Float64Array, step: number): void {
    for (let i = 0; i < center.length; i++)
      this.values[i] = Math.min(1, Math.max(this.least(i), center[i]! + step * direction[i]!));
  }

  /** The square of the length of a direction, as far as the bounds let prices go along it from `center`. */
  square(center: Float64Array, direction: Float64Array): number {
    let sum = 0;
    for (let i = 0; i < center.length; i++) {
      const by = direction[i]!;
      if ((by < 0 && center[i]! <= this.least(i)) || (by > 0 && center[i]! >= 1)) continue;
      sum += by * by;
    }
    return sum;
  }

  private least(i: number): number {
    return i < this.pairsFrom ? 0 : -1;
  }
}

/**
 * New lessons that clash whatever is done, as long as everything is placed: by teacher, what is left to begin beyond what
 * all dates together allow. A lower bound by counting: an enrolment counts once a date, so all of its new lessons that could
 * share a date are counted once, and those that could still join one begun today not at all.
 */
export function countedClashes(problem: Problem): number {
  return problem.teachers.reduce((sum, teacher, i) => {
    const own = problem.tracks.filter((t) => t.teacherId === teacher.id);
    const asked = own.reduce((n, t) => {
      const fresh = t.steps.filter((s) => s.fresh === 1);
      const most = Math.max(1, Math.floor(Math.max(0, ...t.room) / Math.min(1, ...fresh.map((s) => s.size))));
      const dates = Math.ceil(fresh.length / most);
      return n + (t.today.fresh > 0 ? t.today.fresh + Math.max(0, dates - 1) : dates);
    }, 0);
    const dates = new Set(own.flatMap((t) => t.dates.map((d) => d - problem.from)));
    if (own.some((t) => t.today.fresh > 0)) dates.add(0);
    const allowed = [...dates].reduce((n, k) => n + problem.allowance[i]![k]!, 0);
    return sum + over(asked, allowed);
  }, 0);
}
