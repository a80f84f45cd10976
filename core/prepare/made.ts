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

/** So many recorded times of a task make its minutes. */
const LEARNED_FROM = 3;

/**
 * What was recorded of a course's task against what was estimated, as a factor: the median of its recorded times, from the third on;
 * 1 before that.
 */
export function learnedFactor(state: Pick<Household, 'prepared' | 'courses'>, courseId: Id, kind?: MakingKind): number {
  const course = byId(state.courses, courseId);
  const lessons = new Map(lessonsIn(course).map((l) => [l.id, l.prepare ?? 0]));
  const task = course?.tasks?.find((t) => t.kind === kind);
  const factors = state.prepared
    .filter((p) => p.courseId === courseId && p.task === kind && p.part === undefined && p.minutes !== undefined)
    .flatMap((p) => {
      const estimate = kind === undefined ? (lessons.get(p.lessonId) ?? 0) : (task?.minutes ?? 0) * (p.pieces ?? 1);
      return estimate > 0 ? [p.minutes! / estimate] : [];
    })
    .sort((a, b) => a - b);
  if (factors.length < LEARNED_FROM) return 1;
  const at = (i: number) => factors[Math.floor(i)]!;
  return (at((factors.length - 1) / 2) + at(factors.length / 2)) / 2;
}

/** What it is laid out with: the lesson’s own minutes, or its task’s for as many as were made, by what was learned of them. */
function laidOut(
  state: Pick<Household, 'prepared' | 'courses'>,
  { courseId, lessonId, task, pieces }: Prepared,
): number {
  const course = byId(state.courses, courseId);
  const estimate = task
    ? (course?.tasks?.find((t) => t.kind === task)?.minutes ?? 0) * (pieces ?? 1)
    : (lessonsIn(course).find((l) => l.id === lessonId)?.prepare ?? 0);
  return Math.round(estimate * learnedFactor(state, courseId, task));
}

/**
 * Minutes that a teacher has made ready on a day: what was said of each, else what it was laid out with, without the parts of it that
 * were done before.
 */
export function minutesDoneOn(
  state: Pick<Household, 'prepared' | 'readAheads' | 'courses'>,
  teacherId: Id,
  day: Day,
): number {
  const date = fromDay(day);
  const own = state.prepared.filter((p) => p.teacherId === teacherId);
  // Whoever did them: what another teacher has done of it is not done again.
  const parts = (task: Making) => rowsOf(state, task).filter((p) => p.part !== undefined);
  const sum = (rows: readonly Prepared[]) => rows.reduce((n, p) => n + (p.minutes ?? 0), 0);
  const rest = (task: Making, whole: number) => Math.max(0, whole - sum(parts(task)));
  const today = own.filter((p) => p.date === date);
  const made = today
    .filter((p) => p.part === undefined)
    .reduce((n, p) => n + rest({ ...p, kind: p.task }, p.minutes ?? laidOut(state, p)), 0);
  const read = state.readAheads
    .filter((r) => r.teacherId === teacherId && r.read === date)
    .reduce((n, r) => {
      const pages = pagesIn(lessonsIn(byId(state.courses, r.courseId)).find((l) => l.id === r.lessonId)?.pages);
      return n + rest({ ...r, kind: 'read ahead' }, r.minutes ?? Math.round(pages * paceOf(state, teacherId)));
    }, 0);
  return sum(today.filter((p) => p.part !== undefined)) + made + read;
}
