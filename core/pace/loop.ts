import { type Day, fromDay, isOver, toDay, weekdayOf, weekStart } from '../calendar';
import { type Enrolment, type Household, type Loop, type SchoolYear } from '../household';
import { standingsOf } from '../log';
import { anybodyThere, catchUpDates, datesBehind, openDates } from './dates';
import { canBeLost, earliestFit, phaseOn } from './fit';
import { beginsAfter, isTakenFrom, leavesOpen, stopsOn } from './lives';
import { MOST_A_SITTING } from './rules';
import { ownTrack, pinnedOn } from './own';
import { type Queue, queueOf, turnsHad } from './queue';
import { leftFrom } from './turns';
import type { Phase, Track, TrackOf, TrackOptions } from './types';

/**
 * The queue of a loop as one track: whoever is next takes the slot with what one sitting of theirs holds, then the one
 * behind them, round and round until all are through. A lost day delays the queue and nothing falls out. Next is who has
 * waited longest; a sitting that was put off keeps its turn.
 */
export function loopTrack(
  state: Household,
  year: SchoolYear,
  loop: Loop,
  everybody: readonly Enrolment[],
  asked: Enrolment,
  today: Day,
  options: TrackOptions,
  trackOf: TrackOf,
): Track {
  const end = toDay(year.end);
  const members = everybody.filter((m) => m.id === asked.id || isTakenFrom(m, today, end));
  // Those who take turns cannot wait for one another as well: such a gate is passed over.
  const seen = new Set([...(options.seen ?? []), ...members.map((m) => m.id)]);
  // Who is paused or over from a day to come on, or begins on one, is so in the queue.
  const goingOn = ({ lives: _, ...e }: Enrolment): Enrolment => e;
  const tracks = members.map((e) =>
    ownTrack(state, year, e.lives ? goingOn(e) : e, today, { ...options, seen }, trackOf),
  );
  const { firstDay } = state.settings;
  const children = [...new Set(members.flatMap((e) => e.childIds))];
  const lead = members.find((m) => leavesOpen(m, today)) ?? members[0]!;
  const slot: Enrolment = { ...lead, childIds: children };
  delete slot.firstDate;
  delete slot.lives;
  // A day to which a sitting of the loop was moved by hand is a slot of it too, whatever its weekday.
  const moved = members.flatMap((e) =>
    [...pinnedOn(state, e, standingsOf(state.marks, e.id))].flatMap(([d, n]) =>
      leavesOpen(e, d) ? Array.from({ length: n }, () => d) : [],
    ),
  );
  const regular = openDates(state, slot, year, moved);
  const more = options.catchUp === false ? [] : catchUpDates(state, slot, year).filter((d) => !regular.includes(d));
  // A day that was ended has no slot left but what was moved onto it by hand.
  const movedOn = (d: number) => moved.filter((m) => m === d).length;
  const over = state.settings.stopped === fromDay(today);
  const days = [...regular, ...more]
    .sort((a, b) => a - b)
    .filter((d) => d > today || (d === today && (!over || movedOn(d) > 0)));
  const absent = members.map((m) => absentOn(state, m, days));
  const had = turnsHad(state, members, today);
  const begun = had.today || tracks.some((t) => t.begunToday);
  // A day on which nobody is there who has something left is no slot that could be lost.
  const takes = (m: number, d: Day) =>
    leavesOpen(members[m]!, d) && !absent[m]!.has(d) && (tracks[m]!.steps.length > 0 || (d === today && begun));
  const dates = days.filter((d) => members.some((_, m) => takes(m, d)));
  const own = tracks[members.findIndex((m) => m.id === asked.id)]!;
  const sum = (of: (t: Track) => number) => tracks.reduce((n, t) => n + of(t), 0);
  const stop = stopsOn(asked, today, end);
  const behind = datesBehind(state, slot, year);
  const gone = leftFrom(state, asked, today);
  const make = ({ steps, ideal }: Queue, on: readonly Day[]): Track => {
    const mine = steps.map((s, i) => (s.enrolmentId === asked.id ? i : -1)).filter((i) => i >= 0);
    const phase: Phase = {
      teacherId: lead.teacherId,
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
      dates: [...on],
      untaught: new Set(),
      room: on.map((d) => (over && d === today ? movedOn(d) : MOST_A_SITTING)),
      target: end,
      ...(gone === undefined ? {} : { leftFrom: gone }),
      ...(behind ? { behind } : {}),
      noTarget: false,
      firstDay,
      thisWeek: weekStart(today, firstDay),
      usedThisWeek: 0,
      ideal,
      weighByPages: false,
      yearOver: isOver(year, today),
      begunToday: begun && on[0] === today,
      spentToday: 0,
      today: {
        fresh: Math.max(0, ...tracks.map((t) => t.today.fresh)),
        teacher: sum((t) => t.today.teacher),
        child: sum((t) => t.today.child),
      },
      dated: steps.some(
        (s) => s.weekday !== 0 || s.notBefore > today + 1 || s.absent !== undefined || s.untaught !== undefined,
      ),
      waiting: sum((t) => t.waiting),
      forLater: own.steps.length - mine.length,
      gates: tracks.flatMap((t) =>
        t.gates.flatMap((g) => {
          const at = steps.findIndex((s) => s.enrolmentId === t.enrolmentId && s.id === t.steps[g.at]!.id);
          return at < 0 ? [] : [{ ...g, at }];
        }),
      ),
      firm: Math.max(...tracks.map((t) => t.firm)),
      members: members.map((m) => m.id),
      own: {
        id: asked.id,
        count: mine.length,
        last: mine.at(-1) ?? -1,
        target: Math.min(end, own.target, (stop ?? Infinity) - 1),
      },
    };
  };
  const comesAndGoes = members.some(
    (m, at) => m.lives !== undefined || absent[at]!.size > 0 || tracks[at]!.untaught.size > 0 || tracks[at]!.dated,
  );
  // Days are alike where the same members are there and taught, on the same weekday, with as much of what waits for a day let go on.
  const waits = new Set(tracks.flatMap((t) => t.steps.flatMap((s) => (s.notBefore > today + 1 ? s.notBefore : []))));
  const tied = tracks.some((t) => t.steps.some((s) => s.weekday !== 0));
  const open = (day: Day) =>
    [
      ...members.map((m, at) => {
        const [there, taught] = [leavesOpen(m, Math.min(day, end)) && !absent[at]!.has(day), tracks[at]!.untaught];
        return `${there ? 1 : 0}${taught.has(day) ? 0 : 1}`;
      }),
      tied ? weekdayOf(day) : '',
      [...waits].filter((d) => d <= day).length,
    ].join(' ');
  const layOut = (on: readonly Day[]): Track =>
    asItComes(comesAndGoes ? open : undefined, end, (known) => {
      const queue = queueOf(tracks, members, { today, had, dates: on, absent, end, known });
      return { queue, track: make(queue, on) };
    });
  const track = layOut(dates);
  if (!comesAndGoes) return track;
  // What is begun today is not lost any more; with nobody to take or teach what is next there is nothing to lose.
  const kept = track.begunToday ? 1 : 0;
  const slots = dates.slice(kept).filter((d) => members.some((_, m) => takes(m, d) && canBeLost(tracks[m]!, d)));
  const without = (lost: number) => {
    const gone = new Set(slots.slice(0, lost));
    return layOut(dates.filter((d) => !gone.has(d)));
  };
  return { ...track, relaid: { slots, without } };
}

