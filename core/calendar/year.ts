import type { SchoolYear, SpecialDay, YearShape } from '../household/types';
import { type IsoDate, type Day, fromDay, toDay, type Weekday, weekdayOf, weekStart } from './day';
import { blocksOf } from './rhythm';

/**
 * What a date of the calendar is: outside the year, not a school weekday, closed by the household or by its rhythm,
 * kept free to catch up on, light (part-days too), or full.
 */
export type DayKind = 'outside' | 'weekend' | 'closed' | 'catch-up' | 'light' | 'full';

/** A school year has at most so many days; a longer one is two. */
export const LONGEST_YEAR = 400;

/** One date of a year, as everything that was said of it makes it. */
interface Entry {
  kind: DayKind;
  /** 0 to 1: the share of a full day's hours that the day holds. */
  share: number;
  label: string;
  special?: SpecialDay;
  /** Of a day without school anyway: it lies where all is closed. */
  shut?: boolean;
}

/** The shape that a year has on a day: its own, or what it was before it was changed. */
export const shapeOn = (year: SchoolYear, day: Day): YearShape =>
  year.earlier?.find((e) => day <= toDay(e.until)) ?? year;

/** A shape alone, without what else stands in a year. */
export const plainShape = ({ weekdays, light, rhythm }: YearShape): YearShape => ({
  weekdays,
  light,
  ...(rhythm ? { rhythm } : {}),
});

/** The shapes of a year, one behind the other, each with its first and last day. */
function shapesOf(year: SchoolYear): { shape: YearShape; from: Day; to: Day }[] {
  const last = toDay(year.end);
  let from = toDay(year.start);
  const made = (year.earlier ?? []).flatMap((shape) => {
    const own = { shape, from, to: Math.min(last, toDay(shape.until)) };
    from = Math.max(from, own.to + 1);
    return own.to < own.from ? [] : [own];
  });
  return from > last ? made : [...made, { shape: year, from, to: last }];
}

/**
 * A year with another shape from a day on; what lies before that day stays. From its first day or earlier, the year was never
 * another.
 */
export function reshaped(year: SchoolYear, shape: YearShape, from: Day): SchoolYear {
  const { earlier: _e, rhythm: _r, ...rest } = year;
  const until = fromDay(from - 1);
  const earlier = shapesOf(year)
    .filter((s) => s.from < from)
    .map(({ shape: was, to }) => ({ until: to < from ? fromDay(to) : until, ...plainShape(was) }));
  return {
    ...rest,
    ...plainShape(shape),
    ...(earlier.length > 0 ? { earlier } : {}),
  };
}

const tables = new WeakMap<SchoolYear, { first: Day; entries: Entry[]; open: Day[] }>();

/**
 * Every date of a year, worked out once. What was said of the date itself counts first; then closed ranges; then the
 * rhythm (between terms, in a week off, there is no school); then weekdays and light weekdays.
 */
function tableOf(year: SchoolYear): { first: Day; entries: Entry[]; open: Day[] } {
  const known = tables.get(year);
  if (known) return known;
  const first = toDay(year.start);
  const last = toDay(year.end);
  const entries: Entry[] = [];
  for (let d = first; d <= last; d++) {
    const weekday = weekdayOf(d);
    const shape = shapeOn(year, d);
    const light = shape.light.find((l) => l.weekday === weekday);
    entries.push(
      !shape.weekdays.includes(weekday)
        ? { kind: 'weekend', share: 1, label: '' }
        : { kind: light ? 'light' : 'full', share: light ? light.share / 100 : 1, label: '' },
    );
  }
  const close = (from: Day, to: Day, label: string) => {
    for (let d = Math.max(first, from); d <= Math.min(last, to); d++) {
      const e = entries[d - first]!;
      entries[d - first] =
        e.kind === 'weekend'
          ? { ...e, shut: true }
          : { kind: 'closed', share: e.share, label: e.kind === 'closed' ? e.label : label };
    }
  };
  // A range that is named wins over the break it lies in; of several, the first.
  for (const c of year.closed) close(toDay(c.from), toDay(c.to), c.label);
  for (const { shape, from, to } of shapesOf(year)) {
    if (!shape.rhythm) continue;
    const off = shape.rhythm.kind === 'terms' ? 'between terms' : 'week off';
    let next = from;
    for (const b of blocksOf(shape.rhythm, to)) {
      close(next, Math.min(to, b.from - 1), off);
      next = Math.max(next, b.to + 1);
    }
    close(next, to, off);
  }
  for (const s of year.special) {
    const d = toDay(s.date);
    if (d < first || d > last) continue;
    const kind = s.kind === 'catch-up' ? 'catch-up' : s.share < 100 ? 'light' : 'full';
    entries[d - first] = { kind, share: s.share / 100, label: s.label, special: s };
  }
  const open: Day[] = [];
  entries.forEach((e, i) => (e.kind === 'light' || e.kind === 'full') && open.push(first + i));
  const table = { first, entries, open };
  tables.set(year, table);
  return table;
}

const entryOf = (year: SchoolYear, day: Day): Entry | undefined => {
  const { first, entries } = tableOf(year);
  return entries[day - first];
};

