import { readSoundingRequest, apiIssues } from '@core/formats';
import type { APIRoute } from 'astro';
import { z } from 'zod';
import { faultReply, readJson } from '@/server/replies';
import { soundInThread, TIME_LIMIT_MS, TooSlowError } from '@/server/soundingPool';

export const prerender = false;

const MAX_REQUESTS = 500;
const batchSchema = z.object({ requests: z.array(z.unknown()).min(1).max(MAX_REQUESTS) });

/**
 * A batch, answered line by line as each screen is done: in the order in which they are finished, each
 * with its index. Closing the connection ends the threads at work.
 */
export const POST: APIRoute = async ({ request }) => {
  const body = await readJson(request);
  if ('reply' in body) return body.reply;
  const batch = batchSchema.safeParse(body.json);
  if (!batch.success) return faultReply(400, apiIssues(batch.error));
  const { requests } = batch.data;
  const total = requests.length;
  const closed = new AbortController();
  const encoder = new TextEncoder();

  const lines = new ReadableStream<Uint8Array>({
    start(controller) {
      let done = 0;
      const write = (line: string) => {
        if (!closed.signal.aborted) controller.enqueue(encoder.encode(`${line}\n`));
      };
      const problem = (
        index: number,
        status: number,
        issues: { path: string; message: string }[],
      ) => write(JSON.stringify({ type: 'error', index, done: ++done, total, status, issues }));
      const sound = async (raw: unknown, index: number) => {
        const sounding = readSoundingRequest(raw);
        if (!sounding.ok) {
          problem(index, sounding.error.status, sounding.error.issues);
          return;
        }
        try {
          const text = await soundInThread(sounding.value, closed.signal);
          done++;
          write(
            `{"type":"screen","index":${index},"done":${done},"total":${total},"screen":${text}}`,
          );
        } catch (error) {
          if (closed.signal.aborted) return;
          const message =
            error instanceof TooSlowError
              ? `took longer than ${TIME_LIMIT_MS / 1000} s`
              : String(error);
          problem(index, error instanceof TooSlowError ? 422 : 500, [{ path: '', message }]);
        }
      };
      void Promise.all(requests.map(sound)).then(() => {
        write(JSON.stringify({ type: 'end', done, total }));
        if (!closed.signal.aborted) controller.close();
      });
    },
    cancel() {
      closed.abort();
    },
  });
  return new Response(lines, {
    headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' },
  });
};
