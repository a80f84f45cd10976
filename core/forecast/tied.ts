import { type Day, toDay } from '../calendar';
import type { Id, SchoolYear } from '../household';
import { datesWithoutEnd, mayStand, phaseOn, type Track } from '../pace';
import { MOST_SITTINGS } from './runs';

/** The first `n` dates on which something can be done, running on along the weekdays beyond the year; what is begun today is none. */
export function datesAhead(track: Track, year: Pick<SchoolYear, 'end'>, n: number): Day[] {
  const dates: Day[] = [];
  for (const [day] of datesWithoutEnd(track, toDay(year.end))) {
    if (dates.length >= n) break;
    if (dates.length > 0 || !track.begunToday || day !== track.dates[0]) dates.push(day);
  }
  return dates;
}

/**
 * Whether a step, by its place among `stepIds`, can be done on a date to come, by its place among them: a test that the book ties to
 * Fridays waits for one, whatever the child's record is. Undefined where nothing is tied, and of a queue, whose dates are everybody's.
 * @param opens from which day on what stands at a place in the track, or behind it, can be done at the soonest, by the plan
 */
export function tiedTo(
  track: Track,
  year: Pick<SchoolYear, 'end'>,
  stepIds: readonly Id[],
  opens: readonly { at: number; day: Day }[] = [],
): ((step: number, date: number) => boolean) | undefined {
  if (track.own || (!track.dated && track.untaught.size === 0 && opens.length === 0)) return undefined;
  const dates = datesAhead(track, year, MOST_SITTINGS);
  const at = new Map(track.steps.map((s, i) => [s.id, i]));
  const places = stepIds.map((id) => at.get(id));
  const stands = (step: number, date: number): boolean => {
    const [place, day] = [places[step], dates[date]];
    if (place === undefined || day === undefined) return true;
    if (opens.some((o) => place >= o.at && day < o.day)) return false;
    return mayStand(track, phaseOn(track, day).steps[place]!, day);
  };
  // Thousands of runs ask the same: 0 where it was not asked yet, 1 no, 2 yes.
  const known = new Uint8Array((stepIds.length + 1) * MOST_SITTINGS);
  return (step, date) => {
    const at = step * MOST_SITTINGS + date;
    return (known[at] ||= stands(step, date) ? 2 : 1) === 2;
  };
}
