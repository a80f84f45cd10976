import { Frequency, type Options } from 'rrule';
import { MS_A_DAY, type Wall } from './zones';

/** Seconds of one period of the frequencies that are quicker than a day. */
const PERIOD: Partial<Record<Frequency, number>> = {
  [Frequency.HOURLY]: 3600,
  [Frequency.MINUTELY]: 60,
  [Frequency.SECONDLY]: 1,
};

/** Whether a rule repeats by the hour, the minute or the second. */
export const isQuick = (freq: Frequency): boolean => PERIOD[freq] !== undefined;

type Rule = Partial<Options> & { freq: Frequency; interval: number };

/**
 * The times of a rule that repeats by the hour, minute or second (RFC 5545, 3.3.10), in order, up to `last`. The library
 * that follows the slower rules steps by these with an inner loop of its own, which need not end where the steps never
 * meet the hours or minutes that are asked for; here every period looked at is counted, and whole hours and days that
 * a rule leaves out are passed over at once. BYWEEKNO and the numbers before weekdays have no meaning in such a rule
 * (they MUST NOT stand there) and are not heeded.
 * @param count is told of each period looked at; it throws when that has been enough.
 * @param take is given each time and answers whether to go on.
 */
export function quickRepeats(
  rule: Rule,
  start: Wall,
  last: Wall,
  count: () => void,
  take: (wall: Wall) => boolean,
): void {
  const length = PERIOD[rule.freq]! * 1000;
  const step = length * rule.interval;
  const origin = Math.floor(start / length) * length;
  const until = Math.min(last, rule.until?.getTime() ?? Infinity);
  const within = timesWithin(rule, start);
  const days = dayFilter(rule);
  const hours = asSet(rule.byhour);
  const minutes = asSet(rule.byminute);
  let left = rule.count ?? Infinity;
  /** The first period at or after a time. */
  const from = (time: Wall) => origin + Math.ceil((time - origin) / step) * step;
  let period = origin;
  while (period <= until && left > 0) {
    count();
    const hourOf = Math.floor(period / 3_600_000) * 3_600_000;
    if (!days(period)) period = from((Math.floor(period / MS_A_DAY) + 1) * MS_A_DAY);
    else if (hours && !hours.has(nth(hourOf / 3_600_000, 24))) period = from(hourOf + 3_600_000);
    else if (rule.freq !== Frequency.HOURLY && minutes && !minutes.has(nth(Math.floor(period / 60_000), 60)))
      period = from((Math.floor(period / 60_000) + 1) * 60_000);
    else {
      for (const offset of within(period)) {
        const wall = period + offset;
        if (wall < start) continue;
        if (wall > until || left <= 0 || !take(wall)) return;
        left--;
      }
      period += step;
    }
  }
}

/** The n-th of so many, for times before 1970 too. */
const nth = (n: number, of: number): number => ((n % of) + of) % of;

const asList = (given: number | number[] | null | undefined): number[] | undefined =>
  given === null || given === undefined ? undefined : Array.isArray(given) ? given : [given];
const asSet = (given: number | number[] | null | undefined): Set<number> | undefined => {
  const list = asList(given);
  return list && new Set(list);
};

/** The milliseconds into a period at which a rule strikes: BYMINUTE and BYSECOND expanded, BYSETPOS picked from them. */
function timesWithin(rule: Rule, start: Wall): (period: Wall) => number[] {
  const own = Math.floor(start / 1000);
  const seconds = asList(rule.bysecond);
  if (rule.freq === Frequency.SECONDLY) {
    const set = seconds && new Set(seconds);
    return (period) => (!set || set.has(nth(Math.floor(period / 1000), 60)) ? [0] : []);
  }
  const minutes = rule.freq === Frequency.HOURLY ? (asList(rule.byminute) ?? [nth(Math.floor(own / 60), 60)]) : [0];
  const all = [...new Set(minutes.flatMap((m) => (seconds ?? [nth(own, 60)]).map((s) => (m * 60 + s) * 1000)))].sort(
    (a, b) => a - b,
  );
  const places = asList(rule.bysetpos);
  const picked = places ? all.filter((_, i) => places.includes(i + 1) || places.includes(i - all.length)) : all;
  return () => picked;
}

/** Whether the day of a time is one that BYMONTH, BYMONTHDAY, BYYEARDAY and BYDAY allow. */
function dayFilter(rule: Rule): (time: Wall) => boolean {
  const months = asSet(rule.bymonth);
  const monthDays = asSet(rule.bymonthday);
  const yearDays = asSet(rule.byyearday);
  const weekdays = rule.byweekday as { weekday: number }[] | undefined;
  const onWeekdays = weekdays && new Set(weekdays.map((w) => w.weekday));
  return (time) => {
    const d = new Date(time);
    const [year, month, day] = [d.getUTCFullYear(), d.getUTCMonth(), d.getUTCDate()];
    if (months && !months.has(month + 1)) return false;
    if (
      monthDays &&
      !monthDays.has(day) &&
      !monthDays.has(day - 1 - new Date(Date.UTC(year, month + 1, 0)).getUTCDate())
    )
      return false;
    if (yearDays) {
      const n = Math.round((Date.UTC(year, month, day) - Date.UTC(year, 0, 1)) / MS_A_DAY);
      const length = Math.round((Date.UTC(year + 1, 0, 1) - Date.UTC(year, 0, 1)) / MS_A_DAY);
      if (!yearDays.has(n + 1) && !yearDays.has(n - length)) return false;
    }
    return !onWeekdays || onWeekdays.has((d.getUTCDay() + 6) % 7);
  };
}
