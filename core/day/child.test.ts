import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { childWeek, dayPage, sheetFor } from './index';

const year = aYear({ end: '2026-12-18' });
const today = toDay('2026-09-09');
const state = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    children: [aChild('small', { born: '2022-01-01' }), aChild('big', { born: '2012-01-01' })],
    courses: [aCourse('c', { lessons: 30 })],
    enrolments: [
      anEnrolment('s', 'c', { childIds: ['small'] }),
      anEnrolment('both', 'c', { childIds: ['small', 'big'] }),
    ],
    rituals: [
      { id: 'r', title: 'hymn', childIds: ['small'], teacherId: 'T', weekdays: [3], minutes: 5, presence: 'with' },
    ],
    marks: [aMark('s', 'L1-1', 'done', '2026-09-07'), aMark('both', 'L1-1', 'known', '2026-09-08')],
    ...change,
  });
const week = (h: Household, id: string) => {
  const plan = makePlan(makeProblem(h, year, today), { sweeps: 4, seed: 1 });
  return {
    plan,
    days: childWeek(
      h,
      year,
      plan,
      h.children.find((c) => c.id === id)!,
      today,
    ),
  };
};

describe('a child’s own week', () => {
  it('has what the parent’s page has for the child, day by day, to the number', () => {
    const h = state();
    for (const child of h.children) {
      const { plan, days } = week(h, child.id);
      expect(days.map((d) => d.day)).toEqual([0, 1, 2, 3, 4].map((i) => today - 2 + i));
      for (const d of days.filter((x) => x.day >= today)) {
        const page = dayPage(h, plan, d.day).children.find((c) => c.child.id === child.id)!;
        expect(d.items.filter((x) => x.kind !== 'ritual')).toHaveLength(page.steps);
      }
    }
  });

  it('begins with the rituals, tells what is done, and leaves out what was known', () => {
    const { days } = week(state(), 'small');
    expect(days[0]!.items).toMatchObject([{ lesson: 'Lesson 1', mark: 'done' }]);
    expect(days[1]!.items).toEqual([]);
    expect(days[2]!.items[0]).toMatchObject({ title: 'hymn', kind: 'ritual', minutes: 5 });
    expect(days[2]!.minutes).toBe(days[2]!.items.reduce((n, x) => n + x.minutes, 0));
    const { days: big } = week(state(), 'big');
    expect(big.flatMap((d) => d.items).every((x) => x.others.map((c) => c.id).join() === 'small')).toBe(true);
  });

  it('is empty of shared work on a day on which the child is sick', () => {
    const sick = state({
      absences: [{ id: 'a', childIds: ['big'], from: '2026-09-10', to: '2026-09-10', why: 'sick', label: '' }],
    });
    expect(week(sick, 'big').days.find((d) => d.day === today + 1)!.items).toEqual([]);
  });

  it('comes as cards, a checklist or a planner, by age (common practice)', () => {
    const born = (date: string) => sheetFor(aChild('x', { born: date }), today);
    expect(born('2020-09-10')).toBe('cards');
    expect(born('2020-09-09')).toBe('checklist');
    expect(born('2013-09-10')).toBe('checklist');
    expect(born('2013-09-09')).toBe('planner');
  });
});
