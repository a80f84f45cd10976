import {
  childMinutesOn,
  fullDay,
  childOut,
  type Day,
  nextSchoolDay,
  schoolDays,
  teacherAways,
  teacherMinutesOn,
  toDay,
  usualMinutes,
  yearWithOutside,
} from '../calendar';
import { type Enrolment, type Household, type Id, type SchoolYear, type Teacher } from '../household';
import { anybodyLeft, isTakenFrom, loopOf, planTrack, type Track, isPlanned } from '../pace';
import { linkedPairs } from './links';
import type { Problem, Resource } from './types';

/** New lessons that a teacher can start on a date they are there: one, unless the household wishes otherwise (common practice). */
export const newLessonsWished = ({ settings }: Pick<Household, 'settings'>): number => settings.wishes?.newLessons ?? 1;
/** Where days are to be alike, none is to be fuller than its share of the work by more than this. */
const ALIKE = 1.15;

/**
 * New lessons a teacher may start on a date: none when they do not teach on it or are away all day.
 * @example
 * newLessonsAllowed(aHousehold(), aYear(), aTeacher(), toDay('2026-09-07')) // => 1
 * newLessonsAllowed(aHousehold(), aYear(), aTeacher(), toDay('2026-09-12')) // => 0
 */
export function newLessonsAllowed(state: Household, year: SchoolYear, teacher: Teacher, day: Day): number {
  if (teacherAways(state, teacher.id, day).some((a) => a.whole)) return 0;
  return usualMinutes(year, teacher, day) > 0 ? newLessonsWished(state) : 0;
}

/**
 * Sets up the placing of all running enrolments from the stored state. Same state and date, same problem: there is
 * no clock here and no earlier plan. Published weeks hold their placements as long as the date is still open and not
 * past; pins do the same.
 */
export function makeProblem(state: Household, stored: SchoolYear, today: Day): Problem {
  const year = yearWithOutside(state, stored);
  const from = today;
  const length = Math.max(0, toDay(year.end) - from + 1);
  const days = Array.from({ length }, (_, i) => from + i);
  const running = state.enrolments
    .filter(
      (e) =>
        isTakenFrom(e, today, toDay(year.end)) &&
        isPlanned(e) &&
        leadsLoop(state, year, e, today) &&
        anybodyLeft(state, e, today),
    )
    .sort((a, b) => (a.id < b.id ? -1 : 1));
  const tracks = running.map((e) => planTrack(state, year, e, today));
  const { settings, absences, aways, calendars, feeds } = state;
  const of = [settings, absences, aways, calendars, feeds, year, today];
  const perDay = (row: object, what: string, tell: (d: Day) => number) => keptDays(row, what, of, () => days.map(tell));
  // In whatever order the rows come (a file's, the database's), the problem is the same.
  const inOrder = <T extends { id: Id }>(rows: readonly T[]) => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
  const people = inOrder(state.teachers);
  const teachers = people.map((t) => ({
    id: t.id,
    hours: perDay(t, 'hours', (d) => teacherMinutesOn(state, year, t, d)),
  }));
  const children = inOrder(state.children).map((c) => ({
    id: c.id,
    // Who is not there is asked for nothing: what the others of the family do together that day is no load of theirs (they miss
    // it), and nothing of their own is open.
    hours: perDay(c, 'hours', (d) => (childOut(state, c.id, d) ? fullDay(c, d) : childMinutesOn(state, year, c, d))),
  }));
  const usual = newLessonsWished(state);
  const allowance = people.map((t) => {
    const own = perDay(t, 'allowance', (d) => newLessonsAllowed(state, year, t, d));
    // What was begun today although the teacher has no hours is done, and stands out no more than on any other day.
    const begun = tracks.reduce((n, track) => n + (track.teacherId === t.id ? track.today.fresh : 0), 0);
    return own[0] === 0 && begun > 0 ? [Math.min(begun, usual), ...own.slice(1)] : own;
  });
  const held = tracks.map((t) => {
    const dates = new Set(t.dates);
    return t.steps.map(({ heldOn }) => (dates.has(heldOn) ? heldOn : -1));
  });
  const gates = tracks.flatMap((t, track) =>
    t.gates.flatMap(({ at, enrolmentId, stepId, gap }) => {
      const behind = tracks.findIndex((o) => o.members.includes(enrolmentId));
      const step = tracks[behind]?.steps.findIndex(
        (s) => s.id === stepId && (s.enrolmentId ?? tracks[behind]!.enrolmentId) === enrolmentId,
      );
      return step === undefined || step < 0 || behind === track ? [] : [{ track, at, behind, step, gap }];
    }),
  );
  const toCome = schoolDays(year).filter((d) => d >= from);
  const links = linkedPairs({ ...state, links: inOrder(state.links) }, tracks, from, toCome);
  const apart = settings.wishes?.apart ?? true;
  const shared = { tracks, teachers, children, allowance, apart };
  const problem = { today, from, length, ...shared, held, gates, links };
  return settings.wishes?.alike ? alike(problem) : problem;
}

/**
 * The same with nobody's day longer than a little more than its share of what is left to do: what is above costs as what is
 * above their hours does, so days come out alike.
 */
function alike(problem: Problem): Problem {
  const level = ({ id, hours }: Resource, asked: (t: Track) => number): Resource => {
    const wanted = problem.tracks.reduce((n, t) => n + asked(t), 0);
    const there = hours.reduce((a, b) => a + b, 0);
    const share = there > 0 ? Math.min(1, (ALIKE * wanted) / there) : 1;
    return { id, hours: hours.map((h) => Math.ceil(h * share)) };
  };
  const sum = (t: Track, of: 'minutes' | 'teacher') => t.steps.reduce((n, s) => n + s[of], 0);
  return {
    ...problem,
    teachers: problem.teachers.map((r) => level(r, (t) => (t.teacherId === r.id ? sum(t, 'teacher') : 0))),
    children: problem.children.map((r) => level(r, (t) => (t.childIds.includes(r.id) ? sum(t, 'minutes') : 0))),
  };
}

const daysKept = new WeakMap<object, Map<string, { of: readonly unknown[]; days: number[] }>>();

/** A figure a day for a teacher or a child, kept for as long as the calendar stays as it is: marks change none of it. */
function keptDays(row: object, what: string, of: readonly unknown[], make: () => number[]): number[] {
  const own = daysKept.get(row) ?? new Map<string, { of: readonly unknown[]; days: number[] }>();
  daysKept.set(row, own);
  const known = own.get(what);
  if (known?.of.every((x, i) => x === of[i])) return known.days;
  const days = make();
  own.set(what, { of, days });
  return days;
}

/** A loop in which whoever is next has the turn is one track: only the first of those who take them this year makes it. */
function leadsLoop(state: Household, year: SchoolYear, e: Enrolment, today: Day): boolean {
  const { loop, members } = loopOf(state, e);
  return loop?.turns !== 'next' || members.find((m) => isTakenFrom(m, today, toDay(year.end)))?.id === e.id;
}

/**
 * The day a page of work is for: today when it is a school day, else the next one of the year.
 * @example
 * fromDay(planningDay(aYear(), toDay('2026-09-12'))) // => '2026-09-14'
 */
export function planningDay(year: SchoolYear, today: Day): Day | undefined {
  return nextSchoolDay(year, today);
}
