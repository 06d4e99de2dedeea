/**
 * Noise is not alike in every ping: the hull slaps, something runs, a wave breaks. The strength of a ping's
 * noise against the mean: a spread of 1.6 dB, and now and then a ping far louder. By the eye; its mean is 1.
 */
import { exp, inverseNormal } from '../numeric';
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

/** @returns times the mean noise */
export function pingNoise(seed: number, pingNumber: number): number {
  const place = hash32(seed, pingNumber);
  const spreadDb =
    SPREAD_DB * inverseNormal(Math.min(0.9999, Math.max(0.0001, hashUniform(place, 0))));
  const drawn = hashUniform(place, 1) / LOUD_SHARE;
  const loudDb = drawn < 1 ? LOUD_DB[0] + (LOUD_DB[1] - LOUD_DB[0]) * drawn : 0;
  return fromDb(spreadDb + loudDb) / MEAN;
}
