import { type Day, toDay } from '../calendar';
import type { DateStyle, Hold, Household } from '../household';
import { type LessonAhead, lessonsAhead, type Plan } from '../stagger';
import { count, dayAndDate } from '../words';

/** Where a hold stands: waited for, to be fetched, at home, or at home past the day it was due. */
export type HoldStage = 'waited for' | 'to fetch' | 'at home' | 'overdue';
/** Days for which a library lends, where it does not say (common practice: three weeks). */
export const LOAN_DAYS = 21;
/** Days from a hold to its being ready, while the library has not said (common practice: a week or two). */
export const HOLD_DAYS = 10;
/** Lessons are looked at so many days ahead: beyond, a loan would be over before it is wanted. */
const AHEAD_DAYS = 42;

/**
 * Where a hold stands on a day; undefined once it is back. A day on which it will be ready is told in advance by the library.
 * @example
 * stageOf({ id: 'h', title: 'Herons', placed: '2026-11-02' }, toDay('2026-11-11')) // => 'waited for'
 * stageOf({ id: 'h', title: 'Herons', placed: '2026-10-01', fetched: '2026-10-05', due: '2026-10-26' }, toDay('2026-11-11')) // => 'overdue'
 */
export function stageOf(hold: Hold, today: Day): HoldStage | undefined {
  if (hold.back) return undefined;
  if (hold.fetched) return hold.due && toDay(hold.due) < today ? 'overdue' : 'at home';
  return hold.ready && toDay(hold.ready) <= today ? 'to fetch' : 'waited for';
}

const RANK: readonly HoldStage[] = ['overdue', 'to fetch', 'at home', 'waited for'];
/** All that is not back yet: overdue first, then what can be fetched, then what has to go back soonest. */
export function openHolds(state: Pick<Household, 'holds'>, today: Day): { hold: Hold; stage: HoldStage }[] {
  const at = (h: Hold) => h.due ?? h.ready ?? h.placed;
  return state.holds
    .flatMap((hold) => {
      const stage = stageOf(hold, today);
      return stage ? [{ hold, stage }] : [];
    })
    .sort(
      (a, b) =>
        RANK.indexOf(a.stage) - RANK.indexOf(b.stage) ||
        at(a.hold).localeCompare(at(b.hold)) ||
        a.hold.title.localeCompare(b.hold.title),
    );
}

/** Lessons of the coming six weeks that are read or made something in, each with its first day: what a library could help with. */
export const topicLessons = (state: Household, plan: Plan): LessonAhead[] =>
  lessonsAhead(state, plan, plan.today, plan.today + AHEAD_DAYS).filter(({ step }) =>
    step.lesson.steps.some((s) => s.kind === 'read' || s.kind === 'make'),
  );

/**
 * The day on which something is ready that the library says so many days of: one to fetch it, were it on the shelf.
 * @example
 * readyAfter(100, 0) // => 101
 * readyAfter(100, 9) // => 109
 */
export const readyAfter = (today: Day, waits: number): Day => today + Math.max(1, waits);

/**
 * The day by which a hold for a lesson has to be placed: the day before the lesson, less what the library takes.
 * @example
 * fromDay(placeBy(toDay('2026-11-23'))) // => '2026-11-12'
 */
export const placeBy = (day: Day, waits: number = HOLD_DAYS): Day => day - 1 - waits;

/** Where a hold stands, in words. */
export function holdWords(style: DateStyle, hold: Hold, today: Day): string {
  const date = (iso: string) => dayAndDate(style, toDay(iso), today);
  const renewed = hold.renewed ? `, renewed ${count(hold.renewed, 'time')}` : '';
  switch (stageOf(hold, today)) {
    case undefined:
      return `back since ${date(hold.back!)}`;
    case 'overdue':
      return `was due back on ${date(hold.due!)}${renewed}`;
    case 'at home':
      return hold.due ? `due back on ${date(hold.due)}${renewed}` : 'at home';
    case 'to fetch':
      return `ready to be fetched since ${date(hold.ready!)}`;
    case 'waited for':
      return hold.ready ? `ready on ${date(hold.ready)}` : `asked for on ${date(hold.placed)}`;
  }
}

/** Whether a hold comes in time for a lesson, in words; empty where it does. */
export function inTimeWords(style: DateStyle, ready: Day, lesson: Day, today: Day): string {
  return ready < lesson ? '' : `not before the lesson on ${dayAndDate(style, lesson, today)}`;
}

/** By when a hold for a lesson has to be placed, in a sentence; of a day that is past, that it is. */
export function placeByWords(style: DateStyle, lesson: Day, today: Day): string {
  const by = placeBy(lesson);
  const when = `For ${dayAndDate(style, lesson, today)} a hold should`;
  return by < today
    ? `${when} have been placed by ${dayAndDate(style, by, today)}, as libraries go: what stands on the shelf may do.`
    : `${when} be placed by ${dayAndDate(style, by, today)}, as libraries go.`;
}
