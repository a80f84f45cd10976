import { type Day, isOver, schoolDays, toDay, yearWithOutside } from '../calendar';
import { byId, type Enrolment, type Household, type Id } from '../household';
import { beginsAfter, isTaken, makeTrack, type Reserve, reserveOf } from '../pace';
import { childCount, type ChildCount } from './attendance';

/** What a change of the calendar does, told before it is kept. */
export interface Effect {
  /** School days of the household from today on. */
  schoolDays: { before: number; after: number };
  children: { before: ChildCount; after: ChildCount }[];
  courses: { enrolment: Enrolment; before: Reserve; after: Reserve }[];
}

/** One side of a comparison, kept while a sweep tries one calendar after another against it. */
export interface Standing {
  schoolDays: number;
  children: ChildCount[];
  courses: Map<Id, Reserve>;
}

/** Counts and every running course's days in hand, as the calendar stands in `state`. */
export function standingOf(state: Household, yearId: Id, today: Day): Standing {
  const stored = byId(state.years, yearId);
  if (!stored) return { schoolDays: 0, children: [], courses: new Map() };
  const year = yearWithOutside(state, stored);
  // Of a year that is over no course has days in hand, or lacks any.
  const end = toDay(year.end);
  const running = isOver(year, today) ? [] : state.enrolments.filter((e) => isTaken(e) && !beginsAfter(e, end));
  return {
    schoolDays: schoolDays(year).filter((d) => d >= today).length,
    children: state.children.map((c) => childCount(state, year, c, today)),
    courses: new Map(running.map((e) => [e.id, reserveOf(makeTrack(state, year, e, today), year)])),
  };
}

/** Compares a household with itself after a change of its calendar. */
export function effectOf(before: Standing, afterState: Household, yearId: Id, today: Day): Effect {
  const after = standingOf(afterState, yearId, today);
  return {
    schoolDays: { before: before.schoolDays, after: after.schoolDays },
    children: after.children.flatMap((c) => {
      const was = before.children.find((b) => b.child.id === c.child.id);
      return was ? [{ before: was, after: c }] : [];
    }),
    courses: afterState.enrolments.flatMap((enrolment) => {
      const [was, is] = [before.courses.get(enrolment.id), after.courses.get(enrolment.id)];
      return was && is ? [{ enrolment, before: was, after: is }] : [];
    }),
  };
}
