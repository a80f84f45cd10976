import { type Day, fromDay } from '../calendar';
import { contentsOf, flatten } from '../course';
import type { Enrolment, Household, Id, Mark, SchoolYear } from '../household';
import { standingsOf } from '../log';
import { makeTrack } from '../pace';
import { makePlan, makeProblem, type Plan } from '../stagger';
import { moveSitting, withMove } from '../week';

/** What can be chosen for a course in a week beside what the plan has. */
export const CHOICES = ['more', 'less', 'hold', 'leave out'] as const;
export type Choice = (typeof CHOICES)[number];
/** What each is called. */
export const CHOICE_WORDS: Record<Choice, string> = {
  more: 'one sitting more: the next week’s first comes in',
  less: 'one sitting less: the last goes into the next week',
  hold: 'hold it: nothing of it this week',
  'leave out': 'leave out what is optional',
};

/** A sitting that goes from one day to another. */
export interface MoveOf {
  from: Day;
  to: Day;
}
/** What a choice comes to: sittings moved from a day to another, one after the other, or optional steps left out; or why it cannot be. */
export type Choosing =
  | { choice: Choice; moves: MoveOf[]; then: Household }
  | { choice: Choice; out: Id[]; then: Household }
  | { choice: Choice; fault: string };

/**
 * What the choices of a course in a week come to, each tried. What is not possible says why; what would change nothing is not there.
 * @param start the week's first day; days before the plan's own are gone by.
 */
export function choosingOf(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  start: Day,
): Choosing[] {
  const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  if (!track) return [];
  const placed = [...new Set(track.days.filter((d) => d >= 0))].sort((a, b) => a - b);
  const from = Math.max(start, plan.today);
  const within = placed.filter((d) => d >= from && d < start + 7);
  const after = placed.find((d) => d >= start + 7);
  const open = makeTrack(state, year, enrolment, plan.today).dates;
  const next = open.find((d) => d >= start + 7);
  const free = open.filter((d) => d >= from && d < start + 7);
  const list: Choosing[] = [];
  const moved = (choice: Choice, moves: MoveOf[]) => {
    const tried = inTurn(state, year, plan, enrolment, moves);
    list.push('fault' in tried ? { choice, fault: tried.fault } : { choice, moves, then: tried.then });
  };
  // Onto the last day of the week that it does not have yet: what stands behind that day comes forward by one, and the next week's first
  // takes the place of the last.
  const room = free.findLast((d) => !within.includes(d));
  if (after !== undefined && room !== undefined) {
    const behind = [...within.filter((d) => d > room), after];
    moved(
      'more',
      behind.map((from, i) => ({ from, to: i === 0 ? room : behind[i - 1]! })),
    );
  } else if (after !== undefined && within.length > 0)
    list.push({ choice: 'more', fault: 'It has every one of its days in this week already.' });
  if (within.length > 0 && next !== undefined) {
    if (within.length > 1) moved('less', [{ from: within.at(-1)!, to: next }]);
    moved('hold', [{ from: within[0]!, to: next }]);
  }
  const course = contentsOf(state, enrolment, plan.today);
  const standings = standingsOf(state.marks, enrolment.id);
  const days = new Map(track.stepIds.map((id, i) => [id, track.days[i]!]));
  const out = (course ? flatten(course) : [])
    .filter((s) => s.optional && within.includes(days.get(s.id) ?? -1))
    .filter((s) => (standings.get(s.id)?.state ?? 'open') === 'open')
    .map((s) => s.id);
  if (out.length > 0) {
    const marks = out.map((stepId, i): Mark => ({
      ...{ id: `tried ${i}`, enrolmentId: enrolment.id, stepId, date: fromDay(plan.today) },
      ...{ seq: Number.MAX_SAFE_INTEGER, kind: 'left out' },
    }));
    list.push({ choice: 'leave out', out, then: { ...state, marks: [...state.marks, ...marks] } });
  }
  return list;
}

/** Moves tried one after the other, each on what the one before left; or why one of them cannot be. */
export function inTurn(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  moves: readonly MoveOf[],
): { then: Household } | { fault: string } {
  let [then, now] = [state, plan];
  for (const { from, to } of moves) {
    const move = moveSitting(then, year, now, enrolment, from, to);
    if ('fault' in move) return move;
    then = withMove(then, move);
    if (moves.length > 1) now = makePlan(makeProblem(then, year, plan.today), { sweeps: 1, seed: 1 });
  }
  return { then };
}
