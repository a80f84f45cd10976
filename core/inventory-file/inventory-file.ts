import Papa from 'papaparse';
import { type Day, fromDay } from '../calendar';
import { defuse, undefuse } from '../contents';
import { readIsbn } from '../course';
import {
  CAUTIONS,
  type Caution,
  type Household,
  type Id,
  type Material,
  type Movement,
  type Put,
  thingId,
} from '../household';
import { nextSeq } from '../log';
import { knownThings, money, placePath, readPrice, readTags, stock } from '../materials';

/** The columns of an inventory as a table, in the order in which it is written; only the first has to be there. */
export const INVENTORY_COLUMNS = [
  ...(['thing', 'there', 'place', 'counted in', 'used up', 'in packs of', 'price', 'days to order'] as const),
  ...(['isbn', 'edition', 'cautions', 'words', 'cm wide'] as const),
] as const;
export type InventoryColumn = (typeof INVENTORY_COLUMNS)[number];
type Column = InventoryColumn;

/** A row as it was read: what it says, and nothing of what it left empty. */
export interface InventoryRow {
  /** Its number in the file, the head counted. */
  row: number;
  name: string;
  there?: number;
  fields: Partial<Omit<Material, 'id' | 'name'>>;
}
export interface InventoryFault {
  row: number;
  sentence: string;
}
export interface InventoryReading {
  rows: InventoryRow[];
  faults: InventoryFault[];
}

/** What is longer is no household's inventory. */
export const LONGEST_INVENTORY = 2_000_000;
const YES = new Set(['yes', 'y', 'x', '1', 'true']);
const NO = new Set(['no', 'n', '0', 'false', '']);

/**
 * Reads an inventory from a table: CSV (RFC 4180; comma, semicolon or tab) or cells pasted from a spreadsheet. With a head, columns
 * stand in any order; without one they are thing, there, place. A row with a fault is named and left out, and the others are
 * taken.
 */
export function readInventory(text: string): InventoryReading {
  if (text.length > LONGEST_INVENTORY)
    return { rows: [], faults: [{ row: 1, sentence: 'The file is far longer than any inventory; it was not read.' }] };
  const plain = text.replace(/^\uFEFF/, '');
  const delimiter = delimiterOf(plain);
  const { data, errors } = Papa.parse<string[]>(plain, {
    ...(delimiter ? { delimiter } : { delimitersToGuess: ['\t', ',', ';'] }),
  });
  const head = (data[0] ?? []).map((c) => c.trim().toLowerCase());
  const named = head.includes('thing');
  const columns: readonly string[] = named ? head : ['thing', 'there', 'place'];
  const faults: InventoryFault[] = [];
  const unknown = columns.find((c) => c !== '' && !INVENTORY_COLUMNS.includes(c as Column));
  if (unknown !== undefined)
    return {
      rows: [],
      faults: [
        { row: 1, sentence: `The column “${unknown}” is not known. Columns are: ${INVENTORY_COLUMNS.join(', ')}.` },
      ],
    };
  const quote = errors.find((e) => e.type === 'Quotes');
  if (quote) faults.push({ row: (quote.row ?? 0) + 1, sentence: 'A quotation mark is opened and never closed.' });
  const rows: InventoryRow[] = [];
  data.forEach((cells, i) => {
    const at = i + 1;
    if ((named && i === 0) || cells.every((c) => c.trim() === '')) return;
    const cell = (column: Column) => undefuse(cells[columns.indexOf(column)] ?? '').trim();
    const read = readInventoryRow(cell);
    if ('fault' in read) faults.push({ row: at, sentence: read.fault });
    else rows.push({ row: at, ...read });
  });
  return { rows, faults };
}

/** What parts the columns, where the head says it; cells of a spreadsheet come with tabs. */
function delimiterOf(text: string): string | undefined {
  const [first = ''] = text.split(/\r?\n/, 1);
  const names = (mark: string) => first.split(mark).map((c) => c.trim().replace(/^"|"$/g, '').toLowerCase());
  const byHead = ['\t', ',', ';'].find((d) => {
    const head = names(d);
    return head.includes('thing') && head.every((c) => c === '' || INVENTORY_COLUMNS.includes(c as Column));
  });
  return byHead ?? (first.includes('\t') ? '\t' : undefined);
}

