import {
  type CalendarParts,
  catchUpDays,
  childOut,
  type Day,
  dayKind,
  isShut,
  nextYear,
  schoolDays,
  shapeOn,
  toDay,
  type Weekday,
  weekdayOf,
  weekStart,
  yearAfter,
  yearsAfter,
  yearWithOutside,
} from '../calendar';
import type { Enrolment, Household, SchoolYear } from '../household';
import { beginsAfter, leavesOpen } from './lives';
import { paceOn } from './paces';
import { loopOf } from './turns';
import type { Track } from './types';

/**
 * Open dates of an enrolment in a school year: school days on its weekdays, not before its first date, on which at
 * least one of its children is there and it is not paused or over by what was entered for days to come, and the days (of the year, not closed) to which the parent has moved a sitting by
 * hand, be they another weekday or a Saturday. An extra school day on a weekday without school is open to every course.
 */
export function openDates(state: Household, enrolment: Enrolment, year: SchoolYear, moved: readonly Day[] = []): Day[] {
  const first = enrolment.firstDate ? toDay(enrolment.firstDate) : -Infinity;
  const { loop, members } = loopOf(state, enrolment);
  const weekdaysOn = (d: Day) => loop?.weekdays ?? paceOn(enrolment, d).weekdays;
  const there = (d: Day) => leavesOpen(enrolment, d) && anybodyThere(state, enrolment, d);
  const whole = yearWithOutside(state, year);
  const takes = (d: Day) => weekdaysOn(d).includes(weekdayOf(d)) || !shapeOn(year, d).weekdays.includes(weekdayOf(d));
  const days = schoolDays(whole);
  const turn = loop?.turns === 'weeks' ? weekTurns(days, state.settings.firstDay, members, enrolment) : undefined;
  const open = days.filter((d) => d >= first && takes(d) && there(d) && (!turn || turn(d)));
  const more = moved.filter(
    (d) => !open.includes(d) && dayKind(whole, d) !== 'outside' && !isShut(whole, d) && there(d),
  );
  return more.length === 0 ? open : [...open, ...new Set(more)].sort((a, b) => a - b);
}

/** Whether any child that takes an enrolment on a day is there. */
export const anybodyThere = (state: CalendarParts, enrolment: Enrolment, day: Day): boolean =>
  paceOn(enrolment, day).childIds.some((id) => !childOut(state, id, day));

/** Days kept free to catch up on that an enrolment could use: on any weekday, from its first date on, its children there. */
export function catchUpDates(state: CalendarParts, enrolment: Enrolment, year: SchoolYear): Day[] {
  const first = enrolment.firstDate ? toDay(enrolment.firstDate) : -Infinity;
  return catchUpDays(yearWithOutside(state, year)).filter(
    (d) => d >= first && leavesOpen(enrolment, d) && anybodyThere(state, enrolment, d),
  );
}

/** In a loop whose turns are weeks: whether the teaching week of a school day is this enrolment's, among those that have begun and are taken on that day. */
function weekTurns(days: readonly Day[], firstDay: Weekday, members: readonly Enrolment[], enrolment: Enrolment) {
  const weeks = [...new Set(days.map((d) => weekStart(d, firstDay)))];
  const number = new Map(weeks.map((w, i) => [w, i]));
  return (d: Day) => {
    const on = members.filter((m) => leavesOpen(m, d) && !beginsAfter(m, d));
    const own = on.findIndex((m) => m.id === enrolment.id);
    return own < 0 || number.get(weekStart(d, firstDay))! % on.length === own;
  };
}

/**
 * The sittings of an enrolment in a full week of a school year.
 * @example
 * sittingsPerWeek({ weekdays: [1, 3, 6] }, { weekdays: [1, 2, 3, 4, 5] }) // => 2
 */
export function sittingsPerWeek(enrolment: Pick<Enrolment, 'weekdays'>, year: Pick<SchoolYear, 'weekdays'>): number {
  return enrolment.weekdays.filter((d) => year.weekdays.includes(d)).length;
}

/** The open dates of an enrolment in the years that are set up behind one, and the end of the last; undefined where none is. */
export function datesBehind(state: Household, enrolment: Enrolment, year: SchoolYear): Track['behind'] {
  const years = yearsAfter(state.years, year);
  const until = years.at(-1)?.end;
  if (until === undefined) return undefined;
  return { dates: years.flatMap((y) => openDates(state, enrolment, y)), until: toDay(until) };
}

/** Years behind one in which a course may go on to its own date; what lies behind those is not reckoned with. */
const MOST_YEARS = 5;

/** Whether a course has its date to end by behind a year: it goes on in the next, and lacks nothing in this one for that. */
export const goesBeyond = ({ target }: Pick<Enrolment, 'target'>, { end }: Pick<SchoolYear, 'end'>): boolean =>
  target !== undefined && target > end;

/**
 * The open dates behind a year of a course that has its date to end by there, up to that date: of the years that are set up, and behind
 * those by the shape of the last.
 */
export function datesBeyond(state: Household, enrolment: Enrolment, year: SchoolYear): Day[] {
  const days: Day[] = [];
  if (!goesBeyond(enrolment, year)) return days;
  let last = year;
  for (let n = 0; n < MOST_YEARS && goesBeyond(enrolment, last); n++) {
    last = yearAfter(state.years, last) ?? nextYear(last, '', () => '');
    days.push(...openDates(state, enrolment, last).filter((d) => d <= toDay(enrolment.target!)));
  }
  return days;
}

/**
 * The last date on time of an enrolment within a year: its own target, never after the school year. One that lies before the year was missed in another, and
 * holds no more: the course is not short for all of a new year by it.
 * @example
 * fromDay(targetDay(anEnrolment('e', 'c'), aYear({ end: '2027-06-11' }))) // => '2027-06-11'
 */
export function targetDay(enrolment: Enrolment, year: SchoolYear): Day {
  const end = toDay(year.end);
  return enrolment.target && enrolment.target >= year.start ? Math.min(toDay(enrolment.target), end) : end;
}
