import { z } from 'zod';
import { square } from '../numeric';
import type { RandomSource } from '../random';
import { degToRad } from '../units/angle';
import { bubbleCrossSectionM2 } from './bubbleStrength';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { bearing } from './primitives';
import {
  type Medium,
  type Scatterer,
  scatterer,
  type TargetKind,
  waveNumberPerM,
} from './scatterers';

const wakeSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('wake'),
  ...positionSchema,
  lengthM: z.number().min(2).max(200),
  widthM: z.number().min(0.5).max(20).default(2.5),
  /** How far down the propeller drove its bubbles. */
  depthM: z.number().min(0.2).max(6).default(1.4),
  headingDeg: headingSchema,
});

const BUBBLES_PER_M3 = 8;
const MAX_BUBBLES = 2500;
const BUBBLE_RADIUS_M = 0.0006;

type Trail = Omit<z.infer<typeof wakeSchema>, 'id' | 'kind'>;

/** Bubbles strewn over a trail about its middle, each point so many of them. */
export function wakeBubbles(
  trail: Trail,
  medium: Medium,
  random: RandomSource,
  bubblesAPoint = 1,
): Scatterer[] {
  const along = bearing(degToRad(trail.headingDeg));
  const across = { east: along.north, north: -along.east };
  const k = waveNumberPerM(medium);
  const volumeM3 = trail.lengthM * trail.widthM * trail.depthM;
  const count = Math.round(Math.min(MAX_BUBBLES, Math.max(20, BUBBLES_PER_M3 * volumeM3)));
  return Array.from({ length: count }, () => {
    const alongM = random.between(-0.5, 0.5) * trail.lengthM;
    const acrossM = (random.between(-0.5, 0.5) + random.between(-0.5, 0.5)) * trail.widthM;
    const depthM = 0.05 + trail.depthM * square(random.uniform());
    const radiusM = BUBBLE_RADIUS_M * random.between(0.6, 1.5);
    return scatterer({
      xM: trail.xM + alongM * along.east + acrossM * across.east,
      yM: trail.yM + alongM * along.north + acrossM * across.north,
      depthM,
      amplitudeM: Math.sqrt(
        bubblesAPoint * bubbleCrossSectionM2(radiusM, medium.frequencyHz, depthM, k),
      ),
      phaseRad: random.between(0, 2 * Math.PI),
      phaseRateRadPerS: 20 * random.gaussian(),
      blockRadiusM: 0.02,
      opacity: 0.4,
    });
  });
}

/** The trail of bubbles that another boat left, thinning with depth. */
export const wake: TargetKind<typeof wakeSchema> = {
  put: { words: 'Wake', as: { lengthM: 40 } },
  schema: wakeSchema,
  label: 'clutter',
  describe: (target) => `wake of a boat, ${target.lengthM.toFixed(0)} m of it`,
  scatter: wakeBubbles,
};
