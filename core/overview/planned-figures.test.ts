import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import type { Enrolment, Household, PaceRule } from '../household';
import { paceFigures } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, anEnrolment, aYear, householdArbitrary } from '../tests/make';
import { plannedFigures } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const today = toDay('2026-09-07');
const planOf = (h: Household) => makePlan(makeProblem(h, year, today), { sweeps: 2, seed: 1 });
const h = aHousehold({
  years: [year],
  courses: [
    aCourse('history', { lessons: 12, lessonsPerUnit: 4, perLesson: [{ kind: 'introduce', count: 1 }] }),
    aCourse('aloud', { lessons: 12, lessonsPerUnit: 4, perLesson: [{ kind: 'practise', count: 1 }] }),
  ],
  enrolments: [anEnrolment('history', 'history', { weekdays: [3] }), anEnrolment('aloud', 'aloud')],
  links: [{ id: 'k', enrolmentIds: ['history', 'aloud'], by: 'units' }],
});

describe('what a pace comes to by the plan', () => {
  it('what is kept together with a course of one day a week ends with it, however many a week its own pace would take', () => {
    const rule: PaceRule = { kind: 'weekly', n: 3, unit: 'steps' };
    const draft: Enrolment = { ...h.enrolments[1]!, rule };
    const then = { ...h, enrolments: [h.enrolments[0]!, draft] };
    const f = plannedFigures(then, year, draft, today, planOf(then));
    expect(fromDay(f.alone!)).toBe('2026-10-02');
    expect(f.lastDay!).toBeGreaterThan(toDay('2026-11-20'));
    // Twelve steps over twelve weeks or more, not three in each of four.
    expect(f.stepsAWeek!).toBeLessThanOrEqual(1);
    expect(f.daysInHand).toBe(paceFigures(then, year, draft, today).daysInHand);
    const apart = { ...then, links: [] };
    expect(plannedFigures(apart, year, draft, today, planOf(apart)).alone).toBeUndefined();
  });

  it('its last day is that of the last step of the plan, wherever the plan holds all that is left', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year: of, today: day }) => {
        const plan = makePlan(makeProblem(state, of, day), { sweeps: 2, seed: 1 });
        for (const e of state.enrolments) {
          const track = plan.tracks.find((t) => t.enrolmentId === e.id);
          const f = plannedFigures(state, of, e, day, plan);
          const alone = paceFigures(state, of, e, day);
          if (track && track.days.length > 0 && f.waiting === 0 && track.days.every((d) => d >= 0))
            expect(f.lastDay).toBe(Math.max(...track.days));
          else expect(f.lastDay).toBe(alone.lastDay);
          expect(plannedFigures(state, of, e, day, undefined)).toEqual(alone);
        }
      }),
      { numRuns: 60 },
    );
  });
});
