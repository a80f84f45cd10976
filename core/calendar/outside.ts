import type {
  Absence,
  AwayBlock,
  Child,
  ClosedRange,
  Household,
  Id,
  OutsideEvent,
  SchoolYear,
} from '../household/types';
import { type Day, fromDay, isClock, isIsoDate, minutesOf, toDay, weekdayOf, weekStart } from './day';

/** The parts of a household that say who is away when. */
export type CalendarParts = Pick<Household, 'settings' | 'children' | 'absences' | 'aways' | 'calendars' | 'feeds'>;

/** Something that takes one person away on one day, in minutes from midnight, the way there and back included. */
export interface Away {
  label: string;
  from: number;
  to: number;
  /** It takes the whole school day, whatever its times. */
  whole: boolean;
  why: Absence['why'] | 'away' | 'not with us';
  /** Minutes of it that count towards a requirement; 0 when it does not count. */
  counted: number;
}

/** Everything outside the school's own days, sorted to people and dates. */
export interface Outside {
  children: ReadonlyMap<Id, ReadonlyMap<Day, readonly Away[]>>;
  teachers: ReadonlyMap<Id, ReadonlyMap<Day, readonly Away[]>>;
  /** Ranges in which an outside calendar closes the household's school. */
  closings: readonly ClosedRange[];
  /** Days on which an away block, or the class an outside calendar is of, does not meet: by the id of either. */
  noClass: ReadonlyMap<Id, ReadonlySet<Day>>;
}

const WHOLE_DAY = 24 * 60;

const stays = new WeakMap<readonly Child[], ReadonlyMap<Id, { from: Day; until: Day }>>();
const NOT_WITH_US: readonly Away[] = [
  { label: '', from: 0, to: WHOLE_DAY, whole: true, why: 'not with us', counted: 0 },
];

/** Whether a child is with the household on a day: from its first to its last day there. */
export function withUs({ children }: Pick<Household, 'children'>, childId: Id, day: Day): boolean {
  let known = stays.get(children);
  if (!known) {
    const some = children.filter((c) => c.from !== undefined || c.until !== undefined);
    known = new Map(
      some.map((c) => [c.id, { from: c.from ? toDay(c.from) : -Infinity, until: c.until ? toDay(c.until) : Infinity }]),
    );
    stays.set(children, known);
  }
  const stay = known.get(childId);
  return !stay || (day >= stay.from && day <= stay.until);
}

/** What takes a child from the table on a day, in part or whole. */
export const childAways = (state: CalendarParts, childId: Id, day: Day): readonly Away[] =>
  withUs(state, childId, day) ? (outsideOf(state).children.get(childId)?.get(day) ?? []) : NOT_WITH_US;

/**
 * The days on which an away block falls: its weekdays (or every day, when it names none) between its dates, in every
 * so-many-th week counted from the week of its first date, without its own breaks. Weeks are ISO 8601 weeks here, so
 * that a programme does not move when the household starts its week on another day.
 */
export function awayDays(block: AwayBlock): Day[] {
  const first = toDay(block.from);
  const last = toDay(block.to);
  const days: Day[] = [];
  for (let d = first; d <= last; d++) {
    if (block.weekdays.length > 0 && !block.weekdays.includes(weekdayOf(d))) continue;
    if (((weekStart(d, 1) - weekStart(first, 1)) / 7) % Math.max(1, block.everyWeeks) !== 0) continue;
    if (block.breaks.some((b) => toDay(b.from) <= d && d <= toDay(b.to))) continue;
    days.push(d);
  }
  return days;
}

/** A stretch of a day that a child spends on the way, along with others; a teacher may be with it. */
export interface Ride {
  from: number;
  to: number;
  teacher: boolean;
}

/** When a child rides along with others on a day, the way there and back included. */
export const ridesOn = (state: CalendarParts, childId: Id, day: Day): Ride[] =>
  state.aways
    .filter((b) => b.along?.includes(childId) && meetsOn(state, b, day))
    .map((b) => ({ ...spanOf(b), teacher: b.teacherIds.length > 0 }));

/** Whether an away block takes place on a day: by its own dates, and no outside calendar says that it does not. */
export const meetsOn = (state: CalendarParts, block: AwayBlock, day: Day): boolean =>
  awayDays(block).includes(day) && !outsideOf(state).noClass.get(block.id)?.has(day);

