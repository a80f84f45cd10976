import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { stock } from '../materials';
import { makePlan, makeProblem } from '../stagger';
import { coveredLessons, takenSteps } from '../pace';
import { aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import {
  contentsOf,
  countPattern,
  expandPattern,
  flatten,
  firstHalfOf,
  KIND_DEFAULTS,
  lentId,
  lessonRefOf,
  patternFault,
  readNumbers,
  readTracks,
  tracksOf,
  variantsOf,
} from './index';
import type { CoursePattern } from './index';

const base: CoursePattern = {
  lessons: 1,
  word: 'Lesson',
  perLesson: [{ kind: 'practise', count: 1 }],
  testEvery: 0,
  lessonsPerUnit: 0,
  firstPage: 0,
  pagesPerLesson: 1,
};

describe('a book as one enrolment takes it', () => {
  const book = aCourse('c', { lessons: 6, lessonsPerUnit: 2 });
  const other = aCourse(
    'd',
    { lessons: 4, lessonsPerUnit: 2 },
    { kinds: { ...KIND_DEFAULTS, practise: { minutes: 33, presence: 'alone' } } },
  );
  const h = aHousehold({ courses: [book, other], enrolments: [anEnrolment('e', 'c')] });

  it('is the book itself when nothing is chosen, the same object every time', () => {
    expect(contentsOf(h, h.enrolments[0]!)).toBe(book);
    const chosen = anEnrolment('e', 'c', { splitOver: 15 });
    expect(contentsOf(h, chosen)).toBe(contentsOf(h, chosen));
    expect(contentsOf(h, anEnrolment('e', 'gone'))).toBeUndefined();
  });

  it('has its units in another order, without some, and with those of a neighbouring level under ids of their own', () => {
    const blended = anEnrolment('e', 'c', {
      units: [
        { courseId: 'c', unitId: 'U3' },
        { courseId: 'd', unitId: 'U1' },
        { courseId: 'c', unitId: 'U1' },
        { courseId: 'c', unitId: 'gone' },
      ],
    });
    const flat = flatten(contentsOf(h, blended)!);
    expect(flat.map((s) => s.id)).toEqual([
      'L5-1',
      'L5-2',
      'L6-1',
      'L6-2',
      'd/L1-1',
      'd/L1-2',
      'd/L2-1',
      'd/L2-2',
      'L1-1',
      'L1-2',
      'L2-1',
      'L2-2',
    ]);
    // What is lent keeps the minutes and the presence of its own book.
    expect(flat.find((s) => s.id === 'd/L1-2')).toMatchObject({ minutes: 33, presence: 'alone' });
    expect(lessonRefOf('c', 'd/L1')).toEqual({ courseId: 'd', lessonId: 'L1' });
    expect(lessonRefOf('c', 'L1')).toEqual({ courseId: 'c', lessonId: 'L1' });
    // The book on the shelf is untouched.
    expect(book.units.map((u) => u.id)).toEqual(['U1', 'U2', 'U3']);
  });

  it('uses up what a lent lesson needs', () => {
    const units = [{ courseId: 'd', unitId: 'U1' }];
    const state = aHousehold({
      courses: [book, other],
      enrolments: [anEnrolment('e', 'c', { units })],
      materials: [{ id: 'm', name: 'sheet', place: '', consumable: true, unit: 'sheet', cautions: [] }],
      movements: [{ id: 'v', materialId: 'm', date: '2026-09-01', seq: 1, kind: 'count', quantity: 10 }],
      needs: [{ id: 'n', materialId: 'm', courseId: 'd', lessonId: 'L1', quantity: 3, per: 'shared' }],
      marks: [aMark('e', lentId('d', 'L1-1'), 'done', '2026-09-08')],
    });
    expect(stock(state).get('m')).toBe(7);
  });

  it('has the presences of its day, by kind, from a date on', () => {
    const own = anEnrolment('e', 'c', {
      presences: [
        { kind: 'introduce', presence: 'near', from: '2027-01-11' },
        { kind: 'practise', presence: 'with' },
      ],
    });
    const presences = (day: string) =>
      flatten(contentsOf(h, own, toDay(day))!)
        .slice(0, 2)
        .map((s) => s.presence);
    expect(presences('2027-01-10')).toEqual(['with', 'with']);
    expect(presences('2027-01-11')).toEqual(['near', 'with']);
    // Near is no new lesson: nobody has to be kept apart for it.
    expect(flatten(contentsOf(h, own, toDay('2027-01-11'))!)[0]!.opensNewLesson).toBe(false);
  });

  it('takes one variant of each lesson, the first unless another is chosen', () => {
    const steps = [
      { id: 'a', kind: 'read' as const },
      { id: 'b', kind: 'apply' as const, variant: 'traced' },
      { id: 'c', kind: 'apply' as const, variant: 'freehand' },
    ];
    const maps = {
      ...book,
      id: 'maps',
      units: [{ id: 'U', title: '', lessons: [{ id: 'L', title: 'River', steps }] }],
    };
    const state = { ...h, courses: [maps] };
    const ids = (variant?: string) =>
      flatten(contentsOf(state, anEnrolment('e', 'maps', variant ? { variant } : {}))!).map((s) => s.id);
    expect(variantsOf(maps)).toEqual(['traced', 'freehand']);
    expect(ids()).toEqual(['a', 'b']);
    expect(ids('freehand')).toEqual(['a', 'c']);
  });

  it('takes the optional parts of the kinds that were chosen', () => {
    const lessons = [
      {
        id: 'L',
        title: 'L',
        steps: (['read', 'make', 'practise'] as const).map((kind) => ({
          id: kind,
          kind,
          ...(kind === 'read' ? {} : { optional: true }),
        })),
      },
    ];
    const state = { ...h, courses: [{ ...book, units: [{ id: 'U', title: '', lessons }] }] };
    const ids = (change: object) => takenSteps(state, anEnrolment('e', 'c', change)).map((s) => s.id);
    expect(ids({})).toEqual(['read', 'make', 'practise']);
    expect(ids({ optionalKinds: ['make'] })).toEqual(['read', 'make']);
    expect(ids({ takesOptional: false, optionalKinds: ['make'] })).toEqual(['read']);
  });

  it('split steps keep their minutes in all, and their halves know each other', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), (splitOver) => {
        const e = anEnrolment('e', 'c', { splitOver });
        const sum = (list: readonly { minutes: number }[]) => list.reduce((n, s) => n + s.minutes, 0);
        const split = flatten(contentsOf(h, e)!);
        expect(sum(split)).toBe(sum(flatten(book)));
        for (const s of split) {
          const first = firstHalfOf(s.id);
          if (first !== undefined) expect(split.some((x) => x.id === first)).toBe(true);
        }
      }),
    );
  });
});

