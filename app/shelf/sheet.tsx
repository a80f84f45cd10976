import { useVirtualizer } from '@tanstack/react-virtual';
import { type ClipboardEvent, type KeyboardEvent, memo, useEffect, useMemo, useRef, useState } from 'react';
import { writeBlock } from '../../core/contents';
import { count } from '../ui/words';
import { tip } from '../ui/tip';
import './sheet.css';

/** A row of a sheet: its cells as text. */
export interface RowOfSheet {
  key: string;
  cells: Readonly<Record<string, string>>;
}
/** A column: what it is called, and how wide it is drawn. */
export interface ColumnOfSheet<C extends string> {
  id: C;
  words: string;
  width: number;
  /** What can be written in it, where that is a choice. */
  offers?: readonly string[];
}
const ROW = 34;
const NUMBER = 52;

interface Cell {
  row: number;
  column: number;
}

/**
 * The sheet itself: one focus for the whole of it, cells drawn only where they can be seen. Keys are those of any
 * spreadsheet. What is written, pasted, filled or taken out goes to the caller, who stores it or says why not.
 */
export function Sheet<C extends string>({
  label,
  rows,
  columns: all,
  start = 0,
  repeated,
  write,
  paste,
  fill,
  add,
  remove,
}: {
  label: string;
  rows: readonly RowOfSheet[];
  columns: readonly ColumnOfSheet<C>[];
  /** The column in which one begins to write. */
  start?: number;
  /** A cell that only says again what the row above says of the same thing. */
  repeated?: (column: C, row: number) => boolean;
  write: (edits: { row: number; column: C; text: string }[]) => boolean;
  paste: (row: number, column: number, text: string) => void;
  fill: (from: number, to: number, columns: C[]) => void;
  add: (row: number) => void;
  remove: (from: number, to: number) => void;
}) {
  const columns = useMemo(() => all.map((c) => c.id), [all]);
  const scroller = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<Cell>({ row: 0, column: start });
  const [anchor, setAnchor] = useState<Cell>({ row: 0, column: start });
  const [editing, setEditing] = useState<string>();
  // The virtualizer keeps its own state between renders, which the compiler must not memoize away.
  // oxlint-disable-next-line react/incompatible-library
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
    scrollPaddingStart: ROW,
  });
  const [r0, r1] = [Math.min(at.row, anchor.row), Math.max(at.row, anchor.row)];
  const [c0, c1] = [Math.min(at.column, anchor.column), Math.max(at.column, anchor.column)];
  const width = NUMBER + all.reduce((n, c) => n + c.width, 0);

  const go = (row: number, column: number, extend = false) => {
    const to = {
      row: Math.max(0, Math.min(rows.length - 1, row)),
      column: Math.max(0, Math.min(columns.length - 1, column)),
    };
    setAt(to);
    if (!extend) setAnchor(to);
    virtual.scrollToIndex(to.row);
    // Across as well as down: the cell that is written in is in sight.
    const [box, before] = [scroller.current, all.slice(0, to.column).reduce((n, c) => n + c.width, NUMBER)];
    const after = before + (all[to.column]?.width ?? 0);
    if (box && before - NUMBER < box.scrollLeft) box.scrollLeft = before - NUMBER;
    else if (box && after > box.scrollLeft + box.clientWidth) box.scrollLeft = after - box.clientWidth;
  };
  const finish = (down: number, right: number) => {
    const column = columns[at.column]!;
    const same = rows[at.row]?.cells[column] === editing;
    if (editing !== undefined && !same && !write([{ row: at.row, column, text: editing }])) return;
    setEditing(undefined);
    go(at.row + down, at.column + right);
    scroller.current?.focus();
  };
  const clear = () => {
    const edits: { row: number; column: C; text: string }[] = [];
    for (let row = r0; row <= r1; row++)
      for (let c = c0; c <= c1; c++) edits.push({ row, column: columns[c]!, text: '' });
    write(edits);
  };

  const onKey = (e: KeyboardEvent<HTMLDivElement>) => {
    if (editing !== undefined) return;
    const ctrl = e.ctrlKey || e.metaKey;
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? ROW) / ROW) - 2);
    const moves: Record<string, [number, number]> = {
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      ArrowRight: [0, 1],
      ArrowLeft: [0, -1],
      PageDown: [page, 0],
      PageUp: [-page, 0],
    };
    const move = moves[e.key];
    // The keys of the whole app (z, ?, j …) are letters here.
    const own = () => {
      e.preventDefault();
      e.stopPropagation();
    };
    if (move) {
      own();
      go(
        ctrl && move[0] !== 0 ? (move[0] > 0 ? rows.length - 1 : 0) : at.row + move[0],
        ctrl && move[1] !== 0 ? (move[1] > 0 ? columns.length - 1 : 0) : at.column + move[1],
        e.shiftKey,
      );
    } else if (ctrl && e.key === 'd') {
      own();
      fill(r0, r1, columns.slice(c0, c1 + 1));
    } else if (ctrl && e.key === 'a') {
      own();
      setAnchor({ row: 0, column: 0 });
      setAt({ row: rows.length - 1, column: columns.length - 1 });
    } else if (ctrl && e.key === 'Enter') {
      own();
      add(at.row);
      setAt({ row: rows.length === 0 ? 0 : at.row + 1, column: at.column });
      setAnchor({ row: rows.length === 0 ? 0 : at.row + 1, column: at.column });
    } else if (ctrl && e.key === 'Backspace') {
      own();
      remove(r0, r1);
      go(Math.min(r0, rows.length - 2), at.column);
    } else if (e.key === 'Home' || e.key === 'End') {
      own();
      const end = e.key === 'End';
      go(ctrl ? (end ? rows.length - 1 : 0) : at.row, end ? columns.length - 1 : 0, e.shiftKey);
    } else if (e.key === 'Enter' || e.key === 'F2') {
      own();
      setEditing(rows[at.row]?.cells[columns[at.column]!]);
    } else if (e.key === 'Delete' || e.key === 'Backspace') {
      own();
      clear();
    } else if (e.key.length === 1 && !ctrl && !e.altKey) {
      own();
      if (rows.length > 0) setEditing(e.key);
    }
  };
  const onCopy = (e: ClipboardEvent) => {
    if (editing !== undefined || rows.length === 0) return;
    e.preventDefault();
    const block = rows.slice(r0, r1 + 1).map((r) => columns.slice(c0, c1 + 1).map((c) => r.cells[c]!));
    e.clipboardData.setData('text/plain', writeBlock(block));
  };
  const onPaste = (e: ClipboardEvent) => {
    if (editing !== undefined) return;
    e.preventDefault();
    paste(rows.length === 0 ? 0 : r0, c0, e.clipboardData.getData('text/plain'));
  };

  // The rows are drawn anew only when something of theirs changes; what they call finds the newest state here.
  const now = useRef({ go, finish, editing });
  useEffect(() => {
    now.current = { go, finish, editing };
  });
  const hands = useMemo(
    (): Hands => ({
      press: (row, column, extend) => {
        if (now.current.editing !== undefined) now.current.finish(0, 0);
        scroller.current?.focus();
        now.current.go(row, column, extend);
      },
      sweep: (row, column) => now.current.editing === undefined && setAt({ row, column }),
      edit: setEditing,
      finish: (down, right) => now.current.finish(down, right),
      leave: () => {
        setEditing(undefined);
        scroller.current?.focus();
      },
    }),
    [],
  );
  return (
    <>
      <div
        ref={scroller}
        role="grid"
        tabIndex={0}
        aria-label={label}
        aria-rowcount={rows.length + 1}
        aria-colcount={columns.length}
        aria-multiselectable="true"
        aria-activedescendant={rows.length > 0 ? cellId(at.row, at.column) : undefined}
        className="contents-sheet max-h-[calc(100vh-350px)] min-h-72 overflow-auto border border-edge bg-sheet"
        onKeyDown={onKey}
        onCopy={onCopy}
        onPaste={onPaste}
      >
        <div role="row" aria-rowindex={1} className="sticky top-0 z-10 flex bg-paper" style={{ width, height: ROW }}>
          <span className="sheet-head text-right" style={{ width: NUMBER }} aria-hidden="true" />
          {all.map((c) => (
            <span key={c.id} role="columnheader" className="sheet-head" style={{ width: c.width }}>
              {c.words}
            </span>
          ))}
        </div>
        <div role="rowgroup" style={{ height: virtual.getTotalSize(), width, position: 'relative' }}>
          {virtual.getVirtualItems().map((item) => {
            const inside = item.index >= r0 && item.index <= r1;
            const active = at.row === item.index;
            return (
              <SheetRow
                key={rows[item.index]!.key}
                row={rows[item.index]!}
                again={all.reduce((n, c, k) => (repeated?.(c.id, item.index) ? n | (1 << k) : n), 0)}
                index={item.index}
                top={item.start}
                width={width}
                columns={all}
                from={inside ? c0 : -1}
                to={inside ? c1 : -2}
                active={active ? at.column : -1}
                editing={active ? editing : undefined}
                hands={hands}
              />
            );
          })}
        </div>
      </div>
      <div className="flex flex-wrap items-center justify-between gap-2 pt-2">
        <p role="status" className="text-aside text-soft">
          {count(rows.length, 'row')}
          {r1 > r0 || c1 > c0 ? `, ${count((r1 - r0 + 1) * (c1 - c0 + 1), 'cell')} marked` : ''}
        </p>
        <span className="flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={() => add(at.row)}>
            Add a row
          </button>
          <button
            type="button"
            className="btn"
            disabled={r1 === r0}
            onClick={() => fill(r0, r1, columns.slice(c0, c1 + 1))}
          >
            Fill down
          </button>
          <button type="button" className="btn" disabled={rows.length === 0} onClick={() => remove(r0, r1)}>
            Take out {count(r1 - r0 + 1, 'row')}
          </button>
        </span>
      </div>
    </>
  );
}

