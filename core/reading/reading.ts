import { type Day, fromDay, type IsoDate, isIsoDate, toDay } from '../calendar';
import { readTable, type TableFault, writeTable } from '../contents';
import { contentsOf, type FlatStep, flatten, kindName, stepName } from '../course';
import {
  type Book,
  byId,
  type Enrolment,
  type Household,
  type Id,
  type Reading,
  READING_KINDS,
  type ReadingKind,
  titleOf,
} from '../household';
import { atSitting, marksByEnrolment, sittingMarks, sittingMinutes } from '../log';
import { count, hoursAndMinutes } from '../words';

/** What each kind of sitting is called. */
export const READING_WORDS: Record<ReadingKind, string> = {
  matched: 'matched reader',
  second: 'second reader',
  free: 'free choice',
  aloud: 'read aloud to',
  listened: 'listened to',
};
/** Pages of a sitting, while nothing is recorded of a book. */
const USUAL_PAGES = 6;
/** So many sittings back the usual pages are taken from. */
const LOOKED_BACK = 3;

/** The sittings with a book, oldest first. */
export const sittingsWith = (state: Pick<Household, 'readings'>, bookId: Id): Reading[] =>
  state.readings
    .filter((r) => r.bookId === bookId)
    .sort((a, b) =>
      a.date !== b.date ? (a.date < b.date ? -1 : 1) : (a.to ?? 0) - (b.to ?? 0) || (a.id < b.id ? -1 : 1),
    );

/** The last page that was read of a book, 0 before the first. */
export const readTo = (state: Pick<Household, 'readings'>, bookId: Id): number =>
  state.readings.reduce((n, r) => (r.bookId === bookId ? Math.max(n, r.to ?? 0) : n), 0);

/**
 * The next sitting with a book as one press records it: the next pages, as many as usual (the middle of the last three), the book’s minutes
 * and kind. A book without page numbers has none.
 */
export function nextSitting(
  state: Pick<Household, 'readings'>,
  book: Book,
): Pick<Reading, 'kind' | 'minutes' | 'from' | 'to'> {
  const own = sittingsWith(state, book.id);
  const spans = own
    .filter((r) => r.from !== undefined && r.to !== undefined && r.to >= r.from)
    .slice(-LOOKED_BACK)
    .map((r) => r.to! - r.from! + 1)
    .sort((a, b) => a - b);
  const usual = { kind: book.kind, minutes: book.minutes };
  const last = readTo(state, book.id);
  if (book.pages === undefined && last === 0) return usual;
  if (book.pages !== undefined && last >= book.pages) return usual;
  const pages = spans[Math.floor((spans.length - 1) / 2)] ?? USUAL_PAGES;
  return { ...usual, from: last + 1, to: Math.min(book.pages ?? Infinity, last + pages) };
}

/** One line of what a child read, or what was read to it. */
export interface ReadingLine {
  date: IsoDate;
  day: Day;
  title: string;
  author: string;
  kind: ReadingKind;
  /** Pages or lesson, in words; empty where nothing is said. */
  what: string;
  minutes: number;
  how: string;
  /** Of a sitting with a book; what comes of a course’s own mark has none. */
  readingId?: Id;
}

/**
 * All that a child read and that was read to it, between two days (both included), oldest first: its sittings with books, and the reading
 * steps of its courses by their own marks, so that a planned read-aloud is entered once.
 */
export function readingLines(state: Household, childId: Id, from: Day = -Infinity, to: Day = Infinity): ReadingLine[] {
  const lines: ReadingLine[] = [];
  for (const r of state.readings) {
    const book = byId(state.books, r.bookId);
    if (!book || !r.childIds.includes(childId)) continue;
    const what = r.to === undefined ? '' : r.from === r.to ? `page ${r.to}` : `pages ${r.from ?? 1} to ${r.to}`;
    lines.push({
      ...{ date: r.date, day: toDay(r.date), title: book.title, author: book.author ?? '', kind: r.kind, what },
      ...{ minutes: r.minutes, how: r.how ?? '', readingId: r.id },
    });
  }
  const steps = new Map<Id, ReadonlyMap<Id, FlatStep>>();
  const stepOf = (enrolment: Enrolment, stepId: Id): FlatStep | undefined => {
    let own = steps.get(enrolment.id);
    if (!own) {
      const course = contentsOf(state, enrolment);
      own = new Map((course ? flatten(course) : []).map((x) => [x.id, x]));
      steps.set(enrolment.id, own);
    }
    return own.get(stepId);
  };
  const sat = [...marksByEnrolment(state.marks)].flatMap(([id, own]) => {
    const enrolment = byId(state.enrolments, id);
    if (!enrolment) return [];
    const whoSat = atSitting(state, own, enrolment);
    return sittingMarks(own)
      .filter((m) => whoSat(m).includes(childId))
      .map((m) => ({ m, own, enrolment }));
  });
  for (const { m, own, enrolment } of sat) {
    const step = m.was && m.was.kind !== 'read' ? undefined : stepOf(enrolment, m.stepId);
    if ((m.was?.kind ?? step?.kind) !== 'read') continue;
    // With a teacher beside them it is read to them; else they read.
    const kind = (m.was?.presence ?? step?.presence ?? 'with') === 'with' ? 'aloud' : 'matched';
    lines.push({
      ...{ date: m.date, day: toDay(m.date), title: titleOf(state, enrolment.courseId), author: '', kind },
      ...{ what: withoutKind(m.was?.words ?? (step ? `${step.lesson.title}, ${stepName(step)}` : '')) },
      minutes: sittingMinutes(own, m, m.was?.minutes ?? step?.minutes ?? 0),
      how: m.note ?? '',
    });
  }
  return lines
    .filter((l) => l.day >= from && l.day <= to)
    .sort((a, b) => a.day - b.day || a.title.localeCompare(b.title) || a.what.localeCompare(b.what));
}

