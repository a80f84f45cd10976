import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { workOf } from '../attendance';
import { toDay } from '../calendar';
import { markStep, readBook, saveBook, takeReadingBack, takeReadings } from '../deeds';
import { type Book, type Household, READING_KINDS } from '../household';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from '../tests/make';
import {
  linesOf,
  minutesByKind,
  nextSitting,
  READING_COLUMNS,
  readingLines,
  readingTotal,
  readReadingCsv,
  writeReadingCsv,
  yearAround,
} from './index';

const TODAY = toDay('2026-09-14');
let n = 0;
const newId = () => `b${++n}`;
const heron: Book = {
  id: 'heron',
  title: 'The Heron’s Year',
  pages: 40,
  childIds: ['A', 'B'],
  kind: 'aloud',
  minutes: 20,
};
const base = (): Household =>
  afterDeed(
    aHousehold({
      years: [aYear()],
      teachers: [aTeacher('T')],
      children: [aChild('A', { name: 'Wren' }), aChild('B', { name: 'Jory' })],
      courses: [
        aCourse(
          'c',
          {
            lessons: 3,
            perLesson: [
              { kind: 'read', count: 1 },
              { kind: 'practise', count: 1 },
            ],
          },
          { title: 'Tales' },
        ),
      ],
      enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'] })],
    }),
    saveBook(heron),
  );
const read = (h: Household, day: number, said = {}) => afterDeed(h, readBook(h, 'heron', day, newId, said));

describe('a sitting with a book', () => {
  it('is one press: the next pages, as many as usual, to the last, which ends the book', () => {
    let h = read(base(), TODAY);
    expect(h.readings).toMatchObject([{ kind: 'aloud', minutes: 20, from: 1, to: 6, childIds: ['A', 'B'] }]);
    h = read(h, TODAY + 1, { from: 7, to: 16 });
    h = read(h, TODAY + 2, { from: 17, to: 26 });
    expect(nextSitting(h, heron)).toMatchObject({ from: 27, to: 36 });
    h = read(read(h, TODAY + 3), TODAY + 4);
    expect(h.readings.at(-1)).toMatchObject({ from: 37, to: 40 });
    expect(h.books[0]!.closed).toBe('2026-09-18');
    const back = afterDeed(h, takeReadingBack(h, h.readings.at(-1)!.id));
    expect([back.books[0]!.closed, back.readings.length]).toEqual([undefined, 4]);
    // Of a book without pages nothing is said of pages.
    const { pages: _pages, ...plain } = heron;
    expect(nextSitting(base(), plain)).toEqual({ kind: 'aloud', minutes: 20 });
  });
});

describe('the list of what was read', () => {
  it('has sittings with books, and a course’s chapters by their own marks, once, but for who missed them', () => {
    let h = read(base(), TODAY);
    h = afterDeed(h, markStep(h, { enrolmentId: 'e', stepId: 'L1-1', day: TODAY }, 'done', newId));
    h = afterDeed(h, markStep(h, { enrolmentId: 'e', stepId: 'L1-2', day: TODAY }, 'done', newId));
    h = afterDeed(h, markStep(h, { enrolmentId: 'e', stepId: 'L1-1', day: TODAY }, 'missed', newId, 'B'));
    const titles = (id: string) => readingLines(h, id).map((l) => [l.title, l.kind]);
    expect(titles('A')).toEqual([
      ['Tales', 'aloud'],
      ['The Heron’s Year', 'aloud'],
    ]);
    expect(titles('B')).toEqual([['The Heron’s Year', 'aloud']]);
    // The chapter, without a word of its kind: all of the list was read.
    expect(readingLines(h, 'A')[0]!.what).toBe('Lesson 1');
    // What was recorded stays when the book is changed afterwards.
    const course = h.courses[0]!;
    const renamed = {
      ...h,
      courses: [{ ...course, units: course.units.map((u) => ({ ...u, lessons: u.lessons.slice(1) })) }],
    };
    expect(readingLines(renamed, 'A').map((l) => l.what)).toEqual(readingLines(h, 'A').map((l) => l.what));
    const kinds = { ...course.kinds, read: { ...course.kinds.read, presence: 'alone' as const } };
    const alone = afterDeed(h, [{ table: 'courses', put: { ...course, kinds } }]);
    expect(readingLines(alone, 'A')).toEqual(readingLines(h, 'A'));
    expect(minutesByKind(readingLines(h, 'A'))).toEqual([{ kind: 'aloud', minutes: 20 + 20 }]);
    expect(readingTotal(readingLines(h, 'A'))).toBe('2 sittings with 2 books, 40 min');
    expect(readingLines(h, 'A', TODAY + 1)).toEqual([]);
    expect(yearAround(h, TODAY)).toEqual({ from: toDay(h.years[0]!.start), to: toDay(h.years[0]!.end) });
  });
  it('has a chapter that was read and is to be read again, and nothing of a child before it came', () => {
    let h = afterDeed(base(), markStep(base(), { enrolmentId: 'e', stepId: 'L1-1', day: TODAY }, 'again', newId));
    h = afterDeed(h, markStep(h, { enrolmentId: 'e', stepId: 'L1-1', day: TODAY + 1 }, 'done', newId));
    const minutes = (of: Household) => readingLines(of, 'B').map((l) => l.minutes);
    expect(minutes(h)).toEqual([20, 20]);
    // Said afterwards, it reaches back, as in the hours.
    const [a, b] = h.children;
    const late = { ...h, children: [a!, { ...b!, from: '2026-09-15' }] };
    expect([minutes(late), [...workOf(late, 'B').values()]]).toEqual([[20], [20]]);
  });
  it('reads lines of words one by one', () => {
    expect(linesOf(' sun \r\n\nmoon')).toEqual(['sun', 'moon']);
  });
});

