import { type ApiFault, apiIssues } from '@core/formats';
import type { APIRoute } from 'astro';
import pLimit from 'p-limit';
import { z } from 'zod';
import { busyReply, faultReply, readJson } from '@/server/replies';
import { isBusy, soundInThread, TIME_LIMIT_MS, TooSlowError } from '@/server/threads';

export const prerender = false;

const MAX_REQUESTS = 500;
const batchSchema = z.object({ requests: z.array(z.unknown()).min(1).max(MAX_REQUESTS) });
/** Batches at a time, and how many requests of each are on their way to the threads: others get their turn between. */
const MAX_BATCHES = 8;
const LANES = 2;
let batches = 0;

/**
 * A batch, answered line by line as each screen is done: in the order in which they are finished, each
 * with its index. Closing the connection ends the threads at work.
 */
export const POST: APIRoute = async ({ request }) => {
  if (isBusy() || batches >= MAX_BATCHES) return busyReply('too many batches are at work');
  const body = await readJson(request);
  if ('reply' in body) return body.reply;
  const batch = batchSchema.safeParse(body.json);
  if (!batch.success) return faultReply(400, apiIssues(batch.error));
  const { requests } = batch.data;
  const total = requests.length;
  const closed = new AbortController();
  const encoder = new TextEncoder();

  const lines = new ReadableStream<Uint8Array>({
    async start(controller) {
      let done = 0;
      const write = (line: string) => {
        if (!closed.signal.aborted) controller.enqueue(encoder.encode(`${line}\n`));
      };
      const problem = (index: number, status: number, issues: ApiFault['issues']) =>
        write(JSON.stringify({ type: 'error', index, done: ++done, total, status, issues }));
      const sound = async (raw: unknown, index: number) => {
        if (closed.signal.aborted) return;
        try {
          const sounded = await soundInThread(raw, closed.signal);
          if ('fault' in sounded) {
            problem(index, sounded.fault.status, sounded.fault.issues);
            return;
          }
          done++;
          write(
            `{"type":"screen","index":${index},"done":${done},"total":${total},"screen":${sounded.text}}`,
          );
        } catch (error) {
          if (closed.signal.aborted) return;
          const isSlow = error instanceof TooSlowError;
          const message = isSlow
            ? `took longer than ${TIME_LIMIT_MS / 1000} s of computing; ask for fewer pings`
            : 'could not be sounded';
          problem(index, isSlow ? 422 : 500, [{ path: '', message }]);
        }
      };
      const lane = pLimit(LANES);
      batches++;
      try {
        await lane.map(requests, sound);
        write(JSON.stringify({ type: 'end', done, total }));
        if (!closed.signal.aborted) controller.close();
      } finally {
        batches--;
      }
    },
    cancel: () => closed.abort(),
  });
  return new Response(lines, {
    headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' },
  });
};
