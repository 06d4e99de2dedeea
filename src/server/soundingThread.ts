/** What the server's worker threads do: sound one request, or feed one listener. */
import type { MessagePort } from 'node:worker_threads';
import { type ApiFault, readSoundingRequest, soundingAnswer } from '@core/formats';
import type { SoundingRequest } from '@core/sounding';
import { type FeedQuery, runFeed } from './feedSource';

/** The text of the answer, or what is wrong with the request. */
export type Sounded = { text: string } | { fault: ApiFault };

/** Scenes sounded last, by what they hold: a batch over one scene prepares it once a thread. */
const SCENES_KEPT = 4;
const scenes = new Map<string, SoundingRequest['scene']>();

function withKnownScene(request: SoundingRequest): SoundingRequest {
  const key = JSON.stringify(request.scene);
  const scene = scenes.get(key) ?? request.scene;
  scenes.delete(key);
  scenes.set(key, scene);
  if (scenes.size > SCENES_KEPT) scenes.delete(scenes.keys().next().value!);
  return { ...request, scene };
}

export default function sound(raw: unknown): Sounded {
  const request = readSoundingRequest(raw);
  if (!request.ok) return { fault: request.error };
  return { text: JSON.stringify(soundingAnswer(withKnownScene(request.value))) };
}

/** Resolves when the feed has come to its end, or its listener has gone. */
export async function feed({ query, port }: { query: FeedQuery; port: MessagePort }) {
  const gone = new AbortController();
  port.on('close', () => gone.abort());
  await runFeed(query, (message) => port.postMessage(message), gone.signal);
  port.close();
}
