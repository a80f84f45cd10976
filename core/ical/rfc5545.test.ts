import fc from 'fast-check';
import { RRuleTemporal } from 'rrule-temporal';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { readCalendar } from './index';

/** One event in a calendar of its own, read in New York as the standard's examples are. */
function read(lines: string[], { zone = 'America/New_York', from = '1996-01-01', to = '2015-12-31' } = {}) {
  const text = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    'UID:1',
    'SUMMARY:x',
    ...lines,
    'END:VEVENT',
    'END:VCALENDAR',
  ];
  const reading = readCalendar(text.join('\r\n'), { zone, from: toDay(from), to: toDay(to) });
  if ('fault' in reading) throw new Error(reading.fault);
  return reading;
}
const start = (local: string) => `DTSTART;TZID=America/New_York:${local}`;
const dates = (lines: string[]) => read(lines).events.map((e) => e.from);

/** "1997-09: 2 4 9" as dates. */
const month = (text: string) => {
  const [m, days] = text.split(': ') as [string, string];
  return days.split(' ').map((d) => `${m}-${d.padStart(2, '0')}`);
};
const all = (...months: string[]) => months.flatMap(month);

/**
 * RFC 5545, section 3.8.5.3: the examples of recurrence rules with the dates the standard lists for them. The dates
 * were written down from memory of the text; where a list ends in "...", its first ones are compared.
 */
