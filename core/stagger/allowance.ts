import { dayKind, type Day, toDay } from '../calendar';
import { flatten } from '../course';
import { byId, type Course, type Household, type Id, MOST_NEW, type SchoolYear, type Teacher } from '../household';
import { earliestFit, type Track } from '../pace';
import { count, listing, shortDate } from '../words';
import type { Plan } from './plan';
import { makeProblem, newLessonsWished } from './problem';

/** Why the first lessons of a course need not be put apart from others. */
export type NotNew = 'one sitting a lesson' | 'numbered days' | 'reading';

/** What one teacher has to begin, and on how many days. */
export interface TeacherShare {
  teacher: Teacher;
  /** New lessons still to begin this year, as far as each course’s own days reach; an enrolment's own that can share a day counted singly. */
  lessons: number;
  /** School days left on which the teacher teaches one of the courses. */
  days: number;
}

export interface AllowanceProposal {
  /** New lessons a teacher may begin a day, as the household has it now. */
  now: number;
  /** Who has the most to begin for each of their days. */
  fullest: TeacherShare;
  /** Courses whose lessons need not count, the most of them first. */
  uncounted: { course: Course; why: NotNew; lessons: number }[];
  /** The allowance that holds all but a few of what is left; the same as now where that does, or none would. */
  allowed: number;
}

/** An allowance is enough when no more than this share of days has to hold one more. */
const STANDS_OUT = 0.15;
/** So many lessons of a course must be alike to say so of the course. */
const MOST = 0.8;

/**
 * What a shelf asks of the teachers who begin it: known by counting, before anything is planned. Two new lessons on one day are
 * too much (common practice), so the allowance begins at one; but first the courses are named whose lessons are nothing to be
 * mastered, and need no day of their own. Undefined where what there is fits, nothing is begun, or no day of the year is left.
 */
export function proposeAllowance(state: Household, year: SchoolYear, today: Day): AllowanceProposal | undefined {
  const now = newLessonsWished(state);
  const fullest = fullestOf(state, year, today);
  if (now === 0 || !fullest || fits(fullest, now)) return undefined;
  const taken = new Set(state.enrolments.map((e) => e.courseId));
  const uncounted = state.courses.flatMap((course) => {
    const why = taken.has(course.id) && course.countsNew ? notNew(course) : undefined;
    const lessons = flatten(course).filter((s) => s.opensNewLesson).length;
    return why && lessons > 0 ? [{ course, why, lessons }] : [];
  });
  const without = new Set(uncounted.map((u) => u.course.id));
  const courses = state.courses.map((c) => (without.has(c.id) ? { ...c, countsNew: false } : c));
  // Without any such course what is left is what there is, and need not be worked out again.
  const rest = without.size === 0 ? fullest : fullestOf({ ...state, courses }, year, today);
  let allowed = now;
  while (!fits(rest, allowed) && allowed < MOST_NEW) allowed++;
  // No number of them holds what is left on the last days of a year.
  if (!fits(rest, allowed)) allowed = now;
  return {
    now,
    fullest,
    uncounted: uncounted.sort((a, b) => b.lessons - a.lessons),
    allowed,
  };
}

const fits = (share: TeacherShare | undefined, allowed: number): boolean =>
  share === undefined || share.lessons <= (allowed + STANDS_OUT) * share.days;

/** Of the teachers with new lessons left the one with most of them a day. */
function fullestOf(state: Household, year: SchoolYear, today: Day): TeacherShare | undefined {
  const problem = makeProblem(state, year, today);
  const shares = problem.teachers.flatMap(({ id, hours }): TeacherShare[] => {
    const teacher = byId(state.teachers, id);
    const tracks = problem.tracks.filter((t) => t.teacherId === id);
    const lessons = tracks.reduce((n, t) => n + newWithin(t, toDay(year.end)), 0);
    const dates = new Set(tracks.flatMap((t) => t.dates).filter((d) => hours[d - problem.from]! > 0));
    return teacher && lessons > 0 && dates.size > 0 ? [{ teacher, lessons, days: dates.size }] : [];
  });
  return shares.sort((a, b) => b.lessons / Math.max(1, b.days) - a.lessons / Math.max(1, a.days))[0];
}

/** New lessons of a track that its own dates hold up to the year’s last day: what finds no day burdens none. */
function newWithin(track: Track, last: Day): number {
  const days = earliestFit(track, last)?.days ?? [];
  return track.steps.filter((s, i) => s.fresh === 1 && days[i] !== undefined && days[i] <= last).length;
}

