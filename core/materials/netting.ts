import type { Day } from '../calendar';

/** So much on a day. */
export interface Dated {
  day: Day;
  quantity: number;
}
/** One day of a thing's table. */
export interface NetRow {
  day: Day;
  /** What is wanted on the day. */
  gross: number;
  /** What arrives for it. */
  receipts: number;
  /** What is there after it if nothing more is ordered: of what is used up all that is left, of what comes back what is over on the day. */
  balance: number;
  /** What has to be got for this day, if all before it was got: the net requirement. */
  net: number;
}

/** In order of days, what several say of one day together; lists that are so already, as most are, stay as they are. */
function byDay(list: readonly Dated[]): readonly Dated[] {
  if (list.every((d, i) => i === 0 || list[i - 1]!.day < d.day)) return list;
  const days = new Map<Day, number>();
  for (const { day, quantity } of list) days.set(day, (days.get(day) ?? 0) + quantity);
  return [...days].map(([day, quantity]) => ({ day, quantity })).sort((a, b) => a.day - b.day);
}

/**
 * A thing's needs netted over time, day by day, as the textbooks of material requirements planning have it, lot for lot: what
 * is on hand and arrives by a day, less what is wanted by then. What arrives on a day serves that day. `usedUp`: needs add up;
 * without it, what was used on one day is there again on the next, and what was got for one stays.
 * @param gross wanted by day, 0 or more; several of a day add up.
 * @param receipts what is sure to arrive.
 * @example net(10, [{ day: 1, quantity: 8 }, { day: 3, quantity: 5 }], [], true).map((r) => r.net) // => [0, 3]
 */
export function net(onHand: number, gross: readonly Dated[], receipts: readonly Dated[], usedUp: boolean): NetRow[] {
  const [wanted, coming] = [byDay(gross), byDay(receipts)];
  const rows: NetRow[] = [];
  let there = onHand;
  let [got, w, c] = [0, 0, 0];
  while (w < wanted.length || c < coming.length) {
    const day = Math.min(wanted[w]?.day ?? Infinity, coming[c]?.day ?? Infinity);
    const need = wanted[w]?.day === day ? wanted[w++]!.quantity : 0;
    const comes = coming[c]?.day === day ? coming[c++]!.quantity : 0;
    there += comes;
    const balance = there - need;
    const lack = Math.max(0, -(balance + got));
    got += lack;
    rows.push({ day, gross: need, receipts: comes, balance, net: lack });
    if (usedUp) there = balance;
  }
  return rows;
}

/**
 * The first day on which something is missing, and how many are by the last day of a horizon; undefined where nothing is.
 * @example
 * shortageIn(net(10, [{ day: 1, quantity: 8 }, { day: 3, quantity: 5 }], [], true)) // => { day: 3, quantity: 3 }
 */
export function shortageIn(rows: readonly NetRow[], until: Day = Infinity): Dated | undefined {
  const first = rows.find((r) => r.net > 0 && r.day <= until);
  if (!first) return undefined;
  return { day: first.day, quantity: rows.reduce((n, r) => (r.day <= until ? n + r.net : n), 0) };
}

/**
 * A quantity in whole packs: never less than is missing, never a pack too many.
 * @example
 * packsFor(13, 12) // => 2
 * packsFor(3) // => 3
 */
export const packsFor = (quantity: number, pack = 1): number => Math.ceil(quantity / pack);
