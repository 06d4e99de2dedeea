import { z } from 'zod';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { FIBRE, STEEL, WOOD } from './materials';
import { bearing, halfEllipsoid } from './primitives';
import type { TargetKind } from './scatterers';

const boatHullSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('boatHull'),
  ...positionSchema,
  lengthM: z.number().min(1.5).max(60),
  beamM: z.number().min(0.5).max(15),
  heightM: z.number().min(0.2).max(8).default(0.8),
  headingDeg: headingSchema,
  material: z.enum(['wood', 'fibre', 'steel']).default('wood'),
});

const POINTS_PER_M2 = 20;
const MATERIAL = { wood: WOOD, fibre: FIBRE, steel: STEEL };

/** A sunken hull, keel up: half an ellipsoid of planking. */
export const boatHull: TargetKind<typeof boatHullSchema> = {
  put: { words: 'Sunken boat', as: { lengthM: 5, beamM: 1.8 } },
  schema: boatHullSchema,
  label: 'built',
  describe: (target) => `sunken boat, ${target.lengthM.toFixed(1)} m long`,
  scatter: (target, medium, random) =>
    halfEllipsoid(
      { xM: target.xM, yM: target.yM, depthM: medium.bottomDepthAtM(target.xM, target.yM) },
      [target.lengthM / 2, target.beamM / 2, target.heightM],
      bearing(degToRad(target.headingDeg)),
      1,
      MATERIAL[target.material],
      POINTS_PER_M2,
      random,
    ),
};
