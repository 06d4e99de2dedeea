import { type Remote, wrap } from 'comlink';
import type { LibraryWork } from './library.worker';
import type { NetcdfWork } from './netcdf.worker';

const libraryWorker = () =>
  new Worker(new URL('./library.worker.ts', import.meta.url), { type: 'module' });
const netcdfWorker = () =>
  new Worker(new URL('./netcdf.worker.ts', import.meta.url), { type: 'module' });

let running: Remote<LibraryWork> | null = null;

/** The library's worker for what it made itself: thumbnails, cells of stored pictures. One a page. */
export function libraryWork(): Remote<LibraryWork> {
  running ??= wrap<LibraryWork>(libraryWorker());
  return running;
}

/** Longest that a file from outside may be worked on. */
const LIMIT_MS = 60_000;

/** The work took too long, or was given up. */
export class WorkStopped extends Error {}

async function within<Work, T>(
  worker: Worker,
  run: (work: Remote<Work>) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    const stopped = new Promise<never>((_, reject) => {
      timer = setTimeout(
        () => reject(new WorkStopped(`it took longer than ${LIMIT_MS / 1000} seconds to read`)),
        LIMIT_MS,
      );
      signal?.addEventListener('abort', () => reject(new WorkStopped('it was given up')));
      worker.addEventListener('error', (event) =>
        reject(
          new WorkStopped(`reading it failed (${event.message || 'the worker could not start'})`),
        ),
      );
    });
    return await Promise.race([run(wrap<Work>(worker)), stopped]);
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
}

/** Works on a file from outside in a worker of its own, which ends with it, done or not. */
export const withLibraryWork = <T>(
  run: (work: Remote<LibraryWork>) => Promise<T>,
  signal?: AbortSignal,
) => within<LibraryWork, T>(libraryWorker(), run, signal);

export const withNetcdfWork = <T>(
  run: (work: Remote<NetcdfWork>) => Promise<T>,
  signal?: AbortSignal,
) => within<NetcdfWork, T>(netcdfWorker(), run, signal);
