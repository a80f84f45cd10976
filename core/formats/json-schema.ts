import { TABLES } from '../household';
import { FORMAT, LATER, VERSION } from './backup';
import { LINEAGE_FIELDS, SETTINGS_FIELDS, TABLE_FIELDS, TRACE_FIELDS } from './schema';
import { date, type JsonSchema, list, opt, record } from './shapes';

/** Rows a table of a backup may hold. */
const MOST_ROWS = 10_000_000;

/** The JSON Schema (draft 2020-12) of a backup file, from the very checks that read one. */
export function backupSchema(): JsonSchema {
  const tables = Object.fromEntries(
    TABLES.map((t) => {
      const rows = list(record(TABLE_FIELDS[t]), 0, MOST_ROWS);
      return [t, LATER.includes(t) ? opt(rows) : rows];
    }),
  );
  const whole = record({
    asOf: date,
    settings: record(SETTINGS_FIELDS),
    ...tables,
    lineage: opt(record(LINEAGE_FIELDS)),
    traces: opt(list(record(TRACE_FIELDS), 0, MOST_ROWS)),
  }).schema;
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Olden Primer backup, version ${VERSION}`,
    ...whole,
    properties: {
      format: { const: FORMAT },
      version: { const: VERSION },
      ...(whole['properties'] as JsonSchema),
    },
    required: ['format', 'version', ...(whole['required'] as string[])],
  };
}
