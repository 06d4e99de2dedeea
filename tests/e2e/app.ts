/** What every test in the browser needs: a fresh workspace, a role, and a look at the echo's pixels. */
import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import {
  type Browser,
  type BrowserContext,
  expect,
  type Locator,
  type Page,
  test as base,
} from '@playwright/test';
import { kept } from './records';

/** Frames a second in tests: a machine without graphics would spend itself on drawing sixty. */
const FRAMES_PER_S = 10;

export const test = base.extend<object, { profile: BrowserContext }>({
  /** One profile a worker: scripts are fetched and compiled once. What a test stores goes after it. */
  profile: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport, contextOptions } = project.use;
      const profile = await browser.newContext({ baseURL, viewport, ...contextOptions });
      await profile.addInitScript((everyMs) => {
        window.requestAnimationFrame = (draw) =>
          window.setTimeout(() => draw(performance.now()), everyMs);
        window.cancelAnimationFrame = (id) => window.clearTimeout(id);
      }, 1000 / FRAMES_PER_S);
      await use(profile);
      await profile.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ profile, baseURL }, use) => {
    await use(profile);
    const page = await profile.newPage();
    for (const other of profile.pages()) if (other !== page) await other.close();
    const session = await profile.newCDPSession(page);
    await session.send('Storage.clearDataForOrigin', {
      origin: new URL(baseURL!).origin,
      storageTypes: 'cookies,local_storage,indexeddb,cache_storage',
    });
    await page.close();
  },
  // Nothing may go wrong unseen: errors of the page fail its test.
  page: async ({ page }, use) => {
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
    await use(page);
    expect(errors).toEqual([]);
  },
});
export { expect };

/** Of the demo library, as it was built. */
export const DEMO_SCREEN_COUNT = (
  JSON.parse(readFileSync('public/demo/screens.json', 'utf8')) as unknown[]
).length;

export type Role = 'I teach' | 'I learn';

/** First visit: waits for the demo data and answers the question. */
export async function firstVisit(page: Page, role: Role) {
  await page.goto('/');
  await page.getByRole('button', { name: role }).click();
  await expect(page.getByRole('button', { name: role })).toHaveCount(0);
}

/**
 * A workspace as the browser stores it, by store and key: { version, stores: { name: [key, value][] } }
 * as JSON, which travels faster than values. The demo screens come from the server.
 */
type Workspace = string;
const workspaces = new Map<Role, Promise<Workspace>>();

/** What a first visit leaves behind: made once a role, by a real one. */
async function workspaceOf(browser: Browser, baseURL: string, role: Role): Promise<Workspace> {
  const context = await browser.newContext({ baseURL });
  const page = await context.newPage();
  await firstVisit(page, role);
  // A page that is left at once may not have written its answer yet.
  const answer = role === 'I teach' ? 'teach' : 'learn';
  await kept(page, 'settings', 'settings', (settings) => settings.role === answer);
  await toEmptyPage(page);
  const workspace = await page.evaluate(async () => {
    const done = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(new Error('the workspace could not be read'));
      });
    const database = await done(indexedDB.open('wise-ripple'));
    // Screens come from the server, echoes and pictures when they are looked at.
    const fetched = ['screen', 'echo', 'thumbnail'];
    const stores: Record<string, [key: string, value: unknown][]> = {};
    for (const name of database.objectStoreNames) {
      const store = database.transaction(name).objectStore(name);
      const keys = (await done(store.getAllKeys())) as string[];
      const values = await done<unknown[]>(store.getAll());
      stores[name] = fetched.includes(name) ? [] : keys.map((key, i) => [key, values[i]]);
    }
    return JSON.stringify({ version: database.version, stores });
  });
  await context.close();
  return workspace;
}

/** A document of this origin that runs nothing. A page made by `route` would turn off the browser's cache. */
const toEmptyPage = (page: Page) => page.goto('/favicon.svg');

/** A workspace as a first visit leaves it, without the visit. */
export async function enter(page: Page, role: Role = 'I teach') {
  const context = page.context();
  await toEmptyPage(page);
  let made = workspaces.get(role);
  if (!made) {
    made = workspaceOf(context.browser()!, new URL(page.url()).origin, role);
    workspaces.set(role, made);
  }
  await page.evaluate(
    async (workspace) => {
      const { version, stores } = JSON.parse(workspace) as {
        version: number;
        stores: Record<string, [key: string, value: unknown][]>;
      };
      const reply = await fetch('/demo/screens.json');
      const screens = (await reply.json()) as { id: string }[];
      await new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('wise-ripple', version);
        opening.onerror = () => reject(new Error('the workspace could not be opened'));
        opening.onupgradeneeded = () => {
          for (const name of Object.keys(stores)) opening.result.createObjectStore(name);
        };
        opening.onsuccess = () => {
          const database = opening.result;
          const change = database.transaction(Object.keys(stores), 'readwrite');
          for (const [name, records] of Object.entries(stores)) {
            for (const [key, value] of records) change.objectStore(name).put(value, key);
          }
          for (const screen of screens) change.objectStore('screen').put(screen, screen.id);
          change.oncomplete = () => {
            database.close();
            resolve();
          };
          change.onerror = () => reject(new Error('the workspace could not be written'));
        };
      });
    },
    await made,
  );
}

