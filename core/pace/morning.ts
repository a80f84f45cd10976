import type { Day } from '../calendar';
import { fromDay } from '../calendar';
import type { Enrolment, Household, Mark, SchoolYear } from '../household';
import { marksByEnrolment } from '../log';
import { relatedTo } from './related';
import { type Reserve, reserveOf } from './reserve';
import { makeTrack } from './track';

const cache = new WeakMap<Enrolment, { of: readonly unknown[]; marks: readonly Mark[]; reserve: Reserve }>();

/**
 * Days in hand as they stood this morning: without the marks of today or later. Kept until something but today's marks
 * changes, since it is asked for at every mark.
 */
export function morningReserve(state: Household, year: SchoolYear, enrolment: Enrolment, today: Day): Reserve {
  const date = fromDay(today);
  const groups = marksByEnrolment(state.marks);
  const near = relatedTo(state, enrolment);
  const all = near.flatMap((id) => groups.get(id) ?? []);
  const marks = all.filter((m) => m.date < date);
  if (marks.length === all.length) return reserveOf(makeTrack(state, year, enrolment, today), year);
  const { settings, children, absences, aways, calendars, feeds, courses, enrolments, loops, overlaps } = state;
  const calendar: unknown[] = [settings, children, absences, aways, calendars, feeds, year, today];
  const of = [...calendar, courses, enrolments, loops, overlaps, state.pins, state.proofs];
  const known = cache.get(enrolment);
  const same =
    known &&
    known.of.every((x, i) => x === of[i]) &&
    known.marks.length === marks.length &&
    known.marks.every((m, i) => m === marks[i]);
  if (same) return known.reserve;
  const reserve = reserveOf(makeTrack({ ...state, marks }, year, enrolment, today), year);
  cache.set(enrolment, { of, marks, reserve });
  return reserve;
}
