import { childCount, childMonths, workOfYear } from '../attendance';
import { type Day, toDay, weekStart } from '../calendar';
import { teacherMinutes } from '../course';
import {
  byId,
  type Child,
  type Household,
  type Id,
  type Kind,
  MARK_KINDS,
  type MarkKind,
  type SchoolYear,
} from '../household';
import { atSitting, marksByEnrolment, taughtOf } from '../log';

/** Where a child stands at the end of a month of a year: days and hours of school so far. */
export interface MonthSoFar {
  /** The first day of the month. */
  month: Day;
  days: number;
  minutes: number;
  /** Whole ones. */
  hours: number;
}
/** A child's year month by month up to today, and what is required by its end; undefined where nothing is. */
export interface YearSoFar {
  months: MonthSoFar[];
  /** The first days of the months to come. */
  ahead: Day[];
  days: number | undefined;
  hours: number | undefined;
}

export function yearSoFar(state: Household, year: SchoolYear, child: Child, today: Day): YearSoFar {
  let [days, minutes] = [0, 0];
  const all = childMonths(state, year, child, today);
  const months = all
    .filter((m) => m.first <= today)
    .map((m): MonthSoFar => {
      days += m.totals.taught;
      minutes += m.totals.minutes;
      return { month: m.first, days, minutes, hours: Math.floor(minutes / 60) };
    });
  const count = childCount(state, year, child, today);
  const { needed } = count.minutes;
  const ahead = all.map((m) => m.first).filter((first) => first > today);
  return { months, ahead, days: count.days.needed, hours: needed === undefined ? undefined : Math.ceil(needed / 60) };
}

/** The years begun, each with the hours of school of some children together so far, month by month from its first on. */
export function yearsBeside(
  state: Household,
  children: readonly Child[],
  today: Day,
): { year: SchoolYear; months: { month: Day; hours: number }[] }[] {
  return [...state.years]
    .sort((a, b) => (a.start < b.start ? -1 : 1))
    .filter((y) => toDay(y.start) <= today)
    .map((year) => {
      const each = children.map((c) => yearSoFar(state, year, c, today).months);
      const months = (each[0] ?? []).map(({ month }, i) => ({
        month,
        hours: Math.floor(each.reduce((n, own) => n + (own[i]?.minutes ?? 0), 0) / 60),
      }));
      return { year, months };
    });
}

/** Minutes of a child by course, and in each by kind of work; the course with most first. */
export interface CourseMinutes {
  courseId: Id;
  minutes: number;
  kinds: Partial<Record<Kind, number>>;
}

/** What a child worked in a year, as the record has it: as long as was marked, else as long as was planned. */
export function minutesByCourse(state: Household, year: SchoolYear, childId: Id): CourseMinutes[] {
  const all = new Map<Id, CourseMinutes>();
  for (const { enrolment, mark, step, minutes, childIds } of workOfYear(state, year)) {
    if (!childIds.includes(childId) || minutes === 0) continue;
    const { courseId } = enrolment;
    const own = all.get(courseId) ?? { courseId, minutes: 0, kinds: {} };
    const kind = mark.was?.kind ?? step?.kind;
    own.minutes += minutes;
    if (kind) own.kinds[kind] = (own.kinds[kind] ?? 0) + minutes;
    all.set(courseId, own);
  }
  return [...all.values()].sort((a, b) => b.minutes - a.minutes || (a.courseId < b.courseId ? -1 : 1));
}

/** Minutes that each teacher gave, as who taught and where they were was then, week by week, from the first week of a year with any work to the last; weeks without any stand there too. */
export function teachersByWeek(state: Household, year: SchoolYear): { week: Day; minutes: ReadonlyMap<Id, number> }[] {
  const weeks = new Map<Day, Map<Id, number>>();
  for (const { enrolment, mark, day, minutes } of workOfYear(state, year)) {
    const taught = taughtOf(state, enrolment, mark);
    if (!taught) continue;
    const week = weekStart(day, state.settings.firstDay);
    const own = weeks.get(week) ?? new Map<Id, number>();
    const { presence, teacherId } = taught;
    if (teacherId)
      own.set(teacherId, (own.get(teacherId) ?? 0) + teacherMinutes(minutes, presence, state.settings.startMinutes));
    weeks.set(week, own);
  }
  if (weeks.size === 0) return [];
  const [first, last] = [Math.min(...weeks.keys()), Math.max(...weeks.keys())];
  return Array.from({ length: (last - first) / 7 + 1 }, (_, i) => {
    const week = first + 7 * i;
    return { week, minutes: weeks.get(week) ?? new Map<Id, number>() };
  });
}

/** Marks of each kind by month of a year; of one child, or of all. */
export function marksByMonth(
  state: Household,
  year: SchoolYear,
  childId?: Id,
): { month: string; kinds: Record<MarkKind, number> }[] {
  const months = new Map<string, Record<MarkKind, number>>();
  for (const [id, own] of marksByEnrolment(state.marks)) {
    const enrolment = byId(state.enrolments, id);
    if (!enrolment) continue;
    // What was done without a child is not done by it.
    const whoSat = atSitting(state, own, enrolment);
    for (const m of own) {
      if (m.date < year.start || m.date > year.end) continue;
      if (childId !== undefined && !whoSat(m).includes(childId)) continue;
      const month = m.date.slice(0, 7);
      const kinds =
        months.get(month) ?? (Object.fromEntries(MARK_KINDS.map((k) => [k, 0])) as Record<MarkKind, number>);
      kinds[m.kind]++;
      months.set(month, kinds);
    }
  }
  return [...months].sort(([a], [b]) => (a < b ? -1 : 1)).map(([month, kinds]) => ({ month, kinds }));
}
