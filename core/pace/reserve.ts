import { type Day, toDay } from '../calendar';
import type { SchoolYear } from '../household';
import { earliestFit } from './fit';
import type { Track } from './track';

/** How a course stands against its target date. */
export interface Reserve {
  /**
   * Sittings that can still be lost before the target date is lost; negative: sittings missing.
   * Undefined when the course has nothing left to do, or no weekday to do it on.
   */
  daysInHand: number | undefined;
  /** Where the earliest fit of the remaining steps ends; undefined as above. */
  projected: Day | undefined;
  /** True when the projected day lies behind the school year, where only weekdays are counted. */
  afterYear: boolean;
  remaining: number;
}

/**
 * Days in hand and projected last day of one enrolment.
 *
 * Days in hand is the largest k such that, if the next k open sittings were lost, the earliest fit still ends by the
 * target; when even k = 0 fails, minus the number of extra sittings needed. A sitting begun today is no longer one
 * that can be lost; its remaining room still counts. Losing one more sitting never ends earlier, so k is found by
 * halving.
 */
export function reserveOf(track: Track, year: SchoolYear): Reserve {
  const yearEnd = toDay(year.end);
  const remaining = track.steps.length;
  const fit = remaining > 0 ? earliestFit(track, yearEnd) : undefined;
  if (!fit) return { daysInHand: undefined, projected: undefined, afterYear: false, remaining };
  const projected = fit.days.at(-1)!;
  const afterYear = projected > yearEnd;
  if (projected > track.target) return { daysInHand: -fit.extra, projected, afterYear, remaining };
  const inTime = (k: number) => {
    const end = earliestFit(track, yearEnd, k)?.days.at(-1);
    return end !== undefined && end <= track.target;
  };
  let low = 0;
  // No more can be lost than there are: what is left may fit into a sitting begun today.
  let high = track.dates.filter((d) => d <= track.target).length - (track.begunToday ? 1 : 0) + 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (inTime(middle)) low = middle;
    else high = middle;
  }
  return { daysInHand: low, projected, afterYear, remaining };
}
