import type { ClosedRange, SchoolYear, SpecialDay } from '../household/types';
import { type Day, fromDay, toDay, weekdayOf } from './day';
import { dayKind, shapeOn } from './year';

/** What a press or a sweep over the year makes of its days. */
export type Paint =
  | { kind: 'close'; label: string }
  | { kind: 'open' }
  | { kind: 'light'; share: number }
  | { kind: 'catch-up' };

/**
 * The year with the days from `from` to `to` (both included, in either order) closed, opened, made light, or kept free
 * to catch up on. Days outside the year and outside the range stay as they are: closed ranges that reach beyond it are
 * cut. Opening and lightening a range leave days that are no school weekdays alone, unless there is nothing else in it:
 * a Saturday pressed by itself becomes a school day. To catch up on, any day that is not a school day already serves,
 * and school days do when nothing else is in the range. What is painted alike on two devices is one, by its id.
 */
export function paintDays(year: SchoolYear, from: Day, to: Day, paint: Paint): SchoolYear {
  const a = Math.max(toDay(year.start), Math.min(from, to));
  const b = Math.min(toDay(year.end), Math.max(from, to));
  if (b < a) return year;
  const days = Array.from({ length: b - a + 1 }, (_, i) => a + i);
  const inside = (iso: string) => iso >= fromDay(a) && iso <= fromDay(b);
  if (paint.kind === 'close') {
    const special = year.special.filter((s) => !inside(s.date));
    const others = withoutRange(year.closed, a, b);
    return { ...year, special, closed: [...others, closedRange(others, a, b, paint.label)] };
  }
  const school = days.filter((d) => shapeOn(year, d).weekdays.includes(weekdayOf(d)));
  const free = days.filter((d) => !['full', 'light'].includes(dayKind(year, d)));
  const chosen = paint.kind === 'catch-up' ? (free.length > 0 ? free : days) : school.length > 0 ? school : days;
  const touched = new Set(chosen.map(fromDay));
  let next: SchoolYear = { ...year, special: year.special.filter((s) => !touched.has(s.date)) };
  if (paint.kind === 'open') next = { ...next, closed: withoutRange(year.closed, a, b) };
  const special = chosen.map((d): SpecialDay | undefined => {
    const one = { id: unlike(next.special, fromDay(d)), date: fromDay(d), label: '' };
    if (paint.kind === 'catch-up') return { ...one, kind: 'catch-up', share: 100 };
    if (paint.kind === 'light') return { ...one, kind: 'light', share: paint.share };
    // Where taking the ranges off is enough, nothing need be said of the day.
    return ['full', 'light'].includes(dayKind(next, d)) ? undefined : { ...one, kind: 'extra', share: 100 };
  });
  return { ...next, special: [...next.special, ...special.filter((s) => s !== undefined)] };
}

/** The ranges with the days from `a` to `b` cut out of them; one that reaches over both ends falls into two. */
export function withoutRange(ranges: readonly ClosedRange[], a: Day, b: Day): ClosedRange[] {
  const left: ClosedRange[] = [];
  for (const c of ranges) {
    const [from, to] = [toDay(c.from), toDay(c.to)];
    const rest = { ...c, from: fromDay(b + 1) };
    if (to < a || from > b) left.push(c);
    else if (from < a) {
      left.push({ ...c, to: fromDay(a - 1) });
      if (to > b) left.push({ ...rest, id: rangeId([...ranges, ...left], b + 1, to) });
    } else if (to > b) left.push(rest);
  }
  return left;
}

/** A range that is closed from now on, beside others that are. */
export const closedRange = (others: readonly ClosedRange[], from: Day, to: Day, label: string): ClosedRange => ({
  id: rangeId(others, from, to),
  from: fromDay(from),
  to: fromDay(to),
  label,
});
const rangeId = (others: readonly { id: string }[], from: Day, to: Day) =>
  unlike(others, `${fromDay(from)} ${fromDay(to)}`);

/** An id by what a row says, which another device gives it too; with a number behind it where another row has it. */
function unlike(rows: readonly { id: string }[], id: string): string {
  const taken = (other: string) => rows.some((r) => r.id === other);
  for (let n = 1; ; n++) {
    const own = n === 1 ? id : `${id} ${n}`;
    if (!taken(own)) return own;
  }
}
