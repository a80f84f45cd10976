import loader from '/work/main/node_modules/highs/build/highs.js';
import { toDay } from '/work/main/core/calendar';
import { goodnessOf, makePlan, makeProblem } from '/work/main/core/stagger';
import { programOf } from '/work/main/worker/program';
import { largeHousehold } from '/work/main/bench/instances';
const highs = await loader();
for (const seed of [6, 5, 1, 3, 4, 9, 2, 7, 8, 10]) {
  const { household, year } = largeHousehold(seed);
  const problem = makeProblem(household, year, toDay('2026-09-07'));
  const out: unknown[] = [];
  for (const sweeps of [400, 6000]) {
    const t = Date.now();
    const p = makePlan(problem, { sweeps, seed: 1 }, programOf(highs));
    out.push({ sweeps, cost: p.cost.total, bound: p.bound, forced: p.forced, gap: goodnessOf(p)!.gap, s: (Date.now() - t) / 1000 });
  }
  console.log(seed, JSON.stringify(out));
}
