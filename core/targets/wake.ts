import { z } from 'zod';
import { square } from '../numeric';
import { degToRad } from '../units/angle';
import { bubbleCrossSectionM2 } from './bubbleStrength';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { bearing } from './primitives';
import { scatterer, type TargetKind, waveNumberPerM } from './scatterers';

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

/** The trail of bubbles that another boat left, thinning with depth. */
export const wake: TargetKind<typeof wakeSchema> = {
  put: { words: 'Wake', as: { lengthM: 40 } },
  schema: wakeSchema,
  label: 'clutter',
  describe: (target) => `wake of a boat, ${target.lengthM.toFixed(0)} m of it`,
  scatter: (target, medium, random) => {
    const along = bearing(degToRad(target.headingDeg));
    const across = { east: along.north, north: -along.east };
    const k = waveNumberPerM(medium);
    const volumeM3 = target.lengthM * target.widthM * target.depthM;
    const count = Math.round(Math.min(MAX_BUBBLES, Math.max(20, BUBBLES_PER_M3 * volumeM3)));
    return Array.from({ length: count }, () => {
      const alongM = random.between(-0.5, 0.5) * target.lengthM;
      const acrossM = (random.between(-0.5, 0.5) + random.between(-0.5, 0.5)) * target.widthM;
      const depthM = 0.05 + target.depthM * square(random.uniform());
      const radiusM = BUBBLE_RADIUS_M * random.between(0.6, 1.5);
      return scatterer({
        xM: target.xM + alongM * along.east + acrossM * across.east,
        yM: target.yM + alongM * along.north + acrossM * across.north,
        depthM,
        amplitudeM: Math.sqrt(bubbleCrossSectionM2(radiusM, medium.frequencyHz, depthM, k)),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: 20 * random.gaussian(),
        blockRadiusM: 0.02,
        opacity: 0.4,
      });
    });
  },
};
