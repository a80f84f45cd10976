import { against } from './against';
import { Loads } from './loads';
import { shortest, type ToGo } from './shortest';
import type { Placed, Problem, Share } from './types';

/**
 * Whole placements out of fractions: one track after the other is placed exactly, against those that are whole by then and against the fractions of
 * the rest, whose loads lie near what is allowed. That is what makes it better than drawing by the fractions: each choice counts on the
 * others’ (conditional expectations: Raghavan 1988; here the cost of the mean load stands for the mean cost).
 * @param mixed by track: its placements with their shares, which add up to one
 * @param order the tracks to be made whole; of any other the first placement stands
 * @param toGo of every track what its own cost is at least, to cut the paths short
 */
export function wholeOf(
  problem: Problem,
  mixed: readonly (readonly Share[])[],
  order: readonly number[],
  toGo: readonly ToGo[],
): Placed[] {
  const loads = new Loads(problem);
  const stands = [...mixed];
  stands.forEach((shares, t) => shares.forEach((m) => loads.apply(t, m.placed, m.share)));
  for (const t of order) {
    for (const m of stands[t]!) loads.apply(t, m.placed, -m.share);
    const terms = against(problem, t, loads, (other) => stands[other]!);
    const hint = { toGo: toGo[t]!, stood: stands[t]![0]!.placed };
    const { placed } = shortest(problem, t, terms, problem.tracks[t], hint);
    stands[t] = [{ placed, share: 1 }];
    loads.apply(t, placed, 1);
  }
  return stands.map((shares) => shares[0]!.placed);
}