/** In a list of what was read it is not said of each line that it was. */
const withoutKind = (words: string): string => words.replace(new RegExp(`, ${kindName('read')}$`), '');

/** Minutes of each kind, in the order of the kinds; kinds of which there is nothing are not there. */
export function minutesByKind(lines: readonly ReadingLine[]): { kind: ReadingKind; minutes: number }[] {
  return READING_KINDS.map((kind) => ({
    kind,
    minutes: lines.filter((l) => l.kind === kind).reduce((n, l) => n + l.minutes, 0),
  })).filter((k) => k.minutes > 0);
}

/** What a list comes to, in words: “14 sittings with 3 books, 4 h 10 min”. */
export function readingTotal(lines: readonly ReadingLine[]): string {
  const books = new Set(lines.map((l) => l.title)).size;
  const minutes = lines.reduce((n, l) => n + l.minutes, 0);
  return `${count(lines.length, 'sitting')} with ${count(books, 'book')}, ${hoursAndMinutes(minutes)}`;
}

export const READING_COLUMNS = ['date', 'child', 'title', 'author', 'kind', 'from', 'to', 'minutes', 'how'] as const;

/** The sittings with books as a table (CSV as RFC 4180 has it), a row a child, with a head: for an outside teacher. */
export function writeReadingCsv(state: Household, childId?: Id): string {
  const rows = [...state.readings]
    .sort((a, b) => (a.date !== b.date ? (a.date < b.date ? -1 : 1) : a.id < b.id ? -1 : 1))
    .flatMap((r) => {
      const book = byId(state.books, r.bookId);
      const whose = r.childIds.filter((id) => childId === undefined || id === childId);
      return whose.map((id) => [
        ...[r.date, byId(state.children, id)?.name ?? '', book?.title ?? '', book?.author ?? ''],
        ...[READING_WORDS[r.kind], String(r.from ?? ''), String(r.to ?? ''), String(r.minutes), r.how ?? ''],
      ]);
    });
  return writeTable(READING_COLUMNS, rows);
}

/** A row of a table of sittings: the children by their ids, the book by its title. */
export interface ReadingRow extends Omit<Reading, 'id' | 'bookId'> {
  title: string;
  author: string;
}

/**
 * Reads sittings with books from a table as `writeReadingCsv` writes it; columns in any order. A row with a fault is named and left out.
 */
export function readReadingCsv(state: Household, text: string): { rows: ReadingRow[]; faults: TableFault[] } {
  const table = readTable(text, READING_COLUMNS, ['date', 'child', 'title']);
  if ('fault' in table) return { rows: [], faults: [table.fault] };
  const rows: ReadingRow[] = [];
  const faults: TableFault[] = [];
  table.rows.forEach(({ row, cell }) => {
    const fault = (sentence: string) => void faults.push({ row, sentence });
    const date = cell('date');
    if (!isIsoDate(date)) return fault(`“${date}” is no date: write it like 2026-11-27.`);
    const named = state.children.filter((c) => c.name.toLowerCase() === cell('child').toLowerCase());
    if (named.length !== 1)
      return fault(`${named.length === 0 ? 'No child is' : 'Several children are'} called “${cell('child')}”.`);
    if (cell('title') === '') return fault('The title is empty.');
    const word = cell('kind').toLowerCase();
    const kind = READING_KINDS.find((k) => k === word || READING_WORDS[k] === word);
    if (word !== '' && !kind)
      return fault(`“${word}” is no kind of reading: use ${Object.values(READING_WORDS).join(', ')}.`);
    const number = (c: 'from' | 'to' | 'minutes') => (cell(c) === '' ? undefined : Number(cell(c)));
    for (const [c, most] of [
      ['from', 20_000],
      ['to', 20_000],
      ['minutes', 1440],
    ] as const) {
      const n = number(c);
      if (n !== undefined && !(Number.isInteger(n) && n >= 0 && n <= most))
        return fault(`“${cell(c)}” under “${c}” should be a whole number up to ${most}.`);
    }
    const [from, to] = [number('from'), number('to')];
    if (from !== undefined && to !== undefined && to < from)
      return fault(`It ends on page ${to}, before it begins on page ${from}.`);
    rows.push({
      ...{ title: cell('title').slice(0, 200), author: cell('author').slice(0, 200), childIds: [named[0]!.id], date },
      ...{ kind: kind ?? 'free', minutes: number('minutes') ?? 0 },
      ...(from === undefined ? {} : { from }),
      ...(to === undefined ? {} : { to }),
      ...(cell('how') ? { how: cell('how').slice(0, 2000) } : {}),
    });
  });
  return { rows, faults };
}

/** The lines of a book’s words or questions, one each, empty ones passed over. */
export const linesOf = (text: string | undefined): string[] =>
  (text ?? '')
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter(Boolean);

/** The first and last day of the school year that a date lies in, for a list of the year; all days where it lies in none. */
export function yearAround({ years }: Pick<Household, 'years'>, day: Day): { from: Day; to: Day } {
  const year = years.find((y) => y.start <= fromDay(day) && y.end >= fromDay(day));
  return year ? { from: toDay(year.start), to: toDay(year.end) } : { from: -Infinity, to: Infinity };
}
