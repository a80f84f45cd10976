import type { AnyRow, Household, Mark } from '../core/household';
import { carryMarks } from '../core/log';
import { rebased } from '../core/merge';
import type { AnyTable, Put, Row, RowChange } from './database';

/** Rows or changes by the table they are of, each in its order. */
export function byTable<T extends { table: AnyTable }>(all: readonly T[]): Map<AnyTable, T[]> {
  const made = new Map<AnyTable, T[]>();
  for (const one of all) {
    const own = made.get(one.table);
    if (own) own.push(one);
    else made.set(one.table, [one]);
  }
  return made;
}

/**
 * A row given as it is, put onto the row as it is now: only that in which it differs from the row as it was opened. A row that
 * nobody opened, or that is gone since, is put whole.
 */
export function onto(now: Household, put: Put, opened: Household | undefined): Put {
  if (!('put' in put) || !opened) return put;
  const find = (h: Household): AnyRow | undefined =>
    put.table === 'settings'
      ? (h.settings as unknown as AnyRow)
      : (h[put.table] as unknown as AnyRow[]).find((r) => r.id === put.put.id);
  const was = find(opened);
  const is = find(now);
  if (!was || !is || was === is) return put;
  const row = rebased(put.table, was, is, put.put as unknown as AnyRow);
  return { table: put.table, put: row } as unknown as Put;
}

/** The household with the changes' after sides in place; tables not named stay the same objects. */
export function applied(household: Household, changes: readonly RowChange[]): Household {
  const next = { ...household } as unknown as Record<string, Row | Row[]>;
  for (const [table, list] of byTable(changes)) {
    if (table === 'settings') {
      const after = list.at(-1)!.after;
      if (after) next[table] = after;
      continue;
    }
    // Few rows change at a time as a rule: each is looked for by itself, and all of them are listed only where many do.
    const was = new Map<string, Row>();
    const touched = new Map(list.map((c) => [c.id, c.after]));
    let rows = [...(household[table] as unknown as Row[])];
    const places = touched.size > 50 ? new Map(rows.map((r, i) => [r.id, i])) : undefined;
    for (const [id, after] of touched) {
      const at = places ? (places.get(id) ?? -1) : rows.findIndex((r) => r.id === id);
      if (at >= 0) was.set(id, rows[at]!);
      if (at < 0 && after) rows.push(after);
      else if (at >= 0 && after) rows[at] = after;
    }
    if ([...touched.values()].some((after) => !after))
      rows = rows.filter((r) => !touched.has(r.id) || touched.get(r.id));
    next[table] = rows;
    if (table === 'marks') {
      const changed = [...touched].map(([id, after]) => ({
        before: was.get(id) as Mark | undefined,
        after: after as Mark | undefined,
      }));
      carryMarks(household.marks, rows as unknown as Mark[], changed);
    }
  }
  return next as unknown as Household;
}
