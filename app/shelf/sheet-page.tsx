import { useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  addRow,
  type CellEdit,
  COURSE_COLUMNS,
  type CourseColumn,
  deleteRows,
  editCells,
  fillDown,
  type GridResult,
  pasteBlock,
  readBlock,
} from '../../core/contents';
import { byId, type Course } from '../../core/household';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import { NoCourse } from './no-course';
import { COLUMN_WORDS, Sheet } from './sheet';
import { newId } from '../ui/id';

const ALL: CourseColumn[] = [...COURSE_COLUMNS];
const USUAL = ALL.filter((c) => !['prepare', 'variant', 'weekday', 'track'].includes(c));

/** The contents of a course as one sheet: a row a step, cells written, pasted and filled down. */
export default function SheetPage() {
  const { courseId = '' } = useParams();
  const { household, commit } = useHousehold();
  const [fault, setFault] = useState<string>();
  const [more, setMore] = useState(false);
  const course = byId(household.courses, courseId);
  if (!course) return <NoCourse />;
  /** Tries a change on the course as it is; what cannot be read is said and nothing is stored. */
  const store = (words: string, change: (now: Course) => GridResult): boolean => {
    const tried = change(course);
    if ('faults' in tried) {
      const [first] = tried.faults;
      const others = tried.faults.length - 1;
      setFault(
        `Row ${first!.row}, ${COLUMN_WORDS[first!.column]}: ${first!.sentence}${others > 0 ? ` And ${count(others, 'other cell')}.` : ''} Nothing was changed.`,
      );
      return false;
    }
    setFault(undefined);
    void commit(`${course.title}: ${words}`, (now) => {
      const stored = byId(now.courses, course.id);
      const made = stored && change(stored);
      return made && 'course' in made ? [{ table: 'courses', put: made.course }] : [];
    });
    return true;
  };
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1 className="min-w-0 wrap-anywhere">{course.title}: the sheet</h1>
        <span className="flex flex-wrap gap-2">
          <label className="flex min-h-[44px] items-center gap-2">
            <input type="checkbox" checked={more} onChange={(e) => setMore(e.target.checked)} />
            preparation, variants, weekdays, tracks
          </label>
          <Link className="btn" to={`/shelf/${encodeURIComponent(course.id)}`}>
            Back to the course
          </Link>
        </span>
      </div>
      <p className="double-rule pt-2 text-[0.95rem] text-soft">
        A row is a step. Type to write, <kbd>enter</kbd> goes down, <kbd>tab</kbd> right; <kbd>shift</kbd> with arrows
        marks several cells; <kbd>ctrl d</kbd> fills down; copy and paste work with any spreadsheet;{' '}
        <kbd>ctrl enter</kbd> adds a row below, <kbd>ctrl backspace</kbd> takes rows out.
      </p>
      <p role="alert" className="min-h-6 font-semibold">
        {fault}
      </p>
      <Sheet
        course={course}
        columns={more ? ALL : USUAL}
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
