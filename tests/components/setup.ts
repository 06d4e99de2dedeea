/** What a page finds in a browser and a DOM alone does not give: storage, workers, a canvas, sizes. */
import 'fake-indexeddb/auto';
import { cleanup } from '@testing-library/react';
import type { GeneratorInput, GeneratorStep, Recipe } from '@core/drills';
import { configure } from '@testing-library/dom';
import { readFileSync } from 'node:fs';
import { threadId } from 'node:worker_threads';
import { afterEach, vi } from 'vitest';
import type { ToSoundingWorker } from '@/workers/soundingProtocol';
import { createSoundingService } from '@/workers/soundingService';

// The store of these tests copies whole waters at every look, and the engine is slow over lists that it copied.
const copyByEngine = globalThis.structuredClone;
function quickCopy<T>(value: T): T {
  if (typeof value === 'function') return copyByEngine(value);
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(quickCopy) as T;
  if (Object.getPrototypeOf(value) !== Object.prototype) return copyByEngine(value);
  return Object.fromEntries(
    Object.entries(value).map(([key, item]) => [key, quickCopy(item)]),
  ) as T;
}
if (copyByEngine.name !== quickCopy.name) globalThis.structuredClone = quickCopy;

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

// The threads of a test run would hear one another's channels; the windows of a test are in one thread.
const Channel = globalThis.BroadcastChannel;
if (Channel.name !== 'ThreadChannel') {
  globalThis.BroadcastChannel = class ThreadChannel extends Channel {
    constructor(name: string) {
      super(`${name}, thread ${threadId}`);
    }
  };
}

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
    String(path).startsWith('/demo/')
      ? new Response('[]', { headers: { 'Content-Type': 'application/json' } })
      : new Response(null, { status: 404 }),
  ),
);

// Far beyond any good run, also where the machine is lent to others for minutes: time proves nothing.
configure({ asyncUtilTimeout: 60_000 });

// The colours that drawings ask the page for.
const [, root] = /:root \{([^}]*)\}/.exec(readFileSync('src/styles/global.css', 'utf8'))!;
for (const [, name, value] of root.matchAll(/(--[\w-]+): ([^;]+);/g)) {
  document.documentElement.style.setProperty(name, value);
}

// What runs in workers runs at once; a screen that a test knows already is not sounded again.
vi.mock('@/workers/drillsClient', async () => {
  const { generateItems, hadItBeen } = await import('@core/drills');
  const { shippedScreen } = await import('../fixtures/questions');
  return {
    soundScreen: (recipe: Recipe) => Promise.resolve(shippedScreen(recipe)),
    soundInstead: (...input: Parameters<typeof hadItBeen>) => Promise.resolve(hadItBeen(...input)),
    makeQuestions: async (
      input: GeneratorInput,
      onStep: (step: GeneratorStep) => void,
      signal?: AbortSignal,
    ) => {
      for (const step of generateItems(input)) {
        onStep(step);
        await Promise.resolve();
        if (signal?.aborted) return;
      }
    },
  };
});
vi.mock('@/workers/chartClient', async () => {
  const work = {
    ...(await import('@core/builder')),
    ...(await import('@core/chart')),
    ...(await import('@core/planning')),
  } as unknown as Record<string, (...input: unknown[]) => unknown>;
  const later = new Proxy(work, {
    get:
      (target, name: string) =>
      (...input: unknown[]) =>
        Promise.resolve().then(() => target[name](...input)),
  });
  return { chartWork: () => later, cancelChartWork: () => {} };
});
vi.mock('@/workers/notesClient', async () => {
  const { readDepthFile } = await import('@core/formats/depthFile');
  const { readChartFile } = await import('@core/formats');
  return { readDepths: readDepthFile, readNotesFile: readChartFile };
});
vi.mock('@/workers/libraryClient', async () => {
  const formats = await import('@core/formats');
  return {
    readCsvFile: (text: string) => Promise.resolve(formats.readLevelsCsv(text)),
    readWorkspaceFile: (bytes: Uint8Array) => Promise.resolve(formats.readWorkspace(bytes)),
    writeWorkspaceFile: (...input: Parameters<typeof formats.writeWorkspace>) =>
      Promise.resolve(formats.writeWorkspace(...input)),
    libraryWork: () => ({ thumbnail: () => Promise.resolve({ ok: false, error: 'no canvas' }) }),
  };
});
/** The sounding worker, which is the only one that is begun by itself. */
class SoundingWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  private readonly receive = createSoundingService(
    (data) => queueMicrotask(() => this.onmessage?.({ data })),
    (task) => setTimeout(task, 0),
  );
  postMessage(data: ToSoundingWorker) {
    this.receive(data);
  }
  terminate() {
    this.onmessage = null;
  }
}
vi.stubGlobal('Worker', SoundingWorker);

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});
