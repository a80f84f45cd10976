import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { isIsoDate, toDay } from '../calendar';
import type { OutsideEvent } from '../household';
import { readCalendar, seriesOf } from './index';

const folder = fileURLToPath(new URL('./corpus/', import.meta.url));
const files = readdirSync(folder).map((f) => f.replace(/\.ics$/, ''));
const text = (name: string) => readFileSync(`${folder}${name}.ics`, 'utf8');
const WINDOW = { zone: 'Europe/Dublin', from: toDay('2026-08-01'), to: toDay('2027-08-31') };
const words = (e: OutsideEvent) =>
  `${e.from}${e.to === e.from ? '' : `/${e.to}`}${e.start ? ` ${e.start}-${e.end}` : ''} ${e.title}`;

/** What should come of each awkward file: its first events, and a part of what is said about it; or why it is refused. */
const EXPECTED: Record<string, { events: string[]; more?: number; note?: string } | string> = {
  'alarm-inside': { events: ['2026-11-11 09:00-10:00 With a bell'] },
  'all-day-end-same': { events: ['2026-11-11 One day after all'] },
  'all-day-many': { events: ['2026-12-21/2027-01-01 Winter break'] },
  'all-day-no-end': { events: ['2026-11-11 Fair'] },
  'all-day-weekly': {
    events: ['2026-10-30/2026-10-31 Over the change of clocks', '2027-04-30/2027-05-01 Over the change of clocks'],
  },
  'bad-date-beside-good': { events: ['2026-11-11 09:00-10:00 Good'], note: '“Never” was passed over' },
  'blank-lines': { events: ['2026-11-11 09:00-10:00 Between gaps'] },
  'bom-and-line-feeds': { events: ['2026-11-11 09:00-10:00 Plain'] },
  'by-week-number': { events: ['2026-12-31 Week 53'] },
  'cancelled-instance': { events: ['2026-11-05 13:30-15:00 Class', '2026-11-19 13:30-15:00 Class'] },
  'cancelled-series': { events: [] },
  // Nine in New York is two in Dublin, but one in the week in which only one of the two has changed its clocks.
  'clock-change': {
    events: [
      '2026-10-21 14:00-15:00 Talk from afar',
      '2026-10-28 13:00-14:00 Talk from afar',
      '2026-11-04 14:00-15:00 Talk from afar',
    ],
  },
  // RFC 5545, 3.3.5: a time in the gap is told by the offset before it.
  'clock-gap': { events: ['2027-03-28 02:30-03:00 In the hour that is not there'] },
  'count-of-a-billion': { events: ['2027-08-20 For ever', '2027-08-21 For ever'], more: 10 },
  'daily-since-1970': { events: ['2026-11-11 Long ago'] },
  'described-zone': { events: ['2026-10-28 13:00-14:00 Two clocks', '2026-11-04 14:00-15:00 Two clocks'] },
  'described-zone-hostile': { events: ['2026-11-11 09:00-10:00 Still read'], note: 'is taken by its name' },
  'duplicate-uid': { events: ['2026-11-12 09:00-10:00 Newer'] },
  empty: 'not a calendar file',
  'endless-by-the-second': {
    events: ['2026-11-11 09:00-09:00 Drip', '2026-11-11 09:01-09:01 Drip'],
    more: 33,
    note: '“Drip” repeats too often',
  },
  'ends-before-it-starts': { events: ['2026-11-11 10:00-10:00 Backwards'], note: 'ends before it starts' },
  'escaped-text': { events: ['2026-11-11 Bring paper, glue; and scissors \\ knife'] },
  'exdate-as-day': { events: ['2026-11-05 13:30-14:30 Class', '2026-11-19 13:30-14:30 Class'] },
  'exdate-in-utc': { events: ['2026-11-05 14:00-15:00 Class', '2026-11-26 14:00-15:00 Class'] },
  exrule: { events: ['2026-11-02 Old ways', '2026-11-03 Old ways'], more: 4 },
  folded: { events: ['2026-11-11 A very long line that is folded and folded again'] },
  'foreign-page': 'not a calendar file',
  'garbage-line': 'Line 7 of the calendar file cannot be understood: “this line says nothing”',
  'hour-never-struck': { events: ['2026-11-11 04:00-05:00 Once only'] },
  'leap-day': { events: ['2026-10-01 Good'] },
  'lower-case': { events: ['2026-11-11 09:00-10:00 quiet', '2026-11-18 09:00-10:00 quiet'] },
  'many-days-by-the-clock': { events: ['2026-11-06/2026-11-08 18:00-12:00 Camp'] },
  'midnight-end': { events: ['2026-11-11 20:00-24:00 Late'] },
  'monthly-since-1970': { events: ['2026-08-29 08:00-08:05 Old habit', '2026-09-29 08:00-08:05 Old habit'], more: 10 },
  'moved-in-another-zone': { events: ['2026-11-05 14:00-15:00 Class', '2026-11-12 16:00-17:00 Later'] },
  'moved-instance': {
    events: ['2026-11-05 13:30-15:00 Class', '2026-11-13 13:30-15:00 Class on Friday', '2026-11-19 13:30-15:00 Class'],
  },
  never: { events: ['2026-11-11 30 February'], note: 'or never' },
  'no-start': { events: ['2026-11-11 Good'], note: '“Whenever” was passed over' },
  'no-uid': { events: ['2026-11-11 One', '2026-11-12 Two'] },
  'old-series': { events: ['2026-11-04 10:00-11:00 Since 2001'] },
  'only-a-change': { events: ['2026-11-13 13:30-14:30 Change without its series'] },
  overnight: { events: ['2026-11-11/2026-11-12 22:00-02:00 Star watch'] },
  'quoted-parameter': { events: ['2026-11-11 09:00-10:00 Quoted'] },
  rdate: {
    events: ['2026-11-05 13:30-14:30 Class', '2026-11-12 13:30-14:30 Class', '2026-12-01 13:30-14:30 Class'],
  },
  'rdate-period': { events: ['2026-11-05 13:30-14:30 Class', '2026-12-01 13:30-14:30 Class'] },
  'start-in-one-zone-end-in-another': { events: ['2026-11-11 08:00-10:00 Flight'] },
  'this-and-future': {
    events: [
      '2026-11-05 13:30-15:00 Class',
      '2026-11-12 13:30-15:00 Class',
      '2026-11-19 14:00-15:30 Class, later',
      '2026-11-26 14:00-15:30 Class, later',
    ],
  },
  truncated: 'stops before its end',
  'two-calendars': { events: ['2026-11-11 One', '2026-11-12 Two'] },
  'unknown-zone': { events: ['2026-11-11 09:00-10:00 Where'], note: '(“Nowhere Standard Time”)' },
  'until-a-day': {
    events: [
      '2026-11-09 09:00-10:00 Three days',
      '2026-11-10 09:00-10:00 Three days',
      '2026-11-11 09:00-10:00 Three days',
    ],
  },
  'utc-winter-and-summer': { events: ['2026-11-11 13:00-14:00 Winter', '2027-07-01 14:00-15:00 Summer'] },
  'weekly-class': {
    events: ['2026-11-05 13:30-15:00 Class', '2026-11-12 13:30-15:00 Class', '2026-11-19 13:30-15:00 Class'],
  },
  'with-tasks': { events: ['2026-11-11 Good'], note: '2 tasks or journal entries' },
  'zone-with-prefix': { events: ['2026-11-11 08:00-09:00 Prefixed'] },
};