const EXAMPLES: [name: string, start: string, rules: string[], expected: string[]][] = [
  ['daily for 10 occurrences', '19970902T090000', ['RRULE:FREQ=DAILY;COUNT=10'], all('1997-09: 2 3 4 5 6 7 8 9 10 11')],
  [
    'every other day',
    '19970902T090000',
    ['RRULE:FREQ=DAILY;INTERVAL=2'],
    all('1997-09: 2 4 6 8 10 12 14 16 18 20 22 24 26 28 30', '1997-10: 2 4 6'),
  ],
  [
    'every 10 days, 5 occurrences',
    '19970902T090000',
    ['RRULE:FREQ=DAILY;INTERVAL=10;COUNT=5'],
    all('1997-09: 2 12 22', '1997-10: 2 12'),
  ],
  [
    'weekly for 10 occurrences',
    '19970902T090000',
    ['RRULE:FREQ=WEEKLY;COUNT=10'],
    all('1997-09: 2 9 16 23 30', '1997-10: 7 14 21 28', '1997-11: 4'),
  ],
  [
    'weekly until December 24',
    '19970902T090000',
    ['RRULE:FREQ=WEEKLY;UNTIL=19971224T000000Z'],
    all('1997-09: 2 9 16 23 30', '1997-10: 7 14 21 28', '1997-11: 4 11 18 25', '1997-12: 2 9 16 23'),
  ],
  [
    'every other week',
    '19970902T090000',
    ['RRULE:FREQ=WEEKLY;INTERVAL=2;WKST=SU'],
    all('1997-09: 2 16 30', '1997-10: 14 28', '1997-11: 11 25', '1997-12: 9 23', '1998-01: 6 20', '1998-02: 3 17'),
  ],
  [
    'Tuesday and Thursday for five weeks, until',
    '19970902T090000',
    ['RRULE:FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH'],
    all('1997-09: 2 4 9 11 16 18 23 25 30', '1997-10: 2'),
  ],
  [
    'Tuesday and Thursday for five weeks, count',
    '19970902T090000',
    ['RRULE:FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH'],
    all('1997-09: 2 4 9 11 16 18 23 25 30', '1997-10: 2'),
  ],
  [
    'every other week on Monday, Wednesday and Friday',
    '19970901T090000',
    ['RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR'],
    all(
      '1997-09: 1 3 5 15 17 19 29',
      '1997-10: 1 3 13 15 17 27 29 31',
      '1997-11: 10 12 14 24 26 28',
      '1997-12: 8 10 12 22',
    ),
  ],
  [
    'every other week on Tuesday and Thursday, 8 times',
    '19970902T090000',
    ['RRULE:FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH'],
    all('1997-09: 2 4 16 18 30', '1997-10: 2 14 16'),
  ],
  [
    'first Friday, 10 times',
    '19970905T090000',
    ['RRULE:FREQ=MONTHLY;COUNT=10;BYDAY=1FR'],
    all(
      '1997-09: 5',
      '1997-10: 3',
      '1997-11: 7',
      '1997-12: 5',
      '1998-01: 2',
      '1998-02: 6',
      '1998-03: 6',
      '1998-04: 3',
      '1998-05: 1',
      '1998-06: 5',
    ),
  ],
  [
    'first Friday until December 24',
    '19970905T090000',
    ['RRULE:FREQ=MONTHLY;UNTIL=19971224T000000Z;BYDAY=1FR'],
    all('1997-09: 5', '1997-10: 3', '1997-11: 7', '1997-12: 5'),
  ],
  [
    'every other month, first and last Sunday',
    '19970907T090000',
    ['RRULE:FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU'],
    all('1997-09: 7 28', '1997-11: 2 30', '1998-01: 4 25', '1998-03: 1 29', '1998-05: 3 31'),
  ],
  [
    'second-to-last Monday for 6 months',
    '19970922T090000',
    ['RRULE:FREQ=MONTHLY;COUNT=6;BYDAY=-2MO'],
    all('1997-09: 22', '1997-10: 20', '1997-11: 17', '1997-12: 22', '1998-01: 19', '1998-02: 16'),
  ],
  [
    'third-to-last day of the month',
    '19970928T090000',
    ['RRULE:FREQ=MONTHLY;BYMONTHDAY=-3'],
    all('1997-09: 28', '1997-10: 29', '1997-11: 28', '1997-12: 29', '1998-01: 29', '1998-02: 26'),
  ],
  [
    '2nd and 15th, 10 times',
    '19970902T090000',
    ['RRULE:FREQ=MONTHLY;COUNT=10;BYMONTHDAY=2,15'],
    all('1997-09: 2 15', '1997-10: 2 15', '1997-11: 2 15', '1997-12: 2 15', '1998-01: 2 15'),
  ],
  [
    'first and last day, 10 times',
    '19970930T090000',
    ['RRULE:FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1'],
    all('1997-09: 30', '1997-10: 1 31', '1997-11: 1 30', '1997-12: 1 31', '1998-01: 1 31', '1998-02: 1'),
  ],
  [
    'every 18 months, 10th to 15th',
    '19970910T090000',
    ['RRULE:FREQ=MONTHLY;INTERVAL=18;COUNT=10;BYMONTHDAY=10,11,12,13,14,15'],
    all('1997-09: 10 11 12 13 14 15', '1999-03: 10 11 12 13'),
  ],
  [
    'every Tuesday, every other month',
    '19970902T090000',
    ['RRULE:FREQ=MONTHLY;INTERVAL=2;BYDAY=TU'],
    all('1997-09: 2 9 16 23 30', '1997-11: 4 11 18 25', '1998-01: 6 13 20 27', '1998-03: 3 10 17 24 31'),
  ],
  [
    'yearly in June and July, 10 times',
    '19970610T090000',
    ['RRULE:FREQ=YEARLY;COUNT=10;BYMONTH=6,7'],
    all(
      '1997-06: 10',
      '1997-07: 10',
      '1998-06: 10',
      '1998-07: 10',
      '1999-06: 10',
      '1999-07: 10',
      '2000-06: 10',
      '2000-07: 10',
      '2001-06: 10',
      '2001-07: 10',
    ),
  ],
  [
    'every other year in January to March',
    '19970310T090000',
    ['RRULE:FREQ=YEARLY;INTERVAL=2;COUNT=10;BYMONTH=1,2,3'],
    all(
      '1997-03: 10',
      '1999-01: 10',
      '1999-02: 10',
      '1999-03: 10',
      '2001-01: 10',
      '2001-02: 10',
      '2001-03: 10',
      '2003-01: 10',
      '2003-02: 10',
      '2003-03: 10',
    ),
  ],
  [
    'every third year on the 1st, 100th and 200th day',
    '19970101T090000',
    ['RRULE:FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200'],
    all(
      '1997-01: 1',
      '1997-04: 10',
      '1997-07: 19',
      '2000-01: 1',
      '2000-04: 9',
      '2000-07: 18',
      '2003-01: 1',
      '2003-04: 10',
      '2003-07: 19',
      '2006-01: 1',
    ),
  ],
  [
    '20th Monday of the year',
    '19970519T090000',
    ['RRULE:FREQ=YEARLY;BYDAY=20MO'],
    all('1997-05: 19', '1998-05: 18', '1999-05: 17'),
  ],
  [
    'Monday of week 20',
    '19970512T090000',
    ['RRULE:FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO'],
    all('1997-05: 12', '1998-05: 11', '1999-05: 17'),
  ],
  [
    'every Thursday in March',
    '19970313T090000',
    ['RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=TH'],
    all('1997-03: 13 20 27', '1998-03: 5 12 19 26', '1999-03: 4 11 18 25'),
  ],
  [
    'every Thursday in June, July and August',
    '19970605T090000',
    ['RRULE:FREQ=YEARLY;BYDAY=TH;BYMONTH=6,7,8'],
    all('1997-06: 5 12 19 26', '1997-07: 3 10 17 24 31', '1997-08: 7 14 21 28', '1998-06: 4 11 18 25'),
  ],
  [
    'every Friday the 13th',
    '19970902T090000',
    ['EXDATE;TZID=America/New_York:19970902T090000', 'RRULE:FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13'],
    all('1998-02: 13', '1998-03: 13', '1998-11: 13', '1999-08: 13', '2000-10: 13'),
  ],
  [
    'Saturday after the first Sunday',
    '19970913T090000',
    ['RRULE:FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13'],
    all(
      '1997-09: 13',
      '1997-10: 11',
      '1997-11: 8',
      '1997-12: 13',
      '1998-01: 10',
      '1998-02: 7',
      '1998-03: 7',
      '1998-04: 11',
      '1998-05: 9',
      '1998-06: 13',
    ),
  ],
  [
    'US Presidential Election day',
    '19961105T090000',
    ['RRULE:FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8'],
    all('1996-11: 5', '2000-11: 7', '2004-11: 2'),
  ],
  [
    'third instance of Tuesday, Wednesday or Thursday',
    '19970904T090000',
    ['RRULE:FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3'],
    all('1997-09: 4', '1997-10: 7', '1997-11: 6'),
  ],
  [
    'second-to-last weekday',
    '19970929T090000',
    ['RRULE:FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2'],
    all('1997-09: 29', '1997-10: 30', '1997-11: 27', '1997-12: 30', '1998-01: 29', '1998-02: 26', '1998-03: 30'),
  ],
  [
    'weeks that start on Monday',
    '19970805T090000',
    ['RRULE:FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO'],
    all('1997-08: 5 10 19 24'),
  ],
  [
    'weeks that start on Sunday',
    '19970805T090000',
    ['RRULE:FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU'],
    all('1997-08: 5 17 19 31'),
  ],
  [
    'an invalid date (30 February) is passed over',
    '20070115T090000',
    ['RRULE:FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5'],
    all('2007-01: 15 30', '2007-02: 15', '2007-03: 15 30'),
  ],
];

