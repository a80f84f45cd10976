import { ESLint } from 'eslint';
import { describe, expect, it } from 'vitest';

/** What lint says about a line of code, were it in that file. */
async function rulesBroken(filePath: string, code: string): Promise<string[]> {
  const [result] = await new ESLint().lintText(code, { filePath });
  return result!.messages.map((m) => m.ruleId ?? '');
}

describe('imports run one way', () => {
  const bad: [string, string, string][] = [
    ['core/pace/x.ts', "import 'react';", 'no-restricted-imports'],
    ['core/pace/x.ts', "import '../../store';", 'no-restricted-imports'],
    ['core/pace/x.ts', "import 'node:fs';", 'no-restricted-imports'],
    ['core/pace/x.ts', "import 'dexie';", 'no-restricted-imports'],
    ['core/pace/x.ts', 'document.title = "";', 'no-restricted-globals'],
    ['core/pace/x.ts', 'export const t = Date.now();', 'no-restricted-syntax'],
    ['core/pace/x.ts', 'export const t = new Date();', 'no-restricted-syntax'],
    ['core/pace/x.ts', 'export const r = Math.random();', 'no-restricted-syntax'],
    ['store/x.ts', "import '../app/main';", 'no-restricted-imports'],
    ['worker/x.ts', "import '../store';", 'no-restricted-imports'],
    ['app/today/x.tsx', "import 'dexie';", 'no-restricted-imports'],
    ['app/today/x.tsx', "import '../../server/app';", 'no-restricted-imports'],
    ['app/today/x.tsx', 'indexedDB.open("x");', 'no-restricted-globals'],
  ];
  it.each(bad)('%s may not hold %s', async (file, code, rule) => {
    expect(await rulesBroken(file, code)).toContain(rule);
  });

  it('the right way is open', async () => {
    expect(
      await rulesBroken('app/today/x.tsx', "import '../../core/day';\nimport '../../store';\nimport '../../worker';\n"),
    ).toEqual([]);
    expect(await rulesBroken('store/x.ts', "import 'dexie';\nimport '../core/formats';\n")).toEqual([]);
  });
});
