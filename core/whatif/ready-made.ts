import {
  closedRange,
  type Day,
  isIsoDate,
  type IsoDate,
  toDay,
  usualTeacher,
  yearFor,
  yearWithOutside,
} from '../calendar';
import { byId, type Enrolment, type Household, type Id, type Put, titleOf } from '../household';
import { neededPerSitting } from '../pace';
import { count, hoursAndMinutes, listing, shortDate, takerNames } from '../words';

/** What is asked most often: what if … */
export type ReadyMade =
  /** Nobody has school for so many weeks from a date on: a birth, an illness, a journey. */
  | { kind: 'away'; from: IsoDate; weeks: number }
  /** A teacher has so many minutes less on each of their days. */
  | { kind: 'less'; teacherId: Id; minutes: number }
  /** A course that is there, or only wished for, is begun on a date. */
  | { kind: 'course'; courseId: Id; childIds: Id[]; from: IsoDate }
  /** Another child joins a course of the family. */
  | { kind: 'join'; enrolmentId: Id; childId: Id };

/** Longest time away that is tried, in weeks: a school year. */
export const MOST_WEEKS = 52;

/** Why it cannot be tried, by its field, in a sentence; nothing where it can. */
export function readyMadeFault(
  state: Household,
  wish: ReadyMade,
  today: Day,
): { field: string; fault: string } | undefined {
  const stored = yearFor(state.years, today);
  if (!stored) return { field: 'kind', fault: 'There is no school year on this day: begin one under Year first.' };
  const inYear = (date: string) => isIsoDate(date) && date >= stored.start && date <= stored.end;
  switch (wish.kind) {
    case 'away':
      if (!inYear(wish.from)) return { field: 'from', fault: 'Give a day of this school year.' };
      if (!Number.isInteger(wish.weeks) || wish.weeks < 1 || wish.weeks > MOST_WEEKS)
        return { field: 'weeks', fault: `Give a whole number of weeks, 1 to ${MOST_WEEKS}.` };
      return undefined;
    case 'less': {
      if (!byId(state.teachers, wish.teacherId)) return { field: 'teacherId', fault: 'Choose a teacher.' };
      return Number.isInteger(wish.minutes) && wish.minutes >= 5 && wish.minutes <= 600
        ? undefined
        : { field: 'minutes', fault: 'Give whole minutes, 5 to 600.' };
    }
    case 'course':
      if (!byId(state.courses, wish.courseId)) return { field: 'courseId', fault: 'Choose a course.' };
      if (wish.childIds.length === 0) return { field: 'childIds', fault: 'Choose who would take it.' };
      return inYear(wish.from) ? undefined : { field: 'from', fault: 'Give a day of this school year.' };
    case 'join': {
      const enrolment = byId(state.enrolments, wish.enrolmentId);
      if (!enrolment) return { field: 'enrolmentId', fault: 'Choose a course.' };
      return !byId(state.children, wish.childId) || enrolment.childIds.includes(wish.childId)
        ? { field: 'childId', fault: 'Choose a child who does not take it yet.' }
        : undefined;
    }
  }
}

/** What it changes, from the household as it is; nothing where it cannot be. `newId` gives a fresh id at every call. */
export function readyMadePuts(now: Household, wish: ReadyMade, today: Day, newId: () => Id): Put[] {
  const stored = yearFor(now.years, today);
  if (!stored || readyMadeFault(now, wish, today)) return [];
  switch (wish.kind) {
    case 'away': {
      const last = Math.min(toDay(wish.from) + 7 * wish.weeks - 1, toDay(stored.end));
      const range = closedRange(stored.closed, toDay(wish.from), last, 'away');
      // A day with a part of its own would have school all the same.
      const special = stored.special.filter((d) => d.date < range.from || d.date > range.to);
      return [{ table: 'years', put: { ...stored, closed: [...stored.closed, range], special } }];
    }
    case 'less': {
      const teacher = byId(now.teachers, wish.teacherId)!;
      const less = (minutes: readonly number[]) => minutes.map((m) => Math.max(0, m - wish.minutes));
      return [
        {
          table: 'teachers',
          put: {
            ...teacher,
            minutes: less(teacher.minutes),
            ...(teacher.later ? { later: teacher.later.map((l) => ({ ...l, minutes: less(l.minutes) })) } : {}),
          },
        },
      ];
    }
    case 'course': {
      const course = byId(now.courses, wish.courseId)!;
      const draft: Enrolment = {
        ...{ id: newId(), courseId: course.id, childIds: wish.childIds },
        ...{
          teacherId: usualTeacher(now, stored.weekdays, today)?.id ?? '',
          weekdays: stored.weekdays,
          rule: { kind: 'even' },
        },
        ...{ perSitting: 1, firstDate: wish.from, life: 'running', takesOptional: true },
      };
      const { wish: wished, ...kept } = course;
      const whole = wished ? { ...now, courses: now.courses.map((c) => (c.id === course.id ? kept : c)) } : now;
      const perSitting = neededPerSitting(whole, yearWithOutside(now, stored), draft, today);
      return [
        ...(wished ? [{ table: 'courses', put: kept } as const] : []),
        { table: 'enrolments', put: { ...draft, perSitting } },
      ];
    }
    case 'join': {
      const enrolment = byId(now.enrolments, wish.enrolmentId)!;
      return [{ table: 'enrolments', put: { ...enrolment, childIds: [...enrolment.childIds, wish.childId] } }];
    }
  }
}

/** What a trial of it is called. */
export function readyMadeName(state: Household, wish: ReadyMade, today: Day): string {
  const style = state.settings.dateStyle;
  const child = (id: Id) => byId(state.children, id)?.name ?? '';
  switch (wish.kind) {
    case 'away':
      return `${count(wish.weeks, 'week')} away from ${shortDate(style, wish.from, today)}`;
    case 'less':
      return `${byId(state.teachers, wish.teacherId)?.name ?? ''}: ${hoursAndMinutes(wish.minutes)} less a day`;
    case 'course':
      return `${titleOf(state, wish.courseId)} for ${listing(wish.childIds.map(child))} from ${shortDate(style, wish.from, today)}`;
    case 'join': {
      const enrolment = byId(state.enrolments, wish.enrolmentId);
      const with_ = enrolment ? takerNames(state, enrolment, today) : '';
      return `${child(wish.childId)} joins ${enrolment ? titleOf(state, enrolment.courseId) : ''} with ${with_}`;
    }
  }
}
