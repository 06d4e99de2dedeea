import { type EchoSource, stretchSource } from '@core/display';
import type { ScreenRecord } from '@core/records';
import type { ScreenEcho } from '@/storage/screens';

/** A recorded echo as a picture's source; its pings keep the numbers they had on the pass. */
export function recordedSource(
  { firstPing, pingCount }: Pick<ScreenRecord, 'firstPing' | 'pingCount'>,
  { info, levelsCdb, colours, track }: ScreenEcho,
): EchoSource {
  const { bottomDepthM } = track;
  return stretchSource({ info, firstPing, pingCount, levelsCdb, colours, bottomDepthM });
}
