import { type Day, toDay, usualTeacher } from '../calendar';
import { type CoursePattern, expandPattern, flatten, KIND_DEFAULTS, lessonsIn, patternFault } from '../course';
import {
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Kind,
  type Presence,
  PRESENCES,
  type Put,
  type SchoolYear,
  titleOf,
} from '../household';
import { evenPerSitting, openDates, wishOf } from '../pace';
import { ruleOffered } from './begin';

/**
 * What a lesson looks like, by example. `first` opens it, `more` is done after it as often as there are steps; a lesson of one step is
 * `first` alone.
 */
export const SHAPES = {
  taught: { words: 'taught, then sheets', first: 'introduce', more: 'practise', steps: 3, word: 'Lesson' },
  sheet: { words: 'a sheet done alone', first: 'practise', more: 'practise', steps: 1, word: 'Lesson' },
  read: { words: 'read aloud', first: 'read', more: 'apply', steps: 1, word: 'Chapter' },
  told: { words: 'read, then told back', first: 'read', more: 'apply', steps: 2, word: 'Chapter' },
  day: { words: 'a numbered day', first: 'practise', more: 'practise', steps: 1, word: 'Day' },
  made: { words: 'something made', first: 'make', more: 'make', steps: 1, word: 'Lesson' },
  drill: { words: 'a short drill', first: 'drill', more: 'drill', steps: 1, word: 'Lesson' },
} as const satisfies Record<string, { words: string; first: Kind; more: Kind; steps: number; word: string }>;
export type Shape = keyof typeof SHAPES;
export const SHAPE_KEYS = Object.keys(SHAPES) as Shape[];

/** One curriculum as it is typed in a row; an empty text is what the shape has. */
export interface ShelfRow {
  title: string;
  childIds: Id[];
  shape: Shape;
  lessons: string;
  /** Steps of a lesson. */
  steps: string;
  /** Lessons a week; empty for evenly over the year. */
  week: string;
  /** Where the teacher is while a lesson is opened. */
  presence: '' | Presence;
  /** Minutes of a step. */
  minutes: string;
}
export type ShelfField = keyof ShelfRow;
export const BLANK_ROW: ShelfRow = {
  ...{ title: '', childIds: [], shape: 'taught', lessons: '', steps: '', week: '', presence: '', minutes: '' },
};

/** What is missing in a row, field by field; a row of which nothing was typed lacks nothing, and is passed over. */
export type RowFaults = Partial<Record<ShelfField, string>>;
export const isBlank = (row: ShelfRow): boolean => row.title.trim() === '' && row.lessons.trim() === '';

const whole = (text: string, from: number, to: number): number | undefined =>
  /^\d{1,4}$/.test(text.trim()) && Number(text) >= from && Number(text) <= to ? Number(text) : undefined;

export function rowFaults(row: ShelfRow): RowFaults {
  const faults: RowFaults = {};
  if (isBlank(row)) return faults;
  const within = (field: 'lessons' | 'steps' | 'week' | 'minutes', from: number, to: number, needed: boolean) => {
    if (row[field].trim() === '' ? needed : whole(row[field], from, to) === undefined)
      faults[field] = `From ${from} to ${to}.`;
  };
  if (row.title.trim() === '') faults.title = 'Give it a title.';
  if (row.childIds.length === 0) faults.childIds = 'Say who takes it.';
  within('lessons', 1, 1000, true);
  within('steps', 1, 20, false);
  within('week', 1, 35, false);
  within('minutes', 1, 600, false);
  return faults;
}

/** Minutes and presence of a row as they stand where nothing is typed. */
export function rowDefaults({ shape }: Pick<ShelfRow, 'shape'>): {
  steps: number;
  presence: Presence;
  minutes: number;
} {
  const { first, steps } = SHAPES[shape];
  // A sheet, a numbered day: nobody need sit beside it.
  const alone = shape === 'sheet' || shape === 'day';
  return { steps, presence: alone ? 'alone' : KIND_DEFAULTS[first].presence, minutes: KIND_DEFAULTS[first].minutes };
}

const stepsOf = (row: ShelfRow): number => whole(row.steps, 1, 20) ?? rowDefaults(row).steps;

/** The book of a row without faults. */
function courseOf(row: ShelfRow, id: Id): Course {
  const { first, more, word } = SHAPES[row.shape];
  const usual = rowDefaults(row);
  const steps = stepsOf(row);
  const minutes = whole(row.minutes, 1, 600);
  const pattern: CoursePattern = {
    ...{ lessons: Number(row.lessons), word, testEvery: 0, lessonsPerUnit: 0, firstPage: 0, pagesPerLesson: 1 },
    perLesson:
      first === more
        ? [{ kind: first, count: steps }]
        : [{ kind: first, count: 1 }, ...(steps > 1 ? [{ kind: more, count: steps - 1 }] : [])],
  };
  const fault = patternFault(pattern);
  if (fault) throw new Error(fault);
  const kinds = { ...KIND_DEFAULTS };
  kinds[first] = { minutes: minutes ?? usual.minutes, presence: row.presence || usual.presence };
  if (minutes !== undefined && more !== first) kinds[more] = { ...kinds[more], minutes };
  return {
    ...{ id, title: row.title.trim().slice(0, 500), kinds },
    // What is read, or done alone, is nothing to be begun apart.
    countsNew: first === 'introduce' || first === 'make',
    units: expandPattern(pattern),
  };
}

