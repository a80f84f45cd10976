import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay } from '../calendar';
import { aMark, shapedArbitrary } from '../tests/make';
import { isPlanOf, makePlan, makeProblem, planKey } from './index';

const effort = { sweeps: 3, seed: 1 };

describe('a plan that was kept', () => {
  it('is one of its own problem, and of the same problem only', () => {
    fc.assert(
      fc.property(shapedArbitrary, ({ state, year, today }) => {
        const problem = makeProblem(state, year, today);
        const plan = makePlan(problem, effort);
        // As it comes back from where it was kept.
        const kept = JSON.parse(JSON.stringify(plan)) as typeof plan;
        expect(isPlanOf(problem, kept)).toBe(true);
        const turned = { ...state, teachers: [...state.teachers].reverse(), children: [...state.children].reverse() };
        const again = { ...turned, enrolments: [...state.enrolments].reverse(), courses: [...state.courses].reverse() };
        expect(planKey(makeProblem(again, year, today), effort)).toBe(planKey(problem, effort));
        expect(planKey(problem, { ...effort, sweeps: 4 })).not.toBe(planKey(problem, effort));
        const track = kept.tracks.find((t) => t.days.some((d) => d >= 0));
        if (!track) return;
        const marks = [...state.marks, aMark(track.enrolmentId, track.stepIds[0]!, 'done', fromDay(today))];
        expect(planKey(makeProblem({ ...state, marks }, year, today), effort)).not.toBe(planKey(problem, effort));
        // One that says less than it costs is not believed, nor one on a day that is none of its dates.
        expect(isPlanOf(problem, { ...kept, cost: { ...kept.cost, total: kept.cost.total - 1 } })).toBe(false);
        // Nor one whose steps go back, as a damaged row may say.
        const placed = track.days.filter((d) => d >= 0);
        if (placed[0]! < placed.at(-1)!) {
          const back = { ...track, days: [...placed].reverse().concat(track.days.filter((d) => d < 0)) };
          const tracks = kept.tracks.map((t) => (t === track ? back : t));
          expect(isPlanOf(problem, { ...kept, tracks })).toBe(false);
        }
        track.days[track.days.findLastIndex((d) => d >= 0)] = today + 4_000;
        expect(isPlanOf(problem, kept)).toBe(false);
      }),
      { numRuns: 60 },
    );
  });
});
