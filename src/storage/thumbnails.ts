import { fail, ok, type Result, type ScreenRecord } from '@core/records';
import { libraryWork } from '@/workers/libraryClient';
import { getEcho, getThumbnail, putThumbnail } from './database';

/** What a screen's small picture depends on: echo, view, frame; a short stand-in for all of it. */
function keyOf({ id, echoId, view, source }: ScreenRecord): string {
  const looks = source.kind === 'picture' ? source.frame : view;
  const text = `${echoId} ${JSON.stringify(looks)}`;
  let hash = 2_166_136_261;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 16_777_619);
  return `${id} ${hash >>> 0}`;
}

/** The small picture of a screen: kept, or made in the worker. */
export async function thumbnailOf(screen: ScreenRecord): Promise<Result<Blob, string>> {
  const key = keyOf(screen);
  const kept = await getThumbnail(key);
  if (kept) return ok(kept);
  const file = await getEcho(screen.echoId);
  if (!file) return fail('its echoes are missing from the store');
  try {
    const made = await libraryWork().thumbnail(screen, file);
    if (made.ok) await putThumbnail(key, made.value);
    return made;
  } catch (error) {
    return fail(error instanceof Error ? error.message : String(error));
  }
}
