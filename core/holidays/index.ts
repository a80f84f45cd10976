import Holidays from 'date-holidays';
import { holidayId, type IsoDate, isIsoDate } from '../calendar';

/** A public holiday that is offered, never assumed. */
export interface Holiday {
  /** Stable for a place and a date, so that a ticked one is known again. */
  id: string;
  name: string;
  from: IsoDate;
  to: IsoDate;
}
export interface Place {
  code: string;
  name: string;
}

/** Countries for which the open data of the date-holidays package knows holidays, by name. */
export function countries(): Place[] {
  return places(new Holidays().getCountries('en'));
}

/** Regions of a country; empty when it has none. */
export function regions(country: string): Place[] {
  return places(new Holidays().getStates(country, 'en'));
}

const places = (found: Record<string, string> | undefined): Place[] =>
  Object.entries(found ?? {})
    .map(([code, name]) => ({ code, name }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));

/**
 * The public and bank holidays of a place between two dates, both included, in order of date: those of the country and,
 * with a region, of that region. Days that are only observed, or holidays of schools and offices alone, are left out.
 */
export function holidaysBetween(country: string, region: string | undefined, from: IsoDate, to: IsoDate): Holiday[] {
  const calendar = region ? new Holidays(country, region) : new Holidays(country);
  const found: Holiday[] = [];
  // A holiday of several days may begin in the year before.
  for (let year = Number(from.slice(0, 4)) - 1; year <= Number(to.slice(0, 4)); year++) {
    for (const h of calendar.getHolidays(year, 'en')) {
      if (h.type !== 'public' && h.type !== 'bank') continue;
      const first = h.date.slice(0, 10);
      if (!isIsoDate(first)) continue;
      // Lengths are told by moments; a day may be an hour short or long when clocks change.
      const days = Math.max(1, Math.round((h.end.getTime() - h.start.getTime()) / 86_400_000));
      const last = new Date(Date.parse(first) + (days - 1) * 86_400_000).toISOString().slice(0, 10);
      if (last < from || first > to) continue;
      const id = holidayId(`${country}${region ? `-${region}` : ''}`, first);
      if (!found.some((f) => f.id === id)) found.push({ id, name: h.name, from: first, to: last });
    }
  }
  return found.sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
}
