import { fromDay, type Day, type IsoDate, toDay } from '../../core/calendar';
import type { Feed, Id, SchoolYear } from '../../core/household';
import { readCalendarText } from '../../worker/calendar';

/** Days before the first year and beyond the last in which repeats are followed. */
const AROUND = 31;

/** The days between which an outside calendar matters: all school years, and from today on at least a year. */
export function windowOf(years: readonly SchoolYear[], today: Day): { from: Day; to: Day } {
  const starts = years.map((y) => toDay(y.start));
  const ends = years.map((y) => toDay(y.end));
  return { from: Math.min(today, ...starts) - AROUND, to: Math.max(today + 366, ...ends) + AROUND };
}

export async function feedRow({
  id,
  text,
  zone,
  years,
  today,
  fetched,
}: {
  id: Id;
  text: string;
  zone: string;
  years: readonly SchoolYear[];
  today: Day;
  fetched: IsoDate;
}): Promise<{ feed: Feed; notes: string[]; name: string } | { fault: string }> {
  const { from, to } = windowOf(years, today);
  const reading = await readCalendarText(text, { zone, from, to });
  if ('fault' in reading) return reading;
  const feed: Feed = { id, text, fetched, from: fromDay(from), to: fromDay(to), events: reading.events };
  return { feed, notes: reading.notes, name: reading.name };
}
