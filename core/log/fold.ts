import { type Day, toDay } from '../calendar/day';
import { MARKS, sits } from '../household/kinds';
import type { Id, Mark } from '../household/types';

/** Where a step of an enrolment stands once all its marks are told. */
export type StepState = 'open' | 'done' | 'known' | 'left out';

export interface Standing {
  state: StepState;
  /** The mark that decided the state: the last one about the whole enrolment. */
  last: Mark;
  /** Minutes still to do after `partly`, when the parent said so. */
  minutesLeft?: number;
  /** What is left after `partly`, in words. */
  left?: string;
  /** Taught, did not stick, and the household moves on: the step comes back behind the next lesson. */
  deferred?: true;
  /** Days on which a sitting was spent on the step: done, partly, or taught without sticking. */
  sat: Day[];
  /** How many of those lie before it was last put back after it was settled. */
  before?: number;
  /** Days on which the step was taken out of the day: not today. */
  refused: Day[];
  /** Children of a family-style sitting who missed the step and have not caught up, each with the day on which they last did. */
  missed: { childId: Id; day: Day }[];
  /** It is to be taught all over again, and was not sat for since. */
  anew?: boolean;
}

/**
 * The order in which marks are told: by date, then sequence, then id (so that the order of arrival never matters).
 * @example
 * [aMark('e', 's', 'done', '2026-11-11'), aMark('e', 's', 'partly', '2026-11-10')].sort(compareMarks)[0].kind // => 'partly'
 */
