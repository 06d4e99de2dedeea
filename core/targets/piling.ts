import { z } from 'zod';
import { positionSchema, targetIdSchema } from './common';
import { CONCRETE, STEEL, WOOD } from './materials';
import { bearing, capsule } from './primitives';
import { bowl, rubble, upright } from './raised';
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

const ABOVE_WATER_M = 1;
const MATERIAL = { wood: WOOD, concrete: CONCRETE, steel: STEEL };

/** Thinner ones would fall between the places where ground is looked at. */
const LEAST_RAISED_M = 0.25;
/** A pier in a stream: a footing, a hollow that the water has dug, stones laid against it. */
const PIER_FROM_M = 0.45;
const FOOTING = { widthRadii: 1.35, heightM: 0.45 };
const SCOUR = { widthRadii: 3, depthRadii: 0.3 };
const STONES_PER_RADIUS_M = 14;

/** One upright of a bridge or dock. */
export const piling: TargetKind<typeof pilingSchema> = {
  put: { words: 'Piling', as: { radiusM: 0.3 } },
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
  raise: ({ xM, yM, radiusM, topDepthM, material }, ground, random) => {
    if (radiusM < LEAST_RAISED_M) return null;
    const depthM = ground.bottomDepthAtM(xM, yM);
    // What ends at the surface is cut off there by the water, not by its own height.
    const heightM = depthM - topDepthM + (topDepthM === 0 ? ABOVE_WATER_M : 0);
    const shaft = upright({ xM, yM }, radiusM, heightM, MATERIAL[material]);
    if (radiusM < PIER_FROM_M) return [shaft];
    return [
      shaft,
      upright({ xM, yM }, FOOTING.widthRadii * radiusM, FOOTING.heightM, MATERIAL[material]),
      bowl({ xM, yM }, SCOUR.widthRadii * radiusM, SCOUR.depthRadii * radiusM),
      ...rubble(
        Math.round(STONES_PER_RADIUS_M * radiusM),
        (draw) => {
          const { east, north } = bearing(draw.between(0, 2 * Math.PI));
          const outM = radiusM * (1.2 + 0.8 * draw.exponential());
          return { xM: xM + outM * east, yM: yM + outM * north };
        },
        { min: 0.12, max: 0.5 },
        random,
      ),
    ];
  },
};
