import type { Household, Id, Settings, TableName } from './types';

/** A wish to put a row (with its id) into a table, or to take one away. */
export type Put =
  | { [T in TableName]: { table: T; put: Household[T][number] } }[TableName]
  | { table: 'settings'; put: Settings }
  | { table: TableName; remove: Id };
