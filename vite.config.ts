import { availableParallelism } from 'node:os';
import tailwindcss from '@tailwindcss/vite';
import type { UserConfig } from 'vite';
import { defineConfig } from 'vitest/config';
import { firstNeeded } from './scripts/first-needed.ts';
import { serviceWorker } from './scripts/sw-plugin.ts';

/** Neither core nor the memory model does anything by being loaded: what of them a view does not use is not fetched with it. */
const treeshake = { moduleSideEffects: (id: string) => !/\/core\/|node_modules\/ts-fsrs\//.test(id) };
/** Marks for server rendering, of which there is none here. */
const onwarn: NonNullable<NonNullable<UserConfig['build']>['rolldownOptions']>['onwarn'] = (warning, warn) =>
  warning.code === 'MODULE_LEVEL_DIRECTIVE' ? undefined : warn(warning);

const app = {
  // The policy served with the page forbids inlined data, so every font and icon stays a file of its own.
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rolldownOptions: { treeshake, onwarn },
  },
  worker: { format: 'es', rolldownOptions: { treeshake } },
} satisfies UserConfig;

/** What the page needs first is one file: a hundred small ones are a hundred requests, and compress less well. */
async function inOneFile(): Promise<UserConfig> {
  const first = await firstNeeded(app);
  const groups = [{ name: 'main', test: (id: string) => first.has(id) }];
  return {
    build: { rolldownOptions: { output: { codeSplitting: { groups, includeDependenciesRecursively: false } } } },
  };
}

export default defineConfig({
  ...app,
  plugins: [tailwindcss(), serviceWorker(), { name: 'first', apply: 'build', config: inOneFile }],
  server: { host: '127.0.0.1' },
  test: {
    include: ['{core,store,worker,app,server,demo,scripts}/**/*.test.{ts,tsx}'],
    environment: 'node',
    testTimeout: 120_000,
    // Core has no state but caches by identity: the files of one worker may share their modules, which spares loading them anew.
    isolate: false,
    maxWorkers: availableParallelism(),
    setupFiles: ['core/tests/seed.ts'],
  },
});
