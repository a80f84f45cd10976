import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { readBlock } from '../../core/contents';
import { CAUTIONS, type Household } from '../../core/household';
import {
  editThings,
  freeName,
  INVENTORY_COLUMNS,
  type InventoryColumn,
  takeOutThings,
  type ThingEdit,
  thingRows,
} from '../../core/inventory-file';
import { useHousehold } from '../shell/household';
import { type ColumnOfSheet, Sheet } from '../shelf/sheet';
import { newId } from '../ui/id';
import { count } from '../ui/words';

const WIDTHS: Partial<Record<InventoryColumn, number>> = {
  thing: 240,
  place: 190,
  isbn: 150,
  cautions: 160,
  words: 170,
};
const OFFERS: Partial<Record<InventoryColumn, readonly string[]>> = { 'used up': ['yes', 'no'], cautions: CAUTIONS };
const COLUMNS = INVENTORY_COLUMNS.map((id): ColumnOfSheet<InventoryColumn> => {
  const offers = OFFERS[id];
  return { id, words: id, width: WIDTHS[id] ?? 116, ...(offers ? { offers } : {}) };
});

/** Every thing of the house as one sheet: a row a thing, cells written, pasted and filled down. */
export default function ThingsSheet() {
  const { household, today, commit } = useHousehold();
  const [fault, setFault] = useState<string>();
  const rows = useMemo(() => thingRows(household), [household]);
  /** Cells by the rows they stand in; what stands beyond the last row is a new thing. */
  const store = (words: string, edits: readonly { row: number; column: InventoryColumn; text: string }[]): boolean => {
    const made = edits.map(({ row, column, text }): ThingEdit => {
      return { of: rows[row]?.key ?? row - rows.length, column, text };
    });
    // Drawn once, so that trying and storing make the same rows.
    const ids = edits.map(() => [newId(), newId()]).flat();
    const change = (now: Household) => {
      let n = 0;
      return editThings(now, made, today, () => ids[n++]!);
    };
    const tried = change(household);
    if ('faults' in tried) {
      const [first] = tried.faults;
      const at = typeof first!.of === 'number' ? rows.length + first!.of : rows.findIndex((r) => r.key === first!.of);
      const others = tried.faults.length - 1;
      setFault(
        `Row ${at + 1}: ${first!.sentence}${others > 0 ? ` And ${count(others, 'other row')}.` : ''} Nothing was changed.`,
      );
      return false;
    }
    setFault(undefined);
    void commit(`things: ${words}`, (now) => {
      const puts = change(now);
      return 'puts' in puts ? puts.puts : [];
    });
    return true;
  };
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>Things: the sheet</h1>
        <Link className="btn" to="/materials?part=all">
          Back to the things
        </Link>
      </div>
      <p className="double-rule pt-2 text-aside text-soft">
        A row is a thing. Type to write, <kbd>enter</kbd> goes down, <kbd>tab</kbd> right; <kbd>shift</kbd> with arrows
        marks several cells; <kbd>ctrl d</kbd> fills down; copy and paste work with any spreadsheet, and rows pasted
        beyond the last are new things. Another number under “there” is a count of today.
      </p>
      <p role="alert" className="min-h-6 font-semibold">
        {fault}
      </p>
      <Sheet
        label="Things of the house"
        rows={rows}
        columns={COLUMNS}
        write={(edits) => store(edits.length === 1 ? 'a cell written' : 'cells written', edits)}
        paste={(row, column, text) => {
          const block = readBlock(text);
          store(
            `${count(block.length, 'row')} pasted`,
            block.flatMap((line, i) =>
              line.flatMap((cell, k) => {
                const c = COLUMNS[column + k];
                return c ? [{ row: row + i, column: c.id, text: cell }] : [];
              }),
            ),
          );
        }}
        fill={(from, to, columns) =>
          store(
            'filled down',
            Array.from({ length: to - from }, (_, i) => from + 1 + i).flatMap((row) =>
              columns.map((column) => ({ row, column, text: rows[from]!.cells[column] })),
            ),
          )
        }
        add={() => store('a row added', [{ row: rows.length, column: 'thing', text: freeName(household) }])}
        remove={(from, to) => {
          const ids = rows.slice(from, to + 1).map((r) => r.key);
          void commit(`${count(ids.length, 'thing')} taken out`, (now) => takeOutThings(now, ids, today));
        }}
      />
    </div>
  );
}
