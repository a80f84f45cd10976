import { childOut, type Day, dayKind, fromDay, hasSchool, toDay, yearOn } from '../calendar';
import { contentsOf, type FlatStep, flatten, stepName } from '../course';
import {
  byId,
  childrenOf,
  type DayList,
  type Enrolment,
  type Household,
  type Listed,
  MARKS,
  type Put,
  type SchoolYear,
} from '../household';
import { marksByEnrolment, standingsOf } from '../log';
import { isTaken } from '../pace';
import type { Plan } from '../stagger';
import { titleAmong } from '../words';
import { dayPage } from './page';

/** Weeks for which what was left is still asked about; what is older is carried without a word. */
const REMEMBERED = 4 * 7;

const keyOf = ({ enrolmentId, stepId }: Listed) => `${enrolmentId} ${stepId}`;
const listOn = (state: Pick<Household, 'dayLists'>, day: Day): DayList | undefined =>
  byId(state.dayLists, fromDay(day));

/** The list of a day as it is kept: what the plan places on it and what is marked on it already. */
export function listOf(state: Household, plan: Plan, day: Day): DayList {
  const date = fromDay(day);
  const rows = dayPage(state, plan, day).groups.flatMap((g) => g.sittings.flatMap((s) => s.rows));
  return {
    id: date,
    date,
    placements: rows.map((r) => ({ enrolmentId: r.enrolment.id, stepId: r.step.id })),
  };
}

/**
 * The lists to keep on a day: its own, and those of school days since `before` that nobody opened, by the plan that stood then
 * (`before`, the last one that was kept). A list that is there stays: only the parent's own press changes it. `plan` has settled, or
 * something is marked already.
 */
export function listsToKeep(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  today: Day,
  before: Plan | undefined,
): DayList[] {
  const made: DayList[] = [];
  if (hasSchool(dayKind(year, today)) && !listOn(state, today)) {
    const own = listOf(state, plan, today);
    if (own.placements.length > 0) made.push(own);
  }
  if (!before || before.today >= today) return made;
  // What was settled by then stood on no list; what was marked on the very day did.
  const open = { ...state, marks: [] };
  for (let d = Math.max(before.today, today - REMEMBERED); d < today; d++) {
    if (!hasSchool(dayKind(yearOn(state, year, d), d)) || listOn(state, d)) continue;
    const placements = listOf(open, before, d).placements.filter(({ enrolmentId, stepId }) => {
      const own = (marksByEnrolment(state.marks).get(enrolmentId) ?? []).filter((m) => m.stepId === stepId);
      return !own.some((m) => m.childId === undefined && toDay(m.date) < d && MARKS[m.kind].settles);
    });
    if (placements.length > 0) made.push({ id: fromDay(d), date: fromDay(d), placements });
  }
  return made;
}

/** One step that stood on a day's list and carries no mark of that day, nor of a later one: worked on since, it was carried. */
export interface LeftStep extends Listed {
  enrolment: Enrolment;
  step: FlatStep;
  title: string;
  /** Lesson and step in words. */
  words: string;
}
export interface LeftDay {
  day: Day;
  steps: LeftStep[];
}

/** What was left of a day: on its list, not marked on it or since, and still open now; not where all who take it had no school that day. */
export function leftOn(state: Household, day: Day): LeftStep[] {
  const list = listOn(state, day);
  if (!list) return [];
  const date = fromDay(day);
  const carried = new Set((list.carried ?? []).map(keyOf));
  return list.placements.flatMap((placed): LeftStep[] => {
    const enrolment = byId(state.enrolments, placed.enrolmentId);
    if (!enrolment || !isTaken(enrolment) || carried.has(keyOf(placed))) return [];
    if ((standingsOf(state.marks, enrolment.id).get(placed.stepId)?.state ?? 'open') !== 'open') return [];
    const marked = (marksByEnrolment(state.marks).get(enrolment.id) ?? []).some(
      (m) => m.stepId === placed.stepId && m.date >= date && m.childId === undefined,
    );
    if (marked || childrenOf(state, enrolment).every((c) => childOut(state, c.id, day))) return [];
    const course = contentsOf(state, enrolment, day);
    const step = course && flatten(course).find((s) => s.id === placed.stepId);
    if (!step) return [];
    return [
      {
        ...placed,
        enrolment,
        step,
        title: titleAmong(state, enrolment, day),
        words: `${step.lesson.title}, ${stepName(step)}`,
      },
    ];
  });
}

/**
 * What was left of the last school day that has a list, and of days before it (within four weeks, each step once, with its latest
 * day). Nothing of it is late: unanswered, all of it is carried. `listed`: whether any day of the four weeks has a list at all.
 */
export function leftBefore(
  state: Household,
  today: Day,
): { last: LeftDay | undefined; older: LeftDay[]; listed: boolean } {
  const days = state.dayLists
    .map((l) => toDay(l.date))
    .filter((d) => d < today && d >= today - REMEMBERED)
    .sort((a, b) => b - a);
  const seen = new Set<string>();
  const left = days.map((day): LeftDay => {
    const steps = leftOn(state, day).filter((s) => !seen.has(keyOf(s)));
    for (const s of steps) seen.add(keyOf(s));
    return { day, steps };
  });
  const [last, ...older] = left;
  return {
    last: last && last.steps.length > 0 ? last : undefined,
    older: older.filter((d) => d.steps.length > 0),
    listed: days.length > 0,
  };
}

/** What was left of some days is carried: it is asked about no more. With `only`, that step alone. */
export function carryLeft(now: Household, days: readonly Day[], only?: Listed): Put[] {
  return days.flatMap((day): Put[] => {
    const list = listOn(now, day);
    if (!list) return [];
    const left = leftOn(now, day).filter((s) => !only || keyOf(s) === keyOf(only));
    if (left.length === 0) return [];
    const carried = left.map(({ enrolmentId, stepId }) => ({ enrolmentId, stepId }));
    return [{ table: 'dayLists', put: { ...list, carried: [...(list.carried ?? []), ...carried] } }];
  });
}