describe('awkward calendar files', () => {
  it('are all told what should come of them', () => {
    expect(Object.keys(EXPECTED).sort()).toEqual([...files].sort());
    expect(files.length).toBeGreaterThanOrEqual(30);
  });

  it.each(files)('%s', (name) => {
    const expected = EXPECTED[name]!;
    const started = performance.now();
    const reading = readCalendar(text(name), WINDOW);
    // Hostile rules are cut off by the work they make; a file of one event is never long about it.
    expect(performance.now() - started).toBeLessThan(20_000);
    if (typeof expected === 'string') {
      expect('fault' in reading && reading.fault).toContain(expected);
      return;
    }
    if ('fault' in reading) throw new Error(reading.fault);
    const shown = expected.more === undefined ? reading.events.length : expected.events.length;
    const found = reading.events.map(words);
    expect(found.slice(0, shown)).toEqual(expected.events);
    if (expected.more !== undefined) expect(found.length - shown).toBe(expected.more);
    if (expected.note) expect(reading.notes.join('\n')).toContain(expected.note);
    else expect(reading.notes).toEqual([]);
  });
});

describe('calendars that ask for more work than any should', () => {
  const event = (uid: number, start: string, more: string) =>
    `BEGIN:VEVENT\nUID:u${uid}\nDTSTART:${start}\nSUMMARY:x${uid}\n${more}END:VEVENT\n`;
  const calendar = (parts: string) => `BEGIN:VCALENDAR\nVERSION:2.0\nPRODID:x\n${parts}END:VCALENDAR\n`;
  const upTo = (n: number) => Array.from({ length: n }, (_, i) => i).join(',');
  const everySecond = `BYHOUR=${upTo(24)};BYMINUTE=${upTo(60)};BYSECOND=${upTo(60)}\n`;
  const zone = (i: number) =>
    `BEGIN:VTIMEZONE\nTZID:z${i}\nBEGIN:STANDARD\nDTSTART:19700101T000000\nTZOFFSETFROM:+0000\nTZOFFSETTO:+0100\nRRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU\nEND:STANDARD\nEND:VTIMEZONE\n`;
  const many = (n: number, make: (i: number) => string) => Array.from({ length: n }, (_, i) => make(i)).join('');
  it.each([
    [
      'every second of every day',
      calendar(event(1, '20260901T000000', `RRULE:FREQ=DAILY;${everySecond}`)),
      'too often',
    ],
    [
      'every second of every weekday since 1900',
      calendar(event(1, '19000101T000000', `RRULE:FREQ=YEARLY;BYDAY=MO,TU,WE,TH,FR;${everySecond}`)),
      'too often',
    ],
    ['five thousand time zones nobody uses', calendar(many(5_000, zone) + event(1, '20260901T100000', '')), ''],
    [
      'eight thousand daily events',
      calendar(many(7_999, (i) => event(i, '20260901T100000', 'RRULE:FREQ=DAILY\n'))),
      'more than can be followed',
    ],
    ['fifteen thousand events', calendar(many(15_000, (i) => event(i, '20260901T100000', ''))), 'at most 8000'],
    [
      'thousands of changes to all that follows',
      calendar(
        event(1, '20260901T100000', 'RRULE:FREQ=HOURLY\n') +
          many(3_000, (i) =>
            event(
              1,
              '20260901T100000',
              `RECURRENCE-ID;RANGE=THISANDFUTURE:202609${String(1 + (i % 28)).padStart(2, '0')}T120000\n`,
            ),
          ),
      ),
      'changed too often',
    ],
  ])('%s end, and say what was left', (_, text, words) => {
    const reading = readCalendar(text, { zone: 'Europe/Dublin', from: toDay('2026-09-01'), to: toDay('2027-08-31') });
    const said = 'fault' in reading ? reading.fault : reading.notes.join(' ');
    expect(said).toContain(words);
  });
});

