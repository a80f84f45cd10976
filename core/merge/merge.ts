import { type AnyRow, type Change, type Household, rowOf, rowsOf, same } from '../household';
import { type AnyTable, fromCells, isPlace, isWide, toCells, WHOLE } from './cells';
import type { Lineage } from './lineage';
import { KEPT_BY_ITSELF } from './itself';
import { join, replicaOf, show, type Shown, type Replica } from './replica';
import { BEFORE, knows, latest, readStamp, seenByBoth, type Seen, type Stamp } from './stamp';
import { isAway, restamp, type RowChange, type Stored, type Trace, traceId, writtenAt } from './trace';

/** One device's household with the history of its rows. */
export interface Side {
  household: Household;
  traces: readonly Trace[];
  lineage: Lineage;
}

/** The histories of the rows that some changes touch, once they are made at a time. */
export const tracesAfter = (
  traceOf: (id: string) => Trace | undefined,
  changes: readonly RowChange[],
  stamp: Stamp,
): Trace[] => changes.map((c) => restamp(traceOf(traceId(c.table, c.id)), c, stamp));

/** A piece of a row that both sides have written since they last met. */
export interface Both {
  table: AnyTable;
  id: string;
  /** The piece: a field, an entry of a list, or the row as a whole. */
  cell: string;
  /** What each side has there; undefined where it took it away. */
  ours: unknown;
  theirs: unknown;
  taken: 'ours' | 'theirs';
}

export interface Merged extends Pick<Shown, 'back' | 'mends'> {
  side: Side;
  /** What changes on this device, and what will change on the other one once it takes our file in. */
  here: RowChange[];
  there: RowChange[];
  both: Both[];
}

/** Why a file is not taken in. `epochs`: one of the two went back to an earlier state, and it has to be said which holds. */
export type Unmergeable = { fault: string } | { epochs: true };

const DAY = 86_400_000;

/** What keeps two sides from being one; undefined for nothing. */
export function whyApart(ours: Pick<Side, 'lineage'>, theirs: Pick<Side, 'lineage'>): Unmergeable | undefined {
  if (ours.lineage.household !== theirs.lineage.household)
    return {
      fault:
        'This file is of another household. To have that household on this device, restore the file instead of merging it.',
    };
  return ours.lineage.epoch === theirs.lineage.epoch ? undefined : { epochs: true };
}

/** By how many days the other side's clock runs ahead of this one's (`now`, milliseconds), where it is more than one; else 0. */
export function daysAhead(theirs: Pick<Side, 'lineage'>, now: number): number {
  const ahead = (readStamp(latest(theirs.lineage.seen)).time - now) / DAY;
  return ahead > 1 ? Math.ceil(ahead) : 0;
}

/**
 * What two devices of one household know, together: row by row, field by field where two may change one each, what was written
 * later. In whatever order files are merged, and however often, the same comes of it; no stamp is written by it.
 */
export function merge(ours: Side, theirs: Side): Merged {
  const [a, b] = [replicaOf(ours.household, ours.traces), replicaOf(theirs.household, theirs.traces)];
  const known = join(a, b);
  const shown = show(known);
  const seen = seenByBoth(ours.lineage.seen, theirs.lineage.seen);
  return {
    side: { household: shown.household, traces: shown.traces, lineage: { ...ours.lineage, seen } },
    here: rowsBetween(ours.household, shown.household),
    there: rowsBetween(theirs.household, shown.household),
    both: bothWrote(a, b, known, ours.lineage.seen, theirs.lineage.seen),
    back: shown.back,
    mends: shown.mends,
  };
}

/** What a merge writes on our own device: rows, their histories as far as they differ from ours, what is known now. */
export interface MergeStep {
  changes: RowChange[];
  traces: Trace[];
  lineage: Lineage;
}
export function mergeStep(ours: Side, { here, side }: Pick<Merged, 'here' | 'side'>): MergeStep {
  const was = new Map(ours.traces.map((t) => [t.id, t]));
  return { changes: here, traces: side.traces.filter((t) => !same(was.get(t.id), t)), lineage: side.lineage };
}

