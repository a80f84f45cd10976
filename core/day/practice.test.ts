import { describe, expect, it } from 'vitest';
import { fromDay, toDay, type Weekday } from '../calendar';
import type { Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { makeTrack, reserveOf } from '../pace';
import { holdBacks, practicesOn } from './index';

const today = toDay('2026-09-07');
const year = aYear({ end: '2026-12-18' });
/** Two children on one course of sheets, both about to begin their second lesson; one teacher, one new lesson a day. */
const two = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    courses: [
      aCourse('sums', {
        lessons: 8,
        perLesson: [
          { kind: 'introduce', count: 1 },
          { kind: 'drill', count: 1 },
          { kind: 'practise', count: 1 },
        ],
      }),
    ],
    enrolments: ['A', 'B'].map((id) =>
      anEnrolment(id, 'sums', { childIds: [id], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
    ),
    marks: ['A', 'B'].flatMap((id) => ['L1-1', 'L1-2', 'L1-3'].map((s) => aMark(id, s, 'done', '2026-09-04'))),
    ...change,
  });
const planOf = (h: Household) => makePlan(makeProblem(h, year, today), { sweeps: 24, seed: 1 });

describe('two children whose new lessons fall on one date (common practice)', () => {
  it('are staggered by one extra-practice day, filled with drill of the facts before', () => {
    const h = two();
    const plan = planOf(h);
    expect(plan.clashes).toEqual([]);
    const practice = practicesOn(h, year, plan, today);
    expect(practice).toHaveLength(1);
    const [one] = practice;
    expect(one!.next.id).toBe('L2-1');
    expect(one!.until).toBe(today + 1);
    expect(one!.others.map((e) => e.id)).toEqual([one!.enrolment.id === 'A' ? 'B' : 'A']);
    expect(one!.offers.map((s) => s.id)).toEqual(['L1-2', 'L1-3']);
  });

  it('stays one once the other’s new lesson is done', () => {
    const h = two();
    const [one] = practicesOn(h, year, planOf(h), today);
    const done = { ...h, marks: [...h.marks, aMark(one!.others[0]!.id, 'L2-1', 'done', fromDay(today))] };
    expect(practicesOn(done, year, planOf(done), today).map((p) => p.enrolment.id)).toEqual([one!.enrolment.id]);
  });

  it('an extra-practice day by hand is one too, and is over once there is work on the day', () => {
    const pinned = two({ pins: [{ id: 'p', enrolmentId: 'A', stepId: 'L2-1', date: '2026-09-10' }] });
    const plan = planOf(pinned);
    const of = (day: number) => practicesOn(pinned, year, plan, day).map((p) => p.enrolment.id);
    expect(of(today + 1)).toContain('A');
    expect(of(toDay('2026-09-10'))).not.toContain('A');
    const worked = { ...pinned, marks: [...pinned.marks, aMark('A', 'L1-2', 'again', fromDay(today))] };
    expect(practicesOn(worked, year, planOf(worked), today).map((p) => p.enrolment.id)).not.toContain('A');
  });
});

describe('a clash', () => {
  const held = (date: string) => ['A', 'B'].map((id) => ({ id, enrolmentId: id, stepId: 'L2-1', date }));

  it('tells who could wait, until when and what it costs; who is unsure first', () => {
    const h = two({ pins: held('2026-09-09') });
    const plan = planOf(h);
    const clash = plan.clashes.find((c) => fromDay(c.day) === '2026-09-09')!;
    const ways = holdBacks(h, year, plan, clash);
    expect(ways.map((w) => [w.enrolment.id, w.lost])).toHaveLength(2);
    for (const w of ways) {
      expect(w.to).toBeGreaterThan(clash.day);
      expect(w.inHand).toBeGreaterThan(w.lost);
      const after = { ...h, pins: h.pins.map((p) => (p.id === w.enrolment.id ? { ...p, date: fromDay(w.to) } : p)) };
      expect(planOf(after).clashes.filter((c) => c.day === clash.day || c.day === w.to)).toEqual([]);
    }
    const unsure = { ...h, marks: [...h.marks, aMark('B', 'L1-3', 'again', '2026-09-05')] };
    expect(holdBacks(unsure, year, planOf(unsure), clash)[0]!.enrolment.id).toBe('B');
  });

  it('names the sheets that win the lost sittings back if they are known, never the first of a lesson', () => {
    const h = two({ pins: held('2026-09-09') });
    const sums = aCourse('sums', {
      lessons: 8,
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'practise', count: 3 },
      ],
    });
    const marks = ['A', 'B'].flatMap((id) =>
      ['L1-1', 'L1-2', 'L1-3', 'L1-4'].map((s) => aMark(id, s, 'done', '2026-09-04')),
    );
    const more = { ...h, courses: [sums], marks };
    const clash = planOf(more).clashes.find((c) => fromDay(c.day) === '2026-09-09')!;
    const [way] = holdBacks(more, year, planOf(more), clash);
    expect(way!.skip!.steps.map((s) => s.id)).toEqual(['L2-3']);
    const skipped = way!.skip!.steps.map((s) => aMark(way!.enrolment.id, s.id, 'known', fromDay(today)));
    const after = { ...more, marks: [...marks, ...skipped] };
    const inHand = reserveOf(makeTrack(after, year, way!.enrolment, today), year).daysInHand!;
    expect(way!.skip!.inHand).toBe(inHand - way!.lost);
    expect(way!.skip!.inHand).toBe(way!.inHand);
    const every = { ...more, settings: { ...more.settings, scope: 'every sheet' as const } };
    expect(holdBacks(every, year, planOf(every), clash)[0]!.skip).toBeUndefined();
  });

  it('names a free weekday to which a sitting could move, at no loss', () => {
    const h = two({ pins: held('2026-09-09') });
    const some = { ...h, enrolments: h.enrolments.map((e) => ({ ...e, weekdays: [1, 3, 5] as Weekday[] })) };
    const plan = planOf(some);
    const clash = plan.clashes.find((c) => fromDay(c.day) === '2026-09-09')!;
    const moved = holdBacks(some, year, plan, clash).filter((w) => w.moved);
    expect(moved.map((w) => [fromDay(w.to), w.lost])).toEqual([
      ['2026-09-10', 0],
      ['2026-09-10', 0],
    ]);
    const pins = some.pins.map((p) => (p.id === moved[0]!.enrolment.id ? { ...p, date: '2026-09-10' } : p));
    expect(planOf({ ...some, pins }).clashes.filter((c) => c.day <= toDay('2026-09-10'))).toEqual([]);
  });
});
