import type { ApiFault } from '@core/formats';

/** Longest body that is read, bytes: a depth grid of 250,000 nodes fits. */
const BODY_LIMIT_BYTES = 4_000_000;

/** A fault in the one shape all endpoints use. */
export function faultReply(status: number, issues: ApiFault['issues']): Response {
  return Response.json({ error: REASONS[status] ?? 'failed', issues }, { status });
}

const REASONS: Record<number, string> = {
  400: 'invalid',
  403: 'notYours',
  404: 'notFound',
  409: 'tooLate',
  413: 'tooLarge',
  422: 'tooSlow',
  429: 'tooOften',
  503: 'busy',
};

const RETRY_AFTER_S = 10;

/** Too much is asked at once; when to ask again. */
export function busyReply(message: string): Response {
  const reply = faultReply(503, [
    { path: '', message: `${message}; ask again in ${RETRY_AFTER_S} s` },
  ]);
  reply.headers.set('Retry-After', String(RETRY_AFTER_S));
  return reply;
}

/** The body whole, or the reply that says what is wrong with it. */
export async function readBytes(
  request: Request,
  limitBytes: number,
): Promise<{ bytes: Uint8Array } | { reply: Response }> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    length += value.length;
    if (length > limitBytes) {
      await reader.cancel();
      const message = `the body is longer than ${limitBytes} bytes`;
      return { reply: faultReply(413, [{ path: '', message }]) };
    }
    chunks.push(value);
  }
  return { bytes: Buffer.concat(chunks) };
}

/** The body as JSON, or the reply that says what is wrong with it. */
export async function readJson(request: Request): Promise<{ json: unknown } | { reply: Response }> {
  const body = await readBytes(request, BODY_LIMIT_BYTES);
  if ('reply' in body) return body;
  try {
    return { json: JSON.parse(Buffer.from(body.bytes).toString('utf8')) };
  } catch {
    return { reply: faultReply(400, [{ path: '', message: 'the body is not JSON' }]) };
  }
}
