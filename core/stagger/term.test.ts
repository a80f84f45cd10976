import highsLoader from 'highs';
import { expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { flatten } from '../course';
import { costAgain } from '../tests/again';
import { linearProgram } from '../tests/exact';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import { makePlan, makeProblem, type Problem } from './index';

const WEEKS = 12;
const start = toDay('2026-09-07');
const course = aCourse('sums', {
  lessons: 11,
  perLesson: [
    { kind: 'introduce', count: 1 },
    { kind: 'practise', count: 3 },
    { kind: 'review', count: 1 },
  ],
});

/** New lessons that fall together when every child goes its own way. */
function together(problem: Problem): number {
  const days = problem.tracks.flatMap((track, t) => {
    const alone = makePlan({ ...problem, tracks: [track], held: [problem.held[t]!] }, { sweeps: 1, seed: 1 });
    return alone.tracks[0]!.days.filter((_, i) => track.steps[i]!.fresh === 1);
  });
  return days.length - new Set(days).size;
}

// Three children on one sheet pattern (common practice); that a term without a clash exists is the exact solver's word.
it.each([
  { points: [0, 2, 2], name: 'two of them at the same sheet' },
  { points: [0, 0, 0], name: 'all at the first sheet' },
])(
  'three children on one sheet pattern, $name, run a term without two new lessons on a day, as an exact solver does',
  async ({ points }) => {
    const ids = ['A', 'B', 'C'];
    const sheets = flatten(course).map((s) => s.id);
    const household = aHousehold({
      years: [aYear({ end: fromDay(start + 7 * WEEKS - 3) })],
      children: ids.map((id) => aChild(id)),
      courses: [course],
      enrolments: ids.map((id, i) =>
        anEnrolment(id, 'sums', { childIds: [id], perSitting: 2, fromStepId: sheets[points[i]!]! }),
      ),
    });
    const problem = makeProblem(household, household.years[0]!, start);
    expect(together(problem)).toBeGreaterThan(8);
    const plan = makePlan(problem, { sweeps: 60, seed: 1 });
    const { model, constant } = linearProgram(problem);
    const highs = await highsLoader();
    const solved = highs.solve(model, { mip_rel_gap: 0, mip_abs_gap: 0.9, time_limit: 100 });
    expect(solved.Status).toBe('Optimal');
    const optimum = Math.round(solved.ObjectiveValue + constant);
    // Not one clash in the best term there is; and none in ours.
    expect(optimum).toBeLessThan(100);
    expect(plan.clashes).toEqual([]);
    expect(costAgain(problem, plan)).toBeLessThanOrEqual(Math.max(1.01 * optimum, optimum + 1));
  },
  240_000,
);
