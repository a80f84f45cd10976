import type { Day } from '../calendar';
import { earliestFit } from './fit';
import type { Track } from './types';

/** A place in a track: the position of a step among its remaining ones. */
export interface PlaceIn {
  track: Track;
  at: number;
}

/** How many dates a track has up to a day; behind the year they are reckoned by its weekdays. */
const datesBy = ({ dates, weekdays }: Track, day: Day, yearEnd: Day): number =>
  dates.filter((d) => d <= day).length + Math.ceil((Math.max(0, day - yearEnd) * weekdays.length) / 7);

/**
 * The day by which a course is to have done a step for which another waits, so that both take the same share of the dates they have: who
 * needs forty sittings and is waited for by one that needs sixty has two fifths of the time. No sooner than its sittings can hold. Undefined
 * where it does not come to the step in the year, or nothing of the other is left.
 * @param one the course and the step that is waited for
 * @param other the course that waits and its first step behind the gate, as if the gate were open
 * @param gap so many days after the step the other may begin at the soonest
 * @param yearEnd the last day of the school year
 */
export function roomFor(one: PlaceIn, other: PlaceIn, gap: number, yearEnd: Day): Day | undefined {
  const soonest = earliestFit(one.track, yearEnd)?.days[one.at];
  const days = earliestFit(other.track, yearEnd)?.days;
  const first = days?.[other.at];
  if (soonest === undefined || soonest > yearEnd || first === undefined) return undefined;
  const needed = datesBy(one.track, soonest, yearEnd);
  const wanted = datesBy(other.track, days!.at(-1)!, yearEnd) - datesBy(other.track, first, yearEnd) + 1;
  const left = other.track.dates.filter((d) => d <= other.track.target);
  const behind = one.track.dates.map((d) => left.filter((x) => x >= d + gap).length);
  const even = behind.findIndex((n, i) => needed * n <= wanted * (i + 1));
  // A share is rounded in favour of the one that waits, with a sitting to spare: it comes last.
  const fits = behind.findLastIndex((n) => n >= wanted) - 1;
  const at = fits < 0 ? even : Math.min(even, fits);
  return even < 0 ? undefined : one.track.dates[Math.max(at, needed - 1)];
}

/** Whether what waits would fit from a day on. */
export function fitsFrom({ track, at }: PlaceIn, day: Day, yearEnd: Day): boolean {
  const days = earliestFit(track, yearEnd)?.days;
  const first = days?.[at];
  if (first === undefined) return true;
  const wanted = datesBy(track, days!.at(-1)!, yearEnd) - datesBy(track, first, yearEnd) + 1;
  return track.dates.filter((d) => d >= day && d <= track.target).length >= wanted;
}

/** The day on which the pace of a track would like a step; undefined where that lies behind its dates. */
export const wishedOn = ({ track, at }: PlaceIn): Day | undefined => track.dates[track.ideal[at]! - 1];

/** Lets the pace of a track begin with a step on a day, and spreads it and what is behind it over the dates from there up to its target. */
export function wishFrom({ track, at }: PlaceIn, day: Day): void {
  const before = track.dates.filter((d) => d < day).length;
  const all = track.dates.filter((d) => d <= track.target).length;
  const base = track.ideal[at]! - 1;
  if (base >= before || before >= all) return;
  const closer = (all - before) / Math.max(1, all - base);
  track.ideal = track.ideal.map((x, i) => (i < at ? x : before + Math.max(1, Math.ceil((x - base) * closer))));
}
