import { Loads } from './loads';
import { placedAt } from './pair';
import { Prices } from './prices';
import type { ToGo } from './shortest';
import type { Placed, Problem, Share } from './types';

/** The share of a new answer in the mean of the answers so far. */
const NEWEST = 0.2;
/** So many answers are mixed: what is older counts for next to nothing. */
const RECENT = 15;

/**
 * Looks for the prices at which the bound is highest, round by round (the volume algorithm: Barahona and Anbil 2000). Every
 * round places each track by itself at the present prices; prices then move from the best ones known along what the mean of
 * the answers asks for too much of. The mean settles where single answers jump to and fro between equal dates.
 */
export class Bounding {
  /** Where the tracks stood at the prices of the last rounds, the last first. */
  private readonly recent: Placed[][] = [];
  /** The highest bound so far. */
  private best = -Infinity;
  private readonly prices: Prices;
  /** The prices at which it is highest so far. */
  center: Float64Array;
  private mean: Float64Array | undefined;
  private share = 0.05;
  private stale = 0;

  constructor(
    private readonly problem: Problem,
    mostStates: number,
  ) {
    this.prices = new Prices(problem, mostStates);
    this.center = this.prices.values.slice();
  }

  /** Where the tracks stood at the prices of the last round. */
  get priced(): readonly Placed[] | undefined {
    return this.recent[0];
  }

  /**
   * What the tracks did in the last rounds, mixed as their mean is: the volume algorithm’s own nearness to the best mixture there is. By track;
   * nothing before the first round.
   */
  mixed(): Share[][] {
    const weights = this.recent.map((_, i) => (1 - NEWEST) ** i);
    const sum = weights.reduce((n, w) => n + w, 0);
    return this.problem.tracks.map((_, t) =>
      this.recent.map((placed, i) => ({ placed: placed[t]!, share: weights[i]! / sum })),
    );
  }

  /** Goes on from other prices, at which the bound is known. */
  startFrom(center: Float64Array, bound: number): void {
    if (bound <= this.best) return;
    this.center = center.slice();
    this.prices.towards(this.center, this.center, 0);
    [this.best, this.mean, this.share, this.stale] = [bound, undefined, 0.05, 0];
  }

  /**
   * One round.
   * @param toGo of every track what its own cost is at least, to cut the paths short
   * @param known what the best known plan costs
   * @returns the highest bound so far
   */
  round(toGo: readonly ToGo[], known: number): number {
    const { problem, prices } = this;
    const { mean } = this;
    if (mean) {
      const square = prices.square(this.center, mean);
      if (square > 0) prices.towards(this.center, mean, (this.share * Math.max(1, known - this.best)) / square);
    }
    const loads = new Loads(problem);
    let sum = prices.constant();
    const { placed, cost } = placedAt(problem, prices, (t) => {
      const stood = this.priced?.[t];
      // What a pair pays for being ahead may be less than nothing: its paths cannot be cut short.
      return stood && !prices.linked(t) ? { toGo: toGo[t]!, stood } : undefined;
    });
    sum += cost;
    placed.forEach((p, t) => loads.apply(t, p, 1));
    this.recent.unshift(placed);
    this.recent.length = Math.min(this.recent.length, RECENT);
    const asked = prices.asked(loads, placed);
    this.mean = mean ? mean.map((m, i) => (1 - NEWEST) * m + NEWEST * asked[i]!) : asked;
    if (sum > this.best) {
      const along = mean ? asked.reduce((n, x, i) => n + x * mean[i]!, 0) : 1;
      if (along > 0) this.share = Math.min(2, this.share * 1.1);
      this.best = sum;
      this.center = prices.values.slice();
      this.stale = 0;
    } else if (++this.stale >= 5) {
      this.share *= 0.7;
      this.stale = 0;
    }
    return this.best;
  }
}
