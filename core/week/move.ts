import { type Day, dayKind, fromDay, isShut, toDay } from '../calendar';
import {
  byId,
  type Enrolment,
  type Household,
  type Id,
  type Pin,
  pinId,
  type PublishedWeek,
  type SchoolYear,
} from '../household';
import { isOpen, standingsOf } from '../log';
import { relatedTo } from '../pace';
import { firstPlan, makeProblem, type Plan } from '../stagger';
import { count } from '../words';

/**
 * Pins to put and pins to take away, and fixed weeks in which what stands in the way of it is let go (so many steps move along);
 * or a sentence that says why a sitting cannot stand there.
 */
export type Move = { put: Pin[]; remove: Id[]; unfix: PublishedWeek[]; along: number } | { fault: string };
type Moved = Exclude<Move, { fault: string }>;

/** The household as it would be after a move. */
export function withMove(state: Household, move: Moved): Household {
  const gone = new Set([...move.remove, ...move.put.map((p) => p.id)]);
  return {
    ...state,
    pins: [...state.pins.filter((p) => !gone.has(p.id)), ...move.put],
    published: state.published.map((w) => byId(move.unfix, w.id) ?? w),
  };
}

/**
 * Moves one sitting (all open steps of an enrolment on a day of the plan) to another day, by pinning its steps there.
 * Any day of the year that is not past and not closed will do, a free weekday too: the plan makes what is behind it
 * follow. Later pins of steps before them are let go, and earlier pins of steps behind them, since order is kept; so is what a
 * fixed week holds in its way, and no more than that. A move is tried before it is promised: where the sitting would not stand
 * on that day, it is refused with the reason.
 */
export function moveSitting(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  from: Day,
  to: Day,
): Move {
  if (to < plan.today) return { fault: 'That day is past: a sitting can only be moved to today or later.' };
  if (isShut(year, to)) return { fault: 'That day is closed. Open it under Year first, or choose another.' };
  if (dayKind(year, to) === 'outside') return { fault: 'That day is outside the school year.' };
  const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  const ids = track?.stepIds.filter((_, i) => track.days[i] === from) ?? [];
  const standings = standingsOf(state.marks, enrolment.id);
  const moved = ids.filter((id) => isOpen(standings, id));
  if (!track || moved.length === 0) return { fault: 'Nothing of this course is left to move on that day.' };
  const refused = moved.some((id) => standings.get(id)?.refused.at(-1) === to || standings.get(id)?.sat.at(-1) === to);
  if (refused) return { fault: 'It was marked on that day already; take the mark off first.' };
  const at = (id: Id) => track.stepIds.indexOf(id);
  const [first, last] = [at(moved[0]!), at(moved.at(-1)!)];
  const remove = state.pins
    .filter((p) => p.enrolmentId === enrolment.id)
    .filter((p) => {
      const i = at(p.stepId);
      const day = toDay(p.date);
      return i < 0 || (i >= first && i <= last) || (i < first && day > to) || (i > last && day < to);
    })
    .map((p) => p.id);
  const put = moved.map((stepId) => ({
    id: pinId({ enrolmentId: enrolment.id, stepId }),
    enrolmentId: enrolment.id,
    stepId,
    date: fromDay(to),
  }));
  const pins = { put, remove: remove.filter((id) => !put.some((p) => p.id === id)) };
  // What a fixed week holds on the wrong side of the day goes along; then, a day at a time, what leaves it no room.
  const fixed = state.published.flatMap((w) => w.placements).filter((p) => p.enrolmentId === enrolment.id);
  const days = [...new Set(fixed.map((p) => toDay(p.date)))];
  const behind = [to - 1, ...days.filter((d) => d >= to).sort((x, y) => x - y)];
  const before = [to + 1, ...days.filter((d) => d <= to).sort((x, y) => y - x)];
  let where: Trial | undefined;
  for (let k = 0; k < Math.max(behind.length, before.length); k++) {
    const [upTo, downTo] = [behind[Math.min(k, behind.length - 1)]!, before[Math.min(k, before.length - 1)]!];
    const inTheWay = (i: number, day: Day) => (i > last && day <= upTo) || (i >= 0 && i < first && day >= downTo);
    const unfix = state.published.flatMap((week): PublishedWeek[] => {
      const placements = week.placements.filter(
        (p) => p.enrolmentId !== enrolment.id || !inTheWay(at(p.stepId), toDay(p.date)),
      );
      return placements.length === week.placements.length ? [] : [{ ...week, placements }];
    });
    const held = (weeks: readonly PublishedWeek[]) => weeks.reduce((n, w) => n + w.placements.length, 0);
    const along = held(state.published.filter((w) => byId(unfix, w.id))) - held(unfix);
    const move = { ...pins, unfix, along };
    // What stays where the plan has it can stand there: the plan says so.
    if (from === to) return move;
    where = daysOf(withMove(state, move), year, enrolment, plan.today);
    if (moved.every((id) => where!.get(id) === to)) return move;
  }
  return { fault: whyNot(where!, track.stepIds.slice(0, first), moved, to) };
}

/** Where each step of an enrolment would stand. */
type Trial = ReadonlyMap<Id, Day>;
export function daysOf(state: Household, year: SchoolYear, enrolment: Enrolment, today: Day): Trial {
  // Whether a sitting can stand on a day is a matter of its own course and of those it waits for.
  const near = new Set(relatedTo(state, enrolment));
  const own = { ...state, enrolments: state.enrolments.filter((e) => near.has(e.id)), links: [] };
  const plan = firstPlan(makeProblem(own, year, today));
  const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  return new Map(track?.stepIds.map((id, i) => [id, track.days[i]!]));
}

function whyNot(where: Trial, before: readonly Id[], moved: readonly Id[], to: Day): string {
  const late = before.filter((id) => (where.get(id) ?? -1) < 0 || where.get(id)! > to).length;
  if (late > 0)
    return `${count(late, 'step of the course comes', 'steps of the course come')} before it, and would not be done by that day.`;
  const own = moved.filter((id) => where.get(id) !== to).length;
  return own < moved.length
    ? `Only ${count(moved.length - own, 'step')} of it would find room on that day: a test is not given on the day of what it tests.`
    : 'It cannot be on that day: it waits for what must come first.';
}

/** What a move did, in words: what it moved, and what of a fixed week moves along. */
export function moveWords(title: string, from: string, to: string, { along }: Moved): string {
  const fixed =
    along === 0 ? '' : `; ${count(along, 'step', 'steps')} fixed for the week ${along === 1 ? 'moves' : 'move'} along`;
  return `${title} moved from ${from} to ${to}${fixed}`;
}

/** Steps that the parent pinned and the plan could not put there, with the day they stand on now (−1: none). */
export function brokenPins(state: Household, plan: Plan): { pin: Pin; stands: Day }[] {
  const broken: { pin: Pin; stands: Day }[] = [];
  for (const pin of state.pins) {
    const track = plan.tracks.find((t) => t.enrolmentId === pin.enrolmentId);
    const i = track?.stepIds.indexOf(pin.stepId) ?? -1;
    if (!track || i < 0 || toDay(pin.date) < plan.today) continue;
    const stands = track.days[i]!;
    if (stands !== toDay(pin.date)) broken.push({ pin, stands });
  }
  return broken;
}
