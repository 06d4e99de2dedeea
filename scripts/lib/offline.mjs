// An Astro integration: builds the service worker with the list of the files it keeps, after everything else is built.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join, relative, sep } from 'node:path';
import { build } from 'vite';

const ENTRY = fileURLToPath(new URL('../../src/offline/serviceWorker.ts', import.meta.url));
/** Fetched when it is looked at, and kept with the screens then. */
const ON_DEMAND = /^\/(demo\/|notices\.txt|sbom\.json)/;

/** Files of a build as a browser asks for them, each with what tells it from an older one. */
function buildFiles(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .map((file) => ({
      url:
        `/${relative(folder, file).split(sep).join('/')}`.replace(/(.)?\/index\.html$/, '$1') ||
        '/',
      revision: createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16),
    }))
    .filter(({ url }) => !ON_DEMAND.test(url) && !/^\/(404|405|500)/.test(url))
    .sort((a, b) => (a.url < b.url ? -1 : 1));
}

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
