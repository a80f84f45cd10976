import type { Placed, Problem } from './types';
import type { Terms } from './shortest';

/** Of a track: by the end of its d-th date so many steps are placed, at the least and at the most. */
export interface Fence {
  readonly track: number;
  readonly d: number;
  readonly least: number;
  readonly most: number;
}

/** How many steps of a track are placed by the end of its d-th date. */
export function standingAt(problem: Problem, track: number, d: number, placed: Placed): number {
  const day = problem.tracks[track]!.dates[d]!;
  const after = placed.findIndex((p) => p < 0 || p > day);
  return after < 0 ? placed.length : after;
}

/** Whether a placement of a track keeps to the fences. */
export const keepsTo = (problem: Problem, fences: readonly Fence[], track: number, placed: Placed): boolean =>
  fences.every((f) => {
    if (f.track !== track) return true;
    const at = standingAt(problem, track, f.d, placed);
    return at >= f.least && at <= f.most;
  });

/** What a track pays with fences: what lies beyond one cannot be paid for. */
export function fencedTerms(problem: Problem, fences: readonly Fence[], track: number, terms: Terms): Terms {
  const own = fences.filter((f) => f.track === track);
  if (own.length === 0) return terms;
  const { dates, steps } = problem.tracks[track]!;
  const standing = dates.map((_, d) => {
    const costs = terms.standing ? terms.standing[d]!.slice() : new Float64Array(steps.length + 1);
    for (const f of own) {
      if (f.d !== d) continue;
      costs.fill(Infinity, 0, Math.min(f.least, costs.length));
      costs.fill(Infinity, f.most + 1);
    }
    return costs;
  });
  return { ...terms, standing };
}
