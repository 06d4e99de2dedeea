import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { WOOD } from './materials';
import { bearing, capsule, type Point3 } from './primitives';
import { lyingBar } from './raised';
import type { TargetKind } from './scatterers';

const logSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('log'),
  ...positionSchema,
  lengthM: z.number().min(0.5).max(20),
  radiusM: z.number().min(0.03).max(0.8).default(0.15),
  headingDeg: headingSchema,
  /** One end held up off the bottom. */
  proppedDeg: z.number().min(0).max(60).default(0),
});

/** Thinner ones would fall between the places where ground is looked at. */
const LEAST_RAISED_M = 0.1;

export const log: TargetKind<typeof logSchema> = {
  put: { words: 'Log', as: { lengthM: 5 } },
  schema: logSchema,
  label: 'wood',
  describe: (target) => `log, ${target.lengthM.toFixed(1)} m long`,
  scatter: (target, medium, random) => {
    const way = bearing(degToRad(target.headingDeg));
    const tiltRad = degToRad(target.proppedDeg);
    const end = (share: number): Point3 => {
      const alongM = share * target.lengthM * cos(tiltRad);
      const xM = target.xM + alongM * way.east;
      const yM = target.yM + alongM * way.north;
      const lyingM = medium.bottomDepthAtM(xM, yM) - target.radiusM;
      const raisedM = (share + 0.5) * target.lengthM * sin(tiltRad);
      return { xM, yM, depthM: Math.max(0.05, lyingM - raisedM) };
    };
    // In three lengths, so that it follows the bottom it lies on.
    return [-0.5, -1 / 6, 1 / 6].flatMap((from) =>
      capsule(end(from), end(from + 1 / 3), target.radiusM, WOOD, medium, random),
    );
  },
  raise: ({ xM, yM, lengthM, radiusM, headingDeg, proppedDeg }, _, random) => {
    if (proppedDeg > 0 || radiusM < LEAST_RAISED_M) return null;
    const { east, north } = bearing(degToRad(headingDeg));
    const end = (share: number) => ({
      xM: xM + share * lengthM * east,
      yM: yM + share * lengthM * north,
    });
    return [lyingBar(end(-0.5), end(0.5), radiusM, WOOD, random)];
  },
};