/** The first picture of an echo, once it can be asked: until then clicks on it would find nothing. */
export const echo = (part: Page | Locator): Locator =>
  part.locator('[role="application"][aria-busy="false"]').first();

/** The bench with its history sounded. */
export async function openBench(page: Page, path = '/bench') {
  await page.goto(path);
  // A minute of history is sounded first; a machine that others use takes its time.
  await expect(page.getByTestId('readout-depth')).toHaveText(/\d/, { timeout: 60_000 });
  await expect(page.getByText(/Sounding…/)).toHaveCount(0, { timeout: 60_000 });
}

export async function freeze(page: Page) {
  await page.getByRole('button', { name: /Freeze/ }).click();
  await expect(page.getByText(/frozen/)).toBeVisible();
  // What was sent before is still heard after it, and drawn a frame later.
  await settled(page);
  await frames(page);
}

/** Mean brightness of a part of the echo (0–255), and a hash of all its pixels. */
export async function pixels(page: Page | Locator, part = { x: 0, y: 0, width: 1, height: 1 }) {
  return page
    .getByTestId('echo-canvas')
    .first()
    .evaluate((element, area) => {
      const canvas = element as HTMLCanvasElement;
      const { width, height } = canvas;
      const data = canvas
        .getContext('2d')!
        .getImageData(
          Math.floor(area.x * width),
          Math.floor(area.y * height),
          Math.max(1, Math.floor(area.width * width)),
          Math.max(1, Math.floor(area.height * height)),
        ).data;
      let sum = 0;
      let hash = 0;
      for (let i = 0; i < data.length; i += 4) {
        sum += data[i] + data[i + 1] + data[i + 2];
        hash = (Math.imul(hash, 31) + data[i] + 256 * data[i + 1] + 65536 * data[i + 2]) | 0;
      }
      return { mean: sum / (data.length * 0.75), hash };
    }, part);
}

/** Axe finds nothing, by the rules of WCAG 2.2 A and AA. */
export async function expectAccessible(page: Page) {
  const { violations } = await new AxeBuilder({ page })
    // No frames of other sites, so no page of its own for it; naming what passed takes longer than looking.
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  expect(
    violations.map(
      (violation) =>
        `${violation.id}: ${violation.nodes.map((node) => node.target.join(' ')).join(', ')}`,
    ),
  ).toEqual([]);
}

/** The chart or plan of the page, with its first contours drawn. */
export const chart = (page: Page): Locator =>
  page.getByRole('application', { name: /^(Chart|Plan) of/ });

/** Taps a chart at a share of its width and height. */
export async function tapChart(page: Page, across: number, down: number) {
  const box = (await chart(page).boundingBox())!;
  await page.mouse.click(box.x + across * box.width, box.y + down * box.height);
}

/** A stroke over a chart, by shares of its width and height. */
export async function dragChart(page: Page, ...points: [across: number, down: number][]) {
  const box = (await chart(page).boundingBox())!;
  const at = ([across, down]: [number, number]) =>
    [box.x + across * box.width, box.y + down * box.height] as const;
  await page.mouse.move(...at(points[0]));
  await page.mouse.down();
  for (const point of points.slice(1)) await page.mouse.move(...at(point), { steps: 6 });
  await page.mouse.up();
}

/** Types a value into a control and lets it take. */
export async function setNumber(page: Page, label: string, value: string) {
  const entry = page.getByLabel(`${label}, exact value`, { exact: true });
  await entry.fill(value);
  await entry.press('Enter');
}

/** The text of a file that a click makes the browser save. */
export async function savedFile(page: Page, click: () => Promise<void>) {
  const waiting = page.waitForEvent('download');
  await click();
  const download = await waiting;
  const chunks: Buffer[] = [];
  for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
  return { name: download.suggestedFilename(), bytes: Buffer.concat(chunks) };
}

/** One of the pictures on the bench. */
export const pane = (page: Page, name: string): Locator => page.getByTestId(`pane-${name}`);

/** Opens a tool under the pictures. */
export async function tool(page: Page, name: string) {
  await page.getByRole('tab', { name, exact: true }).click();
}

/** Some frames on: what would move by itself has moved, what follows an event has followed. */
export const frames = (page: Page, count = 3) =>
  page.evaluate(
    (wanted) =>
      new Promise<void>((resolve) => {
        let left = wanted;
        const next = () => (left-- > 0 ? requestAnimationFrame(next) : resolve());
        next();
      }),
    count,
  );

/** Nothing waits to be sounded, and nothing is being sounded any more. */
export async function settled(page: Page) {
  await expect(page.locator('[data-settled]')).toHaveAttribute('data-settled', 'true', {
    timeout: 60_000,
  });
}

/** Chooses one of the shipped layouts. */
export async function layout(page: Page, name: string) {
  await tool(page, 'Views');
  await page.getByRole('button', { name, exact: true }).click();
  await settled(page);
}

/** Clicks a picture at a share of its width and height. */
export async function tapPane(page: Page, name: string, across: number, down: number) {
  const box = (await echo(pane(page, name)).boundingBox())!;
  await page.mouse.click(box.x + across * box.width, box.y + down * box.height);
}

/** Shows the controls behind “More” of a group. */
export async function more(page: Page) {
  for (const summary of await page.locator('aside summary').all()) await summary.click();
}
