import fc from 'fast-check';
import { expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { remainingSteps } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { weekPage } from '../week';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear, householdArbitrary } from '../tests/make';
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

it('asks of each teacher in a week to come what the week itself says, with the rest alone of what is partly done', () => {
  fc.assert(
    fc.property(householdArbitrary, fc.nat(12), ({ state: whole, year, today }, left) => {
      const marks = whole.enrolments.flatMap((e) => {
        const next = remainingSteps(whole, e)[0];
        const date = fromDay(today - 1);
        return next && date >= year.start
          ? [aMark(e.id, next.id, 'partly', date, { minutesLeft: left + 1, seq: 1_000_000 })]
          : [];
      });
      const state = { ...whole, marks: [...whole.marks, ...marks] };
      const plan = makePlan(makeProblem(state, year, today), { sweeps: 1, seed: 1 });
      for (const { start, teachers } of overview(state, year, plan, today).weeks) {
        if (start < today) continue;
        const { days } = weekPage(state, year, plan, start);
        const told = (id: string) => days.flatMap((d) => d.teachers.filter((t) => t.teacher.id === id));
        for (const t of teachers) {
          const own = told(t.teacher.id);
          expect(t.minutes).toBeCloseTo(
            own.reduce((n, d) => n + d.minutes, 0),
            6,
          );
          expect(t.hours).toBe(own.reduce((n, d) => n + d.hours, 0));
        }
      }
    }),
    { numRuns: 40 },
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
