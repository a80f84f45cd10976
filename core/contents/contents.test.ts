import { countContents } from '../course';
import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flatten } from '../course';
import { type Course, KINDS, type Kind, type Step, type Unit } from '../household';
import { aCourse } from '../tests/make';
import { buildUnits, COURSE_COLUMNS, COURSE_TEMPLATE, readContents, readCourseCsv, writeCourseCsv } from './index';
import { PAGES } from '../tests/pages';

const STEPS = [
  { kind: 'introduce' as Kind, count: 1 },
  { kind: 'practise' as Kind, count: 2 },
];
const lessonsOf = (units: readonly Unit[]) => units.flatMap((u) => u.lessons);
const build = (text: string) => buildUnits(readContents(text), STEPS);

describe('a pasted contents page', () => {
  it.each(PAGES.map((p) => [p.name, p] as const))('%s', (_, page) => {
    const units = build(page.text);
    const c = countContents(units);
    expect([c.units, c.lessons, c.tests]).toEqual(page.count);
    const lessons = lessonsOf(units);
    for (const [title, pages] of page.has ?? []) {
      expect(lessons.filter((l) => l.title === title).map((l) => l.pages)).toContain(pages);
    }
    // Every lesson has its steps, every test one; ids are all different.
    expect(c.steps).toBe(3 * c.lessons + c.tests);
    const ids = lessons.flatMap((l) => [l.id, ...l.steps.map((s) => s.id)]);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('reads the books and propositions of Euclid’s Elements: 13 books, 465 propositions', () => {
    // Propositions in each book: Heath's edition of the Elements (1908); the counts are quoted from memory.
    const books = [48, 14, 37, 16, 25, 33, 39, 27, 36, 115, 39, 18, 18];
    const roman = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII', 'VIII', 'IX', 'X', 'XI', 'XII', 'XIII'];
    const text = books
      .map((n, b) => [`BOOK ${roman[b]}`, ...Array.from({ length: n }, (_, i) => `Proposition ${i + 1}.`)].join('\n'))
      .join('\n\n');
    const units = build(text);
    expect(units).toHaveLength(13);
    expect(units.map((u) => u.lessons.length)).toEqual(books);
    expect(lessonsOf(units)).toHaveLength(465);
    expect(units[8]!.title).toBe('Book 9');
  });

  it('says of each line where it stood and keeps every word of it', () => {
    const lines = readContents('\uFEFFContents\r\n\r\n  1\u00A0Rain ... 3\r\n2 Snow ... 9\r\n');
    expect(lines.map((l) => [l.line, l.kind, l.title, l.pages])).toEqual([
      [1, 'nothing', 'Contents', undefined],
      [3, 'lesson', 'Rain', '3–8'],
      [4, 'lesson', 'Snow', '9'],
    ]);
  });

  it('takes mended lines as they are', () => {
    const lines = readContents('1 Rain\n2 Snow\nFog');
    const mended = lines.map((l) => (l.title === 'Snow' ? { ...l, kind: 'test' as const } : l));
    expect(countContents(buildUnits(mended, STEPS))).toMatchObject({ lessons: 2, tests: 1 });
    expect(
      buildUnits(
        mended.map((l) => ({ ...l, kind: 'nothing' as const })),
        STEPS,
      ),
    ).toEqual([]);
  });

  it('never throws and never hangs, however odd the text', () => {
    const odd = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 400 }),
      fc.string({
        unit: fc.constantFrom('.', ' ', '\t', '1', 'i', 'x', 'v', '-', '\n', '(', 'p', 'L'),
        maxLength: 600,
      }),
      fc
        .array(fc.constantFrom('Lesson', ' ', '12', '\n', '....', 'Part', 'IV', 'to', '–', 'test', ':', '#'), {
          maxLength: 120,
        })
        .map((a) => a.join('')),
    );
    fc.assert(
      fc.property(odd, (text) => {
        const lines = readContents(text);
        const units = buildUnits(lines, STEPS);
        expect(units.every((u) => u.lessons.every((l) => l.title.length > 0 && l.steps.length > 0))).toBe(true);
      }),
      { numRuns: 500 },
    );
    // What a backtracking pattern would choke on, at full length.
    for (const unit of ['. ', ' .', '\t', '1.', 'i', ' 1', '- ', '(p. ']) {
      const long = `${unit.repeat(5_000)}x\n`.repeat(40);
      const start = performance.now();
      readContents(long);
      expect(performance.now() - start).toBeLessThan(2_000);
    }
  });
});