describe('the importer', () => {
  const sane = (given: string) => {
    const reading = readCalendar(given, WINDOW);
    if ('fault' in reading) {
      expect(reading.fault).toMatch(/[.“]/);
      return;
    }
    for (const e of reading.events) {
      expect(isIsoDate(e.from) && isIsoDate(e.to) && e.from <= e.to).toBe(true);
      expect(e.from <= '2027-08-31' && e.to >= '2026-08-01').toBe(true);
      if (e.from === e.to && e.start) expect(e.start <= e.end!).toBe(true);
    }
    seriesOf(reading.events, [], '2026-11-11');
  };

  const part = fc.oneof(
    fc.constantFrom(
      'BYMONTH=2',
      'BYMONTHDAY=30',
      'BYMONTHDAY=-1',
      'BYDAY=5MO',
      'BYDAY=-1FR',
      'BYYEARDAY=366',
      'BYWEEKNO=53',
    ),
    fc.constantFrom(
      'BYHOUR=5',
      'BYMINUTE=59',
      'BYSECOND=0,30',
      'BYSETPOS=3',
      'COUNT=99999999',
      'UNTIL=99991231',
      'INTERVAL=0',
      'INTERVAL=999',
      'WKST=SU',
    ),
  );

  it('never throws and never makes a day that is none, whatever is done to a file', () => {
    const good = files.filter((f) => !/never|second|since/.test(f)).map(text);
    fc.assert(
      fc.property(
        fc.constantFrom(...good),
        fc.array(
          fc.tuple(
            fc.nat(2000),
            fc.constantFrom('', ':', ';', '\r\n', ' ', '9', 'Z', '-1', 'BEGIN:VEVENT\r\n', '"', '\0'),
          ),
          {
            minLength: 1,
            maxLength: 4,
          },
        ),
        fc.nat(3),
        (file, edits, cut) => {
          let t = file;
          for (const [at, put] of edits) t = t.slice(0, at % t.length) + put + t.slice((at % t.length) + cut);
          sane(t);
        },
      ),
      { numRuns: 400 },
    );
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), sane));
  });

  it('follows any rule that can be written within its budget', () => {
    const freq = fc.constantFrom('SECONDLY', 'MINUTELY', 'HOURLY', 'DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY', 'OFTEN');
    fc.assert(
      fc.property(freq, fc.array(part, { maxLength: 4 }), fc.constantFrom('2026', '1890', '2027'), (f, parts, year) => {
        sane(
          `BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:a\nDTSTART:${year}0228T050000\nRRULE:FREQ=${f};${[...new Set(parts)].join(';')}\nEND:VEVENT\nEND:VCALENDAR`,
        );
      }),
      { numRuns: 60 },
    );
  }, 120_000);

  it.each([
    'FREQ=SECONDLY;INTERVAL=999;BYYEARDAY=366;BYMINUTE=59',
    'FREQ=SECONDLY;BYMINUTE=59;BYWEEKNO=53',
    'FREQ=MINUTELY;INTERVAL=1440;BYHOUR=4',
    'FREQ=HOURLY;INTERVAL=2;BYHOUR=4',
  ])('is not held by steps that never meet what they wait for: %s', (rule) => {
    const reading = readCalendar(
      `BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:a\nDTSTART:20260228T050000\nRRULE:${rule}\nEND:VEVENT\nEND:VCALENDAR`,
      WINDOW,
    );
    expect('events' in reading && reading.events.every((e) => e.start?.startsWith('04') !== true)).toBe(true);
  });

  it('follows a rule by the hour on both sides of 1970', () => {
    const reading = readCalendar(
      'BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:a\nDTSTART:19691230T090500\nRRULE:FREQ=HOURLY;BYHOUR=9,11;COUNT=6\nEND:VEVENT\nEND:VCALENDAR',
      { ...WINDOW, from: toDay('1969-01-01'), to: toDay('1970-12-31') },
    );
    expect('events' in reading && reading.events.map((e) => `${e.from} ${e.start}`)).toEqual(
      ['1969-12-30', '1969-12-31', '1970-01-01'].flatMap((d) => [`${d} 09:05`, `${d} 11:05`]),
    );
  });

  it('ends on any zone that a calendar can describe', () => {
    fc.assert(
      fc.property(fc.array(part, { maxLength: 4 }), fc.constantFrom('1970', '1601', '2026'), (parts, year) => {
        const rule = `RRULE:FREQ=YEARLY;${[...new Set(parts)].join(';')}`.replace(/;$/, '');
        sane(
          text('described-zone')
            .replace(/RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=2SU/, rule)
            .replace('20070311', `${year}0311`),
        );
      }),
      { numRuns: 60 },
    );
  }, 60_000);

  it('of a thousand hostile rules together takes no longer than its budget allows', () => {
    const event = (n: number) =>
      `BEGIN:VEVENT\nUID:${n}\nDTSTART:20261111T090000\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30\nSUMMARY:x\nEND:VEVENT\n`;
    const started = performance.now();
    const reading = readCalendar(
      `BEGIN:VCALENDAR\n${Array.from({ length: 1000 }, (_, n) => event(n)).join('')}END:VCALENDAR`,
      WINDOW,
    );
    expect('notes' in reading && reading.notes.length).toBe(1000);
    expect(performance.now() - started).toBeLessThan(20_000);
  }, 60_000);

  it('refuses what is far too long before it is read', () => {
    const reading = readCalendar(`BEGIN:VCALENDAR\n${'x'.repeat(2_000_001)}`, WINDOW);
    expect('fault' in reading && reading.fault).toContain('two million characters');
  });
});