/** Who takes it, and how. */
function enrolmentOf(now: Household, year: SchoolYear, row: ShelfRow, course: Course, today: Day, id: Id): Enrolment {
  const enrolment: Enrolment = {
    ...{ id, courseId: course.id, childIds: row.childIds },
    teacherId: usualTeacher(now, year.weekdays, today)!.id,
    weekdays: year.weekdays,
    ...{ rule: { kind: 'even' }, perSitting: 1, life: 'running', takesOptional: true },
  };
  const sittings = openDates(now, enrolment, year).filter((d) => d >= today).length;
  const all = flatten(course).length;
  const week = whole(row.week, 1, 35);
  enrolment.rule = week
    ? { kind: 'weekly', n: week, unit: 'lessons' }
    : ruleOffered(all, sittings, year.weekdays.length);
  const perWeek = week ? week * stepsOf(row) : 0;
  enrolment.perSitting = week
    ? Math.max(1, Math.ceil(perWeek / Math.max(1, year.weekdays.length)))
    : wishOf(enrolment) === 'spread'
      ? evenPerSitting(all, sittings)
      : 1;
  return enrolment;
}

/** What makes two rows rows of one book. */
const bookOf = (row: ShelfRow): string =>
  JSON.stringify([
    ...[row.title.trim().toLowerCase(), row.shape, row.lessons.trim(), stepsOf(row)],
    ...[row.presence || rowDefaults(row).presence, whole(row.minutes, 1, 600)],
  ]);

/**
 * The courses of a sheet and who takes them, or what is missing, row by row. Blank rows are passed over; of rows that say the same of
 * one book for different children one course is made, which each of them takes at a pace of its own. A teacher has to be there.
 */
export function shelfOf(
  now: Household,
  year: SchoolYear,
  rows: readonly ShelfRow[],
  today: Day,
  newId: () => Id,
): { puts: Put[] } | { faults: RowFaults[] } {
  const faults = rows.map(rowFaults);
  if (faults.some((f) => Object.keys(f).length > 0)) return { faults };
  const from = Math.max(today, toDay(year.start));
  const books = new Map<string, { course: Course; taken: Set<Id> }>();
  return {
    puts: rows
      .filter((r) => !isBlank(r))
      .flatMap((row): Put[] => {
        const there = books.get(bookOf(row));
        const shared = there && !row.childIds.some((id) => there.taken.has(id)) ? there : undefined;
        const { course, taken } = shared ?? { course: courseOf(row, newId()), taken: new Set<Id>() };
        for (const id of row.childIds) taken.add(id);
        if (!shared) books.set(bookOf(row), { course, taken });
        return [
          ...(shared ? [] : [{ table: 'courses', put: course } as const]),
          { table: 'enrolments', put: enrolmentOf(now, year, row, course, from, newId()) },
        ];
      }),
  };
}

const HEADS = /^(title|course|curriculum|book|who|child|children|shape|lessons?|steps?|week|a week|presence|minutes)$/i;

/**
 * Rows from a spreadsheet: title, who, shape, lessons, steps, a week, presence, minutes, in this order, by tabs; a row of heads is passed
 * over. Names of children and words of shapes as they are written; what is not known is left as it is in a blank row.
 */
export function shelfPasted(state: Pick<Household, 'children'>, text: string): ShelfRow[] {
  return text
    .split(/\r\n|\n|\r/)
    .map((l) => l.split('\t').map((c) => c.trim()))
    .filter((cells, i) => cells.some((c) => c !== '') && !(i === 0 && cells.filter((c) => HEADS.test(c)).length >= 2))
    .slice(0, 200)
    .map(([title = '', who = '', shape = '', lessons = '', steps = '', week = '', presence = '', minutes = '']) => {
      const names = who.toLowerCase().split(/\s*(?:[,;&+/]|\band\b)\s*/);
      const children = state.children.filter(
        (c) => /^(all|everybody)$/i.test(who) || names.includes(c.name.toLowerCase()),
      );
      const like = shape.toLowerCase();
      return {
        ...BLANK_ROW,
        ...{ title, lessons, steps, minutes, childIds: children.map((c) => c.id) },
        shape:
          SHAPE_KEYS.find((k) => like !== '' && (SHAPES[k].words.startsWith(like) || k.startsWith(like))) ?? 'taught',
        week: /^even/i.test(week) ? '' : week,
        presence: PRESENCES.find((p) => p === presence.toLowerCase()) ?? '',
      };
    });
}

/** A row as an earlier course of the same title has it: its shape, lessons and steps, its minutes and presence; undefined for none. */
export function rowLike(state: Household, title: string): Partial<ShelfRow> | undefined {
  const wanted = title.trim().toLowerCase();
  const course = state.courses.findLast(
    (c) => wanted !== '' && [c.title, titleOf(state, c.id)].some((t) => t.toLowerCase() === wanted),
  );
  const lessons = lessonsIn(course).filter((l) => l.steps.length > 0);
  const kind = lessons[0]?.steps[0]?.kind;
  if (!course || !kind) return undefined;
  const counts = lessons.map((l) => l.steps.length).sort((a, b) => a - b);
  const steps = counts[counts.length >> 1]!;
  const shape =
    SHAPE_KEYS.find((k) => SHAPES[k].first === kind && steps > 1 === SHAPES[k].steps > 1) ??
    SHAPE_KEYS.find((k) => SHAPES[k].first === kind) ??
    'taught';
  const { minutes, presence } = course.kinds[kind];
  return { shape, lessons: String(lessons.length), steps: String(steps), minutes: String(minutes), presence };
}
