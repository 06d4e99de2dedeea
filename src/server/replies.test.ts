import { describe, expect, it } from 'vitest';
import { faultReply, readJson } from './replies';

const request = (body: BodyInit | null) =>
  new Request('http://localhost/api', { method: 'POST', body, duplex: 'half' } as RequestInit);
const replyOf = async (body: BodyInit | null) => {
  const read = await readJson(request(body));
  if ('json' in read) throw new Error('it was read');
  return { status: read.reply.status, ...((await read.reply.json()) as object) };
};

describe('a body', () => {
  it('is read as JSON, in whatever pieces it comes', async () => {
    const bytes = new TextEncoder().encode(JSON.stringify({ name: 'Ålviken', depths: [1, 2.5] }));
    // Cut inside the letter of two bytes.
    const cut = bytes.indexOf(0xc3) + 1;
    const pieces = new ReadableStream({
      start(controller) {
        controller.enqueue(bytes.slice(0, cut));
        controller.enqueue(bytes.slice(cut));
        controller.close();
      },
    });
    expect(await readJson(request(pieces))).toEqual({
      json: { name: 'Ålviken', depths: [1, 2.5] },
    });
  });

  it.each([
    ['nothing', null],
    ['no JSON', '{"depth": 4,'],
    ['words', 'sound this'],
  ])('of %s is refused in words', async (_, body) => {
    expect(await replyOf(body)).toEqual({
      status: 400,
      error: 'invalid',
      issues: [{ path: '', message: 'the body is not JSON' }],
    });
  });

  it('that is too long is cut off, not read to its end', async () => {
    let asked = 0;
    const endless = new ReadableStream({
      pull(controller) {
        asked++;
        controller.enqueue(new Uint8Array(1_000_000).fill(0x20));
      },
    });
    const reply = await replyOf(endless);
    expect(reply).toMatchObject({ status: 413, error: 'tooLarge' });
    expect(asked).toBeLessThan(10);
  });
});

describe('a fault', () => {
  it('has one shape, and its reason by status', async () => {
    const issues = [{ path: 'sounder.rangeM', message: 'must be at most 300' }];
    for (const [status, error] of [
      [400, 'invalid'],
      [413, 'tooLarge'],
      [422, 'tooSlow'],
      [500, 'failed'],
    ] as const) {
      const reply = faultReply(status, issues);
      expect(reply.status).toBe(status);
      expect(reply.headers.get('content-type')).toContain('application/json');
      expect(await reply.json()).toEqual({ error, issues });
    }
  });
});
