import { availableParallelism } from 'node:os';
import type { SoundingRequest } from '@core/sounding';
import Piscina from 'piscina';
import threadUrl from 'virtual:sounding-thread';
import answerText from './soundingThread';

/** Longest that one request may take, queueing left out. */
export const TIME_LIMIT_MS = 30_000;
const IDLE_MS = 20_000;

let pool: Piscina | null = null;

/** One thread a core, begun when needed, ended when idle. */
function threads(url: string): Piscina {
  pool ??= new Piscina({
    filename: url,
    minThreads: 0,
    maxThreads: availableParallelism(),
    idleTimeout: IDLE_MS,
    concurrentTasksPerWorker: 1,
  });
  return pool;
}

export class TooSlowError extends Error {}

/**
 * The answer to a request as JSON, computed in a worker thread; in `npm run dev`, which has no bundle
 * for threads, on the spot. Aborting ends the thread, not only the wait.
 * @throws TooSlowError when it takes longer than the limit; an AbortError when aborted
 */
export async function soundInThread(
  request: SoundingRequest,
  signal: AbortSignal,
): Promise<string> {
  if (threadUrl === null) return answerText(request);
  const tooSlow = AbortSignal.timeout(TIME_LIMIT_MS);
  try {
    return (await threads(threadUrl).run(request, {
      signal: AbortSignal.any([signal, tooSlow]),
    })) as string;
  } catch (error) {
    if (tooSlow.aborted && !signal.aborted) throw new TooSlowError();
    throw error;
  }
}
