import { type IsoDate, isIsoDate } from '../calendar';
import { type Household, type TableName, TABLES } from '../household';
import { migrate } from './migrate';
import { REFERENCES, SETTINGS_FIELDS, TABLE_FIELDS } from './schema';
import { type Fields, record, tail } from './shapes';

export const FORMAT = 'olden-primer';
export const VERSION = 4;
/** Longest backup that is read, in characters: some hundred times a family's ten years. */
export const MAX_CHARACTERS = 200_000_000;

export interface Backup {
  asOf: IsoDate;
  household: Household;
}
/** What reading a file came to: a backup, or one sentence that says what is wrong and where. */
export type Reading = { backup: Backup } | { fault: string };

type Row = Record<string, unknown> & { id: string };

/** Writes keys in the order of the schema and rows in order of id, so that equal households give equal bytes. */
function ordered(value: unknown, fields?: Fields): unknown {
  if (Array.isArray(value)) return value.map((v) => ordered(v));
  if (typeof value !== 'object' || value === null) return value;
  const o = value as Record<string, unknown>;
  const keys = fields ? Object.keys(fields) : Object.keys(o).sort();
  return Object.fromEntries(keys.filter((k) => o[k] !== undefined).map((k) => [k, ordered(o[k])]));
}

/** The backup file of a household: JSON, one row a line. Equal households on the same date give the same bytes. */
export function writeBackup({ asOf, household }: Backup): string {
  const tables = TABLES.map((table) => {
    const rows = [...(household[table] as unknown as Row[])].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
    const lines = rows.map((r) => `\n    ${JSON.stringify(ordered(r, TABLE_FIELDS[table]))}`);
    return `  ${JSON.stringify(table)}: [${lines.join(',')}${lines.length ? '\n  ' : ''}]`;
  });
  const head = [
    `  "format": ${JSON.stringify(FORMAT)}`,
    `  "version": ${VERSION}`,
    `  "asOf": ${JSON.stringify(asOf)}`,
    `  "settings": ${JSON.stringify(ordered(household.settings, SETTINGS_FIELDS))}`,
  ];
  return `{\n${[...head, ...tables].join(',\n')}\n}\n`;
}

/** Reads a backup file. Nothing is taken from a file with any fault: the answer is the whole household or a sentence. */
export function readBackup(content: string): Reading {
  if (content.length > MAX_CHARACTERS)
    return { fault: 'The file is far larger than any household’s backup; it was not read.' };
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
  const known = ['format', 'version', 'asOf', 'settings', ...TABLES];
  const odd = Object.keys(file).find((k) => !known.includes(k));
  if (odd) return { fault: `The backup holds a part “${odd}” that this version does not know.` };
  const settingsFault = record(SETTINGS_FIELDS)(file['settings']);
  if (settingsFault) return { fault: sentence('settings', settingsFault) };
  for (const table of TABLES) {
    const fault = tableFault(table, file[table]);
    if (fault) return { fault };
  }
  const { format: _f, version: _v, asOf, ...household } = file;
  const fault = referenceFault(household as unknown as Household);
  return fault ? { fault } : { backup: { asOf: asOf as IsoDate, household: household as unknown as Household } };
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
  }
  return undefined;
}

function referenceFault(household: Household): string | undefined {
  const ids = new Map(TABLES.map((t) => [t, new Set((household[t] as { id: string }[]).map((r) => r.id))]));
  for (const [table, fields] of Object.entries(REFERENCES) as [TableName, Record<string, TableName>][]) {
    const rows = household[table] as unknown as Row[];
    for (let i = 0; i < rows.length; i++) {
      for (const [field, target] of Object.entries(fields)) {
        const value = rows[i]![field];
        for (const one of Array.isArray(value) ? (value as string[]) : value === undefined ? [] : [value as string]) {
          if (!ids.get(target)!.has(one))
            return `${table}, row ${i + 1}, field “${field}” names “${one}”, which is not among the ${target}.`;
        }
      }
    }
  }
  for (const [i, w] of (household.settings.windows ?? []).entries()) {
    const stranger = w.childIds.find((id) => !ids.get('children')!.has(id));
    if (stranger !== undefined)
      return `settings, field “windows”, entry ${i + 1} names “${stranger}”, which is not among the children.`;
    if (w.to <= w.from) return `settings, field “windows”, entry ${i + 1} ends before it starts.`;
  }
  const helped = household.enrolments.findIndex((e) => e.helper && !ids.get('children')!.has(e.helper.childId));
  if (helped >= 0) return `enrolments, row ${helped + 1}, field “helper” names a child that is not there.`;
  return backwards(household);
}

/** Ranges of days must not end before they start; the first that does is named. */
function backwards(household: Household): string | undefined {
  const turned = (r: { from: string; to: string }) => r.to < r.from;
  const year = household.years.findIndex(
    (y) => y.end < y.start || y.closed.some(turned) || (y.rhythm?.kind === 'terms' && y.rhythm.terms.some(turned)),
  );
  if (year >= 0) return `years, row ${year + 1} ends before it starts, or has a closed range or a term that does.`;
  const tables = { absences: household.absences, feeds: household.feeds, aways: household.aways };
  for (const [table, rows] of Object.entries(tables)) {
    const at = rows.findIndex(turned);
    if (at >= 0) return `${table}, row ${at + 1} ends before it starts.`;
  }
  const hours = household.teachers.findIndex((t) => t.hours?.some(turned));
  if (hours >= 0) return `teachers, row ${hours + 1} has hours that end before they start.`;
  const feed = household.feeds.findIndex((f) => f.events.some(turned));
  if (feed >= 0) return `feeds, row ${feed + 1} has an event that ends before it starts.`;
  const away = household.aways.findIndex((a) => a.breaks.some(turned));
  return away >= 0 ? `aways, row ${away + 1} has a break that ends before it starts.` : undefined;
}
