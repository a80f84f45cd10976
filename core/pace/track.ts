import { type Day, toDay } from '../calendar';
import { byId, type Enrolment, type Household, type Id, type SchoolYear } from '../household';
import { marksByEnrolment } from '../log';
import { earliestFit } from './fit';
import { loopTrack } from './loop';
import { ownTrack } from './own';
import { leansOn, relatedTo } from './related';
import { loopOf } from './turns';
import type { Track, TrackOptions } from './types';

/**
 * Makes an enrolment ready for placing on the dates from `today` on. Days kept free to catch up on are among its dates:
 * they are part of what it has in hand, though nothing is planned on them while it fits without (`planTrack`). An
 * enrolment in a loop is placed with all others of the loop: its track is the whole queue.
 */
export function makeTrack(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  asked: TrackOptions = {},
): Track {
  const { loop, members } = loopOf(state, enrolment);
  // Of those on whose account it is asked about only who could be come upon again matters: so most of what is asked is asked alike.
  const leans = asked.seen && leansOn(state, enrolment.id);
  const seen = new Set([...(asked.seen ?? [])].filter((id) => leans!.has(id)));
  const options = { ...asked, seen };
  return keep(state, year, enrolment, today, options, () =>
    loop?.turns === 'next'
      ? loopTrack(state, year, loop, members, enrolment, today, options, makeTrack)
      : ownTrack(state, year, enrolment, today, options, makeTrack),
  );
}

/** What a kept track was made of: as long as all of it is the same, so is the track. */
interface Kept {
  of: readonly unknown[];
  track: Track;
}
const kept = new WeakMap<Enrolment, Kept[]>();
/** As planned and as in hand, now and as of this morning, by itself, and as others ask about it. */
const MOST_KEPT = 12;

/**
 * Keeps a track for as long as nothing it hangs on has changed: the calendar, the shelf, and the marks, pins and proofs of
 * its own and of the few enrolments it is tied to. So a mark costs those, and not everybody.
 */
function keep(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  options: TrackOptions,
  make: () => Track,
): Track {
  // An enrolment under a form is not among the household's own; nothing is known of what hangs on it.
  if (byId(state.enrolments, enrolment.id) !== enrolment) return make();
  const { settings, children, teachers, absences, aways, calendars, feeds, courses, enrolments, loops } = state;
  const related = relatedTo(state, enrolment);
  const groups = marksByEnrolment(state.marks);
  const own = <T extends { enrolmentId: Id }>(rows: readonly T[]) =>
    rows.filter((r) => related.includes(r.enrolmentId));
  const seen = [...(options.seen ?? [])].sort().join(' ');
  const of = [
    ...[settings, children, teachers, absences, aways, calendars, feeds, courses, enrolments, loops, year, today],
    ...[state.overlaps, state.published, state.years],
    ...[options.catchUp ?? true, options.gates ?? 'open', options.alone ?? false, seen],
    ...related.map((id) => groups.get(id)),
    ...own(state.pins),
    ...own(state.proofs),
  ];
  const list = kept.get(enrolment) ?? [];
  kept.set(enrolment, list);
  const known = list.find((k) => k.of.length === of.length && k.of.every((x, i) => x === of[i]));
  if (known) return known.track;
  const track = make();
  list.push({ of, track });
  if (list.length > MOST_KEPT) list.shift();
  return track;
}

/**
 * The track that is planned: without the days kept free to catch up on, as long as the course ends in time without
 * them; with them once it does not. They are never planned on for their own sake. What waits at a gate is left out.
 */
export function planTrack(state: Household, year: SchoolYear, enrolment: Enrolment, today: Day): Track {
  const without = makeTrack(state, year, enrolment, today, { catchUp: false, gates: 'held' });
  const end = earliestFit(without, toDay(year.end))?.days.at(-1);
  if (without.steps.length === 0 || (end !== undefined && end <= without.target)) return without;
  return makeTrack(state, year, enrolment, today, { gates: 'held' });
}
