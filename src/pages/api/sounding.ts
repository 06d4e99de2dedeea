import type { APIRoute } from 'astro';
import { busyReply, faultReply, readJson } from '@/server/replies';
import { isBusy, soundInThread, TIME_LIMIT_MS, TooSlowError } from '@/server/threads';

export const prerender = false;

export const POST: APIRoute = async ({ request }) => {
  if (isBusy()) return busyReply('too many soundings are waiting');
  const body = await readJson(request);
  if ('reply' in body) return body.reply;
  try {
    const sounded = await soundInThread(body.json, request.signal);
    if ('fault' in sounded) return faultReply(sounded.fault.status, sounded.fault.issues);
    return new Response(sounded.text, { headers: { 'Content-Type': 'application/json' } });
  } catch (error) {
    if (!(error instanceof TooSlowError)) throw error;
    const message = `took longer than ${TIME_LIMIT_MS / 1000} s of computing; ask for fewer pings`;
    return faultReply(422, [{ path: 'pass.pings', message }]);
  }
};
