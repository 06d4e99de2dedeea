/**
 * The server's worker threads: what takes computing never runs where answers are given. Each limit counts work and not
 * waiting, and each queue has an end.
 */
import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import pLimit from 'p-limit';
import Piscina from 'piscina';
import threadUrl from 'virtual:sounding-thread';
import { type FeedMessage, type FeedQuery, runFeed } from './feedSource';
import soundHere, { type Sounded } from './soundingThread';

/** Longest that one request may take in its thread, waiting for one left out. */
export const TIME_LIMIT_MS = 30_000;
/** Requests that may wait for a thread; a batch has no more than a few among them. */
const MAX_WAITING = 64;
/** Listeners at a time. */
const MAX_FEEDS = 24;
const IDLE_MS = 20_000;
const THREADS = availableParallelism();
const FEED_THREADS = Math.max(1, Math.floor(THREADS / 2));

const limit = pLimit(THREADS);
let soundings: Piscina | null = null;
let feeds: Piscina | null = null;
let feedCount = 0;

/** Begun when needed, ended when idle. */
const newPool = (url: string, maxThreads: number, tasksAThread: number) =>
  new Piscina({
    filename: url,
    minThreads: 0,
    maxThreads,
    idleTimeout: IDLE_MS,
    concurrentTasksPerWorker: tasksAThread,
  });

export class TooSlowError extends Error {}

/** So many wait already that one more is better told to come again. */
export const isBusy = () => limit.pendingCount >= MAX_WAITING;

/**
 * The answer to a request of any shape, checked and computed in a worker thread; in `npm run dev`, which has no bundle
 * for threads, on the spot. Aborting ends the thread, not only the wait.
 * @throws TooSlowError when it takes longer than the limit; an AbortError when aborted
 */
export async function soundInThread(raw: unknown, signal: AbortSignal): Promise<Sounded> {
  if (threadUrl === null) return soundHere(raw);
  const url = threadUrl;
  return limit(async () => {
    signal.throwIfAborted();
    const tooSlow = AbortSignal.timeout(TIME_LIMIT_MS);
    try {
      soundings ??= newPool(url, THREADS, 1);
      return (await soundings.run(raw, { signal: AbortSignal.any([signal, tooSlow]) })) as Sounded;
    } catch (error) {
      if (tooSlow.aborted && !signal.aborted) throw new TooSlowError();
      throw error;
    }
  });
}

export const areFeedsFull = () => feedCount >= MAX_FEEDS;

/** Runs a feed until it ends or `signal` says that its listener has gone. */
export async function feedFromThread(
  query: FeedQuery,
  onMessage: (message: FeedMessage) => void,
  signal: AbortSignal,
): Promise<void> {
  feedCount++;
  const { port1: own, port2: port } = new MessageChannel();
  try {
    if (threadUrl === null) {
      await runFeed(query, onMessage, signal);
      return;
    }
    feeds ??= newPool(threadUrl, FEED_THREADS, Math.ceil(MAX_FEEDS / FEED_THREADS));
    own.on('message', onMessage);
    signal.addEventListener('abort', () => own.close(), { once: true });
    const closed = new Promise((resolve) => own.once('close', resolve));
    await feeds.run({ query, port }, { name: 'feed', transferList: [port] });
    // What was sent last is still on its way when the thread has done.
    await closed;
  } finally {
    own.close();
    feedCount--;
  }
}
