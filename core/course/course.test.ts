import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Course, KINDS } from '../household';
import { aCourse, aPattern } from '../tests/make';
import {
  changeLesson,
  changeStep,
  countPattern,
  deleteLesson,
  deleteStep,
  expandPattern,
  flatten,
  insertLesson,
  insertStep,
  KIND_DEFAULTS,
  lessonName,
  lessonNumber,
  moveLesson,
  moveStep,
  patternFault,
  restep,
  splitStep,
  stepName,
  teacherMinutes,
  pagesIn,
} from './index';

const patternArbitrary = fc.record({
  lessons: fc.integer({ min: 1, max: 60 }),
  word: fc.constantFrom('Lesson', 'Day'),
  perLesson: fc.uniqueArray(fc.record({ kind: fc.constantFrom(...KINDS), count: fc.integer({ min: 1, max: 4 }) }), {
    minLength: 1,
    maxLength: 4,
    selector: (k) => k.kind,
  }),
  testEvery: fc.integer({ min: 0, max: 12 }),
  lessonsPerUnit: fc.integer({ min: 0, max: 12 }),
  firstPage: fc.integer({ min: 0, max: 30 }),
  pagesPerLesson: fc.integer({ min: 1, max: 5 }),
});

describe('a course by pattern', () => {
  it('counts what it makes, with ids that are all different', () => {
    fc.assert(
      fc.property(patternArbitrary, (p) => {
        const course = { ...aCourse('c'), units: expandPattern(p) };
        const flat = flatten(course);
        const lessons = course.units.flatMap((u) => u.lessons);
        const count = countPattern(p, KIND_DEFAULTS);
        expect(count.steps).toBe(flat.length);
        expect(count.minutes).toBe(flat.reduce((n, s) => n + s.minutes, 0));
        expect(count.lessons + count.tests).toBe(lessons.length);
        const ids = [...course.units, ...lessons, ...lessons.flatMap((l) => l.steps)].map((x) => x.id);
        expect(new Set(ids).size).toBe(ids.length);
        expect(course.units.every((u) => u.lessons.length > 0)).toBe(true);
      }),
    );
  });

  it('makes the sheets of the trade: 22 lessons of six and three tests are 135 steps', () => {
    const p = aPattern({
      lessons: 22,
      perLesson: [
        { kind: 'introduce', count: 2 },
        { kind: 'practise', count: 2 },
        { kind: 'review', count: 1 },
        { kind: 'assess', count: 1 },
      ],
      testEvery: 6,
      firstPage: 8,
      pagesPerLesson: 3,
    });
    expect(countPattern(p, KIND_DEFAULTS)).toMatchObject({ lessons: 22, tests: 3, steps: 135 });
    const lessons = expandPattern(p)[0]!.lessons;
    expect(lessons[6]).toMatchObject({ title: 'Test 1 (lessons 1–6)', steps: [{ kind: 'assess' }] });
    expect(lessons[7]).toMatchObject({ title: 'Lesson 7', pages: '26–28' });
  });

  it('says in a sentence what is wrong with a pattern', () => {
    for (const bad of [
      { lessons: 0 },
      { lessons: 2.5 },
      { perLesson: [] },
      { perLesson: [{ kind: 'read' as const, count: -1 }] },
      { testEvery: -1 },
      { firstPage: 3, pagesPerLesson: 0 },
    ]) {
      expect(patternFault(aPattern(bad))).toMatch(/\.$/);
      expect(() => expandPattern(aPattern(bad))).toThrow(RangeError);
    }
    expect(patternFault(aPattern())).toBeUndefined();
  });
});

