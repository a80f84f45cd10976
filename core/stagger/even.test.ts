import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { costAgain } from '../tests/again';
import { monthCase, monthProblem } from '../tests/cases';
import { newcomer } from '../tests/instances';
import { householdArbitrary } from '../tests/make';
import { optimumOf } from '../tests/optima';
import { CLASH, MINUTE, SAME_CHILD } from './weights';
import { makePlan, makeProblem, type Plan, type Problem } from './index';

/** New lessons that one teacher starts on each date, told from the plan alone. */
function freshByDate(problem: Problem, plan: Plan): Map<number, number> {
  const found = new Map<number, number>();
  for (const track of problem.tracks) {
    const own = plan.tracks.find((t) => t.enrolmentId === track.enrolmentId)!;
    for (const d of new Set(own.days.filter((_, i) => track.steps[i]!.fresh === 1)))
      found.set(d, (found.get(d) ?? 0) + 1);
  }
  return found;
}
const allowing = (newLessons: number): Problem => {
  const { household, year, today } = newcomer();
  return makeProblem({ ...household, settings: { ...household.settings, wishes: { newLessons } } }, year, today);
};

describe('a newcomer’s shelf: 424 new lessons, 200 days, one parent, one new lesson allowed a day', () => {
  const problem = allowing(1);
  const plan = makePlan(problem, { sweeps: 60, seed: 1 });
  const fresh = freshByDate(problem, plan);

  it('holds all of them, and in every full week no two school days differ by more than one', () => {
    expect([...fresh.values()].reduce((a, b) => a + b, 0)).toBe(424);
    for (let week = 0; week < 40; week++) {
      const days = [0, 1, 2, 3, 4].map((d) => fresh.get(problem.from + 7 * week + d) ?? 0);
      expect(Math.max(...days) - Math.min(...days), `week ${week + 1}: ${days.join(' ')}`).toBeLessThanOrEqual(1);
    }
  });

  it('costs what the plain evaluator says, and never less than its bound', () => {
    expect(costAgain(problem, plan)).toBe(plan.cost.total);
    expect(plan.bound!).toBeLessThanOrEqual(plan.cost.total);
    expect(plan.forced!).toBeLessThanOrEqual(plan.bound!);
  });

  it.each([1, 2])('a month of it, %i allowed a day, costs what an exact solver’s does, nearly', (allowed) => {
    const month = monthProblem(allowed);
    const best = makePlan(month, { sweeps: 400, seed: 1 });
    const { value } = optimumOf(monthCase(allowed));
    expect(best.bound!).toBeLessThanOrEqual(value!);
    expect(best.cost.total).toBeGreaterThanOrEqual(value!);
    expect(best.cost.total).toBeLessThanOrEqual(1.01 * value! + 1);
  });
});

describe('what lies above', () => {
  const excess = fc.constantFrom(CLASH, MINUTE, SAME_CHILD);
  it('costs more with each further unit, never less', () => {
    fc.assert(
      fc.property(excess, fc.integer({ min: -5, max: 200 }), ({ cost }, x) => {
        expect(cost(x + 1) - cost(x)).toBeGreaterThanOrEqual(cost(x) - cost(x - 1));
        if (x <= 0) expect(cost(x)).toBe(0);
      }),
    );
    expect([1, 2, 3, 4].map(CLASH.cost)).toEqual([100, 300, 600, 1000]);
    expect([30, 31, 60].map(MINUTE.cost)).toEqual([60, 64, 180]);
  });

  it('is worth at a price what its conjugate says: nothing above is worth more (Fenchel’s inequality)', () => {
    fc.assert(
      fc.property(
        excess,
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.integer({ min: 0, max: 300 }),
        ({ weight, cost, at }, share, x) => {
          // A minute’s price goes to twice its weight, a child’s to its weight: beyond that no conjugate is finite.
          const price = Math.min(share, weight === CLASH.weight ? 2 : weight === MINUTE.weight ? 2 : 1) * weight;
          const best = at(price / weight);
          expect(price * x - cost(x)).toBeLessThanOrEqual(price * best - cost(best) + 1e-9);
        },
      ),
    );
  });

  it('of λ in [100m, 100(m + 1)] the conjugate of the k-th clash costing 100·k is λm − 50m(m + 1)', () => {
    fc.assert(
      fc.property(fc.nat({ max: 20 }), fc.double({ min: 0, max: 100, noNaN: true }), (m, more) => {
        const price = 100 * m + more;
        const best = CLASH.at(price / 100);
        expect(price * best - CLASH.cost(best)).toBeCloseTo(price * m - 50 * m * (m + 1), 6);
      }),
    );
  });
});

describe('a teacher without hours', () => {
  it('is not planned with, whatever it costs, and what is held there all the same stays', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year, today }) => {
        const problem = makeProblem(state, year, today);
        const plan = makePlan(problem, { sweeps: 6, seed: 1 });
        for (const [t, track] of problem.tracks.entries()) {
          const own = plan.tracks.find((p) => p.enrolmentId === track.enrolmentId)!;
          const teacher = problem.teachers.find((x) => x.id === track.teacherId)!;
          own.days.forEach((day, i) => {
            if (day < 0 || track.steps[i]!.teacher === 0 || problem.held[t]![i] === day) return;
            expect(teacher.hours[day - problem.from]).toBeGreaterThan(0);
          });
        }
      }),
    );
  });
});
