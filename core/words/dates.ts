import { type Day, fromDay, type IsoDate, toDay } from '../calendar';
import type { DateStyle } from '../household';

const LOCALES: Record<DateStyle, string> = { 'day month': 'en-GB', 'month day': 'en-US', 'year-month-day': 'en-GB' };

const instant = (day: Day) => new Date(day * 86_400_000);
/** Making a formatter costs far more than using one: each is made once. */
const formatters = new Map<string, Intl.DateTimeFormat>();
function format(style: DateStyle, day: Day, options: Intl.DateTimeFormatOptions): string {
  const key = `${style} ${JSON.stringify(options)}`;
  let made = formatters.get(key);
  if (!made) {
    made = new Intl.DateTimeFormat(LOCALES[style], { ...options, timeZone: 'UTC' });
    formatters.set(key, made);
  }
  return made.format(instant(day));
}

const inAnotherYear = (day: Day, near: Day | undefined) =>
  near !== undefined && fromDay(near).slice(0, 4) !== fromDay(day).slice(0, 4);

/** "Wednesday 11 November"; with its year where `near` lies in another. */
export function longDate(style: DateStyle, day: Day, near?: Day): string {
  if (style === 'year-month-day') return `${format(style, day, { weekday: 'long' })} ${fromDay(day)}`;
  return format(style, day, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    ...(inAnotherYear(day, near) ? { year: 'numeric' } : {}),
  });
}

/** "11 Nov"; "11 Nov 2027" where `near` is given and lies in another year. */
export function shortDate(style: DateStyle, day: Day | IsoDate, near?: Day): string {
  const d = typeof day === 'string' ? toDay(day) : day;
  if (style === 'year-month-day') return fromDay(d);
  return format(style, d, {
    day: 'numeric',
    month: 'short',
    ...(inAnotherYear(d, near) ? { year: 'numeric' } : {}),
  });
}

/** "Wed 11 Nov"; with its year where `near` lies in another. */
export function dayAndDate(style: DateStyle, day: Day, near?: Day): string {
  return `${format(style, day, { weekday: 'short' })} ${shortDate(style, day, near)}`;
}
