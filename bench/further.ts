// The year at its limit: how far from the best possible with prices by linear programming, by effort; time in reference sweeps.
import loader from 'highs';
import { toDay } from '../core/calendar';
import { goodnessOf, makePlan, makeProblem, type Problem } from '../core/stagger';
import { programOf } from '../worker/program';
import { largeHousehold } from './instances';

const EFFORTS = [40, 400, 1200];

/** @param reference what a reference sweep of a problem takes, in milliseconds */
export async function measureFurther(reference: (problem: Problem) => number, seeds = 10): Promise<void> {
  const highs = await loader();
  console.log(
    '\nYear, looked further by linear programming (bars: avoidable gap ≤ 5% on each by 400 reference sweeps, ≤ 3% on half of them by 1,200)\n',
  );
  console.log(`seed  ${EFFORTS.map((n) => `${n} sweeps: cost   bound    gap  ÷ ref`).join('  ')}`);
  for (let seed = 1; seed <= seeds; seed++) {
    const { household, year } = largeHousehold(seed);
    const problem = makeProblem(household, year, toDay('2026-09-07'));
    const ref = reference(problem);
    const cells = EFFORTS.map((sweeps) => {
      const start = performance.now();
      const plan = makePlan(problem, { sweeps, seed: 1 }, programOf(highs));
      const ms = performance.now() - start;
      return [
        String(plan.cost.total).padStart(String(sweeps).length + 14),
        String(plan.bound).padStart(7),
        `${(100 * goodnessOf(plan)!.gap).toFixed(1)}%`.padStart(6),
        (ms / ref).toFixed(0).padStart(6),
      ].join(' ');
    });
    console.log(`${String(seed).padStart(4)}  ${cells.join('  ')}`);
  }
}
