import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import type { Plugin, Rollup } from 'vite';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
/** Letters of other scripts are fetched when they are first wanted; the old font format never is. */
const LEFT_OUT = /\.woff$|-(?:cyrillic|greek|vietnamese)(?:-ext)?-/;
/** Kept once they were wanted and never ahead: the solver, and the public holidays of the world. */
const HEAVY = /\/(?:highs|holidays)-/;
/** Whose views and dialogs are fetched ahead; their charts, which need a large library, are not. */
const FIRST_FOLDERS = /\/app\/(?:main|shell|today|week|shelf|jot|keep|child|ui)[./](?!.*chart)/;
/** The workers without which no plan and no day is made. */
const FIRST_WORKERS = /\/(?:plan|day|files|zip)\.worker-/;

/**
 * Sorts the files of the built app by when they are fetched.
 * @param bundle what the build wrote
 */
export function byTurn(bundle: Rollup.OutputBundle): { first: string[]; rest: string[]; heavy: string[] } {
  const files = Object.values(bundle).filter((f) => f.fileName.startsWith('assets/') && !LEFT_OUT.test(f.fileName));
  const first = new Set<string>();
  const take = (name: string) => {
    const file = bundle[name];
    if (!file || first.has(name)) return;
    first.add(name);
    if (file.type === 'chunk') file.imports.forEach(take);
  };
  for (const f of files) {
    if (HEAVY.test(f.fileName)) continue;
    const wanted =
      f.type === 'chunk'
        ? f.isEntry || (f.facadeModuleId !== null && FIRST_FOLDERS.test(f.facadeModuleId))
        : !f.fileName.endsWith('.js') || FIRST_WORKERS.test(f.fileName);
    if (wanted) take(f.fileName);
  }
  const rest = files.map((f) => f.fileName).filter((name) => !first.has(name));
  return {
    first: [...first],
    rest: rest.filter((name) => !HEAVY.test(name)),
    heavy: rest.filter((name) => HEAVY.test(name)),
  };
}

/** Builds the service worker beside the app, with the lists of the files it keeps. */
export function serviceWorker(): Plugin {
  return {
    name: 'service-worker',
    apply: 'build',
    async writeBundle({ dir }, bundle) {
      const out = dir ?? join(root, 'dist');
      const hash = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16);
      const { first, rest, heavy } = byTurn(bundle);
      const files = [
        { url: '/', revision: hash(join(out, 'index.html')) },
        { url: '/icon.svg', revision: hash(join(root, 'public', 'icon.svg')) },
        // Hashed names change with their content and need no revision.
        ...first.map((f) => ({ url: `/${f}`, revision: null })),
      ];
      const paths = (names: string[]) => JSON.stringify(names.map((f) => `/${f}`));
      await build({
        entryPoints: [join(root, 'app', 'sw', 'sw.ts')],
        outfile: join(out, 'sw.js'),
        bundle: true,
        minify: true,
        format: 'iife',
        target: 'es2022',
        logLevel: 'warning',
        define: {
          __FIRST__: JSON.stringify(files),
          __REST__: paths(rest),
          __HEAVY__: paths(heavy),
          'process.env.NODE_ENV': '"production"',
        },
      });
    },
  };
}
