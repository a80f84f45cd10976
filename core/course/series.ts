import { byId, type Course, type Household, type Id } from '../household';

/**
 * The levels that come before a course, the nearest first. A circle, which two devices may make together, ends where it comes back.
 */
export function levelsBefore(state: Pick<Household, 'courses'>, courseId: Id): Course[] {
  const found: Course[] = [];
  let at = byId(state.courses, courseId)?.follows;
  while (at !== undefined && at !== courseId && !found.some((c) => c.id === at)) {
    const course = byId(state.courses, at);
    if (!course) break;
    found.push(course);
    at = course.follows;
  }
  return found;
}

/** The courses that come right behind a level, by title. */
export const levelsAfter = (state: Pick<Household, 'courses'>, courseId: Id): Course[] =>
  state.courses
    .filter((c) => c.follows === courseId && c.id !== courseId)
    .sort((a, b) => a.title.localeCompare(b.title) || (a.id < b.id ? -1 : 1));

/** The courses that may stand before one: all but itself and what comes behind it. */
export const mayComeBefore = (state: Pick<Household, 'courses'>, courseId: Id | undefined): Course[] =>
  state.courses.filter(
    (c) => c.id !== courseId && (courseId === undefined || levelsBefore(state, c.id).every((b) => b.id !== courseId)),
  );
