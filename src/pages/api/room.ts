import { apiIssues, roomActSchema, roomKeySchema } from '@core/formats';
import type { APIRoute } from 'astro';
import { faultReply, readJson } from '@/server/replies';
import { localAddresses, replyOf, rooms } from '@/server/room';

export const prerender = false;

const DONE = () => Response.json({});
/** A page that is gone is noticed when it is written to. */
const BEAT_EVERY_MS = 15_000;
/** Who leaves so many states unread is let go, and comes again. */
const MOST_UNREAD = 400;

/** An act in a room: docs/api.md lists them. */
export const POST: APIRoute = async ({ request, url, clientAddress }) => {
  const body = await readJson(request);
  if ('reply' in body) return body.reply;
  const read = roomActSchema.safeParse(body.json);
  if (!read.success) return faultReply(400, apiIssues(read.error));
  const act = read.data;
  return replyOf(() => {
    switch (act.act) {
      case 'open':
        return Response.json({ ...rooms.open(), addresses: localAddresses(url.port) });
      case 'join':
        return Response.json({ key: rooms.join(act.code, act.alias, clientAddress) });
      case 'answer':
        rooms.answer(act.code, act.key, act.round, act.answer);
        return DONE();
      case 'close':
        rooms.close(act.code, act.key);
        return DONE();
      case 'show':
        rooms.show(act.code, act.key, act.truth);
        return DONE();
      case 'end':
        rooms.end(act.code, act.key);
        return DONE();
    }
  });
};

/** Server-sent events: `state` whenever it changes, and to who opened the room each `answer`. */
export const GET: APIRoute = ({ url }) => {
  const read = roomKeySchema.safeParse(Object.fromEntries(url.searchParams));
  if (!read.success) return faultReply(400, apiIssues(read.error));
  const { code, key } = read.data;
  return replyOf(() => {
    const encoder = new TextEncoder();
    let stop = () => {};
    let beat: ReturnType<typeof setInterval> | undefined;
    const leave = () => {
      clearInterval(beat);
      stop();
    };
    const waiting: string[] = [];
    let write = (text: string) => void waiting.push(text);
    // Refused before anything is sent, or not at all.
    stop = rooms.listen(code, key, (event, data) =>
      write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
    );
    const events = new ReadableStream<Uint8Array>({
      start(controller) {
        write = (text) => {
          if ((controller.desiredSize ?? 0) < -MOST_UNREAD) {
            leave();
            controller.error(new Error('too many events were left unread'));
            return;
          }
          controller.enqueue(encoder.encode(text));
        };
        for (const text of waiting) write(text);
        beat = setInterval(() => write(':\n\n'), BEAT_EVERY_MS);
      },
      cancel: leave,
    });
    return new Response(events, {
      headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' },
    });
  });
};
