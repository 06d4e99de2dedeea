import { asin, hypot, log10, log2, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { fromDb } from '../units/decibel';

/**
 * Dorsal target strength, dB re 1 m². Source: Love 1971, pooled species, total length; fitted for
 * about 0.7 ≤ L/λ ≤ 90, an extrapolation of several dB beyond.
 */
export function loveDorsalDb(lengthM: number, frequencyHz: number): number {
  return 19.1 * log10(100 * lengthM) - 0.9 * log10(frequencyHz / 1000) - 62.0;
}

/**
 * Loss of a fish without a swimbladder against one with, dB (typical: 15 at 50 kHz, 12 at 200 kHz,
 * 10 above 455 kHz; linear in log frequency between).
 */
export function noBladderLossDb(frequencyHz: number): number {
  const octaves = log2(Math.min(455_000, Math.max(50_000, frequencyHz)) / 50_000);
  return octaves <= 2 ? 15 - 1.5 * octaves : 12 - 2 * ((octaves - 2) / log2(455 / 200));
}

/** Love's regression lies between peak and tilt average; the peak is taken this much above it. */
export const LOVE_TO_BROADSIDE_DB = 2;

/** The acoustic part of a fish, its swimbladder, as a share of body length. */
const BLADDER_LENGTH_SHARE = 0.3;
/** A real bladder is curved and the body bends: no lobe is narrower than this half-width. */
const CURVATURE_HALF_WIDTH_RAD = degToRad(4);
/**
 * Longest straight line a swimming fish is allowed to be. Beyond it an arch would be dim with a
 * flash of one ping at its top, which is not what fish draw.
 */
const MAX_WAVE_LENGTH = 12;
/** sin u/u of a line falls to half power at u = 1.39156. */
const HALF_POWER_U = 1.39156;

/** k·L of the straight line whose lobe is as wide as that of a real bladder. */
export function bladderWaveLength(lengthM: number, waveNumberPerM: number): number {
  const straight = waveNumberPerM * BLADDER_LENGTH_SHARE * lengthM;
  const straightHalfWidthRad = asin(Math.min(1, HALF_POWER_U / straight));
  const halfWidthRad = hypot(straightHalfWidthRad, CURVATURE_HALF_WIDTH_RAD);
  return Math.min(MAX_WAVE_LENGTH, HALF_POWER_U / sin(halfWidthRad));
}

/** Body, scales and fins still echo when the bladder does not face the sounder. */
export const FISH_ASPECT_FLOOR = fromDb(-12);

/** Two-way directivity of a line at angle t off broadside: sinc²(kL sin t)·cos²t, not below the floor. */
export function lineAspect(waveLength: number, sinOffBroadside: number, floor: number): number {
  const u = waveLength * sinOffBroadside;
  const sinc = Math.abs(u) < 1e-6 ? 1 : sin(u) / u;
  return Math.max(floor, sinc * sinc * (1 - sinOffBroadside * sinOffBroadside));
}
