import type { Household, Id } from './types';

/** Tables whose rows others may hang on. */
export type Removable = 'children' | 'teachers' | 'years' | 'courses' | 'enrolments' | 'materials';

/**
 * Why a row cannot be taken away: a sentence that names what hangs on it and what to do instead, or undefined when
 * it can. The log is never thrown away with something else.
 */
export function whyKept(state: Household, table: Removable, id: Id): string | undefined {
  const title = (courseId: Id) => state.courses.find((c) => c.id === courseId)?.title ?? 'a course';
  if (table === 'children' || table === 'teachers') {
    const e = state.enrolments.find((x) => (table === 'children' ? x.childIds.includes(id) : x.teacherId === id));
    return e && `${title(e.courseId)} still names them: change that on the shelf first.`;
  }
  if (table === 'courses') {
    return state.enrolments.some((e) => e.courseId === id)
      ? 'Somebody takes this course: remove them from it first.'
      : undefined;
  }
  if (table === 'enrolments') {
    return state.marks.some((m) => m.enrolmentId === id)
      ? 'There are marks in its record, which is kept. Set it to “dropped” instead.'
      : undefined;
  }
  return undefined;
}
