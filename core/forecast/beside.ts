import type { Day } from '../calendar';
import type { Household } from '../household';
import type { Track } from '../pace';
import { newLessonsWished } from '../stagger';
import type { Ready } from './ready';
import { chanceOf, MOST_SITTINGS, quantile, type Room } from './runs';

/** Another course that begins new lessons with the same teacher: how often a date, and its last day in each of some runs. */
interface Other {
  aDate: number;
  ends: Int32Array;
}

/** Whether anything is left of a track that is begun anew with its teacher; what takes turns has the dates of its queue. */
const begins = ({ steps, own }: Track): boolean => own === undefined && steps.some((s) => s.fresh === 1);

/** New lessons a date of a track up to its last day in most runs, at most 1. */
function newADate({ track, ends }: Ready): number {
  const last = quantile(ends(), 0.5);
  const dates = track.dates.filter((d) => d <= last).length;
  return Math.min(1, track.steps.filter((s) => s.fresh === 1).length / Math.max(1, dates));
}

/** With so many in a hundred runs in time it matters little what else is wanted of the teacher behind the last day. */
const AS_GOOD_AS_SURE = 98;

/**
 * The room that a course has behind its last day beside the others that its teacher begins lessons of, each of them as it goes by itself;
 * undefined where it begins none, is hardly ever late, or has its teacher alone.
 * @param all what is taken in this year, asked only where it matters
 */
export function roomBeside(state: Household, own: Ready, all: () => readonly Ready[]): Room | undefined {
  const { target, track } = own;
  if (target === undefined || !begins(track)) return undefined;
  if (chanceOf(own.ends(), target) >= AS_GOOD_AS_SURE) return undefined;
  const others = all().filter(
    (o) => o.enrolment.id !== own.enrolment.id && o.track.teacherId === track.teacherId && begins(o.track),
  );
  if (others.length === 0) return undefined;
  const known = others.map((o): Other => ({ aDate: newADate(o), ends: o.ends() }));
  // Where none is wished at all they are begun nevertheless.
  return roomBehind(own, known, Math.max(1, newLessonsWished(state)));
}

/**
 * The share of dates on which a course begins a new lesson behind its last day, beside others of its teacher that are not through yet:
 * rather than begin more a day than are allowed the planner lets it wait then, so that they go by turns.
 * @param allowed new lessons a day
 */
function roomOn(others: readonly Other[], allowed: number, run: number, day: Day): number {
  let [wanting, taken] = [1, 0];
  for (const { aDate, ends } of others)
    if (ends[run % ends.length]! >= day) {
      wanting++;
      taken += aDate;
    }
  return Math.min(1, Math.max(allowed / wanting, allowed - taken));
}

/** From the day on behind the last one of a course, or behind the planner’s own last one where that is later. */
function roomBehind({ track, planned, ids, dates }: Ready, others: readonly Other[], allowed: number): Room {
  const last = planned.reduce((most, d) => Math.max(most, d), track.target);
  const ahead = dates(MOST_SITTINGS);
  const from = ahead.findIndex((d) => d > last);
  const fresh = new Map(track.steps.map((s) => [s.id, s.fresh === 1]));
  // What a sitting holds is begun together.
  const begun = ids.map((_, i) => ids.slice(i, i + track.perSitting).some((id) => fresh.get(id) === true));
  return (run, date, done) =>
    from < 0 || date < from || begun[done] !== true ? 1 : roomOn(others, allowed, run, ahead[date] ?? ahead.at(-1)!);
}
