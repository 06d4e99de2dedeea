// Serves the built application. Astro's own handler answers; what must hold for every response,
// static files too, is added here: isolation, policy, compression, origin check.
import compression from 'compression';
import { existsSync } from 'node:fs';
import { createServer } from 'node:http';

const entry = new URL('../dist/server/entry.mjs', import.meta.url);
if (!existsSync(entry)) {
  console.error('There is no build yet. Run `npm start`, or `npm run build` first.');
  process.exit(1);
}
process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const { handler } = await import(entry.href);

const HOST = process.env.HOST ?? '127.0.0.1';
const PORT = Number(process.env.PORT ?? 4321);

const HEADERS = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Referrer-Policy': 'no-referrer',
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
};
// Pages carry their own policy with the hashes of their scripts; this is for everything else.
// A worker's policy is that of its own file: one of them runs the HDF5 library, which is WebAssembly.
const FALLBACK_POLICY =
  "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; object-src 'none'; base-uri 'none'";

// A feed is heard as it is sent; compressed, it would wait until there is enough of it.
const compress = compression({
  filter: (request, response) =>
    !String(response.getHeader('Content-Type')).startsWith('text/event-stream') &&
    compression.filter(request, response),
});

/**
 * Astro listens on the connection of every request for its end, and stops only where it wrote the answer
 * itself: of the pages it has ready it does not, so a connection that stays open would gather listeners.
 */
const STOP_LISTENING = Symbol.for('astro.nodeRequestAbortControllerCleanup');

function isForeign(request) {
  const { origin, host } = request.headers;
  if (!origin || request.method === 'GET' || request.method === 'HEAD') return false;
  return !URL.canParse(origin) || new URL(origin).host !== host;
}

const server = createServer((request, response) => {
  response.once('close', () => request[STOP_LISTENING]?.());
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  const path = (request.url ?? '/').split('?')[0];
  if (/\.\w+$/.test(path)) response.setHeader('Content-Security-Policy', FALLBACK_POLICY);
  if (isForeign(request)) {
    response
      .writeHead(403, { 'Content-Type': 'text/plain' })
      .end('Requests from other sites are refused.\n');
    return;
  }
  compress(request, response, () => handler(request, response));
});

// Longer than a client waits between requests, or one would reuse a connection that is just closing.
server.keepAliveTimeout = 65_000;
server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${PORT} is taken. Choose another: PORT=4400 npm run serve`
      : `The server could not start: ${error.message}`,
  );
  process.exit(1);
});
server.listen(PORT, HOST, () => {
  const { port } = server.address();
  const name = HOST === '0.0.0.0' || HOST === '::' ? 'localhost' : HOST;
  console.log(`Wise Ripple is at http://${name}:${port}/`);
});

for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
