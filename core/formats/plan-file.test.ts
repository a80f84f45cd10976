import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, isOver, toDay } from '../calendar';
import { makeTrack, reserveOf } from '../pace';
import { aCourse, aHousehold, anEnrolment, householdArbitrary } from '../tests/make';
import { planFile } from './plan-file';

const EFFORT = { sweeps: 2, seed: 1 };

describe('the plan of a backup as a file', () => {
  it('holds every remaining step in order, on days that exist, with the same days in hand as on screen', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year, today }) => {
        const result = planFile({ asOf: fromDay(today), household: state }, EFFORT);
        if ('fault' in result) throw new Error(result.fault);
        expect(result.plan.enrolments.map((e) => e.id).sort()).toEqual(state.enrolments.map((e) => e.id).sort());
        for (const e of result.plan.enrolments) {
          const track = makeTrack(
            state,
            year,
            state.enrolments.find((x) => x.id === e.id)!,
            today,
          );
          expect(e.steps.map((s) => s.id)).toEqual(track.steps.map((s) => s.id));
          // Of a year that is over nothing is in hand.
          const inHand = isOver(year, today) ? undefined : reserveOf(track, year).daysInHand;
          expect(e.daysInHand).toBe(inHand ?? null);
          const placed = e.steps.filter((s) => s.date !== null);
          for (const s of placed) expect(track.dates).toContain(toDay(s.date!));
          // What cannot be placed is always the end of the course.
          expect(e.steps.slice(placed.length).every((s) => s.date === null)).toBe(true);
        }
        expect(planFile({ asOf: fromDay(today), household: state }, EFFORT)).toEqual(result);
      }),
      { numRuns: 30 },
    );
  });

  it('takes the date that is asked for, and says when there is no year to plan', () => {
    const household = aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
    const later = planFile({ asOf: '2026-09-07', household }, { ...EFFORT, today: '2026-10-05' });
    expect('plan' in later && later.plan.enrolments[0]!.steps[0]!.date! >= '2026-10-05').toBe(true);
    expect(planFile({ asOf: '2026-09-07', household: { ...household, years: [] } }, EFFORT)).toMatchObject({
      fault: expect.stringContaining('no school year'),
    });
  });
});
