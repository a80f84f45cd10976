import { isClock, isIsoDate } from '../calendar';

/** A JSON Schema (2020-12), as far as a backup needs one. */
export type JsonSchema = Record<string, unknown>;

/**
 * A check of one value of a file: undefined when the value is in order, else the end of a plain sentence that begins
 * with where the value stands. Each carries its JSON Schema, so that the published schema and the check are one.
 */
export interface Shape {
  (value: unknown): string | undefined;
  schema: JsonSchema;
}
export interface Field {
  shape: Shape;
  optional: boolean;
}

const shape = (schema: JsonSchema, check: (value: unknown) => string | undefined): Shape =>
  Object.assign(check, { schema });

/** Joins a fault to the place named before it. */
export const tail = (fault: string): string => (fault.startsWith(',') ? fault : ` ${fault}`);

export const text = (max = 500): Shape =>
  shape({ type: 'string', maxLength: max }, (v) =>
    typeof v !== 'string' ? 'should be text' : v.length > max ? `is longer than ${max} characters` : undefined,
  );
export const id: Shape = shape({ type: 'string', minLength: 1, maxLength: 100 }, (v) =>
  typeof v === 'string' && v.length > 0 && v.length <= 100 ? undefined : 'should be an id (1 to 100 characters)',
);
/** Days of three centuries: what lies beyond is a slip of the hand. */
export const date: Shape = shape({ type: 'string', pattern: '^(19|20|21)\\d{2}-\\d{2}-\\d{2}$' }, (v) =>
  !isIsoDate(v)
    ? `is not a calendar day like 2026-09-01 (it is ${show(v)})`
    : v < '1900' || v >= '2200'
      ? `is not a day from 1900 to 2199 (it is ${show(v)})`
      : undefined,
);
export const clock: Shape = shape({ type: 'string', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$|^24:00$' }, (v) =>
  isClock(v) ? undefined : `is not a time of day like 09:30 (it is ${show(v)})`,
);
export const whole = (min: number, max: number): Shape =>
  shape({ type: 'integer', minimum: min, maximum: max }, (v) =>
    Number.isInteger(v) && (v as number) >= min && (v as number) <= max
      ? undefined
      : `should be a whole number from ${min} to ${max} (it is ${show(v)})`,
  );
export const number = (min: number, max: number): Shape =>
  shape({ type: 'number', minimum: min, maximum: max }, (v) =>
    typeof v === 'number' && v >= min && v <= max
      ? undefined
      : `should be a number from ${min} to ${max} (it is ${show(v)})`,
  );
export const yesNo: Shape = shape({ type: 'boolean' }, (v) =>
  typeof v === 'boolean' ? undefined : 'should be true or false',
);
export const oneOf = (words: readonly string[]): Shape =>
  shape({ enum: [...words] }, (v) =>
    words.includes(v as string) ? undefined : `should be one of ${words.join(', ')} (it is ${show(v)})`,
  );
export const list = (of: Shape, min = 0, max = 10_000): Shape =>
  shape({ type: 'array', items: of.schema, minItems: min, maxItems: max }, (v) => {
    if (!Array.isArray(v)) return 'should be a list';
    if (v.length < min || v.length > max) return `should hold from ${min} to ${max} entries (it holds ${v.length})`;
    for (let i = 0; i < v.length; i++) {
      const fault = of(v[i]);
      if (fault) return `, entry ${i + 1}${tail(fault)}`;
    }
    return undefined;
  });

export const opt = (of: Shape): Field => ({ shape: of, optional: true });
const asField = (f: Shape | Field): Field => (typeof f === 'function' ? { shape: f, optional: false } : f);

/** An object with just these fields. The order of the fields is the order in which they are written. */
export type Fields = Record<string, Shape | Field>;
export const record = (fields: Fields): Shape => {
  const entries = Object.entries(fields).map(([key, f]) => [key, asField(f)] as const);
  const schema = {
    type: 'object',
    properties: Object.fromEntries(entries.map(([key, f]) => [key, f.shape.schema])),
    required: entries.filter(([, f]) => !f.optional).map(([key]) => key),
    additionalProperties: false,
  };
  return shape(schema, (v) => {
    if (typeof v !== 'object' || v === null || Array.isArray(v)) return 'should be an object';
    const o = v as Record<string, unknown>;
    for (const key of Object.keys(o))
      if (!Object.hasOwn(fields, key)) return `has a field “${key}” that this version does not know`;
    for (const [key, field] of entries) {
      const value = o[key];
      if (value === undefined) {
        if (!field.optional) return `lacks the field “${key}”`;
        continue;
      }
      const fault = field.shape(value);
      if (fault) return `, field “${key}”${tail(fault)}`;
    }
    return undefined;
  });
};

/** An object of any names, each with a value of one shape. */
export const named = (of: Shape, max = 100_000): Shape =>
  shape({ type: 'object', additionalProperties: of.schema, maxProperties: max }, (v) => {
    if (typeof v !== 'object' || v === null || Array.isArray(v)) return 'should be an object';
    const all = Object.entries(v);
    if (all.length > max) return `should hold at most ${max} entries (it holds ${all.length})`;
    for (const [name, value] of all) {
      const fault = of(value);
      if (fault) return `, entry “${name}”${tail(fault)}`;
    }
    return undefined;
  });

/** Text of a pattern. */
export const like = (pattern: RegExp, says: string): Shape =>
  shape({ type: 'string', pattern: pattern.source }, (v) =>
    typeof v === 'string' && pattern.test(v) ? undefined : `${says} (it is ${show(v)})`,
  );

/** An object whose fields are looked at elsewhere. */
export const anObject: Shape = shape({ type: 'object' }, (v) =>
  typeof v === 'object' && v !== null && !Array.isArray(v) ? undefined : 'should be an object',
);

/** One of several objects, told apart by their field `kind`. */
export const byKind = (kinds: Record<string, Fields>): Shape => {
  const tag = oneOf(Object.keys(kinds));
  const shapes = Object.fromEntries(Object.entries(kinds).map(([k, f]) => [k, record({ kind: oneOf([k]), ...f })]));
  return shape({ oneOf: Object.values(shapes).map((s) => s.schema) }, (v) => {
    const kind = (v as { kind?: unknown } | null)?.kind;
    const own = typeof kind === 'string' && Object.hasOwn(shapes, kind) ? shapes[kind] : undefined;
    return own ? own(v) : (record({ kind: tag })(v) ?? undefined);
  });
};

function show(v: unknown): string {
  const s = JSON.stringify(v) ?? 'missing';
  return s.length > 40 ? `${s.slice(0, 40)}…` : s;
}
