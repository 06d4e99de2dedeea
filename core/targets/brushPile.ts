import { z } from 'zod';
import { cos, sin, square } from '../numeric';
import { positionSchema, targetIdSchema } from './common';
import { WOOD } from './materials';
import { bearing, capsule } from './primitives';
import type { Scatterer, TargetKind } from './scatterers';

const brushPileSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('brushPile'),
  ...positionSchema,
  radiusM: z.number().min(0.3).max(10),
  heightM: z.number().min(0.2).max(8),
  branches: z.int().min(5).max(120).default(40),
});

/** Branches start near the bottom inside the pile and reach out and up to its rounded outline. */
export const brushPile: TargetKind<typeof brushPileSchema> = {
  put: { words: 'Brush pile', as: { radiusM: 1.5, heightM: 1.5 } },
  schema: brushPileSchema,
  label: 'wood',
  describe: (target) =>
    `brush pile, ${(2 * target.radiusM).toFixed(1)} m wide and ${target.heightM.toFixed(1)} m high`,
  scatter: (target, medium, random) => {
    const bottomM = medium.bottomDepthAtM(target.xM, target.yM);
    const scatterers: Scatterer[] = [];
    for (let branch = 0; branch < target.branches; branch++) {
      const root = bearing(random.between(0, 2 * Math.PI));
      const rootM = target.radiusM * 0.7 * Math.sqrt(random.uniform());
      const lengthM = random.between(0.5, 1) * Math.max(target.heightM, target.radiusM);
      const way = bearing(random.between(0, 2 * Math.PI));
      const tiltRad = random.between(0.1, 1.3);
      const from = {
        xM: target.xM + rootM * root.east,
        yM: target.yM + rootM * root.north,
        depthM: bottomM,
      };
      const to = {
        xM: from.xM + lengthM * cos(tiltRad) * way.east,
        yM: from.yM + lengthM * cos(tiltRad) * way.north,
        depthM: bottomM - lengthM * sin(tiltRad),
      };
      const isInside = (point: Scatterer) =>
        (square(point.xM - target.xM) + square(point.yM - target.yM)) / square(target.radiusM) +
          square((bottomM - point.depthM) / target.heightM) <=
        1;
      const pieces = capsule(from, to, random.between(0.008, 0.03), WOOD, medium, random);
      scatterers.push(...pieces.filter(isInside));
    }
    return scatterers;
  },
};
