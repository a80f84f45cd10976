import type { KeyboardEvent } from 'react';
import type { DayRow } from '../../core/day';
import { MARK_KINDS, type Scope } from '../../core/household';
import { MARK_WORDS } from '../ui/words';
import type { RowActions } from './row-actions';

/** The letters that mark a step, wherever it is drawn: all marks, "known from here on", "again, and more", and its details. */
export function markKeys({
  row,
  family,
  scope,
  actions,
  edit,
}: {
  row: DayRow;
  family: boolean;
  scope: Scope;
  actions: RowActions;
  edit: () => void;
}): (e: KeyboardEvent) => void {
  return (e) => {
    if (e.ctrlKey || e.metaKey || e.altKey || (e.target as HTMLElement).closest('form, [role=menu]')) return;
    if (e.shiftKey) {
      const ask = { k: 'prove', a: 'again' }[e.key.toLowerCase()] as 'prove' | 'again' | undefined;
      if (!ask || (ask === 'prove' && scope !== 'mastered')) return;
      e.preventDefault();
      return actions.ask(ask, row);
    }
    const kind = MARK_KINDS.find((k) => MARK_WORDS[k].key === e.key);
    if (kind === 'missed') {
      if (!family) return;
      document
        .getElementById(`menu ${row.key}`)
        ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    } else if (kind) actions.mark(row, kind);
    else if (e.key === 'u') actions.unmark(row);
    else if (e.key === 'e') edit();
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
}
