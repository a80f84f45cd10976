import type { Day } from '../calendar';
import { contentsOf, flatten, type FlatStep, lentId } from '../course';
import type { Course, Enrolment, Household, Id, Lesson, LessonRef, Unit } from '../household';
import { isOpen, type Standing, standingsOf } from '../log';
import { isEnded, isTaken, lifeOn, livesAhead } from './lives';

/**
 * The steps an enrolment takes at all: from its first step on, without optional ones it has declined and without those
 * whose work another course has done for the same children. Presences are those of the day, when one is given.
 * @example
 * takenSteps(aHousehold({ courses: [aCourse('c', { lessons: 2 })] }), anEnrolment('e', 'c')).map((s) => s.id) // => ['L1-1', 'L1-2', 'L2-1', 'L2-2']
 * takenSteps(aHousehold(), anEnrolment('e', 'gone')) // => []
 */
export function takenSteps(state: Household, enrolment: Enrolment, day?: Day): FlatStep[] {
  const course = contentsOf(state, enrolment, day);
  if (!course) return [];
  const all = flatten(course);
  const from = enrolment.fromStepId ? all.findIndex((s) => s.id === enrolment.fromStepId) : 0;
  const covered = coveredLessons(state, enrolment);
  const { takesOptional, optionalKinds } = enrolment;
  const wanted = (s: FlatStep) => !s.optional || (takesOptional && (optionalKinds?.includes(s.kind) ?? true));
  const standings = covered.size > 0 ? standingsOf(state.marks, enrolment.id) : undefined;
  const settled = (s: FlatStep) => !isOpen(standings, s.id);
  return all.slice(Math.max(0, from)).filter((s) => wanted(s) && (!covered.has(s.lesson.id) || settled(s)));
}

/** The steps of an enrolment by their ids, as they are on a day: with who is beside them by then. */
export function stepsByDay(state: Household, enrolment: Enrolment): (day: Day) => ReadonlyMap<Id, FlatStep> {
  const known = new Map<Course | undefined, ReadonlyMap<Id, FlatStep>>();
  return (day) => {
    const course = contentsOf(state, enrolment, day);
    let steps = known.get(course);
    if (!steps) known.set(course, (steps = new Map(course ? flatten(course).map((s) => [s.id, s]) : [])));
    return steps;
  };
}

/**
 * Lessons of an enrolment whose work is done in another course, by every child who takes it: by their ids, each with the
 * lesson elsewhere that covers it. A lesson covers another once all its steps are settled and at least one was done.
 */
export function coveredLessons(
  state: Household,
  enrolment: Enrolment,
): Map<Id, { enrolment: Enrolment; lesson: Lesson }> {
  const covered = new Map<Id, { enrolment: Enrolment; lesson: Lesson }>();
  if (state.overlaps.length === 0) return covered;
  const ours = (ref: LessonRef) =>
    ref.courseId === enrolment.courseId
      ? ref.lessonId
      : (enrolment.units ?? []).some((u) => u.courseId === ref.courseId)
        ? lentId(ref.courseId, ref.lessonId)
        : undefined;
  for (const o of state.overlaps) {
    for (const [own, elsewhere] of [
      [o.one, o.other],
      [o.other, o.one],
    ] as const) {
      const lessonId = ours(own);
      if (lessonId === undefined) continue;
      const by = state.enrolments
        .filter((e) => e.id !== enrolment.id && enrolment.childIds.every((id) => e.childIds.includes(id)))
        .map((e) => ({ enrolment: e, lesson: doneLesson(state, e, elsewhere) }))
        .find((x) => x.lesson !== undefined);
      if (by) covered.set(lessonId, { enrolment: by.enrolment, lesson: by.lesson! });
    }
  }
  return covered;
}