/** The kind of one day in a school year. */
export function dayKind(year: SchoolYear, day: Day): DayKind {
  return entryOf(year, day)?.kind ?? 'outside';
}

/** Whether a day is closed: a school day in a closed range or a break, or a Saturday in one, which else something can be moved onto. */
export const isShut = (year: SchoolYear, day: Day): boolean => {
  const entry = entryOf(year, day);
  return entry?.kind === 'closed' || entry?.shut === true;
};

/** Whether there is school on a day of that kind, were it to catch up. */
export const hasSchool = (kind: DayKind): boolean => kind === 'full' || kind === 'light' || kind === 'catch-up';

/** Why a day is closed or special, in the parent's words; empty or undefined when nothing was said. */
export function dayLabel(year: SchoolYear, day: Day): string | undefined {
  return entryOf(year, day)?.label;
}

/** What was said of this one date, if anything was. */
export function specialOn(year: SchoolYear, day: Day): SpecialDay | undefined {
  return entryOf(year, day)?.special;
}

/** All school days of a year in order, light ones and part-days too; days to catch up on are none until worked on. */
export function schoolDays(year: SchoolYear): readonly Day[] {
  return tableOf(year).open;
}

/** The days of a year kept free to catch up on, in order. */
export function catchUpDays(year: SchoolYear): Day[] {
  return year.special
    .filter((s) => s.kind === 'catch-up' && dayKind(year, toDay(s.date)) === 'catch-up')
    .map((s) => toDay(s.date))
    .sort((a, b) => a - b);
}

/** The share (0 to 1) of a full day's hours that a school day, or a day to catch up on, holds. */
export function dayShare(year: SchoolYear, day: Day): number {
  return entryOf(year, day)?.share ?? 1;
}

/** The number of the teaching week that holds the day: weeks of the household with no school day are not counted. */
export function teachingWeek(year: SchoolYear, day: Day, firstDay: Weekday): number {
  const starts = new Set<Day>();
  const upTo = weekStart(day, firstDay) + 6;
  for (const d of schoolDays(year)) if (d <= upTo) starts.add(weekStart(d, firstDay));
  return starts.size;
}

/** The school year for a day: the one that holds it, else the next to start, else the last that ended. */
export function yearFor(years: readonly SchoolYear[], day: Day): SchoolYear | undefined {
  const sorted = [...years].sort((a, b) => (a.start < b.start ? -1 : 1));
  const holding = sorted.find((y) => toDay(y.start) <= day && day <= toDay(y.end));
  return holding ?? sorted.find((y) => toDay(y.start) > day) ?? sorted.at(-1);
}

/** The school years that are set up behind another, in their order. */
export const yearsAfter = (years: readonly SchoolYear[], { end }: Pick<SchoolYear, 'end'>): SchoolYear[] =>
  years.filter((y) => y.start > end).sort((a, b) => (a.start < b.start ? -1 : 1));

/** The school year that comes next behind another; undefined where none is there yet. */
export const yearAfter = (years: readonly SchoolYear[], year: Pick<SchoolYear, 'end'>): SchoolYear | undefined =>
  yearsAfter(years, year)[0];

/** The school year in which something begins on a day: that which holds it, or the next one behind; undefined while it is not set up. */
export const yearFrom = (years: readonly SchoolYear[], day: Day): SchoolYear | undefined => {
  const year = yearFor(years, day);
  return year && toDay(year.end) >= day ? year : undefined;
};

/** What keeps the dates of a year from being kept beside the other years, in a sentence; undefined when nothing does. */
export function yearFault(
  year: Pick<SchoolYear, 'id' | 'start' | 'end'>,
  others: readonly SchoolYear[],
): string | undefined {
  if (year.end < year.start) return 'The last day comes before the first.';
  if (toDay(year.end) - toDay(year.start) > LONGEST_YEAR)
    return `A school year has at most ${LONGEST_YEAR} days: make two.`;
  const met = others.find((o) => o.id !== year.id && o.start <= year.end && year.start <= o.end);
  return met && `These days run into “${met.name}” (${met.start} to ${met.end}): a day belongs to one year.`;
}

/** Whether a school year has ended before a day: nothing of it is to come, and nothing can be too late for it any more. */
export const isOver = (year: Pick<SchoolYear, 'end'>, day: Day): boolean => day > toDay(year.end);

/** Whether a day lies behind a school year and in none: a time of its own, whose work stands on its own dates. */
export const isBetweenYears = (years: readonly Pick<SchoolYear, 'start' | 'end'>[], day: Day): boolean => {
  const date = fromDay(day);
  return years.some((y) => y.end < date) && !years.some((y) => y.start <= date && date <= y.end);
};

/** The first school day on or after `day`, or undefined when the year has none left. */
export function nextSchoolDay(year: SchoolYear, day: Day): Day | undefined {
  return schoolDays(year).find((d) => d >= day);
}

/** The first day of all school years; undefined where there is none. */
export const beganOn = (years: readonly SchoolYear[]): IsoDate | undefined => years.map((y) => y.start).sort()[0];
