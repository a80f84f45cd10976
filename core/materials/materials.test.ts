import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Household, Material, Need } from '../household';
import { carryMarks } from '../log';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import { boxOf, orderIs, shortages, spentSoFar, stock } from './index';

const TODAY = '2026-09-07';
const thing = (change: Partial<Material> = {}): Material => ({
  id: 'm',
  name: 'sheet',
  place: 'shelf',
  consumable: true,
  unit: '',
  cautions: [],
  ...change,
});
const need = (change: Partial<Need> = {}): Need => ({
  id: `n${Math.abs(hash(JSON.stringify(change)))}`,
  materialId: 'm',
  courseId: 'c',
  lessonId: 'L1',
  quantity: 1,
  per: 'child',
  ...change,
});
const hash = (s: string) => [...s].reduce((h, c) => (h * 31 + c.charCodeAt(0)) | 0, 7);

/** Two children together at a sheet course, one step a day from Monday 7 September; five sheets counted. */
const base = (change: Partial<Household> = {}): Household =>
  aHousehold({
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 4, perLesson: [{ kind: 'practise', count: 1 }] })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
    materials: [thing()],
    movements: [{ id: 'v', materialId: 'm', date: '2026-09-01', seq: 1, kind: 'count', quantity: 5 }],
    needs: ['L1', 'L2', 'L3', 'L4'].map((lessonId) => need({ lessonId, stepId: `${lessonId}-1` })),
    ...change,
  });
const planOf = (h: Household) => makePlan(makeProblem(h, h.years[0]!, toDay(TODAY)), { sweeps: 2, seed: 1 });
const week = (h: Household) => boxOf(h, planOf(h), toDay(TODAY), toDay(TODAY) + 6);

