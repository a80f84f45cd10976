import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import type { Plugin } from 'vite';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
/** Letters of other scripts and the solver are fetched when they are first wanted; the old font format never is. */
const LEFT_OUT = /\.woff$|\.wasm$|-(?:cyrillic|greek|vietnamese)(?:-ext)?-/;

/** Builds the service worker beside the app, with the list of the files it keeps. */
export function serviceWorker(): Plugin {
  return {
    name: 'service-worker',
    apply: 'build',
    async writeBundle({ dir }, bundle) {
      const out = dir ?? join(root, 'dist');
      const hash = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16);
      const files = [
        { url: '/', revision: hash(join(out, 'index.html')) },
        { url: '/icon.svg', revision: hash(join(root, 'public', 'icon.svg')) },
        // Hashed names change with their content and need no revision.
        ...Object.keys(bundle)
          .filter((f) => f.startsWith('assets/') && !LEFT_OUT.test(f))
          .map((f) => ({ url: `/${f}`, revision: null })),
      ];
      await build({
        entryPoints: [join(root, 'app', 'sw', 'sw.ts')],
        outfile: join(out, 'sw.js'),
        bundle: true,
        minify: true,
        format: 'iife',
        target: 'es2022',
        logLevel: 'warning',
        define: { __FILES__: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
      });
    },
  };
}
