import { type Day, fromDay } from '../calendar';
import { type Household, type Id, type Mark, type MarkKind, titleOf } from '../household';
import { recordLines, type RecordLine } from '../log';

/** What of the record is asked for; each that is not said is everything. */
export interface RecordFilter {
  childId?: Id;
  courseId?: Id;
  kind?: MarkKind;
  from?: Day;
  to?: Day;
  /** Words of the course, the step, the note or what was left; all of them, in any order. */
  words?: string;
}

/** The lines of the record that a filter lets through, newest first. */
export function findInRecord(state: Household, filter: RecordFilter): RecordLine[] {
  const { childId, courseId, kind } = filter;
  const from = filter.from === undefined ? '' : fromDay(filter.from);
  const to = filter.to === undefined ? '9999-12-31' : fromDay(filter.to);
  const wanted = (filter.words ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  const said = {
    ...{ ...(childId ? { childId } : {}), ...(courseId ? { courseId } : {}) },
    mark: (m: Mark) => m.date >= from && m.date <= to && (kind === undefined || m.kind === kind),
  };
  if (wanted.length === 0) return recordLines(state, said);
  return recordLines(state, {
    ...said,
    also: (line) => {
      const all = textOf(line, titleOf(state, line.course.id));
      return wanted.every((w) => all.includes(w));
    },
  });
}

const texts = new WeakMap<RecordLine, { title: string; text: string }>();
/** All words of a line, small; kept as long as the line stands. */
function textOf(line: RecordLine, title: string): string {
  let known = texts.get(line);
  if (known?.title !== title) {
    const { mark, words } = line;
    known = { title, text: `${title} ${words} ${mark.note ?? ''} ${mark.left ?? ''}`.toLowerCase() };
    texts.set(line, known);
  }
  return known.text;
}