/** One row as it was typed: what it says of a thing, or what is wrong with it. */
export function readInventoryRow(cell: (column: Column) => string): Omit<InventoryRow, 'row'> | { fault: string } {
  const name = cell('thing');
  if (name === '') return { fault: 'The thing has no name.' };
  if (name.length > 200) return { fault: 'The name is longer than 200 letters.' };
  const fields: InventoryRow['fields'] = {};
  const number = (column: Column, whole: boolean, least: number, most: number): number | undefined | string => {
    const text = cell(column);
    if (text === '') return undefined;
    const n = Number(text.replace(',', '.'));
    const good = /^\d/.test(text) && n >= least && n <= most && (!whole || Number.isInteger(n));
    return good ? n : `“${text}” under “${column}” is no ${whole ? 'whole ' : ''}number from ${least} to ${most}.`;
  };
  const there = number('there', false, 0, 1_000_000);
  const pack = number('in packs of', true, 1, 100_000);
  const lead = number('days to order', true, 0, 365);
  const width = number('cm wide', false, 0, 10_000);
  for (const n of [there, pack, lead, width]) if (typeof n === 'string') return { fault: n };
  if (typeof pack === 'number') fields.pack = pack;
  if (typeof lead === 'number') fields.leadDays = lead;
  if (typeof width === 'number') fields.width = width;
  const price = readPrice(cell('price'));
  if (cell('price') !== '' && price === undefined) return { fault: `“${cell('price')}” is no price like 24.50.` };
  if (price !== undefined) fields.price = price;
  const isbn = cell('isbn') === '' ? undefined : readIsbn(cell('isbn'));
  if (isbn && 'fault' in isbn) return { fault: isbn.fault };
  if (isbn) fields.isbn = isbn.isbn;
  const used = cell('used up').toLowerCase();
  if (!YES.has(used) && !NO.has(used)) return { fault: `“${used}” under “used up” is neither yes nor no.` };
  if (used !== '') fields.consumable = YES.has(used);
  const cautions = readTags(cell('cautions'));
  const odd = cautions.find((c) => !CAUTIONS.includes(c.toLowerCase() as Caution));
  if (odd) return { fault: `The caution “${odd}” is not known. There are: ${CAUTIONS.join(', ')}.` };
  if (cautions.length > 0) fields.cautions = CAUTIONS.filter((c) => cautions.some((x) => x.toLowerCase() === c));
  const words = readTags(cell('words'));
  if (words.length > 0) fields.tags = words;
  if (cell('place')) fields.place = placePath(cell('place')).slice(0, 200);
  if (cell('counted in')) fields.unit = cell('counted in').slice(0, 40);
  if (cell('edition')) fields.edition = cell('edition').slice(0, 200);
  return { name, ...(typeof there === 'number' ? { there } : {}), fields };
}

/**
 * The rows that take a table into the inventory: what the household has by the same ISBN or name is changed in what the table says,
 * and counted where it says another number; others come in. Taken in twice, the second time changes nothing.
 */
export function takeInventory(now: Household, rows: readonly InventoryRow[], day: Day, newId: () => Id): Put[] {
  const puts: Put[] = [];
  const [onHand, known] = [stock(now), knownThings(now)];
  let seq = nextSeq([...now.marks, ...now.movements]);
  const made: Material[] = [];
  const byName = (name: string, list: readonly Material[]) =>
    list.find((m) => m.name.toLowerCase() === name.toLowerCase());
  for (const { name, there, fields } of rows) {
    const all = [...now.materials, ...made];
    const same = (fields.isbn && all.find((m) => m.isbn === fields.isbn)) || byName(name, all);
    const blank = { place: '', consumable: false, unit: '', cautions: [] };
    const put: Material = {
      ...(same ?? { ...blank, id: thingId(all, name) }),
      name: same?.name ?? name,
      ...fields,
    };
    const at = made.findIndex((m) => m.id === put.id);
    if (at < 0) made.push(put);
    else made[at] = put;
    if (there === undefined || (known.has(put.id) && onHand.get(put.id) === there)) continue;
    const count: Movement = {
      ...{ id: newId(), materialId: put.id, date: fromDay(day), seq: seq++, kind: 'count', quantity: there },
    };
    puts.push({ table: 'movements', put: count });
  }
  return [...made.map((put): Put => ({ table: 'materials', put })), ...puts];
}

/** A thing as the cells of a row; `there` is empty where nobody counted. */
export const thingCells = (m: Material, there: number | undefined): Record<Column, string> => ({
  thing: m.name,
  there: there === undefined ? '' : String(there),
  place: m.place,
  'counted in': m.unit,
  'used up': m.consumable ? 'yes' : 'no',
  'in packs of': String(m.pack ?? ''),
  price: m.price === undefined ? '' : money(m.price),
  'days to order': String(m.leadDays ?? ''),
  isbn: m.isbn ?? '',
  edition: m.edition ?? '',
  cautions: m.cautions.join(', '),
  words: (m.tags ?? []).join(', '),
  'cm wide': String(m.width ?? ''),
});

/** The inventory as CSV (RFC 4180), a thing a row in order of name; what nobody counted has no number. */
export function writeInventory(state: Household): string {
  const [onHand, known] = [stock(state), knownThings(state)];
  const rows = state.materials
    .filter((m) => !m.retired)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((m) => thingCells(m, known.has(m.id) ? Math.max(0, onHand.get(m.id) ?? 0) : undefined));
  const cells = rows.map((r) => INVENTORY_COLUMNS.map((c) => defuse(r[c])));
  return `${Papa.unparse([[...INVENTORY_COLUMNS], ...cells], { newline: '\r\n' })}\r\n`;
}
