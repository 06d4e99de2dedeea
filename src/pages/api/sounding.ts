import { readSoundingRequest } from '@core/formats';
import type { APIRoute } from 'astro';
import { faultReply, readJson } from '@/server/replies';
import { soundInThread, TIME_LIMIT_MS, TooSlowError } from '@/server/soundingPool';

export const prerender = false;

export const POST: APIRoute = async ({ request }) => {
  const body = await readJson(request);
  if ('reply' in body) return body.reply;
  const sounding = readSoundingRequest(body.json);
  if (!sounding.ok) return faultReply(sounding.error.status, sounding.error.issues);
  try {
    const text = await soundInThread(sounding.value, request.signal);
    return new Response(text, { headers: { 'Content-Type': 'application/json' } });
  } catch (error) {
    if (!(error instanceof TooSlowError)) throw error;
    const message = `took longer than ${TIME_LIMIT_MS / 1000} s; ask for fewer pings`;
    return faultReply(422, [{ path: 'pass.pings', message }]);
  }
};
