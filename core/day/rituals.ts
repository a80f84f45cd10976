import { childOut, type Day, dayKind, fromDay, weekdayOf } from '../calendar';
import {
  byId,
  type Child,
  type Household,
  type Ritual,
  type RitualMark,
  type SchoolYear,
  type Teacher,
} from '../household';

/** A ritual on one day. */
export interface DayRitual {
  ritual: Ritual;
  teacher: Teacher | undefined;
  /** Those of its children who are there. */
  children: Child[];
  mark: RitualMark | undefined;
}

/**
 * The rituals of a day: those meant for its weekday, on a day with school, while any of their children is there; and
 * those marked on it whatever day it is. One that was not done on an earlier day leaves no trace.
 */
export function ritualsOn(state: Household, year: SchoolYear | undefined, day: Day): DayRitual[] {
  const open = year !== undefined && ['full', 'light', 'part'].includes(dayKind(year, day));
  // Those for most days come first.
  const inOrder = [...state.rituals].sort(
    (a, b) => b.weekdays.length - a.weekdays.length || (a.title < b.title ? -1 : 1),
  );
  return inOrder.flatMap((ritual): DayRitual[] => {
    const mark = state.ritualMarks.find((m) => m.ritualId === ritual.id && m.date === fromDay(day));
    const children = ritual.childIds
      .filter((id) => !childOut(state, id, day))
      .map((id) => byId(state.children, id))
      .filter((c) => c !== undefined);
    const due = open && ritual.weekdays.includes(weekdayOf(day)) && children.length > 0;
    return mark || due ? [{ ritual, teacher: byId(state.teachers, ritual.teacherId), children, mark }] : [];
  });
}