describe('readings as a table', () => {
  const said = fc.record({
    kind: fc.constantFrom(...READING_KINDS),
    minutes: fc.integer({ min: 0, max: 200 }),
    how: fc.string({ maxLength: 30 }).map((s) => s.trim().replace(/\0/g, '')),
    pages: fc.option(fc.tuple(fc.integer({ min: 1, max: 50 }), fc.nat(9))),
  });
  it('are what a second library reads (RFC 4180), and come back the same', () => {
    fc.assert(
      fc.property(fc.array(said, { maxLength: 8 }), (list) => {
        let h = base();
        h = { ...h, books: h.books.map(({ pages: _p, ...b }) => ({ ...b, childIds: ['A'] })) };
        list.forEach(({ pages, how, ...s }, i) => {
          const span = pages ? { from: pages[0], to: pages[0] + pages[1] } : { from: undefined, to: undefined };
          const [put] = readBook(h, 'heron', TODAY + i, newId, s);
          const { from: _f, to: _t, ...row } = (put as { put: object & { from?: number; to?: number } }).put;
          const full = { ...row, ...(pages ? span : {}), ...(how ? { how } : {}) } as never;
          h = { ...h, readings: [...h.readings, full] };
        });
        const csv = writeReadingCsv(h);
        const cells = parse(csv, { record_delimiter: '\r\n' }) as string[][];
        expect(cells[0]).toEqual([...READING_COLUMNS]);
        expect(cells).toHaveLength(list.length + 1);
        // What the second library writes is read as well.
        for (const text of [csv, stringify(cells, { record_delimiter: '\r\n' })]) {
          const { rows, faults } = readReadingCsv(h, text);
          expect(faults).toEqual([]);
          const empty = { ...h, readings: [] };
          const again = afterDeed(empty, takeReadings(empty, rows, newId));
          expect(writeReadingCsv(again).split('\r\n').sort()).toEqual(csv.split('\r\n').sort());
        }
        // Taken into the household that has them already, nothing comes twice.
        expect(takeReadings(h, readReadingCsv(h, csv).rows, newId)).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });
  it('are one sitting of those children whose rows say the same, and a new book is all of theirs', () => {
    const h = { ...read(base(), TODAY), books: [heron] };
    const empty = { ...base(), books: [] };
    const after = afterDeed(empty, takeReadings(empty, readReadingCsv(empty, writeReadingCsv(h)).rows, newId));
    expect(after.books.map((b) => [b.title, b.childIds])).toEqual([[heron.title, ['A', 'B']]]);
    expect(after.readings.map((r) => [r.childIds, r.from, r.to])).toEqual([[['A', 'B'], 1, 6]]);
  });
  it('name a row with a fault, and take the others', () => {
    const text =
      'date,child,title,minutes,from,to\n2026-02-30,Wren,X,5,,\n2026-09-14,Nobody,X,5,,\n2026-09-14,Wren,,5,,\n2026-09-14,Wren,X,-1,,\n2026-09-14,Wren,X,5,9,3\n2026-09-14,Wren,A new one,5,1,4\n';
    const { rows, faults } = readReadingCsv(base(), text);
    expect(faults.map((f) => [f.row, f.sentence.slice(0, 20)])).toEqual([
      ...[
        [2, '“2026-02-30” is no da'.slice(0, 20)],
        [3, 'No child is called “'],
        [4, 'The title is empty.'],
        [5, '“-1” under “minutes”'],
        [6, 'It ends on page 3, b'],
      ],
    ]);
    expect(rows).toMatchObject([{ title: 'A new one', from: 1, to: 4 }]);
    const after = afterDeed(base(), takeReadings(base(), rows, newId));
    expect(after.books.map((b) => b.title)).toContain('A new one');
    expect(readReadingCsv(base(), 'child,title\n').faults[0]!.sentence).toContain('no column “date”');
    expect(readReadingCsv(base(), 'date,child,title\n"2026').faults).toHaveLength(1);
  });
});