describe('recurrence rules, by the examples of RFC 5545', () => {
  it.each(EXAMPLES)('%s', (_name, dtstart, rules, expected) => {
    expect(dates([start(dtstart), ...rules]).slice(0, expected.length)).toEqual(expected);
    if (rules.some((r) => /COUNT|UNTIL/.test(r)))
      expect(dates([start(dtstart), ...rules])).toHaveLength(expected.length);
  });

  it('daily until December 24, 1997: 113 days, at nine before and after the change of clocks', () => {
    const { events } = read([start('19970902T090000'), 'DURATION:PT1H', 'RRULE:FREQ=DAILY;UNTIL=19971224T000000Z']);
    expect(events).toHaveLength(113);
    expect(new Set(events.map((e) => `${e.start} ${e.end}`))).toEqual(new Set(['09:00 10:00']));
  });

  it('every day in January for 3 years, told in two ways', () => {
    const yearly = dates([
      start('19980101T090000'),
      'RRULE:FREQ=YEARLY;UNTIL=20000131T140000Z;BYMONTH=1;BYDAY=SU,MO,TU,WE,TH,FR,SA',
    ]);
    expect(yearly).toEqual(dates([start('19980101T090000'), 'RRULE:FREQ=DAILY;UNTIL=20000131T140000Z;BYMONTH=1']));
    expect([yearly.length, yearly[0], yearly.at(-1)]).toEqual([93, '1998-01-01', '2000-01-31']);
  });

  it('by the hour and by the minute', () => {
    const times = (rule: string) => read([start('19970902T090000'), rule]).events.map((e) => e.start);
    expect(times('RRULE:FREQ=HOURLY;INTERVAL=3;UNTIL=19970902T170000Z')).toEqual(['09:00', '12:00']);
    expect(times('RRULE:FREQ=MINUTELY;INTERVAL=15;COUNT=6')).toEqual([
      '09:00',
      '09:15',
      '09:30',
      '09:45',
      '10:00',
      '10:15',
    ]);
    expect(times('RRULE:FREQ=MINUTELY;INTERVAL=90;COUNT=4')).toEqual(['09:00', '10:30', '12:00', '13:30']);
    const byHours = 'BYHOUR=9,10,11,12,13,14,15,16';
    const a = times(`RRULE:FREQ=DAILY;${byHours};BYMINUTE=0,20,40;COUNT=48`);
    expect(a).toEqual(times(`RRULE:FREQ=MINUTELY;INTERVAL=20;${byHours};COUNT=48`));
    expect([a[0], a[23], a[24]]).toEqual(['09:00', '16:40', '09:00']);
  });
});

