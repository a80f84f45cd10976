import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay, type Weekday } from '../calendar';
import { forecasts } from '../forecast';
import type { Enrolment } from '../household';
import { finishOf, finishWords } from '../overview';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { shortDate } from '../words';
import { makeTrack, reserveOf } from './index';

const year = aYear({ start: '2026-09-07', end: '2027-06-11' });
const today = toDay(year.start);
const lessons = (id: string, n: number) => aCourse(id, { lessons: n, perLesson: [{ kind: 'read', count: 1 }] });
const behind = (enrolmentId: string, days = 0, lessonId?: string): Partial<Enrolment> => ({
  gates: [{ id: `g ${enrolmentId}`, until: { kind: 'course', enrolmentId, days, ...(lessonId ? { lessonId } : {}) } }],
});
const household = (first: Partial<Enrolment>, second: Partial<Enrolment>, [a, b]: [number, number]) =>
  aHousehold({
    years: [year],
    courses: [lessons('a', a), lessons('b', b)],
    enrolments: [anEnrolment('a', 'a', first), anEnrolment('b', 'b', { ...behind('a'), ...second })],
  });
type House = ReturnType<typeof household>;
const placed = (h: House, id: string) => {
  const plan = makePlan(makeProblem(h, year, today), { sweeps: 4, seed: 1 });
  return { plan, days: plan.tracks.find((t) => t.enrolmentId === id)!.days };
};

