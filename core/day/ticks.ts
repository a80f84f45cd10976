import { type Day, toDay } from '../calendar';
import { contentsOf, flatten, stepName } from '../course';
import { byId, type Child, type Household, type Id, type Mark, type RitualMark, type Tick } from '../household';
import { markOn, markRow } from '../log';

/** A child's tick that waits for the parent's nod. */
export interface WaitingTick {
  tick: Tick;
  child: Child;
  day: Day;
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
      const what = named(state, tick);
      return child && what ? [{ tick, child, day: toDay(tick.date), ...what }] : [];
    })
    .sort((a, b) => a.day - b.day || order(b.child.born, a.child.born) || order(a.title, b.title));
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
  return { title: course.title, detail: `${step.lesson.title}, ${stepName(step)}` };
}

/** What a nod to a tick puts in the record: done, on the day it was ticked. */
export function nodTo(state: Household, { of, date }: Tick, id: Id): Nod {
  if (of.kind === 'ritual') return { table: 'ritualMarks', put: { id, ritualId: of.ritualId, date } };
  const { enrolmentId, stepId } = of;
  return { table: 'marks', put: markRow(state, { enrolmentId, stepId, date, kind: 'done' }, id) };
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
    made.push(nod);
    now =
      nod.table === 'marks'
        ? { ...now, marks: [...now.marks, nod.put] }
        : { ...now, ritualMarks: [...now.ritualMarks, nod.put] };
  }
  return { made, settled: ticks.map((t) => t.id) };
}

/** Whether two ticks are about the same thing on the same day. */
export const sameTick = (a: Pick<Tick, 'of' | 'date'>, b: Pick<Tick, 'of' | 'date'>): boolean =>
  a.date === b.date && keyOf(a.of) === keyOf(b.of);

const keyOf = (of: Tick['of']) => (of.kind === 'step' ? `${of.enrolmentId} ${of.stepId}` : `ritual ${of.ritualId}`);
