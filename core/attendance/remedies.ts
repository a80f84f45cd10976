import {
  type Day,
  dayKind,
  isShut,
  dayLabel,
  fromDay,
  fullDay,
  LONGEST_YEAR,
  paintDays,
  schoolDays,
  toDay,
  type Weekday,
  weekdayOf,
  yearFault,
} from '../calendar';
import { byId, type Child, type Household, type Id, type Put, type SchoolYear } from '../household';
import { childCount, type ChildCount, isShort } from './attendance';
import type { Coming } from './coming';

/** A way to reach what is required; more work has no row of its own. */
export type Remedy =
  | { kind: 'open'; days: Day[]; labels: string[] }
  | { kind: 'extra'; days: Day[] }
  | { kind: 'later'; end: Day }
  | {
      kind: 'work';
      /** Minutes more on each of so many days. */
      minutes: number;
      days: number;
      /** Those days would hold more than is set for the child. */
      beyond: boolean;
    };

/** No remedy asks for more than so many days: beyond that the year needs another shape. */
const MOST_DAYS = 60;

/**
 * The nearest remedies for a child whose requirement cannot be reached as things stand, each tried through the count itself. Where
 * hours are short, so many minutes more of work on the days to come stand first: another course, longer sittings. Then the fewest
 * extra days on the next free Saturdays, the earliest later end, and last the fewest closed days to open (from the end of the
 * longest break left): a holiday is opened for nothing less. Empty when nothing is short, or nothing helps.
 * @param of what is asked for: all that is required; or the days alone, or the hours, which only more work brings
 */
export function remedies(
  state: Household,
  year: SchoolYear,
  child: Child,
  today: Day,
  coming?: Coming,
  of: 'all' | 'days' | 'hours' = 'all',
): Remedy[] {
  const lacks = (c: ChildCount): boolean =>
    of === 'all' ? isShort(c) : ((of === 'days' ? c.days : c.minutes).spare ?? 0) < 0;
  const short = (y: SchoolYear) =>
    lacks(childCount({ ...state, years: state.years.map((o) => (o.id === y.id ? y : o)) }, y, child, today, coming));
  if (!short(year)) return [];
  const now = childCount(state, year, child, today, coming);
  // Where days are missing as well, hours alone are not all of it.
  const alone = of === 'hours' || now.requirement.meets === 'either' || (now.days.spare ?? 0) >= 0;
  const work = alone && of !== 'days' ? moreWork(now, today, coming) : undefined;
  // By themselves hours are brought by more work: days are told of with the days.
  if (of === 'hours') return work ? [work] : [];
  const found: Remedy[] = work ? [work] : [];
  const fewest = (all: readonly Day[]): Day[] | undefined => {
    const years: SchoolYear[] = [];
    for (const day of all.slice(0, MOST_DAYS)) years.push(opened(years.at(-1) ?? year, [day]));
    const at = firstOf(years, (y) => !short(y));
    return at < 0 ? undefined : all.slice(0, at + 1);
  };
  const extra = fewest(freeDays(year, today));
  if (extra) found.push({ kind: 'extra', days: extra });
  const later = laterEnd(state, year, (y) => !short(y));
  if (later !== undefined) found.push({ kind: 'later', end: later });
  const days = fewest(closedByBreak(year, today))?.sort((a, b) => a - b);
  if (days) {
    const labels = [...new Set(days.map((d) => dayLabel(year, d) ?? '').filter(Boolean))];
    found.push({ kind: 'open', days, labels });
  }
  return found;
}

/** The ways to all that is required of a child; where there is none, the nearest to its days and to its hours by themselves. */
export interface WaysToReach {
  all: Remedy[];
  each: { part: 'days' | 'hours'; remedy: Remedy }[];
}
export function waysToReach(
  state: Household,
  year: SchoolYear,
  child: Child,
  today: Day,
  coming: Coming | undefined,
): WaysToReach {
  const all = remedies(state, year, child, today, coming);
  const { requirement, days, minutes } = childCount(state, year, child, today, coming);
  const both = requirement.meets === 'both' && (days.spare ?? 0) < 0 && (minutes.spare ?? 0) < 0;
  if (all.length > 0 || !both) return { all, each: [] };
  const each = (['days', 'hours'] as const).flatMap((part) =>
    remedies(state, year, child, today, coming, part)
      .slice(0, 1)
      .map((remedy) => ({ part, remedy })),
  );
  return { all, each };
}

