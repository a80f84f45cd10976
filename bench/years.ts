import { toDay } from '../core/calendar';
import { goodnessOf, improvePlan, makePlan, makeProblem, type Plan } from '../core/stagger';
import { gatesKept } from '../core/tests/again';
import { largeHousehold, tiedHousehold } from './instances';
import { median, referenceSweep, timed } from './measure';

/** New lessons of a plan above the allowance of their day. */
const above = (plan: Plan) => plan.clashes.reduce((n, c) => n + c.above, 0);

/** How long the first and the good plan of large years take, in reference sweeps. */
export function measureYears(): void {
  console.log(
    '\nYear: 10 drawn households of 5 children and 30 enrolments (bars: first ≤ 3, good ≤ 40 reference sweeps)\n',
  );
  console.log(
    'seed  steps  dates  ref ms  first ÷ ref  12 sweeps ÷ ref  24 sweeps ÷ ref  clashes first → 24  cost − bound  12 above 24',
  );
  for (let seed = 1; seed <= 10; seed++) {
    const { household, year } = largeHousehold(seed);
    const problem = makeProblem(household, year, toDay('2026-09-07'));
    const ref = median([1, 2, 3, 4, 5].map(() => timed(() => referenceSweep(problem))[1]));
    const firsts = [1, 2, 3, 4, 5].map(() =>
      timed(() => improvePlan(problem, { sweeps: 1, seed: 1 }).next().value as Plan),
    );
    const first = firsts[0]![0];
    const [good, ms] = timed(() => makePlan(problem, { sweeps: 24, seed: 1 }));
    const [half, halfMs] = timed(() => makePlan(problem, { sweeps: 12, seed: 1 }));
    const steps = problem.tracks.reduce((n, t) => n + t.steps.length, 0);
    const cells = [
      String(seed).padStart(4),
      String(steps).padStart(6),
      String(Math.max(...problem.tracks.map((t) => t.dates.length))).padStart(6),
      ref.toFixed(1).padStart(7),
    ];
    cells.push(
      (median(firsts.map((f) => f[1])) / ref).toFixed(1).padStart(12),
      (halfMs / ref).toFixed(1).padStart(16),
      (ms / ref).toFixed(1).padStart(16),
    );
    cells.push(
      `${above(first)} → ${above(good)}`.padStart(19),
      String(good.cost.total - good.bound!).padStart(13),
      `${((100 * (half.cost.total - good.cost.total)) / good.cost.total).toFixed(1)}%`.padStart(12),
    );
    console.log(cells.join(' '));
  }
}

/** How far from the best possible a plan is after 400 sweeps. */
export function measureGaps(): void {
  console.log(
    '\nYear: how far from the best possible, with 400 sweeps (bar: avoidable gap ≤ 5% by 400 reference sweeps)\n',
  );
  console.log('seed  400 sweeps ÷ ref    cost   bound  forced  avoidable gap');
  for (let seed = 1; seed <= 5; seed++) {
    const { household, year } = largeHousehold(seed);
    const problem = makeProblem(household, year, toDay('2026-09-07'));
    const ref = median([1, 2, 3].map(() => timed(() => referenceSweep(problem))[1]));
    const [plan, ms] = timed(() => makePlan(problem, { sweeps: 400, seed: 1 }));
    console.log(
      [
        String(seed).padStart(4),
        (ms / ref).toFixed(0).padStart(17),
        String(plan.cost.total).padStart(7),
        String(plan.bound).padStart(7),
        String(plan.forced).padStart(7),
        `${(100 * goodnessOf(plan)!.gap).toFixed(1)}%`.padStart(14),
      ].join(' '),
    );
  }
}

/** Large years whose courses are tied together. */
export function measureTied(): void {
  console.log(
    '\nThe year with five links, ten gates, a loop, faster stretches and halves (30 enrolments, about 5,000 steps)\n',
  );
  console.log('seed  steps  problem ms  first ÷ ref  24 sweeps ÷ ref  total cost first → 24  of it apart  gates kept');
  for (let seed = 1; seed <= 5; seed++) {
    const { household, year } = tiedHousehold(seed);
    const day = toDay('2026-09-07');
    const [problem, made] = timed(() => makeProblem(household, year, day));
    const ref = median([1, 2, 3].map(() => timed(() => referenceSweep(problem))[1]));
    const [first, firstMs] = timed(() => improvePlan(problem, { sweeps: 1, seed: 1 }).next().value as Plan);
    const [good, ms] = timed(() => makePlan(problem, { sweeps: 24, seed: 1 }));
    const kept = gatesKept(problem, good).filter(Boolean);
    console.log(
      [
        String(seed).padStart(4),
        String(problem.tracks.reduce((n, t) => n + t.steps.length, 0)).padStart(6),
        made.toFixed(0).padStart(11),
        (firstMs / ref).toFixed(1).padStart(12),
        (ms / ref).toFixed(1).padStart(16),
        `${first.cost.total} → ${good.cost.total}`.padStart(22),
        String(good.cost.link).padStart(12),
        `${kept.length} of ${problem.gates.length}`.padStart(11),
      ].join(' '),
    );
  }
}