describe('the same work twice', () => {
  const h = (marks: ReturnType<typeof aMark>[], children = ['A']) =>
    aHousehold({
      courses: [aCourse('science', { lessons: 3 }), aCourse('rivers', { lessons: 3 })],
      enrolments: [anEnrolment('s', 'science', { childIds: children }), anEnrolment('r', 'rivers')],
      overlaps: [
        { id: 'o', one: { courseId: 'science', lessonId: 'L2' }, other: { courseId: 'rivers', lessonId: 'L3' } },
      ],
      marks,
    });
  const left = (state: ReturnType<typeof h>, i: number) => takenSteps(state, state.enrolments[i]!).map((s) => s.id);

  it('is settled by doing one of them, whichever comes first, and open again when that mark goes', () => {
    const done = ['L2-1', 'L2-2'].map((id) => aMark('s', id, 'done', '2026-09-08'));
    expect(left(h(done), 1)).toEqual(['L1-1', 'L1-2', 'L2-1', 'L2-2']);
    expect(coveredLessons(h(done), h(done).enrolments[1]!).get('L3')?.enrolment.id).toBe('s');
    expect(left(h(done.slice(0, 1)), 1)).toHaveLength(6);
    const other = ['L3-1', 'L3-2'].map((id) => aMark('r', id, 'done', '2026-09-08'));
    expect(left(h(other), 0)).toEqual(['L1-1', 'L1-2', 'L3-1', 'L3-2']);
  });

  it('counts only for children who were there, and for work that was done rather than left out', () => {
    const together = ['L3-1', 'L3-2'].map((id) => aMark('r', id, 'done', '2026-09-08'));
    // A alone did the rivers: the science of A and B still has it to do.
    expect(left(h(together, ['A', 'B']), 0)).toHaveLength(6);
    const skipped = ['L2-1', 'L2-2'].map((id) => aMark('s', id, 'left out', '2026-09-08'));
    expect(left(h(skipped), 1)).toHaveLength(6);
  });

  it('takes the covered lesson out of the plan', () => {
    const state = h(['L2-1', 'L2-2'].map((id) => aMark('s', id, 'done', '2026-09-08')));
    const plan = makePlan(makeProblem(state, aYear(), toDay('2026-09-09')), { sweeps: 2, seed: 1 });
    expect(plan.tracks.find((t) => t.enrolmentId === 'r')!.stepIds).not.toContain('L3-1');
  });
});

