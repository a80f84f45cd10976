import { expect, it } from 'vitest';
import { dayCase, dayProblem, DAYS } from '../tests/cases';
import { GRID } from '../tests/exact-day';
import { optimumOf } from '../tests/optima';
import { finishBound, solveDay } from './index';

/**
 * The day's outside check: HiGHS, a general-purpose exact solver from the registry, on the same day written as a
 * time-indexed mixed-integer program (Pritsker, Watters and Wolfe 1969); its optima are on file (`npm run optima`).
 */
it('a day ends as early as an exact solver’s, or nearly; its bound is never later', () => {
  let [solvedDays, best] = [0, 0];
  for (let seed = 1; seed <= DAYS; seed++) {
    const problem = dayProblem(seed);
    const exact = optimumOf(dayCase(seed));
    const ours = solveDay(problem);
    // Where not everything finds room the exact solver finds none either.
    if (exact.status === 'Infeasible') {
      expect(ours.cost.unfit, `seed ${seed}`).toBeGreaterThan(0);
      continue;
    }
    if (exact.value === undefined) continue;
    solvedDays++;
    const finish = problem.from + exact.value * GRID;
    expect(finishBound(problem), `bound of seed ${seed}`).toBeLessThanOrEqual(finish);
    if (ours.cost.unfit > 0) continue;
    expect(ours.cost.finish, `seed ${seed}`).toBeGreaterThanOrEqual(finish);
    if ((ours.cost.finish - problem.from) / (finish - problem.from) <= 1.03) best++;
  }
  expect(solvedDays).toBeGreaterThanOrEqual(15);
  expect(best).toBeGreaterThanOrEqual(0.95 * solvedDays);
});
