import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { aYear, yearArbitrary } from '../tests/make';
import {
  ageOn,
  dayKind,
  dayShare,
  fromDay,
  isIsoDate,
  schoolDays,
  teachingWeek,
  toDay,
  weekdayOf,
  weekStart,
  yearFor,
  type Weekday,
} from './index';

const day = fc.integer({ min: toDay('1900-01-01'), max: toDay('2199-12-31') });

describe('calendar days against a reference date library (luxon), in three time zones', () => {
  for (const zone of ['America/Los_Angeles', 'Europe/Dublin', 'Pacific/Auckland']) {
    it(`agree on dates, weekdays, week numbers’ Mondays and differences in ${zone}`, () => {
      fc.assert(
        fc.property(day, fc.integer({ min: -800, max: 800 }), (d, n) => {
          const there = DateTime.fromISO(fromDay(d), { zone });
          expect(there.plus({ days: n }).toISODate()).toBe(fromDay(d + n));
          expect(there.weekday).toBe(weekdayOf(d));
          expect(there.startOf('week').toISODate()).toBe(fromDay(weekStart(d, 1)));
          expect(toDay(there.toISODate()!)).toBe(d);
        }),
      );
    });

    it(`count the school days of a year across leap days and clock changes in ${zone}`, () => {
      fc.assert(
        fc.property(yearArbitrary, (year) => {
          let n = 0;
          for (let t = DateTime.fromISO(year.start, { zone }); t.toISODate()! <= year.end; t = t.plus({ days: 1 })) {
            const iso = t.toISODate()!;
            if (year.weekdays.includes(t.weekday as Weekday) && !year.closed.some((c) => c.from <= iso && iso <= c.to))
              n++;
          }
          expect(schoolDays(year)).toHaveLength(n);
        }),
      );
    });
  }

  it('refuse what is no day', () => {
    for (const bad of ['2026-02-29', '2026-13-01', '2026-00-10', '2026-1-1', '26-01-01', '2026-04-31', '', 'today']) {
      expect(isIsoDate(bad)).toBe(false);
      expect(() => toDay(bad)).toThrow(RangeError);
    }
    expect(isIsoDate('2028-02-29')).toBe(true);
  });

  it('start weeks on any first day', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: 1, max: 7 }), (d, first) => {
        const start = weekStart(d, first as Weekday);
        expect(weekdayOf(start)).toBe(first);
        expect(d - start).toBeGreaterThanOrEqual(0);
        expect(d - start).toBeLessThan(7);
      }),
    );
  });

  it('tell ages as a birthday does, 29 February included', () => {
    expect(ageOn('2020-02-29', '2026-02-28')).toBe(5);
    expect(ageOn('2020-02-29', '2026-03-01')).toBe(6);
    expect(ageOn('2020-06-15', '2026-06-15')).toBe(6);
  });
});

describe('a school year', () => {
  const year = aYear({
    start: '2026-09-07',
    end: '2026-10-02',
    light: [{ weekday: 5, share: 50 }],
    closed: [{ id: 'c', from: '2026-09-14', to: '2026-09-18', label: 'lock repairs' }],
  });

  it('knows what each day is', () => {
    const kinds = ['2026-09-06', '2026-09-07', '2026-09-11', '2026-09-12', '2026-09-16'].map((d) =>
      dayKind(year, toDay(d)),
    );
    expect(kinds).toEqual(['outside', 'full', 'light', 'weekend', 'closed']);
    expect(dayShare(year, toDay('2026-09-11'))).toBe(0.5);
  });

  it('numbers teaching weeks without the closed one', () => {
    expect(['2026-09-07', '2026-09-21', '2026-10-02'].map((d) => teachingWeek(year, toDay(d), 1))).toEqual([1, 2, 3]);
  });

  it('is found for a day: the one that holds it, else the next, else the last', () => {
    const next = aYear({ id: 'next', start: '2027-09-06', end: '2028-06-09' });
    const id = (d: string) => yearFor([next, year], toDay(d))?.id;
    expect([id('2026-09-20'), id('2027-01-01'), id('2027-10-01'), id('2030-01-01')]).toEqual([
      'year',
      'next',
      'next',
      'next',
    ]);
    expect(yearFor([], 0)).toBeUndefined();
  });
});
