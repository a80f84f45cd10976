import type { Day } from '../calendar/day';
import { toDay } from '../calendar/day';
import { byId } from '../household/household';
import type {
  Course,
  Enrolment,
  Household,
  Id,
  Kind,
  Lesson,
  LessonRef,
  OwnPresence,
  PaceFrom,
  Step,
  Unit,
} from '../household/types';
import { count } from '../words';
import { kindName, lessonsIn } from './steps';

type Shelf = Pick<Household, 'courses'>;

/** Between the course and the id of what a blended level lends; no id of ours holds it. */
const LENT = '/';
/** Behind the id of the second half of a step that is split over two days. */
const SECOND = '~2';

/** The first half of a second half; undefined for any other step. */
export const firstHalfOf = (stepId: Id): Id | undefined =>
  stepId.endsWith(SECOND) ? stepId.slice(0, -SECOND.length) : undefined;

/** The id that a lesson or step of another course has in the contents of an enrolment that borrows it. */
export const lentId = (courseId: Id, id: Id): Id => `${courseId}${LENT}${id}`;

/** Where a lesson of an enrolment's contents stands on the shelf: its own course's, or one lent by another level. */
export function lessonRefOf(courseId: Id, lessonId: Id): LessonRef {
  const at = lessonId.indexOf(LENT);
  return at < 0 ? { courseId, lessonId } : { courseId: lessonId.slice(0, at), lessonId: lessonId.slice(at + 1) };
}

interface Kept {
  courses: readonly Course[];
  /** How many of the dated presences were in force. */
  dated: number;
  contents: Course | undefined;
}
const cache = new WeakMap<Enrolment, Kept[]>();

/**
 * The contents of a course as one enrolment takes them: its own order of units (with those of a neighbouring level), the
 * variant it takes, the presences it has on `day` (all of them without a day), and steps split over two days. The book
 * itself is not touched; without choices of its own the result is the book. Undefined when the course is gone.
 *
 * Ids stay those of the book. A unit lent by another course carries that course's id before its own ids, and the second
 * half of a split step the first half's id with a mark behind it, so that the record tells them apart.
 */
export function contentsOf(state: Shelf, enrolment: Enrolment, day: Day = Infinity): Course | undefined {
  const course = byId(state.courses, enrolment.courseId);
  if (!course || !hasChoices(course, enrolment)) return course;
  const presences = (enrolment.presences ?? []).filter((p) => p.from === undefined || toDay(p.from) <= day);
  const list = cache.get(enrolment) ?? [];
  cache.set(enrolment, list);
  const known = list.find((k) => k.courses === state.courses && k.dated === presences.length);
  if (known) return known.contents;
  const units = enrolment.units
    ? enrolment.units.flatMap((ref): Unit[] => {
        const from = byId(state.courses, ref.courseId);
        const unit = from?.units.find((u) => u.id === ref.unitId);
        return !from || !unit ? [] : [from.id === course.id ? unit : lentUnit(from, unit)];
      })
    : course.units;
  const contents: Course = {
    ...course,
    units: units.map((u) => ({
      ...u,
      lessons: u.lessons
        .map((l) => ({ ...l, steps: takenOf(course, l, enrolment, presences) }))
        .filter((l) => l.steps.length > 0),
    })),
  };
  list.push({ courses: state.courses, dated: presences.length, contents });
  return contents;
}

/** The variants a course has, in the order in which they first come up. */
export function variantsOf(course: Course): readonly string[] {
  let known = variantCache.get(course);
  if (!known) {
    const all = course.units.flatMap((u) => u.lessons.flatMap((l) => l.steps.map((s) => s.variant)));
    known = [...new Set(all.filter((v) => v !== undefined))];
    variantCache.set(course, known);
  }
  return known;
}
const variantCache = new WeakMap<Course, readonly string[]>();
/** The tracks a course runs on, in order. */
export function tracksOf(course: Course): string[] {
  return [...new Set(course.units.map((u) => u.track).filter((t) => t !== undefined))];
}

/**
 * The paces of an enrolment that have begun by a day, in their order. Who takes turns, or has no timetable at all, has no other pace from a day on:
 * whose turn it is, and whether anything is planned, is as it is today.
 */
export function pacesBegun({ rule, paces }: Enrolment, day: Day): PaceFrom[] {
  if (!paces || rule.kind === 'loop' || rule.kind === 'when') return [];
  return paces.filter((p) => toDay(p.from) <= day).sort((a, b) => (a.from < b.from ? -1 : 1));
}

