/** More than the server can do at once, asked of a server of its own: counts and answers, not times. */
import { serveForScript } from '../../scripts/lib/shell.mjs';
import { expect, test } from '@playwright/test';

let server: { url: string; stop: () => void };
test.beforeAll(async () => {
  server = await serveForScript();
});
test.afterAll(() => server.stop());

const sounding = (pings: number) => ({
  scene: 'hollin-reservoir',
  sounder: {
    ...{ instrument: 'cone', frequencyHz: 200_000, chirp: null, beamwidthDeg: 20 },
    ...{ pulseLengthS: 0.00015, acousticPowerW: 100, pingRateHz: 12, rangeM: 20, binCount: 300 },
  },
  pass: { headingDeg: 90, startM: { x: 150, y: 90 }, pings },
  truth: false,
});
const post = (path: string, data: object) =>
  fetch(`${server.url}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(data),
  });
const health = async () => (await fetch(`${server.url}api/health`)).status;

test('a batch of five hundred is answered whole', async () => {
  const reply = await post('api/screens', {
    requests: Array.from({ length: 500 }, () => sounding(1)),
  });
  const lines = (await reply.text()).trim().split('\n');
  expect(JSON.parse(lines.at(-1)!)).toEqual({ type: 'end', done: 500, total: 500 });
  expect(lines.filter((line) => line.startsWith('{"type":"screen"'))).toHaveLength(500);
});

test('a crowd is answered, or told when to come again', async () => {
  const crowd = Array.from({ length: 120 }, () => post('api/sounding', sounding(60)));
  expect(await health()).toBe(200);
  const replies = await Promise.all(crowd);
  const refused = replies.filter(({ status }) => status !== 200);
  expect(replies.length - refused.length).toBeGreaterThanOrEqual(64);
  for (const { status, headers } of refused) {
    expect([status, headers.get('retry-after')]).toEqual([503, '10']);
  }
  await Promise.all(replies.map((one) => one.arrayBuffer()));
});

test('feeds have a cap, and one that is left makes room for another', async () => {
  const MOST = 24;
  const listen = () => {
    const leave = new AbortController();
    const heard = fetch(`${server.url}api/feed?seconds=600`, { signal: leave.signal });
    return { heard, leave: () => leave.abort() };
  };
  const listeners = Array.from({ length: MOST + 6 }, listen);
  const replies = await Promise.all(listeners.map(({ heard }) => heard));
  const statuses = replies.map(({ status }) => status);
  expect(statuses.filter((status) => status === 200)).toHaveLength(MOST);
  expect(statuses.filter((status) => status === 503)).toHaveLength(6);
  expect(await health()).toBe(200);
  listeners[statuses.indexOf(200)].leave();
  await expect
    .poll(async () => {
      const late = listen();
      listeners.push(late);
      return (await late.heard).status;
    })
    .toBe(200);
  for (const { leave } of listeners) leave();
});
