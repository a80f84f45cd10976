import { isIsoDate } from '../calendar';

/**
 * Checks of one value of a file. Each gives undefined when the value is in order, else the end of a plain sentence
 * that begins with where the value stands.
 */
export type Shape = (value: unknown) => string | undefined;
export interface Field {
  shape: Shape;
  optional: boolean;
}

/** Joins a fault to the place named before it. */
export const tail = (fault: string): string => (fault.startsWith(',') ? fault : ` ${fault}`);

export const text =
  (max = 500): Shape =>
  (v) =>
    typeof v !== 'string' ? 'should be text' : v.length > max ? `is longer than ${max} characters` : undefined;
export const id: Shape = (v) =>
  typeof v === 'string' && v.length > 0 && v.length <= 100 ? undefined : 'should be an id (1 to 100 characters)';
export const date: Shape = (v) =>
  isIsoDate(v) ? undefined : `is not a calendar day like 2026-09-01 (it is ${show(v)})`;
export const whole =
  (min: number, max: number): Shape =>
  (v) =>
    Number.isInteger(v) && (v as number) >= min && (v as number) <= max
      ? undefined
      : `should be a whole number from ${min} to ${max} (it is ${show(v)})`;
export const number =
  (min: number, max: number): Shape =>
  (v) =>
    typeof v === 'number' && v >= min && v <= max
      ? undefined
      : `should be a number from ${min} to ${max} (it is ${show(v)})`;
export const yesNo: Shape = (v) => (typeof v === 'boolean' ? undefined : 'should be true or false');
export const oneOf =
  (words: readonly unknown[]): Shape =>
  (v) =>
    words.includes(v) ? undefined : `should be one of ${words.join(', ')} (it is ${show(v)})`;
export const list =
  (shape: Shape, min = 0, max = 10_000): Shape =>
  (v) => {
    if (!Array.isArray(v)) return 'should be a list';
    if (v.length < min || v.length > max) return `should hold from ${min} to ${max} entries (it holds ${v.length})`;
    for (let i = 0; i < v.length; i++) {
      const fault = shape(v[i]);
      if (fault) return `, entry ${i + 1}${tail(fault)}`;
    }
    return undefined;
  };

export const opt = (shape: Shape): Field => ({ shape, optional: true });
const isField = (f: Shape | Field): f is Field => typeof f !== 'function';

/** An object with just these fields. The order of the fields is the order in which they are written. */
export type Fields = Record<string, Shape | Field>;
export const record =
  (fields: Fields): Shape =>
  (v) => {
    if (typeof v !== 'object' || v === null || Array.isArray(v)) return 'should be an object';
    const o = v as Record<string, unknown>;
    for (const key of Object.keys(o))
      if (!Object.hasOwn(fields, key)) return `has a field “${key}” that this version does not know`;
    for (const [key, f] of Object.entries(fields)) {
      const value = o[key];
      const field = isField(f) ? f : { shape: f, optional: false };
      if (value === undefined) {
        if (!field.optional) return `lacks the field “${key}”`;
        continue;
      }
      const fault = field.shape(value);
      if (fault) return `, field “${key}”${tail(fault)}`;
    }
    return undefined;
  };

function show(v: unknown): string {
  const s = JSON.stringify(v) ?? 'missing';
  return s.length > 40 ? `${s.slice(0, 40)}…` : s;
}
