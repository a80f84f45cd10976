import { useSyncExternalStore } from 'react';
import { hintsAway, putHintsAway } from '../../store';

/** What was put away, as one string, so that it compares as a value. */
let away: string | undefined;
const listeners = new Set<() => void>();
const read = () => (away ??= hintsAway().join(' '));

/** Puts the hint of one address away, or "all"; undefined shows every hint again. */
export function putAway(which: string | undefined): void {
  putHintsAway(which);
  away = undefined;
  for (const tell of listeners) tell();
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

/** The addresses whose hints are put away in this browser; "all" among them stands for every one. */
export const useHintsAway = (): readonly string[] => useSyncExternalStore(subscribe, read).split(' ').filter(Boolean);
