import {
  addMonths,
  childAways,
  childMinutesOn,
  childOut,
  type Day,
  dayKind,
  dayLabel,
  fromDay,
  fullDay,
  isOver,
  monthStart,
  toDay,
  yearWithOutside,
} from '../calendar';
import {
  type Attendance,
  attendanceId,
  type Child,
  childrenIn,
  type Household,
  type Id,
  type Requirement,
  type SchoolYear,
} from '../household';
import { marksByEnrolment } from '../log';
import { beginsAfter, isDoneWith } from '../pace';
import { asksAnything, requiredHere, requirementOf } from './presets';
import type { Coming } from './coming';
import { workOf } from './work';

/**
 * What a date was or will be for one child. `unmarked`: a past school day about which nothing was said, to be asked
 * about and never assumed; `free`: no school weekday, or a day kept to catch up on that was not used; `outside`: the child is not with
 * the household that day.
 */
export type DayStatus = Attendance['status'] | 'unmarked' | 'to come' | 'free' | 'outside';

export interface ChildDay {
  day: Day;
  status: DayStatus;
  /** Minutes that count, of the record; on a day to come those at classes elsewhere (the plan knows the rest). */
  minutes: number;
  /** The parent has said so, whatever the marks say. */
  overruled: boolean;
  label: string;
}

/** A child's year, day by day, and where it stands against what is required. */
export interface ChildCount {
  child: Child;
  requirement: Requirement;
  days: Figures;
  /** In minutes. */
  minutes: Figures;
  /** The day on which the requirement is met, on the record or by the calendar to come; undefined when it is not. */
  met: Day | undefined;
  /** Past school days about which nothing was said. */
  unmarked: Day[];
  /** False where it is not known what is planned: then nothing can be said of hours to come. */
  hoursKnown: boolean;
}
export interface Figures {
  counted: number;
  toCome: number;
  /** Undefined when nothing is required. */
  needed: number | undefined;
  /** counted + toCome − needed; negative when the calendar cannot reach it. Undefined when nothing is required. */
  spare: number | undefined;
}

const attendanceIndex = new WeakMap<readonly Attendance[], Map<string, Attendance>>();
/** The parent's own word on a child's day, if there is one. */
export function overruled(state: Pick<Household, 'attendance'>, childId: Id, day: Day): Attendance | undefined {
  if (state.attendance.length === 0) return undefined;
  let index = attendanceIndex.get(state.attendance);
  if (!index) {
    index = new Map(state.attendance.map((a) => [`${a.childId} ${a.date}`, a]));
    attendanceIndex.set(state.attendance, index);
  }
  return index.get(`${childId} ${fromDay(day)}`);
}

/** What the calendar alone says of a year, and what that was worked out from. */
interface Unworked {
  of: readonly unknown[];
  days: readonly ChildDay[];
}
const unworked = new WeakMap<Child, Map<Id, Unworked>>();
const NO_WORK: ReadonlyMap<Day, number> = new Map();

/**
 * Every date of a year for one child, in order. What the calendar alone says is kept until the calendar changes; a mark
 * costs only the days that have work on them.
 */
export function childDays(state: Household, stored: SchoolYear, child: Child, today: Day): ChildDay[] {
  const year = yearWithOutside(state, stored);
  const first = toDay(year.start);
  const { settings, attendance, absences, aways, calendars, feeds } = state;
  const of = [settings, attendance, absences, aways, calendars, feeds, year, today];
  const byYear = unworked.get(child) ?? new Map<Id, Unworked>();
  unworked.set(child, byYear);
  let kept = byYear.get(year.id);
  if (!kept || kept.of.some((x, i) => x !== of[i])) {
    const days: ChildDay[] = [];
    for (let d = first; d <= toDay(year.end); d++) days.push(childDay(state, year, child, d, today, NO_WORK));
    kept = { of, days };
    byYear.set(year.id, kept);
  }
  const days = [...kept.days];
  const work = workOf(state, child.id);
  for (const day of work.keys()) {
    if (day >= first && day - first < days.length) days[day - first] = childDay(state, year, child, day, today, work);
  }
  return days;
}

