import { describe, expect, it } from 'vitest';
import { type Day, fromDay, schoolDays, toDay } from '../calendar';
import { checkIn, markStep, orderLines, wantThing } from '../deeds';
import type { Household, Put } from '../household';
import { makePlan, makeProblem, seeded } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import {
  boxOf,
  comingLate,
  isToAskFor,
  lateWords,
  netThings,
  openOrders,
  orderSoon,
  orderUntil,
  seeToWords,
  shortages,
  stock,
  toGetSentence,
  toGetWords,
  toSeeTo,
  waysWords,
} from './index';

const TODAY = toDay('2026-09-07');
const year = aYear({
  start: '2026-09-07',
  end: '2027-02-26',
  closed: [{ id: 'c', from: '2026-12-19', to: '2027-01-03', label: 'Christmas' }],
});
/** A sheet of paper a lesson, a lesson a day, and so many sheets counted; it comes nine days after it is ordered. */
const home = (sheets: number, change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A')],
    courses: [aCourse('c', { lessons: 100, perLesson: [{ kind: 'practise', count: 1 }] })],
    enrolments: [anEnrolment('e', 'c', { rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
    materials: [
      { id: 'paper', name: 'paper', place: '', consumable: true, unit: 'sheet', cautions: [], pack: 20, leadDays: 9 },
    ],
    movements: [{ id: 'v', materialId: 'paper', date: '2026-09-01', seq: 1, kind: 'count', quantity: sheets }],
    needs: [{ id: 'n', materialId: 'paper', courseId: 'c', rule: { for: 'lessons' }, quantity: 1, per: 'shared' }],
    ...change,
  });
const planOf = (h: Household, day = TODAY) => makePlan(makeProblem(h, year, day), { sweeps: 1, seed: 1 });
let wanted = 0;
const ordered = (h: Household, quantity: number, day: Day, expected: Day): Household => {
  const listed = afterDeed(
    h,
    wantThing(h, { materialId: 'paper', quantity, day }, () => `o${++wanted}`),
  );
  const ids = listed.orders.filter((o) => !o.ordered).map((o) => o.id);
  return afterDeed(listed, orderLines(listed, ids, { day, expected }));
};

describe('what is on its way', () => {
  it('is not ordered a second time because it comes too late, and says when it comes', () => {
    const h = ordered(home(3), 120, TODAY, TODAY + 9);
    expect(shortages(h, planOf(h))).toEqual([]);
    const [late, ...none] = comingLate(h, netThings(h, planOf(h)));
    // Three sheets for Monday to Wednesday; Thursday’s comes on Wednesday of the next week.
    expect([late!.day, late!.short, late!.quantity, late!.comes, none]).toEqual([TODAY + 3, 1, 120, TODAY + 9, []]);
    expect(lateWords('day month', late!, TODAY)).toBe('120 sheets come on Wed 16 Sept, needed on Thu 10 Sept');
    const [line] = boxOf(h, planOf(h), TODAY, TODAY + 6);
    expect([line!.short, line!.shortage, line!.late?.comes]).toEqual([2, undefined, TODAY + 9]);
  });

  it('asks for no paper to copy it on, once it is ordered', () => {
    const pages: Partial<Household> = {
      materials: [
        { ...home(0).materials[0]!, copied: true, copiedOn: 'sheets' },
        { id: 'sheets', name: 'sheets', place: '', consumable: true, unit: '', cautions: [] },
      ],
      movements: ['paper', 'sheets'].map((materialId) => ({
        ...{ id: materialId, materialId, date: '2026-09-01', seq: 1, kind: 'count' as const, quantity: 3 },
      })),
    };
    const names = (h: Household) => shortages(h, planOf(h)).map((s) => s.material.id);
    expect(names(home(3, pages)).sort()).toEqual(['paper', 'sheets']);
    expect(names(ordered(home(3, pages), 120, TODAY, TODAY + 9))).toEqual([]);
  });

  it('leaves what is missing beyond it to be ordered, from the day on which that is missing', () => {
    const h = ordered(home(3), 20, TODAY, TODAY + 9);
    const [short] = shortages(h, planOf(h));
    // Twenty-three sheets last for twenty-three school days; the next has to be there on the twenty-fourth.
    expect([short!.day, short!.quantity % 20]).toEqual([schoolDays(year)[23], 0]);
    expect(comingLate(h, netThings(h, planOf(h)))).toHaveLength(1);
    // Overdue it counts as not coming.
    const after = ordered(home(3), 120, TODAY - 20, TODAY - 5);
    expect([shortages(after, planOf(after))[0]!.day, comingLate(after, netThings(after, planOf(after)))]).toEqual([
      ...[TODAY + 3, []],
    ]);
  });

  it('a thing that was ordered once and came is named again when it runs out again; on the list to order, once it is due', () => {
    const h = ordered(home(10), 20, TODAY, TODAY);
    const came = afterDeed(h, checkIn(h, [{ orderId: h.orders[0]!.id, quantity: 20 }], TODAY));
    const names = (state: Household, day: Day) =>
      toSeeTo(state, shortages(state, planOf(state)), day).map((s) => s.material.id);
    expect(names(came, TODAY)).toEqual(['paper']);
    const listed = afterDeed(
      came,
      wantThing(came, { materialId: 'paper', quantity: 20, day: TODAY }, () => 'p'),
    );
    const { orderBy } = shortages(listed, planOf(listed))[0]!;
    expect([names(listed, orderBy - 1), names(listed, orderBy)]).toEqual([[], ['paper']]);
  });

  it('what was to have come by now is to be asked for, and bought anew only on purpose', () => {
    const h = ordered(home(3), 120, TODAY - 20, TODAY - 2);
    const [short] = shortages(h, planOf(h));
    expect([isToAskFor(short!), short!.overdue.map((o) => o.open)]).toEqual([true, [120]]);
    expect(seeToWords('day month', short!, TODAY)).toBe(
      '120 sheets ordered on 18 Aug, expected on 5 Sept, not here yet',
    );
    // What is missing beyond it has its own day, and it is said beside.
    const few = ordered(home(3), 40, TODAY - 20, TODAY - 2);
    const [more] = shortages(few, planOf(few));
    expect([isToAskFor(more!), more!.short > 40]).toEqual([false, true]);
    expect(seeToWords('day month', more!, TODAY)).toMatch(
      /^should have been ordered by .*; 40 sheets ordered on 18 Aug, expected on 5 Sept, not here yet$/,
    );
    // With another day it is on its way again, and nothing is said.
    const moved = { ...h, orders: h.orders.map((o) => ({ ...o, expected: fromDay(TODAY + 1) })) };
    expect(shortages(moved, planOf(moved))).toEqual([]);
  });

  it('what somebody has is asked of them, while it is as many as are missing', () => {
    const lens = { id: 'paper', name: 'lens', place: '', consumable: false, unit: '', cautions: [] };
    const lent = (quantity: number) =>
      home(0, {
        materials: [lens],
        movements: [
          { id: 'v', materialId: 'paper', date: '2026-09-01', seq: 1, kind: 'count', quantity: 2 },
          { id: 'w', materialId: 'paper', date: '2026-09-02', seq: 2, kind: 'lent', quantity, who: 'the Weirs' },
        ],
        needs: [{ id: 'n', materialId: 'paper', courseId: 'c', rule: { for: 'lessons' }, quantity: 1, per: 'shared' }],
      });
    const [short] = shortages(lent(2), planOf(lent(2)));
    expect(isToAskFor(short!)).toBe(true);
    expect(seeToWords('day month', short!, TODAY)).toBe('2 with the Weirs since 2 Sept');
    expect(waysWords(short!.ways)).toBe('ask the Weirs for the 2 they have, or order it');
    expect(shortages(lent(1), planOf(lent(1)))).toEqual([]);
    // Three at once are more than the two that they have and the one that is here.
    const more = { ...lent(1), needs: [{ ...lent(1).needs[0]!, quantity: 3 }] };
    const [both] = shortages(more, planOf(more));
    expect([both!.short, isToAskFor(both!)]).toEqual([2, false]);
    expect(seeToWords('day month', both!, TODAY)).toMatch(/^should have been ordered by /);
    expect(waysWords(both!.ways)).toBe('ask the Weirs for it, or order it');
    const said = [[short!], [both!], [both!, short!]].map((l) => [
      ...[toGetWords(l, 'thing'), toGetWords(l), toGetSentence('day month', l, TODAY + 7, TODAY)],
    ]);
    expect(said).toEqual([
      ['1 thing to ask for', '1 to ask for', '1 thing is to be asked for.'],
      ['1 thing to order', '1 to order', '1 thing has to be ordered by Mon 14 Sept.'],
      [
        '1 thing to order, 1 to ask for',
        '1 to order, 1 to ask for',
        '1 thing has to be ordered by Mon 14 Sept, 1 is to be asked for.',
      ],
    ]);
  });

  it('what falls due in a break is looked at on the last day before it', () => {
    const friday = toDay('2026-12-18');
    expect(orderUntil(year, TODAY)).toBe(TODAY + 7);
    expect(orderUntil(year, friday)).toBe(toDay('2027-01-04'));
    const due = { orderBy: toDay('2027-01-02') } as ReturnType<typeof shortages>[number];
    expect([orderSoon([due], year, friday), orderSoon([due], year, friday - 11)]).toEqual([[due], []]);
  });

  it.each([1, 2, 3])(
    'whoever orders what is told when it is told never runs out, and buys nothing twice: %d',
    (seed) => {
      let h = home(40);
      let n = 0;
      const random = seeded(seed);
      const put = (puts: readonly Put[]) => (h = afterDeed(h, puts));
      let bought = 0;
      for (const day of schoolDays(year)) {
        for (const o of openOrders(h, day))
          if (o.order.expected! <= fromDay(day)) put(checkIn(h, [{ orderId: o.order.id, quantity: o.open }], day));
        const plan = planOf(h, day);
        for (const s of orderSoon(shortages(h, plan), year, day)) {
          bought += s.quantity;
          h = ordered(h, s.quantity, day, day + 9);
        }
        const [track] = plan.tracks;
        track!.stepIds.forEach((stepId, i) => {
          if (track!.days[i] === day && random() > 0.15)
            put(markStep(h, { enrolmentId: 'e', stepId, day }, 'done', () => `m${n++}`));
        });
        expect([fromDay(day), stock(h).get('paper')! >= 0]).toEqual([fromDay(day), true]);
        expect(comingLate(h, netThings(h, plan))).toEqual([]);
      }
      expect(bought).toBeLessThanOrEqual(80);
    },
  );
});
