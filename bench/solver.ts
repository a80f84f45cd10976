// Tables against HiGHS, a general-purpose exact solver: small years of five shapes, and days.
import highsLoader from 'highs';
import { toDay } from '../core/calendar';
import { finishBound, solveDay } from '../core/day';
import { goodnessOf, makePlan, makeProblem } from '../core/stagger';
import { costAgain } from '../core/tests/again';
import { drawnDay } from '../core/tests/days';
import { linearProgram } from '../core/tests/exact';
import { dayProgram, GRID, onGrid } from '../core/tests/exact-day';
import { SHAPES, smallHousehold } from '../core/tests/instances';

const SEEDS = 3;
const DAYS = 6;
const SWEEPS = 400;
function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}

/** Prints both tables. The solver is given as long as anybody would wait, 30 s a problem. */
export async function againstSolver(): Promise<void> {
  const highs = await highsLoader();
  console.log('\nSmall: five shapes against an exact solver (bars: cost ≤ 1.01 optimum or + 1, time ≤ 1/10)\n');
  console.log(
    'shape             seed  steps  optimum   cost  bound   gap  sweeps  engine ms  solver ms  solver ÷ engine',
  );
  for (const shape of SHAPES)
    for (let seed = 1; seed <= SEEDS; seed++) {
      const { household, year } = smallHousehold(shape, seed);
      const problem = makeProblem(household, year, toDay(year.start));
      const [plan, ms] = timed(() => makePlan(problem, { sweeps: SWEEPS, seed: 1 }));
      const { model, constant } = linearProgram(problem);
      const [solved, theirs] = timed(() => highs.solve(model, { mip_rel_gap: 0, mip_abs_gap: 0.9, time_limit: 30 }));
      const optimum = solved.Status === 'Optimal' ? String(Math.round(solved.ObjectiveValue + constant)) : '–';
      console.log(
        [
          shape.padEnd(16),
          String(seed).padStart(5),
          String(problem.tracks.reduce((n, t) => n + t.steps.length, 0)).padStart(6),
          optimum.padStart(8),
          String(costAgain(problem, plan)).padStart(6),
          String(plan.bound).padStart(6),
          `${(100 * goodnessOf(plan)!.gap).toFixed(0)}%`.padStart(5),
          String(plan.sweeps).padStart(7),
          ms.toFixed(0).padStart(10),
          theirs.toFixed(0).padStart(10),
          (theirs / ms).toFixed(0).padStart(16),
        ].join(' '),
      );
    }
  console.log('\nDay: 3 children, 8 tasks, on a grid of five minutes, against an exact solver\n');
  console.log('seed  activities  best finish  ours  bound  engine ms  solver ms  solver ÷ engine');
  for (let seed = 1; seed <= DAYS; seed++) {
    const problem = onGrid(drawnDay(seed, 3, 8, 300));
    const [ours, ms] = timed(() => solveDay(problem));
    const [exact, theirs] = timed(() => highs.solve(dayProgram(problem), { time_limit: 30 }));
    console.log(
      [
        String(seed).padStart(4),
        String(problem.activities.length).padStart(11),
        (exact.Status === 'Optimal' ? String(Math.round(exact.ObjectiveValue) * GRID) : '–').padStart(12),
        (ours.cost.unfit > 0 ? 'no room' : String(ours.cost.finish - problem.from)).padStart(5),
        String(finishBound(problem) - problem.from).padStart(6),
        ms.toFixed(0).padStart(10),
        theirs.toFixed(0).padStart(10),
        (theirs / ms).toFixed(0).padStart(16),
      ].join(' '),
    );
  }
}
