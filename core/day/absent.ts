import { childOut, type Day, toDay, withUs } from '../calendar';
import {
  byId,
  type Child,
  childrenOf,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
  type Put,
  sits,
} from '../household';
import { markOn, markRow, missedOf } from '../log';

/** The children of a sitting who have no school at all on its day: whoever marks it done, they missed it. */
export function absentFrom(state: Household, enrolment: Enrolment, day: Day): Child[] {
  if (enrolment.childIds.length < 2) return [];
  // Who is not with the household any more, or not yet, misses nothing.
  return childrenOf(state, enrolment).filter(
    (c) => withUs(state, c.id, day) && childOut(state, c.id, day) !== undefined,
  );
}

/** Whether those who were not there missed what such a mark says. */
const canBeMissed = ({ kind, childId }: Pick<Mark, 'kind' | 'childId'>): boolean =>
  childId === undefined && (sits(kind) || kind === 'known');

/**
 * What is marked beside a mark, however that is made: the children of the sitting who had no school at all on its day missed it.
 * @param state the household before the mark
 * @returns the rows, told right behind the mark; none for whom it is said already
 */
export function missedBeside(state: Household, mark: Mark, newId: () => Id): Mark[] {
  const enrolment = byId(state.enrolments, mark.enrolmentId);
  if (!enrolment || !canBeMissed(mark)) return [];
  const { enrolmentId, stepId, date } = mark;
  return absentFrom(state, enrolment, toDay(date))
    .map((c) => ({ enrolmentId, stepId, date, kind: 'missed' as const, childId: c.id }))
    .filter((wish) => markOn(state, wish)?.kind !== 'missed')
    .map((wish, i) => ({ ...markRow(state, wish, newId()), seq: mark.seq + 1 + i }));
}

/**
 * What follows beside a mark that is made, changed or moved to another date: whoever is out on its day missed it; and where it says that
 * nothing was done, there was nothing to miss. What the parent said of a child who was there moves with the mark.
 * @param before the mark as it is stored, where that was on another date
 * @param after the mark as it is to be
 */
export function beside(state: Household, before: Mark | undefined, after: Mark, newId: () => Id): Put[] {
  // A mark about one child says nothing of the others.
  if (after.childId !== undefined) return [];
  const gone = (m: Mark): Put => ({ table: 'marks', remove: m.id });
  const put = (m: Mark): Put => ({ table: 'marks', put: m });
  const was = before ?? after;
  const told = missedOf(state, was);
  if (!canBeMissed(after)) return told.map(gone);
  if (was.date === after.date) return missedBeside(state, after, newId).map(put);
  const enrolment = byId(state.enrolments, after.enrolmentId);
  const out = new Set(enrolment ? absentFrom(state, enrolment, toDay(was.date)).map((c) => c.id) : []);
  const moved = told.filter((m) => !out.has(m.childId!)).map((m): Mark => ({ ...m, date: after.date }));
  const made = missedBeside({ ...state, marks: [...state.marks, ...moved] }, after, newId);
  return [...told.filter((m) => out.has(m.childId!)).map(gone), ...[...moved, ...made].map(put)];
}
