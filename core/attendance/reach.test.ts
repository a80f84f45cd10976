import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beganOn, dayKind, fromDay, heldFrom, reshaped, schoolDays, shapeOn, toDay, type Weekday } from '../calendar';
import type { Household, SchoolYear, YearShape } from '../household';
import { openDates } from '../pace';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear, yearArbitrary } from '../tests/make';
import { childCount, childDays, pastChanged, reachWords, requirementOf } from './index';

const shapes = fc
  .record({
    weekdays: fc.subarray([1, 2, 3, 4, 5, 6, 7] as Weekday[], { minLength: 1 }),
    on: fc.integer({ min: 0, max: 3 }),
    start: fc.constant('2026-01-05'),
  })
  .map(({ weekdays, on, start }): YearShape => ({
    weekdays,
    light: weekdays.slice(0, 1).map((weekday) => ({ weekday, share: 60 })),
    ...(on > 0 ? { rhythm: { kind: 'weeks', from: start, on, off: 1, changes: [] } } : {}),
  }));

describe('another shape of a year, from a day on', () => {
  it('leaves every day before it as it was, and makes every day from it on what the shape alone would', () => {
    fc.assert(
      fc.property(
        yearArbitrary,
        fc.array(fc.tuple(shapes, fc.integer({ min: -5, max: 70 })), { maxLength: 4 }),
        (first, edits) => {
          let year: SchoolYear = first;
          for (const [shape, at] of edits) {
            const from = toDay(first.start) + at;
            const next = reshaped(year, shape, from);
            const { earlier: _, rhythm: _r, ...rest } = year;
            const whole: SchoolYear = { ...rest, ...shape };
            for (let d = toDay(first.start); d <= toDay(first.end); d++) {
              const told = d < from ? year : whole;
              expect([d, dayKind(next, d)]).toEqual([d, dayKind(told, d)]);
              expect(shapeOn(next, d).weekdays).toEqual((d < from ? shapeOn(year, d) : shape).weekdays);
            }
            year = next;
          }
          const until = (year.earlier ?? []).map((e) => e.until);
          expect([...until].sort()).toEqual(until);
        },
      ),
    );
  });

  it('a weekday given up in the middle of the year: what was held on it stays, and nothing is planned on it', () => {
    const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
    const four = reshaped(year, { weekdays: [1, 2, 3, 4], light: [] }, toDay('2026-11-02'));
    const fridays = schoolDays(four).filter((d) => new Date(d * 86_400_000).getUTCDay() === 5);
    expect(fridays.map(fromDay).at(-1)).toBe('2026-10-30');
    const state = aHousehold({
      years: [four],
      courses: [aCourse('c')],
      enrolments: [anEnrolment('e', 'c', { weekdays: [1] })],
    });
    // On a Friday of before it is no extra day, open to all: the course keeps to its Mondays.
    expect(openDates(state, state.enrolments[0]!, four).every((d) => new Date(d * 86_400_000).getUTCDay() === 1)).toBe(
      true,
    );
  });
});

describe('a change that reaches back', () => {
  const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
  const today = toDay('2026-09-21');
  const household = (change: Partial<Household> = {}): Household =>
    aHousehold({ years: [year], children: [aChild('A'), aChild('B')], ...change });

  it('is counted by the days of the register that would say something else, and only by those gone by', () => {
    const before = household();
    expect(pastChanged(before, household(), today)).toBe(0);
    const shorter = reshaped(year, { weekdays: [1, 2, 3, 4], light: [] }, toDay(year.start));
    expect(pastChanged(before, household({ years: [shorter] }), today)).toBe(2);
    const fromToday = reshaped(year, { weekdays: [1, 2, 3, 4], light: [] }, today);
    expect(pastChanged(before, household({ years: [fromToday] }), today)).toBe(0);
    const later = household({ children: [aChild('A', { from: '2026-09-14' }), aChild('B')] });
    // Five school days of the first week, two of its weekend that stay free.
    expect(pastChanged(before, later, today)).toBe(5);
    expect(
      pastChanged(before, household({ children: [aChild('A', { until: '2026-10-01' }), aChild('B')] }), today),
    ).toBe(0);
    expect(pastChanged(before, household({ children: [aChild('A')] }), today)).toBe(0);
    expect(reachWords(5)).toContain('5 past days');
    expect(reachWords(1)).toContain('1 past day of the register. Press once more to change it as well');
  });

  it('a child’s minutes changed from today on change no day gone by; from an earlier day on they say how many', () => {
    // A day said to be taught, without minutes: it counts with the child's usual ones.
    const said = ['2026-09-08', '2026-09-10', '2026-09-15'].map((date) => ({
      ...{ id: `A ${date}`, childId: 'A', date, status: 'taught' as const },
    }));
    const before = household({ attendance: said });
    const changed = (from: string) => {
      const { first, later } = heldFrom({ first: 300, later: [] }, { from, minutes: 90 }, today, beganOn([year]));
      const children = [aChild('A', { minutesPerDay: first, later: [...later] }), aChild('B')];
      return pastChanged(before, household({ attendance: said, children }), today);
    };
    expect(changed('2026-09-21')).toBe(0);
    expect(changed('2026-12-01')).toBe(0);
    expect(changed('2026-09-10')).toBe(2);
    expect(changed('2026-09-07')).toBe(3);
  });

  it('another requirement changes no day, gone by or to come: it is of the whole year, and planned by at once', () => {
    const figure = fc.integer({ min: 0, max: 366 });
    const requirements = fc.record(
      { days: figure, hours: figure, fromAge: figure, meets: fc.constantFrom('both' as const, 'either' as const) },
      { requiredKeys: ['meets'] },
    );
    const marks = [aMark('e', 'L1-1', 'done', '2026-09-08'), aMark('e', 'L2-1', 'done', '2026-09-10')];
    const taken = { courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')], marks };
    const before = household(taken);
    fc.assert(
      fc.property(requirements, fc.option(requirements), (requirement, own) => {
        const asked = { ...year, requirement, own: own ? [{ childId: 'A', requirement: own }] : [] };
        const after = household({ ...taken, years: [asked] });
        expect(pastChanged(before, after, today)).toBe(0);
        for (const child of before.children) {
          expect(childDays(after, asked, child, today)).toEqual(childDays(before, year, child, today));
          const [then, now] = [childCount(before, year, child, today), childCount(after, asked, child, today)];
          expect([now.days.counted, now.days.toCome]).toEqual([then.days.counted, then.days.toCome]);
          const { days } = requirementOf(asked, child);
          expect(now.days.spare).toBe(days === undefined ? undefined : now.days.counted + now.days.toCome - days);
        }
      }),
    );
  });
});
