import type { AnyRow } from './references';
import type { Attendance, Id, Pin, TableName } from './types';

/**
 * The 64-bit FNV-1a hash of a text, as 16 hexadecimal digits (Fowler, Noll and Vo). A character beyond one byte is two.
 * @example fnv64('a') // => 'af63dc4c8601ec8c'
 */
export function fnv64(text: string): string {
  let [high, low] = [0xcbf29ce4, 0x84222325];
  const take = (byte: number) => {
    low = (low ^ byte) >>> 0;
    // times 2^40 + 0x1b3, modulo 2^64
    const product = low * 0x1b3;
    high = (Math.imul(high, 0x1b3) + Math.floor(product / 2 ** 32) + (low << 8)) >>> 0;
    low = product >>> 0;
  };
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    take(code & 0xff);
    if (code > 0xff) take(code >> 8);
  }
  return high.toString(16).padStart(8, '0') + low.toString(16).padStart(8, '0');
}

/** The longest id that a file may hold. */
const LONGEST_ID = 100;
/** An id made of what a row is of, in plain words, or hashed where that is too long. */
export function idOf(...parts: readonly Id[]): Id {
  const plain = parts.join(' ');
  return plain.length <= LONGEST_ID ? plain : fnv64(plain);
}
export const pinId = ({ enrolmentId, stepId }: Pick<Pin, 'enrolmentId' | 'stepId'>): Id => idOf(enrolmentId, stepId);
/** What is said of a place is one row, however its name is written. */
export const placeId = (path: string): Id => idOf('place', path.toLowerCase());
export const attendanceId = ({ childId, date }: Pick<Attendance, 'childId' | 'date'>): Id => idOf(childId, date);

/**
 * Of rows that say the same where they say it of the same: what they are of. A day of the register, a moved sitting and a published week
 * are given such an id, in plain words, by those who make them.
 */
const KEYS: Partial<Record<TableName, readonly string[]>> = {
  // A step has one mark a date: marking it again changes that mark.
  marks: ['enrolmentId', 'stepId', 'childId', 'date'],
  ritualMarks: ['ritualId', 'date'],
  ticks: ['childId', 'date', 'of'],
  pulled: ['weekStart', 'materialId'],
  prepared: ['courseId', 'lessonId', 'task', 'part'],
  sitDowns: ['weekStart'],
  prompts: ['key'],
  recitals: ['itemId', 'date'],
  pages: ['yearId', 'childId'],
  readAheads: ['courseId', 'lessonId', 'teacherId'],
  // What two people enter who each saw it is entered twice only where it was meant twice: on one device.
  absences: ['childIds', 'from', 'to', 'why', 'label'],
  readings: ['bookId', 'childIds', 'date', 'kind', 'from', 'to'],
  orders: ['materialId', 'date'],
  holds: ['title', 'placed'],
  jottings: ['kind', 'text', 'date'],
  overlaps: ['one', 'other'],
};

/** What a row is of, in a text; undefined for a table whose rows are each their own. */
export function keyOf(table: TableName | 'settings', row: AnyRow): string | undefined {
  const fields = KEYS[table as TableName];
  return fields && JSON.stringify(fields.map((f) => row[f] ?? null));
}

/** The first of the ids of rows that are of the same that no row has yet. */
function firstFree(id: (ordinal: number) => Id, taken: (id: Id) => boolean): Id {
  let ordinal = 0;
  while (taken(id(ordinal))) ordinal++;
  return id(ordinal);
}

/**
 * An id for a row that a deed makes out of others: the same on every device that does that deed. `rows`: those of its table, of which none
 * has it; what is done once more on one device is another row.
 */
export function ownId(rows: readonly { id: Id }[], ...of: readonly Id[]): Id {
  return firstFree(
    (ordinal) => fnv64(JSON.stringify([...of, ordinal])),
    (id) => rows.some((r) => r.id === id),
  );
}

/**
 * Of a thing that came in by its name alone: out of a table, a manual, the sheet of a course, what was jotted down to buy. `things`: all there
 * are. What somebody describes in a form is a thing of its own.
 */
export const thingId = (things: readonly { id: Id }[], name: string): Id => ownId(things, 'thing', name.toLowerCase());

/**
 * The id under which a new row is kept: worked out from what it is of, so that the same said on two devices is one row. `taken`: whether
 * a row of that id is there and is of something else.
 */
export function naturalId(table: TableName | 'settings', row: AnyRow, taken: (id: string) => boolean): string {
  const key = keyOf(table, row);
  if (key === undefined) return row.id;
  return firstFree((ordinal) => fnv64(`${table} ${key}${ordinal || ''}`), taken);
}
