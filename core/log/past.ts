import { withUs, toDay } from '../calendar';
import { contentsOf, flatten, type FlatStep, stepName } from '../course';
import {
  type AnyRow,
  byId,
  type Change,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
} from '../household';
import { marksByEnrolment } from './fold';

const steps = new WeakMap<Course, ReadonlyMap<Id, FlatStep>>();
function stepsOf(course: Course): ReadonlyMap<Id, FlatStep> {
  let known = steps.get(course);
  if (!known) steps.set(course, (known = new Map(flatten(course).map((s) => [s.id, s]))));
  return known;
}

/**
 * What a mark is of, as the book and the household have it: the step's kind, its words, the minutes planned for it, and the
 * children it was for. It is copied onto the mark when that is made, so that no later change of the book, or of who takes the
 * course, changes what was recorded. Undefined where the step is not in the book.
 */
export function wasOf(
  state: Household,
  enrolment: Enrolment,
  { stepId, childId, date }: Pick<Mark, 'stepId' | 'childId' | 'date'>,
): Mark['was'] {
  const course = contentsOf(state, enrolment);
  const step = course && stepsOf(course).get(stepId);
  if (!step) return undefined;
  const day = toDay(date);
  return {
    kind: step.kind,
    words: `${step.lesson.title}, ${stepName(step)}`,
    minutes: step.minutes,
    childIds: (childId ? [childId] : enrolment.childIds).filter((id) => withUs(state, id, day)),
  };
}

/**
 * The children whom a mark is about: those of its time, one alone where it is of one, else those who take the course.
 * @example
 * aboutWhom(aMark('e', 'L1-1', 'done', '2026-09-07'), anEnrolment('e', 'c', { childIds: ['A', 'B'] })) // => ['A', 'B']
 */
export const aboutWhom = (mark: Pick<Mark, 'was' | 'childId'>, { childIds }: Pick<Enrolment, 'childIds'>): Id[] =>
  mark.was?.childIds ?? (mark.childId ? [mark.childId] : childIds);

/**
 * What has to be stored beside a change so that the past stands: marks of before this was copied are filled from the book as
 * it still is, once, when the book or its takers first change. Filling them earlier would
 * say the same and cost every opening of a long record.
 */
export function keepPast(state: Household, wished: readonly Change[]): Change[] {
  const touched = recordsTouched(state, wished);
  const own = new Set(wished.filter((c) => c.table === 'marks').map((c) => ('put' in c ? c.put.id : c.remove)));
  return [...touched].flatMap((id) => {
    const enrolment = byId(state.enrolments, id)!;
    return (marksByEnrolment(state.marks).get(id) ?? []).flatMap((mark): Change[] => {
      const was = mark.was || own.has(mark.id) ? undefined : wasOf(state, enrolment, mark);
      return was ? [{ table: 'marks', put: { ...mark, was } as unknown as AnyRow }] : [];
    });
  });
}

/** The enrolments whose record a change would tell otherwise, were it not kept. */
export function recordsTouched(state: Household, wished: readonly Change[]): Set<Id> {
  const touched = new Set<Id>();
  const all = (of: (e: Enrolment) => boolean) => state.enrolments.filter(of).forEach((e) => touched.add(e.id));
  for (const c of wished) {
    // What bears marks is not taken away at all.
    if ('remove' in c) continue;
    const { id } = c.put;
    if (c.table === 'courses') all((e) => e.courseId === id || Boolean(e.units?.some((u) => u.courseId === id)));
    else if (c.table === 'enrolments') all((e) => e.id === id);
  }
  return touched;
}