describe('the week’s box', () => {
  it('nets consumables over time: two a day from five run short on the third day', () => {
    expect(week(base())).toMatchObject([{ needed: 8, onHand: 5, short: 3, day: toDay(TODAY), firstUse: true }]);
    expect(shortages(base(), planOf(base()))).toMatchObject([{ day: toDay('2026-09-09'), short: 3 }]);
  });

  it('serves earlier days first: a later week is short only by what it lacks itself', () => {
    const h = base();
    const late = boxOf(h, planOf(h), toDay('2026-09-10'), toDay('2026-09-13'));
    expect(late).toMatchObject([{ needed: 2, short: 2 }]);
  });

  it('wants what comes back to the shelf only as often as one date uses it', () => {
    expect(week(base({ materials: [thing({ consumable: false })] }))).toMatchObject([{ needed: 2, short: 0 }]);
    const two = base({ materials: [thing({ consumable: false })], needs: [need({ quantity: 3, stepId: 'L1-1' })] });
    expect(week(two)).toMatchObject([{ needed: 6, short: 1 }]);
  });

  it('is not short of the one abacus that two children use in turn on a day', () => {
    const two = base({
      enrolments: ['A', 'B'].map((id) =>
        anEnrolment(id, 'c', { childIds: [id], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
      ),
      materials: [thing({ consumable: false })],
      movements: [{ id: 'v', materialId: 'm', date: '2026-09-01', seq: 1, kind: 'count', quantity: 1 }],
    });
    expect(week(two)).toMatchObject([{ needed: 1, onHand: 1, short: 0 }]);
    expect(shortages(two, planOf(two))).toEqual([]);
  });

  it('says by when what is short this week had to be ordered, and that the day is behind', () => {
    const orderBy = (h: Household) => week(h)[0]!.shortage?.orderBy;
    // Short on Wednesday the 9th, ready a week ahead, a week to have it: by the 26th of August, which is behind on the 7th.
    expect(orderBy(base())).toBe(toDay('2026-08-26'));
    expect(orderIs(orderBy(base())!, toDay(TODAY))).toBe('past');
    expect([orderIs(5, 5), orderIs(6, 5)]).toEqual(['today', 'to come']);
    const lesson = base({ materials: [thing({ leadDays: 0 })] });
    lesson.courses = lesson.courses.map((c) => ({ ...c, ahead: 'lesson' as const }));
    expect(orderBy(lesson)).toBe(toDay('2026-09-08'));
    const enough = { id: 'w', materialId: 'm', date: '2026-09-02', seq: 2, kind: 'count', quantity: 90 } as const;
    expect(orderBy(base({ movements: [enough] }))).toBeUndefined();
  });

  it('counts a shared thing once, and a lesson’s consumable once for all its steps', () => {
    const lesson = base({
      courses: [aCourse('c', { lessons: 1, perLesson: [{ kind: 'practise', count: 3 }] })],
      needs: [need({ per: 'shared', quantity: 2 })],
    });
    expect(week(lesson)).toMatchObject([{ needed: 2, short: 0 }]);
  });
});

describe('stock', () => {
  const marked = (...marks: Household['marks']) => base({ marks });
  const have = (h: Household) => stock(h).get('m');

  it('falls by what marked work used, told in order with counts and arrivals', () => {
    expect(have(base())).toBe(5);
    expect(have(marked(aMark('e', 'L1-1', 'done', TODAY, { seq: 10 })))).toBe(3);
    expect(have(marked(aMark('e', 'L1-1', 'known', TODAY), aMark('e', 'L2-1', 'left out', TODAY)))).toBe(5);
    const counted = marked(aMark('e', 'L1-1', 'done', TODAY, { seq: 10 }));
    const later = { id: 'w', materialId: 'm', date: TODAY, seq: 11, kind: 'count' as const, quantity: 9 };
    expect(have({ ...counted, movements: [later, ...counted.movements] })).toBe(9);
    expect(have({ ...counted, movements: [{ ...later, kind: 'in' }, ...counted.movements] })).toBe(12);
    // Never made nicer than it is: more went than was there, so it wants counting.
    expect(have({ ...counted, movements: [{ ...later, kind: 'out' }, ...counted.movements] })).toBe(-6);
  });

  it('a sheet begun serves until it is done; one spoiled by “again” is used up', () => {
    const partly = aMark('e', 'L1-1', 'partly', TODAY, { seq: 10 });
    expect(have(marked(partly))).toBe(3);
    expect(have(marked(partly, aMark('e', 'L1-1', 'done', '2026-09-08', { seq: 11 })))).toBe(3);
    expect(week(marked(partly))[0]!.needed).toBe(6);
    const again = [
      aMark('e', 'L1-1', 'again', TODAY, { seq: 10 }),
      aMark('e', 'L1-1', 'done', '2026-09-08', { seq: 11 }),
    ];
    expect(have(marked(...again))).toBe(1);
  });

  it('an absent child uses none', () => {
    const marks = [
      aMark('e', 'L1-1', 'done', TODAY, { seq: 10 }),
      aMark('e', 'L1-1', 'missed', TODAY, { seq: 11, childId: 'B' }),
    ];
    expect(have(marked(...marks))).toBe(4);
  });
});

describe('what is kept between two marks', () => {
  it('changes no figure: the stock after any marks is that of a household never looked at before', () => {
    const kinds = ['done', 'partly', 'again', 'known', 'not today'] as const;
    const press = fc.record({
      step: fc.constantFrom('L1-1', 'L2-1', 'L3-1', 'L4-1'),
      kind: fc.constantFrom(...kinds),
      enrolment: fc.constantFrom('e', 'f'),
      missing: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(press, { maxLength: 8 }), (presses) => {
        let h = base({
          enrolments: [
            anEnrolment('e', 'c', { childIds: ['A', 'B'] }),
            anEnrolment('f', 'c', { childIds: ['A'], weekdays: [1, 2] }),
          ],
        });
        presses.forEach(({ step, kind, enrolment, missing }, i) => {
          const put = [aMark(enrolment, step, kind, TODAY, { id: `p${i}`, seq: i + 10 })];
          if (missing && enrolment === 'e')
            put.push(aMark('e', step, 'missed', TODAY, { id: `q${i}`, seq: i + 10, childId: 'B' }));
          const marks = [...h.marks, ...put];
          carryMarks(
            h.marks,
            marks,
            put.map((after) => ({ after })),
          );
          h = { ...h, marks };
          expect(stock(h)).toEqual(stock(structuredClone(h)));
        });
      }),
      { numRuns: 60 },
    );
  });

  it('what was used before the last count matters no more', () => {
    const marks = [aMark('e', 'L1-1', 'done', '2026-09-02'), aMark('e', 'L2-1', 'done', '2026-09-07', { seq: 9 })];
    const counted = { id: 'w', materialId: 'm', date: '2026-09-05', seq: 5, kind: 'count' as const, quantity: 4 };
    const h = base({ marks });
    expect(stock(h).get('m')).toBe(1);
    expect(stock({ ...h, movements: [...h.movements, counted] }).get('m')).toBe(2);
  });
});

describe('what was spent', () => {
  it('is what was bought with courses and what arrived of orders, shared by who needs it', () => {
    const part = { id: 'p', kind: 'manual' as const, title: 'manual', price: 2000 };
    const h = base({
      courses: [
        { ...aCourse('c', { lessons: 1, perLesson: [{ kind: 'practise', count: 1 }] }), parts: [part] },
        { ...aCourse('d', { lessons: 1, perLesson: [{ kind: 'practise', count: 1 }] }), parts: [part], wish: true },
      ],
      orders: [
        { id: 'o', materialId: 'm', quantity: 10, date: '2026-09-01', ordered: '2026-09-01', price: 500 },
        { id: 'x', materialId: 'm', quantity: 10, date: '2026-09-01', ordered: '2026-09-01', price: 700 },
      ],
      movements: [{ id: 'a', materialId: 'm', date: '2026-09-03', seq: 1, kind: 'arrived', quantity: 4, orderId: 'o' }],
    });
    const spent = spentSoFar(h);
    expect([spent.all, spent.byCourse.get('c'), spent.byCourse.get('d')]).toEqual([2200, 2200, undefined]);
    expect([spent.byChild.get('A'), spent.byChild.get('B')]).toEqual([1100, 1100]);
  });

  it('has no part that was left out on purpose or never here, one that came by an order once, and one that is used up still', () => {
    const part = (title: string, price: number, change = {}) => ({
      ...{ id: title, kind: 'workbook' as const, title, price, ...change },
    });
    const parts = [
      part('manual', 2000, { notWanted: true }),
      part('tiles', 900),
      part('reader', 700),
      part('sheets', 50),
    ];
    const things = ['tiles', 'reader', 'sheets'].map((name) => thing({ id: name, name }));
    const entry = (materialId: string, kind: 'count' | 'arrived' | 'bought' | 'lost', quantity: number, more = {}) => ({
      ...{ id: `${materialId} ${kind}`, materialId, kind, quantity, date: '2026-09-02', seq: 2, ...more },
    });
    const h = base({
      courses: [{ ...aCourse('c', { lessons: 1 }), parts }],
      materials: things,
      orders: [{ id: 'o', materialId: 'reader', quantity: 1, date: '2026-09-01', ordered: '2026-09-01', price: 650 }],
      movements: [
        entry('tiles', 'count', 0),
        entry('reader', 'arrived', 1, { orderId: 'o' }),
        entry('sheets', 'bought', 1),
        entry('sheets', 'lost', 1, { seq: 3 }),
      ],
      needs: [],
    });
    expect([spentSoFar(h).all, stock(h).get('sheets')]).toEqual([650 + 50, 0]);
  });
});
