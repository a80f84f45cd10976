import { type Day, fromDay, type IsoDate, toDay, type Weekday, WEEKDAY_NAMES } from '../../core/calendar';
import type { DateStyle } from '../../core/household';

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

/** "Wednesday 11 November". */
export function longDate(style: DateStyle, day: Day): string {
  if (style === 'year-month-day') return `${format(style, day, { weekday: 'long' })} ${fromDay(day)}`;
  return format(style, day, { weekday: 'long', day: 'numeric', month: 'long' });
}

/** "11 Nov"; with the year where `near` is given and lies so far off that the reader could take it for another. */
export function shortDate(style: DateStyle, day: Day | IsoDate, near?: Day): string {
  const d = typeof day === 'string' ? toDay(day) : day;
  if (style === 'year-month-day') return fromDay(d);
  const far = near !== undefined && Math.abs(d - near) > 300;
  return format(style, d, { day: 'numeric', month: 'short', ...(far ? { year: 'numeric' } : {}) });
}

/** "Wed 11 Nov". */
export function dayAndDate(style: DateStyle, day: Day): string {
  return `${format(style, day, { weekday: 'short' })} ${shortDate(style, day)}`;
}

export { WEEKDAY_NAMES };

/** The seven weekdays from the household's first day on. */
export function weekFrom(first: Weekday): Weekday[] {
  return Array.from({ length: 7 }, (_, i) => (((first - 1 + i) % 7) + 1) as Weekday);
}

/** First day of the week and date style as the reader's locale has them. */
export function localeHabits(locale: string = navigator.language): { firstDay: Weekday; dateStyle: DateStyle } {
  let firstDay: Weekday = 1;
  try {
    const l = new Intl.Locale(locale) as Intl.Locale & {
      getWeekInfo?: () => { firstDay: number };
      weekInfo?: { firstDay: number };
    };
    const info = l.getWeekInfo?.() ?? l.weekInfo;
    if (info && info.firstDay >= 1 && info.firstDay <= 7) firstDay = info.firstDay as Weekday;
  } catch {
    // An unknown locale keeps ISO 8601's Monday.
  }
  const parts = new Intl.DateTimeFormat(locale).formatToParts(new Date(0)).map((p) => p.type);
  const dateStyle =
    parts.indexOf('year') === 0
      ? 'year-month-day'
      : parts.indexOf('month') < parts.indexOf('day')
        ? 'month day'
        : 'day month';
  return { firstDay, dateStyle };
}

/** The civil date on this machine now. */
export function todayHere(): Day {
  const now = new Date();
  return Math.round(Date.UTC(now.getFullYear(), now.getMonth(), now.getDate()) / 86_400_000);
}

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
/** The name of a month, 1 to 12. */
export const monthName = (month: number): string => MONTHS[month - 1] ?? '';

/** This moment, in milliseconds since 1970-01-01T00:00Z. */
export const momentHere = (): number => new Date().getTime();
