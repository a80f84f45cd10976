import { describe, expect, it } from 'vitest';
import { costAgain } from '../tests/again';
import { SEEDS, smallCase, smallYear } from '../tests/cases';
import { SHAPES } from '../tests/instances';
import { optimumOf } from '../tests/optima';
import { makePlan } from './index';
import { outright } from './outright';
import { costToGo } from './shortest';

const toGoOf = (problem: ReturnType<typeof smallYear>) => problem.tracks.map((_, t) => costToGo(problem, t));
const ENOUGH = 100_000;

/** Against optima found by an exact solver (HiGHS as a mixed-integer program), which shares no code with this. */
describe.each(SHAPES.filter((s) => s !== 'weekly caps'))('a small year placed outright: %s', (shape) => {
  it('finds what the solver calls the optimum, and that nothing is below it', () => {
    let tried = 0;
    for (let seed = 1; seed <= SEEDS; seed++) {
      const problem = smallYear(shape, seed);
      const { value } = optimumOf(smallCase(shape, seed));
      if (value === undefined) continue;
      const toGo = toGoOf(problem);
      const found = outright(problem, toGo, value + 1, ENOUGH)!;
      if (!found.done) continue;
      tried++;
      const plan = makePlan(problem, { sweeps: 1, seed: 1 });
      const days = found.placed!;
      const tracks = plan.tracks.map((t, i) => ({ ...t, days: days[i]! }));
      expect(costAgain(problem, { ...plan, tracks }), `${shape} ${seed}`).toBe(value);
      expect(outright(problem, toGo, value, ENOUGH)).toMatchObject({ done: true });
      expect(outright(problem, toGo, value, ENOUGH)!.placed).toBeUndefined();
    }
    expect(tried).toBeGreaterThanOrEqual(5);
  });
});

describe('placing outright', () => {
  it('proves years in step without a solver, those that were held back too', () => {
    const proved = Array.from({ length: 30 }, (_, i) => {
      const plan = makePlan(smallYear('in step', i + 1), { sweeps: 400, seed: 1 });
      return plan.bound === plan.cost.total;
    });
    // Prices alone proved 18 of the 30.
    expect(proved.filter(Boolean).length).toBeGreaterThanOrEqual(29);
  });

  it('stops where it would be too much, and is not tried where a weekly cap reaches over dates', () => {
    const problem = smallYear('crowded sittings', 3);
    const found = outright(problem, toGoOf(problem), 1e9, 500)!;
    expect(found.done).toBe(false);
    expect(found.looked).toBeLessThanOrEqual(501);
    const capped = smallYear('weekly caps', 1);
    expect(outright(capped, toGoOf(capped), 1e9, ENOUGH)).toBeUndefined();
  });
});
