import { type Day, fromDay, nextSchoolDay, schoolDays, weekStart } from '../calendar';
import { type Household, type SchoolYear, SIT_DOWN_PARTS, type SitDown, type SitDownPart } from '../household';

/**
 * The first day of the week that is sat down over: until the first school day of a week is over that week itself, from then on the next one
 * that has school. Undefined once no school day is to come.
 */
export function weekToPlan(state: Pick<Household, 'settings'>, year: SchoolYear, today: Day): Day | undefined {
  const { firstDay } = state.settings;
  const own = weekStart(today, firstDay);
  const days = schoolDays(year);
  const first = days.find((d) => d >= own && d < own + 7);
  if (first !== undefined && today <= first) return own;
  const next = nextSchoolDay(year, own + 7);
  return next === undefined ? undefined : weekStart(next, firstDay);
}

export const sitDownOf = (state: Pick<Household, 'sitDowns'>, start: Day): SitDown | undefined =>
  state.sitDowns.find((s) => s.weekStart === fromDay(start));

/**
 * Whether it is offered to sit down over a week, today: from the last school day of a week to the first of the next, once a week, never
 * to a household with a standing routine, nor without courses.
 */
export function offersSitDown(state: Household, year: SchoolYear, today: Day): boolean {
  if (state.settings.sitDown === false || state.enrolments.length === 0) return false;
  const start = weekToPlan(state, year, today);
  if (start === undefined) return false;
  const row = sitDownOf(state, start);
  if (row?.away || row?.done.length === SIT_DOWN_PARTS.length) return false;
  const before = schoolDays(year).findLast((d) => d < start);
  // In the middle of a week nothing turns.
  return today >= start || before === undefined || today >= before;
}

/** A part is seen to, or is not after all; the row of the week is made by its first. */
export function sitDownRow(state: Pick<Household, 'sitDowns'>, start: Day, change: (s: SitDown) => SitDown): SitDown {
  return change(sitDownOf(state, start) ?? { id: '', weekStart: fromDay(start), done: [] });
}
export const withPart = (s: SitDown, part: SitDownPart, seen: boolean): SitDown => ({
  ...s,
  done: SIT_DOWN_PARTS.filter((p) => (p === part ? seen : s.done.includes(p))),
});
