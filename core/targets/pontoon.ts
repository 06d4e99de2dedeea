import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { FIBRE, STEEL } from './materials';
import { bearing, block, capsule } from './primitives';
import type { Scatterer, TargetKind } from './scatterers';

const pontoonSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('pontoon'),
  ...positionSchema,
  lengthM: z.number().min(2).max(80),
  widthM: z.number().min(1).max(12).default(2.5),
  draftM: z.number().min(0.1).max(1.5).default(0.4),
  headingDeg: headingSchema,
  /** Chains to the bottom from its corners; a finger hangs on what it is bolted to. */
  anchored: z.boolean().default(true),
});

const FLOAT_LENGTH_M = 1.2;
const FLOAT_EVERY_M = 2.4;
const CHAIN_RADIUS_M = 0.02;

/** A floating dock: floats at even spaces under a frame, and chains to the bottom at its corners. */
export const pontoon: TargetKind<typeof pontoonSchema> = {
  put: { words: 'Pontoon', as: { lengthM: 10 } },
  schema: pontoonSchema,
  label: 'built',
  describe: (target) => `pontoon, ${target.lengthM.toFixed(0)} m of floats`,
  scatter: (target, medium, random) => {
    const headingRad = degToRad(target.headingDeg);
    const along = bearing(headingRad);
    const right = { east: cos(headingRad), north: -sin(headingRad) };
    const at = (alongM: number, rightM: number, depthM: number) => ({
      xM: target.xM + alongM * along.east + rightM * right.east,
      yM: target.yM + alongM * along.north + rightM * right.north,
      depthM,
    });
    const points: Scatterer[] = [];
    const floats = Math.max(1, Math.round(target.lengthM / FLOAT_EVERY_M));
    for (let i = 0; i < floats; i++) {
      const alongM = ((i + 0.5) / floats - 0.5) * target.lengthM;
      points.push(
        ...block(
          at(alongM, 0, target.draftM),
          FLOAT_LENGTH_M,
          target.widthM * 0.8,
          target.draftM - 0.03,
          along,
          FIBRE,
          random,
        ),
      );
    }
    for (const side of [-1, 1]) {
      points.push(
        ...capsule(
          at(-target.lengthM / 2, (side * target.widthM) / 2, 0.1),
          at(target.lengthM / 2, (side * target.widthM) / 2, 0.1),
          0.05,
          STEEL,
          medium,
          random,
        ),
      );
      for (const end of target.anchored ? [-1, 1] : []) {
        const top = at((end * target.lengthM) / 2, (side * target.widthM) / 2, target.draftM);
        const foot = at((end * target.lengthM) / 2 + end * 2, side * target.widthM, 0);
        foot.depthM = medium.bottomDepthAtM(foot.xM, foot.yM);
        points.push(...capsule(top, foot, CHAIN_RADIUS_M, STEEL, medium, random));
      }
    }
    return points;
  },
};
