import { z } from 'zod';
import { positionSchema, targetIdSchema } from './common';
import { capsule, CONCRETE, STEEL, WOOD } from './primitives';
import type { TargetKind } from './scatterers';

const pilingSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('piling'),
  ...positionSchema,
  radiusM: z.number().min(0.05).max(3),
  /** Where it ends: 0 for one that reaches out of the water. */
  topDepthM: z.number().min(0).max(100).default(0),
  material: z.enum(['wood', 'concrete', 'steel']).default('concrete'),
});

const MATERIAL = { wood: WOOD, concrete: CONCRETE, steel: STEEL };

/** One upright of a bridge or dock. */
export const piling: TargetKind<typeof pilingSchema> = {
  schema: pilingSchema,
  label: 'built',
  describe: (target) => `${target.material} piling, ${(2 * target.radiusM).toFixed(1)} m thick`,
  scatter: (target, medium, random) => {
    const depthM = medium.bottomDepthAtM(target.xM, target.yM);
    return capsule(
      { xM: target.xM, yM: target.yM, depthM },
      { xM: target.xM, yM: target.yM, depthM: Math.min(depthM - 0.1, target.topDepthM) },
      target.radiusM,
      MATERIAL[target.material],
      medium,
      random,
    );
  },
};