/** The minutes that a block takes of a day: its times and the way there and back, or all day. */
function spanOf(b: AwayBlock): { from: number; to: number; timed: boolean; start: number; end: number } {
  const [start, end] = [b.start ? minutesOf(b.start) : 0, b.end ? minutesOf(b.end) : WHOLE_DAY];
  const timed = b.start !== undefined || b.end !== undefined;
  return {
    start,
    end,
    timed,
    from: timed ? Math.max(0, start - b.travel) : 0,
    to: timed ? Math.min(WHOLE_DAY, end + b.travel) : WHOLE_DAY,
  };
}

/**
 * The programme's own number of the week that holds the day: its weeks with a meeting, counted from `firstWeek`. It
 * knows nothing of our closed days, so it never slips with them. Undefined in its breaks and outside its dates.
 */
export function programmeWeek(block: AwayBlock, day: Day): number | undefined {
  if (block.firstWeek === undefined) return undefined;
  const weeks = [...new Set(awayDays(block).map((d) => weekStart(d, 1)))];
  const at = weeks.indexOf(weekStart(day, 1));
  return at < 0 ? undefined : block.firstWeek + at;
}

/** The household as it is and as a form would have it are asked for in turn: a few are kept side by side. */
const KEPT = 4;
const cache = new WeakMap<object, { key: unknown[]; made: Outside }[]>();

/** Sorts absences, away blocks and the decided events of outside calendars to people and dates; kept while they stay. */
export function outsideOf(state: CalendarParts): Outside {
  const key = [state.aways, state.calendars, state.feeds];
  const known = cache.get(state.absences) ?? [];
  const found = known.find((k) => k.key.every((part, i) => part === key[i]));
  if (found) return found.made;
  const children = new Map<Id, Map<Day, Away[]>>();
  const teachers = new Map<Id, Map<Day, Away[]>>();
  const closings: ClosedRange[] = [];
  const put = (people: Map<Id, Map<Day, Away[]>>, ids: readonly Id[], day: Day, away: Away) => {
    for (const id of ids) {
      const days = people.get(id) ?? new Map<Day, Away[]>();
      people.set(id, days);
      days.set(day, [...(days.get(day) ?? []), away]);
    }
  };
  const noClass = noClassDays(state);
  for (const a of state.absences) {
    const away: Away = { label: a.label, from: 0, to: WHOLE_DAY, whole: true, why: a.why, counted: 0 };
    for (let d = toDay(a.from); d <= toDay(a.to); d++) put(children, a.childIds, d, away);
  }
  for (const b of state.aways) {
    const { from, to, timed, start, end } = spanOf(b);
    const away: Away = {
      label: b.label,
      from,
      to,
      whole: !timed,
      why: 'away',
      counted: !b.counts ? 0 : timed ? Math.max(0, end - start) : Infinity,
    };
    for (const d of awayDays(b)) {
      if (noClass.get(b.id)?.has(d)) continue;
      put(teachers, b.teacherIds, d, away);
      put(
        children,
        b.childIds.filter((id) => !b.takesDay.includes(id)),
        d,
        away,
      );
      put(
        children,
        b.childIds.filter((id) => b.takesDay.includes(id)),
        d,
        { ...away, whole: true },
      );
    }
  }
  for (const calendar of state.calendars) {
    const feed = state.feeds.find((f) => f.id === calendar.id);
    const decided = new Map(calendar.decisions.map((d) => [d.uid, d]));
    feed?.events.forEach((event, i) => {
      const decision = decided.get(event.uid);
      if (decision?.does === 'closes') {
        closings.push({ id: `${calendar.id} ${i}`, from: event.from, to: event.to, label: event.title });
      }
      if (decision?.does === 'day off') {
        const away: Away = { label: event.title, from: 0, to: WHOLE_DAY, whole: true, why: 'closed', counted: 0 };
        for (let d = toDay(event.from); d <= toDay(event.to); d++) put(children, decision.childIds, d, away);
      }
      if (decision?.does !== 'blocks') return;
      for (let d = toDay(event.from); d <= toDay(event.to); d++) {
        if (noClass.get(calendar.id)?.has(d)) continue;
        const away = { label: event.title, why: 'away' as const, counted: 0, ...hoursOn(event, d, decision.travel) };
        put(children, decision.childIds, d, away);
        put(teachers, decision.teacherIds, d, away);
      }
    });
  }
  const made = { children, teachers, closings, noClass };
  cache.set(state.absences, [{ key, made }, ...known].slice(0, KEPT));
  return made;
}

