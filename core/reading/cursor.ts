import { cellsPerPing, type EchogramInfo, firstRowOf, type PingTrack } from '../sounding';

export interface CursorReading {
  depthM: number;
  /** Received level, dB re 1 µPa. */
  levelDb: number;
  /** Time since this ping, s. */
  ageS: number;
  /** Track sailed since this ping, m: the screen shows history, only its right edge is now. */
  behindM: number;
}

/** Depth of the middle of a cell under the surface, m, for an echo straight below. */
export function cellDepthM(info: EchogramInfo, bin: number): number {
  return info.draftM + (bin + 0.5) * info.rangeStepM;
}

/**
 * What a cell says.
 * @param slot where the ping lies in the arrays; `latestSlot` that of the newest ping
 */
export function readCell(
  info: EchogramInfo,
  track: PingTrack,
  levelsCdb: Int16Array,
  slot: number,
  latestSlot: number,
  bin: number,
  channel = 0,
): CursorReading {
  const at = slot * cellsPerPing(info) + firstRowOf(info, channel) * info.binCount + bin;
  return {
    depthM: cellDepthM(info, bin),
    levelDb: levelsCdb[at] / 100,
    ageS: track.timeS[latestSlot] - track.timeS[slot],
    behindM: track.alongM[latestSlot] - track.alongM[slot],
  };
}
