import type { Child, Id, SchoolYear, Teacher } from '../household/types';
import { type Clock, type Day, isClock, minutesOf, type Weekday, weekdayOf } from './day';
import { heldOn } from './held';
import { type Away, type CalendarParts, childAways, outsideOf, withUs } from './outside';
import { dayKind, dayShare, hasSchool, shapeOn, specialOn } from './year';

/** Minutes of the school's hours (`dayFrom` to `dayTo`) that the given absences take, overlapping ones once. */
function minutesTaken(state: CalendarParts, aways: readonly Away[]): number {
  const from = minutesOf(state.settings.dayFrom);
  const to = minutesOf(state.settings.dayTo);
  let taken = 0;
  let at = from;
  for (const a of [...aways].sort((x, y) => x.from - y.from)) {
    const start = Math.max(at, a.from);
    const end = Math.min(to, a.to);
    if (end <= start) continue;
    taken += end - start;
    at = end;
  }
  return taken;
}

const schoolHours = ({ settings }: CalendarParts) =>
  Math.max(0, minutesOf(settings.dayTo) - minutesOf(settings.dayFrom));

/** What takes a teacher from the table on a day, in part or whole. */
export const teacherAways = (state: CalendarParts, teacherId: Id, day: Day): readonly Away[] =>
  outsideOf(state).teachers.get(teacherId)?.get(day) ?? [];

/**
 * Why a child has no school at all on a day: sick or closed before away. Undefined when they have some. Parts of a day
 * that together leave nothing of the school's hours take the day.
 */
export function childOut(state: CalendarParts, childId: Id, day: Day): Away | undefined {
  const aways = childAways(state, childId, day);
  if (aways.length === 0) return undefined;
  const whole = aways.find((a) => a.why !== 'away') ?? aways.find((a) => a.whole);
  if (whole) return whole;
  return minutesTaken(state, aways) >= schoolHours(state) ? aways[0] : undefined;
}

/** Something that takes people from the table on a day: one thing at the same hours, with all whom it takes. */
export interface GoneOn {
  label: string;
  why: Away['why'];
  /** In minutes from midnight, the way there and back included; undefined when it takes the whole day. */
  hours?: { from: number; to: number };
  childIds: Id[];
  teacherIds: Id[];
}

/**
 * Who is away on a day for what, in order of time. Who is away all day is away once: nothing else that day takes them from
 * anywhere. Who is not with the household is not away.
 */
export function awayOn(state: CalendarParts & { teachers: readonly Teacher[] }, day: Day): GoneOn[] {
  const found = new Map<string, GoneOn>();
  const put = (all: readonly Away[], who: 'childIds' | 'teacherIds', id: Id) => {
    const whole = all.find((a) => a.why !== 'away') ?? all.find((a) => a.whole);
    for (const a of whole ? [whole] : all) {
      const hours = a.whole ? undefined : { from: a.from, to: a.to };
      const key = `${a.why} ${a.label} ${hours?.from} ${hours?.to}`;
      const one = found.get(key) ?? {
        label: a.label,
        why: a.why,
        ...(hours ? { hours } : {}),
        childIds: [],
        teacherIds: [],
      };
      if (!one[who].includes(id)) one[who].push(id);
      found.set(key, one);
    }
  };
  for (const c of state.children) if (withUs(state, c.id, day)) put(childAways(state, c.id, day), 'childIds', c.id);
  for (const t of state.teachers) put(teacherAways(state, t.id, day), 'teacherIds', t.id);
  return [...found.values()].sort((a, b) => (a.hours?.from ?? 0) - (b.hours?.from ?? 0));
}

/** Minutes of school that a full day may hold for a child, as they hold on a day. */
export const fullDay = ({ minutesPerDay, later }: Pick<Child, 'minutesPerDay' | 'later'>, day: Day): number =>
  later ? heldOn({ first: minutesPerDay, later }, day) : minutesPerDay;

/**
 * Minutes of school a child has on a day: their usual minutes, the day's share of them on a light day, and never more
 * than what is left of the school's hours once they have been away. A morning out so costs an older child most of the
 * day, while a small child still fits everything in. 0 on a day without school.
 */
export function childMinutesOn(state: CalendarParts, year: SchoolYear, child: Child, day: Day): number {
  if (childOut(state, child.id, day)) return 0;
  return minutesLeft(state, year, fullDay(child, day), childAways(state, child.id, day), day);
}