const cellId = (row: number, column: number) => `cell ${row} ${column}`;

/** What a row can do to the sheet it stands in. */
interface Hands {
  press: (row: number, column: number, extend: boolean) => void;
  sweep: (row: number, column: number) => void;
  edit: (text: string) => void;
  finish: (down: number, right: number) => void;
  leave: () => void;
}

const SheetRow = memo(function SheetRow({
  row,
  again,
  index,
  top,
  width,
  columns,
  from,
  to,
  active,
  editing,
  hands,
}: {
  row: RowOfSheet;
  /** A bit for each column that only repeats the row above. */
  again: number;
  index: number;
  top: number;
  width: number;
  columns: readonly ColumnOfSheet<string>[];
  /** The marked columns of this row, and the one that is active; −1 for none. */
  from: number;
  to: number;
  active: number;
  editing: string | undefined;
  hands: Hands;
}) {
  return (
    <div role="row" aria-rowindex={index + 2} className="absolute left-0 flex" style={{ top, height: ROW, width }}>
      <span className="sheet-number" style={{ width: NUMBER }} aria-hidden="true">
        {index + 1}
      </span>
      {columns.map(({ id: c, words, width: wide, offers }, k) => (
        <span
          key={c}
          id={cellId(index, k)}
          role="gridcell"
          aria-colindex={k + 1}
          aria-selected={k >= from && k <= to}
          {...tip(row.cells[c]!.length > 20 ? row.cells[c] : undefined)}
          className={`sheet-cell ${active === k ? 'sheet-active' : k >= from && k <= to ? 'sheet-inside' : ''} ${again & (1 << k) ? 'text-soft' : ''}`}
          style={{ width: wide }}
          onMouseDown={(e) => {
            if (active === k && editing !== undefined) return;
            e.preventDefault();
            hands.press(index, k, e.shiftKey);
          }}
          onMouseEnter={(e) => e.buttons === 1 && hands.sweep(index, k)}
          onDoubleClick={() => hands.edit(row.cells[c]!)}
        >
          {active === k && editing !== undefined ? (
            <CellInput
              column={c}
              offers={offers ?? []}
              name={`${words}, row ${index + 1}`}
              value={editing}
              change={hands.edit}
              finish={hands.finish}
              leave={hands.leave}
            />
          ) : (
            row.cells[c]
          )}
        </span>
      ))}
    </div>
  );
});

function CellInput({
  column,
  offers,
  name,
  value,
  change,
  finish,
  leave,
}: {
  column: string;
  offers: readonly string[];
  name: string;
  value: string;
  change: (text: string) => void;
  finish: (down: number, right: number) => void;
  leave: () => void;
}) {
  return (
    <>
      <input
        autoFocus
        aria-label={name}
        className="sheet-input"
        value={value}
        list={offers.length > 0 ? `offers ${column}` : undefined}
        onChange={(e) => change(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Enter') finish(e.shiftKey ? -1 : 1, 0);
          else if (e.key === 'Tab') {
            e.preventDefault();
            finish(0, e.shiftKey ? -1 : 1);
          } else if (e.key === 'Escape') leave();
        }}
      />
      {offers.length > 0 && (
        <datalist id={`offers ${column}`}>
          {offers.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
    </>
  );
}
