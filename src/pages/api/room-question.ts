import { apiIssues, MOST_QUESTION_BYTES, roomKeySchema, roomQuestionSchema } from '@core/formats';
import type { APIRoute } from 'astro';
import { faultReply, readBytes } from '@/server/replies';
import { replyOf, rooms } from '@/server/room';

export const prerender = false;

/** Puts a question up: a packed drill of one sealed question, as docs/files.md describes it. */
export const POST: APIRoute = async ({ request, url }) => {
  const read = roomKeySchema.safeParse(Object.fromEntries(url.searchParams));
  if (!read.success) return faultReply(400, apiIssues(read.error));
  const body = await readBytes(request, MOST_QUESTION_BYTES);
  if ('reply' in body) return body.reply;
  const { code, key } = read.data;
  return replyOf(() => Response.json({ round: rooms.ask(code, key, body.bytes) }));
};

/** The question that stands in the room. */
export const GET: APIRoute = ({ url }) => {
  const read = roomQuestionSchema.safeParse(Object.fromEntries(url.searchParams));
  if (!read.success) return faultReply(400, apiIssues(read.error));
  const { code, key, round } = read.data;
  return replyOf(() => {
    const bytes = rooms.question(code, key, round);
    return new Response(bytes as BodyInit, {
      headers: { 'Content-Type': 'application/zip', 'Cache-Control': 'no-store' },
    });
  });
};
