import { z } from 'zod';
import { depthSchema, headingSchema, positionSchema, targetIdSchema } from './common';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { FIBRE, STEEL, WOOD } from './materials';
import { bearing, capsule } from './primitives';
import type { TargetKind } from './scatterers';

const ropeSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('rope'),
  ...positionSchema,
  /** Its upper end; the lower one lies `lengthM` away. */
  depthM: depthSchema,
  lengthM: z.number().min(0.5).max(200),
  radiusM: z.number().min(0.002).max(0.2).default(0.012),
  /** Below horizontal: 90 hangs straight down, 0 is a cable stretched level. */
  slopeDeg: z.number().min(0).max(90).default(90),
  headingDeg: headingSchema,
  material: z.enum(['fibre', 'wood', 'steel']).default('fibre'),
});

const MATERIAL = { fibre: FIBRE, wood: WOOD, steel: STEEL };
/** Thicker ones are called beams. */
const BEAM_FROM_M = 0.035;

/** A mooring line, an anchor rope, a cable; stiff ones are the cross members of a dock. */
export const rope: TargetKind<typeof ropeSchema> = {
  put: { words: 'Rope', as: { depthM: 0.5, lengthM: 6, slopeDeg: 75 } },
  schema: ropeSchema,
  label: 'built',
  describe: ({ lengthM, radiusM, material }) =>
    `${radiusM >= BEAM_FROM_M ? `${material} beam` : material === 'steel' ? 'cable' : 'rope'}, ${lengthM.toFixed(0)} m long`,
  scatter: (target, medium, random) => {
    const way = bearing(degToRad(target.headingDeg));
    const slopeRad = degToRad(target.slopeDeg);
    const outM = target.lengthM * cos(slopeRad);
    const xM = target.xM + outM * way.east;
    const yM = target.yM + outM * way.north;
    const endDepthM = target.depthM + target.lengthM * sin(slopeRad);
    return capsule(
      { xM: target.xM, yM: target.yM, depthM: target.depthM },
      { xM, yM, depthM: Math.min(medium.bottomDepthAtM(xM, yM), endDepthM) },
      target.radiusM,
      MATERIAL[target.material],
      medium,
      random,
    );
  },
};
