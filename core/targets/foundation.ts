import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import type { TargetKind } from './scatterers';
import { wallSections } from './wall';

const foundationSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('foundation'),
  ...positionSchema,
  lengthM: z.number().min(2).max(60),
  widthM: z.number().min(2).max(60),
  heightM: z.number().min(0.1).max(4).default(0.6),
  headingDeg: headingSchema,
});

const WALL_THICKNESS_M = 0.5;

/** The lowest courses of a building: four walls at right angles. */
export const foundation: TargetKind<typeof foundationSchema> = {
  schema: foundationSchema,
  label: 'built',
  describe: (target) => `foundation, ${target.lengthM.toFixed(0)} by ${target.widthM.toFixed(0)} m`,
  scatter: (target, medium, random) => {
    const headingRad = degToRad(target.headingDeg);
    const side = (offEast: number, offNorth: number, lengthM: number, turnDeg: number) =>
      wallSections(
        {
          xM: target.xM + offEast,
          yM: target.yM + offNorth,
          lengthM,
          heightM: target.heightM,
          thicknessM: WALL_THICKNESS_M,
          headingDeg: target.headingDeg + turnDeg,
          gaps: 0.1,
        },
        medium,
        random,
      );
    const halfWidthEast = (target.widthM / 2) * cos(headingRad);
    const halfWidthNorth = (-target.widthM / 2) * sin(headingRad);
    const halfLengthEast = (target.lengthM / 2) * sin(headingRad);
    const halfLengthNorth = (target.lengthM / 2) * cos(headingRad);
    return [
      ...side(halfWidthEast, halfWidthNorth, target.lengthM, 0),
      ...side(-halfWidthEast, -halfWidthNorth, target.lengthM, 0),
      ...side(halfLengthEast, halfLengthNorth, target.widthM, 90),
      ...side(-halfLengthEast, -halfLengthNorth, target.widthM, 90),
    ];
  },
};
