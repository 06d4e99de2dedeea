// What a user waits for in the browser: page weight and time to the first echo.
import { chromium } from '@playwright/test';
import { get } from 'node:http';
import { BROWSER_ARGS, CHROMIUM } from './browser.mjs';
import { serveForScript } from './shell.mjs';

export const launch = () => chromium.launch({ executablePath: CHROMIUM, args: BROWSER_ARGS });

const RUNS = 5;

export async function browserFigures() {
  const server = await serveForScript();
  const browser = await launch();
  try {
    // Weight over the wire, everything the Bench loads with an empty cache.
    const cold = await browser.newContext();
    const page = await cold.newPage();
    const session = await cold.newCDPSession(page);
    await session.send('Network.enable');
    let bytes = 0;
    session.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
    await page.goto(`${server.url}bench`);
    await firstEcho(page);
    // The page's session does not see what its workers are made of.
    for (const url of new Set(page.workers().map((worker) => worker.url())))
      bytes += await weightOf(url);
    const weightKb = bytes / 1000;
    const times = [];
    for (let i = 0; i < RUNS; i++) {
      const startMs = Date.now();
      await page.goto(`${server.url}bench`);
      await firstEcho(page);
      times.push(Date.now() - startMs);
    }
    times.sort((a, b) => a - b);
    const line = (name, value, unit, note) =>
      console.log(`${name.padEnd(48)} ${String(value).padStart(8)} ${unit.padEnd(8)} (${note})`);
    line(
      'Bench, page weight, compressed',
      weightKb.toFixed(0),
      'kB',
      'all files, fonts and worker too',
    );
    line('Bench, navigation to first echo', times[0], 'ms', `worst of ${RUNS}: ${times.at(-1)}`);
    const library = await openingTimes(page, server.url);
    line(
      `Library with ${MANY_SCREENS} screens, navigation to pictures`,
      library[0],
      'ms',
      `worst of ${RUNS}: ${library.at(-1)}`,
    );
    await page.goto(`${server.url}bench`);
    await firstEcho(page);
    const smooth = await smoothness(page);
    line(
      'Bench, four views, frame time, 95th percentile',
      smooth.p95,
      'ms',
      `median ${smooth.median}, ${smooth.frames} frames in ${FRAMES_S} s; 16.7 is 60 a second`,
    );
    line(
      'Bench, four views, gain step to new pixels',
      smooth.gainMs,
      'ms',
      `worst of ${GAIN_STEPS}: ${smooth.worstGainMs}; goal below 50`,
    );
  } finally {
    await browser.close();
    server.stop();
  }
}

/** What comes over the wire for a file, bytes. */
const weightOf = (url) =>
  new Promise((resolve, reject) => {
    get(url, { headers: { 'Accept-Encoding': 'gzip, deflate, br' } }, (response) => {
      let bytes = 0;
      response.on('data', (chunk) => (bytes += chunk.length));
      response.on('end', () => resolve(bytes));
    }).on('error', reject);
  });

const MANY_SCREENS = 1000;

/** Until the library shows the pictures in view, with so many screens in it; sorted. */
async function openingTimes(page, url) {
  await page.goto(`${url}library`);
  await page.getByTestId('thumbnail').first().waitFor();
  await page.evaluate(async (count) => {
    const database = await new Promise((resolve) => {
      const open = indexedDB.open('wise-ripple');
      open.onsuccess = () => resolve(open.result);
    });
    const transaction = database.transaction('screen', 'readwrite');
    const store = transaction.objectStore('screen');
    const all = await new Promise((resolve) => {
      const get = store.getAll();
      get.onsuccess = () => resolve(get.result);
    });
    for (let i = all.length; i < count; i++) {
      const id = `copy-${i}`;
      store.put({ ...all[i % all.length], id, name: `Copy ${i}` }, id);
    }
    await new Promise((resolve) => (transaction.oncomplete = resolve));
    database.close();
  }, MANY_SCREENS);
  const times = [];
  for (let i = 0; i < RUNS; i++) {
    const startMs = Date.now();
    await page.goto(`${url}library`);
    await page.getByTestId('thumbnail').nth(7).waitFor();
    times.push(Date.now() - startMs);
  }
  return times.sort((a, b) => a - b);
}

const FRAMES_S = 30;
const GAIN_STEPS = 12;

/** Four views running at 1280 × 800: times between frames, and from a key to the first changed pixels. */
async function smoothness(page) {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('tab', { name: 'Views' }).click();
  await page.getByRole('button', { name: 'Four views' }).click();
  await page.waitForTimeout(500);
  await page.getByText(/Sounding…/).waitFor({ state: 'detached', timeout: 60_000 });
  await page.waitForTimeout(1500);
  const frames = await page.evaluate(
    (seconds) =>
      new Promise((resolve) => {
        const times = [];
        const start = performance.now();
        let last = start;
        requestAnimationFrame(function tick(now) {
          times.push(now - last);
          last = now;
          if (now - start < seconds * 1000) requestAnimationFrame(tick);
          else resolve(times.slice(1));
        });
      }),
    FRAMES_S,
  );
  const delays = [];
  for (let i = 0; i < GAIN_STEPS; i++) {
    delays.push(
      await page.evaluate(
        (key) =>
          new Promise((resolve) => {
            // A patch of bottom that a gain step always repaints, away from the newest edge.
            const canvas = document.querySelector('[data-testid="echo-canvas"]');
            const context = canvas.getContext('2d');
            const look = () => {
              const { data } = context.getImageData(0, 0, 1, canvas.height);
              return data.reduce((sum, value) => sum + value, 0);
            };
            let before = look();
            const start = performance.now();
            window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
            requestAnimationFrame(function tick() {
              const now = look();
              if (Math.abs(now - before) > 500) resolve(performance.now() - start);
              else {
                before = now;
                requestAnimationFrame(tick);
              }
            });
          }),
        i % 2 === 0 ? ']' : '[',
      ),
    );
    await page.waitForTimeout(250);
  }
  const sorted = (values) => [...values].sort((a, b) => a - b);
  const at = (values, share) => sorted(values)[Math.floor(share * (values.length - 1))].toFixed(1);
  return {
    p95: at(frames, 0.95),
    median: at(frames, 0.5),
    frames: frames.length,
    gainMs: at(delays, 0.5),
    worstGainMs: at(delays, 1),
  };
}

/** Until the echo's canvas holds something brighter than its ground. */
const firstEcho = (page) =>
  page.waitForFunction(() => {
    const canvas = document.querySelector('[data-testid="echo-canvas"]');
    if (!canvas?.width) return false;
    const { width, height } = canvas;
    const { data } = canvas.getContext('2d').getImageData(width - 40, 0, 40, height);
    return data.some((value, i) => i % 4 !== 3 && value > 200);
  });
