/** What a page finds in a browser and a DOM alone does not give: storage, workers, a canvas, sizes. */
import '@vitest/web-worker';
import 'fake-indexeddb/auto';
import { cleanup } from '@testing-library/react';
import type { Recipe } from '@core/drills';
import { configure } from '@testing-library/dom';
import { readFileSync } from 'node:fs';
import { afterEach, vi } from 'vitest';

// Pixels are looked at in the browser tests; here a canvas only has to take what is drawn.
const context = new Proxy(
  {},
  {
    get: (_, name) =>
      name === 'createImageData' || name === 'getImageData'
        ? (width: number, height: number) => ({
            width,
            height,
            data: new Uint8ClampedArray(4 * width * height),
          })
        : () => ({ width: 0, addColorStop() {} }),
    set: () => true,
  },
);
HTMLCanvasElement.prototype.getContext = (() =>
  context) as unknown as HTMLCanvasElement['getContext'];

vi.stubGlobal(
  'Path2D',
  class {
    constructor() {
      return new Proxy(this, { get: () => () => {} });
    }
  },
);

/** A picture of the usual size. */
const BOX = { x: 0, y: 0, left: 0, top: 0, right: 800, bottom: 500, width: 800, height: 500 };
Element.prototype.getBoundingClientRect = () => ({ ...BOX, toJSON: () => BOX }) as DOMRect;
for (const [name, value] of [
  ['clientWidth', BOX.width],
  ['clientHeight', BOX.height],
  ['offsetWidth', BOX.width],
  ['offsetHeight', BOX.height],
] as const) {
  Object.defineProperty(HTMLElement.prototype, name, { configurable: true, get: () => value });
}
Element.prototype.scrollIntoView = () => {};
Element.prototype.hasPointerCapture = () => false;
Element.prototype.setPointerCapture = () => {};
Element.prototype.releasePointerCapture = () => {};

// No server stands behind these tests: the library starts empty.
vi.stubGlobal('fetch', (path: string) =>
  Promise.resolve(
    String(path).endsWith('screens.json')
      ? new Response('[]', { headers: { 'Content-Type': 'application/json' } })
      : new Response(null, { status: 404 }),
  ),
);

// Sounding takes its time, on a busy machine more of it.
configure({ asyncUtilTimeout: 10_000 });

// The colours that drawings ask the page for.
const [, root] = /:root \{([^}]*)\}/.exec(readFileSync('src/styles/global.css', 'utf8'))!;
for (const [, name, value] of root.matchAll(/(--[\w-]+): ([^;]+);/g)) {
  document.documentElement.style.setProperty(name, value);
}

// A screen that a test knows already is not sounded again.
vi.mock('@/workers/drillsClient', async (original) => ({
  ...(await original<typeof import('@/workers/drillsClient')>()),
  soundScreen: async (recipe: Recipe) =>
    (await import('../fixtures/questions')).shippedScreen(recipe),
}));

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});