/** Why the lessons of a course are nothing to be put apart; undefined where they are. */
function notNew(course: Course): NotNew | undefined {
  const lessons = course.units.flatMap((u) => u.lessons).filter((l) => l.steps.length > 0);
  if (lessons.length === 0) return undefined;
  const mostly = (test: (l: (typeof lessons)[number]) => boolean) =>
    lessons.filter(test).length >= MOST * lessons.length;
  if (
    mostly(
      (l) =>
        l.steps.every((s) => s.kind === 'read' || s.kind === 'introduce') && l.steps.some((s) => s.kind === 'read'),
    )
  )
    return 'reading';
  if (mostly((l) => /^day\b/i.test(l.title.trim()))) return 'numbered days';
  return mostly((l) => l.steps.length === 1) ? 'one sitting a lesson' : undefined;
}

/** The days of a plan that hold more new lessons of a teacher than are allowed: the few that stand out. */
export interface StandingOut {
  teacherId: Id;
  /** How many new lessons they hold, and on which days, in order. */
  lessons: number;
  days: Day[];
}

/**
 * Days above the allowance, by teacher and by how many new lessons they hold, the fullest first.
 * @example
 * standingOut({ clashes: [{ teacherId: 'T', enrolmentIds: ['a', 'b'], day: 4, above: 1 }] }) // => [{ teacherId: 'T', lessons: 2, days: [4] }]
 */
export function standingOut(plan: Pick<Plan, 'clashes'>): StandingOut[] {
  const found = new Map<string, StandingOut>();
  for (const { teacherId, enrolmentIds, day } of plan.clashes) {
    const lessons = enrolmentIds.length;
    const key = `${teacherId} ${lessons}`;
    const one = found.get(key) ?? { teacherId, lessons, days: [] };
    one.days.push(day);
    found.set(key, one);
  }
  return [...found.values()].sort((a, b) => b.lessons - a.lessons || a.days[0]! - b.days[0]!);
}

/** Whether so many days that stand out are few enough to be told singly, of the school days left. */
export const fewStandOut = (year: SchoolYear, plan: Pick<Plan, 'clashes' | 'today'>, last: Day): boolean => {
  let days = 0;
  for (let d = plan.today; d <= last; d++) if (['full', 'light'].includes(dayKind(year, d))) days++;
  return plan.clashes.length <= Math.max(5, STANDS_OUT * days);
};

const WHY: Record<NotNew, string> = {
  'one sitting a lesson': 'each lesson is one sitting, with nothing to practise behind it',
  'numbered days': 'its lessons are numbered days',
  reading: 'it is read, and nothing of it has to be mastered first',
};
/** Days that are named of those that stand out. */
const NAMED = 3;

/**
 * What the shelf says of new lessons a day where the allowance holds them, but for few days at most: one sentence.
 * @example
 * heldWords(aHousehold(), { clashes: [] }, 0) // => 'No teacher begins more than 1 new lesson on any day.'
 */
export function heldWords(state: Household, plan: Pick<Plan, 'clashes'>, today: Day): string {
  const allowed = newLessonsWished(state);
  const style = state.settings.dateStyle;
  if (plan.clashes.length === 0) return `No teacher begins more than ${count(allowed, 'new lesson')} on any day.`;
  const named = standingOut(plan).map((s, i, all) => {
    const days = s.days.slice(0, NAMED).map((d) => shortDate(style, d, today));
    const rest = s.days.length - days.length;
    const dates = rest > 0 ? `${days.join(', ')} and ${count(rest, 'other day')}` : listing(days);
    if (all[i - 1]?.teacherId === s.teacherId) return `${s.lessons} on ${dates}`;
    return `${byId(state.teachers, s.teacherId)?.name} begins ${count(s.lessons, 'new lesson')} on ${dates}`;
  });
  return `${named.join('; ')}; on every other day at most ${allowed}.`;
}

/** What a proposal says: that what there is cannot be held, and why each of its courses need not count. */
export function proposalWords({ fullest, uncounted, now }: AllowanceProposal): { lead: string; whys: string[] } {
  return {
    lead: `${fullest.teacher.name} has ${count(fullest.lessons, 'new lesson')} to begin on ${count(fullest.days, 'school day')}: ${now} a day cannot hold them.`,
    whys: uncounted.map(({ why, lessons }) => `${count(lessons, 'lesson')}: ${WHY[why]}.`),
  };
}

/**
 * What stands out still once so many are allowed, by the plan made for it.
 * @example
 * thenWords({ clashes: [] }, 2) // => 'Then no day has more than 2.'
 * thenWords({ clashes: [{ teacherId: 'T', enrolmentIds: ['a', 'b', 'c'], day: 4, above: 1 }] }, 2) // => 'Then what stands out is 1 day with 3.'
 */
export function thenWords(then: Pick<Plan, 'clashes'>, allowed: number): string {
  if (then.clashes.length === 0) return `Then no day has more than ${allowed}.`;
  const days = standingOut(then).map((s) => `${count(s.days.length, 'day')} with ${s.lessons}`);
  return `Then what stands out is ${listing(days)}.`;
}
