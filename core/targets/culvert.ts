import { z } from 'zod';
import { cos, sin } from '../numeric';
import { fromDb } from '../units/decibel';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { CONCRETE } from './materials';
import { bearing } from './primitives';
import { bowl, oblong, rubble } from './raised';
import { scatterer, type TargetKind } from './scatterers';

const culvertSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('culvert'),
  ...positionSchema,
  lengthM: z.number().min(1).max(40),
  radiusM: z.number().min(0.2).max(3),
  headingDeg: headingSchema,
});

/** The hole that the water from its lower mouth has washed out: from the mouth to its middle, and how deep. */
const WASHED_RADII = 1.4;
const WASHED_DEPTH_RADII = 0.8;

/** A pipe half sunk in the bottom, open at both ends: a bright back, dark mouths. */
export const culvert: TargetKind<typeof culvertSchema> = {
  put: { words: 'Culvert', as: { lengthM: 6, radiusM: 0.6 } },
  schema: culvertSchema,
  label: 'built',
  describe: (target) =>
    `culvert, ${target.lengthM.toFixed(0)} m long and ${(2 * target.radiusM).toFixed(1)} m wide`,
  scatter: (target, medium, random) => {
    const headingRad = degToRad(target.headingDeg);
    const along = bearing(headingRad);
    const right = { east: cos(headingRad), north: -sin(headingRad) };
    const areaM2 = Math.PI * target.radiusM * target.lengthM;
    const count = Math.round(Math.min(800, Math.max(40, 24 * areaM2)));
    const amplitudeM = Math.sqrt(fromDb(CONCRETE.lambertDb) * (areaM2 / count));
    return Array.from({ length: count }, () => {
      const alongM = random.between(-0.5, 0.5) * target.lengthM;
      const round = random.between(-Math.PI / 2, Math.PI / 2);
      const xM = target.xM + alongM * along.east + target.radiusM * sin(round) * right.east;
      const yM = target.yM + alongM * along.north + target.radiusM * sin(round) * right.north;
      return scatterer({
        xM,
        yM,
        depthM: Math.max(
          0.03,
          medium.bottomDepthAtM(target.xM, target.yM) - target.radiusM * cos(round),
        ),
        amplitudeM,
        phaseRad: random.between(0, 2 * Math.PI),
        facing: {
          east: sin(round) * right.east,
          north: sin(round) * right.north,
          down: -cos(round),
        },
        blockRadiusM: 0.65 * Math.sqrt(areaM2 / count),
        opacity: 1,
      });
    });
  },
  raise: ({ xM, yM, lengthM, radiusM, headingDeg }, _, random) => {
    const headingRad = degToRad(headingDeg);
    const { east, north } = bearing(headingRad);
    const outlet = {
      xM: xM + (lengthM / 2 + WASHED_RADII * radiusM) * east,
      yM: yM + (lengthM / 2 + WASHED_RADII * radiusM) * north,
    };
    return [
      oblong({ xM, yM }, headingRad, lengthM, 2 * radiusM, CONCRETE, (_, rightM) =>
        Math.sqrt(radiusM * radiusM - rightM * rightM),
      ),
      bowl(outlet, 2 * WASHED_RADII * radiusM, WASHED_DEPTH_RADII * radiusM),
      ...rubble(
        Math.round(6 * radiusM),
        (draw) => ({
          xM: outlet.xM + 2 * radiusM * draw.gaussian(),
          yM: outlet.yM + 2 * radiusM * draw.gaussian(),
        }),
        { min: 0.1, max: 0.4 },
        random,
      ),
    ];
  },
};
