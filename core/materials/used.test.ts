import { describe, expect, it } from 'vitest';
import { type Day, fromDay, toDay } from '../calendar';
import { markStep, unmarkStep } from '../deeds';
import type { Household, MarkKind, NeedRule, Put } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import { ledgerOf, netThings, stock } from './index';

/** Monday of the first week; A and B take one course together, whose lessons have two steps. */
const MONDAY = toDay('2026-09-07');
let n = 0;
const newId = () => `x${++n}`;
const house = (rule: NeedRule, change: Partial<Household> = {}): Household =>
  aHousehold({
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 6 })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'] })],
    materials: [{ id: 'm', name: 'sheet', place: '', consumable: true, unit: '', cautions: [] }],
    needs: [{ id: 'n', materialId: 'm', courseId: 'c', rule, quantity: 1, per: 'child' }],
    movements: [{ id: 'k', materialId: 'm', kind: 'count', quantity: 50, date: '2026-09-01', seq: 0, note: '' }],
    ...change,
  });
const out = (h: Household, child: string, day: Day): Household =>
  afterDeed(h, [
    {
      table: 'absences',
      put: { id: newId(), childIds: [child], from: fromDay(day), to: fromDay(day), why: 'sick', label: '' },
    },
  ] as Put[]);
const mark = (h: Household, stepId: string, kind: MarkKind, day: Day, childId?: string) =>
  afterDeed(h, markStep(h, { enrolmentId: 'e', stepId, day }, kind, newId, childId));
const used = (h: Household) => 50 - stock(h).get('m')!;
const wanted = (h: Household, today = MONDAY) =>
  netThings(h, makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 1, seed: 1 }))[0]?.rows.reduce(
    (sum, r) => sum + r.gross,
    0,
  ) ?? 0;
const EACH: NeedRule = { for: 'kind', kind: 'introduce' };

describe('a copy of what is used up, for each child', () => {
  it('that was begun stays taken, though the child is out when the others finish', () => {
    let h = mark(house(EACH), 'L1-1', 'partly', MONDAY);
    expect(used(h)).toBe(2);
    h = mark(out(h, 'B', MONDAY + 1), 'L1-1', 'done', MONDAY + 1);
    expect(used(h)).toBe(2);
  });

  it('is taken by who was out when they are at it: with the others, or by themselves, on that day', () => {
    const begun = mark(out(house(EACH), 'B', MONDAY), 'L1-1', 'partly', MONDAY);
    expect([used(begun), wanted(begun)]).toEqual([1, 2 * 5 + 1]);
    const together = mark(begun, 'L1-1', 'done', MONDAY + 1);
    expect([used(together), wanted(together)]).toEqual([2, 2 * 5]);
    const missed = mark(out(house(EACH), 'B', MONDAY), 'L1-1', 'done', MONDAY);
    const after = mark(missed, 'L1-1', 'done', MONDAY + 3, 'B');
    expect([used(missed), used(after)]).toEqual([1, 2]);
    expect(ledgerOf(after, 'm').map((l) => [l.kind, l.date, l.balance])).toEqual([
      ['used', '2026-09-10', 48],
      ['used', '2026-09-07', 49],
      ['count', '2026-09-01', 50],
    ]);
    const shared = { ...missed, needs: [{ ...missed.needs[0]!, per: 'shared' as const }] };
    expect([used(shared), used(mark(shared, 'L1-1', 'done', MONDAY + 3, 'B'))]).toEqual([1, 1]);
    expect(used(afterDeed(missed, unmarkStep(missed, { enrolmentId: 'e', stepId: 'L1-1', day: MONDAY })))).toBe(0);
  });

  it('of a book for the whole course is one for whoever is at it first, were it in January', () => {
    const alone = house({ for: 'course' }, { enrolments: [anEnrolment('e', 'c', { childIds: ['A'] })] });
    expect(wanted(alone)).toBe(1);
    const begun = mark(alone, 'L1-1', 'done', MONDAY);
    expect([used(begun), wanted(begun)]).toEqual([1, 0]);
    const joined = afterDeed(begun, [{ table: 'enrolments', put: { ...begun.enrolments[0]!, childIds: ['A', 'B'] } }]);
    expect([used(joined), wanted(joined)]).toEqual([1, 1]);
    const both = mark(joined, 'L1-2', 'done', MONDAY + 1);
    expect([used(both), wanted(both)]).toEqual([2, 0]);
    expect(used(mark(both, 'L2-1', 'done', MONDAY + 2))).toBe(2);
  });

  it('is wanted from the day on which a child is with the household, and no longer than it is', () => {
    const days = { B: aChild('B', { from: '2026-09-09' }), A: aChild('A', { until: '2026-09-11' }) };
    const plan = (h: Household) => makePlan(makeProblem(h, h.years[0]!, MONDAY), { sweeps: 1, seed: 1 });
    const h = house(EACH, { children: [days.A, days.B] });
    for (const { day, gross } of netThings(h, plan(h))[0]!.rows)
      expect([fromDay(day), gross]).toEqual([
        fromDay(day),
        day < toDay('2026-09-09') || day > toDay('2026-09-11') ? 1 : 2,
      ]);
  });

  it('that was copied onto its mark before a book changed is the same afterwards, and goes on from there', () => {
    const begun = mark(out(house({ for: 'lessons' }), 'B', MONDAY), 'L1-1', 'done', MONDAY);
    const need = begun.needs[0]!;
    const doubled = afterDeed(begun, [{ table: 'needs', put: { ...need, quantity: 2 } }]);
    expect([used(begun), used(doubled)]).toEqual([1, 1]);
    // B takes two as it is needed now; A has one already.
    expect(used(mark(doubled, 'L1-2', 'done', MONDAY + 1))).toBe(3);
  });
});
