/** What a page finds in a browser and a DOM alone does not give: storage, workers, a canvas, sizes. */
import '@vitest/web-worker';
import 'fake-indexeddb/auto';
import { cleanup } from '@testing-library/react';
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

afterEach(cleanup);
