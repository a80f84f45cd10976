import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { byPlan, SHAPES, TAKINGS } from '../tests/by-plan';
import { byId } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { inTurns } from '../tests/crowded';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from '../tests/make';
import { forecastOf } from './index';

const LESSON = (['introduce', 'practise'] as const).map((kind) => ({ kind, count: 1 }));

describe('a forecast of a course that is taken by its plan', () => {
  // Where the plan asks for more of who has fallen behind, or does again in its week what was lost, the record alone does not say so.
  it.each([
    ['even, 1.3 a date', 'all of it, a day in five lost'],
    ['four a week on five days', 'all of it, a day in five lost'],
    ['even, 1.1 on three days', 'half of a sitting now and then'],
  ])('%s, %s: eight of ten intervals hold the day on which it ends', (shape, taking) => {
    const row = byPlan(
      SHAPES.find((s) => s.name === shape)!,
      TAKINGS.find((t) => t.name === taking)!,
      6,
      {
        runs: 300,
        target: toDay('2027-01-29'),
        past: 60,
      },
    );
    expect(row.asked).toBeGreaterThanOrEqual(15);
    expect(row.held / row.asked).toBeGreaterThan(0.7);
  });

  it('beside another that wants the same teacher it is not told to end sooner than the planner itself can place it', () => {
    const how = { rule: { kind: 'even' }, perSitting: 2, weekdays: [1, 2, 3, 4], target: '2027-05-28' } as const;
    const ids = ['A', 'B'];
    const h = aHousehold({
      years: [aYear({ start: '2027-03-01', end: '2027-08-27', weekdays: [1, 2, 3, 4] })],
      children: ids.map((id) => aChild(id)),
      teachers: [aTeacher('T')],
      courses: ids.map((id) => aCourse(id, { lessons: 14, perLesson: LESSON })),
      enrolments: ids.map((id) => anEnrolment(id, id, { ...how, weekdays: [...how.weekdays], childIds: [id] })),
    });
    const plan = makePlan(makeProblem(h, h.years[0]!, toDay('2027-05-17')), { sweeps: 40, seed: 1 });
    const told = plan.tracks.map((t) => {
      const forecast = forecastOf(h, h.years[0]!, plan, byId(h.enrolments, t.enrolmentId)!, { runs: 300, seed: 1 })!;
      return { last: Math.max(...t.days), middle: forecast.last.middle };
    });
    // One of the two waits a week for the other's new lessons, behind the last day of both.
    expect(Math.abs(told[0]!.last - told[1]!.last)).toBeGreaterThanOrEqual(7);
    for (const { last, middle } of told) expect(middle).toBeGreaterThanOrEqual(last);
  });

  it('in turns with others it comes only when it is its turn: eight of ten intervals hold that too', () => {
    const told = inTurns(
      TAKINGS.find((t) => t.name === 'all of it, a day in five lost')!,
      1,
      300,
    );
    const held = told.filter(({ forecast: { last }, end }) => last.early <= end && end <= last.late).length;
    expect(told.length).toBeGreaterThanOrEqual(15);
    expect(held / told.length).toBeGreaterThan(0.7);
  });
});
