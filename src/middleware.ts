import type { MiddlewareHandler } from 'astro';
import { faultReply } from '@/server/replies';

/** A program is told in the API's own shape also of what was not foreseen, and nothing of the server's inside. */
export const onRequest: MiddlewareHandler = async ({ url }, next) => {
  if (!url.pathname.startsWith('/api/')) return next();
  try {
    return await next();
  } catch (failure) {
    console.error(`${url.pathname}:`, failure);
    return faultReply(500, [
      { path: '', message: 'the server failed at this; it has been written to its log' },
    ]);
  }
};
