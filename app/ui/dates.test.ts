import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, weekdayOf } from '../../core/calendar';
import { dayAndDate, localeHabits, longDate, shortDate, WEEKDAY_NAMES, weekFrom } from './dates';

describe('dates as the household writes them', () => {
  const day = toDay('2028-02-29');

  it('in each of the three styles', () => {
    expect(longDate('day month', day)).toBe('Tuesday 29 February');
    expect(longDate('month day', day)).toBe('Tuesday, February 29');
    expect(longDate('year-month-day', day)).toBe('Tuesday 2028-02-29');
    expect(shortDate('day month', day)).toBe('29 Feb');
    expect(shortDate('month day', day)).toBe('Feb 29');
    expect(dayAndDate('day month', day)).toBe('Tue 29 Feb');
  });

  it('name the weekday that the calendar counts, on any day', () => {
    fc.assert(
      fc.property(fc.integer({ min: toDay('1950-01-01'), max: toDay('2099-12-31') }), (d) => {
        expect(longDate('year-month-day', d)).toBe(`${WEEKDAY_NAMES[weekdayOf(d)]} ${fromDay(d)}`);
      }),
    );
  });
});

describe('habits of a locale', () => {
  // First days of the week and orders of the date: Unicode CLDR, as the engine ships it.
  it.each([
    ['en-US', 7, 'month day'],
    ['en-GB', 1, 'day month'],
    ['de-DE', 1, 'day month'],
    ['ar-EG', 6, 'day month'],
    ['sv-SE', 1, 'year-month-day'],
    ['ja-JP', 7, 'year-month-day'],
  ])('%s', (locale, firstDay, dateStyle) => {
    expect(localeHabits(locale)).toEqual({ firstDay, dateStyle });
  });

  it('weeks run from any first day through all seven', () => {
    expect(weekFrom(1)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(weekFrom(7)).toEqual([7, 1, 2, 3, 4, 5, 6]);
    expect(weekFrom(6)).toEqual([6, 7, 1, 2, 3, 4, 5]);
  });
});
