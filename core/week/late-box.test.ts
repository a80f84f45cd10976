import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { letWait } from '../deeds';
import type { Household, Mark } from '../household';
import { makeTrack, reserveOf } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import { boxWaits, waitWords } from './index';

const TODAY = toDay('2026-09-07');
/** A course of a lesson a day whose third lesson wants the jar. */
const base = (marks: Mark[] = [], ahead: 'lesson' | 'week' = 'lesson'): Household =>
  aHousehold({
    children: [aChild('A')],
    courses: [{ ...aCourse('c', { lessons: 20, perLesson: [{ kind: 'practise', count: 1 }] }), title: 'Ponds', ahead }],
    enrolments: [
      anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' }, target: '2026-12-18' }),
    ],
    materials: [{ id: 'jar', name: 'jar', place: '', consumable: false, unit: '', cautions: [] }],
    needs: [{ id: 'n', materialId: 'jar', courseId: 'c', lessonId: 'L3', quantity: 1, per: 'shared' }],
    marks,
  });
const planOf = (h: Household) => makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
const waits = (h: Household, date: string) => boxWaits(h, h.years[0]!, planOf(h), 'jar', toDay(date));
const dayOf = (h: Household, stepId: string) => {
  const [track] = planOf(h).tracks;
  return track!.days[track!.stepIds.indexOf(stepId)];
};

describe('a box that comes late', () => {
  it('lets a course that has not begun begin when it is here and made ready, which costs its days in hand', () => {
    const h = base();
    // Lesson 3 would be on Wednesday the 9th; here on Monday the 14th, made ready by the 15th.
    const [wait] = waits(h, '2026-09-14');
    expect(wait).toMatchObject({ needed: toDay('2026-09-09'), from: toDay('2026-09-15'), begins: true });
    const then = afterDeed(h, letWait(h, h.years[0]!, planOf(h), wait!));
    expect(dayOf(then, 'L1-1')).toBe(toDay('2026-09-15'));
    const reserve = reserveOf(makeTrack(then, then.years[0]!, then.enrolments[0]!, TODAY), then.years[0]!);
    expect(wait!.inHand.then).toBe(reserve.daysInHand);
    // Six school days pass before it begins.
    expect(wait!.inHand.now! - wait!.inHand.then!).toBe(6);
    expect(waitWords(h, 'day month', wait!, TODAY)).toMatch(
      /^Ponds, which begins with it: Wed 9 Sept → Tue 15 Sept, 6 days later; days in hand by then \d+ → \d+; the last lesson /,
    );
  });

  it('moves the one sitting of a course under way, and what is behind it follows', () => {
    const h = base([aMark('e', 'L1-1', 'done', '2026-09-07')]);
    const [wait] = waits(h, '2026-09-14');
    expect(wait!.begins).toBe(false);
    const then = afterDeed(h, letWait(h, h.years[0]!, planOf(h), wait!));
    expect([dayOf(then, 'L2-1'), dayOf(then, 'L3-1')]).toEqual([toDay('2026-09-08'), toDay('2026-09-15')]);
    expect(waits(then, '2026-09-14')).toEqual([]);
    // Wednesday to Monday hold nothing of it: four days fewer are in hand, as on the day it goes on.
    expect(wait!.inHand.now! - wait!.inHand.then!).toBe(4);
    const on = { ...then, marks: [...then.marks, aMark('e', 'L2-1', 'done', '2026-09-08')] };
    const goesOn = makeTrack(on, on.years[0]!, on.enrolments[0]!, toDay('2026-09-15'));
    expect(reserveOf(goesOn, on.years[0]!).daysInHand).toBe(wait!.inHand.then);
  });

  it('is no trouble where it comes in time, by the course’s own way of being ready', () => {
    expect(waits(base(), '2026-09-08')).toEqual([]);
    expect(waits(base([], 'week'), '2026-09-02')).toEqual([]);
    expect(waits(base([], 'week'), '2026-09-03')).toHaveLength(1);
  });
});