describe('a course as CSV', () => {
  const word = fc.oneof(
    fc.string({ minLength: 1, maxLength: 12 }).map((s) => s.trim() || 'x'),
    fc.constantFrom('a, b', 'said "so"', 'two\nlines', '=1+1', "'=1+1", "''-x", "'tis", '+cmd', '-2', '@here', 'Ωδ'),
  );
  const step = fc.record(
    {
      id: fc.constant(''),
      kind: fc.constantFrom(...KINDS),
      label: word,
      minutes: fc.integer({ min: 1, max: 600 }),
      presence: fc.constantFrom('with' as const, 'start' as const, 'near' as const, 'alone' as const),
      optional: fc.constant(true),
    },
    { requiredKeys: ['id', 'kind'] },
  );
  const course = fc
    .array(
      fc.tuple(
        word,
        fc.array(fc.tuple(word, fc.array(step, { minLength: 1, maxLength: 4 })), { minLength: 1, maxLength: 4 }),
      ),
      { maxLength: 3 },
    )
    .map((units) => ({
      units: units.map(([title, lessons], u) => ({
        id: `U${u}`,
        title: `${u} ${title}`,
        lessons: lessons.map(([t, steps], l) => ({
          id: `L${u}.${l}`,
          title: `${u}.${l} ${t}`,
          steps: steps as Step[],
        })),
      })),
    }));
  const bare = (units: readonly Unit[]) =>
    units.map((u) => ({
      title: u.title,
      lessons: u.lessons.map((l) => ({ title: l.title, steps: l.steps.map(({ id: _, ...s }) => s) })),
    }));

  it('comes back as it went', () => {
    fc.assert(
      fc.property(course, (c) => {
        const reading = readCourseCsv(writeCourseCsv(c));
        expect(reading.faults).toEqual([]);
        expect(bare(reading.units)).toEqual(bare(c.units));
      }),
    );
  });

  it('is read by a second CSV library as the same cells, and what that one writes is read by us (RFC 4180)', () => {
    fc.assert(
      fc.property(course, (c) => {
        const ours = writeCourseCsv(c);
        const cells: string[][] = parse(ours, { record_delimiter: '\r\n' });
        expect(cells[0]).toEqual([...COURSE_COLUMNS]);
        expect(cells).toHaveLength(1 + c.units.flatMap((u) => u.lessons.flatMap((l) => l.steps)).length);
        const theirs = stringify(cells, { record_delimiter: 'windows' });
        expect(bare(readCourseCsv(theirs).units)).toEqual(bare(readCourseCsv(ours).units));
      }),
    );
  });

  it('reads the examples of RFC 4180, section 2', () => {
    const titles = (text: string) => lessonsOf(readCourseCsv(text).units).map((l) => l.title);
    // 1 and 2: with and without a line break after the last record.
    expect(titles('title,label\r\naaa,bbb\r\nzzz,yyy\r\n')).toEqual(['aaa', 'zzz']);
    expect(titles('title,label\r\naaa,bbb\r\nzzz,yyy')).toEqual(['aaa', 'zzz']);
    // 5: fields in quotation marks or not.
    expect(titles('title,label\r\n"aaa","bbb"\r\nzzz,yyy')).toEqual(['aaa', 'zzz']);
    // 6: line breaks, commas and quotation marks inside quotation marks.
    expect(titles('title,label\r\n"b\r\nbb","c,c"\r\nzzz,yyy')).toEqual(['b\r\nbb', 'zzz']);
    // 7: a quotation mark doubled inside.
    expect(titles('title,label\r\n"b""bb",ccc')).toEqual(['b"bb']);
  });

  it('defuses what a spreadsheet would run as a formula', () => {
    const c = aCourse('c', { lessons: 1 });
    c.units[0]!.lessons[0]!.title = '=HYPERLINK("x")';
    const text = writeCourseCsv(c);
    const cell = (parse(text, { columns: true, record_delimiter: '\r\n' }) as Record<string, string>[])[0]!['title'];
    expect(cell).toBe('\'=HYPERLINK("x")');
    expect(lessonsOf(readCourseCsv(text).units)[0]!.title).toBe('=HYPERLINK("x")');
  });

  it('names each faulty row and column and takes the rest', () => {
    const reading = readCourseCsv(
      'title,step,minutes,presence,optional\nRain,introduce,20,with,no\n,practise,10,,\nSnow,dance,10,,\nSnow,test,many,,\nSnow,review,10,sometimes,\nSnow,review,10,,perhaps\nSnow,review,10,near,yes\n',
    );
    expect(reading.rows).toBe(2);
    expect(reading.faults.map((f) => [f.row, f.column])).toEqual([
      [3, 'title'],
      [4, 'step'],
      [5, 'minutes'],
      [6, 'presence'],
      [7, 'optional'],
    ]);
    expect(reading.faults[1]!.sentence).toContain('“dance” is no kind of step');
    expect(lessonsOf(reading.units)[1]!.steps[0]).toMatchObject({ kind: 'review', optional: true });
    expect(readCourseCsv('name\nx').faults[0]!.sentence).toContain('There is no column “title”');
    expect(readCourseCsv('title,colour\nx,red').faults[0]!.sentence).toContain('“colour” is not known');
    expect(readCourseCsv('title\n"open').faults[0]!.sentence).toContain('quotation mark');
    expect(readCourseCsv('').faults[0]!.sentence).toContain('There is no column “title”');
  });

  it('reads its own template, semicolons and tabs', () => {
    expect(readCourseCsv(COURSE_TEMPLATE)).toMatchObject({ rows: 3, faults: [] });
    for (const mark of [';', '\t']) {
      const text = `title${mark}step\nRain${mark}review\nRain${mark}test\n`;
      const course = { ...aCourse('c'), units: readCourseCsv(text).units } as Course;
      expect(flatten(course).map((s) => s.kind)).toEqual(['review', 'assess']);
    }
  });

  it('never throws, whatever is fed to it', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        expect(Array.isArray(readCourseCsv(`title,step\n${text}`).units)).toBe(true);
        expect(Array.isArray(readCourseCsv(text).units)).toBe(true);
      }),
    );
  });
});
