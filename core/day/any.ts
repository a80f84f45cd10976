import { type Day, dayKind, dayLabel, isBetweenYears, nextSchoolDay, toDay } from '../calendar';
import type { Household, SchoolYear } from '../household';
import { dayAndDate, longDate } from '../words';

/**
 * The date that a mark carries which is made on the page of a day: that day's own for a day gone by, and never one that is still to
 * come. Work of a later day that is done now was done now.
 */
export const recordedOn = (shown: Day, today: Day): Day => Math.min(shown, today);

/** What stands behind a mark made on the page of a later day: "ahead, on Sat 28 Nov". Empty for today and before. */
export const aheadWords = (state: Household, shown: Day, today: Day): string =>
  shown <= today ? '' : `, ahead, on ${dayAndDate(state.settings.dateStyle, today)}`;

/** The day whose list is shown beside a day without school: the next one with school. Undefined where there is school, or none to come. */
export function comingDay(state: Pick<Household, 'years'>, year: SchoolYear, day: Day): Day | undefined {
  if (isBetweenYears(state.years, day)) return undefined;
  const next = nextSchoolDay(year, day);
  return next === day ? undefined : next;
}

/** What a day without school is, in a sentence; empty for a school day, and between two years, of which the page itself speaks. */
export function noSchoolWords(state: Pick<Household, 'years' | 'settings'>, year: SchoolYear, day: Day): string {
  const style = state.settings.dateStyle;
  if (isBetweenYears(state.years, day)) return '';
  if (day < toDay(year.start)) return `The school year begins on ${longDate(style, toDay(year.start), day)}.`;
  if (day > toDay(year.end)) return `The school year ended on ${longDate(style, toDay(year.end), day)}.`;
  const label = dayLabel(year, day);
  switch (dayKind(year, day)) {
    case 'weekend':
      return 'No school day.';
    case 'closed':
      return label ? `A closed day: ${label}.` : 'A closed day.';
    case 'catch-up':
      return 'A day kept to catch up on.';
    default:
      return '';
  }
}
