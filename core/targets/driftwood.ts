import { z } from 'zod';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { WOOD } from './materials';
import { drifting } from './motion';
import { bearing, capsule, type Point3 } from './primitives';
import type { TargetKind } from './scatterers';

const driftwoodSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('driftwood'),
  ...positionSchema,
  lengthM: z.number().min(0.5).max(20),
  radiusM: z.number().min(0.03).max(0.6).default(0.12),
  /** Waterlogged wood hangs lower; zero floats awash. */
  depthM: z.number().min(0).max(4).default(0.1),
  driftMps: z.number().min(0).max(3).default(0.2),
  /** Where the stream or the wind carries it. */
  driftDeg: headingSchema,
  /** How it lies; across the way it goes, mostly. */
  headingDeg: headingSchema,
});

/** A trunk or a branch that the stream carries along, awash or waterlogged. */
export const driftwood: TargetKind<typeof driftwoodSchema> = {
  put: { words: 'Driftwood', as: { lengthM: 3 } },
  schema: driftwoodSchema,
  label: 'wood',
  describe: (target) => `driftwood, ${target.lengthM.toFixed(1)} m long`,
  motion: (target) =>
    target.driftMps > 0 ? drifting(degToRad(target.driftDeg), target.driftMps) : null,
  scatter: ({ xM, yM, lengthM, radiusM, depthM, headingDeg }, medium, random) => {
    const { east, north } = bearing(degToRad(headingDeg));
    const end = (share: number): Point3 => ({
      xM: xM + share * lengthM * east,
      yM: yM + share * lengthM * north,
      depthM: Math.max(0.05, depthM),
    });
    return capsule(end(-0.5), end(0.5), radiusM, WOOD, medium, random);
  },
};
