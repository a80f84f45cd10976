import { useState } from 'react';

type Piece = Record<string, unknown>;
const isPiece = (value: unknown): value is Piece =>
  typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype;

/** What a piece of a page is known by in its list: its own key, or whose sitting it is, or the first of its sittings. */
function nameOf(value: unknown): unknown {
  if (!isPiece(value)) return undefined;
  const { key, id, enrolment, child, sittings } = value;
  if (key !== undefined || id !== undefined) return key ?? id;
  if (isPiece(enrolment)) return enrolment['id'];
  return Array.isArray(sittings) ? nameOf(sittings[0]) : isPiece(child) ? child['id'] : undefined;
}

function steadyList(was: readonly unknown[], now: readonly unknown[]): readonly unknown[] {
  const named = new Map(was.map((value) => [nameOf(value), value]));
  const next = now.map((value, i) => {
    const name = nameOf(value);
    return steady(name === undefined ? was[i] : named.get(name), value);
  });
  return was.length === next.length && next.every((value, i) => Object.is(value, was[i])) ? was : next;
}

/**
 * A day's page worked out anew, in which whatever says the same as before is the same object as before: who is drawn from a piece of it
 * is drawn anew only when that piece says something else. What has an id is a row of the household, or a step of a book: those stay
 * themselves, and two of them are the same when they are one object.
 */
export function steady<T>(was: unknown, now: T): T {
  if (Object.is(was, now)) return now;
  if (Array.isArray(was) && Array.isArray(now)) return steadyList(was, now) as T;
  if (!isPiece(was) || !isPiece(now) || 'id' in now) return now;
  const next = Object.fromEntries(Object.keys(now).map((key) => [key, steady(was[key], now[key])]));
  const keys = new Set([...Object.keys(was), ...Object.keys(next)]);
  return ([...keys].every((key) => key in was && key in next && Object.is(next[key], was[key])) ? was : next) as T;
}

/** Gives one value after another, each as `steady` with the one before it. */
export function steadied<T>(): (value: T) => T {
  let was: T | undefined;
  return (value) => (was = steady(was, value));
}

/** A value as `steady` gives it, from one drawing to the next. */
export function useSteady<T>(value: T): T {
  const [steady] = useState(() => steadied<T>());
  return steady(value);
}
