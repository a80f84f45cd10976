import { storing } from '../deeds';
import { canonical, type Change, type Household, type Put, rowsOf } from '../household';
import { latest, merge, nextStamp, type RowChange, type Side, tracesAfter } from '../merge';
import { applied } from './apply';

/** A device: what it holds, its clock, and a book of all that its user ever wrote there and nobody wrote over since. */
export class Device {
  side: Side;
  private made = 0;
  private clock: string = '';
  constructor(
    readonly name: string,
    household: Household,
    /** Milliseconds by which its clock is off. */
    readonly off: number,
  ) {
    this.side = { household, traces: [], lineage: { household: 'h', epoch: 'e', seen: {} } };
  }
  id = () => `${this.name}${++this.made}`;
  write(wished: readonly Put[], time: number): RowChange[] {
    const { household, traces, lineage } = this.side;
    const settled = storing(household, wished as unknown as Change[]);
    if ('fault' in settled) return [];
    const changes = settled.changes.flatMap((c): RowChange[] => {
      const id = 'put' in c ? c.put.id : c.remove;
      const before = rowsOf(household, c.table).find((r) => r.id === id);
      const after = 'put' in c ? c.put : undefined;
      return canonical(before) === canonical(after)
        ? []
        : [{ table: c.table, id, ...(before ? { before } : {}), ...(after ? { after } : {}) }];
    });
    if (changes.length === 0) return [];
    this.clock = nextStamp(latest({ ...lineage.seen, own: this.clock }), time + this.off, this.name);
    const known = new Map(traces.map((t) => [t.id, t]));
    for (const t of tracesAfter((id) => known.get(id), changes, this.clock)) known.set(t.id, t);
    this.side = {
      household: applied(household, settled.changes),
      traces: [...known.values()],
      lineage: { ...lineage, seen: { ...lineage.seen, [this.name]: this.clock } },
    };
    return changes;
  }
  take(other: Side) {
    this.side = merge(this.side, other).side;
  }
}
