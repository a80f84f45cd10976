import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import { type AnyRow, type Course, same, type TableName } from '../household';

export type AnyTable = TableName | 'settings';

/**
 * How rows fall into cells, the pieces of which two devices may change one each. A row of a table that is not here is one
 * cell: it is written as a whole. Of the others every field is a cell, but for fields that must agree with one another (one cell
 * together), lists whose entries are cells by their key, lists of what holds from a date on (`dated`: cells by that date, and in its order), parts of a
 * field that are written each at its own time (`apart`), and a course's units and lessons.
 */
interface Wide {
  together?: readonly (readonly string[])[];
  lists?: Readonly<Record<string, string>>;
  dated?: readonly string[];
  /** Parts of a field that are cells of their own. */
  apart?: Readonly<Record<string, readonly string[]>>;
}
/** What an entry of a dated list goes by. */
const DATE = 'from';
const WIDE: Partial<Record<AnyTable, Wide>> = {
  settings: { together: [['dayFrom', 'dayTo']], lists: { windows: 'id' } },
  children: { together: [['from', 'until']], dated: ['later'] },
  teachers: { dated: ['later'] },
  years: {
    together: [
      ['start', 'end'],
      ['weekdays', 'light', 'rhythm', 'earlier'],
    ],
    lists: { closed: 'id', special: 'id', own: 'childId' },
  },
  aways: {
    together: [
      ['from', 'to'],
      ['start', 'end'],
    ],
    lists: { breaks: 'id' },
  },
  calendars: { lists: { decisions: 'uid' } },
  courses: { lists: { parts: 'id', rhythms: 'id' } },
  enrolments: {
    together: [['rule', 'perSitting', 'minutesPerSitting']],
    lists: { gates: 'id', verdicts: 'childId' },
    dated: ['paces', 'lives'],
  },
  // What a mark was of is filled in by the program (`keepPast`), and must not outdo what somebody wrote on the other device.
  marks: {
    together: [
      [
        ...['kind', 'enrolmentId', 'stepId', 'childId', 'date', 'seq', 'minutes', 'minutesLeft', 'left'],
        ...['goOn', 'proofId', 'score', 'note'],
      ],
    ],
    // Each is copied when its own turn comes: the one where a need changes, the rest where a book does.
    apart: { was: ['used'] },
  },
  loops: {},
  links: {},
  rituals: {},
  materials: { lists: { parts: 'id' } },
  orders: {},
  jottings: {},
};
export const isWide = (table: AnyTable): boolean => WIDE[table] !== undefined;

/** The cell of a row that is written as a whole. */
export const WHOLE = '';

/** What stands in each cell of a row; a cell that holds nothing is not there. */
export type Cells = Map<string, unknown>;
/** By the cell of a place: the position of an entry in its list, and of a lesson its unit behind a space. */
export type Places = Readonly<Record<string, string>>;

type Entry = Record<string, unknown>;
const placeCell = (list: string, key: string) => `${list}@${key}`;
const entryCell = (list: string, key: string) => `${list}/${key}`;
export const isPlace = (cell: string) => /^[a-z]+@/.test(cell);

/** The entries of a list by key, each with its place where nobody has ever moved any: evenly one behind the other. */
function* entries(key: string, values: readonly Entry[]): Generator<[string, Entry, string]> {
  const places = generateNKeysBetween(null, null, values.length);
  for (const [i, value] of values.entries()) yield [value[key] as string, value, places[i]!];
}

