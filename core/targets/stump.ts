import { z } from 'zod';
import { hypot } from '../numeric';
import { smoothNoise2 } from '../random';
import { positionSchema, targetIdSchema } from './common';
import { WOOD } from './materials';
import { bearing, capsule, dome } from './primitives';
import { lyingBar, oblong } from './raised';
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
  put: { words: 'Stump', as: { radiusM: 0.3, heightM: 0.6 } },
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
  raise: ({ xM, yM, radiusM, heightM }, _, random) => {
    const seed = random.index(1e9);
    const roots = Array.from({ length: ROOTS }, (_, i) => {
      const { east, north } = bearing((2 * Math.PI * (i + random.between(-0.3, 0.3))) / ROOTS);
      const lengthM = radiusM * random.between(1.5, 2.6);
      const end = { xM: xM + lengthM * east, yM: yM + lengthM * north };
      return lyingBar({ xM, yM }, end, 0.2 * radiusM, WOOD, random, 0.3);
    });
    // Sawn once, split by frost since; it flares towards its foot.
    const trunk = oblong({ xM, yM }, 0, 2.6 * radiusM, 2.6 * radiusM, WOOD, (u, v) => {
      const out = hypot(u, v) / radiusM;
      if (out > 1) return out > 1.3 ? 0 : (heightM * (1.3 - out)) / 0.9;
      return heightM * (0.85 + 0.2 * smoothNoise2(seed, u / 0.15, v / 0.15));
    });
    return [trunk, ...roots];
  },
};
