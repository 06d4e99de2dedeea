/** Messages of a sounder's feed (docs/api.md): checked before anything is made of them. */
import { z } from 'zod';
import { degToRad, fromGeodetic, SCENE_ORIGIN } from '../units';
import { echogramInfoSchema } from '../sounding/echogramSchema';
import {
  cellsPerPing,
  type EchogramInfo,
  emptyTrack,
  emptyTruth,
  type PingBlock,
} from '../sounding';
import type { NetworkReadings } from './nmea';

export const feedHelloSchema = z.object({
  water: z.string().max(120),
  pass: z.string().max(120),
  info: echogramInfoSchema,
});
export type FeedHello = z.infer<typeof feedHelloSchema>;

const pingSchema = z.object({
  number: z.int().min(0),
  timeS: z.number(),
  /** 16-bit little-endian hundredths of dB, base64. */
  levelsCdb: z.string().max(2_000_000),
});

/**
 * One ping of the feed as a block of a ring, the boat where the sentences last said it was.
 * @returns null for a message that is no ping of this echogram
 */
export function feedBlock(
  json: unknown,
  info: EchogramInfo,
  boat: NetworkReadings,
  before: { timeS: number; alongM: number } | null,
): PingBlock | null {
  const parsed = pingSchema.safeParse(json);
  if (!parsed.success) return null;
  const { number, timeS, levelsCdb } = parsed.data;
  let text: string;
  try {
    text = atob(levelsCdb);
  } catch {
    return null;
  }
  const cells = cellsPerPing(info);
  if (text.length !== 2 * cells) return null;
  const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
  const view = new DataView(bytes.buffer);
  const track = emptyTrack(1);
  const speedMps = boat.speedMps ?? NaN;
  const place = boat.place ? fromGeodetic(SCENE_ORIGIN, boat.place) : { xM: NaN, yM: NaN };
  track.timeS[0] = timeS;
  track.alongM[0] = before ? before.alongM + speedMps * (timeS - before.timeS) : 0;
  track.xM[0] = place.xM;
  track.yM[0] = place.yM;
  track.headingRad[0] = boat.courseDeg === null ? NaN : degToRad(boat.courseDeg);
  track.speedMps[0] = speedMps;
  track.bottomDepthM[0] = boat.depthM ?? NaN;
  return {
    firstPing: number,
    pingCount: 1,
    levelsCdb: Int16Array.from({ length: cells }, (_, i) => view.getInt16(2 * i, true)),
    track,
    truth: emptyTruth(0),
  };
}
