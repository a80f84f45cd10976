import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { changeStep, deleteLesson, deleteStep, flatten, insertLesson, insertStep, moveStep } from '../course';
import { checkIn, giveUpLine, markSteps, moveThing, orderLines, putChild, thingsOfCourse, wantThing } from '../deeds';
import { readBackup, writeBackup } from '../formats';
import {
  type Household,
  type Material,
  MOVEMENT_KINDS,
  type Movement,
  type Need,
  type NeedRule,
  type Put,
} from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import {
  alike,
  alikeWords,
  boxOf,
  holdersOf,
  horizonOf,
  ledgerOf,
  ledgerWords,
  missingParts,
  missingPartsWords,
  netThings,
  openOrders,
  orderWords,
  readyBy,
  shortages,
  sittingsWith,
  stock,
  stoppedBy,
  toOrderWords,
  wayWords,
} from './index';

const TODAY = toDay('2026-09-07');
const paper: Material = { id: 'm', name: 'paper', place: '', consumable: true, unit: 'sheet', cautions: [] };
let n = 0;
const newId = () => `x${++n}`;
const entry = (kind: Movement['kind'], quantity: number, change: Partial<Movement> = {}): Movement => ({
  ...{ id: newId(), materialId: 'm', date: '2026-09-01', seq: ++n, kind, quantity },
  ...change,
});
const base = (change: Partial<Household> = {}): Household =>
  aHousehold({
    children: [aChild('A'), aChild('B')],
    courses: [
      aCourse('c', {
        lessons: 12,
        perLesson: [
          { kind: 'introduce', count: 1 },
          { kind: 'practise', count: 1 },
        ],
      }),
    ],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
    materials: [paper],
    needs: [{ id: 'n', materialId: 'm', courseId: 'c', rule: { for: 'lessons' }, quantity: 1, per: 'child' }],
    ...change,
  });
const planOf = (h: Household, today = TODAY) => makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 1, seed: 1 });
const short = (h: Household) => shortages(h, planOf(h));
const deed = (h: Household, puts: ReturnType<typeof moveThing>) => afterDeed(h, puts);

describe('the ledger', () => {
  it('is the same in whatever order its entries came together (two devices)', () => {
    const row = fc.record({
      kind: fc.constantFrom(...MOVEMENT_KINDS),
      quantity: fc.integer({ min: 1, max: 20 }),
      date: fc.constantFrom('2026-09-01', '2026-09-02', '2026-09-03'),
    });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 12 }), fc.nat(), (rows, turn) => {
        const all = rows.map((r, i) => entry(r.kind, r.quantity, { id: `r${i}`, seq: i, date: r.date }));
        const turned = [...all.slice(turn % (all.length || 1)), ...all.slice(0, turn % (all.length || 1))].reverse();
        const of = (movements: Movement[]) => stock(base({ movements })).get('m');
        expect(of(turned)).toBe(of(all));
        // The figure is what its own life says.
        const h = base({ movements: all });
        expect(ledgerOf(h, 'm')[0]?.balance ?? 0).toBe(stock(h).get('m'));
      }),
    );
  });

  it('a count absorbs what came before it; below nothing it says to count', () => {
    const h = base({ movements: [entry('bought', 10), entry('count', 4), entry('broken', 5)] });
    expect(stock(h).get('m')).toBe(-1);
    expect(ledgerWords('day month', ledgerOf(h, 'm')[0]!, 'sheet')).toBe('Tue 1 Sept: 5 sheets broken, count it');
  });

  it('gives the paper back when the mark is taken back', () => {
    const h = base({ movements: [entry('count', 9)] });
    const marked = { ...h, marks: [aMark('e', 'L1-1', 'done', '2026-09-07', { seq: 99 })] };
    expect([stock(h), stock(marked), stock({ ...marked, marks: [] })].map((s) => s.get('m'))).toEqual([9, 7, 9]);
    expect(ledgerWords('day month', ledgerOf(marked, 'm')[0]!, 'sheet')).toContain('2 sheets used by c, Lesson 1');
  });

  it('knows who has what was lent and since when', () => {
    const lent = (kind: 'lent' | 'back', quantity: number, date: string, who = 'the Weirs') =>
      entry(kind, quantity, { date, who });
    const movements = [
      entry('count', 9),
      lent('lent', 2, '2026-09-02'),
      lent('lent', 1, '2026-09-04'),
      lent('back', 1, '2026-09-05'),
    ];
    expect(holdersOf({ movements }, 'm')).toEqual([{ who: 'the Weirs', quantity: 2, since: toDay('2026-09-02') }]);
    expect(stock(base({ movements })).get('m')).toBe(7);
    movements.push(lent('back', 2, '2026-09-06'));
    expect(holdersOf({ movements }, 'm')).toEqual([]);
  });

  it('a kit lacks what was counted too few, never what nobody checked', () => {
    const part = (id: string, count: number, have?: number, stops = false) => ({
      ...{ id, name: id, count, stops },
      ...(have === undefined ? {} : { have }),
    });
    const kit = {
      ...paper,
      parts: [part('dice', 6, 4), part('pen', 1, 0, true), part('boards', 2), part('box', 1, 1)],
    };
    expect(missingPartsWords(missingParts(kit))).toBe('2 of 6 dice and pen');
    expect(stoppedBy(kit).map((p) => p.id)).toEqual(['pen']);
  });
});

