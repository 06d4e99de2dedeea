import { z } from 'zod';
import { cos, hypot, sin } from '../numeric';
import { fromDb } from '../units/decibel';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { FIBRE, STEEL, WOOD } from './materials';
import { bearing } from './primitives';
import { scatterer, type TargetKind } from './scatterers';

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

const MATERIAL = { wood: WOOD, fibre: FIBRE, steel: STEEL };

/** A sunken hull, keel up: half an ellipsoid of planking. */
export const boatHull: TargetKind<typeof boatHullSchema> = {
  put: { words: 'Sunken boat', as: { lengthM: 5, beamM: 1.8 } },
  schema: boatHullSchema,
  label: 'built',
  describe: (target) => `sunken boat, ${target.lengthM.toFixed(1)} m long`,
  scatter: (target, medium, random) => {
    const headingRad = degToRad(target.headingDeg);
    const along = bearing(headingRad);
    const right = { east: cos(headingRad), north: -sin(headingRad) };
    const [a, b, c] = [target.lengthM / 2, target.beamM / 2, target.heightM];
    // Half an ellipsoid, by the mean of its three products of axes; exact for a sphere.
    const areaM2 = 2 * Math.PI * ((a * b + a * c + b * c) / 3);
    const count = Math.round(Math.min(900, Math.max(60, 20 * areaM2)));
    const amplitudeM = Math.sqrt(fromDb(MATERIAL[target.material].lambertDb) * (areaM2 / count));
    const blockRadiusM = 0.65 * Math.sqrt(areaM2 / count);
    return Array.from({ length: count }, () => {
      const up = random.uniform();
      const out = Math.sqrt(1 - up * up);
      const round = random.between(0, 2 * Math.PI);
      const u = out * cos(round);
      const v = out * sin(round);
      const xM = target.xM + a * u * along.east + b * v * right.east;
      const yM = target.yM + a * u * along.north + b * v * right.north;
      // Normal of the ellipsoid, in the hull's own axes.
      const [nu, nv, nw] = [u / a, v / b, up / c];
      const length = hypot(nu, nv, nw);
      return scatterer({
        xM,
        yM,
        depthM: Math.max(0.03, medium.bottomDepthAtM(target.xM, target.yM) - c * up),
        amplitudeM,
        phaseRad: random.between(0, 2 * Math.PI),
        facing: {
          east: (nu * along.east + nv * right.east) / length,
          north: (nu * along.north + nv * right.north) / length,
          down: -nw / length,
        },
        blockRadiusM,
        opacity: 1,
      });
    });
  },
};
