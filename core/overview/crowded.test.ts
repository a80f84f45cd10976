import fc from 'fast-check';
import { expect, it } from 'vitest';
import { toDay } from '../calendar';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear, householdArbitrary } from '../tests/make';
import { overview, whyCrowded } from './index';

it('says of every crowded week, and of no other, what makes it so', () => {
  fc.assert(
    fc.property(householdArbitrary, ({ state, year, today }) => {
      const plan = makePlan(makeProblem(state, year, today), { sweeps: 2, seed: 1 });
      const view = overview(state, year, plan, today);
      const crowds = whyCrowded(state, year, plan, view, today);
      expect(crowds.map((c) => c.week)).toEqual(view.weeks.filter((w) => w.crowded));
      for (const c of crowds) {
        expect(c.clashes.length + c.full.length).toBeGreaterThan(0);
        expect(c.clashes.reduce((n, x) => n + x.above, 0)).toBe(c.week.clashes);
        for (const f of c.full) {
          expect(f.minutes).toBeGreaterThan(f.hours);
          expect(f.most.reduce((n, m) => n + m.minutes, 0)).toBeLessThanOrEqual(f.minutes);
        }
      }
      expect(crowds.flatMap((c) => c.clashes)).toEqual(plan.clashes);
    }),
    { numRuns: 60 },
  );
});

it('names the courses that ask most, the closed days, and those on which the teacher is away', () => {
  const year = aYear({
    end: '2026-09-18',
    closed: [{ id: 'c', from: '2026-09-09', to: '2026-09-09', label: 'gate repairs' }],
  });
  const today = toDay('2026-09-07');
  const h = aHousehold({
    years: [year],
    children: [aChild('A')],
    teachers: [aTeacher('T', { minutes: [20, 20, 20, 0, 20, 0, 0] })],
    courses: [
      aCourse('long', { lessons: 9, perLesson: [{ kind: 'make', count: 1 }] }),
      aCourse('short', { lessons: 9, perLesson: [{ kind: 'drill', count: 1 }] }),
    ],
    enrolments: [anEnrolment('s', 'short'), anEnrolment('l', 'long')],
  });
  const plan = makePlan(makeProblem(h, year, today), { sweeps: 8, seed: 1 });
  const [first] = whyCrowded(h, year, plan, overview(h, year, plan, today), today);
  expect(first!.full[0]).toMatchObject({ hours: 60, closed: 1, away: 1 });
  expect(first!.full[0]!.most.map((m) => m.enrolment.id)).toEqual(['l', 's']);
});
