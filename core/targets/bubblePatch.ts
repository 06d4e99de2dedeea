import { cos, sin, square } from '../numeric';
import { z } from 'zod';
import { positionSchema, targetIdSchema } from './common';
import { bubbleCrossSectionM2 } from './bubbleStrength';
import { scatterer, type TargetKind, waveNumberPerM } from './scatterers';

const bubblePatchSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('bubblePatch'),
  ...positionSchema,
  radiusM: z.number().min(0.2).max(30),
  /** How far under the surface bubbles are carried. */
  depthM: z.number().min(0.1).max(6),
  count: z.int().min(5).max(5000),
  bubbleRadiusM: z.number().min(0.00005).max(0.005).default(0.0006),
});

export const bubblePatch: TargetKind<typeof bubblePatchSchema> = {
  put: { words: 'Bubbles under the surface', as: { radiusM: 3, depthM: 1.5, count: 250 } },
  schema: bubblePatchSchema,
  label: 'clutter',
  describe: (target) => `bubbles under the surface, to ${target.depthM.toFixed(1)} m`,
  scatter: (target, medium, random) => {
    const k = waveNumberPerM(medium);
    return Array.from({ length: target.count }, () => {
      const outM = target.radiusM * Math.sqrt(random.uniform());
      const bearingRad = random.between(0, 2 * Math.PI);
      // Squared: most bubbles stay close to the surface that made them.
      const depthM =
        0.05 + target.depthM * square(random.uniform()) * (1 - square(outM / target.radiusM));
      const radiusM = target.bubbleRadiusM * random.between(0.6, 1.5);
      return scatterer({
        xM: target.xM + outM * sin(bearingRad),
        yM: target.yM + outM * cos(bearingRad),
        depthM,
        amplitudeM: Math.sqrt(bubbleCrossSectionM2(radiusM, medium.frequencyHz, depthM, k)),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: 20 * random.gaussian(),
      });
    });
  },
};
