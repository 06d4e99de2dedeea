/**
 * Noise is not alike in every ping: the hull slaps, something runs, a wave breaks. The strength of a ping's
 * noise against the mean: a spread of 1.6 dB, and now and then a ping far louder. By the eye; its mean is 1.
 */
import { cos, exp, inverseNormal } from '../numeric';
import { hash32, hashUniform } from '../random';
import { fromDb } from '../units/decibel';

const SPREAD_DB = 1.6;
const LOUD_SHARE = 0.015;
const LOUD_DB = [4, 11] as const;

/** Of 10^(x/10) over a normal x in dB: e^(s²/2) with s in nepers of power. */
const nepers = (SPREAD_DB * Math.LN10) / 10;
const SPREAD_MEAN = exp((nepers * nepers) / 2);
const LOUD_MEAN =
  (fromDb(LOUD_DB[1]) - fromDb(LOUD_DB[0])) / (((LOUD_DB[1] - LOUD_DB[0]) * Math.LN10) / 10);
const MEAN = SPREAD_MEAN * (1 - LOUD_SHARE + LOUD_SHARE * LOUD_MEAN);

/**
 * The noise that a ping hears where its mean is `level`; in plain water, and where no speckle is drawn, that is
 * the mean itself.
 */
export const heardNoise = (
  level: number,
  { isPlain }: { isPlain: boolean },
  { speckle }: { speckle: boolean },
  seed: number,
  pingNumber: number,
): number => (isPlain || !speckle ? level : level * pingNoise(seed, pingNumber));

/** Blades pass so often at rest and for each m/s, a second: a small outboard from trolling to planing. */
const BLADES_AT_REST_HZ = 18;
const BLADES_HZ_PER_MPS = 19;
/** How far the propeller's noise swings about its mean as its blades pass the hull. */
const BEAT_DEPTH = 0.8;
/** A beat that moves the noise by less is not worked out. */
const LEAST_BEAT = 0.03;

export interface PropellerBeat {
  /** Noise over its mean is 1 + depth cos(phase + cell · perCell). */
  depth: number;
  phaseRad: number;
  perCellRad: number;
}

/**
 * The boat's own noise comes in beats, one a blade: slanting bands, since pings and blades keep their own time.
 * By the eye; the mean stays.
 * @param ownShare of the boat's own noise in all noise
 * @param cellS time of a cell, there and back
 * @returns null where it would not be seen
 */
export function propellerBeat(
  ownShare: number,
  speedMps: number,
  timeS: number,
  cellS: number,
): PropellerBeat | null {
  const depth = BEAT_DEPTH * ownShare;
  if (depth < LEAST_BEAT) return null;
  const perS = 2 * Math.PI * (BLADES_AT_REST_HZ + BLADES_HZ_PER_MPS * Math.abs(speedMps));
  return { depth, phaseRad: perS * timeS, perCellRad: perS * cellS };
}

/** Adds noise of a mean level to a row, in its beats. */
export function addBeating(
  row: Float64Array,
  level: number,
  { depth, phaseRad, perCellRad }: PropellerBeat,
): void {
  for (let i = 0; i < row.length; i++) {
    row[i] += level * (1 + depth * cos(phaseRad + i * perCellRad));
  }
}

/** @returns times the mean noise */
export function pingNoise(seed: number, pingNumber: number): number {
  const place = hash32(seed, pingNumber);
  const spreadDb =
    SPREAD_DB * inverseNormal(Math.min(0.9999, Math.max(0.0001, hashUniform(place, 0))));
  const drawn = hashUniform(place, 1) / LOUD_SHARE;
  const loudDb = drawn < 1 ? LOUD_DB[0] + (LOUD_DB[1] - LOUD_DB[0]) * drawn : 0;
  return fromDb(spreadDb + loudDb) / MEAN;
}
