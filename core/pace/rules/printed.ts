import { type Day, fullDay } from '../../calendar';
import { contentsOf, type FlatStep } from '../../course';
import {
  byId,
  type Course,
  type Enrolment,
  type Household,
  type PaceRule,
  type PrintedRhythm,
  type SchoolYear,
  takersOn,
} from '../../household';
import { count } from '../../words';
import { sittingsPerWeek } from '../dates';
import { takenSteps } from '../taken';
import type { RuleKind } from './kind';

type AsPrinted = Extract<PaceRule, { kind: 'printed' }>;

/** More steps than any printed day has. */
export const MOST_A_SITTING = 100;

/** The rhythm of a course that an enrolment names; none where it follows the first, or another rule. */
export const rhythmNamed = ({ rule }: Pick<Enrolment, 'rule'>): AsPrinted['rhythmId'] =>
  rule.kind === 'printed' ? rule.rhythmId : undefined;

/**
 * The rhythm an enrolment follows: the one it names, else the course's first, else a lesson on each of its days.
 * @example
 * rhythmOf(undefined, anEnrolment('e', 'c', { weekdays: [1, 2, 4] })) // => { days: 3, lessons: 3 }
 */
export function rhythmOf(course: Course | undefined, enrolment: Enrolment): Pick<PrintedRhythm, 'days' | 'lessons'> {
  const id = rhythmNamed(enrolment);
  const named = id === undefined ? undefined : course?.rhythms?.find((r) => r.id === id);
  const days = Math.max(1, enrolment.weekdays.length);
  return named ?? course?.rhythms?.[0] ?? { days, lessons: days };
}

/**
 * The printed day of a lesson, from 0: so many lessons spread over so many days a week, in order. With fewer lessons than
 * days each lesson is a day of its own.
 * @example
 * [0, 1, 2, 3].map((lesson) => printedDayOf(lesson, { days: 2, lessons: 4 })) // => [0, 0, 1, 1]
 * printedDayOf(2, { days: 4, lessons: 2 }) // => 2
 */
export const printedDayOf = (lessonIndex: number, { days, lessons }: Pick<PrintedRhythm, 'days' | 'lessons'>): number =>
  Math.floor((lessonIndex * days) / Math.max(days, lessons));

/**
 * What taking a book *as printed* comes to where the week printed and the week chosen differ, in sentences: more weekdays than
 * the book has days (the plan takes some of them), fewer (its weeks take longer), and a printed day that is longer than a
 * full day of one of its children (as it holds today): a sitting holds what the book's day holds, and is not cut.
 */
function notes(state: Household, enrolment: Enrolment, year: SchoolYear, today: Day): string[] {
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
  const least = takersOn(state, enrolment, today)
    .map((c) => ({ name: c.name, minutes: fullDay(c, today) }))
    .filter((c) => c.minutes < longest)
    .sort((a, b) => a.minutes - b.minutes)[0];
  if (least)
    words.push(
      `Its longest printed day takes ${longest} minutes, more than the ${least.minutes} of a full day for ${least.name}: a printed day is not cut.`,
    );
  return words;
}

/** The publisher’s days, one a sitting, as many a week as the rhythm prints. */
export const printed: RuleKind<AsPrinted> = {
  words: () => 'as printed',
  planned: true,
  wish: 'weekly',
  pacing: (_, { state, enrolment }) => {
    const rhythm = rhythmOf(byId(state.courses, enrolment.courseId), enrolment);
    const day = (s: FlatStep) => printedDayOf(s.lessonIndex, rhythm);
    const cap = Math.min(rhythm.days, rhythm.lessons);
    // A printed day is what it is: nothing in it is faster or counts for less.
    const whole = { scale: 1, times: () => 1, size: () => 1 };
    return { ...whole, perSitting: MOST_A_SITTING, cap, group: day, printed: day };
  },
  // The rhythm it named is the old book’s.
  anew: () => ({ kind: 'printed' }),
  notes: (_, ...of) => notes(...of),
};