describe('steps of a course', () => {
  const course = aCourse('c', {
    lessons: 3,
    perLesson: [
      { kind: 'introduce', count: 2 },
      { kind: 'assess', count: 1 },
    ],
    testEvery: 3,
  });

  it('know newness, numbers and what a test tests', () => {
    const flat = flatten(course);
    expect(flat.map((s) => s.opensNewLesson)).toEqual([
      true,
      false,
      false,
      true,
      false,
      false,
      true,
      false,
      false,
      false,
    ]);
    expect(stepName(flat[1]!)).toBe('introduce 2 of 2');
    // A test inside a lesson tests its last introduction; the one behind three lessons tests up to the last of them.
    expect(flat.map((s) => s.tests)).toEqual([-1, -1, 1, -1, -1, 4, -1, -1, 7, 7]);
  });

  it('are new only when the teacher is beside the child, and the course counts', () => {
    const fresh = (c: typeof course) => flatten(c).filter((s) => s.opensNewLesson).length;
    const presence = (p: 'with' | 'start' | 'near' | 'alone') => ({
      ...course,
      kinds: { ...course.kinds, introduce: { minutes: 10, presence: p } },
    });
    expect([
      fresh(presence('with')),
      fresh(presence('start')),
      fresh(presence('near')),
      fresh(presence('alone')),
    ]).toEqual([3, 3, 0, 0]);
    expect(fresh({ ...course, countsNew: false })).toBe(0);
    expect([
      teacherMinutes(20, 'with', 5),
      teacherMinutes(20, 'start', 5),
      teacherMinutes(3, 'start', 5),
      teacherMinutes(20, 'near', 5),
    ]).toEqual([20, 5, 3, 0]);
  });

  it('can be renamed, changed, inserted and deleted, and the rest stays as it was', () => {
    const ids = (c: typeof course) => flatten(c).map((s) => s.id);
    expect(ids(insertStep(course, 'L1-1', 'new', 'drill')).slice(0, 3)).toEqual(['L1-1', 'new', 'L1-2']);
    expect(ids(deleteStep(course, 'L1-2'))).toEqual(ids(course).filter((i) => i !== 'L1-2'));
    expect(deleteStep(course, 'T1-1').units[0]!.lessons.map((l) => l.id)).toEqual(['L1', 'L2', 'L3']);
    expect(deleteLesson(course, 'L2').units[0]!.lessons.map((l) => l.id)).toEqual(['L1', 'L3', 'T1']);
    expect(insertLesson(course, 'L1', 'x', 'Extra', 'read').units[0]!.lessons.map((l) => l.title)).toContain('Extra');
    const named = changeStep(course, 'L1-1', { label: 'board work', optional: true, minutes: 9 });
    expect(flatten(named)[0]).toMatchObject({ minutes: 9, optional: true });
    expect(stepName(flatten(named)[0]!)).toBe('board work');
    expect(changeStep(named, 'L1-1', { label: undefined, optional: false, minutes: undefined })).toEqual(course);
    const paged = changeLesson(course, 'L1', { title: 'One', pages: '3–4' });
    expect(paged.units[0]!.lessons[0]).toMatchObject({ title: 'One', pages: '3–4' });
    expect(changeLesson(paged, 'L1', { title: 'Lesson 1', pages: '' })).toEqual(course);
    expect(changeStep(course, 'nothing', { minutes: 3 })).toEqual(course);
  });

  it('show the numeral by which the book counts', () => {
    expect(lessonName('Lesson 14')).toEqual({ numeral: '14', word: '', rest: '' });
    expect(lessonName('Day 30')).toEqual({ numeral: '30', word: 'day', rest: '' });
    expect(lessonName('4, newts and frogs')).toEqual({ numeral: '4', word: '', rest: 'newts and frogs' });
    expect(lessonName('3.2')).toEqual({ numeral: '3.2', word: '', rest: '' });
    for (const whole of ['Test 1 (lessons 1–6)', 'Still water', ''])
      expect(lessonName(whole)).toEqual({ word: '', rest: whole });
  });

  it('bear no number that the book does not give them', () => {
    const numbers = (titles: string[]) => {
      const course = aCourse('c', { lessons: titles.length });
      const lessons = course.units[0]!.lessons.map((l, i) => ({
        ...{ ...l, title: titles[i]! },
        steps: l.steps.map((s) => (titles[i]!.startsWith('Test') ? { ...s, kind: 'assess' as const } : s)),
      }));
      const named = { ...course, units: [{ ...course.units[0]!, lessons }] };
      return [...new Map(flatten(named).map((s) => [s.lesson.id, lessonNumber(named, s)])).values()];
    };
    expect(numbers(['Lesson 1', 'Lesson 2', 'Test 1 (lessons 1–2)', 'Lesson 3', 'A rest'])).toEqual(
      '1 2 test 3 ·'.split(' '),
    );
    // Where nothing is counted the place in the course is all there is.
    expect(numbers(['Herons', 'Reeds', 'Still water'])).toEqual(['1', '2', '3']);
  });
});

