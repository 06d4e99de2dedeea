// What a user waits for in the browser: page weight and time to the first echo.
import { chromium } from '@playwright/test';
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
  } finally {
    await browser.close();
    server.stop();
  }
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
