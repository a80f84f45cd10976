import { drilled } from '../practice';
import { missedBeside } from './absent';
import { ritualMark } from './rituals';
import { childOut, type Day, fromDay, toDay } from '../calendar';
import { contentsOf, flatten, stepName } from '../course';
import {
  byId,
  type Child,
  type Household,
  type Id,
  type Mark,
  type RitualMark,
  type Tick,
  titleOf,
} from '../household';
import { markOn, markRow, standingsOf } from '../log';

/** A child's tick that waits for the parent's nod. */
export interface WaitingTick {
  tick: Tick;
  child: Child;
  day: Day;
  /** Who else is marked by it: the others of what is done together, where they are there. */
  others: Child[];
  /** The course or the ritual, and the lesson and what was done of it. */
  title: string;
  detail: string;
}

/** The mark or the ritual's mark that a nod makes of a tick. */
export type Nod = { table: 'marks'; put: Mark } | { table: 'ritualMarks'; put: RitualMark };

/** Ticks that wait, the oldest first, then the youngest child up; not those of what carries a mark of its day by now, or is gone. */
export function waitingTicks(state: Household): WaitingTick[] {
  return state.ticks
    .flatMap((tick): WaitingTick[] => {
      const child = byId(state.children, tick.childId);
      const what = tick.back === undefined ? named(state, tick) : undefined;
      const day = toDay(tick.date);
      return child && what ? [{ tick, child, day, others: othersOf(state, tick, day), ...what }] : [];
    })
    .sort((a, b) => a.day - b.day || order(b.child.born, a.child.born) || order(a.title, b.title));
}

function othersOf(state: Household, { of, childId }: Tick, day: Day): Child[] {
  const ids =
    of.kind === 'ritual'
      ? byId(state.rituals, of.ritualId)?.childIds
      : byId(state.enrolments, of.enrolmentId)?.childIds;
  return state.children.filter((c) => c.id !== childId && ids?.includes(c.id) && !childOut(state, c.id, day));
}

/**
 * The tick that a child's own list shows beside a thing on a day: one of the same day, or of a step one from an earlier day that is
 * not answered yet. It is not to do again only because nobody has looked.
 */
export function tickFor(state: Household, childId: Id, of: Tick['of'], day: Day): Tick | undefined {
  const date = fromDay(day);
  return state.ticks
    .filter((t) => t.childId === childId && keyOf(t.of) === keyOf(of))
    .filter((t) => t.date === date || (of.kind === 'step' && t.date < date))
    .sort((a, b) => order(b.date, a.date))[0];
}

/** The ticks that a teacher's own mark of a step on a day answers: of one child, or of all. */
export function ticksSettledBy(
  state: Household,
  on: { enrolmentId: Id; stepId: Id; date: string; childId?: Id | undefined },
): Tick[] {
  return state.ticks.filter(
    ({ of, date, childId }) =>
      of.kind === 'step' &&
      of.enrolmentId === on.enrolmentId &&
      of.stepId === on.stepId &&
      date <= on.date &&
      (on.childId === undefined || childId === on.childId),
  );
}

const order = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

function named(state: Household, { of, date }: Tick): { title: string; detail: string } | undefined {
  if (of.kind === 'ritual') {
    const ritual = byId(state.rituals, of.ritualId);
    const marked = state.ritualMarks.some((m) => m.ritualId === of.ritualId && m.date === date);
    return ritual && !marked ? { title: ritual.title, detail: '' } : undefined;
  }
  const enrolment = byId(state.enrolments, of.enrolmentId);
  const course = enrolment && contentsOf(state, enrolment, toDay(date));
  const step = course && flatten(course).find((s) => s.id === of.stepId);
  if (!step || markOn(state, { enrolmentId: of.enrolmentId, stepId: of.stepId, date })) return undefined;
  // Marked since on another day: there is nothing left to say yes to.
  if ((standingsOf(state.marks, of.enrolmentId).get(of.stepId)?.state ?? 'open') !== 'open') return undefined;
  return { title: titleOf(state, course.id), detail: `${step.lesson.title}, ${stepName(step)}` };
}

/** What a nod to a tick puts in the record: done, on the day it was ticked. */
export function nodTo(state: Household, { of, date }: Tick, id: Id): Nod {
  if (of.kind === 'ritual') {
    const ritual = byId(state.rituals, of.ritualId);
    return { table: 'ritualMarks', put: ritual ? ritualMark(ritual, date, id) : { id, ritualId: of.ritualId, date } };
  }
  const { enrolmentId, stepId } = of;
  const put = markRow(state, { enrolmentId, stepId, date, kind: 'done' }, id);
  // What was drilled for it brings its score.
  return { table: 'marks', put: { ...put, ...drilled(state, { enrolmentId, stepId, date }) } };
}

/**
 * A nod to several ticks at once: what it puts in the record, and the ticks that are settled by it. One and the same thing
 * ticked by two children is marked once; what carries a mark by now is only settled.
 */
export function nodsTo(state: Household, ticks: readonly Tick[], newId: () => Id): { made: Nod[]; settled: Id[] } {
  const made: Nod[] = [];
  let now = state;
  for (const tick of ticks) {
    if (!waitingTicks(now).some((t) => t.tick.id === tick.id)) continue;
    const nod = nodTo(now, tick, newId());
    const beside = nod.table === 'marks' ? missedBeside(now, nod.put, newId) : [];
    made.push(nod, ...beside.map((put): Nod => ({ table: 'marks', put })));
    now =
      nod.table === 'marks'
        ? { ...now, marks: [...now.marks, nod.put, ...beside] }
        : { ...now, ritualMarks: [...now.ritualMarks, nod.put] };
  }
  return { made, settled: ticks.map((t) => t.id) };
}

const keyOf = (of: Tick['of']) => (of.kind === 'step' ? `${of.enrolmentId} ${of.stepId}` : `ritual ${of.ritualId}`);
