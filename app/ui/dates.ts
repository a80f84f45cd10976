import { type Weekday, WEEKDAY_NAMES, type Day } from '../../core/calendar';
import type { DateStyle } from '../../core/household';

export { dayAndDate, fullDate, longDate, monthName, shortDate, weekdayWords } from '../../core/words';
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

/** This moment, in milliseconds since 1970-01-01T00:00Z. */
export const momentHere = (): number => new Date().getTime();
