import { useSyncExternalStore } from 'react';

/** Below this width the page is held in a hand (the same as the style sheets’ `sm`). */
const NARROW = '(max-width: 639.9px)';
let made: MediaQueryList | undefined;
const query = () => (made ??= window.matchMedia(NARROW));
const subscribe = (listener: () => void) => {
  const q = query();
  q.addEventListener('change', listener);
  return () => q.removeEventListener('change', listener);
};
/** Whether the page is as narrow as a phone. */
export const useNarrow = (): boolean => useSyncExternalStore(subscribe, () => query().matches);
