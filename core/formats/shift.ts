import { fromDay, isIsoDate, toDay } from '../calendar';
import type { Backup } from './backup';

/**
 * A backup with every date in it moved by so many days; by whole weeks, weekdays stay what they are. It serves to
 * bring the sample household to today.
 */
export function shiftBackup(backup: Backup, days: number): Backup {
  const move = (value: unknown): unknown => {
    if (isIsoDate(value)) return fromDay(toDay(value) + days);
    if (Array.isArray(value)) return value.map(move);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, move(v)]));
  };
  return move(backup) as Backup;
}
