import { byId } from './household';
import {
  type AnyRow,
  type Change,
  isThere,
  namesPart,
  namingsOf,
  type Reference,
  REFERENCES,
  referencesOf,
  rowOf,
  rowsOf,
  withoutNames,
} from './references';
import type { Course, Household, Id, TableName } from './types';

/** What a change comes to once everything that hangs on it follows; or why it cannot be made, in a sentence. */
export type Settled = { changes: Change[] } | { fault: string };

type Any = Reference['table'];

/**
 * What is to be stored for some wished changes, so that nothing in the household names what is not there: what hangs on a row (or
 * a part of a course) that goes, goes too or lets it go; what the record or somebody's courses hold is not taken away.
 */
export function settle(state: Household, wished: readonly Change[]): Settled {
  const draft = new Draft(state);
  for (const change of wished) draft.make(change);
  for (let i = 0; i < draft.made.length; i++) {
    const change = draft.made[i]!;
    const fault = 'put' in change ? putFollows(draft, change.table, change.put.id) : removalFollows(draft, change);
    if (fault) return { fault };
  }
  return { changes: draft.result() };
}

/** Tables whose rows are named by others: those are looked up in the household as it will be. */
const TARGETS = new Set<Any>(REFERENCES.flatMap(({ names }) => (namesPart(names) ? [] : [names])));

/** The household as it will be, as far as it is touched. */
class Draft {
  readonly made: Change[] = [];
  /** By table: rows put, and undefined for those taken away. */
  private readonly touched = new Map<Any, Map<Id, AnyRow | undefined>>();
  private view: Household;

  constructor(readonly before: Household) {
    this.view = before;
  }

  /** The household with all that has been made so far, in every table that others name. */
  get after(): Household {
    return this.view;
  }

  rowsOf(table: Any): AnyRow[] {
    const own = this.touched.get(table);
    const rows = rowsOf(this.before, table);
    if (!own) return rows;
    const put = [...own.values()].filter((r) => r !== undefined);
    return [...rows.filter((r) => !own.has(r.id)), ...put];
  }

  row(table: Any, id: Id): AnyRow | undefined {
    const own = this.touched.get(table);
    return own?.has(id) ? own.get(id) : rowOf(this.before, table, id);
  }

  make(change: Change): void {
    const { table } = change;
    const own = this.touched.get(table) ?? new Map<Id, AnyRow | undefined>();
    this.touched.set(table, own);
    if ('put' in change) own.set(change.put.id, change.put);
    else own.set(change.remove, undefined);
    this.made.push(change);
    if (TARGETS.has(table)) this.view = { ...this.view, [table]: this.rowsOf(table) };
  }

  /** One change a row, the last one made of it. */
  result(): Change[] {
    return [...new Map(this.made.map((c) => [`${c.table} ${'put' in c ? c.put.id : c.remove}`, c])).values()];
  }
}

/** What a row that is put names must be there; what its reference lets go is left out of it. */
function putFollows(draft: Draft, table: Any, id: Id): string | undefined {
  const row = draft.row(table, id);
  if (!row) return undefined;
  for (const reference of referencesOf(table)) {
    if (reference.gone === 'stays') continue;
    const missing = namingsOf(reference, row).filter((n) => !isThere(draft.after, row, n));
    if (missing.length === 0) continue;
    if (reference.gone === 'holds')
      return 'Something that this names was removed meanwhile. Nothing was changed: look again, and do it once more.';
    rewrite(draft, reference, row);
    return undefined;
  }
  return table === 'courses' ? courseFollows(draft, row as unknown as Course) : undefined;
}

/** The parts of a course that are there no longer are named no longer. */
function courseFollows(draft: Draft, course: Course): string | undefined {
  const was = byId(draft.before.courses, course.id);
  if (!was || keepsParts(was, course)) return undefined;
  startAnew(draft, was, course);
  for (const reference of REFERENCES) {
    if (!namesPart(reference.names) || reference.gone === 'stays') continue;
    for (const row of draft.rowsOf(reference.table)) rewrite(draft, reference, row);
  }
  return undefined;
}

const idsOf = (c: Course) => [
  ...c.units.flatMap((u) => [u.id, ...u.lessons.flatMap((l) => [l.id, ...l.steps.map((s) => s.id)])]),
  ...(c.rhythms ?? []).map((r) => r.id),
];
function keepsParts(was: Course, is: Course): boolean {
  const now = new Set(idsOf(is));
  return idsOf(was).every((id) => now.has(id));
}

/** Who began at a step that has gone begins at the next one that is left. */
function startAnew(draft: Draft, was: Course, is: Course): void {
  const steps = (c: Course) => c.units.flatMap((u) => u.lessons.flatMap((l) => l.steps.map((s) => s.id)));
  const left = new Set(steps(is));
  const old = steps(was);
  for (const row of draft.rowsOf('enrolments')) {
    const from = row['fromStepId'] as Id | undefined;
    if (row['courseId'] !== is.id || from === undefined || left.has(from)) continue;
    const at = old.indexOf(from);
    const next = at < 0 ? undefined : old.slice(at).find((id) => left.has(id));
    if (next !== undefined) draft.make({ table: 'enrolments', put: { ...row, fromStepId: next } });
  }
}

function rewrite(draft: Draft, reference: Reference, row: AnyRow): void {
  const { table } = reference;
  const now = withoutNames(reference, row, (id, around) =>
    isThere(draft.after, row, { ref: reference, id, at: '', around }),
  );
  if (now === row) return;
  draft.make(now ? { table, put: now } : { table, remove: row.id });
}

/** What names a row that is taken away lets it go, or holds it. */
function removalFollows(draft: Draft, change: { table: Any; remove: Id }): string | undefined {
  for (const reference of REFERENCES) {
    if (reference.names !== change.table || reference.gone === 'stays') continue;
    for (const row of draft.rowsOf(reference.table)) {
      if (!namingsOf(reference, row).some((n) => n.id === change.remove)) continue;
      if (reference.gone === 'holds') return reference.says!(draft.before, row as never, change.remove);
      rewrite(draft, reference, row);
    }
  }
  return undefined;
}

/** Tables whose rows others may hang on. */
export type Removable = Exclude<TableName, 'marks'>;

/**
 * Why a row cannot be taken away: a sentence that names what hangs on it and what to do instead, or undefined when
 * it can. The log is never thrown away with something else.
 */
export function whyKept(state: Household, table: Removable, id: Id): string | undefined {
  const reasons = new Set<string>();
  for (const reference of REFERENCES) {
    if (reference.names !== table || reference.gone !== 'holds') continue;
    const holding = rowsOf(state, reference.table).find((row) => namingsOf(reference, row).some((n) => n.id === id));
    if (holding) reasons.add(reference.says!(state, holding as never, id));
  }
  if (reasons.size === 0) return undefined;
  // All of them at once, and for a child the way that keeps every record.
  const all = [...reasons].join(' ');
  return table === 'children'
    ? `${all} Who leaves is given a last day under their name instead: every record is kept.`
    : all;
}
