import fc from 'fast-check';
import { DateTime } from 'luxon';
import { RRule } from 'rrule';
import { describe, expect, it } from 'vitest';
import type { Rhythm, SchoolYear } from '../household';
import { aYear, yearArbitrary } from '../tests/make';
import {
  addMonths,
  blocksOf,
  catchUpDays,
  clockOf,
  dayKind,
  dayLabel,
  dayShare,
  fromDay,
  isClock,
  isoWeek,
  minutesOf,
  nextYear,
  paintDays,
  rhythmFault,
  schoolDays,
  teachingWeek,
  toDay,
  type Weekday,
  weekdayOf,
  yearFault,
  yearFor,
} from './index';

const days = (...iso: string[]) => iso.map(toDay);

describe('ISO 8601', () => {
  // Week numbers as the standard has them: the first week holds the first Thursday. Dates from ISO 8601's own examples
  // and the years with 53 weeks (2020, 2026), from memory.
  it.each([
    ['2005-01-01', 53],
    ['2005-01-02', 53],
    ['2007-01-01', 1],
    ['2008-12-29', 1],
    ['2010-01-03', 53],
    ['2020-12-31', 53],
    ['2026-12-31', 53],
    ['2027-01-03', 53],
    ['2027-01-04', 1],
  ])('week of %s is %i', (iso, week) => expect(isoWeek(toDay(iso))).toBe(week));

  it('week numbers agree with a reference date library (luxon) on any day', () => {
    fc.assert(
      fc.property(fc.integer({ min: toDay('1900-01-01'), max: toDay('2199-12-31') }), (d) => {
        expect(isoWeek(d)).toBe(DateTime.fromISO(fromDay(d), { zone: 'utc' }).weekNumber);
        const month = DateTime.fromISO(fromDay(d), { zone: 'utc' }).startOf('month');
        expect(fromDay(addMonths(toDay(month.toISODate()!), 7))).toBe(month.plus({ months: 7 }).toISODate());
      }),
    );
  });

  it('times of day are told to the minute, 24:00 included, and nothing else is one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1440 }), (m) => {
        expect(minutesOf(clockOf(m))).toBe(m);
      }),
    );
    expect(['00:00', '09:30', '23:59', '24:00'].every(isClock)).toBe(true);
    expect(['24:01', '9:30', '12:60', '', '12:00:00', undefined].some(isClock)).toBe(false);
  });
});

