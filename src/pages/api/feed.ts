import { apiIssues } from '@core/formats';
import type { APIRoute } from 'astro';
import { type FeedMessage, feedQuerySchema } from '@/server/feedSource';
import { busyReply, faultReply } from '@/server/replies';
import { areFeedsFull, feedFromThread } from '@/server/threads';

export const prerender = false;

/** Who leaves so many events unread is let go. */
const MOST_UNREAD = 5000;

/**
 * Server-sent events, `nmea` with one sentence each and `ping` with levels in hundredths of dB (16-bit, little-endian,
 * base64), at the pace of the pass.
 */
export const GET: APIRoute = async ({ url }) => {
  const query = feedQuerySchema.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) return faultReply(400, apiIssues(query.error));
  if (areFeedsFull()) return busyReply('as many feeds as there may be are listened to already');
  const gone = new AbortController();
  const encoder = new TextEncoder();
  const waiting: FeedMessage[] = [];
  let onMessage: (message: FeedMessage) => void = (message) => waiting.push(message);
  const ended = feedFromThread(query.data, (message) => onMessage(message), gone.signal);
  // The first message says whether there will be more.
  await Promise.race([
    ended,
    new Promise<void>((resolve) => {
      onMessage = (message) => {
        waiting.push(message);
        resolve();
      };
    }),
  ]);
  const [begun] = waiting;
  if (begun && 'fault' in begun) return faultReply(begun.fault.status, begun.fault.issues);

  const events = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (message: FeedMessage) => {
        if ('fault' in message || gone.signal.aborted) return;
        const [event, data] = message;
        controller.enqueue(encoder.encode(`event: ${event}\ndata: ${data}\n\n`));
        if ((controller.desiredSize ?? 0) < -MOST_UNREAD) {
          gone.abort();
          controller.error(new Error('too many events were left unread'));
        }
      };
      for (const message of waiting) send(message);
      onMessage = send;
      void ended.then(
        () => gone.signal.aborted || controller.close(),
        (error: unknown) => controller.error(error),
      );
    },
    cancel: () => gone.abort(),
  });
  return new Response(events, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' },
  });
};