describe('needs by rule', () => {
  const asked = (rule: NeedRule) => {
    const h = base({ needs: [{ id: 'n', materialId: 'm', courseId: 'c', rule, quantity: 1, per: 'shared' }] });
    return netThings(h, planOf(h))[0]?.rows.reduce((sum, r) => sum + r.gross, 0) ?? 0;
  };
  it.each<[string, NeedRule, number]>([
    ['one for the whole course', { for: 'course' }, 1],
    ['every lesson', { for: 'lessons' }, 12],
    ['every fifth lesson', { for: 'lessons', every: 5 }, 2],
    ['a stretch of lessons', { for: 'lessons', fromLessonId: 'L3', toLessonId: 'L6' }, 4],
    ['every step of a kind', { for: 'kind', kind: 'introduce' }, 12],
    ['a kind within a stretch', { for: 'kind', kind: 'practise', fromLessonId: 'L11' }, 2],
    ['a kind that the course has none of', { for: 'kind', kind: 'assess' }, 0],
  ])('%s', (_, rule, expected) => {
    expect(asked(rule)).toBe(expected);
  });

  it('ask for what is used in turn once, and for all of it where it is needed at once', () => {
    const of = (atOnce: boolean) => {
      const h = base({
        enrolments: ['A', 'B'].map((id) =>
          anEnrolment(id, 'c', { childIds: [id], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
        ),
        materials: [{ ...paper, consumable: false }],
        needs: [
          { id: 'n', materialId: 'm', courseId: 'c', rule: { for: 'course' }, quantity: 1, per: 'child', atOnce },
        ],
      });
      return Math.max(...netThings(h, planOf(h))[0]!.rows.map((r) => r.gross));
    };
    expect([of(false), of(true)]).toEqual([1, 2]);
  });
});

describe('what is missing', () => {
  it('is never what nobody counted: an inventory never begun greets nobody with shortages', () => {
    expect(short(base())).toEqual([]);
    expect(boxOf(base(), planOf(base()), TODAY, TODAY + 6)[0]).toMatchObject({ known: false, short: 0 });
  });

  it('is ordered for as long as the household says: from four weeks over the term to the year, never for less or later', () => {
    const of = (ordersFor?: 'four weeks' | 'year') => {
      const h = base({ movements: [entry('count', 5)] });
      return short({ ...h, settings: { ...h.settings, ...(ordersFor ? { ordersFor } : {}) } })[0]!;
    };
    const [weeks, term, year] = [of('four weeks'), of(), of('year')];
    // Five steps a week, a lesson in two of them: ten lessons and a half in four weeks, of which the first is short of one sheet.
    expect(weeks.quantity).toBeLessThanOrEqual(term.quantity);
    expect(term.quantity).toBeLessThanOrEqual(year.quantity);
    expect(year.quantity).toBe(2 * 12 - 5);
    expect([weeks.day, weeks.orderBy]).toEqual([year.day, year.orderBy]);
    const uses = netThings(base(), planOf(base()))[0]!.rows;
    const due = uses.filter((r) => r.day >= year.day && r.day <= year.day + 27).reduce((n, r) => n + r.gross, 0);
    expect(weeks.quantity).toBe(due - 1);
  });

  it('is told by when to order, in packs, at what price, with the ways out', () => {
    const cards: Material = { ...paper, id: 'k', name: 'card', consumable: true };
    const [s] = short(
      base({
        materials: [{ ...paper, pack: 10, price: 350, leadDays: 3, copied: true, substitutes: ['k'] }, cards],
        movements: [entry('count', 5), entry('count', 40, { materialId: 'k' })],
      }),
    );
    // Two children, a sheet a lesson, two lessons and a half a week: the third lesson is short of one sheet.
    expect(s).toMatchObject({ short: 19, quantity: 20, packs: 2, price: 700 });
    expect(s!.orderBy).toBe(s!.day - 7 - 3);
    expect(toOrderWords(s!)).toBe('2 packs of 10, 7.00');
    expect(s!.ways.map(wayWords)).toEqual(['use card instead (40 sheets there)', 'copy it at home', 'order it']);
  });

  it('is ready a week ahead, by the lesson before, or by the break before the level', () => {
    const year = base().years[0]!;
    const with2 = { ...year, closed: [{ id: 'h', from: '2026-10-12', to: '2026-10-23', label: '' }] };
    const course = aCourse('c');
    const day = toDay('2026-11-04');
    expect(readyBy(aHousehold(), with2, course, day)).toBe(day - 7);
    expect(readyBy(aHousehold(), with2, { ...course, ahead: 'lesson' }, day)).toBe(day - 1);
    // From the Saturday on which the break begins.
    expect(readyBy(aHousehold(), with2, { ...course, ahead: 'level' }, day)).toBe(toDay('2026-10-10'));
    expect(horizonOf(with2, toDay('2026-09-20'))).toBe(toDay('2026-10-09'));
    expect(horizonOf(with2, toDay('2026-09-20'), 'four weeks')).toBe(toDay('2026-10-17'));
    expect(horizonOf(with2, toDay('2026-09-20'), 'year')).toBe(toDay(with2.end));
    // Work that is moved by hand onto a Saturday before a break, or into it, is covered on its own day.
    for (let d = toDay(with2.start); d <= toDay(with2.end); d++) expect(horizonOf(with2, d)).toBeGreaterThanOrEqual(d);
  });
});

describe('from a shortage to the shelf', () => {
  const wanting = () => base({ movements: [entry('count', 5)] });

  it('an order on its way and what arrives end the shortage; an overdue one does not count until it has a new day', () => {
    let h = wanting();
    const [s] = short(h);
    h = deed(h, wantThing(h, { materialId: 'm', quantity: s!.quantity, day: TODAY }, newId));
    expect(short(h)).toHaveLength(1);
    expect(openOrders(h, TODAY)[0]!.is).toBe('to order');
    h = deed(h, orderLines(h, [h.orders[0]!.id], { day: TODAY, shop: 'the stationer', expected: TODAY }));
    expect(short(h)).toEqual([]);
    expect(orderWords('day month', openOrders(h, TODAY)[0]!, TODAY)).toBe(
      'ordered at the stationer on 7 Sept, expected on 7 Sept',
    );
    expect(openOrders(h, TODAY + 1)[0]!.is).toBe('overdue');
    expect(shortages(h, planOf(h, TODAY + 1))).toHaveLength(1);
    // Half of it comes, one of that broken; the rest never will.
    const [order] = h.orders;
    h = deed(h, checkIn(h, [{ orderId: order!.id, quantity: 10, broken: 1 }], TODAY + 1));
    expect([stock(h).get('m'), openOrders(h, TODAY + 1)[0]!.open]).toEqual([14, order!.quantity - 10]);
    h = deed(h, giveUpLine(h, order!.id, TODAY + 1));
    expect([openOrders(h, TODAY + 1), shortages(h, planOf(h, TODAY + 1)).length]).toEqual([[], 1]);
  });

  it('pressed twice, a thing is wanted once and a line comes once', () => {
    let h = wanting();
    for (let i = 0; i < 2; i++) h = deed(h, wantThing(h, { materialId: 'm', quantity: 8, day: TODAY }, newId));
    expect(h.orders).toMatchObject([{ quantity: 8 }]);
    for (let i = 0; i < 2; i++) h = deed(h, checkIn(h, [{ orderId: h.orders[0]!.id, quantity: 8 }], TODAY));
    expect(stock(h).get('m')).toBe(13);
  });

  it('checked in on two devices that know nothing of each other, a line has come once', () => {
    const h = deed(wanting(), wantThing(wanting(), { materialId: 'm', quantity: 8, day: TODAY }, newId));
    const { id } = h.orders[0]!;
    const [phone, laptop] = [1, 2].map((later) => checkIn(h, [{ orderId: id, quantity: 8, broken: 1 }], TODAY + later));
    const both = deed(deed(h, phone!), laptop!);
    expect([both.movements.length - h.movements.length, stock(both).get('m')]).toEqual([2, 12]);
    // What comes later of the same line is a row of its own.
    let parts = h;
    for (const quantity of [3, 5]) parts = deed(parts, checkIn(parts, [{ orderId: id, quantity }], TODAY));
    expect(stock(parts).get('m')).toBe(13);
  });

  it('any order netted, placed and arrived leaves nothing missing until the next break', () => {
    fc.assert(
      fc.property(fc.nat(30), fc.option(fc.integer({ min: 1, max: 9 })), (have, pack) => {
        let h = base({ movements: [entry('count', have)], materials: [{ ...paper, ...(pack ? { pack } : {}) }] });
        for (let turn = 0; turn < 9 && short(h).length > 0; turn++) {
          const [s] = short(h);
          h = deed(h, wantThing(h, { materialId: 'm', quantity: s!.quantity, day: TODAY }, newId));
          const { id } = h.orders.at(-1)!;
          h = deed(h, orderLines(h, [id], { day: TODAY }));
          h = deed(h, checkIn(h, [{ orderId: id, quantity: s!.quantity }], TODAY));
        }
        expect(short(h)).toEqual([]);
      }),
      { numRuns: 20 },
    );
  });

  it('the parts of a course become things in one press, once, and none of them is missing for it', () => {
    const parts = [
      { id: 'p1', kind: 'manual' as const, title: 'Teacher’s manual', isbn: '9780306406157', price: 2400 },
      { id: 'p2', kind: 'workbook' as const, title: '', edition: '3rd' },
    ];
    let h = base({ courses: [{ ...aCourse('c', { lessons: 4 }), title: 'Sums', parts }], materials: [], needs: [] });
    for (let i = 0; i < 2; i++) h = deed(h, thingsOfCourse(h, 'c'));
    expect(h.materials.map((m) => [m.name, m.consumable, m.isbn, m.edition])).toEqual([
      ['Sums, Teacher’s manual', false, '9780306406157', undefined],
      ['Sums, workbook', true, undefined, '3rd'],
    ]);
    expect(h.needs.map((x) => [x.rule?.for, x.per])).toEqual([
      ['course', 'shared'],
      ['course', 'child'],
    ]);
    expect(short(h)).toEqual([]);
  });

  it('says what is here, on order or wished for before it is kept a second time', () => {
    const book: Material = { ...paper, id: 'b', name: 'The River Reader', isbn: '9780306406157' };
    const h = base({ materials: [paper, book], movements: [entry('count', 1, { materialId: 'b' })] });
    const said = (name: string, isbn?: string) => alikeWords(alike(h, { name, isbn }, TODAY));
    expect(said('river readers')).toBe('“The River Reader” is here already (1).');
    expect(said('Something else', '9780306406157')).toContain('The River Reader');
    // The ten digits of the same book.
    expect(said('Something else', '0306406152')).toContain('The River Reader');
    expect(said('River Writer')).toBe('');
    const jotted = { id: 'j', kind: 'buy' as const, text: 'glue sticks', date: '2026-09-01' };
    expect(alikeWords(alike({ ...h, jottings: [jotted] }, { name: 'Glue stick' }, TODAY))).toContain('list to buy');
  });
});

describe('what was used', () => {
  const needs = [
    {
      id: 'each',
      materialId: 'm',
      courseId: 'c',
      rule: { for: 'lessons' as const },
      quantity: 2,
      per: 'child' as const,
    },
    {
      id: 'drawn',
      materialId: 'm',
      courseId: 'c',
      rule: { for: 'kind' as const, kind: 'practise' as const },
      quantity: 1,
      per: 'child' as const,
    },
  ];
  const deeds = fc.array(
    fc.record({
      what: fc.constantFrom(
        ...(['who', 'kind', 'insert', 'leaves', 'minutes', 'no step', 'no lesson', 'a lesson more', 'moved'] as const),
        ...(['more of it', 'shared', 'by another rule', 'not needed'] as const),
      ),
      i: fc.nat(23),
      who: fc.subarray(['A', 'B'], { minLength: 1 }),
    }),
    { maxLength: 6 },
  );

  it('stays what it was: for the children and the work of each mark, whoever takes the course since, and whatever the book says', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(23), { maxLength: 8 }), deeds, fc.boolean(), (marked, edits, old) => {
        const there = base({ needs, materials: [paper], movements: [entry('count', 500)] });
        const all = (h: Household) => flatten(h.courses[0]!);
        const on = marked.map((i) => ({ enrolmentId: 'e', stepId: all(there)[i]!.id, day: TODAY + (i % 2) }));
        let h = on.reduce((now, m) => afterDeed(now, markSteps(now, [m], m.day % 2 ? 'partly' : 'done', newId)), there);
        if (old) h = { ...h, marks: h.marks.map(({ was: _, ...m }) => m) };
        const before = stock(h).get('m');
        const lines = ledgerOf(h, 'm').filter((l) => l.kind === 'used').length;
        const lessons = new Set(marked.map((i) => all(there)[i]!.lesson.id)).size;
        const practised = marked.filter((i) => all(there)[i]!.kind === 'practise').length;
        // By hand: two sheets a child for each lesson begun, and one a child for each sheet of practice.
        expect(before).toBe(500 - 2 * (2 * lessons + practised));
        expect(needs.map((need) => sittingsWith(h, need.id))).toEqual([lessons, practised]);
        for (const { what, i, who } of edits) {
          const [course, own] = [h.courses[0]!, h.enrolments[0]!];
          const step = all(h)[i % all(h).length]!;
          const need = h.needs[i % Math.max(1, h.needs.length)];
          const needed = (change: Partial<Need>): Put[] =>
            need ? [{ table: 'needs', put: { ...need, ...change } }] : [];
          const put: Record<typeof what, () => readonly Put[]> = {
            who: () => [{ table: 'enrolments', put: { ...own, childIds: who } }],
            kind: () => [{ table: 'courses', put: changeStep(course, step.id, { kind: 'practise' }) }],
            insert: () => [{ table: 'courses', put: insertStep(course, step.id, newId(), 'make') }],
            leaves: () => putChild(h, { ...h.children[0]!, until: '2026-09-20' }, TODAY + 14),
            'no step': () => [{ table: 'courses', put: deleteStep(course, step.id) }],
            'no lesson': () => [{ table: 'courses', put: deleteLesson(course, step.lesson.id) }],
            'a lesson more': () => [
              { table: 'courses', put: insertLesson(course, step.lesson.id, newId(), 'More', 'practise') },
            ],
            moved: () => [{ table: 'courses', put: moveStep(course, step.id, i % 2 ? 1 : -1) }],
            'more of it': () => needed({ quantity: 0.5 + i }),
            shared: () => needed({ per: 'shared' }),
            'by another rule': () => needed({ rule: i % 2 ? { for: 'lessons', every: 2 } : { for: 'course' } }),
            'not needed': () => (need ? [{ table: 'needs', remove: need.id }] : []),
            minutes: () => [{ table: 'courses', put: changeStep(course, step.id, { minutes: 55 }) }],
          };
          h = afterDeed(h, put[what]());
          expect(stock(h).get('m')).toBe(before);
          expect(ledgerOf(h, 'm').filter((l) => l.kind === 'used')).toHaveLength(lines);
        }
        const file = writeBackup({ asOf: '2026-09-07', household: h });
        const reading = readBackup(file);
        expect('fault' in reading ? reading.fault : writeBackup(reading.backup)).toBe(file);
      }),
      { numRuns: 150 },
    );
  });
});
