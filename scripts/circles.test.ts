import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { parseSync } from 'oxc-parser';
import { expect, it } from 'vitest';

const root = dirname(import.meta.dirname);

/** The files of this tree that a file imports: for types and lazily as well. */
function importsOf(file: string, all: ReadonlySet<string>): string[] {
  const source = readFileSync(join(root, file), 'utf8');
  const { module } = parseSync(file, source);
  const found: string[] = [];
  const add = (text: string) => {
    if (!text.startsWith('.')) return;
    const base = normalize(join(dirname(file), text));
    const there = [base, `${base}.ts`, `${base}.tsx`, `${base}/index.ts`].find((f) => all.has(f));
    if (there) found.push(there);
  };
  for (const { moduleRequest } of module.staticImports) add(moduleRequest.value);
  for (const { entries } of module.staticExports)
    for (const e of entries) if (e.moduleRequest) add(e.moduleRequest.value);
  for (const { moduleRequest: at } of module.dynamicImports) add(source.slice(at.start + 1, at.end - 1));
  return found;
}

/** Files that import each other in a circle, as paths back to where they began. */
function circles(graph: ReadonlyMap<string, readonly string[]>): string[] {
  const found: string[] = [];
  const done = new Set<string>();
  const path: string[] = [];
  const go = (file: string): void => {
    const at = path.indexOf(file);
    if (at >= 0) return void found.push([...path.slice(at), file].join(' → '));
    if (done.has(file)) return;
    path.push(file);
    for (const next of graph.get(file) ?? []) go(next);
    path.pop();
    done.add(file);
  };
  for (const file of graph.keys()) go(file);
  return found;
}

it('finds a circle where there is one', () => {
  const graph = new Map([
    ['a', ['b']],
    ['b', ['c']],
    ['c', ['b']],
  ]);
  expect(circles(graph)).toEqual(['b → c → b']);
});

it('no file of the program imports itself, over whatever others', () => {
  const listed = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx'], {
    cwd: root,
    encoding: 'utf8',
  });
  const files = listed.trim().split('\n');
  const all = new Set(files);
  expect(files.length).toBeGreaterThan(500);
  expect(circles(new Map(files.map((f) => [f, importsOf(f, all)])))).toEqual([]);
});
