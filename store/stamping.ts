import { latest, type Lineage, nextStamp, type Stamp, tracesAfter, traceId } from '../core/merge';
import type { Database, RowChange } from './database';

/** Under this name in the table of notes: what this device is called, where its household comes from, its clock. */
const STANDING = 'standing';

export interface Standing {
  device: string;
  lineage: Lineage;
  /** The last stamp that this device gave; it never goes back, whatever is taken back. */
  clock: Stamp;
}

const random = (bytes: number) =>
  [...crypto.getRandomValues(new Uint8Array(bytes))].map((b) => b.toString(16).padStart(2, '0')).join('');
/** A name that no other device, household or epoch has. */
export const freshName = (): string => random(8);
export const freshLineage = (): Lineage => ({ household: freshName(), epoch: freshName(), seen: {} });

export async function standingOf(db: Database): Promise<Standing> {
  const noted = (await db.meta.get(STANDING))?.value as Standing | undefined;
  return noted ?? { device: random(5), lineage: freshLineage(), clock: '' };
}
/** Inside a transaction: the standing, put down where there was none. */
export async function named(db: Database): Promise<Standing> {
  const standing = await standingOf(db);
  await putStanding(db, standing);
  return standing;
}
export const putStanding = (db: Database, standing: Standing) => db.meta.put({ key: STANDING, value: standing });

/** A new stamp of this device, later than all it knows of. */
export function stampNow(standing: Standing): { stamp: Stamp; standing: Standing } {
  const { device, lineage, clock } = standing;
  const known = latest({ ...lineage.seen, own: clock });
  const stamp = nextStamp(known, Date.now(), device);
  return {
    stamp,
    standing: { device, clock: stamp, lineage: { ...lineage, seen: { ...lineage.seen, [device]: stamp } } },
  };
}

/** Inside a transaction: the rows that a deed changed are written down as written now, here. */
export async function stampChanges(db: Database, changes: readonly RowChange[]): Promise<void> {
  const [before, known] = await Promise.all([
    standingOf(db),
    db.traces.bulkGet(changes.map((c) => traceId(c.table, c.id))),
  ]);
  const { stamp, standing } = stampNow(before);
  const byId = new Map(known.flatMap((t) => (t ? [[t.id, t] as const] : [])));
  await Promise.all([db.traces.bulkPut(tracesAfter((id) => byId.get(id), changes, stamp)), putStanding(db, standing)]);
}

/** What was known before a merge, but for what this device wrote since: that it knows for good. */
export function backTo(lineage: Lineage, { device, lineage: now }: Standing): Lineage {
  const own = now.seen[device];
  return own === undefined ? lineage : { ...lineage, seen: { ...lineage.seen, [device]: own } };
}
