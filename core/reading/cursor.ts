import type { EchoPoint } from '../display';
import { cellsPerPing, type EchogramInfo, firstRowOf, type PingTrack } from '../sounding';

export interface CursorReading {
  /** Received level, dB re 1 µPa. */
  levelDb: number;
  /** Time since this ping, s. */
  ageS: number;
  /** Track sailed since this ping, m: the screen shows history, only its newest edge is now. */
  behindM: number;
}

/** An echo as it was heard: the arrays, and where a cell's ping and the newest one lie in them. */
export interface HeardEcho {
  info: EchogramInfo;
  track: PingTrack;
  levelsCdb: Int16Array;
  slot: number;
  latestSlot: number;
}

/** What a cell says; where it lies is `placeOfEcho`. */
export function readCell(
  { info, track, levelsCdb, slot, latestSlot }: HeardEcho,
  { channel, beam, bin }: Omit<EchoPoint, 'ping'>,
): CursorReading {
  const row = firstRowOf(info, channel) + beam;
  return {
    levelDb: levelsCdb[slot * cellsPerPing(info) + row * info.binCount + bin] / 100,
    ageS: track.timeS[latestSlot] - track.timeS[slot],
    behindM: track.alongM[latestSlot] - track.alongM[slot],
  };
}
