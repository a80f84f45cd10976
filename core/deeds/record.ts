import { attendanceRow, daysAsked } from '../attendance';
import { type Day, fromDay, nextYear, toDay, yearAfter } from '../calendar';
import {
  type Attendance,
  byId,
  type Household,
  type Id,
  type Mark,
  ownId,
  type Page,
  type Put,
  type Sample,
  type SchoolYear,
} from '../household';
import { isEnded, isThrough, paceEntered } from '../pace';
import { goingOn, newOf, thingsOfAlone, yearEnd } from '../record';
import { moveThing } from './things';

/** Marks of a table that are not there yet; those without an id get one. */
export const takeMarks = (now: Household, marks: readonly Mark[], newId: () => Id): Put[] =>
  newOf(now, marks).map((m): Put => ({ table: 'marks', put: { ...m, id: m.id || newId() } }));

/** A sample of a child's work is kept; without words, picture and place there is none. */
export const keepSample = (sample: Sample): Put[] =>
  sample.words.trim() === '' && !sample.picture && !sample.folder
    ? []
    : [{ table: 'samples', put: { ...sample, words: sample.words.trim().slice(0, 500) } }];

/** The parent's own words on a child's year; taken away where they are empty. */
export function keepPage(now: Household, page: Omit<Page, 'id'>, newId: () => Id): Put[] {
  const before = now.pages.find((p) => p.childId === page.childId && p.yearId === page.yearId);
  const text = page.text.trim().slice(0, 20_000);
  if (text === '') return before ? [{ table: 'pages', remove: before.id }] : [];
  return [{ table: 'pages', put: { ...page, text, id: before?.id ?? newId() } }];
}

/** What is said of one child's day that carries no mark; the minutes, where school was held. */
export interface SaidDay {
  childId: Id;
  day: Day;
  minutes?: number | undefined;
}

/**
 * Past days that carry no mark are said to have been something, each child's own; those of them of which it is asked no more by then stay
 * as they are.
 */
export function sayDays(
  now: Household,
  year: SchoolYear,
  today: Day,
  said: readonly SaidDay[],
  status: Attendance['status'],
): Put[] {
  const open = new Set(daysAsked(now, year, today).flatMap((d) => d.children.map((c) => `${c.id} ${d.day}`)));
  return said
    .filter((s) => open.has(`${s.childId} ${s.day}`))
    .map(({ childId, day, minutes }): Put => ({
      table: 'attendance',
      put: attendanceRow(childId, day, status, minutes),
    }));
}

/**
 * The year after another, from its shape; none where one is there already. An *even* course that is not through goes on in it as it went
 * (`goingOn`); what is through by then goes nowhere.
 */
export function makeNextYear(now: Household, yearId: Id, name: string): Put[] {
  const year = byId(now.years, yearId);
  const title = name.trim().slice(0, 120);
  if (!year || title === '' || yearAfter(now.years, year)) return [];
  const id = ownId(now.years, 'after', yearId);
  let parts = 0;
  const next = { ...nextYear(year, title, () => `${id} ${++parts}`), id };
  const paced = now.enrolments.flatMap((e): Put[] => {
    const pace = isEnded(e.life) || isThrough(now, e) ? undefined : goingOn(now, year, e, toDay(next.start));
    return pace ? [{ table: 'enrolments', put: paceEntered(e, pace) }] : [];
  });
  return [{ table: 'years', put: next }, ...paced];
}

/** A course that is through is given away or sold: all its own things that are not used up leave the house, each by an entry of the inventory. */
export function letCourseGo(now: Household, courseId: Id, kind: 'given' | 'sold', day: Day, newId: () => Id): Put[] {
  const title = byId(now.courses, courseId)?.title;
  const rows: Put[] = [];
  let then = now;
  for (const { material, onHand } of thingsOfAlone(now, courseId)) {
    const wish = { materialId: material.id, kind, quantity: onHand, day, ...(title ? { note: `with ${title}` } : {}) };
    const own = moveThing(then, wish, newId);
    rows.push(...own);
    // Each entry comes after the one before it.
    const entries = own.flatMap((p) => (p.table === 'movements' && 'put' in p ? [p.put] : []));
    then = { ...then, movements: [...then.movements, ...entries] };
  }
  return rows;
}

/** The things of a course alone are carried to the place where they wait for the next child. */
export const landCourse = (now: Household, courseId: Id, path: string): Put[] =>
  thingsOfAlone(now, courseId)
    .filter(({ material }) => material.place !== path)
    .map(({ material }): Put => ({ table: 'materials', put: { ...material, place: path } }));

/** What is written full, with no blank one left, is thrown: the thing leaves the inventory, and its record stays. */
export function throwWritten(now: Household, yearId: Id, materialId: Id, today: Day): Put[] {
  const year = byId(now.years, yearId);
  const written = year ? yearEnd(now, year, today).written : [];
  return written
    .filter((w) => w.material.id === materialId && w.thrown)
    .map(({ material }): Put => ({ table: 'materials', put: { ...material, retired: fromDay(today) } }));
}
