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
 * What follows beside a mark that is made, changed, moved to another date or taken off: whoever is out on its day missed it; and where it is
 * gone, or says that nothing was done, there was nothing to miss. What the parent said of a child who was there moves with the mark.
 * @param before the mark as it is stored, if it is
 * @param after the mark as it is to be; undefined where it goes
 */
export function beside(state: Household, before: Mark | undefined, after: Mark | undefined, newId: () => Id): Put[] {
  const told = before?.childId === undefined && before ? missedOf(state, before) : [];
  const gone = (m: Mark): Put => ({ table: 'marks', remove: m.id });
  if (!after || (after.childId === undefined && !canBeMissed(after)))
    return (after && !before ? missedOf(state, after) : told).map(gone);
  if (!before || before.date === after.date)
    return missedBeside(state, after, newId).map((put) => ({ table: 'marks', put }));
  const enrolment = byId(state.enrolments, before.enrolmentId);
  const out = enrolment ? absentFrom(state, enrolment, toDay(before.date)).map((c) => c.id) : [];
  const [those, stay] = [told.filter((m) => out.includes(m.childId!)), told.filter((m) => !out.includes(m.childId!))];
  const moved = stay.map((m): Mark => ({ ...m, date: after.date }));
  const made = missedBeside({ ...state, marks: [...state.marks, ...moved] }, after, newId);
  return [...those.map(gone), ...[...moved, ...made].map((put): Put => ({ table: 'marks', put }))];
}