/** A row in its cells. `places`: where its entries stand, as far as they were ever moved. */
export function toCells(table: AnyTable, row: AnyRow, places: Places = {}): Cells {
  const wide = WIDE[table];
  if (!wide) return new Map([[WHOLE, row]]);
  const cells: Cells = new Map();
  const joined = new Set(wide.together?.flat());
  for (const fields of wide.together ?? []) {
    const own = fields.filter((f) => row[f] !== undefined).map((f) => [f, row[f]]);
    if (own.length > 0) cells.set(fields[0]!, Object.fromEntries(own));
  }
  for (const [field, value] of Object.entries(row)) {
    if (field === 'id' || value === undefined || joined.has(field)) continue;
    const key = wide.lists?.[field];
    if (table === 'courses' && field === 'units') unitCells(cells, value as Course['units']);
    else if (key) {
      cells.set(field, true);
      for (const [of, entry, place] of entries(key, value as Entry[])) {
        cells.set(entryCell(field, of), entry);
        cells.set(placeCell(field, of), place);
      }
    } else if (wide.dated?.includes(field)) {
      cells.set(field, true);
      for (const entry of value as Entry[]) cells.set(entryCell(field, entry[DATE] as string), entry);
    } else if (wide.apart?.[field]) {
      const parts = wide.apart[field];
      const own = Object.entries(value as Entry);
      cells.set(field, Object.fromEntries(own.filter(([part]) => !parts.includes(part))));
      for (const [part, x] of own) if (parts.includes(part) && x !== undefined) cells.set(entryCell(field, part), x);
    } else cells.set(field, value);
  }
  for (const [cell, place] of Object.entries(places)) cells.set(cell, place);
  return cells;
}

function unitCells(cells: Cells, units: Course['units']): void {
  for (const [id, unit, place] of entries('id', units as unknown as Entry[])) {
    const { lessons, ...own } = unit as unknown as Course['units'][number];
    cells.set(entryCell('units', id), own);
    cells.set(placeCell('units', id), place);
    for (const [of, lesson, at] of entries('id', lessons as unknown as Entry[])) {
      cells.set(entryCell('lessons', of), lesson);
      cells.set(placeCell('lessons', of), `${at} ${id}`);
    }
  }
}

/** Behind every place: of an entry that was never given one. */
const LAST = '~';

interface Placed {
  key: string;
  value: Entry;
  pos: string;
  unit: string;
}
/** The entries of a list that stand in their cells, in order of their places. */
function placed(cells: Cells, list: string): Placed[] {
  const found: Placed[] = [];
  const prefix = entryCell(list, '');
  for (const [cell, value] of cells) {
    if (!cell.startsWith(prefix) || value === undefined) continue;
    const key = cell.slice(prefix.length);
    const [pos = '', ...unit] = String(cells.get(placeCell(list, key)) ?? LAST).split(' ');
    found.push({ key, value: value as Entry, pos, unit: unit.join(' ') });
  }
  return found.sort((a, b) => (a.pos < b.pos ? -1 : a.pos > b.pos ? 1 : a.key < b.key ? -1 : 1));
}

/** The row that stands in some cells. */
export function fromCells(table: AnyTable, id: string, cells: Cells): AnyRow {
  const wide = WIDE[table];
  if (!wide) return cells.get(WHOLE) as AnyRow;
  const row: AnyRow = { id };
  const joined = new Set(wide.together?.map((fields) => fields[0]));
  for (const [cell, value] of cells) {
    if (value === undefined || cell.includes('/') || isPlace(cell)) continue;
    if (joined.has(cell)) Object.assign(row, value);
    else row[cell] = value;
  }
  for (const [field, parts] of Object.entries(wide.apart ?? {}))
    for (const part of parts) {
      const value = cells.get(entryCell(field, part));
      if (value !== undefined && row[field]) row[field] = { ...(row[field] as Entry), [part]: value };
    }
  // A list is there while it has an entry, also where one side took its own last one out of it.
  for (const list of flatLists(table)) {
    const own = placed(cells, list).map((e) => e.value);
    if (own.length > 0 || row[list] === true) row[list] = own;
  }
  if (table === 'courses') row['units'] = unitsFrom(cells);
  return row;
}

/** The units with their lessons. A lesson whose unit was taken out stands at the end of the unit before its place. */
function unitsFrom(cells: Cells): unknown[] {
  const units = placed(cells, 'units').map((u) => ({ ...u, lessons: [] as Entry[] }));
  for (const lesson of placed(cells, 'lessons')) {
    let own = lesson.unit === '' ? units.at(-1) : units.find((u) => u.key === lesson.unit);
    if (!own) {
      const place = String(cells.get(placeCell('units', lesson.unit)) ?? '');
      own = units.filter((u) => u.pos < place).at(-1) ?? units[0];
    }
    if (!own) {
      own = { key: lesson.unit, value: { id: lesson.unit, title: '' }, pos: '', unit: '', lessons: [] };
      units.push(own);
    }
    own.lessons.push(lesson.value);
  }
  return units.map(({ value, lessons }) => ({ ...value, lessons }));
}

