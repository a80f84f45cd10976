import type { Id, Rhythm, SchoolYear } from '../household/types';
import { fromDay, toDay } from './day';

/** Fifty-two weeks: weekdays stay what they are, and a year that began on a Monday begins on one again. */
const A_YEAR = 364;
/** What a public holiday is called that was looked up and closed: it falls anew each year. */
export const holidayId = (place: string, date: string): Id => `holiday ${place} ${date}`;
const isHoliday = (id: Id): boolean => id.startsWith('holiday ');

/**
 * The year after this one, to begin with: the same shape 52 weeks on, starting the day after this one has ended when it
 * is that long. Terms and weeks on and off move along, exceptions by the number of their block, and so do breaks of several days; a day
 * closed alone and a public holiday do not: holidays fall anew, and are looked up. Requirements stay.
 */
export function nextYear(year: SchoolYear, name: string, newId: () => Id): SchoolYear {
  const move = (iso: string) => fromDay(toDay(iso) + A_YEAR);
  const start = move(year.start) > year.end ? move(year.start) : fromDay(toDay(year.end) + 1);
  const later = (iso: string) => (move(iso) < start ? start : move(iso));
  const rhythm: Rhythm | undefined =
    year.rhythm?.kind === 'terms'
      ? {
          kind: 'terms',
          terms: year.rhythm.terms.map((t) => ({ ...t, id: newId(), from: move(t.from), to: move(t.to) })),
        }
      : year.rhythm && { ...year.rhythm, from: later(year.rhythm.from) };
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
  };
}

/** What the year after one of that name is called, to begin with: years in it move by one, “this” is the next, any other is asked for. */
export const nextYearName = (name: string): string =>
  /^this\b/i.test(name)
    ? name.replace(/^this\b/i, 'Next')
    : /\d{4}/.test(name)
      ? name.replace(/\d{4}|(?<=\D)\d{2}(?!\d)/g, (n) =>
          n.length === 4 ? String(Number(n) + 1) : String((Number(n) + 1) % 100).padStart(2, '0'),
        )
      : `${name}, the next`;

/** A year with nothing in it but its dates and weekdays, and nothing required of anybody. */
export function blankYear(given: Pick<SchoolYear, 'start' | 'end' | 'weekdays'>): SchoolYear {
  return { id: '', name: '', light: [], closed: [], special: [], requirement: { meets: 'both' }, own: [], ...given };
}
