/**
 * Everything in the water is built from point scatterers with an optional axis (a fish's bladder, a
 * piece of branch). A kind of target is a file here that turns its parameters into such points.
 */
import type { z } from 'zod';
import type { RandomSource } from '../random';

/** The words a reader sorts echoes into; a drill's answers are chosen from these. */
export const READING_LABELS = ['fish', 'bait', 'wood', 'rock', 'clutter'] as const;
export type ReadingLabel = (typeof READING_LABELS)[number];

export interface Scatterer {
  xM: number;
  yM: number;
  depthM: number;
  /** √σ_bs at broadside, m. */
  amplitudeM: number;
  /** Fixed phase, rad; what makes the sum of many incoherent. */
  phaseRad: number;
  /** Drift of the phase as the scatterer moves about its place, rad/s. */
  phaseRateRadPerS: number;
  /** Long scatterers only: the axis, and how fast the echo falls off broadside. */
  aspect: Aspect | null;
}

interface Aspect {
  headingRad: number;
  /** Head-up positive. */
  tiltRad: number;
  /** k·L of the equivalent straight line; two-way directivity sinc²(kL sin t). */
  waveLength: number;
  /** Least share of broadside intensity that is left at any aspect. */
  floor: number;
  /** Standard deviation of the tilt as the animal moves, rad. */
  wobbleRad: number;
}

export interface Medium {
  frequencyHz: number;
  soundSpeedMps: number;
  /** Depth of the bottom, m, for things that stand on it. */
  bottomDepthAtM: (xM: number, yM: number) => number;
}

export interface TargetKind<Schema extends z.ZodType> {
  schema: Schema;
  label: ReadingLabel;
  /** What it is, in the reader's words, e.g. "perch, 34 cm". */
  describe: (target: z.infer<Schema>) => string;
  /** Points at this frequency; every draw comes from `random`, so the same seed gives the same target. */
  scatter: (target: z.infer<Schema>, medium: Medium, random: RandomSource) => Scatterer[];
}

export function pointScatterer(
  xM: number,
  yM: number,
  depthM: number,
  amplitudeM: number,
  phaseRad = 0,
): Scatterer {
  return { xM, yM, depthM, amplitudeM, phaseRad, phaseRateRadPerS: 0, aspect: null };
}

/** Uniform in a unit ball. */
export function pointInBall(random: RandomSource): { x: number; y: number; z: number } {
  for (;;) {
    const x = random.between(-1, 1);
    const y = random.between(-1, 1);
    const z = random.between(-1, 1);
    if (x * x + y * y + z * z <= 1) return { x, y, z };
  }
}

export function waveNumberPerM(medium: Medium): number {
  return (2 * Math.PI * medium.frequencyHz) / medium.soundSpeedMps;
}
