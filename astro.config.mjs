import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { fileURLToPath } from 'node:url';
import { compressed } from './scripts/lib/compressed.mjs';
import { noticesAndComponents } from './scripts/lib/notices.mjs';
import { offline } from './scripts/lib/offline.mjs';
import { soundingThread } from './scripts/lib/soundingThread.mjs';

const folder = (path) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  output: 'static',
  adapter: node({ mode: 'standalone', experimentalStaticHeaders: true }),
  integrations: [react(), noticesAndComponents(), offline(), compressed()],
  devToolbar: { enabled: false },
  // scripts/serve.mjs adds the headers of the built application; these are those of `npm run dev`.
  server: {
    headers: {
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Embedder-Policy': 'require-corp',
      'Cross-Origin-Resource-Policy': 'same-origin',
    },
  },
  experimental: {
    csp: {
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "connect-src 'self'",
        "worker-src 'self' blob:",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ],
    },
  },
  vite: {
    plugins: [tailwindcss(), soundingThread()],
    // Worker bundles do not see the paths of tsconfig.json.
    resolve: { alias: { '@core': folder('./core'), '@': folder('./src') } },
    worker: { format: 'es' },
    // The notices that are shipped hold them all (scripts/lib/notices.mjs).
    esbuild: { legalComments: 'none' },
    // Every file asked for costs a turn; a shared part smaller than this goes with what needs it.
    build: { rollupOptions: { output: { experimentalMinChunkSize: 20_000 } } },
  },
});