/** The days on which outside calendars say that a class does not meet, by the away block or the calendar it is of. */
function noClassDays(state: CalendarParts): Map<Id, Set<Day>> {
  const made = new Map<Id, Set<Day>>();
  for (const calendar of state.calendars) {
    const off = new Map(calendar.decisions.filter((d) => d.does === 'no class').map((d) => [d.uid, d]));
    if (off.size === 0) continue;
    for (const event of state.feeds.find((f) => f.id === calendar.id)?.events ?? []) {
      const decision = off.get(event.uid);
      if (!decision) continue;
      const id = decision.awayId ?? calendar.id;
      const days = made.get(id) ?? new Set<Day>();
      made.set(id, days);
      for (let d = toDay(event.from); d <= toDay(event.to); d++) days.add(d);
    }
  }
  return made;
}

/** What an event takes of one of its days: from its start on the first, up to its end on the last, all of the others. */
function hoursOn(event: OutsideEvent, day: Day, travel: number): { from: number; to: number; whole: boolean } {
  if (event.start === undefined && event.end === undefined) return { from: 0, to: WHOLE_DAY, whole: true };
  const from = event.start && day === toDay(event.from) ? Math.max(0, minutesOf(event.start) - travel) : 0;
  const to = event.end && day === toDay(event.to) ? Math.min(WHOLE_DAY, minutesOf(event.end) + travel) : WHOLE_DAY;
  return { from, to, whole: false };
}

const resolved = new WeakMap<SchoolYear, WeakMap<readonly ClosedRange[], SchoolYear>>();

/**
 * The year with what outside calendars close taken into its closed ranges; the year itself when nothing does. Whatever
 * is planned or counted starts from this one, what is edited from the year as stored.
 */
export function yearWithOutside(state: CalendarParts, year: SchoolYear): SchoolYear {
  const { closings } = outsideOf(state);
  const within = closings.filter((c) => c.from <= year.end && c.to >= year.start);
  if (within.length === 0) return year;
  const byClosings = resolved.get(year) ?? new WeakMap<readonly ClosedRange[], SchoolYear>();
  resolved.set(year, byClosings);
  const known = byClosings.get(closings);
  if (known) return known;
  const made = { ...year, closed: [...year.closed, ...within] };
  byClosings.set(closings, made);
  // Resolving it once more must not close anything twice.
  resolved.set(made, new WeakMap([[closings, made]]));
  return made;
}

/**
 * The year that holds a day, with what outside calendars close in it; `year` where none does. Of a week in which one year ends and the
 * next begins each day is what its own year says.
 */
export function yearOn(state: CalendarParts & Pick<Household, 'years'>, year: SchoolYear, day: Day): SchoolYear {
  const date = fromDay(day);
  const holds = (y: SchoolYear) => y.start <= date && date <= y.end;
  const held = holds(year) ? undefined : state.years.find(holds);
  return held ? yearWithOutside(state, held) : year;
}

/** Longest time over which an away block may recur, in days: some ten years. */
const LONGEST_BLOCK = 3700;

/** What keeps an away block from being kept, in a sentence; undefined when nothing does. */
export function awayFault(block: AwayBlock): string | undefined {
  if (!block.label.trim()) return 'Say what it is, so that it can be told from others.';
  if (block.childIds.length + block.teacherIds.length === 0) return 'Say whom it takes away.';
  if (block.along?.some((id) => block.childIds.includes(id)))
    return 'A child either goes there or comes along, not both.';
  const range = rangeFault(block);
  if (range) return range;
  if (toDay(block.to) - toDay(block.from) > LONGEST_BLOCK)
    return 'More than ten years are not planned: end it earlier.';
  if (!Number.isInteger(block.everyWeeks) || block.everyWeeks < 1 || block.everyWeeks > 52)
    return 'Every how many weeks: a whole number from 1 to 52.';
  if ((block.start === undefined) !== (block.end === undefined))
    return 'Give both times, or neither for the whole day.';
  if (block.start && block.end) {
    if (!isClock(block.start) || !isClock(block.end)) return 'Give the times like 09:30.';
    if (block.end <= block.start) return 'It ends before it begins. Over midnight, make two of it.';
  }
  if (!Number.isInteger(block.travel) || block.travel < 0 || block.travel > 600)
    return 'Minutes of travel each way: a whole number from 0 to 600.';
  const bad = block.breaks.find((b) => rangeFault(b));
  if (bad) return `Its break “${bad.label}”: ${rangeFault(bad)}`;
  return awayDays(block).length === 0
    ? 'It never falls on any day: look at its weekdays, dates and breaks.'
    : undefined;
}

/** What keeps a range of days from being kept; undefined when nothing does. */
export function rangeFault(range: { from: string; to: string }): string | undefined {
  if (!isIsoDate(range.from) || !isIsoDate(range.to)) return 'Give the days as days that exist.';
  return range.to < range.from ? 'The last day comes before the first.' : undefined;
}
