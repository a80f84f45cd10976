import { weekdayOf, weekStart, type Day } from '../calendar';
import type { Phase, Track, TrackStep } from './types';

/** Places are shares like 1/3: so far may their sum lie above the room for no other reason than rounding. */
const ROUNDING = 1e-9;

/** What holds on a day: what holds at first, or from some day to come on. Infinity stands for no certain day: what holds at first. */
export function phaseOn(track: Track, day: Day): Phase {
  let found: Phase = track;
  if (track.later !== undefined && day !== Infinity) for (const p of track.later) if (p.from <= day) found = p;
  return found;
}

/** Whether another pace has begun after one day and by another: its cap counts anew from there. */
export const paceBegins = ({ later }: Track, after: Day, by: Day): boolean =>
  later?.some((p) => p.anew && p.from > after && p.from <= by) ?? false;

/** Whether any week of a track has a cap. */
export const isCapped = ({ weeklyCap, later }: Track): boolean =>
  Number.isFinite(weeklyCap) || (later?.some((p) => Number.isFinite(p.weeklyCap)) ?? false);

/** The steps as they count in the cap of a day’s week; none where it has none. */
export function countedOn(track: Track, day: Day): readonly TrackStep[] | undefined {
  const { steps, weeklyCap } = phaseOn(track, day);
  return Number.isFinite(weeklyCap) ? steps : undefined;
}

/** Whether a step can stand on a date at all: not before its own, on its weekday, with somebody there who takes it, and where it needs teaching on one on which somebody teaches. */
export function mayStand(track: Pick<Track, 'untaught'>, step: TrackStep, day: Day): boolean {
  if (step.notBefore > day || step.absent?.has(day)) return false;
  // What is held to a day by hand is taught there.
  if (step.teacher > 0 && step.heldOn !== day && (step.untaught ?? track.untaught).has(day)) return false;
  return step.weekday === 0 || day === Infinity || weekdayOf(day) === step.weekday;
}

/**
 * The largest j such that steps i…j−1 of the track fit together on `day` with `room` steps of room, when `used` of
 * the weekly cap is gone. Every shorter run from i fits too, so one number says it all. This is the one place that
 * knows what fits on a date: places and minutes of a sitting, the weekly cap, dates that a step may not precede, its weekday,
 * dates on which nobody teaches what needs teaching,
 * one printed day a sitting, and no test on the date of an introduction it tests. A step longer than the sitting sits alone.
 */
export function reach(track: Track, i: number, day: Day, room: number, used: number): number {
  const { steps, weeklyCap, minutesPerSitting } = phaseOn(track, day);
  const spent = track.begunToday && day === track.dates[0] ? track.spentToday : 0;
  let minutes = spent;
  let places = 0;
  let uses = used;
  let j = i;
  for (; j < steps.length; j++) {
    const step = steps[j]!;
    places += step.size;
    if (places > room + ROUNDING) break;
    minutes += step.minutes;
    uses += step.uses;
    if (!mayStand(track, step, day)) break;
    if (uses > weeklyCap) break;
    if (minutes > minutesPerSitting && (j > i || (spent > 0 && step.heldOn !== day))) break;
    if (step.behind >= i) break;
    if (step.printedDay !== steps[i]!.printedDay) break;
  }
  return j;
}

/**
 * Whether a sitting that has room for more may end before the step at a position: a printed day, or a turn, is one sitting and is cut by
 * nobody’s choice, but where what is next of it is held to another day.
 */
export const mayEndBefore = (steps: readonly Pick<TrackStep, 'printedDay' | 'heldOn'>[], at: number): boolean =>
  steps[at]!.printedDay < 0 ||
  steps[at]!.printedDay !== steps[at - 1]!.printedDay ||
  steps[at]!.heldOn !== steps[at - 1]!.heldOn;

/** Whether what is left of a printed day, or a turn, that is begun today stands there as far as it can: it is not cut then either. */
export const goesOnToday = ({ begunToday, steps: [next], dates }: Track): boolean =>
  begunToday && next !== undefined && next.printedDay >= 0 && (next.heldOn < 0 || next.heldOn === dates[0]);

/** Whether a date is a sitting that could be lost: one on which what comes next cannot stand is lost already. */
export const canBeLost = (track: Track, day: Day): boolean => {
  const [next] = phaseOn(track, day).steps;
  return next === undefined || mayStand(track, next, day);
};

/** The result of an earliest fit. */
export interface Fit {
  /** Date of each remaining step. */
  days: Day[];
  /** Sittings that hold at least one step. */
  sittings: number;
}

/**
 * The open dates of a track, followed by those of the years that are set up behind its own, and without end by its weekdays (never closed)
 * beyond all of them.
 */
export function* datesWithoutEnd(track: Track, yearEnd: Day, skip = 0): Generator<[Day, number]> {
  let toSkip = skip;
  for (let d = 0; d < track.dates.length; d++) {
    const day = track.dates[d]!;
    const begun = d === 0 && track.begunToday;
    if (!begun && toSkip > 0 && canBeLost(track, day)) toSkip--;
    else yield [day, track.room[d]!];
  }
  const last = phaseOn(track, Math.max(yearEnd, track.later?.at(-1)?.from ?? yearEnd));
  if (last.weekdays.length === 0) return;
  const end = Math.max(yearEnd, track.dates.at(-1) ?? yearEnd);
  const { behind } = track;
  for (const day of behind?.dates ?? []) if (day > end) yield [day, phaseOn(track, day).perSitting];
  for (let day = Math.max(end, behind?.until ?? end) + 1; ; day++) {
    const { weekdays, perSitting } = phaseOn(track, day);
    if (weekdays.includes(weekdayOf(day))) yield [day, perSitting];
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
  let before = -Infinity;
  if (track.steps.length === 0) return { days, sittings };
  for (const [day, room] of datesWithoutEnd(track, yearEnd, skip)) {
    const w = weekStart(day, track.firstDay);
    // Only the week of today has used something of its cap already.
    if (week === undefined ? w !== track.thisWeek : w !== week) used = 0;
    week = w;
    if (paceBegins(track, before, day)) used = 0;
    before = day;
    const from = days.length;
    const to = reach(track, from, day, room, used);
    const counted = countedOn(track, day);
    for (let k = from; k < to; k++) {
      days.push(day);
      if (counted) used += counted[k]!.uses;
    }
    if (to > from) sittings++;
    if (days.length === track.steps.length) return { days, sittings };
  }
  return undefined;
}
