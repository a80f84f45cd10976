import { type Day, toDay } from '../calendar';
import type { Enrolment, Household } from '../household';
import { compareMarks, marksByEnrolment, sittingMarks } from '../log';
import { reach } from './fit';
import { leavesOpen, takenSince } from './lives';
import type { Track, TrackStep } from './types';

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

export interface Queue {
  steps: TrackStep[];
  /** Sittings (counted from 1 along the dates) at which each step would be wished. */
  ideal: number[];
  /** The day for which a turn was given. */
  dayOf: (turn: number) => Day;
}

/**
 * The turns from today on: each slot goes to whoever is next of those that are taken on its day and have something left.
 * @param on the dates of the slots, the last day of the year, and the days of the first turns as far as they are known to come on others
 */
export function queueOf(
  state: Household,
  tracks: readonly Track[],
  members: readonly Enrolment[],
  on: { today: Day; dates: readonly Day[]; end: Day; known: ReadonlyMap<number, Day> },
): Queue {
  const { today, dates, end, known } = on;
  const last = lastTurn(state, members, today);
  const at = tracks.map(() => 0);
  const steps: TrackStep[] = [];
  const ideal: number[] = [];
  // Counted along the dates from today on; a slot that has begun today is the one before the first.
  const passed = last.today && dates[0] === today ? 1 : 0;
  let turn = 1 - passed;
  const lastKnown = [...known].at(-1);
  const place = (t: number) =>
    lastKnown ? dates.findIndex((d) => d >= lastKnown[1]) + t - lastKnown[0] : t + passed - 1;
  // Behind the dates of the year it is as on the year's last day.
  const dayOf = (t: number) => {
    if (known.has(t)) return known.get(t)!;
    return lastKnown && lastKnown[1] > end ? end : (dates[place(t)] ?? end);
  };
  const take = (m: number, room: number) => {
    const track = tracks[m]!;
    const from = at[m]!;
    const to = reach({ ...track, weeklyCap: Infinity }, from, Infinity, room, 0);
    const first = members[m]!.firstDate;
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
        notBefore: Math.max(
          step.notBefore,
          since ?? -Infinity,
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
    if (left > 0 && leavesOpen(members[last.at]!, dayOf(turn))) take(last.at, left);
    turn = 1;
  }
  /** The next slot that somebody with something left could take; none where all are through, or over. */
  const nextTurn = () => {
    for (let t = turn + 1; place(t) <= dates.length; t++)
      if (members.some((e, m) => at[m]! < tracks[m]!.steps.length && leavesOpen(e, dayOf(t)))) return t;
    return undefined;
  };
  let m = (last.at + 1) % tracks.length;
  for (let idle = 0; idle < tracks.length; m = (m + 1) % tracks.length) {
    if (leavesOpen(members[m]!, dayOf(turn)) && take(m, tracks[m]!.perSitting)) {
      idle = 0;
      turn++;
    } else idle++;
    if (idle < tracks.length) continue;
    const next = nextTurn();
    if (next === undefined) break;
    turn = next;
    idle = 0;
  }
  return { steps, ideal, dayOf };
}
