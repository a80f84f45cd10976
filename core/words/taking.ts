import { type Day, toDay } from '../calendar/day';
import {
  byId,
  type Child,
  childrenOf,
  type DateStyle,
  type Enrolment,
  type Household,
  type Id,
  takersOn,
  titleOf,
} from '../household';
import { shortDate } from './dates';
import { listing } from './figures';

/**
 * Who takes a course, by name. From a day on: only who is with the household then, where anybody is; without a day all who ever took
 * it, as a record has them.
 */
export function takerNames(
  state: Pick<Household, 'children'>,
  enrolment: Pick<Enrolment, 'childIds'>,
  from?: Day,
): string {
  const who = from === undefined ? childrenOf(state, enrolment) : takersOn(state, enrolment, from);
  return listing(who.map((c) => c.name));
}

/** A course as somebody takes it: “Sluice Arithmetic, Level B (Wren)”; said so where it is gone. Of the day as in `takerNames`. */
export function takingName(state: Household, enrolmentId: Id, from?: Day): string {
  const e = byId(state.enrolments, enrolmentId);
  return e ? `${titleOf(state, e.courseId)} (${takerNames(state, e, from)})` : 'a course that is gone';
}

/**
 * The title of a course as one enrolment takes it, in a line that says of no child whose it is: with who takes it where somebody else
 * takes the same book by themselves, and the title alone where nobody does.
 */
export function titleAmong(
  state: Pick<Household, 'children' | 'courses' | 'enrolments'>,
  enrolment: Enrolment,
  from?: Day,
): string {
  const { id, courseId } = enrolment;
  const title = titleOf(state, courseId);
  const also = state.enrolments.some(
    (e) => e.courseId === courseId && e.id !== id && e.life !== 'dropped' && e.life !== 'finished',
  );
  return also ? `${title} (${takerNames(state, enrolment, from)})` : title;
}

/** How long a child is with the household, as a part of a sentence; empty where that is always. */
export function stayWords(style: DateStyle, { from, until }: Pick<Child, 'from' | 'until'>, today: Day): string {
  const [first, last] = [from && toDay(from), until && toDay(until)];
  return [
    first && first > today && `here from ${shortDate(style, first, today)}`,
    last && (last < today ? `left on ${shortDate(style, last, today)}` : `here until ${shortDate(style, last, today)}`),
  ]
    .filter(Boolean)
    .join(', ');
}