export function compareMarks(a: Mark, b: Mark): number {
  if (a.date !== b.date) return a.date < b.date ? -1 : 1;
  if (a.seq !== b.seq) return a.seq - b.seq;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/**
 * Folds the marks of one enrolment into one standing a step. A mark with a child is about that child alone
 * (`missed`, or `done` once they have caught up); every other mark is about the enrolment. Steps without marks are
 * not in the result: they are open.
 *
 * `again` on a step still open means the sitting was spent and the step stays; on a step already settled it puts the
 * step back in front without spending a sitting.
 * @example
 * foldMarks([aMark('e', 's', 'partly', '2026-11-10'), aMark('e', 's', 'done', '2026-11-11')]).get('s').state // => 'done'
 * foldMarks([aMark('e', 's', 'again', '2026-11-10')]).get('s').state // => 'open'
 */
export function foldMarks(marks: readonly Mark[]): Map<Id, Standing> {
  const standings = new Map<Id, Standing>();
  for (const mark of [...marks].sort(compareMarks)) {
    const before = standings.get(mark.stepId) ?? { state: 'open', last: mark, sat: [], refused: [], missed: [] };
    standings.set(mark.stepId, mark.childId === undefined ? afterMark(before, mark) : afterChildMark(before, mark));
  }
  for (const s of standings.values()) {
    if (s.missed.length === 0) continue;
    // Said to be missed on a day on which it came to nothing, it was missed by nobody.
    const held = (day: Day) => s.sat.includes(day) || (s.state === 'known' && toDay(s.last.date) === day);
    const missed = s.missed.filter((m) => held(m.day));
    s.missed = missed.filter((m, i) => !missed.some((o, k) => k > i && o.childId === m.childId));
  }
  return standings;
}

function afterMark(before: Standing, mark: Mark): Standing {
  const { minutesLeft: _m, left: _l, deferred: _d, anew, ...rest } = before;
  const day = toDay(mark.date);
  // The lists are the fold's own until it ends, and grow in place: a step may carry thousands of marks.
  const satOn = () => {
    before.sat.push(day);
    // Taught all over again, it was missed by those alone who were not there this time.
    const missed = anew ? before.missed.filter((m) => m.day === day) : before.missed;
    return { ...rest, missed, last: mark };
  };
  const set = (state: StepState): Standing => ({ ...rest, state, last: mark });
  switch (mark.kind) {
    case 'done':
      return { ...satOn(), state: 'done' };
    case 'known':
      // Shown known since, nobody has it to catch up with.
      return { ...set('known'), missed: before.missed.filter((m) => m.day >= day) };
    case 'left out':
      return set('left out');
    case 'partly':
      return {
        ...satOn(),
        state: 'open',
        ...(mark.minutesLeft === undefined ? {} : { minutesLeft: mark.minutesLeft }),
        ...(mark.left === undefined ? {} : { left: mark.left }),
      };
    case 'again': {
      const again = before.state === 'open' ? satOn() : { ...rest, before: before.sat.length };
      const open: Standing = { ...again, state: 'open', last: mark, anew: true };
      return mark.goOn ? { ...open, deferred: true } : open;
    }
    case 'not today':
    case 'missed':
      before.refused.push(day);
      return { ...before, state: 'open', last: mark };
  }
}

function afterChildMark(before: Standing, mark: Mark): Standing {
  const { childId, kind, date } = mark;
  const missed =
    kind === 'missed'
      ? [...before.missed, { childId: childId!, day: toDay(date) }]
      : before.missed.filter((m) => m.childId !== childId);
  return { ...before, missed };
}

const foldCache = new WeakMap<readonly Mark[], Map<Id, Map<Id, Standing>>>();
const groupCache = new WeakMap<readonly Mark[], ReadonlyMap<Id, readonly Mark[]>>();

/** Marks grouped by enrolment; kept for as long as the same array is in use. */
export function marksByEnrolment(marks: readonly Mark[]): ReadonlyMap<Id, readonly Mark[]> {
  let groups = groupCache.get(marks);
  if (!groups) {
    const made = new Map<Id, Mark[]>();
    for (const m of marks) {
      const list = made.get(m.enrolmentId);
      if (list) list.push(m);
      else made.set(m.enrolmentId, [m]);
    }
    groups = made;
    groupCache.set(marks, groups);
  }
  return groups;
}

/**
 * Whether a step is still to do: nothing was said of it that settles it.
 * @example
 * isOpen(undefined, 's') // => true
 * isOpen(foldMarks([aMark('e', 's', 'known', '2026-11-10')]), 's') // => false
 */
export const isOpen = (standings: ReadonlyMap<Id, Pick<Standing, 'state'>> | undefined, stepId: Id): boolean =>
  (standings?.get(stepId)?.state ?? 'open') === 'open';

/**
 * The standings of one enrolment's steps.
 * @example
 * standingsOf([aMark('e', 's', 'left out', '2026-11-10')], 'e').get('s').state // => 'left out'
 * standingsOf([aMark('e', 's', 'done', '2026-11-10')], 'other').size // => 0
 */
export function standingsOf(marks: readonly Mark[], enrolmentId: Id): ReadonlyMap<Id, Standing> {
  let all = foldCache.get(marks);
  if (!all) {
    all = new Map();
    foldCache.set(marks, all);
  }
  let one = all.get(enrolmentId);
  if (!one) {
    one = foldMarks(marksByEnrolment(marks).get(enrolmentId) ?? []);
    all.set(enrolmentId, one);
  }
  return one;
}

/** Whether a mark is one of a stretch that fell away at one stroke, said to be known. */
export const fellAway = ({ kind, proofId }: Pick<Mark, 'kind' | 'proofId'>): boolean =>
  kind === 'known' && proofId !== undefined;

const workCache = new WeakMap<readonly Mark[], readonly Mark[]>();
/**
 * The marks of one enrolment that say that school was held: something was done, or shown to be known. What was put off, missed or
 * left out does not; nor do the steps that fall away at one stroke when a stretch is said to be known, nor `again` on a step that
 * was settled before: it puts the step back, and no sitting was spent on it. Kept for as long as the same list is in use.
 */
export function workMarks(marks: readonly Mark[]): readonly Mark[] {
  let work = workCache.get(marks);
  if (!work) {
    const settled = new Map<Id, boolean>();
    work = [...marks].sort(compareMarks).filter((m) => {
      const was = settled.get(m.stepId) ?? false;
      if (m.childId === undefined) settled.set(m.stepId, MARKS[m.kind].settles);
      if (m.kind === 'known') return !fellAway(m);
      return m.kind === 'again' ? !was : sits(m.kind);
    });
    workCache.set(marks, work);
  }
  return work;
}

/** Of those, the ones on which a sitting was spent: what was shown known took none. */
export const sittingMarks = (marks: readonly Mark[]): readonly Mark[] => workMarks(marks).filter((m) => sits(m.kind));

/** Whether a sitting was spent on a mark, one of those of its enrolment: `again` on what was settled before took none. */
export const wasSat = (mark: Mark, marks: readonly Mark[]): boolean =>
  mark.kind === 'again' ? workMarks(marks).includes(mark) : sits(mark.kind);

const workedCache = new WeakMap<readonly Mark[], ReadonlyMap<Day, number>>();

/** Marks of work on each day that has any; kept for as long as the same array is in use. */
function workOnDays(marks: readonly Mark[]): ReadonlyMap<Day, number> {
  let days = workedCache.get(marks);
  if (!days) {
    const made = new Map<Day, number>();
    for (const own of marksByEnrolment(marks).values()) countWork(made, own, 1);
    days = made;
    workedCache.set(marks, days);
  }
  return days;
}

function countWork(days: Map<Day, number>, own: readonly Mark[], by: 1 | -1): void {
  for (const m of workMarks(own)) {
    const day = toDay(m.date);
    const n = (days.get(day) ?? 0) + by;
    if (n > 0) days.set(day, n);
    else days.delete(day);
  }
}

/**
 * The days on which work was marked.
 * @example
 * [...workedDays([aMark('e', 's', 'done', '2026-11-11'), aMark('e', 't', 'not today', '2026-11-12')])].map(fromDay) // => ['2026-11-11']
 */
export function workedDays(marks: readonly Mark[]): Set<Day> {
  return new Set(workOnDays(marks).keys());
}

/**
 * Tells that `after` is `before` but for some rows, so that what was worked out about all other enrolments is kept. Ten
 * years of marks need not be told again for one press.
 */
export function carryMarks(
  before: readonly Mark[],
  after: readonly Mark[],
  changes: readonly { before?: Mark | undefined; after?: Mark | undefined }[],
): void {
  const ids = new Set(
    changes.flatMap((c) => [c.before?.enrolmentId, c.after?.enrolmentId]).filter((id) => id !== undefined),
  );
  const groups = new Map(marksByEnrolment(before));
  for (const id of ids) groups.set(id, []);
  const fresh = groups as Map<Id, Mark[]>;
  for (const m of after) if (ids.has(m.enrolmentId)) fresh.get(m.enrolmentId)!.push(m);
  groupCache.set(after, groups);
  const folds = new Map(foldCache.get(before));
  for (const id of ids) folds.delete(id);
  foldCache.set(after, folds);
  const days = new Map(workOnDays(before));
  const was = marksByEnrolment(before);
  for (const id of ids) {
    countWork(days, was.get(id) ?? [], -1);
    countWork(days, fresh.get(id)!, 1);
  }
  workedCache.set(after, days);
}

/**
 * The sequence number for the next mark or movement of a household.
 * @example
 * nextSeq([]) // => 1
 * nextSeq([{ seq: 7 }, { seq: 3 }]) // => 8
 */
export function nextSeq(rows: readonly { seq: number }[]): number {
  return rows.reduce((max, r) => Math.max(max, r.seq), 0) + 1;
}

const leftCache = new WeakMap<readonly Mark[], ReadonlyMap<Id, number>>();

/** Of sittings on steps that were begun before: the minutes that were left of the step by then, by mark. */
function leftBefore(own: readonly Mark[]): ReadonlyMap<Id, number> {
  const known = leftCache.get(own);
  if (known) return known;
  const found = new Map<Id, number>();
  const left = new Map<Id, number>();
  const told = own.some((m) => m.minutesLeft !== undefined) ? [...own].sort(compareMarks) : [];
  for (const m of told) {
    if (m.childId !== undefined || MARKS[m.kind].refuses) continue;
    const before = left.get(m.stepId);
    if (before !== undefined && sits(m.kind)) found.set(m.id, before);
    if (m.minutesLeft === undefined) left.delete(m.stepId);
    else left.set(m.stepId, m.minutesLeft);
  }
  leftCache.set(own, found);
  return found;
}

/**
 * What a child still had to do of a step when it caught up with it: all of it, less what it did together with the others since the step
 * was last begun anew.
 */
function restOf(own: readonly Mark[], mark: Mark & { childId: Id }, planned: number): number {
  const { childId, stepId } = mark;
  const of = own.filter((m) => m.stepId === stepId && compareMarks(m, mark) < 0).sort(compareMarks);
  const missed = new Set(of.filter((m) => m.kind === 'missed' && m.childId === childId).map((m) => m.date));
  let did = 0;
  for (const m of of) {
    if (m.childId !== undefined) continue;
    if (m.kind === 'again') did = 0;
    else if (sits(m.kind) && !missed.has(m.date) && (m.was?.childIds.includes(childId) ?? true))
      did += sittingMinutes(own, m, planned);
  }
  // Of what it missed nothing may be left; what it had never missed it did once more.
  return missed.size > 0 || did < planned ? Math.max(0, planned - did) : planned;
}

/**
 * Minutes of a sitting: those that were said, else those planned for the step, or what an earlier sitting had left of it, less what this one
 * left; of one child that catches up, what it had not done with the others. So a step done in two sittings takes what it takes, and not what it takes and its rest once more.
 * @param own all marks of the enrolment, the mark among them
 * @param planned minutes planned for the step
 * @example
 * sittingMinutes([aMark('e', 's', 'partly', '2026-11-10', { minutesLeft: 5 })], aMark('e', 's', 'partly', '2026-11-10', { minutesLeft: 5 }), 20) // => 15
 */
export function sittingMinutes(own: readonly Mark[], mark: Mark, planned: number): number {
  if (mark.minutes !== undefined) return mark.minutes;
  const { childId } = mark;
  if (childId !== undefined) return restOf(own, { ...mark, childId }, planned);
  return Math.max(0, (leftBefore(own).get(mark.id) ?? planned) - (mark.minutesLeft ?? 0));
}
