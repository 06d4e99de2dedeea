import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { soundingThread } from './scripts/lib/soundingThread.mjs';
import { constantImports } from './tests/constantImports';

// Which tests run where, and why: docs/testing.md.
export default defineConfig({
  plugins: [constantImports(), soundingThread()],
  resolve: {
    alias: {
      '@core': fileURLToPath(new URL('./core', import.meta.url)),
      '@': fileURLToPath(new URL('./src', import.meta.url)),
      // It takes the test's thread for one of its own.
      'web-worker': fileURLToPath(new URL('./tests/fixtures/noWorkers.ts', import.meta.url)),
    },
  },
  test: {
    pool: 'threads',
    server: { deps: { inline: ['geotiff'] } },
    maxWorkers: 2,
    // Room for a busy machine; what needs it on a quiet one is named among the slowest.
    testTimeout: 180_000,
    hookTimeout: 180_000,
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'perf/**/*.test.ts'],
          // Nothing here mocks or keeps state between files, so modules are loaded once a thread.
          isolate: false,
        },
      },
      {
        extends: true,
        test: { name: 'application', include: ['src/**/*.test.ts'] },
      },
      {
        extends: true,
        test: {
          name: 'components',
          include: ['src/**/*.test.tsx'],
          environment: 'happy-dom',
          // Pages are opened one after another in one window, as a user does; openPage clears up.
          isolate: false,
          setupFiles: ['tests/components/setup.ts'],
        },
      },
      {
        extends: true,
        test: { name: 'long', include: ['{core,perf}/**/*.long.ts'], testTimeout: 1_200_000 },
      },
    ],
  },
});
