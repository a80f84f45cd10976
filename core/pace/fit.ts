import { weekdayOf, weekStart, type Day } from '../calendar';
import type { Track } from './types';

/** Places are shares like 1/3: so far may their sum lie above the room for no other reason than rounding. */
const ROUNDING = 1e-9;

/**
 * The largest j such that steps i…j−1 of the track fit together on `day` with `room` steps of room, when `used` of
 * the weekly cap is gone. Every shorter run from i fits too, so one number says it all. This is the one place that
 * knows what fits on a date: places and minutes of a sitting, the weekly cap, dates that a step may not precede, its weekday,
 * dates on which nobody teaches what needs teaching,
 * one printed day a sitting, and no test on the date of an introduction it tests. A step longer than the sitting sits alone.
 */
export function reach(track: Track, i: number, day: Day, room: number, used: number): number {
  const { steps } = track;
  let minutes = 0;
  let places = 0;
  let uses = used;
  let j = i;
  for (; j < steps.length; j++) {
    const step = steps[j]!;
    places += step.size;
    if (places > room + ROUNDING) break;
    minutes += step.minutes;
    uses += step.uses;
    if (step.notBefore > day) break;
    if (step.teacher > 0 && step.heldOn !== day && track.untaught.has(day)) break;
    if (step.weekday !== 0 && day !== Infinity && weekdayOf(day) !== step.weekday) break;
    if (uses > track.weeklyCap) break;
    if (minutes > track.minutesPerSitting && j > i) break;
    if (step.behind >= i) break;
    if (step.printedDay !== steps[i]!.printedDay) break;
  }
  return j;
}

/** The result of an earliest fit. */
export interface Fit {
  /** Date of each remaining step. */
  days: Day[];
  /** Sittings that hold at least one step. */
  sittings: number;
}

/** The open dates of a track, followed without end by its weekdays beyond the school year (never closed). */
export function* datesWithoutEnd(track: Track, yearEnd: Day, skip = 0): Generator<[Day, number]> {
  let toSkip = skip;
  for (let d = 0; d < track.dates.length; d++) {
    const day = track.dates[d]!;
    const begun = d === 0 && track.begunToday;
    if (!begun && toSkip > 0) toSkip--;
    else yield [day, track.room[d]!];
  }
  if (track.weekdays.length === 0) return;
  for (let day = Math.max(yearEnd, track.dates.at(-1) ?? yearEnd) + 1; ; day++) {
    if (track.weekdays.includes(weekdayOf(day))) yield [day, track.perSitting];
  }
}

/**
 * The earliest fit of the remaining steps when the next `skip` open sittings are lost: every sitting takes as many
 * steps as it can. Greedy is earliest, since what fits after more steps are placed includes what fitted before.
 * Steps that do not fit in the school year run on along the course's weekdays behind it. A track without a single
 * weekday has no fit: undefined.
 */
export function earliestFit(track: Track, yearEnd: Day, skip = 0): Fit | undefined {
  const days: Day[] = [];
  let sittings = 0;
  let used = track.usedThisWeek;
  let week: Day | undefined;
  if (track.steps.length === 0) return { days, sittings };
  for (const [day, room] of datesWithoutEnd(track, yearEnd, skip)) {
    const w = weekStart(day, track.firstDay);
    // Only the week of today has used something of its cap already.
    if (week === undefined ? w !== track.thisWeek : w !== week) used = 0;
    week = w;
    const from = days.length;
    const to = reach(track, from, day, room, used);
    for (let k = from; k < to; k++) {
      days.push(day);
      used += track.steps[k]!.uses;
    }
    if (to > from) sittings++;
    if (days.length === track.steps.length) return { days, sittings };
  }
  return undefined;
}
