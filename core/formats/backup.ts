import { type IsoDate, isIsoDate, toDay, yearFault } from '../calendar';
import {
  type AnyRow,
  type Household,
  type Mended,
  mendReferences,
  namesPart,
  type Reference,
  type TableName,
  TABLES,
} from '../household';
import { type Lineage, type Trace, traceId } from '../merge';
import { tooMuch } from './depth';
import { migrate } from './migrate';
import { LINEAGE_FIELDS, SETTINGS_FIELDS, TABLE_FIELDS, TRACE_FIELDS } from './schema';
import { type Fields, record, tail } from './shapes';

export const FORMAT = 'olden-primer';
export const VERSION = 5;
/** Longest backup that is read, in characters: several times a large family's ten years. */
export const MAX_CHARACTERS = 64_000_000;
/** Longest stretch of days that anything but a school year may name: ten years and some days. */
const LONGEST_RANGE = 3_700;
/** More school years than anybody keeps. */
const MOST_YEARS = 60;

export interface Backup {
  asOf: IsoDate;
  household: Household;
  /** Which household it is and when its rows were written, so that two devices' files can be merged. Without them it cannot be. */
  lineage?: Lineage;
  traces?: readonly Trace[];
}
/**
 * What reading a file came to: a backup, or one sentence that says what is wrong and where. `notes`: what was mended on the way
 * because nothing is lost by it, and what the record names that is no longer there, each in a sentence.
 */
export type Reading = { backup: Backup; notes: string[] } | { fault: string };

type Row = AnyRow;

/** Writes keys in the order of the schema and rows in order of id, so that equal households give equal bytes. */
function ordered(value: unknown, fields?: Fields): unknown {
  if (Array.isArray(value)) return value.map((v) => ordered(v));
  if (typeof value !== 'object' || value === null) return value;
  const o = value as Record<string, unknown>;
  const keys = fields ? Object.keys(fields) : Object.keys(o).sort();
  return Object.fromEntries(keys.filter((k) => o[k] !== undefined).map((k) => [k, ordered(o[k])]));
}

/** Parts that joined the version while it is open: a file written before they were there reads as if they were empty. */
export const LATER: readonly TableName[] = [
  'dayLists',
  'orders',
  'prepared',
  'places',
  'holds',
  'sitDowns',
  'prompts',
  'readAheads',
  'decks',
  'cards',
  'rounds',
  'drills',
  'memory',
  'recitals',
  'books',
  'readings',
  'milestones',
  'samples',
  'pages',
];

const part = (name: string, lines: readonly string[]): string =>
  `  ${JSON.stringify(name)}: [${lines.map((l) => `\n    ${l}`).join(',')}${lines.length ? '\n  ' : ''}]`;
function traceLine({ raw, ...trace }: Trace): string {
  const own = raw ? ordered(raw, fieldsOf(trace.table)) : undefined;
  return JSON.stringify({ ...(ordered(trace, TRACE_FIELDS) as object), ...(own ? { raw: own } : {}) });
}
const fieldsOf = (table: Trace['table']): Fields => (table === 'settings' ? SETTINGS_FIELDS : TABLE_FIELDS[table]);

/** The backup file of a household: JSON, one row a line. Equal households on the same date give the same bytes. */
export function writeBackup({ asOf, household, lineage, traces }: Backup): string {
  const written = TABLES.filter((t) => !LATER.includes(t) || household[t].length > 0);
  const tables = written.map((table) => {
    const rows = [...(household[table] as unknown as Row[])].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
    return part(
      table,
      rows.map((r) => JSON.stringify(ordered(r, TABLE_FIELDS[table]))),
    );
  });
  const head = [
    `  "format": ${JSON.stringify(FORMAT)}`,
    `  "version": ${VERSION}`,
    `  "asOf": ${JSON.stringify(asOf)}`,
    `  "settings": ${JSON.stringify(ordered(household.settings, SETTINGS_FIELDS))}`,
  ];
  const history = lineage
    ? [`  "lineage": ${JSON.stringify(ordered(lineage))}`, part('traces', (traces ?? []).map(traceLine).sort())]
    : [];
  return `{\n${[...head, ...tables, ...history].join(',\n')}\n}\n`;
}