function doneLesson(state: Household, e: Enrolment, ref: LessonRef): Lesson | undefined {
  const course = e.courseId === ref.courseId || e.units?.some((u) => u.courseId === ref.courseId);
  if (!course) return undefined;
  const id = e.courseId === ref.courseId ? ref.lessonId : lentId(ref.courseId, ref.lessonId);
  const steps = flatten(contentsOf(state, e) ?? NOTHING).filter((s) => s.lesson.id === id);
  const standings = standingsOf(state.marks, e.id);
  const states = steps.map((s) => standings.get(s.id)?.state ?? 'open');
  return states.includes('done') && !states.includes('open') ? steps[0]!.lesson : undefined;
}
const NOTHING = { units: [] as Unit[] } as Course;

/**
 * Whether nothing of a taking is left to do: it is finished, or every step that it takes is settled.
 * @example
 * isThrough(aHousehold({ courses: [aCourse('c', { lessons: 1 })] }), anEnrolment('e', 'c')) // => false
 */
export function isThrough(state: Household, enrolment: Enrolment): boolean {
  if (enrolment.life === 'finished') return true;
  const steps = takenSteps(state, enrolment);
  const standings = standingsOf(state.marks, enrolment.id);
  return steps.length > 0 && steps.every((s) => !isOpen(standings, s.id));
}

/**
 * Whether nothing more is asked of a taking by a day: it has ended (finished, dropped), or every step that it takes is settled, and it is
 * not to be taken up again on a day to come.
 */
export const isDoneWith = (state: Household, enrolment: Enrolment, today: Day): boolean =>
  livesAhead(enrolment, today).every((l) => isEnded(l.life)) &&
  (isEnded(lifeOn(enrolment, today)) || isThrough(state, enrolment));

/** Whether something of a taking is worked on now: it is taken, and not all of it is settled. */
export const isUnderWay = (state: Household, enrolment: Enrolment): boolean =>
  isTaken(enrolment) && !isThrough(state, enrolment);

/**
 * The courses that somebody took and nobody has to do with any more. They stay on the shelf for good, apart from those of the day: after
 * some years they are the most of it.
 * @example
 * coursesOver(aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c', { life: 'finished' })] }), toDay('2026-09-07')) // => new Set(['c'])
 */
export function coursesOver(state: Household, today: Day): ReadonlySet<Id> {
  const over = new Set<Id>();
  const going = new Set<Id>();
  for (const e of state.enrolments) (isDoneWith(state, e, today) ? over : going).add(e.courseId);
  for (const id of going) over.delete(id);
  return over;
}

/**
 * The steps still to do, in the order in which they are to be done.
 * @example
 * remainingSteps(aHousehold({ courses: [aCourse('c', { lessons: 1 })], marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] }), anEnrolment('e', 'c')).map((s) => s.id) // => ['L1-2']
 */
export function remainingSteps(state: Household, enrolment: Enrolment): FlatStep[] {
  const standings = standingsOf(state.marks, enrolment.id);
  return inOrderToDo(takenSteps(state, enrolment), standings);
}

/**
 * The open steps in order. One that did not stick in a household that moves on stands behind the next lesson that has
 * not been sat for yet (the deferred steps of a lesson in their own order), so that it comes back as review.
 */
export function inOrderToDo(taken: readonly FlatStep[], standings: ReadonlyMap<Id, Standing>): FlatStep[] {
  const open = taken.filter((s) => isOpen(standings, s.id));
  const held = open.filter((s) => !standings.get(s.id)?.deferred);
  const deferred = open.filter((s) => standings.get(s.id)?.deferred);
  if (deferred.length === 0) return open;
  const behindLesson = new Map<number, FlatStep[]>();
  for (const s of deferred) {
    const next = held.find((h) => h.lessonIndex > s.lessonIndex)?.lessonIndex ?? Infinity;
    behindLesson.set(next, [...(behindLesson.get(next) ?? []), s]);
  }
  const ordered: FlatStep[] = [];
  held.forEach((s, i) => {
    ordered.push(s);
    if (held[i + 1]?.lessonIndex !== s.lessonIndex) ordered.push(...(behindLesson.get(s.lessonIndex) ?? []));
  });
  return [...ordered, ...(behindLesson.get(Infinity) ?? [])];
}
