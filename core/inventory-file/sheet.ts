import { type Day, fromDay } from '../calendar';
import { byId, type Household, type Id, type Material, type Movement, type Put } from '../household';
import { nextSeq } from '../log';
import { countIt, knownThings, stock } from '../materials';
import { type InventoryColumn, readInventoryRow, thingCells } from './inventory-file';

/** A row of the sheet of things. */
export interface ThingRow {
  /** The thing's id. */
  key: Id;
  cells: Record<InventoryColumn, string>;
}
/** A cell to be written: of a thing, or of the n-th new one, counted from 0. */
export interface ThingEdit {
  of: Id | number;
  column: InventoryColumn;
  text: string;
}
export interface ThingFault {
  of: Id | number;
  sentence: string;
}

/** Every thing of the house as a row of text, in the order in which they came in: what is renamed stays where it stands. */
export function thingRows(state: Household): ThingRow[] {
  const [onHand, known] = [stock(state), knownThings(state)];
  return state.materials
    .filter((m) => !m.retired)
    .map((m) => {
      const there = known.has(m.id) ? (onHand.get(m.id) ?? 0) : undefined;
      // Below nothing it wants counting: any number is a count then.
      return { key: m.id, cells: thingCells(m, there !== undefined && countIt(there) ? undefined : there) };
    });
}

/** What a row of the sheet says of a thing; an empty cell takes away what stood there. */
type Said = Pick<Material, 'place' | 'consumable' | 'unit' | 'cautions'>;
const BLANK: Said = { place: '', consumable: false, unit: '', cautions: [] };

/**
 * Cells written on the sheet of things. All of them or none: with one that cannot be read nothing is stored, and each is named. A row
 * beyond the last is a new thing. A number that differs from what is there is a count of the day; an empty one says nothing.
 */
export function editThings(
  now: Household,
  edits: readonly ThingEdit[],
  day: Day,
  newId: () => Id,
): { puts: Put[] } | { faults: ThingFault[] } {
  const rows = new Map(thingRows(now).map((r) => [r.key, r.cells]));
  const changed = new Map<Id | number, Partial<Record<InventoryColumn, string>>>();
  for (const { of, column, text } of edits) changed.set(of, { ...changed.get(of), [column]: text.trim() });
  const names = new Map(now.materials.map((m) => [m.name.toLowerCase(), m.id]));
  const faults: ThingFault[] = [];
  const puts: Put[] = [];
  let seq = nextSeq([...now.marks, ...now.movements]);
  for (const [of, cells] of changed) {
    const before = typeof of === 'number' ? undefined : byId(now.materials, of);
    const was = typeof of === 'number' ? undefined : rows.get(of);
    // Another device took it out of the house meanwhile: nothing of it is written.
    if (typeof of !== 'number' && (!before || !was)) continue;
    const whole = { ...was, ...cells };
    if (!before && Object.values(whole).every((t) => t === '')) continue;
    const read = readInventoryRow((column) => whole[column] ?? '');
    if ('fault' in read) {
      faults.push({ of, sentence: read.fault });
      continue;
    }
    const id = before?.id ?? newId();
    const other = names.get(read.name.toLowerCase());
    if (other !== undefined && other !== id) {
      faults.push({ of, sentence: `There is a thing called “${read.name}” already.` });
      continue;
    }
    names.set(read.name.toLowerCase(), id);
    const {
      leadDays: _l,
      pack: _p,
      price: _c,
      isbn: _i,
      edition: _e,
      tags: _t,
      width: _w,
      ...kept
    } = before ?? { id, name: '' };
    puts.push({ table: 'materials', put: { ...kept, ...BLANK, name: read.name, ...read.fields } });
    if (read.there === undefined || cells.there === undefined || cells.there === was?.there) continue;
    const count: Movement = {
      ...{ id: newId(), materialId: id, date: fromDay(day), seq: seq++, kind: 'count', quantity: read.there },
    };
    puts.push({ table: 'movements', put: count });
  }
  return faults.length > 0 ? { faults } : { puts };
}

/** Rows taken out: what was ever entered of a thing stays, and it leaves the house; of what nobody entered anything goes. */
export function takeOutThings(now: Household, ids: readonly Id[], day: Day): Put[] {
  const known = knownThings(now);
  return ids.flatMap((id): Put[] => {
    const thing = byId(now.materials, id);
    if (!thing || thing.retired) return [];
    if (!known.has(id)) return [{ table: 'materials', remove: id }];
    return [{ table: 'materials', put: { ...thing, retired: fromDay(day) } }];
  });
}

/** A name for a new thing that nothing has yet: “new thing”, “new thing 2”. */
export function freeName({ materials }: Pick<Household, 'materials'>): string {
  const taken = new Set(materials.map((m) => m.name.toLowerCase()));
  let n = 1;
  while (taken.has(n === 1 ? 'new thing' : `new thing ${n}`)) n++;
  return n === 1 ? 'new thing' : `new thing ${n}`;
}