describe('a course that another waits for', () => {
  it('leaves it the share of the year that it needs: sixty and sixty lessons have half of it each', () => {
    const h = household({}, {}, [60, 60]);
    const [a, b] = [placed(h, 'a').days, placed(h, 'b').days];
    expect(a.every((d) => d > 0) && b.every((d) => d > 0)).toBe(true);
    // Neither is crowded: some three dates go to each two lessons, from the first day to the last.
    const { dates } = makeTrack(h, year, h.enrolments[0]!, today);
    const at = (d: number) => dates.filter((x) => x <= d).length / dates.length;
    expect(at(a.at(-1)!)).toBeGreaterThan(0.45);
    expect(at(a.at(-1)!)).toBeLessThan(0.52);
    expect(at(b.at(-1)!)).toBeGreaterThan(0.97);
    expect(at(b[30]!) - at(b[0]!)).toBeGreaterThan(0.2);
    const { plan } = placed(h, 'a');
    const told = h.enrolments.map((e) => {
      const reserve = reserveOf(makeTrack(h, year, e, today), year);
      return finishWords('day month', finishOf(plan, e.id, reserve), today);
    });
    expect(told).toEqual([
      `would finish ${shortDate('day month', a.at(-1)!, today)}, since another waits for it`,
      `would finish ${shortDate('day month', b.at(-1)!, today)}`,
    ]);
    // Twice as much of the second: a third of the year for the first.
    const more = household({}, {}, [40, 80]);
    expect(at(placed(more, 'a').days.at(-1)!)).toBeLessThan(0.36);
    // What nobody waits for has the whole of it.
    const alone = household({}, { gates: [] }, [60, 60]);
    expect(at(placed(alone, 'a').days.at(-1)!)).toBeGreaterThan(0.97);
  });

  it('hurries up to the lesson that is waited for, and no further', () => {
    const h = household({}, behind('a', 0, 'L20'), [60, 100]);
    const { days } = placed(h, 'a');
    const b = placed(h, 'b').days;
    expect(days[19]!).toBeLessThan(b[0]!);
    expect(b.every((d) => d > 0)).toBe(true);
    expect(fromDay(days.at(-1)!) > '2027-06-01').toBe(true);
  });

  it('keeps a day of its own to end by where the other fits behind it, and a pace that is not to be spread', () => {
    const ends = (first: Partial<Enrolment>, size: [number, number] = [60, 60]) =>
      fromDay(placed(household(first, {}, size), 'a').days.at(-1)!);
    expect(ends({ target: '2027-02-26' }) > '2027-02-20').toBe(true);
    // Eighty do not fit behind that.
    expect(ends({ target: '2027-02-26' }, [60, 90]) < '2027-02-05').toBe(true);
    const weekly = { rule: { kind: 'weekly' as const, n: 2, unit: 'steps' as const } };
    const track = (second: Partial<Enrolment>) => {
      const h = household(weekly, second, [60, 60]);
      return makeTrack(h, year, h.enrolments[0]!, today).ideal;
    };
    expect(track({})).toEqual(track({ gates: [] }));
  });

  it('is one of many: twelve behind one another, or each behind all before it, share the year out evenly', () => {
    const ids = Array.from({ length: 12 }, (_, i) => `c${i}`);
    for (const waitsFor of [(i: number) => [i - 1], (i: number) => ids.map((_, j) => j).slice(0, i)]) {
      const gates = (i: number) => (i === 0 ? [] : waitsFor(i).flatMap((j) => behind(ids[j]!).gates!));
      const h = aHousehold({
        years: [year],
        courses: ids.map((id) => lessons(id, 12)),
        enrolments: ids.map((id, i) => anEnrolment(id, id, { gates: gates(i) })),
      });
      const { plan } = placed(h, 'c0');
      expect(plan.cost.unplaced).toBe(0);
      const { dates } = makeTrack(h, year, h.enrolments[0]!, today);
      const ends = ids.map((id) => {
        const last = plan.tracks.find((t) => t.enrolmentId === id)!.days.at(-1)!;
        return dates.filter((d) => d <= last).length / dates.length;
      });
      ends.forEach((end, i) => expect(Math.abs(end - (i + 1) / 12)).toBeLessThan(0.06));
    }
  });

  it('keeps to its day as the weeks go by, where all that is planned is done, and is foretold so', () => {
    let h = household({}, {}, [60, 60]);
    const ends = new Set<number>();
    const told: number[] = [];
    schoolDays(year).forEach((day, i) => {
      const plan = makePlan(makeProblem(h, year, day), { sweeps: 1, seed: 1 });
      const a = plan.tracks.find((t) => t.enrolmentId === 'a');
      if (a && a.stepIds.length > 0) ends.add(a.days.at(-1)!);
      if (i === 45) for (const f of forecasts(h, year, plan, { runs: 100 })) told.push(f.last.middle);
      const marks = plan.tracks.flatMap((t) =>
        t.stepIds.flatMap((id, k) => (t.days[k] === day ? [aMark(t.enrolmentId, id, 'done', fromDay(day))] : [])),
      );
      h = { ...h, marks: [...h.marks, ...marks] };
    });
    expect(Math.max(...ends) - Math.min(...ends)).toBeLessThanOrEqual(3);
    expect(h.marks).toHaveLength(120);
    const [first] = [...ends];
    expect(Math.abs(told[0]! - first!)).toBeLessThanOrEqual(7);
    expect(Math.abs(told[1]! - toDay(year.end))).toBeLessThanOrEqual(7);
  });

  it('leaves nothing without a day that would find one, whatever the courses', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 120 }),
        fc.integer({ min: 1, max: 120 }),
        fc.subarray<Weekday>([1, 2, 3, 4, 5], { minLength: 1 }),
        fc.subarray<Weekday>([1, 2, 3, 4, 5], { minLength: 1 }),
        fc.integer({ min: 1, max: 2 }),
        fc.integer({ min: 1, max: 2 }),
        fc.integer({ min: 0, max: 14 }),
        (n, m, first, second, perFirst, perSecond, days) => {
          const h = household(
            { weekdays: first, perSitting: perFirst },
            { ...behind('a', days), weekdays: second, perSitting: perSecond },
            [n, m],
          );
          const fits = h.enrolments.every((e) => {
            const { projected, afterYear } = reserveOf(makeTrack(h, year, e, today), year);
            return projected !== undefined && !afterYear;
          });
          const { plan } = placed(h, 'a');
          if (fits) expect(plan.cost.unplaced).toBe(0);
          const [a, b] = ['a', 'b'].map((id) => plan.tracks.find((t) => t.enrolmentId === id)!.days);
          if (a!.at(-1)! >= 0 && b![0]! >= 0) expect(b![0]! - a!.at(-1)!).toBeGreaterThan(days);
          if (a!.some((d) => d < 0)) expect(b!.every((d) => d < 0)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});
