import { StoreFault } from '../../store';

/** Parts of the program are fetched when they are first wanted; what could not be is known by its error. */
const missing = new WeakSet<Error>();

/** Has to be called before anything is fetched. */
export function watchMissing(): void {
  window.addEventListener('vite:preloadError', ({ payload }) => missing.add(payload));
}

/** Whether an error says that a part of the program could not be fetched. */
export const isMissing = (error: unknown): boolean => error instanceof Error && missing.has(error);

export const MISSING =
  'This part of the program has not been fetched to this browser yet, and it cannot be reached now. Nothing recorded is lost; load the page again once it can be.';

/** What is said of an error behind a press: the store’s faults are sentences already. */
export function wordsFor(error: unknown): string {
  if (isMissing(error)) return MISSING;
  return error instanceof StoreFault ? error.message : `Something went wrong: ${String(error)}`;
}
