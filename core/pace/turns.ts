import { type Day, fromDay, toDay } from '../calendar';
import { byId, type Enrolment, type Household, type Id, type Loop } from '../household';
import { isEverTaken } from './lives';
import { loopIdOf } from './rules/loop';
import { coursesOver, isDoneWith } from './taken';

/**
 * The loop an enrolment takes turns in and everybody taken in it, or to be taken by what is entered for days to come, in turn
 * order: as the loop names them, then those it does not name. No loop, and nobody, for an enrolment under another rule or whose
 * loop is gone.
 */
export function loopOf(
  state: Pick<Household, 'loops' | 'enrolments'>,
  enrolment: Enrolment,
): { loop: Loop | undefined; members: Enrolment[] } {
  const loopId = loopIdOf(enrolment);
  const loop = loopId === undefined ? undefined : byId(state.loops, loopId);
  if (!loop) return { loop: undefined, members: [] };
  const others = takersOf(state, loop).filter((e) => e.id !== enrolment.id);
  return { loop, members: inTurn(loop, [...others, enrolment]) };
}

/**
 * What was said of several courses at once and concerns nobody any more: turns of which each taking is done with, courses kept together that
 * all are, and the same work in two courses that are both over. It is told apart; turns that nobody has joined yet are none of it.
 * @example
 * togetherOver(aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c', { life: 'finished', rule: { kind: 'loop', loopId: 'l' } })], loops: [{ id: 'l', name: 'turns', weekdays: [5], turns: 'next', order: ['e'] }] }), toDay('2026-09-07')) // => new Set(['l'])
 * togetherOver(aHousehold({ loops: [{ id: 'l', name: 'turns', weekdays: [5], turns: 'next', order: [] }] }), toDay('2026-09-07')) // => new Set()
 */
export function togetherOver(state: Household, today: Day): ReadonlySet<Id> {
  const courses = coursesOver(state, today);
  const done = (list: readonly (Enrolment | undefined)[]) =>
    list.length > 0 && list.every((e) => e === undefined || isDoneWith(state, e, today));
  const members = (l: Loop) => state.enrolments.filter((e) => loopIdOf(e) === l.id);
  return new Set([
    ...state.loops.filter((l) => done(members(l))).map((l) => l.id),
    ...state.links.filter((l) => done(l.enrolmentIds.map((id) => byId(state.enrolments, id)))).map((l) => l.id),
    ...state.overlaps.filter((o) => courses.has(o.one.courseId) && courses.has(o.other.courseId)).map((o) => o.id),
  ]);
}

/** Everybody who takes turns in a loop, now or by what is entered for days to come, in turn order. */
export const takersOf = (state: Pick<Household, 'enrolments'>, loop: Loop): Enrolment[] =>
  inTurn(
    loop,
    state.enrolments.filter((e) => loopIdOf(e) === loop.id && isEverTaken(e)),
  );

function inTurn(loop: Loop, members: readonly Enrolment[]): Enrolment[] {
  const place = (e: Enrolment) => {
    const at = loop.order.indexOf(e.id);
    return at < 0 ? loop.order.length : at;
  };
  return members.toSorted((a, b) => place(a) - place(b) || (a.id < b.id ? -1 : 1));
}

/** Whether any child of an enrolment is still with the household on a day, or will be. */
export const anybodyLeft = (state: Pick<Household, 'children'>, enrolment: Enrolment, day: Day): boolean =>
  enrolment.childIds.some((id) => {
    const until = byId(state.children, id)?.until;
    return until === undefined || until >= fromDay(day);
  });

/** The day to come from which on no child of an enrolment is with the household any more; undefined where one stays, or none is left. */
export function leftFrom(state: Pick<Household, 'children'>, enrolment: Enrolment, today: Day): Day | undefined {
  const lasts = enrolment.childIds.map((id) => byId(state.children, id)?.until);
  if (lasts.some((d) => d === undefined)) return undefined;
  const left = Math.max(...lasts.map((d) => toDay(d!))) + 1;
  return left > today ? left : undefined;
}
