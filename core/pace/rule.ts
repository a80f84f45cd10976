import { contentsOf, type FlatStep } from '../course';
import type { Enrolment, Household } from '../household';
import { standingsOf } from '../log';
import { meaningOf, type Pacing } from './rules';
import { inOrderToDo, takenSteps } from './taken';

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

/** What an enrolment comes to for placing, under its rule. */
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
  return { ...plain, ...meaningOf(rule).pacing?.(rule, { state, enrolment, plain }) };
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