/**
 * Minutes of teaching by weekday, Monday first, as they hold on a day: the latest of those entered from a date on that has come by then,
 * else the teacher’s own. So what is entered for a date changes no day before it.
 * @example
 * weeklyMinutes(aTeacher('T', { later: [{ from: '2027-01-04', minutes: [60, 0, 0, 0, 0, 0, 0] }] }), toDay('2027-01-03'))[0] // => 240
 * weeklyMinutes(aTeacher('T', { later: [{ from: '2027-01-04', minutes: [60, 0, 0, 0, 0, 0, 0] }] }), toDay('2027-01-04'))[0] // => 60
 */
export const weeklyMinutes = ({ minutes, later }: Pick<Teacher, 'minutes' | 'later'>, day: Day): readonly number[] =>
  later ? heldOn({ first: minutes, later }, day) : minutes;

/** Minutes of teaching a week as they hold on a day; of the given weekdays alone, where some are. */
export const minutesAWeek = (teacher: Teacher, day: Day, weekdays?: readonly Weekday[]): number =>
  weeklyMinutes(teacher, day).reduce((n, m, i) => n + (weekdays?.includes((i + 1) as Weekday) === false ? 0 : m), 0);

/**
 * Who teaches unless somebody else is chosen: the teacher with the most hours on the given weekdays (all of them where none are
 * given) as they hold on a day, of equals the first.
 */
export function usualTeacher(
  state: { teachers: readonly Teacher[] },
  weekdays: readonly Weekday[] | undefined,
  day: Day,
): Teacher | undefined {
  const hours = (t: Teacher) => minutesAWeek(t, day, weekdays);
  return state.teachers.reduce<Teacher | undefined>(
    (best, t) => (!best || hours(t) > hours(best) ? t : best),
    undefined,
  );
}

/**
 * The minutes a teacher usually teaches on such a day. On an extra day of a weekday without school, or one kept to catch
 * up on, they have what their school weekdays hold on average.
 */
export function usualMinutes(year: SchoolYear, teacher: Teacher, day: Day): number {
  const minutes = weeklyMinutes(teacher, day);
  const own = Math.min(minutes[weekdayOf(day) - 1] ?? 0, clockMinutes(teacher, weekdayOf(day)));
  const { weekdays } = shapeOn(year, day);
  if (own > 0 || weekdays.includes(weekdayOf(day)) || !specialOn(year, day)) return own;
  const taught = weekdays.map((w) => minutes[w - 1] ?? 0).filter((n) => n > 0);
  return taught.length === 0 ? 0 : Math.round(taught.reduce((a, n) => a + n, 0) / taught.length);
}

/** The hours by the clock in which a teacher teaches on a weekday; undefined where none are set. */
export function teacherHours(teacher: Teacher, weekday: Weekday): { from: number; to: number }[] | undefined {
  const own = (teacher.hours ?? []).filter((h) => h.weekday === weekday);
  if (own.length === 0) return undefined;
  return own.map((h) => ({ from: minutesOf(h.from), to: minutesOf(h.to) })).sort((a, b) => a.from - b.from);
}

/** Minutes that those hours hold, overlapping ones once. */
function clockMinutes(teacher: Teacher, weekday: Weekday): number {
  const hours = teacherHours(teacher, weekday);
  if (!hours) return Infinity;
  let minutes = 0;
  let at = 0;
  for (const { from, to } of hours) {
    minutes += Math.max(0, to - Math.max(from, at));
    at = Math.max(at, to);
  }
  return minutes;
}

/** Minutes of teaching a teacher has on a day, cut in the same way as a child's. */
export function teacherMinutesOn(state: CalendarParts, year: SchoolYear, teacher: Teacher, day: Day): number {
  const aways = teacherAways(state, teacher.id, day);
  if (aways.some((a) => a.whole)) return 0;
  return minutesLeft(state, year, usualMinutes(year, teacher, day), aways, day);
}

function minutesLeft(state: CalendarParts, year: SchoolYear, usual: number, aways: readonly Away[], day: Day): number {
  if (!hasSchool(dayKind(year, day))) return 0;
  // A day planned longer than the school's hours is the parent's own wish and not cut by them.
  const left = Math.max(usual, schoolHours(state)) - minutesTaken(state, aways);
  return Math.max(0, Math.min(Math.round(usual * dayShare(year, day)), left));
}

/** The share of the school's hours, in whole per cent, that lies between two times of a part-day. */
export function partShare(part: { from: Clock; to: Clock }, hours: { from: Clock; to: Clock }): number {
  if (!isClock(part.from) || !isClock(part.to)) return 100;
  const whole = minutesOf(hours.to) - minutesOf(hours.from);
  const held =
    Math.min(minutesOf(part.to), minutesOf(hours.to)) - Math.max(minutesOf(part.from), minutesOf(hours.from));
  return whole <= 0 ? 100 : Math.max(0, Math.min(100, Math.round((held / whole) * 100)));
}
