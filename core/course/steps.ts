import type { Course, Id, Kind, KindDefault, Lesson, Presence, Step, Unit } from '../household/types';

/** A step with what its place in the course gives it: defaults filled in, number within its lesson, newness. */
export interface FlatStep {
  id: Id;
  step: Step;
  lesson: Lesson;
  unit: Unit;
  /** Position in the course, from 0. */
  index: number;
  /** Position of the lesson in the course, from 0. */
  lessonIndex: number;
  kind: Kind;
  minutes: number;
  presence: Presence;
  optional: boolean;
  /** "practise 2 of 3": which of the lesson's steps of this kind, from 1. */
  number: number;
  ofKind: number;
  /** True on a lesson's first introduce step when the teacher is beside the child for it and the course counts. */
  opensNewLesson: boolean;
  /**
   * Only on assess steps: position of the last introduce step it tests, or −1. A test inside a lesson tests that
   * lesson; one standing alone tests all lessons since the test before it.
   */
  tests: number;
}

const flatCache = new WeakMap<Course, FlatStep[]>();

/** All steps of a course in order. The result is kept for as long as the same course object is in use. */
export function flatten(course: Course): readonly FlatStep[] {
  const known = flatCache.get(course);
  if (known) return known;
  const flat: FlatStep[] = [];
  let lessonIndex = 0;
  let lastIntroduce = -1;
  for (const unit of course.units) {
    for (const lesson of unit.lessons) {
      const counts = new Map<Kind, number>();
      for (const s of lesson.steps) counts.set(s.kind, (counts.get(s.kind) ?? 0) + 1);
      const seen = new Map<Kind, number>();
      for (const step of lesson.steps) {
        const number = (seen.get(step.kind) ?? 0) + 1;
        seen.set(step.kind, number);
        const presence = step.presence ?? course.kinds[step.kind].presence;
        const beside = presence === 'with' || presence === 'start';
        const first = step.kind === 'introduce' && number === 1;
        if (step.kind === 'introduce') lastIntroduce = flat.length;
        flat.push({
          id: step.id,
          step,
          lesson,
          unit,
          index: flat.length,
          lessonIndex,
          kind: step.kind,
          minutes: step.minutes ?? course.kinds[step.kind].minutes,
          presence,
          optional: step.optional ?? false,
          number,
          ofKind: counts.get(step.kind) ?? 1,
          opensNewLesson: first && beside && course.countsNew,
          tests: step.kind === 'assess' ? lastIntroduce : -1,
        });
      }
      lessonIndex++;
    }
  }
  flatCache.set(course, flat);
  return flat;
}

const KIND_NAMES: Record<Kind, string> = {
  introduce: 'introduce',
  practise: 'practise',
  review: 'review',
  apply: 'apply',
  assess: 'test',
  read: 'read',
  make: 'make',
  drill: 'drill',
};

/** A kind as the reader meets it ("test" for assess). */
export function kindName(kind: Kind): string {
  return KIND_NAMES[kind];
}

/** The step in words without its lesson: its own label, or "practise", or "practise 2 of 3". */
export function stepName(s: FlatStep): string {
  if (s.step.label) return s.step.label;
  return s.ofKind > 1 ? `${kindName(s.kind)} ${s.number} of ${s.ofKind}` : kindName(s.kind);
}

/** Minutes of the teacher that a step takes: all of a `with` step, the first minutes of a `start` step, else none. */
export function teacherMinutes(minutes: number, presence: Presence, startMinutes: number): number {
  if (presence === 'with') return minutes;
  return presence === 'start' ? Math.min(minutes, startMinutes) : 0;
}

/** What each kind takes unless a course says otherwise: minutes of the child, and where the teacher is. */
export const KIND_DEFAULTS: Record<Kind, KindDefault> = {
  introduce: { minutes: 20, presence: 'with' },
  practise: { minutes: 15, presence: 'near' },
  review: { minutes: 15, presence: 'alone' },
  apply: { minutes: 15, presence: 'near' },
  assess: { minutes: 20, presence: 'near' },
  read: { minutes: 20, presence: 'with' },
  make: { minutes: 30, presence: 'with' },
  drill: { minutes: 10, presence: 'start' },
};

