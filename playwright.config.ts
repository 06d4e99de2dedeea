import { defineConfig } from '@playwright/test';
import { BROWSER_ARGS, CHROMIUM } from './scripts/lib/browser.mjs';

const PORT = Number(process.env.E2E_PORT ?? 4479);

export default defineConfig({
  // `npm run test:long` sets it.
  testDir: process.env.E2E_LONG ? 'tests/long' : 'tests/e2e',
  // Far beyond any good run, also where the machine is lent to others for minutes: time proves nothing.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  fullyParallel: true,
  workers: 2,
  forbidOnly: true,
  reporter: process.env.E2E_JSON
    ? [['line'], ['json', { outputFile: process.env.E2E_JSON }]]
    : [['list']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    // What is kept for later is tested on its own: fetched in every test, it would take the time of a build's files.
    contextOptions: { reducedMotion: 'reduce', serviceWorkers: 'block' },
    launchOptions: {
      executablePath: CHROMIUM,
      // Code is made fast where it runs, not beside it: two tests at a time need both cores.
      args: [...BROWSER_ARGS, '--js-flags=--no-concurrent-recompilation'],
    },
  },
  webServer: {
    command: 'node scripts/serve.mjs',
    url: `http://127.0.0.1:${PORT}/api/health`,
    env: { HOST: '127.0.0.1', PORT: String(PORT) },
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
  },
});
