import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { recordOf } from '../forecast';
import type { Household } from '../household';
import { marksByMonth, portfolioOf } from '../record';
import { courseLines } from '../sitdown';
import { heldWords, makePlan, makeProblem } from '../stagger';
import { weekPage } from '../week';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from './make';

const TUESDAY = toDay('2026-09-08');
const year = aYear();
const planOf = (h: Household, today: number) => makePlan(makeProblem(h, year, today), { sweeps: 1, seed: 1 });

/** A lesson taught on Monday is put back on Tuesday: nobody sat down for it that day (common practice: a sheet handed back is no sheet done). */
describe('what is put back took no sitting', () => {
  const h = aHousehold({
    years: [year],
    courses: [aCourse('c', { lessons: 40 })],
    enrolments: [anEnrolment('e', 'c')],
    marks: [
      aMark('e', 'L1-1', 'done', '2026-09-07'),
      aMark('e', 'L1-2', 'done', '2026-09-07'),
      aMark('e', 'L1-1', 'again', '2026-09-08'),
    ],
  });

  it('in the minutes of a week, its new lessons and its last thing done', () => {
    const plan = planOf(h, TUESDAY);
    const page = weekPage(h, year, plan, TUESDAY - 1);
    const [monday, tuesday] = page.rows[0]!.cells.map((c) => c.items.map((i) => [i.step.id, i.sits]));
    expect(monday).toContainEqual(['L1-1', true]);
    expect(tuesday).toContainEqual(['L1-1', false]);
    expect(courseLines(h, page, year, plan)[0]!.last).toMatch(/^Lesson 1, practise/);
  });

  it('in the portfolio, and in what the forecast goes by', () => {
    const [studied] = portfolioOf(h, year, h.children[0]!, TUESDAY).sections.find((s) => s.key === 'studied')!.blocks;
    expect(studied).toMatchObject({
      rows: [['September 2026', 'Lesson 1, introduce to Lesson 1, practise', '2', expect.anything()]],
    });
    expect(recordOf(h, h.enrolments[0]!, TUESDAY + 1).map((w) => w.steps.length)).toEqual([1]);
  });
});

describe('what was done without a child', () => {
  const h = aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 40 })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'] })],
    marks: [aMark('e', 'L1-1', 'done', '2026-09-07'), aMark('e', 'L1-1', 'missed', '2026-09-07', { childId: 'B' })],
  });

  it('stands neither in its portfolio nor in its chart', () => {
    const said = (id: string) => {
      const child = h.children.find((c) => c.id === id)!;
      const keys = portfolioOf(h, year, child, TUESDAY).sections.map((s) => s.key);
      return [keys.includes('curricula'), keys.includes('studied'), marksByMonth(h, year, id)[0]!.kinds.done];
    };
    expect(said('A')).toEqual([true, true, 1]);
    expect(said('B')).toEqual([false, false, 0]);
  });
});

describe('a new lesson begun on a Saturday', () => {
  const SATURDAY = toDay('2026-09-12');
  const begun = (...courses: string[]): string => {
    const h = aHousehold({
      years: [year],
      courses: [aCourse('c', { lessons: 4 }), aCourse('d', { lessons: 4 })],
      enrolments: [anEnrolment('c', 'c', { weekdays: [1] }), anEnrolment('d', 'd', { weekdays: [2] })],
      marks: courses.map((c) => aMark(c, 'L1-1', 'done', '2026-09-12')),
    });
    return heldWords({ ...h, settings: { ...h.settings, dateStyle: 'year-month-day' } }, planOf(h, SATURDAY), SATURDAY);
  };

  it('is one, although the teacher has no hours that day; two are two', () => {
    expect(begun('c')).toBe('No teacher begins more than 1 new lesson on any day.');
    expect(begun('c', 'd')).toMatch(/begins 2 new lessons on 2026-09-12; on every other day at most 1\.$/);
  });
});
