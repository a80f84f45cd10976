import { readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { isIsoDate } from '../core/calendar';
import { readBackup } from '../core/formats';
import { planFile } from '../core/formats/plan-file';

const USAGE = 'Use: npm run -s plan -- backup.json [--out plan.json] [--today 2026-11-11] [--sweeps 24] [--seed 1]';

/** What a command says and how it ends. */
export interface Said {
  status: 0 | 1;
  stdout: string;
  stderr: string;
}
const fault = (sentence: string): Said => ({ status: 1, stdout: '', stderr: `${sentence}\n` });

const options = (args: string[]) =>
  parseArgs({
    args,
    allowPositionals: true,
    options: {
      out: { type: 'string' },
      today: { type: 'string' },
      sweeps: { type: 'string', default: '24' },
      seed: { type: 'string', default: '1' },
    },
  });

/** The plan of a backup without a browser: JSON alone on standard output, or in a file; everything else is said on standard error. */
export function planCommand(args: string[]): Said {
  let given: ReturnType<typeof options>;
  try {
    given = options(args);
  } catch (error) {
    return fault(`${(error as Error).message}\n${USAGE}`);
  }
  const { values, positionals } = given;
  const [path, ...more] = positionals;
  if (path === undefined || more.length > 0) return fault(USAGE);
  if (values.today !== undefined && !isIsoDate(values.today))
    return fault('--today takes a calendar day like 2026-11-11.');
  const sweeps = Number(values.sweeps);
  const seed = Number(values.seed);
  if (!Number.isInteger(sweeps) || sweeps < 1 || sweeps > 10_000)
    return fault('--sweeps takes a whole number from 1 to 10000.');
  if (!Number.isInteger(seed) || seed < 0) return fault('--seed takes a whole number from 0.');
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch {
    return fault(`The file ${path} cannot be read. Is the path right?`);
  }
  const reading = readBackup(text);
  if ('fault' in reading) return fault(`${path}: ${reading.fault}`);
  const result = planFile(reading.backup, { sweeps, seed, ...(values.today ? { today: values.today } : {}) });
  if ('fault' in result) return fault(`${path}: ${result.fault}`);
  const json = `${JSON.stringify(result.plan, null, 2)}\n`;
  const notes = reading.notes.map((n) => `${n}\n`).join('');
  if (values.out === undefined) return { status: 0, stdout: json, stderr: notes };
  try {
    writeFileSync(values.out, json);
  } catch {
    return fault(`The plan cannot be written to ${values.out}.`);
  }
  return { status: 0, stdout: '', stderr: `${notes}Wrote ${values.out}\n` };
}
