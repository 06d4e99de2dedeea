import { z } from 'zod';
import { positionSchema, targetIdSchema } from './common';
import { bearing, dome, STONE } from './primitives';
import type { TargetKind } from './scatterers';

const rockPileSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('rockPile'),
  ...positionSchema,
  radiusM: z.number().min(0.5).max(30),
  heightM: z.number().min(0.2).max(8),
  stones: z.int().min(3).max(200).default(24),
});

/** A heap of stones: largest and highest in the middle. */
export const rockPile: TargetKind<typeof rockPileSchema> = {
  schema: rockPileSchema,
  label: 'rock',
  describe: (target) =>
    `rock pile, ${(2 * target.radiusM).toFixed(1)} m wide and ${target.heightM.toFixed(1)} m high`,
  scatter: (target, medium, random) =>
    Array.from({ length: target.stones }, () => {
      const out = Math.sqrt(random.uniform());
      const { east, north } = bearing(random.between(0, 2 * Math.PI));
      const xM = target.xM + target.radiusM * out * east;
      const yM = target.yM + target.radiusM * out * north;
      const topM = target.heightM * (1 - out * out) * random.between(0.6, 1) + 0.15;
      const radiusM = Math.min(topM, random.between(0.25, 0.5) * Math.max(0.4, target.heightM));
      const depthM = medium.bottomDepthAtM(xM, yM) - (topM - radiusM);
      return dome({ xM, yM, depthM }, radiusM, STONE, random, { min: 12, max: 80 });
    }).flat(),
};
