import { type Day, fromDay, toDay, weekStart } from '../calendar';
import { type Enrolment, type Household, type Loop, type SchoolYear } from '../household';
import { compareMarks, marksByEnrolment, sittingMarks, standingsOf } from '../log';
import { catchUpDates, openDates } from './dates';
import { phaseOn, reach } from './fit';
import { MOST_A_SITTING } from './rules';
import { ownTrack, pinnedOn, untaughtOn } from './own';
import type { Phase, Track, TrackOf, TrackOptions, TrackStep } from './types';

/**
 * The queue of a loop as one track: whoever is next takes the slot with what one sitting of theirs holds, then the one
 * behind them, round and round until all are through. A lost day delays the queue and nothing falls out. The turn goes
 * on from whoever sat last; a sitting that was put off keeps its turn.
 */
export function loopTrack(
  state: Household,
  year: SchoolYear,
  loop: Loop,
  members: readonly Enrolment[],
  asked: Enrolment,
  today: Day,
  options: TrackOptions,
  trackOf: TrackOf,
): Track {
  // Those who take turns cannot wait for one another as well: such a gate is passed over.
  const seen = new Set([...(options.seen ?? []), ...members.map((m) => m.id)]);
  const tracks = members.map((e) => ownTrack(state, year, e, today, { ...options, seen }, trackOf));
  const { firstDay } = state.settings;
  const children = [...new Set(members.flatMap((e) => e.childIds))];
  const slot: Enrolment = { ...members[0]!, childIds: children };
  delete slot.firstDate;
  // A day to which a sitting of the loop was moved by hand is a slot of it too, whatever its weekday.
  const moved = members.flatMap((e) =>
    [...pinnedOn(state, e, standingsOf(state.marks, e.id))].flatMap(([d, n]) => Array.from({ length: n }, () => d)),
  );
  const regular = openDates(state, slot, year, moved);
  const more = options.catchUp === false ? [] : catchUpDates(state, slot, year).filter((d) => !regular.includes(d));
  // A day that was ended has no slot left but what was moved onto it by hand.
  const movedOn = (d: number) => moved.filter((m) => m === d).length;
  const over = state.settings.stopped === fromDay(today);
  const dates = [...regular, ...more]
    .sort((a, b) => a - b)
    .filter((d) => d > today || (d === today && (!over || movedOn(d) > 0)));
  const { steps, ideal } = queue(state, tracks, members, today, dates[0] === today);
  const mine = steps.map((s, i) => (s.enrolmentId === asked.id ? i : -1)).filter((i) => i >= 0);
  const end = toDay(year.end);
  const own = tracks[members.findIndex((m) => m.id === asked.id)]!;
  const sum = (of: (t: Track) => number) => tracks.reduce((n, t) => n + of(t), 0);
  const phase: Phase = {
    teacherId: members[0]!.teacherId,
    childIds: children,
    steps,
    perSitting: MOST_A_SITTING,
    minutesPerSitting: Infinity,
    weeklyCap: Infinity,
    weekdays: loop.weekdays.filter((d) => year.weekdays.includes(d)),
  };
  const later = besideLater(phase, tracks);
  return {
    enrolmentId: `loop ${loop.id}`,
    ...phase,
    ...(later.length > 0 ? { later } : {}),
    dates,
    untaught: untaughtOn(state, year, () => members[0]!.teacherId, dates),
    room: dates.map((d) => (over && d === today ? movedOn(d) : MOST_A_SITTING)),
    target: end,
    noTarget: false,
    firstDay,
    thisWeek: weekStart(today, firstDay),
    usedThisWeek: 0,
    ideal,
    weighByPages: false,
    begunToday: tracks.some((t) => t.begunToday) && dates[0] === today,
    today: {
      fresh: Math.max(0, ...tracks.map((t) => t.today.fresh)),
      teacher: sum((t) => t.today.teacher),
      child: sum((t) => t.today.child),
    },
    dated: steps.some((s) => s.weekday !== 0 || s.notBefore > today + 1),
    waiting: sum((t) => t.waiting),
    forLater: 0,
    gates: tracks.flatMap((t) =>
      t.gates.flatMap((g) => {
        const at = steps.findIndex((s) => s.enrolmentId === t.enrolmentId && s.id === t.steps[g.at]!.id);
        return at < 0 ? [] : [{ ...g, at }];
      }),
    ),
    firm: Math.max(...tracks.map((t) => t.firm)),
    members: members.map((m) => m.id),
    own: { id: asked.id, count: mine.length, last: mine.at(-1) ?? -1, target: Math.min(end, own.target) },
  };
}

