import { useCallback, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  addRow,
  type CellEdit,
  deleteRows,
  editCells,
  fillDown,
  gridRows,
  type GridResult,
  pasteBlock,
  readBlock,
  SHEET_COLUMNS,
  type SheetColumn,
  sheetPuts,
  withThings,
} from '../../core/contents';
import { kindName } from '../../core/course';
import { byId, type Course, KINDS, PRESENCES } from '../../core/household';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import { NoCourse } from './no-course';
import { type ColumnOfSheet, Sheet } from './sheet';
import { newId } from '../ui/id';

const WORDS: Record<SheetColumn, string> = {
  unit: 'unit',
  title: 'lesson',
  pages: 'manual pages',
  step: 'kind',
  label: 'own name',
  minutes: 'minutes',
  presence: 'teacher',
  optional: 'optional',
  prepare: 'minutes to prepare',
  variant: 'variant',
  weekday: 'weekday',
  track: 'track',
  things: 'things',
};
const WIDTHS: Record<SheetColumn, number> = {
  unit: 150,
  title: 230,
  pages: 126,
  step: 110,
  label: 190,
  minutes: 80,
  presence: 90,
  optional: 80,
  prepare: 150,
  variant: 100,
  weekday: 110,
  track: 110,
  things: 240,
};
const OFFERS: Partial<Record<SheetColumn, readonly string[]>> = {
  step: KINDS.map(kindName),
  presence: PRESENCES,
};
/** What a lesson or unit says once stands out only where it begins. */
const OF_UNIT: ReadonlySet<SheetColumn> = new Set(['unit', 'track']);
const OF_LESSON: ReadonlySet<SheetColumn> = new Set(['title', 'pages', 'prepare', 'things']);
const columnOf = (id: SheetColumn): ColumnOfSheet<SheetColumn> => {
  const offers = OFFERS[id];
  return { id, words: WORDS[id], width: WIDTHS[id], ...(offers ? { offers } : {}) };
};

const ALL: SheetColumn[] = [...SHEET_COLUMNS];
const USUAL = ALL.filter((c) => !['prepare', 'variant', 'weekday', 'track', 'things'].includes(c));

/** The contents of a course as one sheet: a row a step, cells written, pasted and filled down. */
export default function SheetPage() {
  const { courseId = '' } = useParams();
  const { household, commit } = useHousehold();
  const [fault, setFault] = useState<string>();
  const [more, setMore] = useState(false);
  const bare = byId(household.courses, courseId);
  const course = useMemo(() => bare && withThings(household, bare), [household, bare]);
  const rows = useMemo(() => (course ? gridRows(course) : []), [course]);
  const drawn = useMemo(() => rows.map(({ stepId, cells }) => ({ key: stepId, cells })), [rows]);
  const columns = useMemo(() => (more ? ALL : USUAL).map(columnOf), [more]);
  const repeated = useCallback(
    (c: SheetColumn, i: number) =>
      i > 0 &&
      ((OF_UNIT.has(c) && rows[i - 1]!.unitId === rows[i]!.unitId) ||
        (OF_LESSON.has(c) && rows[i - 1]!.lessonId === rows[i]!.lessonId)),
    [rows],
  );
  if (!course) return <NoCourse />;
  /** Tries a change on the course as it is; what cannot be read is said and nothing is stored. */
  const store = (words: string, change: (now: Course) => GridResult): boolean => {
    const tried = change(course);
    if ('faults' in tried) {
      const [first] = tried.faults;
      const others = tried.faults.length - 1;
      setFault(
        `Row ${first!.row}, ${WORDS[first!.column]}: ${first!.sentence}${others > 0 ? ` And ${count(others, 'other cell')}.` : ''} Nothing was changed.`,
      );
      return false;
    }
    setFault(undefined);
    void commit(`${course.title}: ${words}`, (now) => {
      const stored = byId(now.courses, course.id);
      const made = stored && change(withThings(now, stored));
      return made && 'course' in made ? sheetPuts(now, made.course) : [];
    });
    return true;
  };
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1 className="min-w-0 wrap-anywhere">{course.title}: the sheet</h1>
        <span className="flex flex-wrap gap-2">
          <label className="flex min-h-touch items-center gap-2">
            <input type="checkbox" checked={more} onChange={(e) => setMore(e.target.checked)} />
            preparation, variants, weekdays, tracks, things
          </label>
          <Link className="btn" to={`/shelf/${encodeURIComponent(course.id)}`}>
            Back to the course
          </Link>
        </span>
      </div>
      <p className="double-rule pt-2 text-aside text-soft">
        A row is a step. Type to write, <kbd>enter</kbd> goes down, <kbd>tab</kbd> right; <kbd>shift</kbd> with arrows
        marks several cells; <kbd>ctrl d</kbd> fills down; copy and paste work with any spreadsheet;{' '}
        <kbd>ctrl enter</kbd> adds a row below, <kbd>ctrl backspace</kbd> takes rows out.
        {more && ' Things stand between semicolons: “2 × jar; mud each”, each being one for every child.'}
      </p>
      <p role="alert" className="min-h-6 font-semibold">
        {fault}
      </p>
      <Sheet
        label={`Contents of ${course.title}`}
        rows={drawn}
        columns={columns}
        start={1}
        repeated={repeated}
        write={(edits: CellEdit[]) =>
          store(edits.length === 1 ? 'a cell written' : 'cells written', (c) => editCells(c, edits))
        }
        paste={(row, column, text) => {
          const block = readBlock(text);
          // Ids are drawn once, so that trying and storing make the same rows.
          const ids = block.map(() => [newId(), newId(), newId()]);
          store(`${count(block.length, 'row')} pasted`, (c) => {
            let n = 0;
            return pasteBlock(c, { row, column }, block, () => ids.flat()[n++]!, more ? ALL : USUAL);
          });
        }}
        fill={(from, to, cells) => store('filled down', (c) => fillDown(c, from, to, cells))}
        add={(row) => {
          const ids = [newId(), newId(), newId()];
          store('a row added', (c) => ({ course: addRow(c, row, ids) }));
        }}
        remove={(from, to) =>
          store(`${count(to - from + 1, 'row')} taken out`, (c) => ({ course: deleteRows(c, from, to) }))
        }
      />
    </div>
  );
}
