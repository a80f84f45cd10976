import type { AnyRow, Change } from './references';
import type { Household } from './types';

/** The household once some rows are stored as they are, without anything that follows from them; tables not named stay what they were. */
export function applied(state: Household, changes: readonly Change[]): Household {
  const next = { ...state } as unknown as Record<string, AnyRow[] | AnyRow>;
  for (const table of new Set(changes.map((c) => c.table))) {
    const own = changes.filter((c) => c.table === table);
    if (table === 'settings') {
      const last = own.findLast((c) => 'put' in c);
      if (last && 'put' in last) next['settings'] = last.put;
      continue;
    }
    const rows = new Map((next[table] as AnyRow[]).map((r) => [r.id, r]));
    for (const c of own) {
      if ('put' in c) rows.set(c.put.id, c.put);
      else rows.delete(c.remove);
    }
    next[table] = [...rows.values()];
  }
  return next as unknown as Household;
}
