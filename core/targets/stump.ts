import { z } from 'zod';
import { positionSchema, targetIdSchema } from './common';
import { bearing, capsule, dome, WOOD } from './primitives';
import type { TargetKind } from './scatterers';

const stumpSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('stump'),
  ...positionSchema,
  radiusM: z.number().min(0.08).max(1.5),
  heightM: z.number().min(0.1).max(2),
});

const ROOTS = 6;

/** A cut trunk on its spread of roots. */
export const stump: TargetKind<typeof stumpSchema> = {
  schema: stumpSchema,
  label: 'wood',
  describe: (target) => `stump, ${target.heightM.toFixed(1)} m high`,
  scatter: (target, medium, random) => {
    const depthM = medium.bottomDepthAtM(target.xM, target.yM);
    const foot = { xM: target.xM, yM: target.yM, depthM };
    const head = { ...foot, depthM: Math.max(0.05, depthM - target.heightM) };
    const roots = Array.from({ length: ROOTS }, (_, i) => {
      const way = bearing((2 * Math.PI * (i + random.between(-0.3, 0.3))) / ROOTS);
      const lengthM = target.radiusM * random.between(1.5, 2.6);
      return capsule(
        { ...foot, depthM: depthM - 0.25 * target.heightM },
        { xM: foot.xM + lengthM * way.east, yM: foot.yM + lengthM * way.north, depthM },
        0.2 * target.radiusM,
        WOOD,
        medium,
        random,
      );
    });
    return [
      ...capsule(foot, head, target.radiusM, WOOD, medium, random),
      ...dome(
        { ...head, depthM: head.depthM + 0.3 * target.radiusM },
        target.radiusM,
        WOOD,
        random,
      ),
      ...roots.flat(),
    ];
  },
};
