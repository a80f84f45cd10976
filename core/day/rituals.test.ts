import { describe, expect, it } from 'vitest';
import { workOf } from '../attendance/work';
import { toDay } from '../calendar';
import type { Household } from '../household';
import { reviewsOn, makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { ritualsOn } from './index';

const year = aYear({ closed: [{ id: 'c', from: '2026-09-14', to: '2026-09-14', label: 'fair' }] });
const h = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    rituals: [
      {
        id: 'boats',
        title: 'count the boats',
        childIds: ['B'],
        teacherId: 'T',
        weekdays: [1, 3],
        minutes: 5,
        presence: 'with',
      },
      {
        id: 'hymn',
        title: 'hymn',
        childIds: ['A', 'B'],
        teacherId: 'T',
        weekdays: [1, 2, 3, 4, 5],
        minutes: 10,
        presence: 'with',
      },
    ],
    ...change,
  });
const on = (state: Household, date: string) =>
  ritualsOn(state, year, toDay(date)).map((r) => [
    r.ritual.id,
    r.children.map((c) => c.id).join(''),
    r.mark !== undefined,
  ]);

describe('rituals', () => {
  it('come up on their weekdays, on days with school, for those who are there; what was missed leaves no trace', () => {
    expect(on(h(), '2026-09-07')).toEqual([
      ['hymn', 'AB', false],
      ['boats', 'B', false],
    ]);
    expect(on(h(), '2026-09-08')).toEqual([['hymn', 'AB', false]]);
    expect(on(h(), '2026-09-12')).toEqual([]);
    expect(on(h(), '2026-09-14')).toEqual([]);
    const sick = h({
      absences: [{ id: 's', childIds: ['B'], from: '2026-09-07', to: '2026-09-07', why: 'sick', label: '' }],
    });
    expect(on(sick, '2026-09-07')).toEqual([['hymn', 'A', false]]);
  });

  it('a mark stands on whatever day it was made, and is work of those who were there', () => {
    const marked = h({
      ritualMarks: [
        { id: 'm', ritualId: 'hymn', date: '2026-09-12' },
        { id: 'n', ritualId: 'boats', date: '2026-09-07' },
      ],
    });
    expect(on(marked, '2026-09-12')).toEqual([['hymn', 'AB', true]]);
    // By itself an everyday thing makes no school day; one that is said to does, and others count beside it.
    expect([...workOf(marked, 'A')]).toEqual([]);
    const alone = { ...marked, rituals: marked.rituals.map((r) => (r.id === 'hymn' ? { ...r, alone: true } : r)) };
    expect([...workOf(alone, 'A')]).toEqual([[toDay('2026-09-12'), 10]]);
    const both = { ...alone, ritualMarks: [...alone.ritualMarks, { id: 'o', ritualId: 'boats', date: '2026-09-12' }] };
    expect([...workOf(both, 'B')]).toEqual([[toDay('2026-09-12'), 15]]);
  });
});

describe('review until they meet', () => {
  it('whoever is ahead of the one it goes with reviews on the days it is held back, and on no other', () => {
    const state = aHousehold({
      years: [year],
      courses: ['fast', 'slow'].map((id) =>
        aCourse(id, { lessons: 12, perLesson: [{ kind: 'read', count: 1 }] }, { countsNew: false }),
      ),
      enrolments: [anEnrolment('f', 'fast'), anEnrolment('s', 'slow', { weekdays: [5] })],
      links: [{ id: 'l', enrolmentIds: ['f', 's'], by: 'whole' }],
      marks: Array.from({ length: 6 }, (_, i) => aMark('f', `L${i + 1}-1`, 'done', '2026-09-04')),
    });
    const today = toDay('2026-09-07');
    const plan = makePlan(makeProblem(state, year, today), { sweeps: 8, seed: 1 });
    const reviews = reviewsOn(state, year, plan, today);
    expect(reviews.map((r) => [r.enrolment.id, r.behind.map((e) => e.id)])).toEqual([['f', ['s']]]);
    const placed = plan.tracks.find((t) => t.enrolmentId === 'f')!.days;
    for (let d = today; d < today + 40; d++) {
      const now = reviewsOn(state, year, plan, d);
      if (placed.includes(d)) expect(now.some((r) => r.enrolment.id === 'f')).toBe(false);
      expect(now.some((r) => r.enrolment.id === 's')).toBe(false);
    }
  });
});
