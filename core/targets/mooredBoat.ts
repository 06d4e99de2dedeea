import { z } from 'zod';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { FIBRE, STEEL } from './materials';
import { bearing, capsule, halfEllipsoid } from './primitives';
import type { TargetKind } from './scatterers';

const mooredBoatSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('mooredBoat'),
  ...positionSchema,
  lengthM: z.number().min(2).max(30),
  beamM: z.number().min(0.8).max(8).default(2.2),
  /** Of the hull, without what hangs under it. */
  draftM: z.number().min(0.1).max(2.5).default(0.35),
  /** What hangs at its stern or under it. */
  drive: z.enum(['outboard', 'keel', 'none']).default('outboard'),
  headingDeg: headingSchema,
});

const POINTS_PER_M2 = 18;
const SWAY_RAD_PER_S = 0.8;
/** An outboard's leg: so far behind the stern, so deep, so thick, m. */
const LEG = { behindM: 0.25, depthM: 0.75, radiusM: 0.06 };
const GEARCASE = { lengthM: 0.55, radiusM: 0.075 };
const KEEL = { share: 0.3, depthM: 0.8, radiusM: 0.08 };

/** A boat afloat: the lower half of an ellipsoid at the surface, and the drive under it. */
export const mooredBoat: TargetKind<typeof mooredBoatSchema> = {
  put: { words: 'Boat afloat', as: { lengthM: 5.5 } },
  schema: mooredBoatSchema,
  label: 'built',
  describe: ({ lengthM, drive }) =>
    `boat afloat, ${lengthM.toFixed(1)} m${drive === 'outboard' ? ', its motor down' : ''}`,
  scatter: (target, medium, random) => {
    const along = bearing(degToRad(target.headingDeg));
    const right = { east: along.north, north: -along.east };
    const at = (alongM: number, rightM: number, depthM: number) => ({
      xM: target.xM + alongM * along.east + rightM * right.east,
      yM: target.yM + alongM * along.north + rightM * right.north,
      depthM,
    });
    const [a, b, c] = [target.lengthM / 2, target.beamM / 2, target.draftM];
    const hull = halfEllipsoid(at(0, 0, 0), [a, b, c], along, -1, FIBRE, POINTS_PER_M2, random).map(
      (point) =>
        // A boat at its lines is never quite still.
        ({ ...point, phaseRateRadPerS: SWAY_RAD_PER_S * random.gaussian() }),
    );
    if (target.drive === 'keel') {
      const depthM = c + KEEL.depthM;
      const half = KEEL.share * a;
      return [
        ...hull,
        ...capsule(at(-half, 0, depthM), at(half, 0, depthM), KEEL.radiusM, STEEL, medium, random),
      ];
    }
    if (target.drive === 'none') return hull;
    const stern = -a - LEG.behindM;
    return [
      ...hull,
      ...capsule(at(stern, 0, 0.1), at(stern, 0, LEG.depthM), LEG.radiusM, STEEL, medium, random),
      ...capsule(
        at(stern - GEARCASE.lengthM / 2, 0, LEG.depthM),
        at(stern + GEARCASE.lengthM / 2, 0, LEG.depthM),
        GEARCASE.radiusM,
        STEEL,
        medium,
        random,
      ),
    ];
  },
};
