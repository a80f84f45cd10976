import { type Day, fromDay } from '../calendar';
import { type FlatStep, lessonRefOf, lessonsIn, pagesIn } from '../course';
import { byId, type Enrolment, type Household, type Id, type ReadAhead, type Teacher, titleOf } from '../household';
import { isOpen, standingsOf } from '../log';
import { isThrough } from '../pace';
import { lessonsAhead, type Plan } from '../stagger';
import { count } from '../words';

/** Minutes that a page of a manual takes, while nothing is recorded of a teacher (common practice, from memory). */
export const MINUTES_A_PAGE = 2;
/** So many recorded readings make a teacher's own pace. */
const LEARNED_FROM = 3;
/** At most so many lessons are named that were taught without their pages having been read. */
const SKIPPED = 2;

/** A lesson that a teacher reads ahead of it. */
export interface ReadingLine {
  teacher: Teacher;
  enrolment: Enrolment;
  courseId: Id;
  lessonId: Id;
  title: string;
  lesson: FlatStep['lesson'];
  /** As the book has them. */
  pages: string;
  /** Pages × the teacher's own pace. */
  minutes: number;
  /** The day on which the lesson begins. */
  day: Day;
  read: boolean;
  note?: string;
}

const rowOf = (
  state: Pick<Household, 'readAheads'>,
  courseId: Id,
  lessonId: Id,
  teacherId: Id,
): ReadAhead | undefined =>
  state.readAheads.find((r) => r.courseId === courseId && r.lessonId === lessonId && r.teacherId === teacherId);

/** Minutes that a page takes a teacher: the median of what was recorded, from the third reading on. */
export function paceOf(state: Pick<Household, 'readAheads' | 'courses'>, teacherId: Id): number {
  const paces = state.readAheads
    .flatMap((r) => {
      const lesson = lessonsIn(byId(state.courses, r.courseId)).find((l) => l.id === r.lessonId);
      const pages = pagesIn(lesson?.pages);
      return r.teacherId === teacherId && r.minutes && pages > 0 ? [r.minutes / pages] : [];
    })
    .sort((a, b) => a - b);
  if (paces.length < LEARNED_FROM) return MINUTES_A_PAGE;
  return (paces[Math.floor((paces.length - 1) / 2)]! + paces[Math.floor(paces.length / 2)]!) / 2;
}

/**
 * Whether a teacher reads ahead in a course: its lessons name pages, nobody said that there is nothing to read or that its manual was left
 * out on purpose, and this teacher has not taught it to the end before, to another child.
 */
export function readsAhead(state: Household, enrolment: Enrolment): boolean {
  const course = byId(state.courses, enrolment.courseId);
  const manuals = (course?.parts ?? []).filter((p) => p.kind === 'manual');
  if (manuals.length > 0 && manuals.every((p) => p.notWanted)) return false;
  if (!course || course.readAhead === false || !lessonsIn(course).some((l) => pagesIn(l.pages) > 0)) return false;
  return !state.enrolments.some(
    (e) =>
      e.id !== enrolment.id &&
      e.courseId === enrolment.courseId &&
      e.teacherId === enrolment.teacherId &&
      isThrough(state, e),
  );
}

/**
 * What each teacher reads for the lessons that begin from…to (both included): lesson by lesson in order of days, those read already among
 * them. A lesson that is begun was read or not; it is asked for no more.
 */
export function readingOf(state: Household, plan: Plan, from: Day, to: Day): ReadingLine[] {
  const lines = new Map<string, ReadingLine>();
  const paces = new Map(state.teachers.map((t) => [t.id, paceOf(state, t.id)]));
  const reads = new Map(state.enrolments.map((e) => [e.id, readsAhead(state, e)]));
  for (const { enrolment, step, day } of lessonsAhead(state, plan, from, to)) {
    const teacher = byId(state.teachers, enrolment.teacherId);
    const pages = pagesIn(step.lesson.pages);
    if (!teacher || pages === 0 || !reads.get(enrolment.id)) continue;
    const { courseId, lessonId } = lessonRefOf(enrolment.courseId, step.lesson.id);
    const key = JSON.stringify([courseId, lessonId, teacher.id]);
    // Of several children who come to it, the first.
    if (lines.has(key)) continue;
    const row = rowOf(state, courseId, lessonId, teacher.id);
    lines.set(key, {
      ...{ teacher, enrolment, courseId, lessonId, title: titleOf(state, courseId), lesson: step.lesson, day },
      ...{ pages: step.lesson.pages!, minutes: Math.max(1, Math.round(pages * paces.get(teacher.id)!)) },
      read: row?.read !== undefined,
      ...(row?.note ? { note: row.note } : {}),
    });
  }
  return [...lines.values()].sort((a, b) => a.day - b.day || a.title.localeCompare(b.title));
}

/**
 * Lessons of the unit under way that were taught unread: the last two at most, and none once their unit is over. Where a teacher never
 * ticked anything as read, nothing is known of it, and nothing said.
 */
export function skippedReading(state: Household, enrolment: Enrolment): string[] {
  const course = byId(state.courses, enrolment.courseId);
  if (!course || !readsAhead(state, enrolment)) return [];
  if (!state.readAheads.some((r) => r.courseId === course.id && r.teacherId === enrolment.teacherId && r.read))
    return [];
  const standings = standingsOf(state.marks, enrolment.id);
  const begun = (id: Id) => (standings.get(id)?.sat.length ?? 0) > 0;
  const unit = course.units.findLast((u) => u.lessons.some((l) => l.steps.some((s) => begun(s.id))));
  if (!unit) return [];
  const open = unit.lessons.some((l) => l.steps.some((s) => isOpen(standings, s.id)));
  if (!open) return [];
  return unit.lessons
    .filter((l) => pagesIn(l.pages) > 0 && l.steps.some((s) => begun(s.id)))
    .filter((l) => !rowOf(state, course.id, l.id, enrolment.teacherId)?.read)
    .slice(-SKIPPED)
    .map((l) => `${l.title} (${l.pages})`);
}

/** The row of a lesson that was read; one that is there keeps its note. */
export const readRow = (
  line: Pick<ReadingLine, 'courseId' | 'lessonId' | 'teacher'>,
  day: Day,
  minutes?: number,
): ReadAhead => ({
  id: '',
  courseId: line.courseId,
  lessonId: line.lessonId,
  teacherId: line.teacher.id,
  read: fromDay(day),
  ...(minutes === undefined ? {} : { minutes }),
});

/** What one teacher has still to read, in a sentence: “Maren reads 14 pages, about 28 min”. */
export function readingWords(lines: readonly ReadingLine[], name: string): string {
  const open = lines.filter((l) => !l.read);
  if (open.length === 0) return lines.length === 0 ? '' : `${name} has read all of it`;
  const pages = open.reduce((n, l) => n + pagesIn(l.pages), 0);
  return `${name} reads ${count(pages, 'page')}, about ${open.reduce((n, l) => n + l.minutes, 0)} min`;
}
