import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = dirname(import.meta.dirname);

/** What lint says about pieces of code, each in a file of its own of a tree that has this project's rules, by file. */
function rulesBroken(files: readonly [path: string, code: string][]): Map<string, string[]> {
  const tree = mkdtempSync(join(tmpdir(), 'layers-'));
  try {
    for (const own of ['.oxlintrc.json', 'scripts/lint-rules.mjs']) cpSync(join(root, own), join(tree, own));
    for (const [path, code] of files) {
      mkdirSync(dirname(join(tree, path)), { recursive: true });
      writeFileSync(join(tree, path), `${code}\n`);
    }
    const ran = spawnSync(join(root, 'node_modules/.bin/oxlint'), ['--format', 'json'], {
      cwd: tree,
      encoding: 'utf8',
    });
    const { diagnostics } = JSON.parse(ran.stdout) as { diagnostics: { filename: string; code: string }[] };
    return new Map(
      files.map(([path]) => [
        path,
        diagnostics.filter((d) => d.filename === path).map((d) => d.code.replace(/^.*\((.*)\)$/, '$1')),
      ]),
    );
  } finally {
    rmSync(tree, { recursive: true, force: true });
  }
}

describe('imports run one way', () => {
  const bad: [string, string, string][] = [
    ['core/pace/x.ts', "import 'react';", 'no-restricted-imports'],
    ['core/pace/x.ts', "import '../../store';", 'no-restricted-imports'],
    ['core/pace/x.ts', "import 'node:fs';", 'no-restricted-imports'],
    ['core/pace/x.ts', "import 'dexie';", 'no-restricted-imports'],
    ['core/pace/x.ts', 'document.title = "";', 'no-restricted-globals'],
    ['core/pace/x.ts', 'export const t = Date.now();', 'no-clock'],
    ['core/pace/x.ts', 'export const t = new Date();', 'no-clock'],
    ['core/pace/x.ts', 'export const r = Math.random();', 'no-clock'],
    ['store/x.ts', "import '../app/main';", 'no-restricted-imports'],
    ['worker/x.ts', "import '../store';", 'no-restricted-imports'],
    ['app/today/x.tsx', "import 'dexie';", 'no-restricted-imports'],
    ['app/today/x.tsx', "import '../../server/app';", 'no-restricted-imports'],
    ['app/today/x.tsx', 'indexedDB.open("x");', 'no-restricted-globals'],
  ];
  const right: [string, string][] = [
    ['app/today/right.tsx', "import '../../core/day';\nimport '../../store';\nimport '../../worker';"],
    ['store/right.ts', "import 'dexie';\nimport '../core/formats';"],
    ['core/pace/x.test.ts', 'export const t = Date.now();'],
  ];
  const named = bad.map(([file, code], i): [string, string] => [file.replace('x.ts', `x${i}.ts`), code]);
  const found = rulesBroken([...named, ...right]);

  it.each(bad.map((b, i) => [...b, named[i]![0]] as const))('%s may not hold %s', (_file, _code, rule, path) => {
    expect(found.get(path)).toContain(rule);
  });

  it('the right way is open', () => {
    for (const [path] of right) expect(found.get(path), path).toEqual([]);
  });
});

describe('what a handler reads of its event', () => {
  it('is read in the handler itself', () => {
    const late =
      'export const f = (later: (g: () => string) => void) => (e: { target: { value: string } }) => later(() => e.target.value);';
    const atOnce = 'export const f = (e: { target: { value: string } }) => e.target.value;';
    const found = rulesBroken([
      ['app/late.ts', late],
      ['app/at-once.ts', atOnce],
    ]);
    expect(found.get('app/late.ts')).toEqual(['read-at-once']);
    expect(found.get('app/at-once.ts')).toEqual([]);
  });
});