/** A remedy taken: the year with its days, or its later end, as the year is when its turn comes. More work changes no year. */
export function takeRemedy(now: Household, yearId: Id, remedy: Remedy): Put[] {
  const year = byId(now.years, yearId);
  if (!year || remedy.kind === 'work') return [];
  const put = remedy.kind === 'later' ? runOn(year, remedy.end) : opened(year, remedy.days);
  return [{ table: 'years', put }];
}

/** The year with school on some days, one by one: what is opened together leaves a free Saturday alone. */
const opened = (year: SchoolYear, days: readonly Day[]): SchoolYear =>
  days.reduce((y, day) => paintDays(y, day, day, { kind: 'open' }), year);

/** The year up to a later last day; its last term runs on with it. */
function runOn(year: SchoolYear, end: Day): SchoolYear {
  const longer: SchoolYear = { ...year, end: fromDay(end) };
  if (longer.rhythm?.kind !== 'terms') return longer;
  const last = [...longer.rhythm.terms].sort((a, b) => (a.to < b.to ? -1 : 1)).at(-1)!;
  const terms = longer.rhythm.terms.map((t) => (t === last ? { ...t, to: longer.end } : t));
  return { ...longer, rhythm: { kind: 'terms', terms } };
}

/** The first of some years, each with a day more than the one before it, that reaches it; −1 where none does. A year with more days never reaches less. */
function firstOf(years: readonly SchoolYear[], reaches: (y: SchoolYear) => boolean): number {
  let [low, high] = [0, years.length - 1];
  if (high < 0 || !reaches(years[high]!)) return -1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (reaches(years[middle]!)) high = middle;
    else low = middle + 1;
  }
  return high;
}

/** More than three hours more a day help no child. */
const MOST_MORE = 180;

/** Minutes more on each day to come that bring the hours; undefined where it is too much. */
function moreWork({ child, days, minutes }: ChildCount, today: Day, coming: Coming | undefined): Remedy | undefined {
  const missing = -(minutes.spare ?? 0);
  if (!coming || missing <= 0 || days.toCome === 0) return undefined;
  const more = Math.ceil(missing / days.toCome);
  if (more > MOST_MORE) return undefined;
  return {
    kind: 'work',
    minutes: more,
    days: days.toCome,
    beyond: coming.usual(child.id) + more > fullDay(child, today),
  };
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

/** The coming days without school on one weekday, none of them in a break: Saturday, or the first weekday that holds none. */
function freeDays(year: SchoolYear, today: Day): Day[] {
  const order: Weekday[] = [6, 7, 1, 2, 3, 4, 5];
  const weekday = order.find((w) => !year.weekdays.includes(w));
  const days: Day[] = [];
  for (let d = Math.max(today + 1, toDay(year.start)); d <= toDay(year.end); d++) {
    if (weekdayOf(d) === weekday && dayKind(year, d) === 'weekend' && !isShut(year, d)) days.push(d);
  }
  return days;
}

function laterEnd(state: Household, year: SchoolYear, reached: (y: SchoolYear) => boolean): Day | undefined {
  const start = toDay(year.start);
  const held = schoolDays(year).length;
  const years: SchoolYear[] = [];
  for (let end = toDay(year.end) + 1; end - start <= LONGEST_YEAR; end++) {
    if (!year.weekdays.includes(weekdayOf(end))) continue;
    const longer = runOn(year, end);
    if (yearFault(longer, state.years) || schoolDays(longer).length - held > MOST_DAYS) break;
    years.push(longer);
  }
  const at = firstOf(years, reached);
  return at < 0 ? undefined : toDay(years[at]!.end);
}
