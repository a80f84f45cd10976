import { type Day, fromDay, toDay } from '../calendar';
import { contentsOf } from '../course';
import {
  byId,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Loop,
  type PaceFrom,
  type SchoolYear,
} from '../household';
import { marksByEnrolment, sittingMarks } from '../log';
import { ended, isEnded, livesAhead } from './lives';
import { datesBeyond, openDates, sittingsPerWeek, targetDay } from './dates';
import { paceOn, pacesAhead } from './paces';
import { workLeft } from './rule';
import { loopIdOf, meaningOf } from './rules';
import { makeTrack } from './track';

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
  return neededFor(state, year, enrolment, today, () => workLeft(state, enrolment));
}

/**
 * The same for a pace that holds from a day to come: of what is left only that counts which the pace of before would not have reached
 * by then, and only the sittings from then on.
 */
export function neededFrom(
  state: Household,
  year: SchoolYear | undefined,
  enrolment: Enrolment,
  pace: PaceFrom,
  today: Day,
): number {
  const from = toDay(pace.from);
  const paces = (enrolment.paces ?? []).filter((p) => p.from < pace.from);
  const then = paceOn({ ...enrolment, paces: [pace] }, from);
  return neededFor(state, year, then, from, () => {
    if (!year) return 0;
    const made = makeTrack(state, year, { ...enrolment, paces }, today);
    const { dates, ideal, steps } = made.whole ?? made;
    const before = dates.filter((d) => d < from).length;
    return steps.reduce((n, s, i) => n + (ideal[i]! > before ? s.size : 0), 0);
  });
}

function neededFor(
  state: Household,
  year: SchoolYear | undefined,
  enrolment: Enrolment,
  from: Day,
  left: () => number,
): number {
  const { rule, perSitting } = enrolment;
  if (!year) return perSitting;
  const needed = meaningOf(rule).needed?.(rule, {
    sittingsAWeek: sittingsPerWeek(enrolment, year),
    longestLesson: () => {
      const lessons = contentsOf(state, enrolment, from)?.units.flatMap((u) => u.lessons) ?? [];
      return Math.max(1, ...lessons.map((l) => l.steps.length));
    },
    sittingsLeft: () => {
      const target = targetDay(enrolment, year);
      const within = openDates(state, enrolment, year).filter((d) => d >= from && d <= target).length;
      return within + datesBeyond(state, enrolment, year).filter((d) => d >= from).length;
    },
    workLeft: left,
  });
  return needed ?? perSitting;
}

/**
 * The rows that swap an enrolment for another course from today on: the old one dropped, its record kept, pointing at the
 * new one, which takes its people, weekdays, rule, date to end by and turn in a loop, and of what was entered for days to come who takes
 * and teaches it by then, and on which weekdays. What a sitting must take is counted anew: the other book is another length. `newId` must be new.
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
  const sat = sittingMarks(marksByEnrolment(state.marks).get(enrolment.id) ?? []);
  const satToday = sat.some((m) => m.date === date && m.childId === undefined);
  const { childIds, teacherId, weekdays, rule, perSitting, minutesPerSitting, target, takesOptional } = enrolment;
  const anew = <R extends Enrolment['rule']>(of: R): R => (meaningOf(of).anew?.(of) ?? of) as R;
  const ahead = pacesAhead(enrolment, today).map(({ pace }) => ({ ...pace, rule: anew(pace.rule) }));
  // A pause that is entered for days to come is of its people and their days, whatever the book.
  const lives = livesAhead(enrolment, today).filter((l) => !isEnded(l.life));
  const taken: Enrolment = {
    id: newId,
    courseId: next.id,
    childIds,
    teacherId,
    weekdays,
    rule: anew(rule),
    perSitting,
    ...(minutesPerSitting === undefined ? {} : { minutesPerSitting }),
    // Where the old book has had its sitting today, the new one has its first the day after: one of the two on a day.
    firstDate: fromDay(satToday ? today + 1 : today),
    ...(target === undefined ? {} : { target }),
    life: 'running',
    takesOptional,
    ...(ahead.length === 0 ? {} : { paces: ahead }),
    ...(lives.some((l) => l.life === 'paused')
      ? { lives: lives.map(({ from, life }) => ({ from: fromDay(from), life })) }
      : {}),
  };
  taken.perSitting = neededPerSitting(state, year, taken, today);
  // What is spread evenly throughout is spread over the sittings of all its paces; any other is counted by itself.
  const even = [taken, ...ahead].every(({ rule: r }) => meaningOf(r).wish === 'spread');
  for (const pace of ahead) pace.perSitting = even ? taken.perSitting : neededFrom(state, year, taken, pace, today);
  const loopId = loopIdOf(enrolment);
  const loop = loopId === undefined ? undefined : byId(state.loops, loopId);
  return {
    dropped: { ...ended(enrolment, 'dropped'), swappedFor: newId },
    taken,
    loop: loop?.order.includes(enrolment.id)
      ? { ...loop, order: loop.order.map((id) => (id === enrolment.id ? newId : id)) }
      : undefined,
  };
}
