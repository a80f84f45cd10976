import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';
import { serviceWorker } from './scripts/sw-plugin';

/** Neither core nor the memory model does anything by being loaded: what of them a view does not use is not fetched with it. */
const treeshake = { moduleSideEffects: (id: string) => !/\/core\/|node_modules\/ts-fsrs\//.test(id) };

export default defineConfig({
  plugins: [tailwindcss(), serviceWorker()],
  esbuild: { jsx: 'automatic' },
  // The policy served with the page forbids inlined data, so every font and icon stays a file of its own.
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rollupOptions: {
      treeshake,
      // Marks for server rendering, of which there is none here.
      onwarn: (warning, warn) => (warning.code === 'MODULE_LEVEL_DIRECTIVE' ? undefined : warn(warning)),
    },
  },
  worker: { format: 'es', rollupOptions: { treeshake } },
  server: { host: '127.0.0.1' },
  test: {
    include: ['{core,store,worker,app,server,demo,scripts}/**/*.test.{ts,tsx}'],
    environment: 'node',
    testTimeout: 120_000,
    // Core has no state but caches by identity: the files of one worker may share their modules, which spares loading them anew.
    isolate: false,
    setupFiles: ['core/tests/seed.ts'],
  },
});
