import type { AnyRow, Change, Household, Put } from '../household';
import { storing } from '../deeds';

/** The household once some rows are stored as they are, without anything that follows from them. */
export function applied(state: Household, changes: readonly Change[]): Household {
  let next = state as unknown as Record<string, AnyRow[] | AnyRow>;
  for (const c of changes) {
    if (c.table === 'settings') {
      if ('put' in c) next = { ...next, settings: c.put };
      continue;
    }
    const rows = next[c.table] as AnyRow[];
    const id = 'put' in c ? c.put.id : c.remove;
    const at = rows.findIndex((r) => r.id === id);
    const others = rows.filter((r) => r.id !== id);
    const put = 'put' in c ? (at < 0 ? [...rows, c.put] : rows.map((r) => (r.id === id ? c.put : r))) : others;
    next = { ...next, [c.table]: put };
  }
  return next as unknown as Household;
}

/** The household after a deed, as the store leaves it; the same household where the deed is refused. */
export function afterDeed(state: Household, puts: readonly Put[]): Household {
  const settled = storing(state, puts as unknown as Change[]);
  return 'fault' in settled ? state : applied(state, settled.changes);
}
