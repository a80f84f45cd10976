import { type Day, dayKind, fromDay, toDay } from '../calendar';
import type { Enrolment, Household, Id, Pin, SchoolYear } from '../household';
import { standingsOf } from '../log';
import type { Plan } from '../stagger';

/** Pins to put and pins to take away, or a sentence that says why a sitting cannot stand there. */
export type Move = { put: Pin[]; remove: Id[] } | { fault: string };

/**
 * Moves one sitting (all open steps of an enrolment on a day of the plan) to another day, by pinning its steps there.
 * Any day of the year that is not past and not closed will do, a free weekday too: the plan makes what is behind it
 * follow. Later pins of steps before them are let go, and earlier pins of steps behind them, since order is kept.
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
  const kind = dayKind(year, to);
  if (kind === 'closed') return { fault: 'That day is closed. Open it under Year first, or choose another.' };
  if (kind === 'outside') return { fault: 'That day is outside the school year.' };
  const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  const ids = track?.stepIds.filter((_, i) => track.days[i] === from) ?? [];
  const standings = standingsOf(state.marks, enrolment.id);
  const moved = ids.filter((id) => (standings.get(id)?.state ?? 'open') === 'open');
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
    id: `${enrolment.id} ${stepId}`,
    enrolmentId: enrolment.id,
    stepId,
    date: fromDay(to),
  }));
  return { put, remove: remove.filter((id) => !put.some((p) => p.id === id)) };
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
