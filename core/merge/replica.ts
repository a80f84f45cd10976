import { yearFault } from '../calendar';
import {
  type AnyRow,
  type Household,
  type Mended,
  mendReferences,
  namesPart,
  namingsOf,
  REFERENCES,
  rowsOf,
  same,
  type SchoolYear,
  TABLES,
} from '../household';
import { gateFault } from '../pace';
import type { AnyTable } from './cells';
import { BEFORE, later, type Stamp } from './stamp';
import { isAway, joinRows, makeTrace, type Stored, type Trace } from './trace';

/** All that a device knows: every row that ever was, by table and id, with its history. */
export type Replica = ReadonlyMap<AnyTable, ReadonlyMap<string, Stored>>;

const ALL: readonly AnyTable[] = ['settings', ...TABLES];

/** What a household and its traces hold together. */
export function replicaOf(household: Household, traces: readonly Trace[]): Replica {
  const byTable = new Map<AnyTable, Map<string, Trace>>();
  for (const t of traces) {
    const own = byTable.get(t.table) ?? new Map<string, Trace>();
    byTable.set(t.table, own.set(t.row, t));
  }
  return new Map(
    ALL.map((table) => {
      const own = byTable.get(table);
      const rows = new Map<string, Stored>();
      for (const row of rowsOf(household, table)) {
        const trace = own?.get(row.id);
        rows.set(row.id, { row: trace?.raw ?? row, trace });
      }
      for (const trace of own?.values() ?? [])
        if (!rows.has(trace.row) && trace.raw) rows.set(trace.row, { row: trace.raw, trace });
      return [table, rows];
    }),
  );
}

/** What two devices know together: commutative, associative, idempotent. */
export function join(a: Replica, b: Replica): Replica {
  return new Map(
    ALL.map((table) => {
      const [inA, inB] = [a.get(table), b.get(table)];
      const rows = new Map(inA);
      for (const [id, there] of inB ?? []) {
        const here = rows.get(id);
        rows.set(id, here ? joinRows(table, id, here, there) : there);
      }
      return [table, rows];
    }),
  );
}

/** A row that was taken away and is shown all the same, since something that is there holds it. */
export interface Back {
  table: AnyTable;
  row: AnyRow;
  /** The table of what holds it. */
  by: AnyTable;
}
export interface Shown {
  household: Household;
  traces: Trace[];
  back: Back[];
  /** What two valid sides made together that cannot be, and how it was mended. */
  mends: { left: Mended[]; years: SchoolYear[]; gates: { enrolmentId: string; gateId: string }[] };
}

/**
 * The household that a device shows for all it knows: what was not taken away, or is held by what was not; without what cannot be
 * (a name of something that is gone, two school years on one day, courses that wait for each other). A pure function of what is
 * known: no stamp is written.
 */
