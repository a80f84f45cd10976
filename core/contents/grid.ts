import Papa from 'papaparse';
import { WEEKDAY_NAMES } from '../calendar/day';
import { insertStep } from '../course';
import type { Course, Id, Step, Unit } from '../household/types';
import { readCell, SHEET_COLUMNS, type SheetColumn } from './cell';
import type { SheetLesson } from './things';

/** One row of the contents sheet: a step with what its lesson and unit say, as text. */
export interface GridRow {
  stepId: Id;
  lessonId: Id;
  unitId: Id;
  cells: Record<SheetColumn, string>;
}
/** A cell to be written, by the position of its row. */
export interface CellEdit {
  row: number;
  column: SheetColumn;
  text: string;
}
export interface GridFault {
  /** Row of the sheet, from 1. */
  row: number;
  column: SheetColumn;
  sentence: string;
}
/** The changed course; or, when a cell cannot be read, what is wrong with each, and nothing is changed. */
export type GridResult = { course: Course } | { faults: GridFault[] };

/** The rows of a course's contents sheet, one a step, in order. */
export function gridRows(course: Pick<Course, 'units'>): GridRow[] {
  return course.units.flatMap((u) =>
    u.lessons.flatMap((l) =>
      l.steps.map((s) => ({ stepId: s.id, lessonId: l.id, unitId: u.id, cells: cellsOf(u, l, s) })),
    ),
  );
}

const cellsOf = (u: Unit, l: SheetLesson, s: Step): Record<SheetColumn, string> => ({
  unit: u.title,
  title: l.title,
  pages: l.pages ?? '',
  step: s.kind === 'assess' ? 'test' : s.kind,
  label: s.label ?? '',
  minutes: s.minutes?.toString() ?? '',
  presence: s.presence ?? '',
  optional: s.optional ? 'yes' : '',
  prepare: l.prepare?.toString() ?? '',
  variant: s.variant ?? '',
  weekday: s.weekday ? WEEKDAY_NAMES[s.weekday] : '',
  track: u.track ?? '',
  things: l.things ?? '',
});

/** Where each column is kept: a cell of a unit or a lesson changes it for every row of theirs. */
const UNIT_KEYS = { unit: 'title', track: 'track' } as const;
const LESSON_KEYS = { title: 'title', pages: 'pages', prepare: 'prepare', things: 'things' } as const;
const STEP_KEYS = {
  step: 'kind',
  label: 'label',
  minutes: 'minutes',
  presence: 'presence',
  optional: 'optional',
  variant: 'variant',
  weekday: 'weekday',
} as const;

function set(target: object, key: string, value: unknown): void {
  if (value === undefined) delete (target as Record<string, unknown>)[key];
  else (target as Record<string, unknown>)[key] = value;
}

/**
 * Writes cells of rows that are there. All of them or none: with one that cannot be read the course stays as it is, and
 * each is named with its row and column.
 */
export function editCells(course: Course, edits: readonly CellEdit[]): GridResult {
  const faults: GridFault[] = [];
  const units = course.units.map((u) => ({
    ...u,
    lessons: u.lessons.map((l) => ({ ...l, steps: l.steps.map((s) => ({ ...s })) })),
  }));
  const rows = units.flatMap((unit) =>
    unit.lessons.flatMap((lesson) => lesson.steps.map((step) => ({ unit, lesson, step }))),
  );
  for (const { row, column, text } of edits) {
    const at = rows[row];
    if (!at) continue;
    const read = readCell(column, text);
    if ('sentence' in read) faults.push({ row: row + 1, column, sentence: read.sentence });
    else if (column in UNIT_KEYS) set(at.unit, UNIT_KEYS[column as keyof typeof UNIT_KEYS], read.value);
    else if (column in LESSON_KEYS) set(at.lesson, LESSON_KEYS[column as keyof typeof LESSON_KEYS], read.value);
    else set(at.step, STEP_KEYS[column as keyof typeof STEP_KEYS], read.value);
  }
  return faults.length > 0 ? { faults } : { course: { ...course, units } };
}

/** A block of cells as a spreadsheet puts it on the clipboard: tabs between cells, a line a row, quotes where needed. */
export function readBlock(text: string): string[][] {
  return Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;
}
/** Cells as a block for the clipboard. */
export const writeBlock = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows as string[][], { delimiter: '\t', newline: '\n' });

