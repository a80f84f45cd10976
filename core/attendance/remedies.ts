import {
  type Day,
  dayKind,
  dayLabel,
  fromDay,
  LONGEST_YEAR,
  paintDays,
  schoolDays,
  toDay,
  type Weekday,
  weekdayOf,
  yearFault,
} from '../calendar';
import type { Child, Household, SchoolYear } from '../household';
import { childCount, isShort } from './attendance';

/** A way to reach what is required, with the rows it would change. */
export type Remedy =
  | { kind: 'open'; days: Day[]; labels: string[]; year: SchoolYear }
  | { kind: 'extra'; days: Day[]; year: SchoolYear }
  | { kind: 'later'; end: Day; year: SchoolYear }
  | { kind: 'longer'; minutes: number; child: Child };

/** No remedy asks for more than so many days: beyond that the year needs another shape. */
const MOST_DAYS = 60;

/**
 * The nearest remedies for a child whose requirement the calendar cannot reach, each tried through the count itself: the
 * fewest closed days to open (from the end of the longest break left), the fewest extra days on the next free
 * Saturdays, the earliest later end, and, when hours are short, the fewest minutes more a day. Empty when nothing is
 * short, or nothing helps.
 */
export function remedies(state: Household, year: SchoolYear, child: Child, today: Day, newId: () => string): Remedy[] {
  const short = (s: Household, y: SchoolYear) =>
    isShort(childCount(s, y, s.children.find((c) => c.id === child.id) ?? child, today));
  const inPlace = (y: SchoolYear): Household => ({
    ...state,
    years: state.years.map((other) => (other.id === y.id ? y : other)),
  });
  if (!short(state, year)) return [];
  const found: Remedy[] = [];
  const fewest = (days: readonly Day[]): { days: Day[]; year: SchoolYear } | undefined => {
    let next = year;
    for (const [i, day] of days.slice(0, MOST_DAYS).entries()) {
      next = paintDays(next, day, day, { kind: 'open' }, newId);
      if (!short(inPlace(next), next)) return { days: days.slice(0, i + 1), year: next };
    }
    return undefined;
  };
  const opened = fewest(closedByBreak(year, today));
  if (opened) {
    const labels = [...new Set(opened.days.map((d) => dayLabel(year, d) ?? '').filter(Boolean))];
    found.push({ kind: 'open', days: [...opened.days].sort((a, b) => a - b), labels, year: opened.year });
  }
  const extra = fewest(freeDays(year, today));
  if (extra) found.push({ kind: 'extra', ...extra });
  const later = laterEnd(state, year, (y) => !short(inPlace(y), y));
  if (later) found.push(later);
  const longer = longerDays(state, child, (s) => !short(s, year));
  if (longer) found.push(longer);
  return found;
}

/** Closed school weekdays to come, the last day of the longest break first, so that no break is eaten up alone. */
function closedByBreak(year: SchoolYear, today: Day): Day[] {
  const runs: Day[][] = [];
  for (let d = Math.max(today + 1, toDay(year.start)); d <= toDay(year.end); d++) {
    if (dayKind(year, d) !== 'closed') continue;
    const run = runs.at(-1);
    // A weekend between two closed weeks does not end the break.
    if (run && d - run.at(-1)! <= 3 && noSchoolBetween(year, run.at(-1)!, d)) run.push(d);
    else runs.push([d]);
  }
  const days: Day[] = [];
  while (days.length < MOST_DAYS) {
    const longest = runs.filter((r) => r.length > 0).sort((a, b) => b.length - a.length)[0];
    if (!longest) break;
    days.push(longest.pop()!);
  }
  return days;
}

function noSchoolBetween(year: SchoolYear, from: Day, to: Day): boolean {
  for (let d = from + 1; d < to; d++) if (dayKind(year, d) !== 'weekend') return false;
  return true;
}

/** The coming days without school on one weekday: Saturday, or the first weekday that holds none. */
function freeDays(year: SchoolYear, today: Day): Day[] {
  const order: Weekday[] = [6, 7, 1, 2, 3, 4, 5];
  const weekday = order.find((w) => !year.weekdays.includes(w));
  const days: Day[] = [];
  for (let d = Math.max(today + 1, toDay(year.start)); d <= toDay(year.end); d++) {
    if (weekdayOf(d) === weekday && dayKind(year, d) === 'weekend') days.push(d);
  }
  return days;
}

function laterEnd(state: Household, year: SchoolYear, reached: (y: SchoolYear) => boolean): Remedy | undefined {
  const start = toDay(year.start);
  for (let end = toDay(year.end) + 1; end - start <= LONGEST_YEAR; end++) {
    if (!year.weekdays.includes(weekdayOf(end))) continue;
    let longer: SchoolYear = { ...year, end: fromDay(end) };
    if (longer.rhythm?.kind === 'terms') {
      // The last term runs on with the year.
      const last = [...longer.rhythm.terms].sort((a, b) => (a.to < b.to ? -1 : 1)).at(-1)!;
      const terms = longer.rhythm.terms.map((t) => (t === last ? { ...t, to: longer.end } : t));
      longer = { ...longer, rhythm: { kind: 'terms', terms } };
    }
    if (yearFault(longer, state.years)) return undefined;
    if (schoolDays(longer).length - schoolDays(year).length > MOST_DAYS) return undefined;
    if (reached(longer)) return { kind: 'later', end, year: longer };
  }
  return undefined;
}

function longerDays(state: Household, child: Child, reached: (s: Household) => boolean): Remedy | undefined {
  const with_ = (minutes: number): Household => ({
    ...state,
    children: state.children.map((c) => (c.id === child.id ? { ...c, minutesPerDay: c.minutesPerDay + minutes } : c)),
  });
  // Beyond three hours more a day no child is helped.
  const LIMIT = 180;
  if (!reached(with_(LIMIT))) return undefined;
  let [low, high] = [0, LIMIT];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (reached(with_(middle))) high = middle;
    else low = middle;
  }
  return { kind: 'longer', minutes: high, child: { ...child, minutesPerDay: child.minutesPerDay + high } };
}