function childDay(
  state: Household,
  year: SchoolYear,
  child: Child,
  day: Day,
  today: Day,
  work: ReadonlyMap<Day, number>,
): ChildDay {
  const said = overruled(state, child.id, day);
  const worked = day <= today ? work.get(day) : undefined;
  const elsewhere = countedAway(state, child, day);
  const is = (status: DayStatus, minutes = 0, label = ''): ChildDay => ({
    day,
    status,
    minutes,
    overruled: false,
    label,
  });
  if (said) {
    // A day that was said to be taught before minutes were asked for stands with the usual ones, as it was counted then.
    const own = worked ? worked + elsewhere : childMinutesOn(state, year, child, day) + elsewhere;
    const minutes = said.status === 'taught' ? (said.minutes ?? own) : 0;
    return { ...is(said.status, minutes), overruled: true };
  }
  if (worked !== undefined) return is('taught', worked + elsewhere);
  const kind = dayKind(year, day);
  if (kind === 'weekend' || kind === 'catch-up') return is('free', 0, dayLabel(year, day) ?? '');
  if (kind === 'closed') return is('closed', 0, dayLabel(year, day) ?? '');
  const out = childOut(state, child.id, day);
  if (out?.why === 'not with us') return is('outside');
  if (out && out.why !== 'away') return is(out.why === 'sick' ? 'sick' : 'closed', 0, out.label);
  // A day at a class that counts is school: it is to come, and asked about once it is past.
  if (out && elsewhere === 0) return is('away', 0, out.label);
  return day < today ? is('unmarked', 0, out?.label ?? '') : is('to come', elsewhere, out?.label ?? '');
}

/**
 * Minutes at classes elsewhere that count; a whole day there counts as the child's usual day. Who is away all day for another
 * reason is not at the class.
 */
function countedAway(state: Household, child: Child, day: Day): number {
  if (childAways(state, child.id, day).some((a) => a.why !== 'away' || (a.whole && a.counted === 0))) return 0;
  const minutes = childAways(state, child.id, day).reduce((n, a) => n + a.counted, 0);
  return Math.min(minutes, Math.max(fullDay(child, day), Number.isFinite(minutes) ? minutes : 0));
}

/** The class that counts at which a child is all of a day, and its minutes. */
export function classOn(state: Household, child: Child, day: Day): { label: string; minutes: number } | undefined {
  const out = childOut(state, child.id, day);
  const minutes = out?.why === 'away' ? countedAway(state, child, day) : 0;
  return out && minutes > 0 ? { label: out.label, minutes } : undefined;
}

/**
 * Where a child stands: days and minutes counted so far, those still to come, what is spare, and the date on which the
 * requirement is met if every day to come is held. Days to come are those of the calendar and those onto which something was
 * moved by hand, minutes those that are planned on them: without `coming` they are not known, and nothing is said of hours. With both days and hours required, both must be met or
 * either, as the requirement says.
 */
export function childCount(state: Household, year: SchoolYear, child: Child, today: Day, coming?: Coming): ChildCount {
  const requirement = requirementOf(year, child);
  const neededMinutes = requirement.hours === undefined ? undefined : requirement.hours * 60;
  // Of a year that is over nothing is to come any more.
  const hoursKnown = coming !== undefined || isOver(year, today);
  const days = { counted: 0, toCome: 0 };
  const minutes = { counted: 0, toCome: 0 };
  const unmarked: Day[] = [];
  let metDays: Day | undefined;
  let metMinutes: Day | undefined;
  for (const d of childDays(state, year, child, today)) {
    if (d.status === 'unmarked') unmarked.push(d.day);
    // A Saturday onto which something was moved by hand counts as it will once that is done.
    const moved = d.status === 'free' && d.day >= today && (coming?.planned(child.id, d.day) ?? 0) > 0;
    if (d.status !== 'taught' && d.status !== 'to come' && !moved) continue;
    const side = d.status === 'taught' && d.day <= today ? 'counted' : 'toCome';
    days[side]++;
    minutes[side] += d.minutes;
    // What is left of today is to come, though the day counts already.
    if (coming && d.day >= today && !d.overruled)
      minutes.toCome += side === 'counted' ? coming.planned(child.id, d.day) : coming.on(child.id, d.day);
    if (metDays === undefined && days.counted + days.toCome >= (requirement.days ?? Infinity)) metDays = d.day;
    if (metMinutes === undefined && minutes.counted + minutes.toCome >= (neededMinutes ?? Infinity)) metMinutes = d.day;
  }
  return {
    child,
    requirement,
    days: figures(days, requirement.days),
    minutes: { ...figures(minutes, neededMinutes), ...(hoursKnown ? {} : { spare: undefined }) },
    met: metOn(requirement, metDays, metMinutes),
    hoursKnown,
    unmarked,
  };
}

const figures = ({ counted, toCome }: { counted: number; toCome: number }, needed: number | undefined): Figures => ({
  counted,
  toCome,
  needed,
  spare: needed === undefined ? undefined : counted + toCome - needed,
});

function metOn(
  { days, hours, meets }: Requirement,
  byDays: Day | undefined,
  byHours: Day | undefined,
): Day | undefined {
  if (days === undefined || hours === undefined) return days === undefined ? byHours : byDays;
  if (byDays === undefined || byHours === undefined) return meets === 'either' ? (byDays ?? byHours) : undefined;
  return meets === 'either' ? Math.min(byDays, byHours) : Math.max(byDays, byHours);
}

