import { expect, test } from '@playwright/test';
import { execFile, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { promisify } from 'node:util';
import { readSoundingRequest } from '../../core/formats';
import { createSoundingRun } from '../../core/sounding';

const run = promisify(execFile);

const SOUNDER = {
  instrument: 'cone',
  frequencyHz: 200_000,
  chirp: null,
  beamwidthDeg: 20,
  pulseLengthS: 0.00015,
  acousticPowerW: 100,
  pingRateHz: 12,
  rangeM: 20,
  binCount: 300,
};
const REQUEST = {
  scene: 'hollin-reservoir',
  sounder: SOUNDER,
  pass: { headingDeg: 90, startM: { x: 150, y: 90 }, pings: 60 },
};

/** Every command of docs/api.md, as a reader would paste it. */
function documentedCommands(baseURL: string): string[] {
  const text = readFileSync('docs/api.md', 'utf8');
  return [...text.matchAll(/```\n(curl [\s\S]*?)\n```/g)].map(([, command]) =>
    command.replaceAll('http://127.0.0.1:4321', baseURL),
  );
}

test('every example of docs/api.md works as it is written', async ({ baseURL }) => {
  const commands = documentedCommands(baseURL!);
  expect(commands.length).toBeGreaterThanOrEqual(6);
  for (const command of commands) {
    const { stdout } = await run('bash', ['-c', `${command} -sS --fail-with-body`], {
      maxBuffer: 50_000_000,
    });
    expect(stdout.length).toBeGreaterThan(20);
    expect(stdout).not.toContain('"error"');
  }
});

test('water and health answer with the figures of the model', async ({ request }) => {
  const water = await request.get('/api/water', {
    params: { temperatureC: 10, salinityPsu: 35, depthM: 0, frequencyHz: 200_000 },
  });
  expect((await water.json()).soundSpeedMps).toBeCloseTo(1489.822, 2);
  const missing = await request.get('/api/water?temperatureC=15');
  expect(missing.status()).toBe(400);
  const paths = (await missing.json()).issues.map((issue: { path: string }) => issue.path);
  expect(paths).toEqual(expect.arrayContaining(['salinityPsu', 'frequencyHz']));
});

test('the server sounds the bytes that the core computes', async ({ request }) => {
  const reply = await request.post('/api/sounding', { data: REQUEST });
  expect(reply.status()).toBe(200);
  const { channels } = await reply.json();
  const read = readSoundingRequest(REQUEST);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const { levelsCdb } = createSoundingRun(read.value).block(0, 60);
  expect(channels[0].levelsDb.flat()).toEqual(Array.from(levelsCdb, (level) => level / 100));
});

test('faults come with status and path', async ({ request }) => {
  const post = async (data: unknown) => {
    const reply = await request.post('/api/sounding', { data: data as object });
    return { status: reply.status(), body: await reply.json() };
  };
  const wrong = await post({ ...REQUEST, sounder: { ...SOUNDER, beamwidthDeg: 400 } });
  expect(wrong.status).toBe(400);
  expect(wrong.body.issues[0].path).toBe('sounder.beamwidthDeg');
  const large = await post({ ...REQUEST, pass: { ...REQUEST.pass, pings: 19_000 } });
  expect(large.status).toBe(413);
  expect(large.body.issues[0].path).toBe('pass.pings');
  const broken = await request.post('/api/sounding', {
    headers: { 'Content-Type': 'application/json' },
    data: Buffer.from('{"seed": 7,'),
  });
  expect(broken.status()).toBe(400);
  const foreign = await request.post('/api/sounding', {
    headers: { Origin: 'http://elsewhere.example' },
    data: REQUEST,
  });
  expect(foreign.status()).toBe(403);
  const long = await request.post('/api/sounding', {
    headers: { 'Content-Type': 'application/json' },
    data: Buffer.alloc(4_200_000, 32),
  });
  expect(long.status()).toBe(413);
});

test('a batch comes line by line with progress, and closing it ends the work', async ({
  request,
  baseURL,
}) => {
  const reply = await request.post('/api/screens', {
    data: { requests: [REQUEST, { ...REQUEST, scene: 'nowhere' }, REQUEST, REQUEST] },
  });
  const lines = (await reply.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(lines).toHaveLength(5);
  expect(lines.at(-1)).toEqual({ type: 'end', done: 4, total: 4 });
  const screens = lines.filter((line) => line.type === 'screen');
  expect(screens.map((line) => line.index).sort((a, b) => a - b)).toEqual([0, 2, 3]);
  expect(screens[1].screen).toEqual(screens[0].screen);
  expect(lines.find((line) => line.type === 'error')).toMatchObject({ index: 1, status: 400 });
  for (const [i, line] of lines.slice(0, 4).entries())
    expect(line).toMatchObject({ done: i + 1, total: 4 });

  // Minutes of work, given up after the first line: the server answers the next at once.
  const heavy = { ...REQUEST, pass: { ...REQUEST.pass, pings: 6000 } };
  const closing = new AbortController();
  const stream = await fetch(`${baseURL}/api/screens`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ requests: [REQUEST, ...Array.from({ length: 200 }, () => heavy)] }),
    signal: closing.signal,
  });
  await stream.body!.getReader().read();
  closing.abort();
  const startMs = Date.now();
  expect((await request.post('/api/sounding', { data: REQUEST })).status()).toBe(200);
  expect(Date.now() - startMs).toBeLessThan(45_000);
});

