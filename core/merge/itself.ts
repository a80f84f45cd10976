import type { AnyTable } from './cells';

/** What the program keeps by itself is no news of the household's. */
export const KEPT_BY_ITSELF: ReadonlySet<AnyTable> = new Set<AnyTable>(['feeds', 'dayLists']);
