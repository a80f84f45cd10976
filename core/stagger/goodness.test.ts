import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { SHAPES, smallHousehold } from '../tests/instances';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { goodnessOf, improvePlan, makePlan, makeProblem } from './index';

describe('how good a plan is', () => {
  const today = toDay('2026-09-07');
  const two = (end: string) =>
    aHousehold({
      years: [aYear({ end })],
      children: [aChild('A'), aChild('B')],
      courses: [aCourse('sums', { lessons: 1, perLesson: [{ kind: 'introduce', count: 1 }] })],
      enrolments: ['A', 'B'].map((id) => anEnrolment(id, 'sums', { childIds: [id] })),
    });

  it('is proved where nothing can be better, and a forced clash is said to be forced', () => {
    const state = two('2026-09-07');
    const plan = makePlan(makeProblem(state, state.years[0]!, today), { sweeps: 24, seed: 1 });
    expect(goodnessOf(plan)).toEqual({ clashes: 1, avoidable: 0, gap: 0, open: 0, proved: true });
  });

  it('is not said of the first plan, which waits for no bound', () => {
    const state = two('2026-09-11');
    const first = improvePlan(makeProblem(state, state.years[0]!, today), { sweeps: 4, seed: 1 }).next().value!;
    expect(goodnessOf(first)).toBeUndefined();
  });

  it('never promises to save more than there is, and more effort never makes it worse', () => {
    for (const shape of SHAPES) {
      const { household, year } = smallHousehold(shape, 3);
      const problem = makeProblem(household, year, toDay(year.start));
      const [some, more] = [12, 200].map((sweeps) => makePlan(problem, { sweeps, seed: 1 }));
      const [a, b] = [goodnessOf(some!)!, goodnessOf(more!)!];
      expect(a.avoidable).toBeLessThanOrEqual(a.clashes);
      expect(a.gap).toBeGreaterThanOrEqual(0);
      expect(a.gap).toBeLessThanOrEqual(1);
      expect(more!.cost.total).toBeLessThanOrEqual(some!.cost.total);
      expect(more!.bound!).toBeGreaterThanOrEqual(some!.bound!);
      expect(b.proved).toBe(more!.cost.total === more!.bound);
    }
  });

  it('counts no clash as forced that a lesson begun today, or two easy ones in one place, can spare', () => {
    const state = two('2026-09-07');
    const both = { ...state.enrolments[0]!, childIds: ['A'], perSitting: 2 };
    const course = aCourse('sums', { lessons: 2, perLesson: [{ kind: 'introduce', count: 1 }] });
    const forced = (change: object, marks: ReturnType<typeof aMark>[] = []) => {
      const h = { ...state, courses: [course], enrolments: [{ ...both, ...change }], marks };
      const plan = makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 12, seed: 1 });
      expect(plan.forced!).toBeLessThanOrEqual(plan.cost.total);
      return plan.cost.clash;
    };
    expect(forced({})).toBe(0);
    expect(forced({}, [aMark('A', 'L1-1', 'done', '2026-09-07')])).toBe(0);
    expect(forced({ perSitting: 1, easy: ['introduce'] })).toBe(0);
  });
});
