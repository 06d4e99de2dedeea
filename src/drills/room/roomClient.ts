/** A page's side of a room: acts are posted, states are heard. Needs nothing that plain http does not have. */
import { useEffect, useRef, useState } from 'react';
import type { z } from 'zod';
import { askedSchema, openedRoomSchema, type RoomAct } from '@core/formats';

/** What the server refused, in its words. */
async function refusal(reply: Response): Promise<string> {
  const body = (await reply.json().catch(() => null)) as {
    issues?: { message?: string }[];
  } | null;
  return body?.issues?.[0]?.message ?? `the server answered ${reply.status}`;
}

async function send(path: string, body: BodyInit, type: string): Promise<unknown> {
  const headers = { 'Content-Type': type };
  const reply = await fetch(path, { method: 'POST', body, headers }).catch(() => null);
  if (!reply) throw new Error('the server does not answer');
  if (!reply.ok) throw new Error(await refusal(reply));
  return reply.json();
}

/** @throws in words, where the server refuses or does not answer */
export const act = (what: RoomAct): Promise<unknown> =>
  send('/api/room', JSON.stringify(what), 'application/json');

export const openRoom = async () => openedRoomSchema.parse(await act({ act: 'open' }));

export interface RoomKey {
  code: string;
  key: string;
}

const query = (params: Record<string, string>) => new URLSearchParams(params).toString();

/** Puts a packed question up. @returns its round */
export async function putQuestion(room: RoomKey, bytes: Uint8Array): Promise<number> {
  const reply = await send(
    `/api/room-question?${query({ ...room })}`,
    bytes as BodyInit,
    'application/zip',
  );
  return askedSchema.parse(reply).round;
}

export async function fetchQuestion(room: RoomKey, round: number): Promise<Uint8Array> {
  const path = `/api/room-question?${query({ ...room, round: String(round) })}`;
  const reply = await fetch(path).catch(() => null);
  if (!reply) throw new Error('the server does not answer');
  if (!reply.ok) throw new Error(await refusal(reply));
  return new Uint8Array(await reply.arrayBuffer());
}

/** `lost`: it is tried again. `gone`: the room is over, or one is not in it. */
export type Hearing = 'opening' | 'heard' | 'lost' | 'gone';

const AGAIN_AFTER_MS = 1500;

/** Hears a room for as long as the page stands; a connection that breaks is made anew. */
export function useRoomEvents<State, Answered = never>(
  room: RoomKey | null,
  shapes: { state: z.ZodType<State>; answer?: z.ZodType<Answered> },
  onAnswer?: (answer: Answered) => void,
): { state: State | null; hearing: Hearing } {
  const [state, setState] = useState<State | null>(null);
  const [hearing, setHearing] = useState<Hearing>('opening');
  const latest = useRef({ shapes, onAnswer });
  useEffect(() => {
    latest.current = { shapes, onAnswer };
  });
  const { code, key } = room ?? { code: '', key: '' };
  useEffect(() => {
    if (!code) return;
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const path = `/api/room?${query({ code, key })}`;
    const open = () => {
      source = new EventSource(path);
      source.addEventListener('state', ({ data }: MessageEvent<string>) => {
        const read = latest.current.shapes.state.safeParse(JSON.parse(data));
        if (!read.success) return;
        setState(read.data);
        setHearing('heard');
      });
      source.addEventListener('answer', ({ data }: MessageEvent<string>) => {
        const read = latest.current.shapes.answer?.safeParse(JSON.parse(data));
        if (read?.success) latest.current.onAnswer?.(read.data);
      });
      source.addEventListener('error', () => {
        source?.close();
        setHearing('lost');
        // Whether it is refused or only out of reach, the event does not say.
        void fetch(path).then(
          (reply) => {
            void reply.body?.cancel();
            if (reply.status === 403 || reply.status === 404) setHearing('gone');
            else timer = setTimeout(open, AGAIN_AFTER_MS);
          },
          () => (timer = setTimeout(open, AGAIN_AFTER_MS)),
        );
      });
    };
    open();
    return () => {
      clearTimeout(timer);
      source?.close();
    };
  }, [code, key]);
  return { state, hearing };
}
