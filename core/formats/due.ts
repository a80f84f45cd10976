import { type Day, type IsoDate, toDay } from '../calendar';
import type { Mark } from '../household';

/** Days after which a backup is asked for, once there are marks that no backup holds. */
export const BACKUP_EVERY = 14;
/** The same before the very first backup, counted from the first mark. */
export const FIRST_BACKUP_AFTER = 7;

/**
 * Days since the last backup (since the first mark, when there was none), once a new one is due; undefined while none
 * is. Nothing is due when nothing was marked since.
 */
export function backupDue(marks: readonly Mark[], last: IsoDate | undefined, today: Day): number | undefined {
  let first: IsoDate | undefined;
  for (const m of marks)
    if ((last === undefined || m.date >= last) && (first === undefined || m.date < first)) first = m.date;
  if (first === undefined) return undefined;
  const days = today - toDay(last ?? first);
  return days >= (last === undefined ? FIRST_BACKUP_AFTER : BACKUP_EVERY) ? days : undefined;
}