test('the feed sends sentences and pings at the pace of the pass', async ({ request }) => {
  const reply = await request.get('/api/feed', {
    params: { pass: 'across', startS: 60, pace: 20, seconds: 4 },
  });
  const events = (await reply.text())
    .trim()
    .split('\n\n')
    .map((event) => {
      const [name, data] = event.split('\n');
      return { name: name.replace('event: ', ''), data: data.replace('data: ', '') };
    });
  expect(events[0].name).toBe('hello');
  expect(events.at(-1)).toEqual({ name: 'end', data: '{"pings":48}' });
  const pings = events.filter(({ name }) => name === 'ping').map(({ data }) => JSON.parse(data));
  expect(pings).toHaveLength(48);
  expect(pings[0].timeS).toBeCloseTo(60, 6);
  expect(Buffer.from(pings[0].levelsCdb, 'base64').length).toBe(2 * 800);
  const sentences = events.filter(({ name }) => name === 'nmea').map(({ data }) => data);
  expect(sentences).toHaveLength(16);
  for (const sentence of sentences) {
    const [body, sum] = sentence.slice(1).split('*');
    const expected = Array.from(body).reduce((value, letter) => value ^ letter.charCodeAt(0), 0);
    expect(parseInt(sum, 16)).toBe(expected);
  }
  const unknown = await request.get('/api/feed?pass=nowhere');
  expect(unknown.status()).toBe(400);
});

