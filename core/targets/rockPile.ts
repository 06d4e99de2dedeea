import { z } from 'zod';
import type { RandomSource } from '../random';
import { positionSchema, targetIdSchema } from './common';
import { STONE } from './materials';
import { bearing, dome } from './primitives';
import { stone } from './raised';
import type { TargetKind } from './scatterers';

const rockPileSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('rockPile'),
  ...positionSchema,
  radiusM: z.number().min(0.5).max(30),
  heightM: z.number().min(0.2).max(8),
  stones: z.int().min(3).max(200).default(24),
});

/** Largest and highest in the middle. */
function stonesOf(target: z.infer<typeof rockPileSchema>, random: RandomSource) {
  return Array.from({ length: target.stones }, () => {
    const out = Math.sqrt(random.uniform());
    const { east, north } = bearing(random.between(0, 2 * Math.PI));
    const topM = target.heightM * (1 - out * out) * random.between(0.6, 1) + 0.15;
    const radiusM = Math.min(topM, random.between(0.25, 0.5) * Math.max(0.4, target.heightM));
    return {
      xM: target.xM + target.radiusM * out * east,
      yM: target.yM + target.radiusM * out * north,
      topM,
      radiusM,
    };
  });
}

/** A heap of stones. */
export const rockPile: TargetKind<typeof rockPileSchema> = {
  put: { words: 'Stone heap', as: { radiusM: 3, heightM: 1 } },
  schema: rockPileSchema,
  label: 'rock',
  describe: (target) =>
    `rock pile, ${(2 * target.radiusM).toFixed(1)} m wide and ${target.heightM.toFixed(1)} m high`,
  scatter: (target, medium, random) =>
    stonesOf(target, random).flatMap(({ xM, yM, topM, radiusM }) => {
      const depthM = medium.bottomDepthAtM(xM, yM) - (topM - radiusM);
      return dome({ xM, yM, depthM }, radiusM, STONE, random, { min: 12, max: 80 });
    }),
  raise: (target, _, random) =>
    stonesOf(target, random).map((place) => stone(place, place.radiusM, place.topM, random)),
};
