import { type Day, fromDay } from '../calendar';
import { lessonsIn, pagesIn } from '../course';
import { byId, type Household, type Id, idOf, type MakingKind, type Prepared } from '../household';
import { paceOf } from '../sitdown';

/** A lesson’s own minutes, or one of the tasks that its course has for it. */
export interface Making {
  courseId: Id;
  lessonId: Id;
  kind?: MakingKind | undefined;
}

export const preparedId = (courseId: Id, lessonId: Id, task?: MakingKind): Id =>
  task ? idOf(courseId, lessonId, task) : idOf(courseId, lessonId);

const rowsOf = (state: Pick<Household, 'prepared'>, { courseId, lessonId, kind }: Making): Prepared[] =>
  state.prepared.filter((p) => p.courseId === courseId && p.lessonId === lessonId && p.task === kind);

/** The row that says that something is made ready; undefined while it is not, however much of it is done. */
export const madeOf = (state: Pick<Household, 'prepared'>, task: Making): Prepared | undefined =>
  rowsOf(state, task).find((p) => p.part === undefined);

/** Minutes that were done of something since it was last made: for a child who comes later it is begun anew. */
export function begunOf(state: Pick<Household, 'prepared'>, task: Making): number {
  const made = madeOf(state, task);
  return rowsOf(state, task)
    .filter((p) => p.part !== undefined && (!made || p.date > made.date))
    .reduce((n, p) => n + (p.minutes ?? 0), 0);
}

/** The row for so many minutes of something done on a day, with what was done of it there before. */
export function partRow(
  state: Pick<Household, 'prepared'>,
  { courseId, lessonId, kind, teacher }: Making & { teacher: { id: Id } },
  day: Day,
  minutes: number,
): Prepared {
  const date = fromDay(day);
  const before = rowsOf(state, { courseId, lessonId, kind }).find((p) => p.part === date);
  return {
    id: before?.id ?? idOf(preparedId(courseId, lessonId, kind), date),
    ...{ courseId, lessonId, teacherId: teacher.id, date, part: date },
    ...(kind ? { task: kind } : {}),
    minutes: (before?.minutes ?? 0) + minutes,
  };
}

/** What it is estimated to take: the lesson’s own minutes, or its task’s for as many as were made. */
function estimateOf(state: Pick<Household, 'courses'>, { courseId, lessonId, task, pieces }: Prepared): number {
  const course = byId(state.courses, courseId);
  if (task) return (course?.tasks?.find((t) => t.kind === task)?.minutes ?? 0) * (pieces ?? 1);
  return lessonsIn(course).find((l) => l.id === lessonId)?.prepare ?? 0;
}

/**
 * Minutes that a teacher has made ready on a day: what was said of each, else what it was estimated to take, without the parts of it that
 * were done on other days.
 */
export function minutesDoneOn(
  state: Pick<Household, 'prepared' | 'readAheads' | 'courses'>,
  teacherId: Id,
  day: Day,
): number {
  const date = fromDay(day);
  const own = state.prepared.filter((p) => p.teacherId === teacherId);
  const parts = (task: Making) => rowsOf({ prepared: own }, task).filter((p) => p.part !== undefined);
  const sum = (rows: readonly Prepared[]) => rows.reduce((n, p) => n + (p.minutes ?? 0), 0);
  const rest = (task: Making, whole: number) => Math.max(0, whole - sum(parts(task)));
  const today = own.filter((p) => p.date === date);
  const made = today
    .filter((p) => p.part === undefined)
    .reduce((n, p) => n + rest({ ...p, kind: p.task }, p.minutes ?? estimateOf(state, p)), 0);
  const read = state.readAheads
    .filter((r) => r.teacherId === teacherId && r.read === date)
    .reduce((n, r) => {
      const pages = pagesIn(lessonsIn(byId(state.courses, r.courseId)).find((l) => l.id === r.lessonId)?.pages);
      return n + rest({ ...r, kind: 'read ahead' }, r.minutes ?? Math.round(pages * paceOf(state, teacherId)));
    }, 0);
  return sum(today.filter((p) => p.part !== undefined)) + made + read;
}
