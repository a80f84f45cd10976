// `npm run -s plan -- backup.json [--out plan.json] [--today 2026-11-11] [--sweeps 24] [--seed 1]`
import { readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { isIsoDate } from '../core/calendar';
import { readBackup } from '../core/formats';
import { planFile } from '../core/formats/plan-file';

const USAGE = 'Use: npm run -s plan -- backup.json [--out plan.json] [--today 2026-11-11] [--sweeps 24] [--seed 1]';

function fail(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

function options() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        out: { type: 'string' },
        today: { type: 'string' },
        sweeps: { type: 'string', default: '24' },
        seed: { type: 'string', default: '1' },
      },
    });
  } catch (error) {
    return fail(`${(error as Error).message}\n${USAGE}`);
  }
}

const { values, positionals } = options();
if (positionals.length !== 1) fail(USAGE);
const path = positionals[0]!;
if (values.today !== undefined && !isIsoDate(values.today)) fail('--today takes a calendar day like 2026-11-11.');
const sweeps = Number(values.sweeps);
const seed = Number(values.seed);
if (!Number.isInteger(sweeps) || sweeps < 1 || sweeps > 10_000) fail('--sweeps takes a whole number from 1 to 10000.');
if (!Number.isInteger(seed) || seed < 0) fail('--seed takes a whole number from 0.');

let text: string;
try {
  text = readFileSync(path, 'utf8');
} catch {
  fail(`The file ${path} cannot be read. Is the path right?`);
}
const reading = readBackup(text);
if ('fault' in reading) fail(`${path}: ${reading.fault}`);
const result = planFile(reading.backup, { sweeps, seed, ...(values.today ? { today: values.today } : {}) });
if ('fault' in result) fail(`${path}: ${result.fault}`);
const json = `${JSON.stringify(result.plan, null, 2)}\n`;
if (values.out === undefined) process.stdout.write(json);
else {
  try {
    writeFileSync(values.out, json);
  } catch {
    fail(`The plan cannot be written to ${values.out}.`);
  }
  console.error(`Wrote ${values.out}`);
}
