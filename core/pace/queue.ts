import { type Day, toDay } from '../calendar';
import type { Enrolment, Household, Id } from '../household';
import { compareMarks, marksByEnrolment, sittingMarks } from '../log';
import { mayStand, reach } from './fit';
import { leavesOpen, takenSince } from './lives';
import type { Track, TrackStep } from './types';

/** How the turns stand: who has waited longest first, whoever sat last, −1 for nobody yet, and whether that was today. */
export interface Turns {
  waiting: readonly number[];
  last: number;
  today: boolean;
}
/** The turns had up to now, by members in turn order; who has not sat yet has waited longest. A book swapped for another sat in the other’s place. */
export function turnsHad(state: Household, members: readonly Enrolment[], today: Day): Turns {
  const marks = marksByEnrolment(state.marks);
  const before = (id: Id): Id[] =>
    state.enrolments.flatMap((e) => (e.swappedFor === id ? [e.id, ...before(e.id)] : []));
  const lasts = members.map((m) =>
    [m.id, ...before(m.id)]
      .flatMap((id) => sittingMarks(marks.get(id) ?? []).filter((mark) => mark.childId === undefined))
      .sort(compareMarks)
      .at(-1),
  );
  const waiting = members
    .map((_, m) => m)
    .sort((a, b) => {
      const [one, other] = [lasts[a], lasts[b]];
      if (one && other) return compareMarks(one, other);
      return one ? 1 : other ? -1 : a - b;
    });
  const last = waiting.at(-1) ?? -1;
  const mark = lasts[last];
  return mark ? { waiting, last, today: toDay(mark.date) === today } : { waiting, last: -1, today: false };
}

export interface Queue {
  steps: TrackStep[];
  /** Sittings (counted from 1 along the dates) at which each step would be wished. */
  ideal: number[];
  /** The day for which a turn was given. */
  dayOf: (turn: number) => Day;
}

/**
 * The turns from today on: each slot goes to whoever has waited longest of those that are taken on its day, are there, and have something
 * left that can be done on it. So who is passed over on a day comes on the next.
 * @param on how the turns stand, the dates of the slots, those of them on which each member is not taken by anybody there, the last day of
 *   the year, and the days of the first turns as far as they are known to come on others
 */
export function queueOf(
  tracks: readonly Track[],
  members: readonly Enrolment[],
  on: {
    today: Day;
    had: Turns;
    dates: readonly Day[];
    absent: readonly ReadonlySet<Day>[];
    end: Day;
    known: ReadonlyMap<number, Day>;
  },
): Queue {
  const { today, had, dates, absent, end, known } = on;
  const at = tracks.map(() => 0);
  const steps: TrackStep[] = [];
  const ideal: number[] = [];
  // Counted along the dates from today on; a slot that has begun today is the one before the first.
  const passed = had.today && dates[0] === today ? 1 : 0;
  let turn = 1 - passed;
  const lastKnown = [...known].at(-1);
  const place = (t: number) =>
    lastKnown ? dates.findIndex((d) => d >= lastKnown[1]) + t - lastKnown[0] : t + passed - 1;
  // Behind the dates of the year it is as on the year's last day.
  const dayOf = (t: number) => {
    if (known.has(t)) return known.get(t)!;
    return lastKnown && lastKnown[1] > end ? end : (dates[place(t)] ?? end);
  };
  /** Whether a member can have a turn; of the days behind the year nobody knows who is away. */
  const has = (m: number, t: number) => {
    if (!leavesOpen(members[m]!, dayOf(t))) return false;
    const day = known.get(t) ?? (lastKnown && lastKnown[1] > end ? undefined : dates[place(t)]);
    const next = tracks[m]!.steps[at[m]!];
    if (day === undefined || next === undefined) return true;
    // What was put off today keeps its turn; what waits for another course, or for its weekday, holds up nobody.
    const putOff = next.notBefore <= today + 1;
    return !absent[m]!.has(day) && mayStand(tracks[m]!, putOff ? { ...next, notBefore: -Infinity } : next, day);
  };
  const take = (m: number, room: number) => {
    const track = tracks[m]!;
    const from = at[m]!;
    const to = reach({ ...track, weeklyCap: Infinity }, from, Infinity, room, 0);
    const since = takenSince(members[m]!, today, dayOf(turn));
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
        notBefore: Math.max(step.notBefore, since ?? -Infinity, had.today && turn > 0 ? today + 1 : -Infinity),
        enrolmentId: track.enrolmentId,
        ...(absent[m]!.size > 0 ? { absent: absent[m]! } : {}),
        ...(track.untaught.size > 0 ? { untaught: track.untaught } : {}),
      });
      ideal.push(turn + passed);
    }
    at[m] = to;
    return to > from;
  };
  if (passed) {
    const own = tracks[had.last]!;
    const left = own.dates[0] === today ? own.room[0]! : 0;
    if (left > 0 && has(had.last, turn)) take(had.last, left);
    turn = 1;
  }
  /** The next slot that somebody with something left could take; none where all are through, or over. */
  const nextTurn = () => {
    for (let t = turn + 1; place(t) <= dates.length; t++)
      if (members.some((_, m) => at[m]! < tracks[m]!.steps.length && has(m, t))) return t;
    return undefined;
  };
  const waiting = [...had.waiting];
  for (;;) {
    const next = waiting.findIndex((m) => has(m, turn) && take(m, tracks[m]!.perSitting));
    if (next >= 0) {
      waiting.push(...waiting.splice(next, 1));
      turn++;
      continue;
    }
    const later = nextTurn();
    if (later === undefined) break;
    turn = later;
  }
  return { steps, ideal, dayOf };
}
