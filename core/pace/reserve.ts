import { type Day, toDay } from '../calendar';
import type { SchoolYear } from '../household';
import { canBeLost, earliestFit } from './fit';
import type { Track } from './types';

/** How a course stands against its target date. */
export interface Reserve {
  /**
   * Sittings that can still be lost before the target date is lost; negative: sittings missing.
   * Undefined when the course has nothing left to do, no weekday to do it on, nothing to be in time for, or a year that is over.
   */
  daysInHand: number | undefined;
  /** Where the earliest fit of the remaining steps ends; undefined when nothing is left, no weekday is set, or the year is over. */
  projected: Day | undefined;
  /** True when the projected day lies behind the school year, where only weekdays are counted. */
  afterYear: boolean;
  remaining: number;
  /** Steps left for later, since it is paused or over from a day to come on: not among those that remain. */
  forLater: number;
  /** It has its date to end by behind the year: of that its days in hand tell, and what is for later is for the next year. */
  beyond?: true;
  /** The day by which its pace has all of it done, where that is before its own date since another course waits for it. */
  hurried?: Day;
  /** The last day on which any child takes it, where the earliest fit ends behind it: with nobody there that fit tells nothing. */
  hereUntil?: Day;
}

/**
 * Days in hand and projected last day of one enrolment.
 *
 * Days in hand is the largest k such that, if the next k open sittings were lost (a date on which nobody teaches what comes
 * next is none), the earliest fit still ends by the
 * target; when even k = 0 fails, minus the number of extra sittings needed. A sitting begun today is no longer one
 * that can be lost; its remaining room still counts. Losing one more sitting never ends earlier, so k is found by
 * halving.
 */
export function reserveOf(track: Track, year: SchoolYear): Reserve {
  const known = told.get(track);
  if (known?.year === year) return known.reserve;
  const reserve = newReserve(track, year);
  told.set(track, { year, reserve });
  return reserve;
}
const told = new WeakMap<Track, { year: SchoolYear; reserve: Reserve }>();

function newReserve(asked: Track, year: SchoolYear): Reserve {
  const yearEnd = toDay(year.end);
  const { forLater, hurried } = asked;
  const { whole: track = asked } = asked;
  // In a queue, this enrolment's own last step decides; what is lost is a slot of the queue, whoever has the turn.
  const {
    count: all,
    last,
    target,
  } = track.own ?? {
    count: track.steps.length,
    last: track.steps.length - 1,
    target: track.target,
  };
  // What is left for later of one that stops is not counted; of one that goes beyond the year it is.
  const remaining = asked.own?.count ?? asked.steps.length;
  const fit = all > 0 && !track.yearOver ? earliestFit(track, yearEnd) : undefined;
  const rest: Pick<Reserve, 'remaining' | 'forLater' | 'hurried' | 'hereUntil' | 'beyond'> = { remaining, forLater };
  if (asked.whole) rest.beyond = true;
  if (hurried !== undefined) rest.hurried = hurried;
  if (!fit) return { daysInHand: undefined, projected: undefined, afterYear: false, ...rest };
  const projected = fit.days[last]!;
  if (track.leftFrom !== undefined && projected >= track.leftFrom) rest.hereUntil = track.leftFrom - 1;
  const afterYear = projected > yearEnd;
  if (track.noTarget) return { daysInHand: undefined, projected, afterYear, ...rest };
  if (projected > target) {
    const late = new Set(fit.days.slice(0, last + 1).filter((d) => d > target));
    return { daysInHand: -late.size, projected, afterYear, ...rest };
  }
  const inTime = (k: number) => {
    const laid = k > 0 ? track.relaid?.without(k) : undefined;
    const end = (laid ? earliestFit(laid, yearEnd) : earliestFit(track, yearEnd, k))?.days[laid?.own?.last ?? last];
    return end !== undefined && end <= target;
  };
  let low = 0;
  // No more can be lost than there are: what is left may fit into a sitting begun today.
  const losable = track.relaid?.slots ?? track.dates.slice(track.begunToday ? 1 : 0).filter((d) => canBeLost(track, d));
  let high = losable.filter((d) => d <= target).length + 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (inTime(middle)) low = middle;
    else high = middle;
  }
  return { daysInHand: low, projected, afterYear, ...rest };
}
