import { ownCost } from './cost';
import { Prices } from './prices';
import { apartCost } from './links';
import { type Fence, fencedTerms, keepsTo } from './fences';
import { MOST_STATES, placedAt } from './pair';
import type { ToGo } from './shortest';
import type { LinkedPair, Placed, Problem, Share } from './types';

/** A linear program that grows: least cost, every row between two limits. Whoever runs it brings the solver. */
export interface LinearProgram {
  addRow(lower: number, upper: number, indices: number[], values: number[]): void;
  addColumn(cost: number, upper: number, indices: number[], values: number[]): void;
  /** Solves it from where it stood; the value, the columns, and by how much the value rises with each row's limit. */
  solve(): { value: number; columns: ArrayLike<number>; duals: ArrayLike<number> };
  /** Another one, empty, of the same solver. */
  another(): LinearProgram;
  /** It is done with: whatever it holds may go. */
  end(): void;
}

/** A placement that was met, of a track or of two that are placed as one, and what it asks of all that has a price. */
interface Met {
  block: number;
  placed: readonly Placed[];
  cost: number;
  used: Map<number, number>;
}
/** It as a column. */
interface Column {
  met: Met;
  at: number;
}

/** Duals are rounded to so fine a part: the bound is taken exactly from the pricing pass, so a loose solution only weakens it. */
const FINE = 1024;
/** A row is added where the fractions go over by so much. */
const OVER = 1e-6;
/** Prices are tried so far from the best known ones towards the program’s own: its duals jump (Wentges 1997). */
const TOWARDS = 0.25;

/**
 * The bound by linear programming: every placement of a track that was met is a column, and the program mixes them so that what all share
 * costs least (Dantzig and Wolfe 1960). Its duals are prices; at these every track is placed by itself once more, which gives new columns
 * and, at whatever prices, a bound on what any plan can cost. Rows for what is shared stand only where a mixture goes over.
 */
export class Columns {
  /** What is placed by itself: a track, or two that are placed as one. */
  private readonly blocks: readonly { tracks: number[]; joint?: LinkedPair }[];
  private readonly columns: Column[] = [];
  /** By price: its row, once it has one. */
  private readonly rows = new Map<number, number>();
  private rowCount: number;
  private columnCount = 0;
  /** The prices at which the bound is highest so far. */
  center: Float64Array;
  /** Where the tracks stood at the prices of the last round. */
  priced: Placed[] = [];
  /** The highest bound so far. */
  bound = -Infinity;
  /** What the mixture cost at the last solution: no bound can be higher, once no column is missing. */
  value = Infinity;
  /** The fraction of each column at the last solution. */
  private mixture: ArrayLike<number> = [];

  /**
   * @param toGo of every track what its own cost is at least, to cut the paths short
   * @param fences what all placements keep to: the bound is then one on the plans that keep to them
   * @param met placements met elsewhere, by what tells them apart; those met here join them
   */
  constructor(
    private readonly problem: Problem,
    private readonly program: LinearProgram,
    private readonly toGo: readonly ToGo[],
    private readonly prices = new Prices(problem, MOST_STATES.asked),
    private readonly fences: readonly Fence[] = [],
    private readonly met = new Map<string, Met>(),
  ) {
    this.center = prices.values.slice();
    const { joint } = this.prices;
    const alone = problem.tracks.flatMap((_, t) =>
      joint.some((j) => j.a === t || j.b === t) ? [] : [{ tracks: [t] }],
    );
    this.blocks = [...alone, ...joint.map((j) => ({ tracks: [j.a, j.b], joint: j }))];
    // One row each: its fractions make one whole.
    for (const _ of this.blocks) program.addRow(1, 1, [], []);
    this.rowCount = this.blocks.length;
    for (const m of met.values()) this.column(m);
  }

  /** The same under more fences, in a program of its own: from the placements met so far, and the best known prices. */
  within(fences: readonly Fence[]): Columns {
    const { problem, program, toGo, prices, met } = this;
    const own = new Columns(problem, program.another(), toGo, prices, [...this.fences, ...fences], met);
    own.center = this.center.slice();
    own.priced = this.priced;
    return own;
  }

  /** So many placements were met. */
  get size(): number {
    return this.met.size;
  }

  /** It is done with. */
  end(): void {
    this.program.end();
  }

  /** Takes in where all tracks stand, as far as it was not met before; how much was not. */
  meet(placed: readonly Placed[]): number {
    return this.blocks.filter((_, i) => this.add(i, placed)).length;
  }

