import { fail, ok, type Result, type ScreenRecord, reasonOf } from '@core/records';
import { libraryWork } from '@/workers/libraryClient';
import { getEcho, getThumbnail, putThumbnail } from './database';

/** What a screen's small picture depends on. */
const lookOf = ({ echoId, view, source }: ScreenRecord) =>
  JSON.stringify([echoId, source.kind === 'picture' ? source.frame : view]);

/** The small picture of a screen: kept, or made in the worker. */
export async function thumbnailOf(screen: ScreenRecord): Promise<Result<Blob, string>> {
  const look = lookOf(screen);
  const kept = await getThumbnail(screen.id);
  if (kept?.look === look) return ok(kept.picture);
  const file = await getEcho(screen.echoId);
  if (!file) return fail('its echoes are missing from the store');
  try {
    const made = await libraryWork().thumbnail(screen, file);
    if (made.ok) await putThumbnail(screen.id, { look, picture: made.value });
    return made;
  } catch (error) {
    return fail(reasonOf(error));
  }
}
