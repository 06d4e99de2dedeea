/**
 * The browser is killed at writes, again and again, over one profile: what was stored is there afterwards, and a file is
 * taken whole or not at all. `npm run test:long`; KILLS says how often.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, type Page, test } from '@playwright/test';
import { writeWorkspace } from '../../core/formats';
import { newRecord } from '../../core/records';
import { BROWSER_ARGS, CHROMIUM } from '../../scripts/lib/browser.mjs';
import { demoScreen } from '../fixtures/screens';

const KILLS = Number(process.env.KILLS ?? 200);
const IN_A_FILE = 40;
/** A kill falls anywhere from before the first write to after the last: up to so many times what a file takes. */
const LATEST = 1.2;

interface Running {
  page: Page;
  kill: () => Promise<void>;
}

/** A browser over a profile, in a process of its own that can be ended from one moment to the next. */
async function launch(profile: string): Promise<Running> {
  const browserProcess: ChildProcess = spawn(
    CHROMIUM,
    [...BROWSER_ARGS, `--user-data-dir=${profile}`, '--remote-debugging-port=0', 'about:blank'],
    // A group of its own: its helpers are ended with it.
    { stdio: ['ignore', 'ignore', 'pipe'], detached: true },
  );
  const endpoint = await new Promise<string>((resolve, reject) => {
    let said = '';
    browserProcess.stderr!.on('data', (part: Buffer) => {
      said += String(part);
      const found = /DevTools listening on (ws:\S+)/.exec(said)?.[1];
      if (found) resolve(found);
    });
    browserProcess.on('exit', () => reject(new Error(`the browser ended: ${said}`)));
  });
  const browser = await chromium.connectOverCDP(endpoint);
  const [context] = browser.contexts();
  const page = context.pages()[0] ?? (await context.newPage());
  const ended = new Promise<void>((resolve) => browserProcess.on('exit', () => resolve()));
  return {
    page,
    kill: async () => {
      if (browserProcess.exitCode === null && browserProcess.signalCode === null) {
        process.kill(-browserProcess.pid!, 'SIGKILL');
        await ended;
      }
      await browser.close().catch(() => undefined);
    },
  };
}

/** A file of many small records and one screen with its echo. */
function fileOf(round: number): Buffer {
  const { record, echo } = demoScreen('demo-slope');
  const id = `killed-${round}`;
  const collections = Array.from({ length: IN_A_FILE }, (_, i) => ({
    ...newRecord('collection', `${id}-${i}`, 1000),
    ...{ name: `Round ${round}`, note: 'x'.repeat(200), screenIds: [id] },
  }));
  const screen = { ...record, id, echoId: id, name: `Round ${round}` };
  return Buffer.from(
    writeWorkspace(
      { records: [...collections, screen], echoes: new Map([[id, echo]]) },
      '2026-01-01T00:00:00.000Z',
    ),
  );
}

const take = (page: Page, round: number) =>
  page.getByLabel('Backup file').setInputFiles({
    ...{ name: 'round.zip', mimeType: 'application/zip' },
    buffer: fileOf(round),
  });

/** What is stored of a round, and the units last chosen. */
const storedOf = (page: Page, round: number) =>
  page.evaluate(async (id) => {
    const done = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(new Error('not read'));
      });
    const database = await done(indexedDB.open('wise-ripple'));
    // A table is made when it is first written to.
    const keys = async (store: string) =>
      database.objectStoreNames.contains(store)
        ? ((await done(database.transaction(store).objectStore(store).getAllKeys())) as string[])
        : [];
    const own = (all: string[]) => all.filter((key) => key === id || key.startsWith(`${id}-`));
    const stored = {
      collections: own(await keys('collection')).length,
      screens: own(await keys('screen')).length,
      echoes: own(await keys('echo')).length,
      units: (
        (await done(database.transaction('settings').objectStore('settings').get('settings'))) as {
          units: string;
        }
      ).units,
    };
    database.close();
    return stored;
  }, `killed-${round}`);

test('nothing that was stored is lost, and no file is half taken', async ({ baseURL }) => {
  test.setTimeout(60_000 + 30_000 * KILLS);
  const profile = mkdtempSync(join(tmpdir(), 'wise-ripple-kill-'));
  let whole = 0;
  let running = await launch(profile);
  try {
    await running.page.goto(baseURL!);
    await running.page.getByRole('button', { name: 'I teach' }).click();
    await expect(running.page.getByRole('button', { name: 'I teach' })).toHaveCount(0);
    await running.page.goto(`${baseURL}/settings`);
    await take(running.page, KILLS);
    await expect(running.page.getByText(/^Brought back/)).toBeVisible();
    const begunMs = Date.now();
    await take(running.page, KILLS + 1);
    await expect
      .poll(async () => (await storedOf(running.page, KILLS + 1)).collections, { intervals: [20] })
      .toBe(IN_A_FILE);
    const tookMs = Date.now() - begunMs;
    for (let round = 0; round < KILLS; round++) {
      const units = round % 2 === 0 ? 'imperial' : 'metric';
      const { page, kill } = running;
      await page.goto(`${baseURL}/settings`);
      await page
        .getByRole('radio', { name: units === 'metric' ? 'm, km/h, °C' : 'ft, mph, °F' })
        .click();
      await expect.poll(async () => (await storedOf(page, round)).units).toBe(units);
      await take(page, round);
      await page.waitForTimeout((LATEST * tookMs * ((7 * round) % KILLS)) / KILLS);
      await kill();
      running = await launch(profile);
      await running.page.goto(`${baseURL}/favicon.svg`);
      const stored = await storedOf(running.page, round);
      const isWhole = stored.collections > 0;
      if (isWhole) whole++;
      expect(stored, `round ${round}`).toEqual({
        collections: isWhole ? IN_A_FILE : 0,
        screens: isWhole ? 1 : 0,
        echoes: isWhole ? 1 : 0,
        units,
      });
    }
    // Some fell before the file was stored and some after, or nothing was aimed at.
    console.log(`${KILLS} kills: ${whole} files whole, ${KILLS - whole} not at all`);
    expect(whole).toBeGreaterThan(0);
    expect(whole).toBeLessThan(KILLS);
  } finally {
    await running.kill();
    rmSync(profile, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 });
  }
});
