import { type Day, fromDay } from '../calendar';
import { contentsOf } from '../course';
import { byId, type Course, type Enrolment, type Household, type Id, type Loop, type SchoolYear } from '../household';
import { marksByEnrolment, sittingMarks } from '../log';
import { openDates } from './dates';
import { evenPerSitting, sittingsPerWeek, weeklyPerSitting, workLeft } from './rule';
import { targetDay } from './own';

/**
 * The steps a sitting must take under an enrolment's rule, stored when the rule is set: so that an even course ends in
 * time, or any week holds its number. Other rules set no number of their own; the enrolment's stands.
 */
export function neededPerSitting(
  state: Household,
  year: SchoolYear | undefined,
  enrolment: Enrolment,
  today: Day,
): number {
  const { rule } = enrolment;
  if (!year || (rule.kind !== 'even' && rule.kind !== 'weekly')) return enrolment.perSitting;
  if (rule.kind === 'weekly') {
    const lessons = contentsOf(state, enrolment, today)?.units.flatMap((u) => u.lessons) ?? [];
    const longest = Math.max(1, ...lessons.map((l) => l.steps.length));
    return weeklyPerSitting(rule.n, rule.unit, sittingsPerWeek(enrolment, year), longest);
  }
  const target = targetDay(enrolment, year);
  const sittings = openDates(state, enrolment, year).filter((d) => d >= today && d <= target).length;
  return evenPerSitting(Math.ceil(workLeft(state, enrolment)), sittings);
}

/**
 * The rows that swap an enrolment for another course from today on: the old one dropped, its record kept, pointing at the
 * new one, which takes its people, weekdays, rule, date to end by and turn in a loop. What a sitting must take is
 * counted anew: the other book is another length. `newId` must be new.
 */
export function swapRows(
  state: Household,
  year: SchoolYear | undefined,
  enrolment: Enrolment,
  next: Course,
  today: Day,
  newId: Id,
): { dropped: Enrolment; taken: Enrolment; loop: Loop | undefined } {
  const date = fromDay(today);
  const satToday = sittingMarks(marksByEnrolment(state.marks).get(enrolment.id) ?? []).some((m) => m.date === date);
  const { childIds, teacherId, weekdays, rule, perSitting, minutesPerSitting, target, takesOptional } = enrolment;
  const taken: Enrolment = {
    id: newId,
    courseId: next.id,
    childIds,
    teacherId,
    weekdays,
    // The rhythm it named is the old book's.
    rule: rule.kind === 'printed' ? { kind: 'printed' } : rule,
    perSitting,
    ...(minutesPerSitting === undefined ? {} : { minutesPerSitting }),
    // Where the old book has had its sitting today, the new one has its first the day after: one of the two on a day.
    firstDate: fromDay(satToday ? today + 1 : today),
    ...(target === undefined ? {} : { target }),
    life: 'running',
    takesOptional,
  };
  taken.perSitting = neededPerSitting(state, year, taken, today);
  const loop = rule.kind === 'loop' ? byId(state.loops, rule.loopId) : undefined;
  return {
    dropped: { ...enrolment, life: 'dropped', swappedFor: newId },
    taken,
    loop: loop?.order.includes(enrolment.id)
      ? { ...loop, order: loop.order.map((id) => (id === enrolment.id ? newId : id)) }
      : undefined,
  };
}