/** Those of some dates on which no child is there that takes an enrolment then, or which lie before its first. */
const absentOn = (state: Household, e: Enrolment, dates: readonly Day[]): Set<Day> =>
  new Set(dates.filter((d) => beginsAfter(e, d) || !anybodyThere(state, e, d)));

/**
 * The queue in which everybody has the turns of the days on which they can have them (`open`: what that hangs on; undefined where every
 * day is like any other). When a turn comes is known once the queue is laid out (its second half waits for its weekday); so it is laid out anew, with the days of its first turns as they come, until they are those it was
 * made for. Each time it is right for one turn more at least.
 */
function asItComes(
  open: ((day: Day) => string) | undefined,
  end: Day,
  layOut: (known: ReadonlyMap<number, Day>) => { queue: Queue; track: Track },
): Track {
  let known: ReadonlyMap<number, Day> = new Map();
  for (;;) {
    const { queue, track } = layOut(known);
    if (!open) return track;
    const fit = earliestFit(track, end)?.days;
    if (!fit) return track;
    const comes = new Map<number, Day>();
    track.steps.forEach((s, i) => comes.has(s.printedDay) || comes.set(s.printedDay, fit[i]!));
    const turns = [...comes].sort(([a], [b]) => a - b);
    const off = turns.findIndex(([turn, day]) => open(day) !== open(queue.dayOf(turn)));
    if (off < 0 || off + 1 <= known.size) return track;
    known = new Map(turns.slice(0, off + 1));
  }
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
