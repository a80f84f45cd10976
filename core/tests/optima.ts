/**
 * Optima found once by an exact solver and kept in a file, each beside a hash of its model's text and the solver's version: the
 * tests compare with them without waiting for the solver. A model that has changed is not what was solved, and fails.
 */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Case } from './cases';

export interface Optimum {
  /** The first half of the SHA-256 of the model's text. */
  hash: string;
  solver: string;
  status: 'Optimal' | 'Infeasible' | 'not solved';
  /** What the best solution costs, the constant included. */
  value?: number;
  seconds: number;
}

export const OPTIMA_FILE = fileURLToPath(new URL('./optima.json', import.meta.url));
export const SOLVER = `HiGHS ${
  (
    JSON.parse(
      readFileSync(fileURLToPath(new URL('../../node_modules/highs/package.json', import.meta.url)), 'utf8'),
    ) as {
      version: string;
    }
  ).version
}`;

export const hashOf = (model: string): string => createHash('sha256').update(model).digest('hex').slice(0, 32);

export function readOptima(): Record<string, Optimum> {
  try {
    return JSON.parse(readFileSync(OPTIMA_FILE, 'utf8')) as Record<string, Optimum>;
  } catch {
    return {};
  }
}

let onFile: Record<string, Optimum> | undefined;

/** The optimum on file of a case; throws where its model, or the solver, is another than the one that was solved. */
export function optimumOf({ name, model }: Case): Optimum {
  onFile ??= readOptima();
  const known = onFile[name];
  if (!known || known.hash !== hashOf(model) || known.solver !== SOLVER)
    throw new Error(`The optimum on file of “${name}” is of another model or solver: run npm run optima.`);
  return known;
}

/** Solves a case now. */
export async function solveCase({ model, constant, options }: Case): Promise<Optimum> {
  const { default: load } = await import('highs');
  const highs = await load();
  const start = performance.now();
  const solved = highs.solve(model, options);
  const seconds = Math.round((performance.now() - start) / 10) / 100;
  const found = { hash: hashOf(model), solver: SOLVER, seconds };
  if (solved.Status === 'Optimal')
    return { ...found, status: 'Optimal', value: Math.round(solved.ObjectiveValue + constant) };
  return { ...found, status: solved.Status === 'Infeasible' ? 'Infeasible' : 'not solved' };
}
