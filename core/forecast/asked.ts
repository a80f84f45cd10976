import { type Enrolment, type Household, type Id } from '../household';
import { takenSteps } from '../pace';
import type { Plan } from '../stagger';

/** The last step of a lesson that is still to come in a plan of its enrolment; undefined where all of it is done. */
export function lastOfLesson(state: Household, plan: Plan, enrolment: Enrolment, lessonId: Id): Id | undefined {
  const own = new Set(
    takenSteps(state, enrolment)
      .filter((s) => s.lesson.id === lessonId)
      .map((s) => s.id),
  );
  return plan.tracks.find((t) => t.enrolmentId === enrolment.id)?.stepIds.findLast((id) => own.has(id));
}

/** Steps of a course whose day others wait for: the last of each lesson that a gate of another course names. */
export function askedOf(state: Household, plan: Plan, enrolment: Enrolment): Id[] {
  return state.enrolments.flatMap((e) =>
    (e.gates ?? []).flatMap(({ until }) => {
      if (until.kind !== 'course' || until.enrolmentId !== enrolment.id || until.lessonId === undefined) return [];
      return lastOfLesson(state, plan, enrolment, until.lessonId) ?? [];
    }),
  );
}