/** Reads a backup file. Nothing is taken from a file with any fault: the answer is the whole household or a sentence. */
export function readBackup(content: string): Reading {
  if (content.length > MAX_CHARACTERS)
    return { fault: 'The file is far larger than any household’s backup; it was not read.' };
  if (tooMuch(content))
    return { fault: 'The file is damaged or is not a backup: it holds more lists, or deeper ones, than any backup.' };
  let data: unknown;
  try {
    data = JSON.parse(content);
  } catch {
    return { fault: 'The file is damaged or is not a backup: it cannot be read to its end. Try another copy of it.' };
  }
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== FORMAT) {
    return { fault: 'This is not a backup of Olden Primer. A backup starts with "format": "olden-primer".' };
  }
  let file = data as Record<string, unknown>;
  const { version } = file;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return { fault: 'The backup does not say which version it is: the field “version” should be a whole number.' };
  }
  if (version > VERSION) {
    return {
      fault: `This backup was written by a newer Olden Primer (version ${version}; this one reads up to ${VERSION}). Update the program first.`,
    };
  }
  file = migrate(file, version);
  if (!isIsoDate(file['asOf'])) return { fault: 'The field “asOf” is not a calendar day like 2026-09-01.' };
  const known = ['format', 'version', 'asOf', 'settings', ...TABLES, 'lineage', 'traces'];
  const odd = Object.keys(file).find((k) => !known.includes(k));
  if (odd) return { fault: `The backup holds a part “${odd}” that this version does not know.` };
  const settingsFault = record(SETTINGS_FIELDS)(file['settings']);
  if (settingsFault) return { fault: sentence('settings', settingsFault) };
  for (const table of LATER) file[table] ??= [];
  for (const table of TABLES) {
    const fault = tableFault(table, file[table]);
    if (fault) return { fault };
  }
  const history = readHistory(file);
  if ('fault' in history) return history;
  const { format: _f, version: _v, asOf, lineage: _l, traces: _t, ...read } = file;
  const mended = mendReferences(read as unknown as Household);
  if ('fault' in mended) return mended;
  const { household } = mended;
  const notes = mended.mended.map(mendedNote);
  const fault = timesFault(household) ?? rangesFault(household);
  return fault ? { fault } : { backup: { asOf: asOf as IsoDate, household, ...history }, notes };
}

/** The lineage and the traces of a file, where it has them; or what is wrong with them. */
function readHistory(file: Record<string, unknown>): Pick<Backup, 'lineage' | 'traces'> | { fault: string } {
  const { lineage, traces } = file;
  if (lineage === undefined) return traces === undefined ? {} : { fault: 'The backup has “traces” but no “lineage”.' };
  const fault = record(LINEAGE_FIELDS)(lineage);
  if (fault) return { fault: sentence('lineage', fault) };
  if (!Array.isArray(traces)) return { fault: 'The backup lacks its part “traces”, or it is not a list.' };
  const check = record(TRACE_FIELDS);
  const made = new Map<string, Trace>();
  for (const [i, row] of traces.entries()) {
    const where = `traces, row ${i + 1}`;
    const wrong = check(row);
    if (wrong) return { fault: sentence(where, wrong) };
    const trace = row as Omit<Trace, 'id'>;
    const id = traceId(trace.table, trace.row);
    if (made.has(id)) return { fault: `${where} is of the same row as an earlier one.` };
    const raw = trace.raw && record(fieldsOf(trace.table))(trace.raw);
    if (raw) return { fault: sentence(`${where}, field “raw”`, raw) };
    if (trace.raw && trace.raw.id !== trace.row) return { fault: `${where}, field “raw” is of another row.` };
    made.set(id, { id, ...trace });
  }
  return { lineage: lineage as Lineage, traces: [...made.values()] };
}

const sentence = (where: string, fault: string) => `${where}${tail(fault)}.`;

function tableFault(table: TableName, rows: unknown): string | undefined {
  if (!Array.isArray(rows)) return `The backup lacks its part “${table}”, or it is not a list.`;
  const check = record(TABLE_FIELDS[table]);
  const seen = new Set<string>();
  for (let i = 0; i < rows.length; i++) {
    const fault = check(rows[i]);
    if (fault) return sentence(`${table}, row ${i + 1}`, fault);
    const { id } = rows[i] as Row;
    if (seen.has(id)) return `${table}, row ${i + 1} has the same id as an earlier row: ${id}.`;
    seen.add(id);
    const twice = twiceWithin(rows[i] as Row);
    if (twice) return `${table}, row ${i + 1} has two ${twice.of} of the same id: ${twice.id}.`;
  }
  return undefined;
}

