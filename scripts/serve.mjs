// Serves the built application. Astro's own handler answers; what must hold for every response,
// static files too, is added here: what may be asked, isolation, policy, compression, and that no request
// ends the process.
import compression from 'compression';
import { existsSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';
import sirv from 'sirv';
import { pathsOf, refusal } from './lib/gate.mjs';

const entry = new URL('../dist/server/entry.mjs', import.meta.url);
if (!existsSync(entry)) {
  console.error('There is no build yet. Run `npm start`, or `npm run build` first.');
  process.exit(1);
}
process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const { handler } = await import(entry.href);

const client = fileURLToPath(new URL('../dist/client/', import.meta.url));
const paths = pathsOf(client);
const FAULT_PAGES = {
  404: readFileSync(`${client}404.html`),
  405: readFileSync(`${client}405/index.html`),
  500: readFileSync(`${client}500.html`),
};

const HOST = process.env.HOST ?? '127.0.0.1';
const PORT = Number(process.env.PORT ?? 4321);

const HEADERS = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Referrer-Policy': 'no-referrer',
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Permissions-Policy': 'camera=(), geolocation=(), microphone=(), payment=(), usb=()',
};
// Pages carry their own policy with the hashes of their scripts; this is for everything else.
// A worker's policy is that of its own file: one of them runs the HDF5 library, which is WebAssembly.
const POLICY =
  "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'";

const isPage = (url) => !/\.\w+$/.test(url.split('?')[0]) && !url.startsWith('/api/');

/** Files beside the pages, as they were compressed by the build; what is named after its content never changes. */
const serveFile = sirv(client, {
  brotli: true,
  etag: true,
  maxAge: 0,
  setHeaders: (response, path) => {
    if (path.startsWith('/_astro/')) {
      response.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
    }
  },
});

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

/** What went wrong, as the asker reads it: a page with a way home, or the shape of all the API's faults. */
function answerFault(request, response, { status, error, message, allow }) {
  if (response.headersSent) {
    response.destroy();
    return;
  }
  const isProgram = request.url?.startsWith('/api/') || !(status in FAULT_PAGES);
  const body = isProgram
    ? JSON.stringify({ error, issues: [{ path: '', message }] })
    : FAULT_PAGES[status];
  response.setHeader('Content-Security-Policy', POLICY);
  if (allow) response.setHeader('Allow', allow);
  response
    .writeHead(status, {
      'Content-Type': isProgram ? 'application/json' : 'text/html; charset=utf-8',
    })
    .end(request.method === 'HEAD' ? undefined : body);
}

function answerFailure(request, response, failure) {
  console.error(`${request.method} ${request.url}:`, failure);
  const message = 'the server failed at this; it has been written to its log';
  answerFault(request, response, { status: 500, error: 'failed', message });
}

const server = createServer((request, response) => {
  response.once('close', () => request[STOP_LISTENING]?.());
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  const refused = refusal(paths, request);
  if (refused) {
    answerFault(request, response, refused);
    return;
  }
  if (!isPage(request.url)) response.setHeader('Content-Security-Policy', POLICY);
  const answer = () =>
    compress(request, response, () => {
      Promise.resolve()
        .then(() => handler(request, response))
        .catch((failure) => answerFailure(request, response, failure));
    });
  // Pages are Astro's: their policy goes with them.
  if (isPage(request.url)) answer();
  else serveFile(request, response, answer);
});
// What Astro leaves unanswered of an answer that broke off is no reason to end all others.
process.on('unhandledRejection', (failure) => console.error('A request failed:', failure));

// A request that does not come to its end gives its connection back.
server.headersTimeout = 10_000;
server.requestTimeout = 30_000;
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