describe('order, halves and new steps', () => {
  const course = aCourse('c', { lessons: 6, lessonsPerUnit: 3 });
  const lessons = (c: Course) => c.units.map((u) => u.lessons.map((l) => l.id).join(' '));
  const stepIds = (c: Course) => flatten(c).map((s) => s.id);

  it('moves a lesson to another’s place, over the edge of a unit too', () => {
    expect(lessons(moveLesson(course, 'L1', 'L3'))).toEqual(['L2 L3 L1', 'L4 L5 L6']);
    expect(lessons(moveLesson(course, 'L6', 'L2'))).toEqual(['L1 L6 L2 L3', 'L4 L5']);
    expect(moveLesson(course, 'L1', 'L1')).toBe(course);
    expect(moveLesson(course, 'L1', 'nowhere')).toBe(course);
  });

  it('moves lose nothing and can be undone by the opposite move', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }), (a, b) => {
        const moved = moveLesson(course, `L${a}`, `L${b}`);
        expect(stepIds(moved).sort()).toEqual(stepIds(course).sort());
        const order = flatten(course).map((s) => s.lesson.id);
        const back = order[order.indexOf(`L${a}`)]!;
        const there = moved.units.flatMap((u) => u.lessons).findIndex((l) => l.id === back);
        expect(there).toBe(b - 1);
      }),
    );
  });

  it('moves a step within its lesson and no further', () => {
    const moved = moveStep(course, 'L1-1', 1);
    expect(stepIds(moved).slice(0, 3)).toEqual(['L1-2', 'L1-1', 'L2-1']);
    expect(stepIds(moveStep(moved, 'L1-1', 1))).toEqual(stepIds(moved));
    expect(stepIds(moveStep(course, 'L1-1', -1))).toEqual(stepIds(course));
  });

  it('splits a step in two halves of its minutes; the first keeps the id and so its mark', () => {
    const [first, second] = flatten(splitStep(course, 'L2-1', 'new', 25, 'introduce')).filter(
      (s) => s.lesson.id === 'L2',
    );
    expect([first!.id, first!.minutes, first!.step.label]).toEqual(['L2-1', 13, 'introduce, first half']);
    expect([second!.id, second!.minutes, second!.step.label]).toEqual(['new', 12, 'introduce, second half']);
  });

  it('gives a stretch of lessons new steps, but not where the record names a step', () => {
    let n = 0;
    const result = restep(
      course,
      'L5',
      'L2',
      [
        { kind: 'read', count: 2 },
        { kind: 'make', count: 1 },
      ],
      new Set(['L3-2']),
      () => `n${++n}`,
    );
    expect(result).toMatchObject({ lessons: 3, steps: 9 });
    expect(result.kept.map((l) => l.id)).toEqual(['L3']);
    const kinds = result.course.units.flatMap((u) => u.lessons.map((l) => l.steps.map((s) => s.kind).join(' ')));
    const old = 'introduce practise';
    expect(kinds).toEqual([old, 'read read make', old, 'read read make', 'read read make', old]);
  });
});

describe('pages that a book names', () => {
  it.each([
    ['46–48', 3],
    ['12', 1],
    ['3, 7–9', 4],
    ['pp. 20-23', 4],
    ['146–8', 3],
    ['9–4', 1],
    ['', 0],
    ['the map inside the cover', 0],
  ])('%s: %i', (text, pages) => expect(pagesIn(text)).toBe(pages));
});