/** Who teaches an enrolment on a day. */
export const teacherOn = (enrolment: Enrolment, day: Day): Id =>
  pacesBegun(enrolment, day).findLast((p) => p.teacherId !== undefined)?.teacherId ?? enrolment.teacherId;

function hasChoices(course: Course, e: Enrolment): boolean {
  return (
    e.units !== undefined ||
    (e.presences ?? []).length > 0 ||
    e.helper !== undefined ||
    e.splitOver !== undefined ||
    e.splits !== undefined ||
    e.variant !== undefined ||
    variantsOf(course).length > 0
  );
}

/** A unit of another level: its ids its own among the borrower's, its minutes and presences those of its own book. */
function lentUnit(from: Course, unit: Unit): Unit {
  const own = (id: Id) => lentId(from.id, id);
  return {
    ...unit,
    id: own(unit.id),
    lessons: unit.lessons.map((l) => ({
      ...l,
      id: own(l.id),
      steps: l.steps.map((s) => ({
        ...s,
        id: own(s.id),
        minutes: s.minutes ?? from.kinds[s.kind].minutes,
        presence: s.presence ?? from.kinds[s.kind].presence,
      })),
    })),
  };
}

function takenOf(course: Course, lesson: Lesson, e: Enrolment, presences: readonly OwnPresence[]): Step[] {
  const variant = e.variant ?? variantsOf(course)[0];
  const steps = lesson.steps.filter((s) => s.variant === undefined || s.variant === variant);
  const many = new Map<Kind, number>();
  for (const s of steps) many.set(s.kind, (many.get(s.kind) ?? 0) + 1);
  const seen = new Map<Kind, number>();
  return steps.flatMap((s): Step[] => {
    const number = (seen.get(s.kind) ?? 0) + 1;
    seen.set(s.kind, number);
    // With an older sibling beside the child the teacher need only be in earshot.
    const helped = e.helper?.kinds.includes(s.kind);
    const own = helped ? 'near' : presences.filter((p) => p.kind === s.kind).at(-1)?.presence;
    const step = own === undefined ? s : { ...s, presence: own };
    const minutes = s.minutes ?? course.kinds[s.kind].minutes;
    const split = e.splits?.includes(s.id) || (e.splitOver !== undefined && minutes > e.splitOver);
    if (!split || minutes < 2) return [step];
    const name = s.label ?? (many.get(s.kind)! > 1 ? `${kindName(s.kind)} ${number}` : kindName(s.kind));
    const first = Math.ceil(minutes / 2);
    return [
      { ...step, label: `${name}, first half`, minutes: first },
      { ...step, id: `${s.id}${SECOND}`, label: `${name}, second half`, minutes: minutes - first },
    ];
  });
}

/** Whether a step is one half of one that is split over two days. */
export const isHalf = (contents: Pick<Course, 'units'>, stepId: Id): boolean =>
  stepId.endsWith(SECOND) || lessonsIn(contents).some((l) => l.steps.some((s) => s.id === `${stepId}${SECOND}`));

/** What a pasted page comes to. */
export interface ContentsCount {
  units: number;
  lessons: number;
  tests: number;
  steps: number;
}

/** What contents come to. A lesson that is nothing but a test is told as a test, everywhere. */
export function countContents(units: readonly Unit[]): ContentsCount {
  const lessons = units.flatMap((u) => u.lessons);
  const isTest = (l: Lesson) => l.steps.length > 0 && l.steps.every((s) => s.kind === 'assess');
  return {
    units: units.filter((u) => u.title).length,
    lessons: lessons.filter((l) => !isTest(l)).length,
    tests: lessons.filter(isTest).length,
    steps: lessons.reduce((n, l) => n + l.steps.length, 0),
  };
}

/** Its lessons in words, and the tests beside them: "30 lessons, 6 tests". */
export function lessonWords(units: readonly Unit[]): string {
  const { lessons, tests } = countContents(units);
  return [count(lessons, 'lesson'), tests > 0 && count(tests, 'test')].filter(Boolean).join(', ');
}

/** The same with its steps: "30 lessons, 6 tests, 153 steps". */
export const contentsWords = (units: readonly Unit[]): string =>
  `${lessonWords(units)}, ${count(countContents(units).steps, 'step')}`;
