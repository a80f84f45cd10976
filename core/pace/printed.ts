import { type Day, fullDay } from '../calendar';
import { contentsOf } from '../course';
import { byId, type Enrolment, type Household, type SchoolYear } from '../household';
import { count } from '../words';
import { printedDayOf, rhythmOf, sittingsPerWeek } from './rule';
import { takenSteps } from './taken';

/**
 * What taking a book *as printed* comes to where the week printed and the week chosen differ, in sentences: more weekdays than
 * the book has days (the plan takes some of them), fewer (its weeks take longer), and a printed day that is longer than a
 * full day of one of its children (as it holds today): a sitting holds what the book's day holds, and is not cut.
 */
export function printedWords(state: Household, enrolment: Enrolment, year: SchoolYear, today: Day): string[] {
  if (enrolment.rule.kind !== 'printed') return [];
  const rhythm = rhythmOf(byId(state.courses, enrolment.courseId), enrolment);
  const printed = Math.min(rhythm.days, rhythm.lessons);
  const chosen = sittingsPerWeek(enrolment, year);
  const words: string[] = [];
  if (chosen > printed)
    words.push(
      `The book’s week has ${count(printed, 'day')}, and ${count(chosen, 'weekday is', 'weekdays are')} chosen: on ${printed} of them it has a sitting, and the plan finds which. Choose ${printed} to say which yourself.`,
    );
  const lessons = contentsOf(state, enrolment)?.units.reduce((n, u) => n + u.lessons.length, 0) ?? 0;
  if (chosen > 0 && chosen < printed && lessons > 0) {
    const days = printedDayOf(lessons - 1, rhythm) + 1;
    words.push(
      `The book’s week has ${count(printed, 'day')}, and ${count(chosen, 'weekday is', 'weekdays are')} chosen: its ${count(Math.ceil(days / printed), 'week')} take ${Math.ceil(days / chosen)}.`,
    );
  }
  const minutes = new Map<number, number>();
  for (const s of takenSteps(state, enrolment)) {
    const day = printedDayOf(s.lessonIndex, rhythm);
    minutes.set(day, (minutes.get(day) ?? 0) + s.minutes);
  }
  const longest = Math.max(0, ...minutes.values());
  const least = state.children
    .filter((c) => enrolment.childIds.includes(c.id))
    .map((c) => ({ name: c.name, minutes: fullDay(c, today) }))
    .filter((c) => c.minutes < longest)
    .sort((a, b) => a.minutes - b.minutes)[0];
  if (least)
    words.push(
      `Its longest printed day takes ${longest} minutes, more than the ${least.minutes} of a full day for ${least.name}: a printed day is not cut.`,
    );
  return words;
}
