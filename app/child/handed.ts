import { useSyncExternalStore } from 'react';
import type { Id } from '../../core/household';
import { fromDay } from '../../core/calendar';
import { todayHere } from '../ui/dates';

/**
 * That a child has this device, and sees its own page only: kept with the device, not with the household, and only until
 * midnight, so that a forgotten code costs an evening at most. It keeps a child from wandering; it is no safe.
 */
export interface Handed {
  childId: Id;
  code: string;
  date: string;
}

const isoHere = () => fromDay(todayHere());
const KEY = 'olden-primer handed over';
const listeners = new Set<() => void>();

function read(): Handed | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Handed | null;
    return kept && kept.date === isoHere() ? kept : undefined;
  } catch {
    return undefined;
  }
}
let now = read();

function changed() {
  const next = read();
  if (next?.childId === now?.childId && next?.code === now?.code) return;
  now = next;
  for (const tell of listeners) tell();
}
// Another tab hands over, or takes back: this one follows.
window.addEventListener('storage', changed);
// Midnight may have passed while nobody looked.
window.addEventListener('focus', changed);

export function handOver(childId: Id, code: string): void {
  localStorage.setItem(KEY, JSON.stringify({ childId, code, date: isoHere() } satisfies Handed));
  changed();
}
export function takeBack(): void {
  localStorage.removeItem(KEY);
  changed();
}

/** Whether a child has the device now, and which. */
export const useHanded = (): Handed | undefined =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => now,
  );
