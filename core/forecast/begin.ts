import type { Day } from '../calendar';
import { levelsBefore, lessonsIn } from '../course';
import { byId, type Enrolment, type Household, type Id, titleOf } from '../household';
import { count, takerNames } from '../words';
import { levelRecords } from './levels';

/** How a course, or a level before it, was taken: the proposal for who begins it now. */
export interface Taken {
  enrolment: Enrolment;
  /** What it took, and what that comes to here, in a sentence. */
  words: string;
}

/**
 * Who took a course or a level before it, and how long a lesson took them: first this very course, then the nearest level, the one with
 * most done first. Told once some lessons of it are done.
 */
export function takenBefore(state: Household, courseId: Id, today: Day): Taken[] {
  const course = byId(state.courses, courseId);
  if (!course) return [];
  const levels = [courseId, ...levelsBefore(state, courseId).map((c) => c.id)];
  const lessons = lessonsIn(course).length;
  return levelRecords(state, today)
    .filter((r) => levels.includes(r.courseId))
    .sort((a, b) => levels.indexOf(a.courseId) - levels.indexOf(b.courseId) || b.lessons - a.lessons)
    .map((r): Taken => {
      const enrolment = byId(state.enrolments, r.enrolmentId)!;
      const who = takerNames(state, enrolment);
      const each = Math.round(10 * r.aLesson) / 10;
      const here = count(Math.round(lessons * r.aLesson), 'sitting');
      return {
        enrolment,
        words: `${who} took ${titleOf(state, r.courseId)}: ${r.lessons} of ${count(r.of, 'lesson')} in ${count(r.sittings, 'sitting')}, ${each} a lesson; the ${count(lessons, 'lesson')} here come to about ${here} at that.`,
      };
    });
}
