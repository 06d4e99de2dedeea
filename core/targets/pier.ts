import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { STEEL, WOOD } from './materials';
import { bearing, capsule } from './primitives';
import type { Scatterer, TargetKind } from './scatterers';

const pierSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('pier'),
  ...positionSchema,
  lengthM: z.number().min(2).max(80),
  widthM: z.number().min(1).max(12).default(2.5),
  /** Between one pair of posts and the next. */
  spacingM: z.number().min(1).max(8).default(2.5),
  headingDeg: headingSchema,
});

const POST_RADIUS_M = 0.09;
const BEAM_RADIUS_M = 0.07;
const BEAM_DEPTH_M = 0.25;

/** A pier on posts: pairs of uprights with cross beams under the deck, evenly spaced. */
export const pier: TargetKind<typeof pierSchema> = {
  put: { words: 'Pier', as: { lengthM: 14 } },
  schema: pierSchema,
  label: 'built',
  describe: (target) => `pier frames, ${target.lengthM.toFixed(0)} m of them`,
  scatter: (target, medium, random) => {
    const headingRad = degToRad(target.headingDeg);
    const along = bearing(headingRad);
    const right = { east: cos(headingRad), north: -sin(headingRad) };
    const post = (alongM: number, side: number, depthM?: number) => {
      const rightM = (side * target.widthM) / 2;
      const xM = target.xM + alongM * along.east + rightM * right.east;
      const yM = target.yM + alongM * along.north + rightM * right.north;
      return { xM, yM, depthM: depthM ?? medium.bottomDepthAtM(xM, yM) };
    };
    const points: Scatterer[] = [];
    const frames = Math.max(1, Math.round(target.lengthM / target.spacingM));
    for (let i = 0; i <= frames; i++) {
      const alongM = (i / frames - 0.5) * target.lengthM;
      for (const side of [-1, 1]) {
        points.push(
          ...capsule(
            post(alongM, side),
            post(alongM, side, 0.05),
            POST_RADIUS_M,
            WOOD,
            medium,
            random,
          ),
        );
      }
      points.push(
        ...capsule(
          post(alongM, -1, BEAM_DEPTH_M),
          post(alongM, 1, BEAM_DEPTH_M),
          BEAM_RADIUS_M,
          STEEL,
          medium,
          random,
        ),
      );
    }
    return points;
  },
};
