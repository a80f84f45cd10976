import type { DayRow } from '../../core/day';
import type { Child, MarkKind } from '../../core/household';

/** What can be done to a row of the day, from the list, the drawing and the menus alike. */
export interface RowActions {
  mark: (row: DayRow, kind: MarkKind, child?: Child) => void;
  unmark: (row: DayRow) => void;
  move: (row: DayRow, by: 1 | -1) => void;
  /** Opens “known from here on”, or “again, and more”. */
  ask: (what: 'prove' | 'again', row: DayRow) => void;
  /** Opens minutes, score and note in the list. */
  edit: (row: DayRow) => void;
}

/** What the menu of marks needs of its row. */
export interface MarkMenuProps {
  row: DayRow;
  family: boolean;
  childrenHere: Child[];
  actions: RowActions;
  edit: () => void;
  name: string;
  /** The step has its first menu elsewhere on the page. */
  second?: boolean;
}
