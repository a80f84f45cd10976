import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const app = dirname(dirname(fileURLToPath(import.meta.url)));
const read = (ending: string) =>
  readdirSync(app, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith(ending))
    .map((file) => [file, readFileSync(join(app, file), 'utf8')] as const);
const scale = [...readFileSync(join(app, 'theme/tokens.css'), 'utf8').matchAll(/--text-([a-z-]+):/g)].map((m) => m[1]!);

describe('the type scale', () => {
  it('is the only one: no view and no rule has a size of letters of its own', () => {
    const found: string[] = [];
    for (const [file, text] of read('.tsx'))
      found.push(...[...text.matchAll(/text-\[[0-9.]+(?:rem|px|pt)\]/g)].map((m) => `${file}: ${m[0]}`));
    for (const [file, text] of read('.css'))
      for (const [all, size] of text.matchAll(/font-size:\s*([^;]+);/g)) {
        const name = /^var\(--text-([a-z-]+)\)$/.exec(size!)?.[1];
        if (!name || !scale.includes(name)) found.push(`${file}: ${all}`);
      }
    expect(found).toEqual([]);
  });

  it('every name of it is used', () => {
    const used = [...read('.tsx'), ...read('.css')].map(([, text]) => text).join('\n');
    const idle = scale.filter(
      (name) => !new RegExp(`text-${name}(?![a-z-])`).test(used.replace(`--text-${name}:`, '')),
    );
    expect(idle).toEqual([]);
  });
});

it('what draws one view is used by no other, which would not have it', () => {
  const found: string[] = [];
  for (const [sheet, rules] of read('.css')) {
    if (sheet.startsWith('theme')) continue;
    const classes = new Set([...rules.matchAll(/\.([a-z]+(?:-[a-z0-9]+)+)/g)].map((m) => m[1]!));
    const folder = dirname(sheet);
    for (const [file, text] of read('.tsx'))
      if (dirname(file) !== folder)
        found.push(
          ...[...classes].filter((c) => new RegExp(`(?<![\\w-])${c}(?![\\w-])`).test(text)).map((c) => `${file}: ${c}`),
        );
  }
  expect(found).toEqual([]);
});
