import highsLoader from 'highs';
import { expect, it } from 'vitest';
import { drawnDay } from '../tests/days';
import { dayProgram, GRID, onGrid } from '../tests/exact-day';
import { finishBound, solveDay } from './index';

/**
 * The day's outside check: HiGHS, a general-purpose exact solver from the registry, on the same day written as a
 * time-indexed mixed-integer program (Pritsker, Watters and Wolfe 1969).
 */
it('a day ends as early as an exact solver’s, or nearly; its bound is never later', async () => {
  const highs = await highsLoader();
  let [solvedDays, best] = [0, 0];
  for (let seed = 1; solvedDays < 15; seed++) {
    await new Promise((resolve) => setTimeout(resolve));
    const problem = onGrid(drawnDay(seed, 3, 8, 300));
    const exact = highs.solve(dayProgram(problem), { time_limit: 20 });
    const ours = solveDay(problem);
    // Where not everything finds room the exact solver finds none either.
    if (exact.Status === 'Infeasible') {
      expect(ours.cost.unfit, `seed ${seed}`).toBeGreaterThan(0);
      continue;
    }
    if (exact.Status !== 'Optimal') continue;
    solvedDays++;
    const finish = problem.from + Math.round(exact.ObjectiveValue) * GRID;
    expect(finishBound(problem), `bound of seed ${seed}`).toBeLessThanOrEqual(finish);
    if (ours.cost.unfit > 0) continue;
    expect(ours.cost.finish, `seed ${seed}`).toBeGreaterThanOrEqual(finish);
    if ((ours.cost.finish - problem.from) / (finish - problem.from) <= 1.03) best++;
  }
  expect(best).toBeGreaterThanOrEqual(0.95 * solvedDays);
}, 300_000);
