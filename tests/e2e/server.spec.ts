/** What the server answers to whatever is sent to it, and that nothing ends it. */
import { readdirSync, readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { ENDPOINTS, pathsOf, refusal } from '../../scripts/lib/gate.mjs';
import { expect, test } from './app';

/** Sends bytes as they are, which no browser would, and gives the whole answer. */
function sent(baseURL: string, bytes: string): Promise<string> {
  const { hostname, port } = new URL(baseURL);
  return new Promise((resolve, reject) => {
    const socket = connect(Number(port), hostname, () => socket.write(bytes));
    let answer = '';
    socket.setEncoding('utf8');
    socket.on('data', (part: string) => (answer += part));
    socket.on('end', () => resolve(answer));
    socket.on('error', reject);
  });
}
const line = (method: string, target: string, headers = '') =>
  `${method} ${target} HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n${headers}\r\n`;
const statusOf = (answer: string) => Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1]);

test('no request ends the server, and each is answered by what it asked', async ({ baseURL }) => {
  const expected: [method: string, target: string, status: number][] = [
    ['TRACE', '/library', 405],
    ['TRACE', '/api/health', 405],
    ['DELETE', '/', 405],
    ['POST', '/bench', 405],
    ['PUT', '/api/sounding', 405],
    ['GET', '/api/sounding', 405],
    ['HEAD', '/api/feed', 405],
    ['OPTIONS', '*', 404],
    ['GET', '/..', 404],
    ['GET', '/../../etc/passwd', 404],
    ['GET', '/%2e%2e/', 404],
    ['GET', '/%', 404],
    ['GET', '//library', 404],
    ['GET', '/api/nothing', 404],
    ['GET', '/404', 404],
    ['GET', '/_image?href=/favicon.svg&w=12000&f=png', 404],
    ['GET', '/_server-islands/x', 404],
    ['GET', '/__proto__', 404],
    ['GET', '/constructor', 404],
    ['GET', 'constructor', 400],
    ['GET', '__proto__', 400],
    ['GET', 'http://elsewhere.example/library', 404],
    ['HEAD', '/library', 200],
    ['GET', '/library', 200],
    ['GET', '/library/', 200],
    ['GET', '/', 200],
  ];
  for (const [method, target, status] of expected) {
    const answer = await sent(baseURL!, line(method, target));
    expect([method, target, statusOf(answer)]).toEqual([method, target, status]);
    // The policy on every answer, and nothing of the server's inside.
    // What is no request at all, the parser answers before it comes to us.
    if (status !== 400) expect(answer, target).toMatch(/content-security-policy: default-src/i);
    expect(answer).not.toMatch(/at .*\.m?js|node_modules|Error:/);
  }
  const health = await sent(baseURL!, line('GET', '/api/health'));
  expect(statusOf(health)).toBe(200);
});

test('every answer carries the policy: pages, files, faults, the API', async ({ request }) => {
  const asked = [
    ...['/', '/bench', '/library/', '/favicon.svg', '/demo/screens.json', '/api/health'],
    ...['/nothing', '/api/nothing', '/_image?href=/favicon.svg'],
  ];
  for (const path of asked) {
    const headers = (await request.get(path)).headers();
    expect(headers['content-security-policy'], path).toMatch(/default-src 'self'/);
    expect(headers['content-security-policy'], path).toMatch(/frame-ancestors 'none'/);
    expect(headers['content-security-policy'], path).not.toMatch(/'unsafe-(inline|eval)'/);
    expect(headers, path).toMatchObject({
      'x-frame-options': 'DENY',
      'x-content-type-options': 'nosniff',
      'cross-origin-opener-policy': 'same-origin',
    });
    expect(headers['permissions-policy'], path).toContain('camera=()');
  }
});

test('files come as the build packed them, or plain to who cannot unpack', async ({ request }) => {
  const page = await (await request.get('/bench')).text();
  const path = /\/_astro\/[\w.-]+\.js/.exec(page)![0];
  const answer = async (encoding: string) =>
    request.get(path, { headers: { 'Accept-Encoding': encoding } });
  const [packed, plain] = [await answer('gzip, deflate, br'), await answer('identity')];
  expect(packed.headers()).toMatchObject({
    'content-encoding': 'br',
    'cache-control': expect.stringContaining('immutable'),
  });
  expect(plain.headers()['content-encoding']).toBeUndefined();
  expect(await packed.text()).toBe(await plain.text());
  // What keeps its name is asked for again: an update must not meet the old one's data.
  const demo = (await request.get('/demo/screens.json')).headers();
  expect(demo['cache-control']).toContain('must-revalidate');
  expect((await request.get(`${path}.br`)).status()).toBe(404);
});

test('faults have one shape for programs and a way home for people', async ({ page, request }) => {
  const unknown = await request.get('/api/nothing');
  expect(unknown.status()).toBe(404);
  expect(await unknown.json()).toEqual({
    error: 'notFound',
    issues: [{ path: '', message: 'there is nothing at this path' }],
  });
  const wrong = await request.get('/api/sounding');
  expect(wrong.status()).toBe(405);
  expect(wrong.headers().allow).toBe('POST');
  expect((await wrong.json()) as unknown).toMatchObject({ error: 'notAllowed' });
  const foreign = await request.post('/api/sounding', {
    headers: { Origin: 'http://elsewhere.example' },
  });
  expect(foreign.status()).toBe(403);
  expect((await foreign.json()) as unknown).toMatchObject({ error: 'foreign' });

  const answer = await request.get('/waters/nowhere');
  expect(answer.status()).toBe(404);
  await page.setContent(await answer.text());
  await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'To Today', exact: true })).toHaveAttribute(
    'href',
    '/',
  );
});

test('the gate knows every endpoint with what it takes, and every page that was built', () => {
  const files = readdirSync('src/pages/api').map((name) => name.replace(/\.ts$/, ''));
  expect(Object.keys(ENDPOINTS).sort()).toEqual(files.map((name) => `/api/${name}`).sort());
  for (const name of files) {
    const source = readFileSync(`src/pages/api/${name}.ts`, 'utf8');
    const [, method] = /export const (GET|POST): APIRoute/.exec(source)!;
    expect(ENDPOINTS[`/api/${name}` as keyof typeof ENDPOINTS]).toContain(method);
  }
  const paths = pathsOf('dist/client');
  for (const place of ['/', '/waters', '/waters/', '/bench/projector', '/library/screen']) {
    expect(refusal(paths, { method: 'GET', url: `${place}?id=1`, headers: {} })).toBeNull();
  }
});
