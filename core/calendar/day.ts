/**
 * Calendar days as whole numbers. A day index counts days from 1970-01-01 (index 0) in the proleptic Gregorian
 * calendar, so differences are plain subtraction and neither time zone nor daylight saving can touch them.
 */

/** A calendar day in ISO 8601 extended form, `YYYY-MM-DD`, years 1000 to 9999. */
export type IsoDate = string;
/** Days since 1970-01-01; an integer, negative before it. */
export type Day = number;
/** ISO 8601 weekday: 1 is Monday, 7 is Sunday. */
export type Weekday = 1 | 2 | 3 | 4 | 5 | 6 | 7;
/** Their names in English, as the program writes and reads them. */
export const WEEKDAY_NAMES: Record<Weekday, string> = {
  1: 'Monday',
  2: 'Tuesday',
  3: 'Wednesday',
  4: 'Thursday',
  5: 'Friday',
  6: 'Saturday',
  7: 'Sunday',
};

/** A time of day in ISO 8601 form, `HH:MM`, 00:00 to 24:00. */
export type Clock = string;

const CLOCK = /^([01]\d|2[0-3]):([0-5]\d)$/;

/** True when the text is a time of day `HH:MM`; 24:00, the end of a day, is one too. */
export function isClock(text: unknown): text is Clock {
  return typeof text === 'string' && (CLOCK.test(text) || text === '24:00');
}

/** Minutes from midnight, 0 to 1440: `minutesOf('09:30') === 570`. */
export function minutesOf(clock: Clock): number {
  return Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));
}

/** The time of day so many minutes after midnight (0 to 1440): `clockOf(570) === '09:30'`. */
export function clockOf(minutes: number): Clock {
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
}

const PATTERN = /^([1-9]\d{3})-(\d{2})-(\d{2})$/;
const MS_A_DAY = 86_400_000;

function parse(text: string): Day | undefined {
  const m = PATTERN.exec(text);
  if (!m) return undefined;
  const [year, month, date] = [Number(m[1]), Number(m[2]), Number(m[3])];
  const ms = Date.UTC(year, month - 1, date);
  const back = new Date(ms);
  // Date.UTC rolls 30 February over into March; a date that comes back different was none.
  if (back.getUTCMonth() !== month - 1 || back.getUTCDate() !== date) return undefined;
  return Math.round(ms / MS_A_DAY);
}

/** True when the text is a real calendar day in the form `YYYY-MM-DD` (ISO 8601). */
export function isIsoDate(text: unknown): text is IsoDate {
  return typeof text === 'string' && parse(text) !== undefined;
}

/**
 * The day index of an ISO date: `toDay('1970-01-02') === 1`.
 * @throws RangeError when the text is not a calendar day.
 */
export function toDay(iso: IsoDate): Day {
  const day = parse(iso);
  if (day === undefined) throw new RangeError(`“${iso}” is not a calendar day (YYYY-MM-DD).`);
  return day;
}

/** The ISO date of a day index: `fromDay(0) === '1970-01-01'`. */
export function fromDay(day: Day): IsoDate {
  let date = written.get(day);
  if (date === undefined) {
    date = new Date(day * MS_A_DAY).toISOString().slice(0, 10);
    // A household's days are some thousands at the most; whoever asks for more is not remembered for ever.
    if (written.size >= MOST_WRITTEN) written.clear();
    written.set(day, date);
  }
  return date;
}
/** Days that were written before: a mark asks for the same few hundred some thousand times. */
const written = new Map<Day, IsoDate>();
const MOST_WRITTEN = 20_000;

/** The ISO 8601 weekday of a day; 1970-01-01 was a Thursday (4). */
export function weekdayOf(day: Day): Weekday {
  return (((((day + 3) % 7) + 7) % 7) + 1) as Weekday;
}

/** The first day of the household week that holds `day`; `firstDay` is 1 (Monday) to 7 (Sunday). */
export function weekStart(day: Day, firstDay: Weekday): Day {
  return day - ((weekdayOf(day) - firstDay + 7) % 7);
}

/** Whole years completed on `on` by someone born on `born`; one born on 29 February ages on 1 March in common years. */
export function ageOn(born: IsoDate, on: IsoDate): number {
  const years = Number(on.slice(0, 4)) - Number(born.slice(0, 4));
  return on.slice(5) < born.slice(5) ? years - 1 : years;
}

/** The number of the ISO 8601 week that holds the day (1 to 53): the week of a year's first Thursday is its week 1. */
export function isoWeek(day: Day): number {
  const thursday = weekStart(day, 1) + 3;
  const firstDay = toDay(`${fromDay(thursday).slice(0, 4)}-01-01`);
  return Math.floor((thursday - firstDay) / 7) + 1;
}

/** The first day of the month that holds the day. */
export function monthStart(day: Day): Day {
  return toDay(`${fromDay(day).slice(0, 7)}-01`);
}

/** The first day of the month so many months later (negative: earlier). */
export function addMonths(first: Day, months: number): Day {
  const [year, month] = fromDay(first).split('-').map(Number) as [number, number];
  const n = year * 12 + month - 1 + months;
  return toDay(`${String(Math.floor(n / 12)).padStart(4, '0')}-${String((n % 12) + 1).padStart(2, '0')}-01`);
}
