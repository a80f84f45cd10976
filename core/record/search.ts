import { type Day, fromDay } from '../calendar';
import { type Household, type Id, type MarkKind, titleOf } from '../household';
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
  const marks = state.marks.filter((m) => m.date >= from && m.date <= to && (kind === undefined || m.kind === kind));
  const among = marks.length === state.marks.length ? state : { ...state, marks };
  const lines = recordLines(among, { ...(childId ? { childId } : {}), ...(courseId ? { courseId } : {}) });
  if (wanted.length === 0) return lines;
  const titles = new Map<Id, string>();
  return lines.filter(({ mark, course, words }) => {
    let title = titles.get(course.id);
    if (title === undefined) titles.set(course.id, (title = titleOf(state, course.id).toLowerCase()));
    const all = `${title} ${words} ${mark.note ?? ''} ${mark.left ?? ''}`.toLowerCase();
    return wanted.every((w) => all.includes(w));
  });
}
