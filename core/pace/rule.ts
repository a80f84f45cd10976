import { contentsOf, type FlatStep } from '../course';
import { byId, type Course, type Enrolment, type Household, type PrintedRhythm, type SchoolYear } from '../household';
import { marksByEnrolment, standingsOf } from '../log';
import { inOrderToDo, takenSteps } from './taken';

/**
 * Weekdays and rule as far as the cap and the wish of a pace rule need them.
 * @example
 * sittingsPerWeek({ weekdays: [1, 3, 6] }, { weekdays: [1, 2, 3, 4, 5] }) // => 2
 */
export function sittingsPerWeek(enrolment: Pick<Enrolment, 'weekdays'>, year: Pick<SchoolYear, 'weekdays'>): number {
  return enrolment.weekdays.filter((d) => year.weekdays.includes(d)).length;
}

/**
 * What is left of an enrolment in places of a sitting: a step takes one, an easy one half of it, one in a stretch that
 * goes faster its share. What the even rule divides by the sittings.
 * @example
 * workLeft(aHousehold({ courses: [aCourse('c', { lessons: 3 })] }), anEnrolment('e', 'c')) // => 6
 * workLeft(aHousehold({ courses: [aCourse('c', { lessons: 3 })] }), anEnrolment('e', 'c', { easy: ['practise'] })) // => 4.5
 */
export function workLeft(state: Household, enrolment: Enrolment): number {
  const { size } = pacing(state, enrolment);
  const left = inOrderToDo(takenSteps(state, enrolment), standingsOf(state.marks, enrolment.id));
  return left.reduce((n, s) => n + size(s), 0);
}

/**
 * The steps a sitting must take so that an *even* course ends in time: remaining ÷ sittings, rounded up, at least 1.
 * Stored when the rule is set.
 * @example
 * evenPerSitting(40, 36) // => 2
 * evenPerSitting(40, 40) // => 1
 * evenPerSitting(7, 0) // => 7
 */
export function evenPerSitting(remaining: number, sittings: number): number {
  return sittings <= 0 ? Math.max(1, remaining) : Math.max(1, Math.ceil(remaining / sittings));
}

/**
 * The steps a sitting must take for *n a week*: n ÷ sittings a week, rounded up. For n lessons, n times the steps of
 * the longest lesson, so that any week can hold its n.
 * @example
 * weeklyPerSitting(5, 'steps', 4, 3) // => 2
 * weeklyPerSitting(2, 'lessons', 3, 3) // => 2
 */
export function weeklyPerSitting(
  n: number,
  unit: 'steps' | 'lessons',
  sittings: number,
  longestLesson: number,
): number {
  const steps = unit === 'steps' ? n : n * longestLesson;
  return Math.max(1, Math.ceil(steps / Math.max(1, sittings)));
}

/** What a pace rule comes to for placing: how much a sitting and a week take, and what counts as one in a week. */
export interface Pacing {
  perSitting: number;
  /** Steps, lessons or printed days a week, in parts of `scale`; Infinity when the rule has no cap. */
  cap: number;
  /** The number of parts of a step that the cap counts in: a stretch that goes faster uses fewer of them a step. */
  scale: number;
  /** How many times the usual pace a step goes at. */
  times: (s: FlatStep) => number;
  /** The share of a place in a sitting that a step takes. */
  size: (s: FlatStep) => number;
  /** Steps with the same number count as one in a week; undefined: every step by itself. */
  group: ((s: FlatStep) => number) | undefined;
  /** The printed day of a step, when the course is taken as printed. */
  printed: ((s: FlatStep) => number) | undefined;
}

/**
 * The rhythm an enrolment follows: the one it names, else the course's first, else a lesson on each of its days.
 * @example
 * rhythmOf(undefined, anEnrolment('e', 'c', { weekdays: [1, 2, 4] })) // => { days: 3, lessons: 3 }
 */
export function rhythmOf(course: Course | undefined, enrolment: Enrolment): Pick<PrintedRhythm, 'days' | 'lessons'> {
  const { rule, weekdays } = enrolment;
  const named = rule.kind === 'printed' ? course?.rhythms?.find((r) => r.id === rule.rhythmId) : undefined;
  const days = Math.max(1, weekdays.length);
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

export function pacing(state: Household, enrolment: Enrolment): Pacing {
  const { rule, perSitting, easy } = enrolment;
  const { times, scale } = fasterSteps(state, enrolment);
  const plain: Pacing = {
    perSitting,
    cap: Infinity,
    scale,
    times,
    size: (s) => (easy?.includes(s.kind) ? 0.5 : 1) / times(s),
    group: undefined,
    printed: undefined,
  };
  switch (rule.kind) {
    case 'weekly':
      return { ...plain, cap: rule.n * scale, group: rule.unit === 'lessons' ? (s) => s.lessonIndex : undefined };
    case 'printed': {
      const rhythm = rhythmOf(byId(state.courses, enrolment.courseId), enrolment);
      const day = (s: FlatStep) => printedDayOf(s.lessonIndex, rhythm);
      const cap = Math.min(rhythm.days, rhythm.lessons);
      // A printed day is what it is: nothing in it is faster or counts for less.
      const whole = { scale: 1, times: () => 1, size: () => 1 };
      return { ...plain, ...whole, perSitting: MOST_A_SITTING, cap, group: day, printed: day };
    }
    case 'minutes':
      return { ...plain, perSitting: Math.max(1, Math.floor(rule.minutes / minutesAStep(state, enrolment))) };
    // The loop decides whose turn it is; each turn is one plain sitting.
    case 'loop':
    case 'even':
    case 'when':
      return plain;
  }
}

/** How much faster each step goes, and a number that every such factor divides. */
function fasterSteps(state: Household, enrolment: Enrolment): Pick<Pacing, 'times' | 'scale'> {
  const course = enrolment.stretches && contentsOf(state, enrolment);
  if (!course || !enrolment.stretches?.length) return { times: () => 1, scale: 1 };
  const lessons = course.units.flatMap((u) => u.lessons.map((l) => l.id));
  const ranges = enrolment.stretches.map((s) => {
    const ends = [lessons.indexOf(s.fromLessonId), lessons.indexOf(s.toLessonId)];
    return { from: Math.min(...ends), to: Math.max(...ends), times: s.times, gone: ends.includes(-1) };
  });
  const known = ranges.filter((r) => !r.gone);
  const times = (s: FlatStep) =>
    Math.max(1, ...known.filter((r) => s.lessonIndex >= r.from && s.lessonIndex <= r.to).map((r) => r.times));
  const scale = known.reduce((all, r) => (all * r.times) / greatestDivisor(all, r.times), 1);
  return { times, scale };
}
const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b));

/** More steps than any printed day has. */
export const MOST_A_SITTING = 100;

/**
 * Minutes a step takes this child in this course: the median of those marked, once there are some; before that the
 * median of those planned.
 * @example
 * minutesAStep(aHousehold(), anEnrolment('e', 'gone')) // => 1
 */
export function minutesAStep(state: Household, enrolment: Enrolment): number {
  const marked = (marksByEnrolment(state.marks).get(enrolment.id) ?? [])
    .filter((m) => m.kind === 'done' && m.minutes !== undefined && m.childId === undefined)
    .map((m) => m.minutes!);
  const known = marked.length >= ENOUGH_MARKS ? marked : takenSteps(state, enrolment).map((s) => s.minutes);
  const sorted = [...known].sort((a, b) => a - b);
  return Math.max(1, sorted[Math.floor((sorted.length - 1) / 2)] ?? 1);
}

/** So many marks with minutes say more than the plan does. */
const ENOUGH_MARKS = 5;
