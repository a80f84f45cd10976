import { expect, it } from 'vitest';
import { costAgain } from '../tests/again';
import { termCase, termProblem, TERMS } from '../tests/cases';
import { optimumOf } from '../tests/optima';
import { makePlan, type Problem } from './index';

/** New lessons that fall together when every child goes its own way. */
function together(problem: Problem): number {
  const days = problem.tracks.flatMap((track, t) => {
    const alone = makePlan({ ...problem, tracks: [track], held: [problem.held[t]!] }, { sweeps: 1, seed: 1 });
    return alone.tracks[0]!.days.filter((_, i) => track.steps[i]!.fresh === 1);
  });
  return days.length - new Set(days).size;
}

// Three children on one sheet pattern (common practice); that a term without a clash exists is the exact solver's word.
it.each(TERMS.map((term, at) => ({ ...term, at })))(
  'three children on one sheet pattern, $name, run a term without two new lessons on a day, as an exact solver does',
  ({ points, at }) => {
    const problem = termProblem(points);
    expect(together(problem)).toBeGreaterThan(8);
    const plan = makePlan(problem, { sweeps: 60, seed: 1 });
    const { status, value } = optimumOf(termCase(at));
    expect(status).toBe('Optimal');
    // Not one clash in the best term there is; and none in ours.
    expect(value).toBeLessThan(100);
    expect(plan.clashes).toEqual([]);
    expect(costAgain(problem, plan)).toBeLessThanOrEqual(Math.max(1.01 * value!, value! + 1));
  },
);
