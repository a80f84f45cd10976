import { type IsoDate, withUs, toDay } from '../calendar';
import { contentsOf, flatten, type FlatStep, stepName, teacherOn } from '../course';
import {
  type AnyRow,
  byId,
  type Change,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
  type Presence,
  sits,
} from '../household';
import { marksByEnrolment } from './fold';

const steps = new WeakMap<Course, ReadonlyMap<Id, FlatStep>>();
function stepsOf(course: Course): ReadonlyMap<Id, FlatStep> {
  let known = steps.get(course);
  if (!known) steps.set(course, (known = new Map(flatten(course).map((s) => [s.id, s]))));
  return known;
}

/**
 * What a mark is of, as the book and the household have it for its day: the step's kind, its words, the minutes planned for it, the
 * children it was for, where the teacher was and who taught. It is copied onto the mark when that is made, so that no later change of the book, or of who takes the
 * course, changes what was recorded. Undefined where the step is not in the book.
 */
export function wasOf(
  state: Household,
  enrolment: Enrolment,
  { stepId, childId, date }: Pick<Mark, 'stepId' | 'childId' | 'date'>,
): Mark['was'] {
  const day = toDay(date);
  const course = contentsOf(state, enrolment, day);
  const step = course && stepsOf(course).get(stepId);
  if (!step) return undefined;
  return {
    kind: step.kind,
    words: `${step.lesson.title}, ${stepName(step)}`,
    minutes: step.minutes,
    childIds: (childId ? [childId] : enrolment.childIds).filter((id) => withUs(state, id, day)),
    presence: step.presence,
    teacherId: teacherOn(enrolment, day),
  };
}

/** Where the teacher was for the work of a mark, and who that was; undefined where neither the mark nor the book says. */
export function taughtOf(
  state: Household,
  enrolment: Enrolment,
  mark: Mark,
): { presence: Presence; teacherId?: Id } | undefined {
  // A teacher who is gone from the household is gone from its marks.
  const { presence, teacherId } = (mark.was?.presence ? mark.was : wasOf(state, enrolment, mark)) ?? {};
  return presence && { presence, ...(teacherId === undefined ? {} : { teacherId }) };
}

/**
 * A marked step that is out of the book, as its mark has it: the days it was done on name it still. Its place in the book is −1; undefined
 * where nothing was copied onto the mark.
 */
export function goneStep({ stepId, was }: Mark, { countsNew }: Pick<Course, 'countsNew'>): FlatStep | undefined {
  if (!was) return undefined;
  const { kind, words, minutes, presence = 'near' } = was;
  const at = words.lastIndexOf(', ');
  const [title, label] = at < 0 ? [words, ''] : [words.slice(0, at), words.slice(at + 2)];
  const step = { id: stepId, kind, ...(label ? { label } : {}) };
  const lesson = { id: `${stepId} gone`, title, steps: [step] };
  const beside = presence === 'with' || presence === 'start';
  return {
    ...{ id: stepId, step, lesson, kind, minutes, presence },
    unit: { id: lesson.id, title: '', lessons: [lesson] },
    ...{ index: -1, lessonIndex: -1, optional: false, number: 1, ofKind: 1, tests: -1 },
    opensNewLesson: kind === 'introduce' && beside && countsNew,
  };
}

/**
 * The steps out of the book that were sat for from a date on: the time they took is spent. Those of one lesson share a place before the book's first.
 * @param own all marks of the enrolment
 * @param steps the steps it takes
 */
export function goneSteps(
  own: readonly Mark[],
  steps: readonly FlatStep[],
  course: Pick<Course, 'countsNew'>,
  since: IsoDate,
): FlatStep[] {
  const sat = own.filter((m) => m.childId === undefined && m.date >= since && sits(m.kind));
  if (sat.length === 0) return [];
  const there = new Set(steps.map((s) => s.id));
  const gone = new Map(sat.filter((m) => !there.has(m.stepId)).map((m) => [m.stepId, goneStep(m, course)]));
  const titles: string[] = [];
  return [...gone.values()].flatMap((s): FlatStep[] => {
    if (!s) return [];
    if (!titles.includes(s.lesson.title)) titles.push(s.lesson.title);
    return [{ ...s, lessonIndex: -1 - titles.indexOf(s.lesson.title) }];
  });
}

