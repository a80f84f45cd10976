import {
  type AnyRow,
  byId,
  type Change,
  type Household,
  keyOf,
  naturalId,
  rowOf,
  same,
  settle,
  type Settled,
} from '../household';
import { keepPast } from '../log';
import { keepUsed } from '../materials';

/**
 * All that is stored for a deed: what was wished, what follows from it (`settle`), and what keeps the record as it was
 * (`keepPast`, `keepUsed`); or why it cannot be done, in a sentence. New rows that say something of something (a mark, a tick, a day of the
 * register) get the id that any other device would give them (`naturalId`).
 */
export function storing(state: Household, wishes: readonly Change[]): Settled {
  // What is put as it is already changes nothing, and nothing follows from it.
  const wished = wishes.filter((c) => !('put' in c) || !same(c.put, rowOf(state, c.table, c.put.id)));
  const settled = settle(state, [...keepUsed(state, wished, keepPast(state, wished)), ...wished]);
  return 'fault' in settled ? settled : { changes: named(state, settled.changes) };
}

function named(state: Household, changes: readonly Change[]): Change[] {
  const given = new Set<string>();
  return changes.map((change): Change => {
    const { table } = change;
    if (!('put' in change) || table === 'settings' || keyOf(table, change.put) === undefined) return change;
    const rows = state[table] as { id: string }[];
    if (byId(rows, change.put.id)) return change;
    const id = naturalId(table, change.put, (id) => byId(rows, id) !== undefined || given.has(`${table} ${id}`));
    given.add(`${table} ${id}`);
    return { table, put: { ...change.put, id } as AnyRow };
  });
}