/** All lessons of a course, in the book's order; none of a course that is not there. */
export const lessonsIn = (course: Pick<Course, 'units'> | undefined): Lesson[] =>
  (course?.units ?? []).flatMap((u) => u.lessons);

const PAGES = /(\d{1,5})\s*(?:[-–—]\s*(\d{1,5}))?/g;
/** The last page of “146–8” or “12”, as written. */
function lastOf(from: string, to: string | undefined): number {
  if (to === undefined) return Number(from);
  return Number(to.length < from.length ? from.slice(0, from.length - to.length) + to : to);
}

/**
 * How many pages a text like “46–48”, “12”, “3, 7–9” or “pp. 20–23” names; 0 where it names none that can be counted. A range that runs
 * backwards, as books print them (“146–8”), is filled up from its first page.
 */
export function pagesIn(text: string | undefined): number {
  let pages = 0;
  for (const [, from, to] of (text ?? '').matchAll(PAGES)) {
    const [first, last] = [Number(from), lastOf(from!, to)];
    pages += last >= first && last - first < 1000 ? last - first + 1 : 1;
  }
  return pages;
}

/**
 * Such a text as it is told: “p. 12”, “pp. 46–48”; one that says itself what it names stays as it is.
 * @example
 * pageWords('54') // => 'p. 54'
 * pageWords('3, 7–9') // => 'pp. 3, 7–9'
 * pageWords('sheet 4') // => 'sheet 4'
 */
export function pageWords(text: string): string {
  const plain = text.trim();
  if (/^\p{L}/u.test(plain)) return plain;
  return `${/^\d+$/.test(plain) ? 'p.' : 'pp.'} ${plain}`;
}

/** The last page that such a text names; 0 where it names none. @example lastPageIn('46–48, 51') // => 51 */
export function lastPageIn(text: string | undefined): number {
  let most = 0;
  for (const [, from, to] of (text ?? '').matchAll(PAGES)) most = Math.max(most, lastOf(from!, to));
  return most;
}

/** How many pages a lesson's manual pages are, for its share of the year; what cannot be counted is 1. */
export const manualPages = (lesson: Lesson): number => Math.max(1, pagesIn(lesson.pages));

/** A lesson's title taken apart for the page: the numeral by which the book counts it, its word, and what follows. */
export interface LessonName {
  numeral?: string;
  /** "day", "page", "basket"; empty for plain lessons. */
  word: string;
  rest: string;
}

/** Takes "Day 30", "3.2" or "4, newts and frogs" apart; a title that is not counted stays whole in `rest`. */
export function lessonName(title: string): LessonName {
  const m = /^(\p{L}+\s+)?(\d+(?:\.\d+)*)(?:[,:.]?\s+(?!\()(.*))?$/u.exec(title.trim());
  if (!m) return { word: '', rest: title };
  const word = (m[1] ?? '').trim().toLowerCase();
  return { numeral: m[2]!, word: word === 'lesson' ? '' : word, rest: m[3] ?? '' };
}

const countedCache = new WeakMap<Course, boolean>();

/**
 * What stands for a lesson where there is room for a number alone: the book’s own numeral; where the book counts no lesson, its place
 * in the course, from 1; in a book that counts, "test" for a lesson that only tests and "·" for any other that bears no number, since its
 * place is not the number the book would give it ("Test 3" behind Lesson 30 is not 33).
 */
export function lessonNumber(course: Course, step: Pick<FlatStep, 'lesson' | 'lessonIndex'>): string {
  const { numeral } = lessonName(step.lesson.title);
  if (numeral !== undefined) return numeral;
  let counts = countedCache.get(course);
  if (counts === undefined) {
    counts = course.units.some((u) => u.lessons.some((l) => lessonName(l.title).numeral !== undefined));
    countedCache.set(course, counts);
  }
  if (!counts && step.lessonIndex >= 0) return `${step.lessonIndex + 1}`;
  return step.lesson.steps.every((s) => s.kind === 'assess') ? 'test' : '·';
}
