import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { byPlan, SHAPES, TAKINGS } from '../tests/by-plan';
import { flatten } from '../course';
import { byId, type Enrolment } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { inTurns } from '../tests/crowded';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear } from '../tests/make';
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

  it('who may be late waits behind the last day for others that are late: they begin lessons of one teacher by turns', () => {
    const weekdays: Enrolment['weekdays'] = [1, 2, 3, 4, 5];
    const course = aCourse('A', { lessons: 20, perLesson: LESSON });
    const [done, lost] = [
      ['2027-04-20', '2027-04-22', '2027-04-23', '2027-04-27', '2027-04-29'],
      ['2027-04-21', '2027-04-26', '2027-04-28'],
    ];
    const marks = flatten(course)
      .slice(0, 2 * done.length)
      .map((s, i) => aMark('A', s.id, 'done', done[i >> 1]!));
    const told = (teacherOfB: string, kind: 'introduce' | 'read') => {
      const h = aHousehold({
        years: [aYear({ start: '2027-03-01', end: '2027-12-17' })],
        children: [aChild('A'), aChild('B')],
        teachers: [aTeacher('T'), aTeacher('U')],
        courses: [course, aCourse('B', { lessons: 80, perLesson: [{ kind, count: 1 }] })],
        enrolments: ['A', 'B'].map((id) =>
          anEnrolment(id, id, {
            ...{ weekdays, childIds: [id], perSitting: 2, target: '2027-05-21' },
            teacherId: id === 'A' ? 'T' : teacherOfB,
          }),
        ),
        dayLists: [...done, ...lost].map((date) => ({
          ...{ id: date, date },
          placements: course.units[0]!.lessons[0]!.steps.map((s) => ({ enrolmentId: 'A', stepId: s.id })),
        })),
        marks,
      });
      const plan = makePlan(makeProblem(h, h.years[0]!, toDay('2027-04-30')), { sweeps: 40, seed: 1 });
      return forecastOf(h, h.years[0]!, plan, h.enrolments[0]!, { runs: 500, seed: 1 })!;
    };
    const [shared, apart] = [told('T', 'introduce'), told('U', 'introduce')];
    // As likely in time: until its last day the planner finds it room.
    expect(shared.chance).toBe(apart.chance);
    expect(apart.chance).toBeLessThan(60);
    // Every other date behind it, for so long as the other course goes on.
    expect(shared.last.late - shared.target!).toBeGreaterThan(1.5 * (apart.last.late - apart.target!));
    // Of what is only read nothing is begun with anybody.
    expect(told('T', 'read').last).toEqual(apart.last);
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
