import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { contentsOf, flatten } from '../course';
import { applied, type Change, type Household } from '../household';
import { makeTrack, reserveOf } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aHousehold, aTeacher, aYear } from '../tests/make';
import {
  BLANK_ROW,
  rowDefaults,
  rowFaults,
  rowLike,
  SHAPE_KEYS,
  SHAPES,
  shelfOf,
  shelfPasted,
  type ShelfRow,
} from './index';

const TODAY = toDay('2026-09-07');
const year = aYear({ end: '2027-06-11' });
const home = (): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A', { name: 'Nell' }), aChild('B', { name: 'Asa' })],
    teachers: [aTeacher('T')],
  });
const row = (change: Partial<ShelfRow>): ShelfRow => ({
  ...BLANK_ROW,
  title: 'Sums',
  childIds: ['A'],
  lessons: '20',
  ...change,
});
const put = (rows: readonly ShelfRow[]): Household => {
  let n = 0;
  const made = shelfOf(home(), year, rows, TODAY, () => `n${++n}`);
  if ('faults' in made) throw new Error(JSON.stringify(made.faults));
  return applied(home(), made.puts as Change[]);
};

describe('a whole shelf on one sheet', () => {
  it('makes of each row a course with as many lessons and steps as it says, and somebody who takes it in time', () => {
    const any = fc.record({
      shape: fc.constantFrom(...SHAPE_KEYS),
      lessons: fc.integer({ min: 1, max: 150 }).map(String),
      steps: fc
        .option(fc.integer({ min: 1, max: 4 }), { nil: undefined })
        .map((n) => (n === undefined ? '' : String(n))),
      minutes: fc.constantFrom('', '5', '45'),
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 4 }), (list) => {
        const h = put([...list.map((r, i) => row({ ...r, title: `Book ${i}` })), BLANK_ROW]);
        expect(h.courses).toHaveLength(list.length);
        const plan = makePlan(makeProblem(h, year, TODAY), { sweeps: 1, seed: 1 });
        for (const [i, { shape, lessons, steps, minutes }] of list.entries()) {
          const e = h.enrolments[i]!;
          const all = flatten(contentsOf(h, e)!);
          const usual = rowDefaults({ shape });
          expect(all).toHaveLength(Number(lessons) * (Number(steps) || usual.steps));
          expect(all[0]!.kind).toBe(SHAPES[shape].first);
          expect([all[0]!.minutes, all[0]!.presence]).toEqual([Number(minutes) || usual.minutes, usual.presence]);
          // At the pace that is offered it fits into the year.
          expect(reserveOf(makeTrack(h, year, e, TODAY), year).daysInHand).toBeGreaterThanOrEqual(0);
          expect(plan.tracks.find((t) => t.enrolmentId === e.id)!.stepIds).toHaveLength(all.length);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('makes one course of rows that say the same of one book, each child at its own pace', () => {
    const h = put([
      row({ week: '3' }),
      row({ title: ' sums ', childIds: ['B'], week: '1' }),
      row({ childIds: ['B'], minutes: '45' }),
      row({ title: 'Knots' }),
      row({ title: 'Knots' }),
    ]);
    // Another length of a lesson is another book, and nobody has the same one twice.
    expect(h.courses.map((c) => c.title)).toEqual(['Sums', 'Sums', 'Knots', 'Knots']);
    const of = h.courses[0]!.id;
    const two = h.enrolments.filter((e) => e.courseId === of);
    expect(two.map((e) => [e.childIds, e.rule])).toEqual([
      [['A'], { kind: 'weekly', n: 3, unit: 'lessons' }],
      [['B'], { kind: 'weekly', n: 1, unit: 'lessons' }],
    ]);
    expect(h.enrolments).toHaveLength(5);
  });

  it('goes by so many lessons a week where that is said', () => {
    const [e] = put([row({ week: '2', steps: '3' })]).enrolments;
    expect(e).toMatchObject({ rule: { kind: 'weekly', n: 2, unit: 'lessons' }, perSitting: 2 });
  });

  it('says row by row what is missing, and passes a blank one over', () => {
    expect(rowFaults(BLANK_ROW)).toEqual({});
    expect(Object.keys(rowFaults(row({ childIds: [], lessons: '0', steps: 'x' }))).sort()).toEqual([
      'childIds',
      'lessons',
      'steps',
    ]);
    expect(rowFaults(row({ title: ' ' }))).toEqual({ title: 'Give it a title.' });
    const made = shelfOf(home(), year, [row({}), row({ lessons: '' }), BLANK_ROW], TODAY, () => 'x');
    expect('faults' in made && made.faults.map((f) => Object.keys(f))).toEqual([[], ['lessons'], []]);
  });

  it('reads rows copied from a spreadsheet, with a row of heads or without one', () => {
    const text =
      'Millstone Sums\tNell\ttaught\t40\t4\t\tnear\t15\r\nTales\tNell and Asa\tread aloud\t24\t\teven\r\nKnots\tsomebody\tstrange\t9';
    const rows = shelfPasted(home(), text);
    expect(rows).toEqual([
      {
        title: 'Millstone Sums',
        childIds: ['A'],
        shape: 'taught',
        lessons: '40',
        steps: '4',
        week: '',
        presence: 'near',
        minutes: '15',
      },
      { ...BLANK_ROW, title: 'Tales', childIds: ['A', 'B'], shape: 'read', lessons: '24' },
      { ...BLANK_ROW, title: 'Knots', lessons: '9' },
    ]);
    expect(shelfPasted(home(), `Title\tWho\tShape\tLessons\n${text}`)).toEqual(rows);
  });

  it('offers a book that is on the shelf already as it was', () => {
    const h = put([row({ shape: 'told', steps: '3', minutes: '25', presence: 'near' })]);
    expect(rowLike(h, ' sums ')).toEqual({ shape: 'told', lessons: '20', steps: '3', minutes: '25', presence: 'near' });
    expect([rowLike(h, ''), rowLike(h, 'Other')]).toEqual([undefined, undefined]);
  });
});
