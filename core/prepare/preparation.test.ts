import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { makeReady } from '../deeds';
import type { Course, Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher } from '../tests/make';
import { preparation, preparationMinutes, preparationOn, preparedRow, prepWords } from './index';

const TODAY = toDay('2026-09-07');
/** A course of a lesson a day, twenty minutes to make each ready. */
const course = (id: string, change: Partial<Course> = {}): Course => {
  const made = aCourse(id, { lessons: 5, perLesson: [{ kind: 'practise', count: 1 }], prepare: 20 });
  return { ...made, ahead: 'lesson', ...change };
};
const base = (prepares: number[] | undefined, change: Partial<Household> = {}): Household =>
  aHousehold({
    teachers: [aTeacher('T', { name: 'Maren', ...(prepares ? { prepares } : {}) })],
    children: [aChild('A'), aChild('B')],
    courses: [course('c')],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
    ...change,
  });
const of = (h: Household) =>
  preparation(h, h.years[0], makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 }));
const said = (h: Household) => of(h).map((l) => `${l.lesson.title}: ${prepWords('day month', l, TODAY)}`);
/** Twenty minutes on every day but Sunday. */
const DAILY = [20, 20, 20, 20, 20, 20, 0];

describe('making lessons ready', () => {
  it('stands in the teacher’s own minutes, what is due first done first, and says what comes late and what would help', () => {
    expect(said(base(DAILY)).slice(0, 2)).toEqual([
      'Lesson 1: Mon 7 Sept, 20 min; 1 day after it is due: more minutes before Sun 6 Sept would help',
      'Lesson 2: Tue 8 Sept, 20 min; 1 day after it is due: more minutes before Mon 7 Sept would help',
    ]);
    expect(preparationMinutes(preparationOn(of(base(DAILY)), TODAY), TODAY)).toBe(20);
    const enough = of(base([60, 60, 0, 0, 0, 0, 0]));
    expect(enough.map((l) => l.late ?? 0)).toEqual([1, 0, 0, 0, 0]);
    expect(said(base(undefined))[0]).toBe('Lesson 1: due Sun 6 Sept: Maren has no hours for making ready');
  });

  it('is due a week ahead where nothing else is said, and never on the day of the lesson', () => {
    const h = base(DAILY, { courses: [course('c', { ahead: 'week' })] });
    const [first] = of(h);
    expect(first!.day - first!.due).toBe(7);
  });

  it('is done once for a lesson, however many children come to it; what is begun or made is asked for no more', () => {
    const two = base(DAILY, {
      enrolments: ['A', 'B'].map((id) =>
        anEnrolment(id, 'c', { childIds: [id], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
      ),
    });
    expect(of(two)).toHaveLength(5);
    const marked = base(DAILY, { marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] });
    expect(of(marked).map((l) => l.lessonId)).toEqual(['L2', 'L3', 'L4', 'L5']);
    let h = base(DAILY);
    const [line] = of(h);
    for (let i = 0; i < 2; i++) h = afterDeed(h, makeReady(h, preparedRow(line!, TODAY), true));
    expect([h.prepared.length, of(h).length]).toEqual([1, 4]);
    h = afterDeed(h, makeReady(h, preparedRow(line!, TODAY), false));
    expect(of(h)).toHaveLength(5);
  });
});
