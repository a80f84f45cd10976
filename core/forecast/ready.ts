import { type Day, toDay } from '../calendar';
import { contentsOf } from '../course';
import type { Course, Enrolment, Household, Id, SchoolYear } from '../household';
import { makeTrack, type Track } from '../pace';
import { type Plan, seedOf } from '../stagger';
import { blocksOf, shareOfMore, type Week } from './model';
import { placesOf, spreadOf } from './places';
import { priorOf, type RecordedWeek, recordOf } from './record';
import { type Room, type Spread, sittingsTo } from './runs';
import { datesAhead, tiedTo } from './tied';

/** An enrolment made ready to be foretold: its record is read once, and runs are drawn from it as often as somebody asks. */
export interface Ready {
  enrolment: Enrolment;
  course: Course;
  /** Of one that goes on in the next year, to its end there. */
  track: Track;
  /** Its days in the plan, in the order of `ids`; of one that goes on in the next year, of those that stand in this one. */
  planned: readonly Day[];
  ids: readonly Id[];
  own: readonly RecordedWeek[];
  prior: { weeks: readonly Week[]; from?: Id; itself?: boolean };
  /** Steps behind a gate that nobody can date. */
  waits: number;
  target?: Day;
  /** Dates, counted from 1, on which so many of its steps are done, in each run. */
  draw: (asked: readonly number[], runs: number, seed: number, room?: Room) => Int32Array[];
  /** The first dates on which something can be done, so many at least where there are. */
  dates: (n: number) => Day[];
  /** The day of the last step in each of a few runs: enough for what others have to know of it. */
  ends: () => Int32Array;
}

/** Runs of a course by itself, for what it is to others. */
const FEW_RUNS = 100;

/** Makes an enrolment ready; undefined where nothing can be foretold of it. */
export function readyFor(state: Household, year: SchoolYear, plan: Plan, enrolment: Enrolment): Ready | undefined {
  const planned = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  const course = contentsOf(state, enrolment, plan.today);
  if (!planned || !course) return undefined;
  const made = makeTrack(state, year, enrolment, plan.today);
  // One that goes on in the next year is foretold to its end there.
  const { whole: track = made } = made;
  const ids = made.whole ? track.steps.map((s) => s.id) : planned.stepIds;
  const steps = ids.length;
  // Where some of it waits at a gate besides, its end is not foretold.
  if (steps === 0 || (made.whole && enrolment.gates?.length)) return undefined;
  const share = placesOf(state, enrolment);
  const given = spreadOf(track, enrolment, plan, share, ids);
  const prior = priorOf(state, enrolment, plan);
  if (prior.weeks.length === 0) return undefined;
  const own = recordOf(state, enrolment, plan.today);
  // At another pace than now it lay otherwise; in turns with others a week on record is one of its own.
  const paced = enrolment.paces?.some((p) => toDay(p.from) <= plan.today) ?? false;
  const dense = paced || track.own || given.density === undefined ? undefined : own[0]?.dense;
  const spread = {
    ...given,
    ...(dense === undefined ? {} : { dense }),
    ...(runsOut(planned.days, made.whole !== undefined) ? likeLately(given, own, track) : {}),
  };
  const drawn = {
    spread,
    sizes: ids.map(share),
    more: shareOfMore(own),
    may: tiedTo(track, year, ids, opensOf(track, plan)),
  };
  const blocks = blocksOf(own, prior.weeks);
  const draw: Ready['draw'] = (asked, runs, seed, room) => sittingsTo(blocks, asked, { ...drawn, runs, seed, room });
  let known: Day[] = [];
  const dates = (n: number) => (known.length >= n ? known : (known = datesAhead(track, year, n)));
  if (dates(1).length === 0) return undefined;
  const waits = enrolment.gates?.length ? (track.own?.count ?? track.steps.length) - steps : 0;
  // Who leaves before the date has until then.
  const byDate = Math.min(track.own?.target ?? track.target, (track.leftFrom ?? Infinity) - 1);
  let ends: Int32Array | undefined;
  return {
    ...{ enrolment, course, track, planned: planned.days, ids, own, prior, waits, draw, dates },
    ...(track.noTarget || waits > 0 ? {} : { target: byDate }),
    ends: () => (ends ??= daysOf(draw([steps], FEW_RUNS, seedOf(enrolment.id))[0]!, dates)),
  };
}

/** The days of so many dates, each counted from 1; what is beyond the last date there is stands for it. */
export function daysOf(found: Int32Array, dates: Ready['dates']): Int32Array {
  const days = dates(found.reduce((n, x) => Math.max(n, x), 1));
  return found.map((n) => days[Math.min(n, days.length) - 1]!);
}

/** From when on what waits for another course can be begun, as the plan has that. */
const opensOf = ({ gates }: Track, { tracks }: Plan): { at: number; day: Day }[] =>
  gates.flatMap(({ at, enrolmentId, stepId, gap }) => {
    const other = tracks.find((t) => t.enrolmentId === enrolmentId);
    const day = other?.days[other.stepIds.indexOf(stepId)] ?? -1;
    return day < 0 ? [] : [{ at, day: day + gap }];
  });

/** So few sittings say little of what one holds, and of how close they lie. */
const FEW = 6;
/** Whether the year runs out before the course (it goes beyond it), and soon. */
const runsOut = (days: readonly Day[], beyond: boolean): boolean =>
  (beyond || days.some((d) => d < 0)) && new Set(days.filter((d) => d >= 0)).size < FEW;

/** Where the year has hardly a date left for it, the plan does not say what a sitting holds and how close they lie: the last weeks on record do. */
function likeLately(given: Spread, own: readonly RecordedWeek[], track: Track): Partial<Spread> {
  const last = own.at(-1);
  if (!last || given.density === undefined || given.later) return {};
  return { typical: Math.max(1, last.usual), ...(track.own ? {} : { density: last.dense }) };
}