/** The queue from each day on from which somebody else is beside the work of one of its members: the same turns, other minutes of a teacher. */
function besideLater(phase: Phase, tracks: readonly Track[]): NonNullable<Track['later']> {
  const starts = new Set(tracks.flatMap((t) => (t.later ?? []).map((p) => p.from)));
  return [...starts]
    .sort((a, b) => a - b)
    .map((from) => {
      const minutes = new Map(
        tracks.flatMap((t) => phaseOn(t, from).steps.map((s) => [`${t.enrolmentId} ${s.id}`, s.teacher] as const)),
      );
      const steps = phase.steps.map((s) => ({ ...s, teacher: minutes.get(`${s.enrolmentId} ${s.id}`) ?? s.teacher }));
      return { ...phase, steps, from, anew: false };
    });
}

/** The last member at whose sitting something was done, and whether that was today. */
function lastTurn(state: Household, members: readonly Enrolment[], today: Day): { at: number; today: boolean } {
  const marks = marksByEnrolment(state.marks);
  const sat = members
    .flatMap((m, at) => sittingMarks(marks.get(m.id) ?? []).map((mark) => ({ at, mark })))
    .filter(({ mark }) => mark.childId === undefined)
    .sort((a, b) => compareMarks(a.mark, b.mark));
  const last = sat.at(-1);
  return last ? { at: last.at, today: toDay(last.mark.date) === today } : { at: -1, today: false };
}

function queue(
  state: Household,
  tracks: readonly Track[],
  members: readonly Enrolment[],
  today: Day,
  openToday: boolean,
): { steps: TrackStep[]; ideal: number[] } {
  const last = lastTurn(state, members, today);
  const at = tracks.map(() => 0);
  const steps: TrackStep[] = [];
  const ideal: number[] = [];
  // Counted along the dates from today on; a slot that has begun today is the one before the first.
  const passed = last.today && openToday ? 1 : 0;
  let turn = 1 - passed;
  const take = (m: number, room: number) => {
    const track = tracks[m]!;
    const from = at[m]!;
    const to = reach({ ...track, weeklyCap: Infinity }, from, Infinity, room, 0);
    const first = members[m]!.firstDate;
    for (let i = from; i < to; i++) {
      const step = track.steps[i]!;
      const behindId = step.behind < 0 ? undefined : track.steps[step.behind]!.id;
      const behind =
        behindId === undefined ? -1 : steps.findIndex((s) => s.enrolmentId === track.enrolmentId && s.id === behindId);
      steps.push({
        ...step,
        behind,
        uses: 0,
        printedDay: turn,
        notBefore: Math.max(
          step.notBefore,
          first === undefined ? -Infinity : toDay(first),
          last.today && turn > 0 ? today + 1 : -Infinity,
        ),
        enrolmentId: track.enrolmentId,
      });
      ideal.push(turn + passed);
    }
    at[m] = to;
    return to > from;
  };
  if (passed) {
    const own = tracks[last.at]!;
    const left = own.dates[0] === today ? own.room[0]! : 0;
    if (left > 0) take(last.at, left);
    turn = 1;
  }
  for (let m = (last.at + 1) % tracks.length, idle = 0; idle < tracks.length; m = (m + 1) % tracks.length) {
    if (take(m, tracks[m]!.perSitting)) {
      idle = 0;
      turn++;
    } else idle++;
  }
  return { steps, ideal };
}
