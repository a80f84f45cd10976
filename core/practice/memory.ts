import { type Day, fromDay, toDay, weekStart } from '../calendar';
import type { Household, Id, MemoryItem, Recital } from '../household';

/** Review items said beside the week's own, on one day. */
export const REVIEWED_A_DAY = 3;

/** Memory work of a day: what is new this week, and what is said again, the least said first. */
export interface MemoryDay {
  fresh: MemoryItem[];
  review: MemoryItem[];
  /** Those of both that were said on the day. */
  said: ReadonlySet<Id>;
  /** Items of all weeks so far. */
  all: number;
}

const byWeek = (a: MemoryItem, b: MemoryItem) =>
  a.week !== b.week ? (a.week < b.week ? -1 : 1) : a.strand.localeCompare(b.strand) || (a.id < b.id ? -1 : 1);

/**
 * The memory work of a day: the items whose week it is, and of all weeks before those that were said least often, the longest unsaid first:
 * a fair rotation, worked out from what was said and nothing else. Of the day itself nothing that was said on it moves.
 */
export function memoryOn(state: Household, day: Day): MemoryDay {
  const start = weekStart(day, state.settings.firstDay);
  const date = fromDay(day);
  const open = state.memory.filter((m) => toDay(m.week) <= day).sort(byWeek);
  const isFresh = (m: MemoryItem) => weekStart(toDay(m.week), state.settings.firstDay) === start;
  // How often it was said by the day before: not counted while it was new, when it was said daily anyway.
  const counts = new Map<Id, { n: number; last: string }>();
  const week = new Map(open.map((m) => [m.id, weekStart(toDay(m.week), state.settings.firstDay)]));
  for (const r of state.recitals) {
    const first = week.get(r.itemId);
    if (first === undefined || r.date >= date || toDay(r.date) < first + 7) continue;
    const c = counts.get(r.itemId) ?? { n: 0, last: '' };
    counts.set(r.itemId, { n: c.n + 1, last: r.date > c.last ? r.date : c.last });
  }
  const of = (m: MemoryItem) => counts.get(m.id) ?? { n: 0, last: '' };
  const review = open
    .filter((m) => !isFresh(m))
    .sort((a, b) => of(a).n - of(b).n || of(a).last.localeCompare(of(b).last) || byWeek(a, b))
    .slice(0, REVIEWED_A_DAY);
  return {
    ...{ fresh: open.filter(isFresh), review, all: open.length },
    said: new Set(state.recitals.filter((r) => r.date === date).map((r) => r.itemId)),
  };
}

/** How often each item was said, and when last. */
export function recitedOf(
  state: Pick<Household, 'recitals'>,
  itemId: Id,
): { times: number; last: Recital['date'] | undefined } {
  const own = state.recitals.filter((r) => r.itemId === itemId).map((r) => r.date);
  return { times: own.length, last: own.reduce<string | undefined>((a, b) => (a && a > b ? a : b), undefined) };
}
