import type { SchoolYear } from '../household/types';
import { type Day, toDay, type Weekday, weekdayOf, weekStart } from './day';

/** What a date of the calendar is: outside the year, not a school weekday, closed by the household, light, or full. */
export type DayKind = 'outside' | 'weekend' | 'closed' | 'light' | 'full';

/** The kind of one day in a school year. Closed ranges win over weekdays; both ends of a range are closed. */
export function dayKind(year: SchoolYear, day: Day): DayKind {
  if (day < toDay(year.start) || day > toDay(year.end)) return 'outside';
  const weekday = weekdayOf(day);
  if (!year.weekdays.includes(weekday)) return 'weekend';
  if (closedLabel(year, day) !== undefined) return 'closed';
  return year.lightDays.includes(weekday) ? 'light' : 'full';
}

/** The label of the closed range that holds the day, or undefined when none does. */
export function closedLabel(year: SchoolYear, day: Day): string | undefined {
  return year.closed.find((c) => toDay(c.from) <= day && day <= toDay(c.to))?.label;
}

const openCache = new WeakMap<SchoolYear, Day[]>();

/** All school days of a year in order: school weekdays inside it that no range closes. Light days are school days. */
export function schoolDays(year: SchoolYear): readonly Day[] {
  const known = openCache.get(year);
  if (known) return known;
  const first = toDay(year.start);
  const last = toDay(year.end);
  const closed = new Set<Day>();
  for (const c of year.closed) {
    for (let d = Math.max(first, toDay(c.from)); d <= Math.min(last, toDay(c.to)); d++) closed.add(d);
  }
  const days: Day[] = [];
  for (let d = first; d <= last; d++) if (year.weekdays.includes(weekdayOf(d)) && !closed.has(d)) days.push(d);
  openCache.set(year, days);
  return days;
}

/** The share (0 to 1) of a full day's hours that the day holds: light days hold `lightShare` per cent. */
export function dayShare(year: SchoolYear, day: Day): number {
  return year.lightDays.includes(weekdayOf(day)) ? year.lightShare / 100 : 1;
}

/** Where a school year stands against its target, all figures in school days. */
export interface DayCount {
  /** Days with at least one mark of work, up to and with today. */
  taught: number;
  /** School days before today without any mark: asked about, never assumed. */
  unmarked: Day[];
  /** School days from today on; today is left out once it is taught. */
  toCome: number;
  /** The household's own target for the year. */
  target: number;
  /** taught + toCome − target; negative when the calendar cannot reach the target. */
  spare: number;
}

/**
 * Counts a year's school days. `worked` holds the days on which work was marked; a taught day that is no
 * school day (a Saturday of catching up) counts as taught. Marks after today are left out.
 */
export function countDays(year: SchoolYear, today: Day, worked: ReadonlySet<Day>): DayCount {
  const first = toDay(year.start);
  const last = Math.min(today, toDay(year.end));
  let taught = 0;
  for (const d of worked) if (d >= first && d <= last) taught++;
  const open = schoolDays(year);
  const unmarked = open.filter((d) => d < today && !worked.has(d));
  const toCome = open.filter((d) => d > today || (d === today && !worked.has(d))).length;
  return { taught, unmarked, toCome, target: year.targetDays, spare: taught + toCome - year.targetDays };
}

/** The number of the teaching week that holds the day: weeks of the household with no school day are not counted. */
export function teachingWeek(year: SchoolYear, day: Day, firstDay: Weekday): number {
  const starts = new Set<Day>();
  const upTo = weekStart(day, firstDay) + 6;
  for (const d of schoolDays(year)) if (d <= upTo) starts.add(weekStart(d, firstDay));
  return starts.size;
}

/** The school year for a day: the one that holds it, else the next to start, else the last that ended. */
export function yearFor(years: readonly SchoolYear[], day: Day): SchoolYear | undefined {
  const sorted = [...years].sort((a, b) => (a.start < b.start ? -1 : 1));
  const holding = sorted.find((y) => toDay(y.start) <= day && day <= toDay(y.end));
  return holding ?? sorted.find((y) => toDay(y.start) > day) ?? sorted.at(-1);
}

/** The first school day on or after `day`, or undefined when the year has none left. */
export function nextSchoolDay(year: SchoolYear, day: Day): Day | undefined {
  return schoolDays(year).find((d) => d >= day);
}
