import { describe, expect, it } from 'vitest';
import * as calendar from '../calendar';
import * as builders from './make';

/**
 * The worked examples in core's doc comments (`@example`, each line `expression // => result`) are run: an example that no longer
 * holds fails here. In scope are the folder's public functions, those of the calendar, and the builders of core/tests/make.ts.
 */
const sources = import.meta.glob<string>(['../*/*.ts', '../*/*/*.ts', '!../**/*.test.ts', '!../tests/**/*.ts'], {
  query: '?raw',
  import: 'default',
  eager: true,
});
const publics = import.meta.glob<Record<string, unknown>>('../*/index.ts');

interface Example {
  file: string;
  folder: string;
  code: string;
  result: string;
}

/** The examples of a file's comments; a line that is no example is told as one, so that none is passed over. */
function examplesIn(file: string, text: string): Example[] {
  const folder = file.split('/')[1]!;
  return [...text.matchAll(/\/\*\*([\s\S]*?)\*\//g)].flatMap(([, comment]) => {
    const lines = comment!.split('\n').map((l) => l.replace(/^\s*\*? ?/, '').trim());
    const found: Example[] = [];
    let inside = false;
    for (const line of lines) {
      const begins = line.indexOf('@example');
      if (begins >= 0) inside = true;
      else if (line.startsWith('@') || line === '') inside = false;
      const own = (begins >= 0 ? line.slice(begins + '@example'.length) : line).trim();
      if (!inside || own === '') continue;
      const at = own.indexOf('// =>');
      found.push({ file, folder, code: own.slice(0, Math.max(0, at)).trim(), result: own.slice(at + 5).trim() });
    }
    return found;
  });
}

const all = Object.entries(sources).flatMap(([file, text]) => examplesIn(file, text));

describe('the worked examples in the comments', () => {
  it('are there where the rules are', () => {
    const of = (folder: string) => all.filter((e) => e.folder === folder).length;
    for (const folder of ['pace', 'materials', 'stagger', 'log']) expect(of(folder), folder).toBeGreaterThanOrEqual(8);
  });

  it.each(all)('$file: $code', async ({ folder, code, result }) => {
    expect(code, 'expression // => result').not.toBe('');
    const own = (await publics[`../${folder}/index.ts`]!()) as Record<string, unknown>;
    const scope: Record<string, unknown> = { ...builders, ...calendar, ...own };
    const value = (text: string): unknown =>
      new Function(...Object.keys(scope), `return (${text});`)(...Object.values(scope)) as unknown;
    expect(value(code)).toEqual(value(result));
  });
});
