/** A file from outside costs no more than the worker that reads it. */
import { type Remote, wrap } from 'comlink';

/** Longest that a file from outside may be worked on. */
const LIMIT_S = 60;

/** The work took too long, or was given up. */
class WorkStopped extends Error {}

/**
 * Runs work in a worker of its own, which ends with it, done or not.
 * @throws with a reason in words, where it took too long, was given up, or ended by a fault
 */
export async function within<Work, T>(
  worker: Worker,
  run: (work: Remote<Work>) => Promise<T>,
  signal?: AbortSignal,
  limitS = LIMIT_S,
): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    const stopped = new Promise<never>((_, reject) => {
      timer = setTimeout(
        () => reject(new WorkStopped(`it took longer than ${limitS} seconds to read`)),
        1000 * limitS,
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
