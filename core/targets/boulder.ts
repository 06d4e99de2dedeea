import { z } from 'zod';
import { positionSchema, targetIdSchema } from './common';
import { STONE } from './materials';
import { dome } from './primitives';
import { stone } from './raised';
import type { TargetKind } from './scatterers';

const boulderSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('boulder'),
  ...positionSchema,
  radiusM: z.number().min(0.1).max(10),
});

/** How far the middle of the stone stands above the bottom, in radii. */
const CENTRE_HEIGHT_RADII = 0.35;

export const boulder: TargetKind<typeof boulderSchema> = {
  put: { words: 'Boulder', as: { radiusM: 0.8 } },
  schema: boulderSchema,
  label: 'rock',
  describe: (target) => `boulder, ${(2 * target.radiusM).toFixed(1)} m across`,
  scatter: (target, medium, random) => {
    const { xM, yM, radiusM } = target;
    const depthM = medium.bottomDepthAtM(xM, yM) - CENTRE_HEIGHT_RADII * radiusM;
    return dome({ xM, yM, depthM }, radiusM, STONE, random, { min: 40, max: 600 });
  },
  raise: ({ xM, yM, radiusM }, _, random) => [
    stone({ xM, yM }, radiusM, (1 + CENTRE_HEIGHT_RADII) * radiusM, random),
  ],
};