describe('the shapes of a course by its pattern', () => {
  const units = (p: Partial<CoursePattern>) => expandPattern({ ...base, ...p });
  const titles = (p: Partial<CoursePattern>) => units(p).map((u) => `${u.title} ${u.lessons.length}`);

  it('chapters of unequal length, tests where the list at the back has them, on their weekday', () => {
    const made = units({
      layout: 'chapters',
      chapters: [6, 9, 4],
      unitWord: 'Chapter',
      testsAfter: [6, 15],
      testWeekday: 5,
    });
    expect(made.map((u) => `${u.title} ${u.lessons.length}`)).toEqual(['Chapter 1 7', 'Chapter 2 10', 'Chapter 3 4']);
    expect(made[1]!.lessons.at(-1)).toMatchObject({
      title: 'Test 2 (lessons 7–15)',
      steps: [{ kind: 'assess', weekday: 5 }],
    });
  });

  it('numbered days on tracks that count for themselves, their steps told apart', () => {
    const made = units({
      layout: 'tracks',
      tracks: [
        { name: 'Reading', lessons: 4 },
        { name: 'Sums', lessons: 5 },
      ],
      word: 'Day',
    });
    expect(made.map((u) => [u.track, u.lessons[0]!.title, u.lessons.at(-1)!.title])).toEqual([
      ['Reading', 'Day 1', 'Day 4'],
      ['Sums', 'Day 1', 'Day 5'],
    ]);
    const ids = made.flatMap((u) => u.lessons.flatMap((l) => l.steps.map((s) => s.id)));
    expect(new Set(ids).size).toBe(9);
    expect(tracksOf({ ...aCourse('c'), units: made })).toEqual(['Reading', 'Sums']);
  });

  it('strands left and taken up again', () => {
    expect(titles({ layout: 'strands', strands: { names: ['Numbers', 'Shapes'], rounds: 2, lessons: 3 } })).toEqual([
      'Numbers, part 1 3',
      'Shapes, part 1 3',
      'Numbers, part 2 3',
      'Shapes, part 2 3',
    ]);
  });

  it('any shape: lessons, tests and minutes as counted, ids unique, a project spread evenly over all lessons', () => {
    const pattern = fc.record({
      layout: fc.constantFrom('same' as const, 'chapters' as const, 'tracks' as const, 'strands' as const),
      lessons: fc.integer({ min: 1, max: 40 }),
      chapters: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 6 }),
      tracks: fc.uniqueArray(
        fc.record({ name: fc.constantFrom('A', 'B', 'C'), lessons: fc.integer({ min: 1, max: 9 }) }),
        { selector: (t) => t.name, minLength: 1 },
      ),
      strands: fc.record({
        names: fc.subarray(['x', 'y', 'z'], { minLength: 1 }),
        rounds: fc.integer({ min: 1, max: 3 }),
        lessons: fc.integer({ min: 1, max: 4 }),
      }),
      testEvery: fc.integer({ min: 0, max: 5 }),
      sittings: fc.integer({ min: 1, max: 20 }),
    });
    fc.assert(
      fc.property(pattern, ({ sittings, ...p }) => {
        const whole = { ...base, ...p, project: { title: 'weir', sittings } };
        expect(patternFault(whole)).toBeUndefined();
        const all = expandPattern(whole).flatMap((u) => u.lessons);
        const steps = all.flatMap((l) => l.steps);
        const count = countPattern(whole, KIND_DEFAULTS);
        expect(count.lessons + count.tests).toBe(all.length);
        expect(count.steps).toBe(steps.length);
        expect(count.minutes).toBe(steps.reduce((n, s) => n + KIND_DEFAULTS[s.kind].minutes, 0));
        expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
        const parts = steps.filter((s) => s.kind === 'make').map((s) => s.label);
        expect(parts).toEqual(Array.from({ length: sittings }, (_, i) => `weir, ${i + 1} of ${sittings}`));
        const perLesson = all
          .filter((l) => !l.title.startsWith('Test'))
          .map((l) => l.steps.filter((s) => s.kind === 'make').length);
        expect(Math.max(...perLesson) - Math.min(...perLesson)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('what is typed is read, or answered in a sentence', () => {
    expect(readNumbers(' 6, 8;5 9 ')).toEqual([6, 8, 5, 9]);
    expect(readNumbers('6, six')).toMatch('“six” is no whole number');
    expect(readTracks('Reading 140, Sums of all sorts 180')).toEqual([
      { name: 'Reading', lessons: 140 },
      { name: 'Sums of all sorts', lessons: 180 },
    ]);
    expect(readTracks('Reading')).toMatch('needs a name and a number');
    expect(readTracks('Sums 3, Sums 4')).toMatch('a name of its own');
    expect(patternFault({ ...base, layout: 'chapters' })).toMatch('each chapter');
    expect(patternFault({ ...base, layout: 'strands', strands: { names: [], rounds: 1, lessons: 1 } })).toMatch(
      'Name the strands',
    );
    expect(patternFault({ ...base, layout: 'chapters', chapters: [3], testsAfter: [4] })).toMatch('no lesson 4');
    expect(patternFault({ ...base, layout: 'chapters', chapters: Array(9).fill(1000) })).toMatch('at most 5000');
  });
});