  private add(block: number, all: readonly Placed[]): boolean {
    const { tracks, joint } = this.blocks[block]!;
    const key = `${block} ${tracks.map((t) => all[t]!.join()).join(' ')}`;
    if (this.met.has(key)) return false;
    let cost = joint ? apartCost(this.problem, joint, all[joint.a]!, all[joint.b]!) : 0;
    const used = new Map<number, number>();
    for (const t of tracks) {
      const own = ownCost(this.problem, t, all[t]!);
      cost += own.unplaced + own.late + own.drift + own.held;
      for (const [i, n] of this.prices.use(t, all[t]!)) used.set(i, (used.get(i) ?? 0) + n);
    }
    const met: Met = { block, placed: tracks.map((t) => all[t]!), cost, used };
    this.met.set(key, met);
    this.column(met);
    return true;
  }

  /** Makes a column of a placement that keeps to the fences. */
  private column(met: Met): void {
    const { tracks } = this.blocks[met.block]!;
    if (!tracks.every((t, i) => keepsTo(this.problem, this.fences, t, met.placed[i]!))) return;
    const [indices, values] = [[met.block], [1]];
    for (const [i, n] of met.used) {
      const row = this.rows.get(i);
      if (row === undefined) continue;
      indices.push(row);
      values.push(n);
    }
    this.program.addColumn(met.cost, Infinity, indices, values);
    this.columns.push({ met, at: this.columnCount++ });
  }

  /** What each track does in the mixture as it was last solved; nothing before that. */
  mixed(): Share[][] {
    const mixed: Share[][] = this.problem.tracks.map(() => []);
    for (const { met, at } of this.columns) {
      const share = this.mixture[at] ?? 0;
      if (share > OVER)
        this.blocks[met.block]!.tracks.forEach((t, i) => mixed[t]!.push({ placed: met.placed[i]!, share }));
    }
    return mixed;
  }

  /** What the mixture asks of each thing that has a price. */
  private asked(): Map<number, number> {
    const sum = new Map<number, number>();
    for (const c of this.columns) {
      const x = this.mixture[c.at] ?? 0;
      if (x > OVER) for (const [i, n] of c.met.used) sum.set(i, (sum.get(i) ?? 0) + x * n);
    }
    return sum;
  }

  /** Rows where the mixture goes over and has none yet. */
  private widen(): number {
    let made = 0;
    for (const [i, n] of this.asked()) {
      if (this.rows.has(i)) continue;
      const { left, pieces, pair } = this.prices.shared(i);
      if (pair ? Math.abs(n) <= OVER : n <= left + OVER) continue;
      const users = this.columns.filter((c) => c.met.used.has(i));
      this.program.addRow(
        pair ? left : -Infinity,
        left,
        users.map((c) => c.at),
        users.map((c) => c.met.used.get(i)!),
      );
      const row = this.rowCount++;
      this.rows.set(i, row);
      for (const { cost, room } of pieces) {
        this.program.addColumn(cost, room, [row], [-1]);
        this.columnCount++;
        if (!pair) continue;
        this.program.addColumn(cost, room, [row], [1]);
        this.columnCount++;
      }
      made++;
    }
    return made;
  }

  /** How often every track was placed by itself. */
  passes = 0;

  /** Solves the mixture, with all rows that it wants; gives the duals of its rows. */
  private mix(): ArrayLike<number> {
    for (;;) {
      const solved = this.program.solve();
      this.value = solved.value;
      this.mixture = solved.columns;
      if (this.widen() === 0) return solved.duals;
    }
  }

  /** The duals of the program as prices. */
  private pricesOf(duals: ArrayLike<number>): Float64Array {
    const asked = new Float64Array(this.center.length);
    for (const [i, row] of this.rows)
      asked[i] = Math.round((-duals[row]! / this.prices.shared(i).weight) * FINE) / FINE;
    return asked;
  }

  /**
   * One round: the mixture is solved, with all rows that it wants; its prices are tried, and every track is placed by itself at them.
   * @returns how many placements were new: none means that the mixture is the best there is.
   */
  round(): number {
    const asked = this.pricesOf(this.mix());
    let made = this.price(asked.map((p, i) => this.center[i]! + TOWARDS * (p - this.center[i]!)));
    // Between the two nothing was new: at the program’s own prices then.
    if (made === 0) made = this.price(asked);
    return made;
  }

  /** Places every track by itself at some prices: a bound, and columns. */
  price(at: Float64Array): number {
    const { problem, prices, fences } = this;
    this.passes++;
    prices.towards(at, at, 0);
    let sum = prices.constant();
    const terms = (t: number) => fencedTerms(problem, fences, t, prices.terms(t));
    const { placed, cost } = placedAt(problem, { joint: prices.joint, terms }, (t) => {
      const stood = this.priced[t];
      return stood && !prices.linked(t) ? { toGo: this.toGo[t]!, stood } : undefined;
    });
    sum += cost;
    // Nothing keeps to all fences at once.
    if (sum === Infinity) {
      this.bound = Infinity;
      return 0;
    }
    const made = this.meet(placed);
    this.priced = placed;
    if (sum > this.bound) {
      this.bound = sum;
      this.center = prices.values.slice();
    }
    return made;
  }
}
