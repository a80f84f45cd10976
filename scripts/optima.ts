// `npm run optima`: solves with the exact solver every model whose optimum is not on file, and keeps the file. `--all`: every one.
import { writeFileSync } from 'node:fs';
import { ALL_CASES } from '../core/tests/cases';
import { hashOf, type Optimum, OPTIMA_FILE, readOptima, SOLVER, solveCase } from '../core/tests/optima';

const known = process.argv.includes('--all') ? {} : readOptima();
const only = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const kept: Record<string, Optimum> = {};
const write = () =>
  writeFileSync(
    OPTIMA_FILE,
    `${JSON.stringify({ ...known, ...kept }, null, 1)
      .replace(/,\n {2}/g, ', ')
      .replace(/\{\n {2}/g, '{ ')
      .replace(/\n {1}\}/g, ' }')}\n`,
  );
const names = new Set<string>();
for (const make of ALL_CASES) {
  const one = make();
  names.add(one.name);
  if (only.length > 0 && !only.some((o) => one.name.startsWith(o))) continue;
  const old = known[one.name];
  if (old?.hash === hashOf(one.model) && old.solver === SOLVER) continue;
  const found = await solveCase(one);
  kept[one.name] = found;
  console.log(`${one.name.padEnd(22)} ${found.status} ${found.value ?? ''} (${found.seconds} s)`);
  write();
}
for (const name of Object.keys(known)) if (!names.has(name)) delete known[name];
write();