/** The rows in which one household differs from another, as changes from the one to the other. */
export function rowsBetween(from: Household, to: Household): RowChange[] {
  const made: RowChange[] = [];
  for (const table of ['settings', ...Object.keys(to).filter((k) => k !== 'settings')] as AnyTable[]) {
    const was = new Map(rowsOf(from, table).map((r) => [r.id, r]));
    for (const after of rowsOf(to, table)) {
      const before = was.get(after.id);
      was.delete(after.id);
      if (!before) made.push({ table, id: after.id, after });
      else if (!same(before, after)) made.push({ table, id: after.id, before, after });
    }
    for (const before of was.values()) made.push({ table, id: before.id, before });
  }
  return made;
}

function bothWrote(a: Replica, b: Replica, known: Replica, seenA: Seen, seenB: Seen): Both[] {
  const found: Both[] = [];
  const apart = (mine: Stamp, other: Stamp) => mine !== other && !knows(seenB, mine) && !knows(seenA, other);
  for (const [table, rows] of a) {
    if (KEPT_BY_ITSELF.has(table)) continue;
    for (const [id, mine] of rows) {
      const other = b.get(table)?.get(id);
      if (!other || (!mine.trace && !other.trace) || mine.row === other.row) continue;
      const [awayA, awayB] = [isAway(mine.trace), isAway(other.trace)];
      if (awayA !== awayB) {
        const [sa, sb] = [awayA ? mine.trace!.gone! : wrote(mine), awayB ? other.trace!.gone! : wrote(other)];
        if (apart(sa, sb)) {
          const away = isAway(known.get(table)!.get(id)!.trace);
          found.push({
            ...{ table, id, cell: WHOLE },
            ours: awayA ? undefined : mine.row,
            theirs: awayB ? undefined : other.row,
            taken: away === awayA ? 'ours' : 'theirs',
          });
        }
        continue;
      }
      if (!awayA) found.push(...cellsBothWrote(table, id, mine, other, apart));
    }
  }
  return found;
}
const wrote = ({ trace }: Stored): Stamp => (trace ? writtenAt(trace) : BEFORE);

function cellsBothWrote(
  table: AnyTable,
  id: string,
  mine: Stored,
  other: Stored,
  apart: (mine: Stamp, other: Stamp) => boolean,
): Both[] {
  const stampOf = ({ trace }: Stored, cell: string) => trace?.cells?.[cell] ?? trace?.at ?? BEFORE;
  const [inA, inB] = [mine, other].map(({ row, trace }) => toCells(table, row, trace?.places)) as [
    ReturnType<typeof toCells>,
    ReturnType<typeof toCells>,
  ];
  const found: Both[] = [];
  for (const cell of new Set([...inA.keys(), ...inB.keys()])) {
    if (isPlace(cell)) continue;
    const [sa, sb] = [stampOf(mine, cell), stampOf(other, cell)];
    const [ours, theirs] = [inA.get(cell), inB.get(cell)];
    if (apart(sa, sb) && !same(ours, theirs))
      found.push({ table, id, cell, ours, theirs, taken: sa > sb ? 'ours' : 'theirs' });
  }
  return found;
}

/**
 * The change that takes, of what both wrote, the side that was not taken; undefined where its row is not there to be changed. It is a
 * writing of its own, made after the merge.
 */
export function takeOther(now: Household, { table, id, cell, ours, theirs, taken }: Both): Change | undefined {
  const value = taken === 'ours' ? theirs : ours;
  const row = rowOf(now, table, id);
  if (cell === WHOLE) {
    if (value !== undefined) return { table, put: value as AnyRow };
    return row && table !== 'settings' ? { table, remove: id } : undefined;
  }
  if (!row || !isWide(table)) return undefined;
  return { table, put: withCell(table, row, cell, value) };
}

/** A row with another value in one of its cells; an entry that was taken out stands at the end of its list. */
function withCell(table: AnyTable, row: AnyRow, cell: string, value: unknown): AnyRow {
  const cells = toCells(table, row);
  if (value === undefined) cells.delete(cell);
  else cells.set(cell, value);
  return fromCells(table, row.id, cells);
}
