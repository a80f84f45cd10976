import type { Rhythm, SchoolYear } from '../household/types';
import { fromDay, toDay } from './day';

/** Fifty-two weeks: weekdays stay what they are, and a year that began on a Monday begins on one again. */
const A_YEAR = 364;

/**
 * The year after this one, to begin with: the same shape 52 weeks on, starting the day after this one has ended when it
 * is that long. Terms and weeks on and off move along, exceptions by the number of their block; closed days do not, since holidays fall anew and trips were
 * trips; requirements stay.
 */
export function nextYear(year: SchoolYear, id: string, name: string): SchoolYear {
  const move = (iso: string) => fromDay(toDay(iso) + A_YEAR);
  const start = move(year.start) > year.end ? move(year.start) : fromDay(toDay(year.end) + 1);
  const rhythm: Rhythm | undefined =
    year.rhythm?.kind === 'terms'
      ? { kind: 'terms', terms: year.rhythm.terms.map((t) => ({ ...t, from: move(t.from), to: move(t.to) })) }
      : year.rhythm && { ...year.rhythm, from: start };
  return {
    id,
    name,
    start,
    end: move(year.end),
    weekdays: year.weekdays,
    light: year.light,
    ...(rhythm ? { rhythm } : {}),
    closed: [],
    special: [],
    requirement: year.requirement,
    own: year.own,
  };
}

/** A year with nothing in it but its dates and weekdays, and nothing required of anybody. */
export function blankYear(given: Pick<SchoolYear, 'start' | 'end' | 'weekdays'>): SchoolYear {
  return { id: '', name: '', light: [], closed: [], special: [], requirement: { meets: 'both' }, own: [], ...given };
}
