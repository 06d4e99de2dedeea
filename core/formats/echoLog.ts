/** What any file of levels comes to: an echogram with its track, and what had to be assumed. */
import { aboveFloorDb, DISPLAY_SPAN_DB, MIDDLE_GAIN_DB } from '../display';
import { type EchogramInfo, type PingTrack } from '../sounding';

export interface EchoLog {
  info: EchogramInfo;
  pingCount: number;
  /** Hundredths of dB, laid out as in `PingBlock`. */
  levelsCdb: Int16Array;
  track: PingTrack;
  /** What the file did not say, in words for whoever opens it. */
  assumed: string[];
}

/** Most cells of a log that are read. */
export const MAX_LOG_CELLS = 40_000_000;
export const MAX_LOG_PINGS = 20_000;
export const MAX_LOG_BINS = 8192;
export const SILENCE_CDB = -20_000;

export const toCdb = (levelDb: number) =>
  Number.isFinite(levelDb)
    ? Math.min(32_767, Math.max(SILENCE_CDB, Math.round(100 * levelDb)))
    : SILENCE_CDB;

/** Share of cells that may be stronger than the strongest colour at middle gain. */
const CLIPPED_SHARE = 0.005;
const SAMPLES = 20_000;

/**
 * The source level under which a log of unknown reference fills the colours at middle gain: its strongest
 * half per cent then lies at the top.
 */
export function fittedSourceLevelDb(info: EchogramInfo, levelsCdb: Int16Array): number {
  const step = Math.max(1, Math.floor(levelsCdb.length / SAMPLES));
  const shown: number[] = [];
  const channel = { ...info.channels[0], sourceLevelDb: 0 };
  for (let i = 0; i < levelsCdb.length; i += step) {
    const bin = i % info.binCount;
    if (levelsCdb[i] <= SILENCE_CDB) continue;
    const rangeM = (bin + 0.5) * info.rangeStepM;
    shown.push(aboveFloorDb(levelsCdb[i] / 100, rangeM, channel, { gainDb: MIDDLE_GAIN_DB }));
  }
  if (shown.length === 0) return 0;
  shown.sort((a, b) => a - b);
  const top = shown[Math.floor((1 - CLIPPED_SHARE) * (shown.length - 1))];
  return Math.round(top - DISPLAY_SPAN_DB);
}
