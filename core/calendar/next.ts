import type { Id, Rhythm, SchoolYear } from '../household/types';
import { fromDay, toDay } from './day';

/** Fifty-two weeks: weekdays stay what they are, and a year that began on a Monday begins on one again. */
const A_YEAR = 364;
/** Days without school between two years beyond which the first of them was begun in its middle: longer than any summer’s break. */
const TOO_LONG = 112;
/** A summer’s break, in days; a multiple of seven, so that weekdays stay. Six to eleven weeks are common practice. */
const SUMMER = 70;

/**
 * Whether a year was begun in its middle: 52 weeks on, months would pass between its end and the next one’s first day. The next begins a
 * summer after its end instead.
 */
export const beganLate = (year: Pick<SchoolYear, 'start' | 'end'>): boolean =>
  toDay(year.start) + A_YEAR - toDay(year.end) > TOO_LONG;

/** The first day of the year after this one, to begin with. */
export function nextStart(year: Pick<SchoolYear, 'start' | 'end'>): string {
  const [first, last] = [toDay(year.start), toDay(year.end)];
  if (beganLate(year)) return fromDay(first + Math.ceil((last + SUMMER - first) / 7) * 7);
  return fromDay(Math.max(first + A_YEAR, last + 1));
}
/** What a public holiday is called that was looked up and closed: it falls anew each year. */
export const holidayId = (place: string, date: string): Id => `holiday ${place} ${date}`;
const isHoliday = (id: Id): boolean => id.startsWith('holiday ');

/**
 * The year after this one, to begin with: the same shape 52 weeks on, starting the day after this one has ended when it
 * is that long, and a summer behind its end when this one was begun in its middle (its first term then reaches back). Terms and weeks on and off move along, exceptions by the number of their block, and so do breaks of several days; a day
 * closed alone and a public holiday do not: holidays fall anew, and are looked up. Requirements stay.
 */
export function nextYear(year: SchoolYear, name: string, newId: () => Id): SchoolYear {
  const move = (iso: string) => fromDay(toDay(iso) + A_YEAR);
  const start = nextStart(year);
  const late = beganLate(year);
  const later = (iso: string) => (move(iso) < start ? start : move(iso));
  const rhythm: Rhythm | undefined =
    year.rhythm?.kind === 'terms'
      ? {
          kind: 'terms',
          terms: year.rhythm.terms.map((t, i) => ({
            ...{ ...t, id: newId(), to: move(t.to) },
            from: late && i === 0 ? start : move(t.from),
          })),
        }
      : year.rhythm && { ...year.rhythm, from: late ? start : later(year.rhythm.from) };
  return {
    id: newId(),
    name,
    start,
    end: move(year.end),
    weekdays: year.weekdays,
    light: year.light,
    ...(rhythm ? { rhythm } : {}),
    closed: year.closed
      .filter((c) => c.from < c.to && !isHoliday(c.id))
      .map((c) => ({ ...c, id: newId(), from: move(c.from), to: move(c.to) })),
    special: [],
    requirement: year.requirement,
    own: year.own,
    ...(year.portfolio === undefined ? {} : { portfolio: year.portfolio }),
  };
}

/**
 * What a school year is called where nobody names it: by its dates, so that the name is as true in ten years.
 * @example
 * yearName('2026-09-07', '2027-06-11') // => 'School year 2026–27'
 * yearName('2027-02-01', '2027-12-10') // => 'School year 2027'
 */
export function yearName(start: string, end: string): string {
  const [first, last] = [start.slice(0, 4), end.slice(0, 4)];
  return `School year ${first}${last > first ? `–${last.slice(2)}` : ''}`;
}

/** What the year after another is called, to begin with: years in its name move by one, and “this year” is called by its dates. */
export const nextYearName = ({ name, start, end }: Pick<SchoolYear, 'name' | 'start' | 'end'>): string =>
  /^(?:this|next)\b/i.test(name)
    ? yearName(fromDay(toDay(start) + A_YEAR), fromDay(toDay(end) + A_YEAR))
    : /\d{4}/.test(name)
      ? name.replace(/\d{4}|(?<=\D)\d{2}(?!\d)/g, (n) =>
          n.length === 4 ? String(Number(n) + 1) : String((Number(n) + 1) % 100).padStart(2, '0'),
        )
      : `${name}, the next`;

/** A year with nothing in it but its dates and weekdays, and nothing required of anybody. */
export function blankYear(given: Pick<SchoolYear, 'start' | 'end' | 'weekdays'>): SchoolYear {
  return { id: '', name: '', light: [], closed: [], special: [], requirement: { meets: 'both' }, own: [], ...given };
}