const rowsWord = (n: number) => (n === 1 ? '1 row' : `${n} rows`);
const whatOf = ({ names }: Reference) =>
  namesPart(names) ? `${names} that are not in the book` : `${names} that are not there`;
const mendedNote = ({ reference, rows }: Mended) =>
  reference.gone === 'stays' ? staysNote(reference, rows) : goneNote(reference, rows);
const staysNote = (r: Reference, n: number) =>
  `${r.table}: ${rowsWord(n)} of the record ${n === 1 ? 'is' : 'are'} about ${whatOf(r)} any more; ${n === 1 ? 'it is' : 'they are'} kept as ${n === 1 ? 'it is' : 'they are'}.`;
const goneNote = (r: Reference, n: number) =>
  `${r.table}: ${r.table === 'settings' ? 'they' : rowsWord(n)} named ${whatOf(r)} (${r.path.replaceAll('[]', '')}); ${
    r.gone === 'row' ? (n === 1 ? 'it was' : 'they were') : 'that was'
  } left out.`;

/** Times of a day that end before they start. */
function timesFault({ settings, teachers }: Household): string | undefined {
  const window = (settings.windows ?? []).findIndex((w) => w.to <= w.from);
  if (window >= 0) return `settings, field “windows”, entry ${window + 1} ends before it starts.`;
  const hours = teachers.findIndex((t) => t.hours?.some((h) => h.to < h.from));
  return hours >= 0 ? `teachers, row ${hours + 1} has hours that end before they start.` : undefined;
}

/** Two entries of one id in the lists of a row (of a course: two lessons of it, in whatever units); undefined for none. */
function twiceWithin(row: Row): { of: string; id: string } | undefined {
  const seen = new Map<string, Set<string>>();
  const walk = (value: unknown, path: string, last: string): { of: string; id: string } | undefined => {
    if (Array.isArray(value)) {
      for (const entry of value) {
        const found = walk(entry, path, last);
        if (found) return found;
      }
      return undefined;
    }
    if (typeof value !== 'object' || value === null) return undefined;
    const { id } = value as { id?: string };
    if (path !== '' && typeof id === 'string') {
      const ids = seen.get(path) ?? new Set();
      seen.set(path, ids);
      if (ids.has(id)) return { of: last, id };
      ids.add(id);
    }
    for (const [key, inner] of Object.entries(value)) {
      const found = typeof inner === 'object' ? walk(inner, `${path}.${key}`, key) : undefined;
      if (found) return found;
    }
    return undefined;
  };
  return walk(row, '', '');
}

type Range = { from: string; to: string };

/** Ranges of days must not end before they start, nor last for ever; years must not run into one another. The first that does is named. */
function rangesFault(household: Household): string | undefined {
  const { years, absences, feeds, aways } = household;
  if (years.length > MOST_YEARS)
    return `years: there are ${years.length}; at most ${MOST_YEARS} school years are read.`;
  const bad = (r: Range) =>
    r.to < r.from
      ? 'ends before it starts'
      : toDay(r.to) - toDay(r.from) > LONGEST_RANGE
        ? 'lasts longer than ten years'
        : undefined;
  for (const [i, y] of years.entries()) {
    const fault = yearFault(y, years.slice(0, i));
    if (fault) return `years, row ${i + 1}: ${fault}`;
    const terms = y.rhythm?.kind === 'terms' ? y.rhythm.terms : [];
    const range = [...y.closed, ...terms].map(bad).find((f) => f);
    if (range) return `years, row ${i + 1} has a closed range or a term that ${range}.`;
  }
  for (const [table, rows] of Object.entries({ absences, feeds, aways })) {
    for (const [i, row] of rows.entries()) {
      const inner: Range[] = 'breaks' in row ? row.breaks : 'events' in row ? row.events : [];
      const fault = bad(row);
      if (fault) return `${table}, row ${i + 1} ${fault}.`;
      const within = inner.map(bad).find((f) => f);
      if (within) return `${table}, row ${i + 1} has ${table === 'feeds' ? 'an event' : 'a break'} that ${within}.`;
    }
  }
  return undefined;
}
