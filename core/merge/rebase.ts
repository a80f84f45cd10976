import { type AnyRow, same } from '../household';
import { type AnyTable, fromCells, isWide, placesAfter, toCells } from './cells';

/**
 * A row as somebody left it who had opened it before others wrote to it: what they changed of it, put onto it as it is now. What may be
 * changed by itself when two devices meet may be so here: a field, an entry of a list, a lesson.
 * @param was the row as it was opened
 * @param is as it is now
 * @param made as it was left
 */
export function rebased(table: AnyTable, was: AnyRow, is: AnyRow, made: AnyRow): AnyRow {
  if (!isWide(table)) return byField(was, is, made);
  const opened = toCells(table, was);
  const left = toCells(table, made, placesAfter(table, opened, made));
  const now = toCells(table, is, placesAfter(table, opened, is));
  for (const cell of new Set([...opened.keys(), ...left.keys()])) {
    if (same(opened.get(cell), left.get(cell))) continue;
    if (left.has(cell)) now.set(cell, left.get(cell));
    else now.delete(cell);
  }
  return fromCells(table, is.id, now);
}

/** Of a row that two devices write as a whole, two windows of one still change a field each. */
function byField(was: AnyRow, is: AnyRow, made: AnyRow): AnyRow {
  const merged: AnyRow = { ...is };
  for (const key of new Set([...Object.keys(was), ...Object.keys(made)])) {
    if (same(was[key], made[key])) continue;
    if (made[key] === undefined) delete merged[key];
    else merged[key] = made[key];
  }
  return merged;
}