export function show(known: Replica): Shown {
  const live = new Map<AnyTable, Map<string, AnyRow>>();
  const away = new Map<AnyTable, Map<string, AnyRow>>();
  for (const [table, rows] of known) {
    const [here, gone] = [new Map<string, AnyRow>(), new Map<string, AnyRow>()];
    for (const [id, { row, trace }] of rows) (isAway(trace) ? gone : here).set(id, row);
    live.set(table, here);
    away.set(table, gone);
  }
  const back = bringBack(live, away);
  const sorted = (table: AnyTable) => [...live.get(table)!.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
  const raw = Object.fromEntries(TABLES.map((t) => [t, sorted(t)])) as unknown as Omit<Household, 'settings'>;
  const together = { ...raw, settings: live.get('settings')!.get('household') } as unknown as Household;
  const { household, mends } = mend(together, known);
  return { household, traces: tracesOf(known, household), back, mends };
}

/** What is held by a row that is there is there too, and what that holds. */
function bringBack(
  live: ReadonlyMap<AnyTable, Map<string, AnyRow>>,
  away: ReadonlyMap<AnyTable, Map<string, AnyRow>>,
): Back[] {
  const back: Back[] = [];
  const holding = REFERENCES.flatMap((r) =>
    r.gone === 'holds' && !namesPart(r.names) ? [{ ref: r, names: r.names }] : [],
  );
  for (let again = true; again;) {
    again = false;
    for (const { ref, names } of holding) {
      const gone = away.get(names)!;
      if (gone.size === 0) continue;
      for (const row of live.get(ref.table)!.values())
        for (const { id } of namingsOf(ref, row)) {
          const held = gone.get(id);
          if (!held) continue;
          gone.delete(id);
          live.get(names)!.set(id, held);
          back.push({ table: names, row: held, by: ref.table });
          again = true;
        }
    }
  }
  return back.sort((a, b) => (a.table + a.row.id < b.table + b.row.id ? -1 : 1));
}

function mend(together: Household, known: Replica): { household: Household; mends: Shown['mends'] } {
  const stampOf = (table: AnyTable, id: string, cell: string): Stamp => {
    const trace = known.get(table)?.get(id)?.trace;
    return later(trace?.at ?? BEFORE, trace?.cells?.[cell] ?? BEFORE);
  };
  const by = <T>(rows: readonly T[], of: (row: T) => string) => [...rows].sort((a, b) => (of(a) < of(b) ? -1 : 1));
  // Whoever came first stays: a later year on the same days is put aside.
  const kept: SchoolYear[] = [];
  const years: SchoolYear[] = [];
  for (const year of by(together.years, (y) => `${stampOf('years', y.id, 'start')} ${y.id}`))
    (yearFault(year, kept) ? years : kept).push(year);
  let household: Household = years.length === 0 ? together : { ...together, years: by(kept, (y) => y.id) };
  const mended = mendReferences(household);
  // Both sides were valid, so nothing that holds can be missing; where a file lied, what it says is told when it is read.
  const left = 'fault' in mended ? [] : mended.mended;
  if ('household' in mended) household = mended.household;
  const gates: Shown['mends']['gates'] = [];
  const said = household.enrolments.flatMap((e) =>
    (e.gates ?? []).map((gate) => ({ e: e.id, gate, at: stampOf('enrolments', e.id, `gates/${gate.id}`) })),
  );
  if (said.length > 1) {
    let trial: Household = {
      ...household,
      enrolments: household.enrolments.map((e) => (e.gates ? { ...e, gates: [] } : e)),
    };
    for (const { e, gate } of by(said, (s) => `${s.at} ${s.e} ${s.gate.id}`)) {
      const own = trial.enrolments.find((x) => x.id === e)!;
      const next = { ...own, gates: [...own.gates!, gate] };
      if (gateFault(trial, next)) gates.push({ enrolmentId: e, gateId: gate.id });
      else trial = { ...trial, enrolments: trial.enrolments.map((x) => (x.id === e ? next : x)) };
    }
    if (gates.length > 0)
      household = {
        ...household,
        enrolments: household.enrolments.map((e) => {
          const stays = e.gates?.filter((g) => !gates.some((x) => x.enrolmentId === e.id && x.gateId === g.id));
          return stays && stays.length < e.gates!.length ? { ...e, gates: stays } : e;
        }),
      };
  }
  return { household, mends: { left, years, gates } };
}

/** The traces with which a household is kept: what it does not show stands in them. */
function tracesOf(known: Replica, household: Household): Trace[] {
  const traces: Trace[] = [];
  for (const [table, rows] of known) {
    const shown = new Map(rowsOf(household, table).map((r) => [r.id, r]));
    for (const [id, { row, trace }] of rows) {
      const seen = shown.get(id);
      const raw = seen && same(seen, row) ? undefined : row;
      if (trace || raw) traces.push(makeTrace(table, id, { at: BEFORE, ...trace, raw }));
    }
  }
  return traces.sort((a, b) => (a.id < b.id ? -1 : 1));
}