/** Whether something is required that the calendar, as it stands, cannot reach. */
export function isShort({ requirement, met, days, hoursKnown }: ChildCount): boolean {
  if (met !== undefined) return false;
  if (hoursKnown || requirement.hours === undefined) return asksAnything(requirement);
  return requirement.meets === 'both' && (days.spare ?? 0) < 0;
}

/** One month of a child's year. */
export interface ChildMonth {
  /** Its first day. */
  first: Day;
  days: ChildDay[];
  totals: Record<'taught' | 'sick' | 'closed' | 'away' | 'unmarked', number> & { minutes: number };
}

/** The months of a child's year, with the totals that stand at the foot of each: only what is on record is in them. */
export function childMonths(state: Household, year: SchoolYear, child: Child, today: Day): ChildMonth[] {
  const all = childDays(state, year, child, today);
  const months: ChildMonth[] = [];
  for (let first = monthStart(toDay(year.start)); first <= toDay(year.end); first = addMonths(first, 1)) {
    const next = addMonths(first, 1);
    const days = all.filter((d) => d.day >= first && d.day < next);
    const past = days.filter((d) => d.day <= today);
    const n = (status: DayStatus) => past.filter((d) => d.status === status).length;
    months.push({
      first,
      days,
      totals: {
        taught: n('taught'),
        sick: n('sick'),
        closed: n('closed'),
        away: n('away'),
        unmarked: n('unmarked'),
        minutes: past.filter((d) => d.status === 'taught').reduce((sum, d) => sum + d.minutes, 0),
      },
    });
  }
  return months;
}

/** The row to store when the parent says what a child's day was; undefined status: as the marks have it. */
export function attendanceRow(childId: Id, day: Day, status: Attendance['status'], minutes?: number): Attendance {
  const date = fromDay(day);
  return { id: attendanceId({ childId, date }), childId, date, status, ...(minutes === undefined ? {} : { minutes }) };
}

/**
 * Children whose school is kept in a year, of those who are here in it: of whom something is required, who did something of a course in
 * it, was taught by the register, or has something of a course to do while it lasts; where there is none, all.
 */
export function pupils(state: Household, year: SchoolYear, today: Day): Child[] {
  const here = childrenIn(state, year);
  const within = ({ date }: { date: string }) => date >= year.start && date <= year.end;
  const marks = marksByEnrolment(state.marks);
  const own = state.enrolments.filter(
    (e) =>
      (marks.get(e.id) ?? []).some(within) ||
      (!isOver(year, today) && !isDoneWith(state, e, today) && !beginsAfter(e, toDay(year.end))),
  );
  const takers = new Set([
    ...own.flatMap((e) => [e.childIds, ...(e.paces ?? []).map((p) => p.childIds ?? [])].flat()),
    ...state.attendance.filter((a) => a.status === 'taught' && within(a)).map((a) => a.childId),
  ]);
  const kept = here.filter((c) => takers.has(c.id) || asksAnything(requiredHere(year, c)));
  return kept.length > 0 ? kept : here;
}

/**
 * Every date of a year for the household as one: taught when anybody was, asked about when anybody is whose school is kept, to come when
 * anybody of them has school to come; else what it is for all of them alike, and `free` when they differ.
 */
export function everybodysDays(state: Household, year: SchoolYear, today: Day): { day: Day; status: DayStatus }[] {
  const kept = pupils(state, year, today);
  const each = state.children.map((c) => ({ days: childDays(state, year, c, today), kept: kept.includes(c) }));
  const first = each[0]?.days;
  if (!first) return [];
  const ORDER: DayStatus[] = ['taught', 'unmarked', 'to come'];
  return first.map(({ day }, i) => {
    // Who is not with the household that day has no say in it, nor has a small child that nobody teaches.
    const own = each.flatMap(({ days, kept }) => {
      const { status } = days[i]!;
      return status !== 'outside' && (kept || status === 'taught') ? [status] : [];
    });
    const all = own.length > 0 ? own : (['outside'] as DayStatus[]);
    const status = ORDER.find((s) => all.includes(s)) ?? (all.every((s) => s === all[0]) ? all[0]! : 'free');
    return { day, status };
  });
}

/**
 * The days on which the household held school so far, and those that are to come: of anybody, by what was marked and by what the parent
 * said of a day, Saturdays of catching up among them. What each child has against what is required is `childCount`.
 */
export function daysHeld(state: Household, year: SchoolYear, today: Day): { taught: number; toCome: number } {
  const days = { taught: 0, toCome: 0 };
  for (const { day, status } of everybodysDays(state, year, today)) {
    if (status === 'taught' && day <= today) days.taught++;
    else if (status === 'taught' || status === 'to come') days.toCome++;
  }
  return days;
}
