import { exp10, log10 } from '../numeric';

/** Power ratio → decibel. Zero gives −Infinity; negative input is a caller's fault and gives NaN. */
export function toDb(powerRatio: number): number {
  return 10 * log10(powerRatio);
}

/** Decibel → power ratio. */
export function fromDb(levelDb: number): number {
  return exp10(levelDb / 10);
}

/** Energetic (incoherent) sum of levels, dB. */
export function sumDb(...levelsDb: number[]): number {
  return toDb(levelsDb.reduce((total, levelDb) => total + fromDb(levelDb), 0));
}
