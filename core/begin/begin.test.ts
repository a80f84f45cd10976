import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay, weekdayOf } from '../calendar';
import { flatten } from '../course';
import { defaultSettings, emptyHousehold, type Household } from '../household';
import { makeTrack, reserveOf } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { aPattern } from '../tests/make';
import { begin, type BeginWish, type Begun, minutesForAge, ruleOffered, yearOffered } from './index';

const TODAY = toDay('2026-11-11');
const wish = (change: Partial<BeginWish> = {}): BeginWish => ({
  children: [{ name: 'Nell', born: '2019-02-28' }],
  ...yearOffered(TODAY),
  weekdays: [1, 2, 3, 4, 5],
  title: 'Knots and Splices',
  takers: [0],
  pattern: aPattern({ lessons: 22 }),
  ...change,
});
let n = 0;
const run = (w: BeginWish) => begin(w, TODAY, () => `id${++n}`);
const begun = (w: BeginWish): Begun => {
  const result = run(w);
  if ('faults' in result) throw new Error(JSON.stringify(result.faults));
  return result;
};
const household = (b: Begun): Household => ({
  ...emptyHousehold(defaultSettings(1, 'day month')),
  teachers: [b.teacher],
  children: b.children,
  years: [b.year],
  courses: [b.course],
  enrolments: [b.enrolment],
});

describe('beginning', () => {
  it('offers a year that starts on a Monday and ends on a Friday, whatever the day', () => {
    fc.assert(
      fc.property(fc.integer({ min: toDay('2024-01-01'), max: toDay('2032-12-31') }), (today) => {
        const { start, end } = yearOffered(today);
        expect([weekdayOf(toDay(start)), weekdayOf(toDay(end))]).toEqual([1, 5]);
        expect(toDay(start) - today).toBeGreaterThanOrEqual(0);
        expect(toDay(start) - today).toBeLessThan(7);
      }),
    );
  });

  it('makes a household whose first course fits into its year at the stored pace', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.subarray([1, 2, 3, 4, 5, 6, 7] as const, { minLength: 1 }),
        (lessons, weekdays) => {
          const b = begun(wish({ pattern: aPattern({ lessons }), weekdays: [...weekdays] }));
          const h = household(b);
          const reserve = reserveOf(makeTrack(h, b.year, b.enrolment, TODAY), b.year);
          expect(reserve.remaining).toBe(flatten(b.course).length);
          expect(reserve.daysInHand).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 40 },
    );
    const b = begun(wish());
    const plan = makePlan(makeProblem(household(b), b.year, TODAY), { sweeps: 2, seed: 1 });
    expect(plan.tracks[0]!.days.every((d) => d >= 0)).toBe(true);
  });

  it('begins a short book at once, a step a day, rather than let it lie for weeks', () => {
    const b = begun(wish({ pattern: aPattern({ lessons: 3 }) }));
    expect(b.enrolment.rule).toEqual({ kind: 'weekly', n: 5, unit: 'steps' });
    const plan = makePlan(makeProblem(household(b), b.year, TODAY), { sweeps: 2, seed: 1 });
    expect(plan.tracks[0]!.days[0]).toBe(toDay(b.year.start));
    expect(ruleOffered(101, 200, 5)).toEqual({ kind: 'even' });
  });

  it('leaves out rows nobody filled in, and lets several take a course together', () => {
    const b = begun(
      wish({
        children: [
          { name: '', born: '' },
          { name: 'Nell', born: '2019-02-28' },
          { name: 'Asa', born: '2015-05-05' },
        ],
        takers: [0, 1, 2],
      }),
    );
    expect(b.children.map((c) => c.name)).toEqual(['Nell', 'Asa']);
    expect(b.enrolment.childIds).toEqual(b.children.map((c) => c.id));
    expect(b.children.map((c) => c.minutesPerDay)).toEqual([150, 270]);
    expect([2, 5, 7, 10, 14].map(minutesForAge)).toEqual([20, 60, 150, 210, 270]);
  });

  it('says of each field what is missing', () => {
    const faults = (change: Partial<BeginWish>) => {
      const result = run(wish(change));
      return 'faults' in result ? result.faults : {};
    };
    expect(faults({ children: [] }).children).toContain('at least one child');
    expect(faults({ children: [{ name: 'Nell', born: '2026-02-30' }] }).children).toContain('Nell’s birth date');
    expect(faults({ children: [{ name: '', born: '2020-01-01' }] }).children).toContain('every child a name');
    expect(faults({ start: 'soon' }).start).toContain('first day');
    expect(faults({ end: '2020-01-01' }).end).toContain('before the first');
    expect(faults({ end: '2030-01-01' }).end).toContain('400 days');
    expect(faults({ weekdays: [] }).weekdays).toContain('at least one');
    expect(faults({ title: ' ' }).title).toContain('title');
    expect(faults({ takers: [] }).takers).toContain('who takes it');
    expect(faults({ pattern: aPattern({ lessons: 0 }) }).lessons).toContain('whole number from 1 to 1000');
    expect(faults({ units: [] }).lessons).toContain('No lesson was read');
  });
});