/**
 * The children whom a mark is about: those of its time, one alone where it is of one, else those who take the course.
 * @example
 * aboutWhom(aMark('e', 'L1-1', 'done', '2026-09-07'), anEnrolment('e', 'c', { childIds: ['A', 'B'] })) // => ['A', 'B']
 */
export const aboutWhom = (mark: Pick<Mark, 'was' | 'childId'>, { childIds }: Pick<Enrolment, 'childIds'>): Id[] =>
  mark.was?.childIds ?? (mark.childId ? [mark.childId] : childIds);

const missedKey = (date: IsoDate, stepId: Id, childId: Id) => `${date} ${stepId} ${childId}`;
const missedCache = new WeakMap<readonly Mark[], ReadonlySet<string>>();
function missedIn(own: readonly Mark[]): ReadonlySet<string> {
  let known = missedCache.get(own);
  if (!known) {
    const missed = own.filter((m) => m.kind === 'missed' && m.childId !== undefined);
    missedCache.set(own, (known = new Set(missed.map((m) => missedKey(m.date, m.stepId, m.childId!)))));
  }
  return known;
}

/**
 * Who was at the sitting of a mark: those it is about, less who missed the step that day; of what one child did by itself, that child.
 * Who was not with the household by then, or no longer, was at none: said later, it reaches back. Of a mark at which nobody sat (put
 * off, left out) it is all whom it is about.
 * @param own all marks of the enrolment
 */
export function atSitting(
  state: Pick<Household, 'children'>,
  own: readonly Mark[],
  enrolment: Pick<Enrolment, 'childIds'>,
): (mark: Mark) => Id[] {
  const missed = missedIn(own);
  return (mark) => {
    const { childId, date, stepId, kind } = mark;
    const day = toDay(date);
    const all = aboutWhom(mark, enrolment).filter((id) => withUs(state, id, day));
    if (childId !== undefined || missed.size === 0 || !(sits(kind) || kind === 'known')) return all;
    return all.filter((id) => !missed.has(missedKey(date, stepId, id)));
  };
}

/**
 * What has to be stored beside a change so that the past stands: marks of before this was copied, or before all of it was, are filled from the book as
 * it still is, once, when the book or its takers first change. Filling them earlier would
 * say the same and cost every opening of a long record.
 */
export function keepPast(state: Household, wished: readonly Change[]): Change[] {
  const touched = recordsTouched(state, wished);
  const own = new Set(wished.filter((c) => c.table === 'marks').map((c) => ('put' in c ? c.put.id : c.remove)));
  return [...touched].flatMap((id) => {
    const enrolment = byId(state.enrolments, id)!;
    return (marksByEnrolment(state.marks).get(id) ?? []).flatMap((mark): Change[] => {
      const was = mark.was?.presence || own.has(mark.id) ? undefined : wasOf(state, enrolment, mark);
      return was ? [{ table: 'marks', put: { ...mark, was: { ...was, ...mark.was } } as unknown as AnyRow }] : [];
    });
  });
}

/** The enrolments whose record a change would tell otherwise, were it not kept. */
export function recordsTouched(state: Household, wished: readonly Change[]): Set<Id> {
  const touched = new Set<Id>();
  const all = (of: (e: Enrolment) => boolean) => state.enrolments.filter(of).forEach((e) => touched.add(e.id));
  const taking = (id: Id) => all((e) => e.courseId === id || Boolean(e.units?.some((u) => u.courseId === id)));
  for (const c of wished) {
    // A need that is new is of what was done already as well.
    const need = c.table === 'needs' ? byId(state.needs, 'put' in c ? c.put.id : c.remove) : undefined;
    if (need) taking(need.courseId);
    // What bears marks is not taken away at all.
    if ('remove' in c) continue;
    const { id } = c.put;
    if (c.table === 'courses') taking(id);
    else if (c.table === 'enrolments') all((e) => e.id === id);
  }
  return touched;
}
