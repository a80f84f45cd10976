import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, weekdayOf } from '../calendar';
import type { Enrolment, Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { forecastOf, sittingsTo } from './index';

const START = '2026-09-07';
const TODAY = toDay('2026-10-19');

/** A sheet a day from Monday to Friday for six weeks: so many stood on each list, and those of which that is so were done. */
function family(
  change: Partial<Enrolment>,
  { listed = 1, done = (_: number): boolean => true, lessons = 130 } = {},
): Household {
  const days = Array.from({ length: TODAY - toDay(START) }, (_, i) => toDay(START) + i).filter(
    (d) => weekdayOf(d) <= 5,
  );
  let next = 1;
  const lists = days.map((d, i) => {
    const ids = Array.from({ length: listed }, (_, n) => `L${next + n}-1`);
    const did = ids.filter((_, n) => done(i * listed + n));
    next += did.length;
    return { date: fromDay(d), ids, marks: ids.slice(0, did.length) };
  });
  return aHousehold({
    years: [aYear({ start: START, end: '2027-06-25' })],
    children: [aChild('A', { name: 'Ann' })],
    courses: [aCourse('c', { lessons, perLesson: [{ kind: 'practise', count: 1 }] })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' }, ...change })],
    marks: lists.flatMap((l) => l.marks.map((id) => aMark('e', id, 'done', l.date))),
    dayLists: lists.map(({ date, ids }) => ({
      ...{ id: date, date, placements: ids.map((stepId) => ({ enrolmentId: 'e', stepId })) },
    })),
  });
}
function told(h: Household) {
  const plan = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 2, seed: 1 });
  const f = forecastOf(h, h.years[0]!, plan, h.enrolments[0]!, { runs: 500 })!;
  return { ...f, planned: plan.tracks.find((t) => t.enrolmentId === f.enrolmentId)!.days.at(-1)! };
}
const twice = (from: number, to: number): Partial<Enrolment> => ({
  stretches: [{ fromLessonId: `L${from}`, toLessonId: `L${to}`, times: 2 }],
});
const SOON = { kind: 'weekly', n: 10, unit: 'steps' } as const;

describe('a pace that is not what it was', () => {
  it('what goes twice as fast from here on is done in half of the sittings, though each of them so far held one', () => {
    const [before, after] = [told(family({})), told(family(twice(31, 130)))];
    expect(after.planned - TODAY).toBeLessThan((before.planned - TODAY) * 0.6);
    const share = (after.last.middle - TODAY) / (before.last.middle - TODAY);
    expect([share > 0.4, share < 0.6]).toEqual([true, true]);
    // A child that loses days loses the like of them.
    const ragged = told(family(twice(25, 130), { done: (i) => i % 4 !== 0 }));
    expect(ragged.last.middle).toBeGreaterThan(after.last.middle);
  });

  it('spread evenly, two in a sitting makes nothing later and nothing less likely', () => {
    const even = { rule: { kind: 'even' as const }, target: '2027-03-12' };
    for (const done of [() => true, (i: number) => i % 3 !== 0]) {
      const [before, after] = [
        told(family(even, { done })),
        told(family({ ...even, ...twice(1, 130) }, { done, listed: 1 })),
      ];
      expect(after.last.middle).toBeLessThanOrEqual(before.last.middle);
      expect(after.chance!).toBeGreaterThanOrEqual(before.chance!);
    }
  });

  it('what was done in a stretch at twice the pace is no proof of twice the pace behind it', () => {
    const fast = told(family(twice(1, 60), { listed: 2 }));
    // All sixty are done, two a sitting; behind them a sitting holds one: the plan's own day, or later.
    expect(fast.steps).toBe(70);
    expect(fast.last.middle).toBeGreaterThanOrEqual(fast.planned);
  });

  it('another pace from a coming day is foretold at what it will be, and up to there at what it is', () => {
    const from = '2026-11-16';
    const pace = { from, weekdays: [1, 2, 3, 4, 5] as Enrolment['weekdays'], rule: SOON, perSitting: 2 };
    const [before, after] = [told(family({})), told(family({ paces: [pace] }))];
    expect(after.planned).toBeLessThan(before.planned - 42);
    expect(Math.abs(after.last.middle - after.planned)).toBeLessThanOrEqual(21);
    const firsts = (f: typeof before) => f.fan.filter((m) => m.middle < toDay(from)).map((m) => [m.steps, m.middle]);
    expect(firsts(after)).toEqual(firsts(before));
    // And on fewer weekdays it comes on fewer.
    const slow = { from, weekdays: [1] as Enrolment['weekdays'], rule: { ...SOON, n: 1 }, perSitting: 1 };
    const late = told(family({ paces: [slow], target: '2027-06-25' }, { lessons: 60 }));
    expect(Math.abs(late.last.middle - late.planned)).toBeLessThanOrEqual(28);
  });

  it('a pace that was made twice what the lists asked for is foretold as such; who was asked for two and did one is not', () => {
    const now = { rule: SOON, perSitting: 2 };
    const changed = told(family(now));
    expect(Math.abs(changed.last.middle - changed.planned)).toBeLessThanOrEqual(14);
    const slow = told(family(now, { listed: 2, done: (i) => i % 2 === 0 }));
    expect(slow.last.middle).toBeGreaterThan(slow.planned + 35);
  });

  it('a younger child who takes one in a sitting where the elder took two begins at one', () => {
    const elder = family({ childIds: ['B'], rule: SOON, perSitting: 2 }, { listed: 2 });
    const younger = anEnrolment('f', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' } });
    const h = { ...elder, children: [...elder.children, aChild('B')], enrolments: [younger, ...elder.enrolments] };
    const f = told(h);
    expect(f.from).toBe('e');
    expect(f.last.middle).toBeGreaterThanOrEqual(f.planned);
  });

  it('steps of one place are the count of steps, and of a share of one as many to a sitting', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 40 }), (k, sittings) => {
        const blocks = [{ steps: [1, 1], weight: 1 }];
        const sizes = Array.from({ length: k * sittings }, () => 1 / k);
        const [found] = sittingsTo(blocks, [k * sittings], { runs: 3, sizes });
        expect([...found!]).toEqual([sittings, sittings, sittings]);
        const uneven = [
          { steps: [1, 0, 2], weight: 1 },
          { steps: [1], weight: 0.5 },
        ];
        const plain = sittingsTo(uneven, [sittings], { runs: 20, seed: k });
        expect(sittingsTo(uneven, [sittings], { runs: 20, seed: k, sizes: Array(sittings).fill(1) })).toEqual(plain);
      }),
      { numRuns: 30 },
    );
  });
});
