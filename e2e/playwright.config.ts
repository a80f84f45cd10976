import { defineConfig } from '@playwright/test';
import { join } from 'node:path';

const PORT = 4311;

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  reporter: [['list'], ['json']],
  globalSetup: './global-setup.ts',
  fullyParallel: true,
  workers: 2,
  timeout: 180_000,
  expect: { timeout: 25_000 },
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // Kept out but where a test is about it: every test would fill a cache of its own first.
    serviceWorkers: 'block',
    storageState: join(import.meta.dirname, '../test-results/sample-state.json'),
    timezoneId: 'Europe/Dublin',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node_modules/.bin/tsx server/main.ts',
    cwd: '..',
    url: `http://127.0.0.1:${PORT}/`,
    // The simulated outside services live on the date of the tests.
    env: { PORT: String(PORT), TODAY: '2026-11-11' },
    reuseExistingServer: false,
  },
});