const flatLists = (table: AnyTable): string[] => [
  ...Object.keys(WIDE[table]?.lists ?? {}),
  ...(WIDE[table]?.dated ?? []),
];
/** The fields of a row that are lists of cells. */
export const listFields = (table: AnyTable): string[] => [
  ...flatLists(table),
  ...(table === 'courses' ? ['units'] : []),
];

/** Puts into cells, or takes out of them, whatever differs between two others; names what did. */
export function carryOver(from: Cells, to: Cells, into: Cells): string[] {
  const changed = [...new Set([...from.keys(), ...to.keys()])].filter((cell) => !same(from.get(cell), to.get(cell)));
  for (const cell of changed)
    if (to.has(cell)) into.set(cell, to.get(cell));
    else into.delete(cell);
  return changed;
}

const LISTS = (table: AnyTable) => [
  ...Object.keys(WIDE[table]?.lists ?? {}),
  ...(table === 'courses' ? ['units', 'lessons'] : []),
];

/**
 * The places of the entries of a row as it has become: whoever stands in order keeps its place, whoever is new or was moved gets one
 * between its neighbours (fractional indexing), so that two devices' insertions both survive. Places of entries that are gone are
 * kept: the other device may bring them back. `from`: its cells before.
 */
export function placesAfter(table: AnyTable, from: Cells, row: AnyRow): Record<string, string> {
  const kept: Record<string, string> = {};
  for (const [cell, place] of from) if (isPlace(cell)) kept[cell] = place as string;
  const after = toCells(table, row);
  for (const list of LISTS(table)) {
    const byUnit = new Map<string, string[]>();
    for (const e of placed(after, list)) byUnit.set(e.unit, [...(byUnit.get(e.unit) ?? []), e.key]);
    for (const [unit, keys] of byUnit) {
      const known = keys.map((key) => {
        const [pos, ...of] = (kept[placeCell(list, key)] ?? '').split(' ');
        return of.join(' ') === unit ? pos || undefined : undefined;
      });
      inOrder(known).forEach((pos, i) => {
        kept[placeCell(list, keys[i]!)] = unit === '' ? pos : `${pos} ${unit}`;
      });
    }
  }
  return kept;
}

/** Places in rising order: as many as can be stay what they are. */
function inOrder(known: readonly (string | undefined)[]): string[] {
  const stays = longestRising(known);
  const made: string[] = [];
  for (let i = 0; i < known.length; i++) {
    if (stays.has(i)) {
      made.push(known[i]!);
      continue;
    }
    let next = i + 1;
    while (next < known.length && !stays.has(next)) next++;
    made.push(generateKeyBetween(made.at(-1) ?? null, known[next] ?? null));
  }
  return made;
}

/** The numbers of a longest rising part of a list (patience sorting). */
function longestRising(list: readonly (string | undefined)[]): Set<number> {
  const tails: number[] = [];
  const before: (number | undefined)[] = [];
  list.forEach((value, i) => {
    if (value === undefined) return;
    let [low, high] = [0, tails.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if (list[tails[mid]!]! < value) low = mid + 1;
      else high = mid;
    }
    before[i] = low > 0 ? tails[low - 1] : undefined;
    tails[low] = i;
  });
  const found = new Set<number>();
  for (let i = tails.at(-1); i !== undefined; i = before[i]) found.add(i);
  return found;
}

/** Whether places are what they are where nobody has ever moved anything: then they need not be kept. */
export function placesAsGiven(table: AnyTable, row: AnyRow, places: Places): boolean {
  const given = toCells(table, row);
  const own = [...given.keys()].filter(isPlace);
  return own.length === Object.keys(places).length && own.every((cell) => given.get(cell) === places[cell]);
}
