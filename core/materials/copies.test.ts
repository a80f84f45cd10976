import { describe, expect, it } from 'vitest';
import type { Household, Mark } from '../household';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import { copiesOf, copyWords } from './index';

const marks = (kinds: Mark['kind'][]) =>
  kinds.map((kind, i) => ({ ...aMark('e', `L${i + 1}-1`, kind, '2026-09-08'), seq: i + 1 }));
const home = (kinds: Mark['kind'][], consumable = true): Household =>
  aHousehold({
    children: [aChild('A', { name: 'Ann' }), aChild('B', { name: 'Bo' })],
    courses: [{ ...aCourse('c', { lessons: 3, perLesson: [{ kind: 'practise', count: 1 }] }), title: 'Sums' }],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'] })],
    materials: [{ id: 'w', name: 'workbook', place: '', consumable, unit: '', cautions: [] }],
    needs: [{ id: 'n', materialId: 'w', courseId: 'c', rule: { for: 'course' }, quantity: 1, per: 'child' }],
    marks: marks(kinds),
  });
const words = (h: Household) => copiesOf(h, 'w').map(copyWords);

describe('copies that are written in', () => {
  it('are one for each child: blank, part written to a lesson, full', () => {
    expect(words(home([]))).toEqual([
      'Ann, Sums: blank (of Lesson 1 to Lesson 3)',
      'Bo, Sums: blank (of Lesson 1 to Lesson 3)',
    ]);
    expect(words(home(['done', 'partly']))[0]).toBe('Ann, Sums: part written, to Lesson 2 (of Lesson 1 to Lesson 3)');
    expect(words(home(['done', 'known', 'done']))[0]).toBe('Ann, Sums: full (of Lesson 1 to Lesson 3)');
    // Known from the first page on nothing was ever written in it.
    expect(words(home(['known', 'left out', 'known']))[0]).toContain('blank');
  });

  it('are written in by those who were there: not by who was out, nor by who joined since, until they are at it themselves', () => {
    const was = { kind: 'practise' as const, words: '', minutes: 10, childIds: ['A'] };
    const joined = home(['done', 'done']);
    const alone = { ...joined, marks: joined.marks.map((m) => ({ ...m, was })) };
    expect(words(alone)[1]).toBe('Bo, Sums: blank (of Lesson 1 to Lesson 3)');
    const missed = { ...aMark('e', 'L2-1', 'missed', '2026-09-08'), childId: 'B' };
    expect(words({ ...joined, marks: [...joined.marks, missed] })[1]).toContain('to Lesson 1 ');
    const caught = { ...aMark('e', 'L2-1', 'done', '2026-09-10'), childId: 'B' };
    expect(words({ ...joined, marks: [...joined.marks, missed, caught] })[1]).toContain('to Lesson 2 ');
  });

  it('are none of what comes back to the shelf, or of what a course needs for all together', () => {
    expect(words(home([], false))).toEqual([]);
    const h = home([]);
    expect(words({ ...h, needs: [{ ...h.needs[0]!, per: 'shared' }] })).toEqual([]);
  });
});
