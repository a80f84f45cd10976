import { type AnyRow, same } from '../household';
import { type AnyTable, carryOver, fromCells, listFields, placesAfter, toCells } from './cells';

/**
 * A row as somebody left it who had opened it before others wrote to it: what they changed of it, put onto it as it is now, field by field
 * and of lists (days, paces, lessons …) entry by entry, in their places.
 * @param was the row as it was opened
 * @param is as it is now
 * @param made as it was left
 */
export function rebased(table: AnyTable, was: AnyRow, is: AnyRow, made: AnyRow): AnyRow {
  const merged = byField(was, is, made);
  const lists = listFields(table).filter((field) => !same(was[field], made[field]) && !same(was[field], is[field]));
  if (lists.length === 0) return merged;
  const opened = toCells(table, was);
  const left = toCells(table, made, placesAfter(table, opened, made));
  const now = toCells(table, is, placesAfter(table, opened, is));
  carryOver(opened, left, now);
  const row = fromCells(table, is.id, now);
  for (const field of lists)
    if (row[field] === undefined) delete merged[field];
    else merged[field] = row[field];
  return merged;
}

function byField(was: AnyRow, is: AnyRow, made: AnyRow): AnyRow {
  const merged: AnyRow = { ...is };
  for (const key of new Set([...Object.keys(was), ...Object.keys(made)])) {
    if (same(was[key], made[key])) continue;
    if (made[key] === undefined) delete merged[key];
    else merged[key] = made[key];
  }
  return merged;
}
