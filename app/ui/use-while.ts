import { useState } from 'react';

/** A value as it was when its parts last changed: what else changes of it is not seen. */
export function useWhile<T>(value: T, parts: readonly unknown[]): T {
  const [kept, setKept] = useState({ value, parts });
  if (parts.every((p, i) => Object.is(p, kept.parts[i]))) return kept.value;
  setKept({ value, parts });
  return value;
}
