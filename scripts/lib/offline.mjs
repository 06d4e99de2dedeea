// An Astro integration: builds the service worker with the list of the files it keeps, after everything else is built.
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';
import { filesOf } from './gate.mjs';

const ENTRY = fileURLToPath(new URL('../../src/offline/serviceWorker.ts', import.meta.url));
/** Fetched when it is looked at, and kept with the screens then. */
const ON_DEMAND = /^\/(demo\/|notices\.txt|sbom\.json)/;

/** Each file that is kept, with what tells it from an older one. */
const buildFiles = (folder) =>
  filesOf(folder)
    .filter(({ path }) => !ON_DEMAND.test(path))
    .map(({ file, path }) => ({
      url: path,
      revision: createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16),
    }));

export const offline = () => ({
  name: 'offline',
  hooks: {
    'astro:build:done': async ({ dir }) => {
      const outDir = fileURLToPath(dir);
      await build({
        configFile: false,
        publicDir: false,
        logLevel: 'error',
        define: {
          BUILD_FILES: JSON.stringify(buildFiles(outDir)),
          'process.env.NODE_ENV': '"production"',
        },
        build: {
          outDir,
          emptyOutDir: false,
          lib: {
            entry: ENTRY,
            formats: ['iife'],
            name: 'serviceWorker',
            fileName: () => 'serviceWorker.js',
          },
        },
      });
    },
  },
});
