import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, type Weekday } from '../../core/calendar';
import { dayAt, layoutOf, monthLine, placeOf, WIDTH } from './almanac-layout';

describe('the drawing of twelve months', () => {
  it('has a place for every day of them, found again by the point, from any month, week start and width', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: toDay('2020-01-01'), max: toDay('2030-01-01') }),
        fc.constantFrom<Weekday>(1, 6, 7),
        fc.integer({ min: 5, max: 27 }),
        fc.constantFrom(30, 44),
        (from, firstDay, columns, row) => {
          const layout = layoutOf(from, firstDay, columns, row);
          expect(fromDay(layout.first).slice(8)).toBe('01');
          expect([365, 366]).toContain(layout.last - layout.first + 1);
          expect(Math.max(...layout.tiers.map((t) => t.length))).toBeLessThanOrEqual(columns);
          for (let d = layout.first; d <= layout.last; d++) {
            const p = placeOf(layout, d)!;
            expect(dayAt(layout, p.x + WIDTH / 2, p.y + row / 2)).toBe(d);
            expect(p.x + WIDTH <= layout.width && p.y + row <= layout.height).toBe(true);
          }
          expect(dayAt(layout, 2, 2)).toBeUndefined();
        },
      ),
      { numRuns: 40 },
    );
  });

  it('draws a line wherever one month meets another', () => {
    const layout = layoutOf(toDay('2026-09-01'), 1, 60);
    const edges = monthLine(layout, (d) => Number(fromDay(d).slice(5, 7))).match(/[vh]/g)!;
    // In one tier each of the eleven turns takes seven edges down the weekdays, and one across where it falls in mid-week.
    const across = ['10', '11', '12', '01', '02', '03', '04', '05', '06', '07', '08'].filter((m) => {
      const first = toDay(`${Number(m) < 9 ? 2027 : 2026}-${m}-01`);
      return new Date(first * 86_400_000).getUTCDay() !== 1;
    });
    expect(edges.filter((e) => e === 'v')).toHaveLength(77);
    expect(edges.filter((e) => e === 'h')).toHaveLength(across.length);
  });
});
