import type { Household, TableName } from './types';
import { TABLES } from './types';

/** How one list became another: from a place on so many rows went, and these came. */
export interface Splice<T> {
  from: number;
  gone: number;
  come: T[];
}
/** What a household has that another lacks, table by table; a table that is not named is the same list. */
export interface Patch {
  settings?: Household['settings'];
  tables: { [T in TableName]?: Splice<Household[T][number]> };
}

/** The smallest single piece in which two lists differ, rows being the same only where they are the same object. */
export function spliceOf<T>(before: readonly T[], after: readonly T[]): Splice<T> {
  const shorter = Math.min(before.length, after.length);
  let from = 0;
  while (from < shorter && before[from] === after[from]) from++;
  let tail = 0;
  while (tail < shorter - from && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  return { from, gone: before.length - from - tail, come: after.slice(from, after.length - tail) };
}

/**
 * What has to be told to somebody who knows the household as it was; of nobody who knows anything all of it. Ten years of marks
 * cost one look at each and no more than the one that changed. Only the tables named are told.
 */
export function patchOf(before: Household | undefined, after: Household, tables: readonly TableName[] = TABLES): Patch {
  const patch: Patch = { tables: {} };
  if (before?.settings !== after.settings) patch.settings = after.settings;
  for (const table of tables) {
    const was: readonly unknown[] = before?.[table] ?? [];
    const is: readonly unknown[] = after[table];
    if (before && was === is) continue;
    (patch.tables as Record<string, Splice<unknown>>)[table] = spliceOf(was, is);
  }
  return patch;
}

/** The household once a patch is made; lists that it does not name stay the same objects. */
export function patched(household: Household, { settings, tables }: Patch): Household {
  const next = { ...household, ...(settings ? { settings } : {}) } as Record<string, unknown>;
  for (const [table, { from, gone, come }] of Object.entries(tables)) {
    const rows = household[table as TableName] as readonly unknown[];
    next[table] = [...rows.slice(0, from), ...come, ...rows.slice(from + gone)];
  }
  return next as unknown as Household;
}

/**
 * A patch in pieces of at most so many rows, one behind the other: told in turns, none of them holds up whoever tells it. The last one
 * holds what is left; a small patch is one piece.
 */
export function piecesOf(patch: Patch, most: number): Patch[] {
  const pieces: Patch[] = [];
  const rest: Patch = { ...patch, tables: { ...patch.tables } };
  for (const [table, splice] of Object.entries(patch.tables) as [TableName, Splice<unknown>][]) {
    let { from, gone, come } = splice;
    while (come.length > most) {
      pieces.push({ tables: { [table]: { from, gone, come: come.slice(0, most) } } });
      from += most;
      gone = 0;
      come = come.slice(most);
    }
    (rest.tables as Record<string, Splice<unknown>>)[table] = { from, gone, come };
  }
  return [...pieces, rest];
}
