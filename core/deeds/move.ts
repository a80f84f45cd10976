import { type Day, fromDay } from '../calendar';
import { byId, type Enrolment, type Household, type Id, ownId, type Put, type SchoolYear } from '../household';
import { contentsOf, flatten } from '../course';
import { ended, isThrough, swapRows } from '../pace';
import type { Plan } from '../stagger';
import { type BoxWait, moveSitting } from '../week';

/** A sitting is moved to another day; nothing where it cannot stand there. */
export function moveTo(now: Household, year: SchoolYear, plan: Plan, enrolment: Enrolment, from: Day, to: Day): Put[] {
  const moved = moveSitting(now, year, plan, enrolment, from, to);
  if ('fault' in moved) return [];
  return [
    ...moved.remove.map((id): Put => ({ table: 'pins', remove: id })),
    ...moved.put.map((put): Put => ({ table: 'pins', put })),
    ...moved.unfix.map((put): Put => ({ table: 'published', put })),
  ];
}

/** A course waits for what comes late: it begins on that day, or the sitting that needs it is moved there. */
export function letWait(now: Household, year: SchoolYear, plan: Plan, wait: BoxWait): Put[] {
  const enrolment = byId(now.enrolments, wait.enrolment.id);
  if (!enrolment) return [];
  return wait.begins
    ? [{ table: 'enrolments', put: { ...enrolment, firstDate: fromDay(wait.from) } }]
    : moveTo(now, year, plan, enrolment, wait.needed, wait.from);
}

/** An enrolment is swapped for another course from today on; nothing where either is gone meanwhile. */
export function swapCourse(
  now: Household,
  year: SchoolYear | undefined,
  enrolment: Enrolment,
  nextCourseId: Id,
  today: Day,
): Put[] {
  const next = byId(now.courses, nextCourseId);
  if (!next || !byId(now.enrolments, enrolment.id)) return [];
  const id = ownId(now.enrolments, 'instead of', enrolment.id, next.id, fromDay(today));
  const { dropped, taken, loop } = swapRows(now, year, enrolment, next, today, id);
  return [
    { table: 'enrolments', put: dropped },
    { table: 'enrolments', put: taken },
    ...(loop ? [{ table: 'loops' as const, put: loop }] : []),
  ];
}

/**
 * A level that is through is gone over once more, all of it or its second half, as after a summer: taken anew by the same children in the
 * same way, from today on; the first time keeps its record, and is finished. Nothing where something of it is left to do.
 */
export function takeAgain(now: Household, enrolmentId: Id, half: boolean, today: Day): Put[] {
  const before = byId(now.enrolments, enrolmentId);
  const course = before && contentsOf(now, before);
  if (!before || !course || !isThrough(now, before)) return [];
  const steps = flatten(course);
  const lessons = [...new Set(steps.map((s) => s.lesson.id))];
  const middle = lessons[Math.floor(lessons.length / 2)];
  const from = half ? steps.find((s) => s.lesson.id === middle) : undefined;
  const { target: _t, lives: _l, verdicts: _v, swappedFor: _s, gates: _g, fromStepId: _f, ...same } = before;
  const taken: Enrolment = {
    ...{ ...same, life: 'running', firstDate: fromDay(today) },
    id: ownId(now.enrolments, 'again', enrolmentId, fromDay(today)),
    ...(from ? { fromStepId: from.id } : {}),
  };
  return [
    { table: 'enrolments', put: ended(before, 'finished') },
    { table: 'enrolments', put: taken },
  ];
}
