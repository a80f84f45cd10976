import { type Day, fromDay, teachingWeek, toDay } from '../calendar';
import type { Enrolment, Household, PaceFrom, SchoolYear } from '../household';
import { marksByEnrolment } from '../log';
import { paceOn, weeklyPerSitting } from '../pace';
import { count } from '../words';

/**
 * At what pace an *even* course that a year leaves unfinished goes on from a day behind it: so many steps a week as it went in that year.
 * Spread evenly over the whole next year seven lessons that were left would come one every five weeks. Undefined for any other rule, which goes on as
 * it is, for a course that has a last day of its own behind the year, and where nothing of it was done.
 * @param from the first day of the next year
 */
export function goingOn(state: Household, year: SchoolYear, enrolment: Enrolment, from: Day): PaceFrom | undefined {
  const then = paceOn(enrolment, from);
  const { weekdays, minutesPerSitting } = then;
  if (then.rule.kind !== 'even' || (then.target !== undefined && then.target > year.end)) return undefined;
  const done = (marksByEnrolment(state.marks).get(enrolment.id) ?? []).filter(
    (m) => m.kind === 'done' && m.childId === undefined && m.date >= year.start && m.date <= year.end,
  );
  if (done.length === 0) return undefined;
  const dates = done.map((m) => toDay(m.date));
  const [first, last] = [Math.min(...dates), Math.max(...dates)];
  const { firstDay } = state.settings;
  const weeks = 1 + teachingWeek(year, last, firstDay) - teachingWeek(year, first, firstDay);
  const n = Math.max(1, Math.round(new Set(done.map((m) => m.stepId)).size / weeks));
  return {
    ...{ from: fromDay(from), weekdays, rule: { kind: 'weekly', n, unit: 'steps' } },
    perSitting: weeklyPerSitting(n, 'steps', weekdays.length, 1),
    ...(minutesPerSitting === undefined ? {} : { minutesPerSitting }),
  };
}

/** The same in words, as a part of a sentence: “at 4 steps a week, as it went”. */
export const goingOnWords = (pace: PaceFrom | undefined): string =>
  pace?.rule.kind === 'weekly' ? `at ${count(pace.rule.n, 'step')} a week, as it went` : '';
