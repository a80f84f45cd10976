// The year at its limit: how far from the best possible with prices by linear programming, by effort; time in reference sweeps.
import loader from 'highs';
import { toDay } from '../core/calendar';
import { goodnessOf, makePlan, makeProblem, type Problem } from '../core/stagger';
import { SHAPES, smallHousehold } from '../core/tests/instances';
import { programOf } from '../worker/program';
import { largeHousehold } from './instances';

const EFFORTS = [40, 400, 1200];
/** Small years by seed: those the engine is tried on while it is made, and those it never saw. */
const SMALL = [
  ['tuned on', 1, 10],
  ['tuned on', 11, 20],
  ['held back', 21, 30],
] as const;

/** Small years, placed outright or mixed and parted branch by branch: on how many the plan is proved to be the best there is. */
export async function measureProofs(): Promise<void> {
  const highs = await loader();
  console.log(
    '\nSmall years proved, by branches or outright: five shapes of ten, by 1,200 sweeps (bar: bound within 10% of the cost)\n',
  );
  console.log('seeds               proved  within 10%  without the program: as good  seconds  the others');
  for (const [name, first, last] of SMALL) {
    const others: string[] = [];
    let [near, asGood, of] = [0, 0, 0];
    const start = performance.now();
    for (const shape of SHAPES)
      for (let seed = first; seed <= last; seed++) {
        const { household, year } = smallHousehold(shape, seed);
        const problem = makeProblem(household, year, toDay(year.start));
        const plan = makePlan(problem, { sweeps: 1200, seed: 1 }, programOf(highs));
        const cost = plan.cost.total;
        of++;
        if (plan.bound! >= 0.9 * cost) near++;
        if (plan.bound! < cost) others.push(`${shape} ${seed}: ${plan.bound} of ${cost}`);
        if (makePlan(problem, { sweeps: 400, seed: 1 }).cost.total <= cost) asGood++;
      }
    console.log(
      [
        `${name} ${first} to ${last}`.padEnd(18),
        `${of - others.length} of ${of}`.padStart(9),
        `${near} of ${of}`.padStart(11),
        `${asGood} of ${of}`.padStart(29),
        ((performance.now() - start) / 1000).toFixed(0).padStart(8),
        ` ${others.join('; ')}`,
      ].join(' '),
    );
  }
}

/**
 * With the time counted as well: so many sweeps as take 400 reference sweeps (and 1,200), by what 400 sweeps (and 1,200) took before.
 * @param reference what a reference sweep of a problem takes, in milliseconds
 */
export async function measureFurther(reference: (problem: Problem) => number, seeds = 10): Promise<void> {
  const highs = await loader();
  console.log(
    '\nYear, looked further by linear programming (bars: avoidable gap ≤ 5% on each by 400 reference sweeps, ≤ 3% on half of them by 1,200)\n',
  );
  console.log('seed  sweeps    cost   bound    gap  ÷ ref');
  for (let seed = 1; seed <= seeds; seed++) {
    const { household, year } = largeHousehold(seed);
    const problem = makeProblem(household, year, toDay('2026-09-07'));
    const ref = reference(problem);
    const measured = (sweeps: number): number => {
      const start = performance.now();
      const plan = makePlan(problem, { sweeps, seed: 1 }, programOf(highs));
      const ratio = (performance.now() - start) / ref;
      const cells = [
        ...[String(seed).padStart(4), String(sweeps).padStart(7)],
        ...[String(plan.cost.total).padStart(7), String(plan.bound).padStart(7)],
        ...[`${(100 * goodnessOf(plan)!.gap).toFixed(1)}%`.padStart(6), ratio.toFixed(0).padStart(6)],
      ];
      console.log(cells.join(' '));
      return ratio;
    };
    for (const sweeps of EFFORTS) {
      const ratio = measured(sweeps);
      if (ratio > sweeps) measured(Math.max(1, Math.floor((sweeps * sweeps) / ratio)));
    }
  }
}
