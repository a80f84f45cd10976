import { type Day, schoolDays, toDay, weekStart, yearWithOutside } from '../calendar';
import { childrenIn, type Household, type SchoolYear } from '../household';
import { count, shortDate } from '../words';
import { saidOut } from './record';

/** Weeks on end of which nobody can tell what was done: from the first of their school days to the last. */
export interface Silence {
  from: Day;
  to: Day;
  weeks: number;
}

/** A single week may pass without a mark. */
const FEWEST = 2;

/**
 * The longest stretch of whole weeks of a year, between its first mark and now, in which school was to be and the household has neither a
 * mark nor a list of a day: to every record they are weeks that were lost (`recordOf`). Weeks without a school day, or of whose days it
 * was said that nobody had school, end no stretch.
 */
export function silenceOf(state: Household, year: SchoolYear, today: Day): Silence | undefined {
  const { firstDay } = state.settings;
  const [start, end] = [toDay(year.start), toDay(year.end)];
  const dates = new Set([...state.marks, ...state.dayLists].map((r) => r.date));
  const told = [...dates].map(toDay).filter((d) => d >= start && d <= end && d < today);
  if (told.length === 0) return undefined;
  const first = told.reduce((a, b) => Math.min(a, b));
  const known = new Set(told.map((d) => weekStart(d, firstDay)));
  const everybody = childrenIn(state, year).map((c) => c.id);
  const weeks = new Map<Day, Day[]>();
  for (const d of schoolDays(yearWithOutside(state, year))) {
    const week = weekStart(d, firstDay);
    if (d > first && week + 7 <= today && !saidOut(state, everybody, d))
      weeks.set(week, [...(weeks.get(week) ?? []), d]);
  }
  let longest: Silence | undefined;
  let now: Silence | undefined;
  for (const [week, days] of weeks) {
    now = known.has(week) ? undefined : { from: now?.from ?? days[0]!, to: days.at(-1)!, weeks: (now?.weeks ?? 0) + 1 };
    if (now && now.weeks > (longest?.weeks ?? FEWEST - 1)) longest = now;
  }
  return longest;
}

/** What it does to all that is foretold, and what can be done where it is not so. */
export function silenceWords({ settings }: Household, { from, to, weeks }: Silence, today: Day): string {
  const date = (d: Day) => shortDate(settings.dateStyle, d, today);
  return `From ${date(from)} to ${date(to)} nothing was marked: ${count(weeks, 'week')} with school in which every course counts its usual sittings as lost. Where there was none, say so under Year › Attendance; what was done can still be marked on its day.`;
}
