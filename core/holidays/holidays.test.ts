import { describe, expect, it } from 'vitest';
import { countries, holidaysBetween, regions } from './index';

const on = (country: string, region: string | undefined, year: number) =>
  new Map(holidaysBetween(country, region, `${year}-01-01`, `${year}-12-31`).map((h) => [h.from, h.name]));

describe('public holidays from the open data package', () => {
  // Western Easter Sunday, as published in the tables of the Book of Common Prayer and the US Naval Observatory's list;
  // from memory.
  it.each([
    [2024, '2024-03-31'],
    [2025, '2025-04-20'],
    [2026, '2026-04-05'],
    [2027, '2027-03-28'],
    [2028, '2028-04-16'],
    [2029, '2029-04-01'],
    [2030, '2030-04-21'],
    [2038, '2038-04-25'],
  ])('Easter of %i moves Good Friday and Easter Monday with it', (year, easter) => {
    const shift = (days: number) => new Date(Date.parse(easter) + days * 86_400_000).toISOString().slice(0, 10);
    for (const [country, region] of [
      ['IE', undefined],
      ['GB', 'ENG'],
      ['DE', undefined],
    ] as const) {
      const days = on(country, region, year);
      expect(days.has(shift(1)), `${country} Easter Monday`).toBe(true);
      if (country !== 'IE') expect(days.has(shift(-2)), `${country} Good Friday`).toBe(true);
    }
    // Ascension and Whit Monday, 39 and 50 days after it.
    const germany = on('DE', undefined, year);
    expect([germany.has(shift(39)), germany.has(shift(50))]).toEqual([true, true]);
  });

  // Dates set by rule, as their governments publish them; from memory.
  it.each([
    ['US', undefined, 2026, '2026-11-26', 'Thanksgiving'],
    ['US', undefined, 2026, '2026-09-07', 'Labou?r Day'],
    ['US', undefined, 2027, '2027-01-18', 'Martin Luther King'],
    ['CA', 'ON', 2026, '2026-10-12', 'Thanksgiving'],
    ['GB', 'SCT', 2026, '2026-11-30', 'Andrew'],
    ['GB', 'ENG', 2026, '2026-08-31', 'Bank Holiday'],
    ['IE', undefined, 2027, '2027-02-01', 'Brigid'],
    ['AU', 'VIC', 2026, '2026-11-03', 'Melbourne Cup'],
    ['NZ', undefined, 2026, '2026-02-06', 'Waitangi'],
    ['DE', 'BW', 2027, '2027-01-06', 'Epiphany'],
  ])('%s %s %i: %s', (country, region, year, date, name) => {
    expect(on(country, region, year).get(date) ?? '').toMatch(new RegExp(name, 'i'));
  });

  it('are found between two dates only, in order, each once, those of the region too', () => {
    const found = holidaysBetween('GB', 'SCT', '2026-09-01', '2027-06-30');
    const dates = found.map((h) => h.from);
    expect([...dates].sort()).toEqual(dates);
    expect(new Set(found.map((h) => h.id)).size).toBe(found.length);
    expect(dates.every((d) => d >= '2026-09-01' && d <= '2027-06-30')).toBe(true);
    const england = holidaysBetween('GB', 'ENG', '2026-09-01', '2027-06-30').map((h) => h.from);
    expect(england).not.toContain('2026-11-30');
  });

  it('are known for many countries and their regions', () => {
    expect(countries().length).toBeGreaterThan(100);
    expect(regions('GB').map((r) => r.name)).toContain('Scotland');
    expect(regions('XX')).toEqual([]);
  });
});
