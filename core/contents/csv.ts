import Papa from 'papaparse';
import { WEEKDAY_NAMES } from '../calendar/day';
import type { Course, Lesson, Step, Unit } from '../household/types';
import { type CellValues, COURSE_COLUMNS, type CourseColumn, readCell } from './cell';

export interface CsvFault {
  /** Row of the file, the header being row 1. */
  row: number;
  column: string;
  /** A plain sentence: what is wrong and what to write instead. */
  sentence: string;
}
export interface CsvReading {
  units: Unit[];
  /** Rows taken. */
  rows: number;
  /** Rows that were not taken, each with why. The others wait for the reader’s decision. */
  faults: CsvFault[];
}

const MOST_ROWS = 20_000;
/** Longest CSV that is read, in characters: some hundred for every row that is taken. */
export const LONGEST_CSV = 2_000_000;
/**
 * A leading quote mark keeps a spreadsheet from running the text as a formula. One that stands there already gets
 * another, so that reading takes off just what writing put on.
 */
export const defuse = (text: string) => (/^'*[=+\-@\t\r]/.test(text) ? `'${text}` : text);
export const undefuse = (text: string) => text.replace(/^'(?='*[=+\-@\t\r])/, '');

/**
 * Reads a course from CSV (RFC 4180; comma, semicolon or tab). A row with a fault is named and left out; nothing else
 * of the file is touched by it. Ids are made from positions and `prefix`.
 */
export function readCourseCsv(text: string, prefix = ''): CsvReading {
  if (text.length > LONGEST_CSV)
    return {
      units: [],
      rows: 0,
      faults: [{ row: 1, column: '', sentence: 'The file is far longer than any course’s contents; it was not read.' }],
    };
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  const [header = [], ...body] = parsed.data;
  const columns = header.map((h) => h.trim().toLowerCase());
  const unknown = columns.find((c) => c !== '' && !COURSE_COLUMNS.includes(c as CourseColumn));
  const headerFault = (sentence: string): CsvReading => ({
    units: [],
    rows: 0,
    faults: [{ row: 1, column: unknown ?? 'title', sentence }],
  });
  const wanted = `The first row names the columns: ${COURSE_COLUMNS.join(', ')}.`;
  if (!columns.includes('title')) return headerFault(`There is no column “title”. ${wanted}`);
  if (unknown !== undefined) return headerFault(`The column “${unknown}” is not known. ${wanted}`);
  const faults: CsvFault[] = [];
  const quote = parsed.errors.find((e) => e.type === 'Quotes');
  if (quote)
    faults.push({
      row: (quote.row ?? 0) + 1,
      column: '',
      sentence: 'A quotation mark is opened and not closed, or stands in the middle of a text.',
    });
  if (body.length > MOST_ROWS)
    faults.push({ row: MOST_ROWS + 2, column: '', sentence: `Only the first ${MOST_ROWS} rows are read.` });

  const units: Unit[] = [];
  let lessons = 0;
  let rows = 0;
  let last: { unit: string; title: string; track: string | undefined; lesson: Lesson } | undefined;
  body.slice(0, MOST_ROWS).forEach((cells, i) => {
    const cell = (c: CourseColumn) => undefuse((cells[columns.indexOf(c)] ?? '').trim());
    const result = readRow(cell);
    if ('sentence' in result) {
      faults.push({ row: i + 2, ...result });
      return;
    }
    rows++;
    const { unit: unitTitle, title, track, pages, prepare } = result;
    if (!last || last.title !== title || last.unit !== unitTitle || last.track !== track) {
      let unit = units.at(-1);
      if (!unit || unit.title !== unitTitle || unit.track !== track) {
        unit = { id: `${prefix}U${units.length + 1}`, title: unitTitle, ...(track ? { track } : {}), lessons: [] };
        units.push(unit);
      }
      const id = `${prefix}L${++lessons}`;
      const lesson = { id, title, ...(pages ? { pages } : {}), ...(prepare ? { prepare } : {}), steps: [] as Step[] };
      unit.lessons.push(lesson);
      last = { unit: unitTitle, title, track, lesson };
    }
    last.lesson.steps.push(stepOf(result, `${last.lesson.id}-${last.lesson.steps.length + 1}`));
  });
  return { units, rows, faults: faults.sort((a, b) => a.row - b.row) };
}

type CellReader = (c: CourseColumn) => string;

/** One row as the values of its cells, or what is wrong with the first faulty one. */
function readRow(cell: CellReader): CellValues | Omit<CsvFault, 'row'> {
  const values: Partial<Record<CourseColumn, unknown>> = {};
  for (const column of COURSE_COLUMNS) {
    const read = readCell(column, cell(column));
    if ('sentence' in read) return { column, sentence: read.sentence };
    values[column] = read.value;
  }
  return values as unknown as CellValues;
}

/** The step that a row's cells describe, with an id. */
export function stepOf(v: CellValues, id: string): Step {
  return {
    id,
    kind: v.step,
    ...(v.label ? { label: v.label } : {}),
    ...(v.minutes ? { minutes: v.minutes } : {}),
    ...(v.presence ? { presence: v.presence } : {}),
    ...(v.optional ? { optional: true } : {}),
    ...(v.variant ? { variant: v.variant } : {}),
    ...(v.weekday ? { weekday: v.weekday } : {}),
  };
}

/** A course’s contents as CSV (RFC 4180, CRLF). Texts that a spreadsheet would run as formulas are defused. */
export function writeCourseCsv(course: Pick<Course, 'units'>): string {
  const rows = course.units.flatMap((u) =>
    u.lessons.flatMap((l) =>
      l.steps.map((s) => [
        defuse(u.title),
        defuse(l.title),
        defuse(l.pages ?? ''),
        s.kind,
        defuse(s.label ?? ''),
        s.minutes ?? '',
        s.presence ?? '',
        s.optional ? 'yes' : '',
        l.prepare ?? '',
        defuse(s.variant ?? ''),
        s.weekday ? WEEKDAY_NAMES[s.weekday] : '',
        defuse(u.track ?? ''),
      ]),
    ),
  );
  return `${Papa.unparse([[...COURSE_COLUMNS], ...rows], { newline: '\r\n' })}\r\n`;
}

/** A file to fill in: the columns, with two lessons as an example. */
export const COURSE_TEMPLATE = writeCourseCsv({
  units: [
    {
      id: 'U1',
      title: 'Unit 1, the towpath',
      lessons: [
        {
          id: 'L1',
          title: 'Lesson 1, where the water comes from',
          pages: '4–7',
          steps: [
            { id: 'L1-1', kind: 'introduce', minutes: 20, presence: 'with' },
            { id: 'L1-2', kind: 'practise', label: 'workbook page 3', minutes: 15 },
          ],
        },
        { id: 'L2', title: 'Test 1', steps: [{ id: 'L2-1', kind: 'assess' }] },
      ],
    },
  ],
});
