import { useSyncExternalStore } from 'react';
import type { Id } from '../../core/household';
import { fromDay } from '../../core/calendar';
import { momentHere, todayHere } from '../ui/dates';

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
// Midnight may have passed while nobody looked, or passes while the page stands in front: once a minute is soon enough, and holds
// where the machine has slept or its clock was put right, as one long wait would not.
window.addEventListener('focus', changed);
document.addEventListener('visibilitychange', changed);
setInterval(changed, 60_000);

export function handOver(childId: Id, code: string): void {
  localStorage.setItem(KEY, JSON.stringify({ childId, code, date: isoHere() } satisfies Handed));
  changed();
}
export function takeBack(): void {
  localStorage.removeItem(KEY);
  localStorage.removeItem(TRIED);
  changed();
}

/** Wrong codes typed so far, and until when (this machine’s milliseconds) none is taken; kept, so that a reload forgives nothing. */
interface Tried {
  wrong: number;
  until: number;
}
const TRIED = 'olden-primer codes tried';
/** After so many wrong codes one has to wait, in seconds. */
const TRIES = 5;
export const PAUSE = 30;

export function codesTried(): Tried {
  try {
    const kept = JSON.parse(localStorage.getItem(TRIED) ?? 'null') as Partial<Tried> | null;
    return { wrong: Number(kept?.wrong ?? 0), until: Number(kept?.until ?? 0) };
  } catch {
    return { wrong: 0, until: 0 };
  }
}
export function wrongCode(): Tried {
  const wrong = codesTried().wrong + 1;
  const tried = { wrong, until: wrong % TRIES === 0 ? momentHere() + 1000 * PAUSE : 0 };
  localStorage.setItem(TRIED, JSON.stringify(tried));
  return tried;
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
