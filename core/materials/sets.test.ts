import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Course, Household, Material, Movement } from '../household';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import { thingsOfCourse } from '../deeds';
import { makePlan, makeProblem } from '../stagger';
import { editionsWords, exchangeWords, saleWords, setOf, setWords, shortages } from './index';

const TODAY = toDay('2026-09-07');
const course = (change: Partial<Course> = {}): Course => ({
  ...aCourse('c', { lessons: 4 }),
  title: 'Sums',
  parts: [
    { id: 'p1', kind: 'manual', title: 'Manual', isbn: '0306406152', price: 2400 },
    { id: 'p2', kind: 'workbook', title: 'Workbook', price: 1250 },
    { id: 'p3', kind: 'cards', title: 'Cards' },
    { id: 'p4', kind: 'video', title: 'Video' },
  ],
  ...change,
});
const thing = (id: string, name: string, change: Partial<Material> = {}): Material => ({
  ...{ id, name, place: '', consumable: false, unit: '', cautions: [] },
  ...change,
});
const counted = (materialId: string, quantity: number): Movement => ({
  ...{ id: `v${materialId}`, materialId, date: '2026-09-01', seq: 1, kind: 'count', quantity },
});

describe('a set', () => {
  it('is checked part by part: by ISBN (10 and 13 digits are one book, ISO 2108) or name; what nobody counted is not missing', () => {
    const cards = thing('k', 'Cards', { parts: [{ id: 'x', name: 'cards', count: 52, have: 51 }] });
    const h = aHousehold({
      courses: [course()],
      materials: [thing('m', 'the green manual', { isbn: '9780306406157' }), thing('w', 'Sums, Workbook'), cards],
      movements: [counted('m', 1), counted('w', 0), counted('k', 1)],
    });
    const set = setOf(h, h.courses[0]!);
    expect(set.map((p) => p.is)).toEqual(['here', 'missing', 'not complete', 'not checked']);
    expect(setWords(set)).toBe('Missing of the set: Workbook, 12.50 to buy.');
    expect(setWords(setOf({ ...h, movements: [] }, h.courses[0]!))).toBe('');
  });

  it('that goes says what its buyer has to know: whole or not, what the next child needs new, what is not sold any more', () => {
    const said = (change: Partial<Household> = {}) => {
      const h = aHousehold({ courses: [course()], ...change });
      return saleWords(h, h.courses[0]!);
    };
    expect(said()).toBe('complete, as far as is known, the next child needs a new Workbook (12.50), bought for 36.50');
    const blanks = (n: number) => ({
      materials: [thing('w', 'Workbook', { consumable: true })],
      movements: [counted('w', n)],
    });
    expect(said(blanks(0))).toContain('as far as is known, the next child needs a new Workbook');
    expect(said(blanks(1))).not.toContain('needs');
    // A workbook copied from, or under page protectors, is used up by nobody.
    expect(said({ materials: [thing('w', 'Workbook')] })).toBe('complete, as far as is known, bought for 36.50');
    const parts = course().parts!.map((p) => (p.kind === 'video' ? p : { ...p, outOfPrint: true }));
    const old = course({ parts });
    expect(said({ courses: [old] })).toBe(
      'complete, as far as is known, Manual, Workbook and Cards no longer sold new, bought for 36.50',
    );
    const gone = { courses: [old], materials: [thing('m', 'Manual')], movements: [counted('m', 0)] };
    expect(said(gone)).toContain('without Manual, Manual, Workbook and Cards no longer sold new');
    const h = aHousehold(gone);
    expect(setWords(setOf(h, old))).toBe(
      'Missing of the set: Manual (no longer sold new: to be found used), 24.00 to buy.',
    );
    // What was left out on purpose was never part of it.
    expect(said({ courses: [course({ parts: [{ ...parts[0]!, notWanted: true }] })] })).not.toContain('Manual');
  });

  it('of two editions says so, the course’s own counting for what has none', () => {
    const parts = [
      { id: 'p1', kind: 'manual' as const, title: 'Manual', edition: '2nd edition' },
      { id: 'p2', kind: 'workbook' as const, title: 'Workbook' },
    ];
    expect(editionsWords(course({ edition: '3rd edition', parts }))).toBe(
      'Two editions: Manual is the 2nd edition and Workbook is the 3rd edition. Look whether they go together page for page.',
    );
    expect(editionsWords(course({ edition: '2nd Edition', parts }))).toBe('');
    expect(editionsWords(course())).toBe('');
  });
});

describe('an exchange', () => {
  const said = (ends: string | undefined, change: Partial<Household> = {}) => {
    const h = aHousehold({
      children: [
        aChild('Wren', { born: '2018-01-01' }),
        aChild('Pip', { born: '2024-01-01' }),
        aChild('Jory', { born: '2015-01-01' }),
      ],
      courses: [course({ bought: { exchangeUntil: '2026-10-01' } })],
      enrolments: [anEnrolment('e', 'c', { childIds: ['Wren'] })],
      ...change,
    });
    return exchangeWords(h, h.courses[0]!, [ends === undefined ? undefined : toDay(ends)], TODAY);
  };

  it('is weighed against the plan’s own last day and the younger children', () => {
    expect(said('2026-09-24')).toBe(
      'Can be exchanged until 1 Oct: at this pace it is finished on 24 Sept, 7 days before that. Pip may want it later.',
    );
    expect(said('2026-10-02')).toContain('1 day after that');
    expect(said(undefined)).toContain('not finished by then');
    expect(said('2026-09-24', { enrolments: [] })).toBe('Can be exchanged until 1 Oct.');
    expect(said('2026-09-24', { courses: [course({ bought: { exchangeUntil: '2026-09-06' } })] })).toBe('');
  });

  it('misses nothing that was left out on purpose, reads no manual of it and makes no thing of it', () => {
    const parts = course().parts!.map((p) => (p.id === 'p1' || p.id === 'p2' ? { ...p, notWanted: true } : p));
    const h = aHousehold({
      children: [aChild('A')],
      courses: [course({ parts })],
      enrolments: [anEnrolment('e', 'c')],
      materials: [thing('w', 'Sums, Workbook', { consumable: true })],
      movements: [counted('w', 0)],
      needs: [{ id: 'n', materialId: 'w', courseId: 'c', rule: { for: 'course' }, quantity: 1, per: 'child' }],
    });
    expect(setWords(setOf(h, h.courses[0]!))).toBe('');
    const plan = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
    expect(shortages(h, plan)).toEqual([]);
    const wanted = { ...h, courses: [course()] };
    expect(shortages(wanted, plan).map((s) => s.material.id)).toEqual(['w']);
    expect(thingsOfCourse(h, 'c').flatMap((p) => ('put' in p && p.table === 'materials' ? [p.put.name] : []))).toEqual([
      'Sums, Cards',
      'Sums, Video',
    ]);
  });
});