describe('weeks on and weeks off', () => {
  const weeks = (change: Partial<Extract<Rhythm, { kind: 'weeks' }>> = {}): Rhythm => ({
    kind: 'weeks',
    from: '2026-09-07',
    on: 6,
    off: 1,
    changes: [],
    ...change,
  });

  it('are what a recurrence library makes of the same rule (rrule: every on + off weeks, each week on by itself)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 0, max: 4 }),
        fc.integer({ min: toDay('2024-01-01'), max: toDay('2030-01-01') }),
        (on, off, from) => {
          const year = aYear({
            start: fromDay(from),
            end: fromDay(from + 330),
            weekdays: [1, 2, 3, 4, 5, 6, 7],
            rhythm: weeks({ from: fromDay(from), on, off }),
          });
          const until = new Date((from + 330) * 86_400_000);
          const expected = new Set<number>();
          for (let w = 0; w < on; w++) {
            const rule = new RRule({
              freq: RRule.WEEKLY,
              interval: on + off,
              dtstart: new Date((from + 7 * w) * 86_400_000),
              wkst: (weekdayOf(from) + 6) % 7,
              byweekday: [0, 1, 2, 3, 4, 5, 6],
              until,
            });
            for (const d of rule.all()) expected.add(Math.round(d.getTime() / 86_400_000));
          }
          expect(schoolDays(year)).toEqual([...expected].sort((a, b) => a - b));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('take a longer first block and a fortnight off as exceptions', () => {
    const rhythm = weeks({
      changes: [
        { block: 1, on: 8 },
        { block: 2, off: 2 },
      ],
    });
    const blocks = blocksOf(rhythm, toDay('2027-02-28')).map((b) => [fromDay(b.from), fromDay(b.to)]);
    expect(blocks.slice(0, 3)).toEqual([
      ['2026-09-07', '2026-11-01'],
      ['2026-11-09', '2026-12-20'],
      ['2027-01-04', '2027-02-14'],
    ]);
    const year = aYear({ rhythm });
    expect(dayKind(year, toDay('2026-11-04'))).toBe('closed');
    expect(dayLabel(year, toDay('2026-11-04'))).toBe('week off');
    // Teaching weeks are numbered past the week off.
    expect(teachingWeek(year, toDay('2026-11-09'), 1)).toBe(9);
  });

  it('and terms close what lies between them; faults are told', () => {
    const rhythm: Rhythm = {
      kind: 'terms',
      terms: [
        { id: 'a', name: 'Michaelmas', from: '2026-09-07', to: '2026-12-11' },
        { id: 'b', name: 'Lent', from: '2027-01-11', to: '2027-03-26' },
      ],
    };
    const year = aYear({ rhythm, closed: [{ id: 'c', from: '2026-12-14', to: '2026-12-18', label: 'fair' }] });
    expect(dayKind(year, toDay('2027-01-08'))).toBe('closed');
    expect(dayLabel(year, toDay('2027-01-08'))).toBe('between terms');
    expect(dayLabel(year, toDay('2026-12-16'))).toBe('fair');
    expect(dayKind(year, toDay('2027-04-05'))).toBe('closed');
    expect(rhythmFault(rhythm)).toBeUndefined();
    const met = { ...rhythm, terms: [...rhythm.terms, { id: 'c', name: 'Odd', from: '2027-03-26', to: '2027-04-30' }] };
    expect(rhythmFault(met)).toBe('Odd starts before Lent has ended.');
    expect(rhythmFault(weeks({ on: 0 }))).toContain('from 1 to 52');
    const twice = [
      { block: 2, on: 4 },
      { block: 2, off: 2 },
    ];
    expect(rhythmFault(weeks({ changes: twice }))).toBe('Block 2 has two exceptions: keep one of them.');
    expect(rhythmFault({ kind: 'terms', terms: [] })).toContain('at least one');
  });
});

describe('special days', () => {
  const special = (kind: SchoolYear['special'][number]['kind'], date: string, share = 100) => ({
    id: date,
    date,
    kind,
    share,
    label: '',
  });
  it('win over weekdays, ranges and rhythm, and hold their own share of the hours', () => {
    const year = aYear({
      closed: [{ id: 'c', from: '2026-10-05', to: '2026-10-09', label: 'away' }],
      light: [{ weekday: 5, share: 40 }],
      special: [
        special('extra', '2026-09-12'),
        special('light', '2026-10-07', 25),
        special('part', '2026-09-10', 60),
        special('catch-up', '2026-09-19'),
        special('extra', '2026-09-11'),
      ],
    });
    const kinds = days(
      '2026-09-12',
      '2026-10-07',
      '2026-10-08',
      '2026-09-10',
      '2026-09-19',
      '2026-09-11',
      '2026-09-18',
    );
    expect(kinds.map((d) => dayKind(year, d))).toEqual([
      'full',
      'light',
      'closed',
      'light',
      'catch-up',
      'full',
      'light',
    ]);
    expect(dayShare(year, toDay('2026-10-07'))).toBe(0.25);
    expect(dayShare(year, toDay('2026-09-18'))).toBe(0.4);
    expect(catchUpDays(year)).toEqual(days('2026-09-19'));
    expect(schoolDays(year)).not.toContain(toDay('2026-09-19'));
  });
});

describe('painting days', () => {
  const paints = [
    { kind: 'close', label: 'trip' } as const,
    { kind: 'open' } as const,
    { kind: 'light', share: 30 } as const,
    { kind: 'catch-up' } as const,
  ];
  it('changes the days of the range as asked, and no other day, on any calendar', () => {
    fc.assert(
      fc.property(
        yearArbitrary,
        fc.array(fc.tuple(fc.constantFrom(...paints), fc.nat(60), fc.nat(9)), { minLength: 1, maxLength: 5 }),
        (start, strokes) => {
          let year = start;
          for (const [paint, at, length] of strokes) {
            const before = year;
            const a = toDay(year.start) + at;
            const b = a + length;
            year = paintDays(year, b, a, paint);
            const school = Array.from({ length: length + 1 }, (_, i) => a + i).some((d) =>
              year.weekdays.includes(weekdayOf(d)),
            );
            for (let d = toDay(year.start); d <= toDay(year.end); d++) {
              const [was, is] = [dayKind(before, d), dayKind(year, d)];
              if (d < a || d > b) {
                expect([is, dayShare(year, d)]).toEqual([was, dayShare(before, d)]);
                continue;
              }
              const touched = year.weekdays.includes(weekdayOf(d)) || !school;
              if (paint.kind === 'close') expect(['closed', 'weekend']).toContain(is);
              if (paint.kind === 'open' && touched) expect(['full', 'light']).toContain(is);
              if (paint.kind === 'light' && touched) expect([is, dayShare(year, d)]).toEqual(['light', 0.3]);
              if (paint.kind === 'catch-up' && !['full', 'light'].includes(was)) expect(is).toBe('catch-up');
            }
            // Ids stay unique however often ranges are cut.
            const ids = [...year.closed, ...year.special].map((r) => r.id);
            expect(new Set(ids).size).toBe(ids.length);
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('a range cut in the middle falls into two; a Saturday pressed by itself becomes a school day', () => {
    const year = aYear({ closed: [{ id: 'c', from: '2026-12-21', to: '2027-01-01', label: 'winter' }] });
    const opened = paintDays(year, toDay('2026-12-23'), toDay('2026-12-24'), { kind: 'open' });
    expect(opened.closed.map((c) => [c.from, c.to, c.label])).toEqual([
      ['2026-12-21', '2026-12-22', 'winter'],
      ['2026-12-25', '2027-01-01', 'winter'],
    ]);
    const saturday = toDay('2026-09-12');
    expect(dayKind(paintDays(year, saturday, saturday, { kind: 'open' }), saturday)).toBe('full');
    // In a swept week the Saturday stays what it was.
    expect(dayKind(paintDays(year, saturday - 5, saturday, { kind: 'open' }), saturday)).toBe('weekend');
  });
});

describe('years on other calendars', () => {
  const southern = aYear({ start: '2027-02-01', end: '2027-12-10' });
  it('a southern year from February to December counts as any other', () => {
    let count = 0;
    for (let t = DateTime.utc(2027, 2, 1); t <= DateTime.utc(2027, 12, 10); t = t.plus({ days: 1 }))
      if (t.weekday <= 5) count++;
    expect(schoolDays(southern)).toHaveLength(count);
  });

  it('29 February is a school day where it exists', () => {
    const leap = aYear({ start: '2027-09-06', end: '2028-06-09' });
    expect(dayKind(leap, toDay('2028-02-29'))).toBe('full');
    expect(
      dayKind(
        paintDays(leap, toDay('2028-02-29'), toDay('2028-02-29'), { kind: 'close', label: '' }),
        toDay('2028-02-29'),
      ),
    ).toBe('closed');
  });

  it('teaching weeks follow the household’s first day of the week', () => {
    fc.assert(
      fc.property(yearArbitrary, fc.constantFrom<Weekday>(1, 6, 7), fc.nat(60), (year, firstDay, at) => {
        const day = toDay(year.start) + at;
        const weeks = new Set<string>();
        for (const d of schoolDays(year)) {
          // Counted again by a reference library's own weeks, shifted so that they start on that day.
          const shifted = DateTime.fromISO(fromDay(d), { zone: 'utc' }).minus({ days: firstDay - 1 });
          const upTo = DateTime.fromISO(fromDay(day), { zone: 'utc' }).minus({ days: firstDay - 1 });
          if (shifted.startOf('week') <= upTo.startOf('week')) weeks.add(shifted.startOf('week').toISODate()!);
        }
        expect(teachingWeek(year, day, firstDay)).toBe(weeks.size);
      }),
      { numRuns: 100 },
    );
  });

  it('two years stand side by side; the next one begins behind this one, in the same shape', () => {
    const year = aYear({
      closed: [{ id: 'c', from: '2026-12-21', to: '2027-01-01', label: 'winter' }],
      rhythm: { kind: 'weeks', from: '2026-09-07', on: 6, off: 1, changes: [{ block: 1, on: 8 }] },
    });
    const next = nextYear(year, 'The next', () => 'next');
    expect(next.start > year.end).toBe(true);
    expect(weekdayOf(toDay(next.start))).toBe(weekdayOf(toDay(year.start)));
    expect(next.closed).toMatchObject([{ from: '2027-12-20', to: '2027-12-31', label: 'winter' }]);
    expect(next.rhythm).toMatchObject({ from: next.start, on: 6, off: 1, changes: [{ block: 1, on: 8 }] });
    expect([next.portfolio, nextYear({ ...year, portfolio: false }, '', () => 'n').portfolio]).toEqual([
      undefined,
      false,
    ]);
    expect(yearFault(next, [year])).toBeUndefined();
    expect(yearFor([next, year], toDay(year.end))?.id).toBe(year.id);
    expect(yearFor([next, year], toDay(next.start) - 1)?.id).toBe('next');
    expect(yearFault({ ...next, start: year.end }, [year])).toContain('run into “2026–27”');
    expect(yearFault({ id: 'x', start: '2026-01-01', end: '2027-12-31' }, [])).toContain('at most 400 days');
    // A southern year that fills the whole of one is followed at once.
    const long = nextYear(aYear({ start: '2027-01-04', end: '2028-01-28' }), '', () => 'l');
    expect(long.start).toBe('2028-01-29');
  });
});
