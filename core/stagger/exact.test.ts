import { describe, expect, it } from 'vitest';
import { costAgain } from '../tests/again';
import { PACED, pacedCase, pacedYear, SEEDS, smallCase, smallYear } from '../tests/cases';
import { SHAPES } from '../tests/instances';
import { optimumOf, solveCase } from '../tests/optima';
import { makePlan } from './index';

/**
 * The outside check of the main job: HiGHS, a general-purpose exact solver from the registry, on the same problem written as a
 * mixed-integer program. Its optima are on file (`npm run optima`), each with a hash of its model. Costs of both come from an
 * evaluator that shares no code with the engine.
 */
describe.each(SHAPES)('against an exact solver: %s', (shape) => {
  it('costs at most one in a hundred more, or one, on nearly all; its bound is never above the optimum', () => {
    let near = 0;
    let solved = 0;
    for (let seed = 1; seed <= SEEDS; seed++) {
      const problem = smallYear(shape, seed);
      const { value } = optimumOf(smallCase(shape, seed));
      const plan = makePlan(problem, { sweeps: 400, seed: 1 });
      const cost = costAgain(problem, plan);
      expect(cost).toBe(plan.cost.total);
      expect(plan.forced!).toBeLessThanOrEqual(plan.bound!);
      expect(plan.bound!).toBeLessThanOrEqual(cost);
      if (value === undefined) continue;
      solved++;
      expect(cost, `${shape} ${seed}`).toBeGreaterThanOrEqual(value);
      expect(plan.bound!, `${shape} ${seed}`).toBeLessThanOrEqual(value);
      expect(cost, `${shape} ${seed}`).toBeLessThanOrEqual(Math.max(1.05 * value, value + 1));
      if (cost <= Math.max(1.01 * value, value + 1)) near++;
    }
    // One of ten may be further off than that; two may take the solver longer than anybody would wait.
    expect(solved).toBeGreaterThanOrEqual(SEEDS - 2);
    expect(near).toBeGreaterThanOrEqual(solved - 1);
  });
});

it('with another pace from a day to come on it costs as little more, and its bound is no higher', () => {
  let near = 0;
  let solved = 0;
  for (let seed = 1; seed <= PACED; seed++) {
    const problem = pacedYear(seed);
    expect(problem.tracks.every((t) => t.later?.length === 1)).toBe(true);
    const plan = makePlan(problem, { sweeps: 400, seed: 1 });
    expect(plan.cost.total).toBe(costAgain(problem, plan));
    const { value } = optimumOf(pacedCase(seed));
    if (value === undefined) continue;
    solved++;
    expect(plan.cost.total, `${seed}`).toBeGreaterThanOrEqual(value);
    expect(plan.bound!, `${seed}`).toBeLessThanOrEqual(value);
    // Of optima as small as these two more is the furthest off.
    expect(plan.cost.total, `${seed}`).toBeLessThanOrEqual(Math.max(1.05 * value, value + 2));
    if (plan.cost.total <= Math.max(1.01 * value, value + 1)) near++;
  }
  expect(solved).toBeGreaterThanOrEqual(PACED - 1);
  expect(near).toBeGreaterThanOrEqual(solved - 1);
});

/** Cases that the solver has done within this many seconds may be solved again in a test run. */
const QUICK = 4;

it('the optima on file are what the solver says: two solved anew, others every day', async () => {
  const all = SHAPES.flatMap((shape) => Array.from({ length: SEEDS }, (_, i) => smallCase(shape, i + 1)));
  const quick = all.filter((c) => optimumOf(c).status === 'Optimal' && optimumOf(c).seconds <= QUICK);
  expect(quick.length).toBeGreaterThan(5);
  const day = Math.floor(Date.now() / 86_400_000);
  for (const k of [2 * day, 2 * day + 1]) {
    const one = quick[k % quick.length]!;
    const now = await solveCase(one);
    expect([one.name, now.status, now.value]).toEqual([one.name, 'Optimal', optimumOf(one).value]);
  }
});
