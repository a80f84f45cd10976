import { byId, type Household, type Id, type Mark, type MarkKind } from '../household';
import type { IsoDate } from '../calendar';
import { compareMarks, marksByEnrolment, nextSeq } from './fold';
import { wasOf } from './past';

export interface MarkWish {
  enrolmentId: Id;
  stepId: Id;
  childId?: Id;
  date: IsoDate;
  kind: MarkKind;
  /** With `again`: the household moves on and reviews later. */
  goOn?: boolean;
}

/**
 * The mark that stands for a step (or for one child of it) on a date, if there is one. Should two tabs have marked it at
 * the same moment, it is the one that decides: the last told.
 */
export function markOn(state: Household, wish: Omit<MarkWish, 'kind'>): Mark | undefined {
  return marksByEnrolment(state.marks)
    .get(wish.enrolmentId)
    ?.filter((m) => m.stepId === wish.stepId && m.date === wish.date && m.childId === wish.childId)
    .sort(compareMarks)
    .at(-1);
}

/**
 * The row to store for a mark. A step has one mark a date: marking it again on the same date changes that mark and
 * keeps its minutes, score and note, so that correcting a slip leaves no trace of it. `newId` is used for a new one.
 */
export function markRow(state: Household, wish: MarkWish, newId: Id): Mark {
  const old = markOn(state, wish);
  if (!old) {
    const enrolment = byId(state.enrolments, wish.enrolmentId);
    const was = enrolment && wasOf(state, enrolment, wish);
    return { ...wish, id: newId, seq: nextSeq([...state.marks, ...state.movements]), ...(was ? { was } : {}) };
  }
  const { minutesLeft, left, goOn: _g, proofId: _p, ...rest } = old;
  return {
    ...rest,
    kind: wish.kind,
    ...(wish.kind === 'partly' && minutesLeft !== undefined ? { minutesLeft } : {}),
    ...(wish.kind === 'partly' && left !== undefined ? { left } : {}),
    ...(wish.goOn ? { goOn: true } : {}),
  };
}

/** The rows to store for several marks made at once: each is told after those before it. */
export function markRows(state: Household, wishes: readonly MarkWish[], newId: () => Id): Mark[] {
  const made: Mark[] = [];
  // Each mark makes a new list: what is kept of a list is kept for good.
  for (const wish of wishes) made.push(markRow({ ...state, marks: [...state.marks, ...made] }, wish, newId()));
  return made;
}

/** What was said to be missed, by single children, of a step on a date. */
export const missedOf = (
  { marks }: Pick<Household, 'marks'>,
  { enrolmentId, stepId, date }: Pick<Mark, 'enrolmentId' | 'stepId' | 'date'>,
): Mark[] =>
  (marksByEnrolment(marks).get(enrolmentId) ?? []).filter(
    (m) => m.kind === 'missed' && m.childId !== undefined && m.stepId === stepId && m.date === date,
  );