/**
 * Puts a block with its upper left cell at a row and a column (of `columns`, as they stand on the sheet). What goes
 * beyond the last row becomes new steps: with a new lesson where the title differs from the row above, a new unit where
 * the unit does; an empty cell there repeats the row above. Cells beyond the last column are passed over.
 */
export function pasteBlock(
  course: Course,
  at: { row: number; column: number },
  block: readonly (readonly string[])[],
  newId: () => Id,
  columns: readonly SheetColumn[] = SHEET_COLUMNS,
): GridResult {
  const there = gridRows(course).length;
  const lines = block.map((line, i) => {
    const row = at.row + i;
    return line.flatMap((text, k): CellEdit[] => {
      const column = columns[at.column + k];
      return column ? [{ row, column, text }] : [];
    });
  });
  const inside = Math.max(0, there - at.row);
  // What is there is written first, so that a new row sees the lesson it may belong to by its new title.
  const written = editCells(course, lines.slice(0, inside).flat());
  let next = 'course' in written ? written.course : course;
  const more: CellEdit[] = [];
  for (const [i, cells] of lines.slice(inside).entries()) {
    next = appendRow(next, cells, newId);
    const repeats = (c: CellEdit) => (c.column in UNIT_KEYS || c.column === 'title') && !c.text.trim();
    more.push(...cells.filter((c) => !repeats(c)).map((c) => ({ ...c, row: there + i })));
  }
  const all = editCells(next, more);
  const faults = [written, all].flatMap((r) => ('faults' in r ? r.faults : []));
  return faults.length > 0 ? { faults } : all;
}

/** A new last row, in the last lesson unless its cells name another lesson or unit. */
function appendRow(course: Course, cells: readonly CellEdit[], newId: () => Id): Course {
  const units = course.units.map((u) => ({ ...u, lessons: [...u.lessons] }));
  const text = (c: SheetColumn) => cells.find((x) => x.column === c)?.text.trim() ?? '';
  let unit = units.at(-1);
  if (!unit || (text('unit') && text('unit') !== unit.title) || (text('track') && text('track') !== unit.track)) {
    unit = { id: newId(), title: text('unit'), lessons: [] };
    units.push(unit);
  }
  const lesson = unit.lessons.at(-1);
  const step: Step = { id: newId(), kind: 'practise' };
  if (!lesson || (text('title') && text('title') !== lesson.title))
    unit.lessons.push({ id: newId(), title: text('title') || 'New lesson', steps: [step] });
  else unit.lessons[unit.lessons.length - 1] = { ...lesson, steps: [...lesson.steps, step] };
  return { ...course, units };
}

/**
 * Puts a new step of the same kind behind a row; where there is no such row, a first step of a new lesson. `ids` are three
 * new ones, of which as many are used as there are new rows, lessons and units.
 */
export function addRow(course: Course, row: number, ids: readonly Id[]): Course {
  const at = gridRows(course)[row];
  const step = at && course.units.flatMap((u) => u.lessons.flatMap((l) => l.steps)).find((s) => s.id === at.stepId);
  if (step) return insertStep(course, step.id, ids[0]!, step.kind);
  let n = 0;
  return appendRow(course, [], () => ids[n++]!);
}

/** Repeats the cells of the first row of a range in all the rows below it. */
export function fillDown(course: Course, from: number, to: number, columns: readonly SheetColumn[]): GridResult {
  const first = gridRows(course)[from];
  if (!first) return { course };
  const edits: CellEdit[] = [];
  for (let row = from + 1; row <= to; row++)
    for (const column of columns) edits.push({ row, column, text: first.cells[column] });
  return editCells(course, edits);
}

/** Takes whole rows away; lessons and units left empty go with them. */
export function deleteRows(course: Course, from: number, to: number): Course {
  const gone = new Set(
    gridRows(course)
      .slice(from, to + 1)
      .map((r) => r.stepId),
  );
  const units = course.units
    .map((u) => ({
      ...u,
      lessons: u.lessons
        .map((l) => ({ ...l, steps: l.steps.filter((s) => !gone.has(s.id)) }))
        .filter((l) => l.steps.length > 0),
    }))
    .filter((u) => u.lessons.length > 0);
  return { ...course, units };
}
