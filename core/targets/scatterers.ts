/**
 * What a target is made of, acoustically: point scatterers, some with an axis (a fish's bladder, a piece
 * of branch), some with a face (stone, concrete), each with the disc it hides from what lies behind. A
 * kind of target is a file here that turns its parameters into such points; primitives.ts has the solids.
 */
import type { z } from 'zod';
import type { RandomSource } from '../random';
import type { Motion, MotionWorld } from './motion';
import type { Material } from './materials';

/** The words a reader sorts echoes into; a drill's answers are chosen from these. */
export const READING_LABELS = [
  'fish',
  'bait',
  'wood',
  'rock',
  'weed',
  'built',
  'clutter',
  'lure',
] as const;
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
  /** Faces only: unit normal (east, north, down); Lambert's cos² towards it, nothing from behind. */
  facing: { east: number; north: number; down: number } | null;
  /** Radius of the disc that hides what lies behind, and the share of two-way energy it takes away. */
  blockRadiusM: number;
  opacity: number;
  /** Stands for much that fills this radius: its energy is spread over so much range. A face over its disc. */
  spreadM: number;
  /** Rises at this speed from the deeper to the shallower depth, and begins again. */
  rise: { speedMps: number; fromDepthM: number; toDepthM: number } | null;
}

interface Aspect {
  headingRad: number;
  /** Head-up positive. */
  tiltRad: number;
  /** k·L of the equivalent straight line; two-way directivity sinc²(kL sin t). */
  waveLength: number;
  /** Least share of broadside intensity that is left at any aspect. */
  floor: number;
  /**
   * How much more amplitude, and thrice as sharp a lobe, it has seen level from its side than from above:
   * 0 for what is round, 1 for 6 dB more.
   */
  flank: number;
  /** Standard deviation of the tilt as the animal moves, rad. */
  wobbleRad: number;
}

export interface Medium {
  frequencyHz: number;
  soundSpeedMps: number;
  /** Depth of the bottom, m, for things that stand on it. */
  bottomDepthAtM: (xM: number, yM: number) => number;
}

/** A part of a solid that stands on the ground, as height over it. */
export interface Piece {
  xM: number;
  yM: number;
  /** It ends within this of its middle, m. */
  reachM: number;
  /** null: the ground itself, heaped up or hollowed out. */
  material: Material | null;
  /** Over the ground at a place so far east and north of the middle, m; 0 where there is nothing. */
  heightAt: (eastM: number, northM: number) => number;
}

export interface TargetKind<Schema extends z.ZodType> {
  schema: Schema;
  label: ReadingLabel;
  /** What a tap in the builder puts down, to be turned and sized after; life is put otherwise. */
  put?: { words: string; as: Partial<z.input<Schema>> };
  /** What it is, in the reader's words, e.g. "perch, 34 cm". */
  describe: (target: z.infer<Schema>) => string;
  /** Points at this frequency; every draw comes from `random`, so the same seed gives the same target. */
  scatter: (target: z.infer<Schema>, medium: Medium, random: RandomSource) => Scatterer[];
  /** The same as height over the ground, if it stands there without overhang; null where this one does not. */
  raise?: (
    target: z.infer<Schema>,
    ground: Pick<Medium, 'bottomDepthAtM'>,
    random: RandomSource,
  ) => Piece[] | null;
  /** How the whole moves about its stated place; none for what stands still. */
  motion?: (target: z.infer<Schema>, world: MotionWorld) => Motion | null;
  /** What moves gets no farther from its stated place than this in plan, m; unknown if it is left out. */
  roamsM?: (target: z.infer<Schema>) => number;
  /** Two-way loss that it lays over the bottom beneath it, dB, seen from above. */
  overheadLossDb?: (target: z.infer<Schema>) => { radiusM: number; lossDb: number };
}

/** A scatterer in full from what is not plain about it. */
export function scatterer(
  point: Pick<Scatterer, 'xM' | 'yM' | 'depthM' | 'amplitudeM'> & Partial<Scatterer>,
): Scatterer {
  return {
    phaseRad: 0,
    phaseRateRadPerS: 0,
    aspect: null,
    facing: null,
    blockRadiusM: 0,
    opacity: 0,
    spreadM: point.facing ? (point.blockRadiusM ?? 0) : 0,
    rise: null,
    ...point,
  };
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
