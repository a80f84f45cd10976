import { type Day, toDay } from '../calendar';
import { contentsOf, flatten } from '../course';
import { type DateStyle, type Hold, type Household, type Id, titleOf } from '../household';
import { isOpen, standingsOf } from '../log';
import { isEnded } from '../pace';
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

/** Lessons of some days that are read or made something in, each with its first day: what a library could help with. */
const topicsWithin = (state: Household, plan: Plan, from: Day, to: Day): LessonAhead[] =>
  lessonsAhead(state, plan, from, to).filter(({ step }) =>
    step.lesson.steps.some((s) => s.kind === 'read' || s.kind === 'make'),
  );

/** What a library could help with in the coming six weeks. */
export const topicLessons = (state: Household, plan: Plan): LessonAhead[] =>
  topicsWithin(state, plan, plan.today, plan.today + AHEAD_DAYS);

/**
 * Lessons that something should be asked for by a day (see `placeBy`), each once: of courses for which the household has asked the library
 * before, where nothing was asked for that lesson yet. What begins today is too late.
 */
export function holdsToPlace(state: Household, plan: Plan, until: Day): LessonAhead[] {
  const key = (courseId: Id | undefined, lessonId: Id | undefined) => `${courseId} ${lessonId}`;
  const courses = new Set(state.holds.flatMap((h) => h.courseId ?? []));
  if (courses.size === 0) return [];
  const asked = new Set(state.holds.map((h) => key(h.courseId, h.lessonId)));
  return topicsWithin(state, plan, plan.today + 1, until + HOLD_DAYS + 1).filter(({ enrolment, step }) => {
    const own = key(enrolment.courseId, step.lesson.id);
    if (!courses.has(enrolment.courseId) || asked.has(own)) return false;
    asked.add(own);
    return true;
  });
}

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

/** Whether a hold is there for a lesson, were it fetched when it is ready, in words; empty where it is. */
export function inTimeWords(style: DateStyle, ready: Day, lesson: Day, today: Day): string {
  const on = dayAndDate(style, lesson, today);
  if (ready >= lesson) return `not before the lesson on ${on}`;
  return ready + LOAN_DAYS < lesson
    ? `to go back before the lesson on ${on}, unless it is fetched later or renewed`
    : '';
}

/** How a hold stands to the lesson that it was asked for. */
export type HoldFit =
  /** Nothing of the lesson is left to do, or nobody takes it any more. */
  | { is: 'over' }
  /**
   * `there` for all of it, or not before it begins. The first and the last day are those on which the plan has something of the lesson;
   * `guess`: the library has not said when it is ready.
   */
  | { is: 'there' | 'late'; from: Day; to: Day; guess: boolean }
  /** The plan has no day for what is left of it. */
  | { is: 'undated' }
  /** Due back before it begins, or is over. */
  | { is: 'short'; from: Day; to: Day; due: Day };

/**
 * How a hold stands to the lesson that it was asked for, by the plan: it has to be ready the day before the lesson begins (see `placeBy`) and
 * to be due no sooner than on its last day. Undefined for one without a lesson, or of a lesson that is nobody’s.
 */
export function holdFit(state: Household, plan: Plan, hold: Hold): HoldFit | undefined {
  const { today } = plan;
  const days: Day[] = [];
  let [open, seen] = [false, false];
  for (const enrolment of state.enrolments) {
    if (hold.back || hold.lessonId === undefined || enrolment.courseId !== hold.courseId) continue;
    const course = contentsOf(state, enrolment, today);
    const steps = (course ? flatten(course) : []).filter((s) => s.lesson.id === hold.lessonId);
    const standings = standingsOf(state.marks, enrolment.id);
    const left = new Set(steps.filter((s) => isOpen(standings, s.id)).map((s) => s.id));
    seen ||= steps.length > 0;
    open ||= left.size > 0 && !isEnded(enrolment.life);
    const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
    track?.stepIds.forEach((id, i) => left.has(id) && track.days[i]! >= 0 && days.push(track.days[i]!));
  }
  if (seen && !open) return { is: 'over' };
  if (days.length === 0) return open ? { is: 'undated' } : undefined;
  const [from, to] = [Math.min(...days), Math.max(...days)];
  if (hold.fetched)
    return hold.due && toDay(hold.due) < to
      ? { is: 'short', from, to, due: toDay(hold.due) }
      : { is: 'there', from, to, guess: false };
  // What the library has not said is taken from the day of the hold; it is not there yet, however long ago that was.
  const ready = hold.ready ? toDay(hold.ready) : Math.max(today, toDay(hold.placed) + HOLD_DAYS);
  return { is: ready < from ? 'there' : 'late', from, to, guess: !hold.ready };
}

/** How a hold stands to its lesson, in words; empty where there is nothing to say. */
export function holdFitWords(style: DateStyle, fit: HoldFit | undefined, today: Day): string {
  const on = (day: Day) => dayAndDate(style, day, today);
  switch (fit?.is) {
    case undefined:
      return '';
    case 'over':
      return 'its lesson is over';
    case 'undated':
      return 'its lesson has no day yet';
    case 'there':
      return `for the lesson on ${on(fit.from)}`;
    case 'late':
      return `${fit.guess ? 'as libraries go, ' : ''}not before the lesson on ${on(fit.from)}`;
    case 'short':
      return `to go back before the lesson ${fit.due < fit.from ? `on ${on(fit.from)}` : `is over on ${on(fit.to)}`}: renew it, or read it before`;
  }
}

/** By when a hold for a lesson has to be placed, in a sentence; of a day that is past, that it is. */
export function placeByWords(style: DateStyle, lesson: Day, today: Day): string {
  const by = placeBy(lesson);
  const when = `For ${dayAndDate(style, lesson, today)} a hold should`;
  return by < today
    ? `${when} have been placed by ${dayAndDate(style, by, today)}, as libraries go: what stands on the shelf may do.`
    : `${when} be placed by ${dayAndDate(style, by, today)}, as libraries go.`;
}

/** A lesson that something is to be asked for, in words: what, on which day, and by when. */
export function toAskWords(state: Household, { enrolment, step, day }: LessonAhead, today: Day): string {
  const on = (d: Day) => dayAndDate(state.settings.dateStyle, d, today);
  const by = placeBy(day);
  const when = by < today ? ': too late for a hold, what stands on the shelf may do' : `, by ${on(by)}`;
  return `${titleOf(state, enrolment.courseId)}, ${step.lesson.title}, on ${on(day)}${when}`;
}
