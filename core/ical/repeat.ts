import type ICAL from 'ical.js';
import { Frequency, type Options, RRule, Weekday } from 'rrule';
import { isQuick, quickRepeats } from './quick';
import type { Wall } from './zones';

/** Dates a rule may look at before it is cut off: a daily one reaches back 130 years with them. */
export const MOST_LOOKED_AT = 50_000;
/** Times a rule may name inside the window. */
export const MOST_REPEATS = 2_000;

export interface Repeats {
  walls: Wall[];
  /** The rule asked for more than is followed: what is missing lies behind the last one. */
  cutOff: boolean;
}

/** The dates that all rules of one calendar may look at together. */
export interface Budget {
  left: number;
}

class TooMuch extends Error {}

const FREQUENCIES: Record<string, Frequency> = {
  YEARLY: RRule.YEARLY,
  MONTHLY: RRule.MONTHLY,
  WEEKLY: RRule.WEEKLY,
  DAILY: RRule.DAILY,
  HOURLY: RRule.HOURLY,
  MINUTELY: RRule.MINUTELY,
  SECONDLY: RRule.SECONDLY,
};
const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];

/**
 * The times a recurrence rule names from `first` to `last`, on the event's own wall. `until` is the rule's end on the
 * same wall. Rules that never come true, repeat by the second, or reach back for ages are cut off after a set
 * amount of work (not of time), so the same file always gives the same days.
 */
export function repeats(
  rule: ICAL.Recur,
  start: Wall,
  until: Wall | undefined,
  { first, last, budget }: { first: Wall; last: Wall; budget: Budget },
): Repeats {
  const options = optionsOf(rule, start, until);
  if (!options) return { walls: [], cutOff: false };
  const walls: Wall[] = [];
  let cutOff = false;
  const take = (wall: Wall): boolean => {
    if (wall > last) return false;
    if (wall >= first && walls.length >= MOST_REPEATS) {
      cutOff = true;
      return false;
    }
    if (wall >= first) walls.push(wall);
    return true;
  };
  let work = 0;
  // Every date that is tried costs as many looks as the rule names times on it: the library makes all of them at once.
  const times = isQuick(options.freq) ? 1 : timesADay(options);
  const count = () => {
    work += times;
    budget.left -= times;
    if (work > MOST_LOOKED_AT || budget.left < 0) throw new TooMuch();
  };
  try {
    if (isQuick(options.freq)) quickRepeats(options, start, last, count, take);
    else {
      const made = new RRule(options, true);
      countWork(made, count);
      made.all((date) => take(date.getTime()));
    }
  } catch (error) {
    if (!(error instanceof TooMuch)) throw error;
    cutOff = true;
  }
  return { walls, cutOff };
}

/** Times on one date that a rule's hours, minutes and seconds come to. */
function timesADay({ byhour, byminute, bysecond }: Made): number {
  const named = (list: number | number[] | null | undefined) => (Array.isArray(list) ? Math.max(1, list.length) : 1);
  return named(byhour) * named(byminute) * named(bysecond);
}

/**
 * Lets the library stop: it looks up `bymonth` for each date it tries, so that is where the work is counted. Without
 * this a rule like “30 February” is searched for up to the year 9999.
 */
function countWork(rule: RRule, count: () => void): void {
  const months = rule.options.bymonth;
  Object.defineProperty(rule.options, 'bymonth', {
    enumerable: true,
    get() {
      count();
      return months;
    },
  });
}

type Made = Partial<Options> & { freq: Frequency; interval: number };

function optionsOf(rule: ICAL.Recur, start: Wall, until: Wall | undefined): Made | undefined {
  const freq = FREQUENCIES[rule.freq];
  if (freq === undefined) return undefined;
  const parts = rule.parts as Record<string, (number | string)[] | undefined>;
  const list = (name: string) => {
    const given = parts[name];
    return given === undefined ? undefined : given.map(Number);
  };
  const byweekday = parts['BYDAY']?.map((text) => {
    const m = /^([+-]?\d+)?(MO|TU|WE|TH|FR|SA|SU)$/.exec(String(text));
    if (!m) throw new RangeError(`BYDAY=${String(text)}`);
    const n = m[1] === undefined ? undefined : Number(m[1]);
    return n === undefined ? new Weekday(WEEKDAYS.indexOf(m[2]!)) : new Weekday(WEEKDAYS.indexOf(m[2]!), n);
  });
  const options: Made = {
    freq,
    dtstart: new Date(start),
    interval: Math.max(1, rule.interval),
    // ical.js counts weekdays from Sunday as 1, the other library from Monday as 0.
    wkst: (rule.wkst + 5) % 7,
  };
  const given: Partial<Options> = {
    ...(rule.count ? { count: rule.count } : {}),
    ...(until === undefined ? {} : { until: new Date(until) }),
    ...(byweekday ? { byweekday } : {}),
  };
  const byName = {
    bymonth: list('BYMONTH'),
    bymonthday: list('BYMONTHDAY'),
    byyearday: list('BYYEARDAY'),
    byweekno: list('BYWEEKNO'),
    byhour: list('BYHOUR'),
    byminute: list('BYMINUTE'),
    bysecond: list('BYSECOND'),
    bysetpos: list('BYSETPOS'),
  };
  for (const [key, value] of Object.entries(byName)) if (value) Object.assign(given, { [key]: value });
  return { ...options, ...given };
}