test('a recording from the browser’s worker is the server’s own, bit for bit', async ({
  page,
  request,
}) => {
  // The worker's script is asked for directly: levels before storage, as computed in this browser.
  await page.goto('/');
  const workerUrl = await page.evaluate(async () => {
    const html = await (await fetch('/bench')).text();
    const scripts = [...html.matchAll(/(?:component-url|src)="([^"]+\.js)"/g)].map(
      ([, url]) => url,
    );
    const seen = new Set<string>();
    while (scripts.length > 0) {
      const url = scripts.pop()!;
      if (seen.has(url)) continue;
      seen.add(url);
      const text = await (await fetch(url)).text();
      const found = /["'`]([^"'`]*sounding\.worker-[^"'`]+\.js)["'`]/.exec(text);
      if (found) return new URL(found[1], new URL(url, location.href)).href;
      for (const [, next] of text.matchAll(/from\s*["']([^"']+\.js)["']/g)) {
        scripts.push(new URL(next, new URL(url, location.href)).pathname);
      }
    }
    return null;
  });
  expect(workerUrl).not.toBeNull();
  for (const [instrument, changes] of [
    ['cone', {}],
    ['sideFans', { frequencyHz: 800_000, beamwidthDeg: 0.8, acrossBeamwidthDeg: 52 }],
    ['sector', { frequencyHz: 800_000, beamwidthDeg: 2, acrossBeamwidthDeg: 18, beamCount: 40 }],
  ] as const) {
    const asked = {
      ...REQUEST,
      sounder: { ...SOUNDER, instrument, ...changes },
      pass: { ...REQUEST.pass, pings: 24, heaveM: 0.1, rollDeg: 3, pitchDeg: 2 },
    };
    const read = readSoundingRequest(asked);
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    const inBrowser = await page.evaluate(
      ({ url, sounding }) =>
        new Promise<number[]>((resolve, reject) => {
          const worker = new Worker(url, { type: 'module' });
          const levels: number[] = [];
          worker.onmessage = ({ data }) => {
            if (data.type === 'opened') worker.postMessage({ type: 'demand', jobId: 1, pings: 24 });
            if (data.type === 'block') for (const level of data.block.levelsCdb) levels.push(level);
            if (data.type === 'failed') reject(new Error(data.error.message));
            if (data.type === 'finished') resolve(levels);
          };
          worker.postMessage({ type: 'start', jobId: 1, request: sounding });
        }),
      { url: workerUrl!, sounding: read.value },
    );
    const reply = await request.post('/api/sounding', { data: asked });
    const { channels } = await reply.json();
    const onServer: number[] = [];
    for (let ping = 0; ping < 24; ping++) {
      for (const channel of channels)
        for (const level of channel.levelsDb[ping].flat()) onServer.push(level);
    }
    expect(inBrowser.length).toBe(onServer.length);
    expect(inBrowser.map((level) => level / 100)).toEqual(onServer);
  }
});

test('every shipped water answers by name, at its level and with its own passes', async ({
  request,
}) => {
  for (const scene of ['tarvo-sound', 'lake-ismo']) {
    const reply = await request.post('/api/sounding', {
      data: {
        scene,
        sounder: { ...SOUNDER, rangeM: 30 },
        pass: { speedMps: 1, headingDeg: 90, startM: { x: 150, y: 120 }, pings: 4 },
      },
    });
    expect(reply.status(), await reply.text()).toBe(200);
    const { channels } = (await reply.json()) as { channels: { levelsDb: number[][] }[] };
    expect(channels[0].levelsDb).toHaveLength(4);
  }
  const feed = await request.get('/api/feed?water=lake-ismo&pace=50&seconds=20');
  const text = await feed.text();
  expect(text).toContain('Hole over the basin');
  // Over its hole the boat stands still, and the feed goes on all the same.
  expect((text.match(/event: ping/g) ?? []).length).toBeGreaterThan(200);
  const missing = await request.get('/api/feed?water=tarvo-sound&pass=across');
  expect(missing.status()).toBe(400);
  expect(await missing.text()).toContain('ledges');
});

test('a connection that stays open gathers no listeners', async () => {
  const server = spawn(process.execPath, ['scripts/serve.mjs'], {
    // Node complains of two wishes about colours, too.
    env: { ...process.env, NO_COLOR: undefined, HOST: '127.0.0.1', PORT: '0' },
  });
  let complaints = '';
  server.stderr.on('data', (said) => (complaints += String(said)));
  const url = await new Promise<string>((resolve) =>
    server.stdout.on('data', (said) => {
      const found = /http:\/\/\S+/.exec(String(said));
      if (found) resolve(found[0]);
    }),
  );
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const ask = (path: string) =>
    new Promise<number | undefined>((resolve, reject) =>
      get(new URL(path, url), { agent }, (reply) => {
        reply.resume().on('end', () => resolve(reply.statusCode));
      }).on('error', reject),
    );
  try {
    // Node complains from the eleventh on.
    for (let i = 0; i < 15; i++) {
      for (const path of ['/library', '/api/health', '/demo/screens.json']) {
        expect(await ask(path)).toBe(200);
      }
    }
    expect(complaints).toBe('');
  } finally {
    agent.destroy();
    server.kill('SIGTERM');
  }
});