describe('recurrence rules against an independent library (rrule-temporal)', () => {
  const day = fc.constantFrom('MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU');
  const rule = fc
    .record({
      freq: fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'),
      interval: fc.integer({ min: 1, max: 5 }),
      byday: fc.option(fc.uniqueArray(day, { minLength: 1, maxLength: 3 })),
      bymonth: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 3 })),
      bymonthday: fc.option(fc.uniqueArray(fc.constantFrom(1, 15, 28, 31, -1, -2), { minLength: 1, maxLength: 2 })),
      count: fc.option(fc.integer({ min: 1, max: 30 })),
      wkst: fc.constantFrom('MO', 'SU'),
    })
    .filter((r) => !(r.freq === 'WEEKLY' && r.bymonthday))
    .map((r) =>
      [
        `FREQ=${r.freq};INTERVAL=${r.interval};WKST=${r.wkst}`,
        r.byday && `BYDAY=${r.byday.join()}`,
        r.bymonth && `BYMONTH=${r.bymonth.join()}`,
        r.bymonthday && `BYMONTHDAY=${r.bymonthday.join()}`,
        r.count && `COUNT=${r.count}`,
      ]
        .filter(Boolean)
        .join(';'),
    );
  it('name the same days of the window', () => {
    fc.assert(
      fc.property(rule, fc.integer({ min: toDay('2024-01-01'), max: toDay('2027-12-31') }), (r, from) => {
        const iso = new Date(from * 86_400_000).toISOString().slice(0, 10);
        const dtstart = `${iso.replace(/-/g, '')}T090000`;
        const until = new Date((from + 800) * 86_400_000);
        const theirs = new RRuleTemporal({ rruleString: `DTSTART;TZID=UTC:${dtstart}\nRRULE:${r}` })
          .between(new Date(from * 86_400_000), until, true)
          .map((t) => t.toPlainDate().toString());
        const ours = read([`DTSTART:${dtstart}Z`, `RRULE:${r}`], {
          zone: 'UTC',
          from: iso,
          to: until.toISOString().slice(0, 10),
        });
        // The first date stands whether the rule names it or not (RFC 5545, 3.8.5.3), and is not compared.
        const rest = (list: string[]) => list.filter((d) => d !== iso && d < until.toISOString().slice(0, 10));
        if (ours.notes.length > 0 || (r.includes('COUNT') && theirs[0] !== iso)) return;
        expect(rest(ours.events.map((e) => e.from))).toEqual(rest(theirs));
      }),
      { numRuns: 150 },
    );
  });

  it('name the same hours, minutes and seconds of the day', () => {
    const quick = fc.record({
      freq: fc.constantFrom('HOURLY', 'MINUTELY', 'SECONDLY'),
      interval: fc.constantFrom(1, 7, 20, 45, 90),
      byhour: fc.option(fc.uniqueArray(fc.integer({ min: 0, max: 23 }), { minLength: 1, maxLength: 3 })),
      byday: fc.option(fc.uniqueArray(day, { minLength: 3, maxLength: 5 })),
      byminute: fc.option(fc.uniqueArray(fc.constantFrom(0, 15, 40), { minLength: 1, maxLength: 2 })),
    });
    fc.assert(
      fc.property(quick, ({ freq, interval, byhour, byday, byminute }) => {
        const r = [
          `FREQ=${freq};INTERVAL=${interval};COUNT=40`,
          byhour && `BYHOUR=${byhour.join()}`,
          byday && `BYDAY=${byday.join()}`,
          byminute && `BYMINUTE=${byminute.join()}`,
        ].filter(Boolean);
        // Every period can meet the hours and minutes asked for: the other library looks for ever where none can.
        fc.pre(freq !== 'SECONDLY' || interval < 20);
        fc.pre(!(byhour || byminute) || interval === 1 || interval === 7);
        const [from, to] = ['2026-11-11', '2027-01-10'];
        const theirs = new RRuleTemporal({ rruleString: `DTSTART;TZID=UTC:20261111T084000\nRRULE:${r.join(';')}` })
          .between(new Date(`${from}T00:00:00Z`), new Date(`${to}T23:59:59Z`), true)
          .map((t) => t.toPlainDateTime().toString().slice(0, 16));
        const ours = read([`DTSTART:20261111T084000Z`, `RRULE:${r.join(';')}`], { zone: 'UTC', from, to });
        const first = '2026-11-11T08:40';
        const rest = (list: string[]) => [...new Set(list)].filter((t) => t !== first);
        expect(ours.notes).toEqual([]);
        expect(rest(ours.events.map((e) => `${e.from}T${e.start}`))).toEqual(rest(theirs));
      }),
      { numRuns: 60 },
    );
  });
});
