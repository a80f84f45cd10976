import {
  type Clock,
  type Day,
  fromDay,
  isIsoDate,
  type IsoDate,
  toDay,
  type Weekday,
  WEEKDAY_NAMES,
} from '../calendar';
import { listing } from './figures';
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

/**
 * A day of another year than `near` is told without its year as well where nobody could take it for another: up to two months behind it and
 * to ten months ahead, which together are less than a year. So a school year's end is “11 Jun” from its first day on.
 */
const [BEHIND, AHEAD] = [60, 300];
const wantsYear = (day: Day, near: Day | undefined) =>
  near !== undefined &&
  fromDay(near).slice(0, 4) !== fromDay(day).slice(0, 4) &&
  (day < near - BEHIND || day > near + AHEAD);

/** A day of a year that is not this day’s: near it, any day is told with its year. */
const anotherYear = (day: Day): Day => (day > 0 ? -366 : 366);

/** "Wednesday 11 November"; with its year where `near` is given and it could be taken for another. */
export function longDate(style: DateStyle, day: Day, near?: Day): string {
  const weekday = format(style, day, { weekday: 'long' });
  if (style === 'year-month-day') return `${weekday} ${fromDay(day)}`;
  const date = format(style, day, {
    day: 'numeric',
    month: 'long',
    ...(wantsYear(day, near) ? { year: 'numeric' } : {}),
  });
  // Put together here: whether a comma stands between them differs from one engine’s tables to another’s.
  return style === 'month day' ? `${weekday}, ${date}` : `${weekday} ${date}`;
}

/** A day named in full, always with its year: "Wednesday 11 November 2026", "Wednesday, November 11, 2026", "Wednesday 2026-11-11". */
export const fullDate = (style: DateStyle, day: Day): string => longDate(style, day, anotherYear(day));

/** "11 Nov"; "11 Nov 2027" where `near` is given and it could be taken for another. */
export function shortDate(style: DateStyle, day: Day | IsoDate, near?: Day): string {
  const d = typeof day === 'string' ? toDay(day) : day;
  if (style === 'year-month-day') return fromDay(d);
  return format(style, d, {
    day: 'numeric',
    month: 'short',
    ...(wantsYear(d, near) ? { year: 'numeric' } : {}),
  });
}

/** "Wed 11 Nov"; with its year where `near` is given and it could be taken for another. */
export function dayAndDate(style: DateStyle, day: Day, near?: Day): string {
  return `${format(style, day, { weekday: 'short' })} ${shortDate(style, day, near)}`;
}

/** A date as a field shows it, always with its year: "11 Nov 2026", "Nov 11, 2026", "2026-11-11". */
export const fieldDate = (style: DateStyle, day: Day): string => shortDate(style, day, anotherYear(day));

const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
];
/** The name of a month, 1 to 12. */
export const monthName = (month: number): string => MONTHS[month - 1] ?? '';
/** The month that a word of three letters or more begins the name of, 1 to 12; 0 when it is none. */
const monthOf = (word: string): number =>
  word.length < 3 ? 0 : 1 + MONTHS.findIndex((m) => m.toLowerCase().startsWith(word.toLowerCase()));
const dateOf = (year: number, month: number, day: number): IsoDate | undefined => {
  const iso = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  return isIsoDate(iso) ? iso : undefined;
};

/**
 * A date as somebody types it: "11 Nov", "11 November 2026", "Nov 11", "11.11.26", "11/11", in the household's order of day
 * and month where both are numbers, and always "2026-11-11" (ISO 8601). Without a year the one is taken that puts it
 * nearest to `near`; a year of two figures lies within fifty years of it. Undefined when it is no date that exists.
 */
export function readDate(style: DateStyle, text: string, near: Day): IsoDate | undefined {
  const clean = text.trim().replace(/^\p{L}+day,?\s+|^(?:mon|tue|wed|thu|fri|sat|sun)\.?,?\s+/iu, '');
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(clean);
  if (iso) return dateOf(+iso[1]!, +iso[2]!, +iso[3]!);
  const parts = clean.split(/[\s,./-]+/).filter(Boolean);
  if (parts.length < 2 || parts.length > 3) return undefined;
  const word = parts.findIndex((p) => /^\p{L}+$/u.test(p));
  const [d, m] = word === 0 ? [1, 0] : word === 1 ? [0, 1] : style === 'day month' ? [0, 1] : [1, 0];
  const numbers = parts.map((p) =>
    /^\d{1,4}$/.test(p.replace(/(?<=\d)(?:st|nd|rd|th)$/i, '')) ? parseInt(p, 10) : NaN,
  );
  const month = word >= 0 ? (word < 2 ? monthOf(parts[word]!) : 0) : numbers[m]!;
  const day = numbers[d]!;
  if (!(month >= 1 && month <= 12) || !(day >= 1 && day <= 31)) return undefined;
  const here = Number(fromDay(near).slice(0, 4));
  if (parts.length === 2) {
    const around = [here - 1, here, here + 1].flatMap((y) => dateOf(y, month, day) ?? []);
    return around.sort((a, b) => Math.abs(toDay(a) - near) - Math.abs(toDay(b) - near))[0];
  }
  const year = numbers[2]!;
  if (Number.isNaN(year) || (parts[2]!.length !== 2 && parts[2]!.length !== 4)) return undefined;
  if (parts[2]!.length === 4) return dateOf(year, month, day);
  const century = [here - 100, here, here + 100].map((y) => Math.floor(y / 100) * 100 + year);
  return dateOf(century.sort((a, b) => Math.abs(a - here) - Math.abs(b - here))[0]!, month, day);
}

/** A time of day as somebody types it: "9", "9:30", "09.30", "0930", "1:15 pm". Undefined when there is no such time. */
export function readClock(text: string): Clock | undefined {
  const m = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*([ap])?\.?(?:m\.?)?$/i.exec(text.trim());
  if (!m) return undefined;
  const half = m[3]?.toLowerCase();
  let hours = Number(m[1]);
  if (half && (hours < 1 || hours > 12)) return undefined;
  if (half) hours = (hours % 12) + (half === 'p' ? 12 : 0);
  const minutes = Number(m[2] ?? 0);
  if (hours > 23 || minutes > 59) return undefined;
  return `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`;
}

/** Weekdays in words: "every day", "Mon to Fri", "Mon and Thu"; "on no weekday". */
export function weekdayWords(weekdays: readonly Weekday[]): string {
  const days = [...new Set(weekdays)].sort((a, b) => a - b);
  const short = (d: Weekday) => WEEKDAY_NAMES[d].slice(0, 3);
  if (days.length === 0) return 'on no weekday';
  if (days.length === 7) return 'every day';
  const run = days.length > 2 && days.at(-1)! - days[0]! === days.length - 1;
  return run ? `${short(days[0]!)} to ${short(days.at(-1)!)}` : listing(days.map(short));
}
