import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay, weekdayOf } from '../calendar';
import type { Household } from '../household';
import { standingsOf } from '../log';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, aMark, anEnrolment, aYear, householdArbitrary } from '../tests/make';
import { makeTrack, openDates, remainingSteps, takenSteps } from './index';

const TODAY = toDay('2026-09-09');
const household = (change: Partial<Household> = {}): Household =>
  aHousehold({ courses: [aCourse('c', { lessons: 8 })], enrolments: [anEnrolment('e', 'c')], ...change });

describe('the order of what is left', () => {
  it('holds every open step once, and none but the deferred out of the order of the course', () => {
    fc.assert(
      fc.property(householdArbitrary, fc.array(fc.nat(40), { maxLength: 5 }), ({ state, today }, at) => {
        for (const e of state.enrolments) {
          const taken = takenSteps(state, e);
          const marks = at.map((n, i) =>
            aMark(e.id, taken[n % taken.length]!.id, 'again', fromDay(today), { id: `again${i}`, goOn: true }),
          );
          const next = { ...state, marks: [...state.marks, ...marks] };
          const standings = standingsOf(next.marks, e.id);
          const open = taken.filter((s) => (standings.get(s.id)?.state ?? 'open') === 'open');
          const left = remainingSteps(next, e);
          expect(left.map((s) => s.id).sort()).toEqual(open.map((s) => s.id).sort());
          const held = left.filter((s) => !standings.get(s.id)?.deferred).map((s) => s.index);
          expect([...held].sort((a, b) => a - b)).toEqual(held);
          for (const s of left.filter((x) => standings.get(x.id)?.deferred)) {
            // Behind a whole later lesson where there is one, and never in front of its own place.
            const before = left.slice(0, left.indexOf(s));
            const later = left.some((x) => x.lessonIndex > s.lessonIndex && !standings.get(x.id)?.deferred);
            if (later) expect(before.some((x) => x.lessonIndex > s.lessonIndex)).toBe(true);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('a step that did not stick comes back after the next lesson, and the plan places it there', () => {
    const h = household({ marks: [aMark('e', 'L1-1', 'again', '2026-09-08', { goOn: true })] });
    const track = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 2, seed: 1 }).tracks[0]!;
    // The rest of its own lesson is no next lesson: it goes on, then lesson 2, then the step again.
    expect(track.stepIds.slice(0, 4)).toEqual(['L1-2', 'L2-1', 'L2-2', 'L1-1']);
    expect([...track.days].sort((a, b) => a - b)).toEqual(track.days);
  });
});

describe('days to which a sitting was moved', () => {
  const year = aYear({ closed: [{ id: 'x', from: '2026-09-16', to: '2026-09-16', label: 'closed' }] });
  const e = anEnrolment('e', 'c', { weekdays: [1, 2] });

  it('are open besides its weekdays, unless they are closed or outside the year', () => {
    const saturday = toDay('2026-09-12');
    const closed = toDay('2026-09-16');
    const outside = toDay('2027-08-02');
    const open = openDates(aHousehold(), e, year, [saturday, closed, outside, saturday]);
    expect(open).toContain(saturday);
    expect(open).not.toContain(closed);
    expect(open).not.toContain(outside);
    expect(new Set(open).size).toBe(open.length);
    expect([...open].sort((a, b) => a - b)).toEqual(open);
    expect(open.filter((d) => d !== saturday)).toEqual(schoolDays(year).filter((d) => [1, 2].includes(weekdayOf(d))));
  });

  it('take as many steps as were moved there, beyond what a sitting usually takes', () => {
    const pins = ['L1-1', 'L1-2', 'L2-1'].map((stepId) => ({
      id: stepId,
      enrolmentId: 'e',
      stepId,
      date: '2026-09-10',
    }));
    const h = household({ pins });
    const track = makeTrack(h, h.years[0]!, h.enrolments[0]!, TODAY);
    expect(track.room[track.dates.indexOf(toDay('2026-09-10'))]).toBe(3);
    const plan = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 2, seed: 1 });
    expect(plan.tracks[0]!.days.slice(0, 3)).toEqual([1, 1, 1].map((n) => TODAY + n));
  });

  it('count for nothing once their steps are settled', () => {
    const pins = [{ id: 'p', enrolmentId: 'e', stepId: 'L1-1', date: '2026-09-12' }];
    const marks = [aMark('e', 'L1-1', 'done', '2026-09-07')];
    const h = household({ pins, marks });
    expect(makeTrack(h, h.years[0]!, h.enrolments[0]!, TODAY).dates).not.toContain(toDay('2026-09-12'));
  });
});
