import Papa from 'papaparse';
import {
  type Course,
  KINDS,
  type Kind,
  type Lesson,
  PRESENCES,
  type Presence,
  type Step,
  type Unit,
} from '../household/types';

/** Columns of a course as CSV, one row a step; a lesson’s rows stand together. Only `title` must be there. */
export const COURSE_COLUMNS = ['unit', 'title', 'pages', 'step', 'label', 'minutes', 'presence', 'optional'] as const;
type Column = (typeof COURSE_COLUMNS)[number];

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
/**
 * A leading quote mark keeps a spreadsheet from running the text as a formula. One that stands there already gets
 * another, so that reading takes off just what writing put on.
 */
const defuse = (text: string) => (/^'*[=+\-@\t\r]/.test(text) ? `'${text}` : text);
const undefuse = (text: string) => text.replace(/^'(?='*[=+\-@\t\r])/, '');

/**
 * Reads a course from CSV (RFC 4180; comma, semicolon or tab). A row with a fault is named and left out; nothing else
 * of the file is touched by it. Ids are made from positions and `prefix`.
 */
export function readCourseCsv(text: string, prefix = ''): CsvReading {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  const [header = [], ...body] = parsed.data;
  const columns = header.map((h) => h.trim().toLowerCase());
  const unknown = columns.find((c) => c !== '' && !COURSE_COLUMNS.includes(c as Column));
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
  let last: { unit: string; title: string; lesson: Lesson } | undefined;
  body.slice(0, MOST_ROWS).forEach((cells, i) => {
    const cell = (c: Column) => undefuse((cells[columns.indexOf(c)] ?? '').trim());
    const result = readRow(cell);
    if ('sentence' in result) {
      faults.push({ row: i + 2, ...result });
      return;
    }
    rows++;
    const unitTitle = cell('unit');
    const title = cell('title').slice(0, 500);
    if (!last || last.title !== title || last.unit !== unitTitle) {
      let unit = units.at(-1);
      if (!unit || unit.title !== unitTitle) {
        unit = { id: `${prefix}U${units.length + 1}`, title: unitTitle.slice(0, 500), lessons: [] };
        units.push(unit);
      }
      const pages = cell('pages').slice(0, 60);
      const lesson = { id: `${prefix}L${++lessons}`, title, ...(pages ? { pages } : {}), steps: [] as Step[] };
      unit.lessons.push(lesson);
      last = { unit: unitTitle, title, lesson };
    }
    last.lesson.steps.push({ id: `${last.lesson.id}-${last.lesson.steps.length + 1}`, ...result });
  });
  return { units, rows, faults: faults.sort((a, b) => a.row - b.row) };
}

/** One row as a step without its id, or what is wrong with it. */
function readRow(cell: (c: Column) => string): Omit<Step, 'id'> | Omit<CsvFault, 'row'> {
  if (!cell('title')) return { column: 'title', sentence: 'The lesson has no title.' };
  const word = cell('step').toLowerCase() || 'introduce';
  const kind = word === 'test' ? 'assess' : word;
  if (!KINDS.includes(kind as Kind))
    return { column: 'step', sentence: `“${cell('step')}” is no kind of step; write one of ${KINDS.join(', ')}.` };
  const minutes = cell('minutes');
  if (minutes && !(/^\d+$/.test(minutes) && Number(minutes) >= 1 && Number(minutes) <= 600))
    return { column: 'minutes', sentence: `“${minutes}” is no whole number of minutes from 1 to 600.` };
  const presence = cell('presence').toLowerCase();
  if (presence && !PRESENCES.includes(presence as Presence))
    return { column: 'presence', sentence: `“${presence}” is not one of ${PRESENCES.join(', ')}.` };
  const optional = cell('optional').toLowerCase();
  if (optional && !['yes', 'no', 'true', 'false', 'x'].includes(optional))
    return { column: 'optional', sentence: `“${optional}” should be yes or no.` };
  const label = cell('label').slice(0, 500);
  return {
    kind: kind as Kind,
    ...(label ? { label } : {}),
    ...(minutes ? { minutes: Number(minutes) } : {}),
    ...(presence ? { presence: presence as Presence } : {}),
    ...(['yes', 'true', 'x'].includes(optional) ? { optional: true } : {}),
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
