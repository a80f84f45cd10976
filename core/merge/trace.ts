import { type AnyRow, canonical, same } from '../household';
import {
  type AnyTable,
  carryOver,
  fromCells,
  isPlace,
  isWide,
  type Places,
  placesAfter,
  placesAsGiven,
  toCells,
} from './cells';
import { BEFORE, later, type Stamp } from './stamp';

/**
 * What is known of a stored row's history: when it was written, field by field where two devices may change one each, and when it
 * was taken away. A row without a trace is as it was before stamps were kept. Traces are never thrown away.
 */
export interface Trace {
  /** Table and id, with a space between. */
  id: string;
  table: AnyTable;
  row: string;
  /** When the row was put whole. */
  at: Stamp;
  /** Cells written after that, each with its own stamp. */
  cells?: Readonly<Record<string, Stamp>>;
  /** Where entries of its lists stand, once any was moved or put between others. */
  places?: Places;
  /** When it was taken away; it is away unless something of it was written later. */
  gone?: Stamp;
  /** What stands in its cells, where that is not what the household shows: of a row that is away, or that was mended. */
  raw?: AnyRow;
}

export const traceId = (table: AnyTable, row: string): string => `${table} ${row}`;
/** The latest stamp of what stands in a row. */
export const writtenAt = ({ at, cells }: Trace): Stamp => Object.values(cells ?? {}).reduce(later, at);
/** Whether a row was taken away and nothing of it written since. */
export const isAway = (trace: Trace | undefined): boolean => trace?.gone !== undefined && trace.gone > writtenAt(trace);

/** One row's history, as it is kept: what is as given is left out. */
export function makeTrace(
  table: AnyTable,
  row: string,
  parts: {
    at: Stamp;
    cells?: Readonly<Record<string, Stamp>> | undefined;
    places?: Places | undefined;
    gone?: Stamp | undefined;
    raw?: AnyRow | undefined;
  },
): Trace {
  const { at, gone, raw } = parts;
  const cells = Object.fromEntries(
    Object.entries(parts.cells ?? {})
      .filter(([, s]) => s !== at)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
  const places = Object.fromEntries(Object.entries(parts.places ?? {}).sort(([a], [b]) => (a < b ? -1 : 1)));
  return {
    id: traceId(table, row),
    table,
    row,
    at,
    ...(Object.keys(cells).length > 0 ? { cells } : {}),
    ...(Object.keys(places).length > 0 ? { places } : {}),
    ...(gone === undefined ? {} : { gone }),
    ...(raw === undefined ? {} : { raw }),
  };
}

/** One row before and after a deed; a row that was or is not there has no such side. */
export interface RowChange {
  table: AnyTable;
  id: string;
  before?: AnyRow;
  after?: AnyRow;
}

/** The history of a row once a deed has changed it at a time. `trace`: what was known of it before. */
export function restamp(trace: Trace | undefined, { table, id, before, after }: RowChange, stamp: Stamp): Trace {
  const was = trace?.raw ?? before;
  if (!after) return makeTrace(table, id, { ...trace, at: trace?.at ?? BEFORE, gone: stamp, raw: was });
  if (!before || !was || !isWide(table)) return makeTrace(table, id, { at: stamp, gone: trace?.gone });
  const shown = toCells(table, before, trace?.places);
  const places = placesAfter(table, shown, after);
  const now = toCells(table, after, places);
  const cells = toCells(table, was, trace?.places);
  const stamps: Record<string, Stamp> = { ...trace?.cells };
  for (const cell of carryOver(shown, now, cells)) stamps[cell] = stamp;
  const raw = fromCells(table, id, cells);
  return makeTrace(table, id, {
    at: trace?.at ?? BEFORE,
    cells: stamps,
    places: placesAsGiven(table, raw, places) ? undefined : places,
    gone: trace?.gone,
    raw: same(raw, after) ? undefined : raw,
  });
}

/** A row as it stands in its cells, with its history. */
export interface Stored {
  row: AnyRow;
  trace: Trace | undefined;
}

const history = ({ trace }: Stored): string =>
  trace ? canonical([trace.at, trace.cells, trace.places, trace.gone]) : canonical([BEFORE]);

/**
 * What two devices know of one row, together: of each cell what was written later; of what was written at the same time (before
 * stamps were kept) the greater text, so that the order of merging never matters.
 */
export function joinRows(table: AnyTable, id: string, a: Stored, b: Stored): Stored {
  if ((a.row === b.row && a.trace === b.trace) || (history(a) === history(b) && same(a.row, b.row))) return a;
  const cellsOf = ({ row, trace }: Stored) => toCells(table, row, trace?.places);
  const [inA, inB] = [cellsOf(a), cellsOf(b)];
  const stampOf = ({ trace }: Stored, cell: string) => trace?.cells?.[cell] ?? trace?.at ?? BEFORE;
  const cells = new Map<string, unknown>();
  const stamps: Record<string, Stamp> = {};
  const all = [inA.keys(), inB.keys(), Object.keys(a.trace?.cells ?? {}), Object.keys(b.trace?.cells ?? {})];
  for (const cell of new Set(all.flatMap((keys) => [...keys]))) {
    const [sa, sb] = [stampOf(a, cell), stampOf(b, cell)];
    const [va, vb] = [inA.get(cell), inB.get(cell)];
    const first = sa !== sb ? sa > sb : canonical(va) >= canonical(vb);
    const value = first ? va : vb;
    stamps[cell] = first ? sa : sb;
    if (value !== undefined) cells.set(cell, value);
  }
  const at = later(a.trace?.at ?? BEFORE, b.trace?.at ?? BEFORE);
  const gone = later(a.trace?.gone ?? BEFORE, b.trace?.gone ?? BEFORE);
  const row = fromCells(table, id, cells);
  const places = Object.fromEntries([...cells].filter(([cell]) => isPlace(cell))) as Places;
  const trace = makeTrace(table, id, {
    at,
    cells: stamps,
    places: placesAsGiven(table, row, places) ? undefined : places,
    gone: gone === BEFORE ? undefined : gone,
  });
  return { row, trace: trace.at === BEFORE && !trace.cells && !trace.places && !trace.gone ? undefined : trace };
}
