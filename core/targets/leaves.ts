import { z } from 'zod';
import { square } from '../numeric';
import { fromDb } from '../units/decibel';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { drifting } from './motion';
import { bearing } from './primitives';
import { scatterer, type TargetKind } from './scatterers';

const leavesSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('leaves'),
  ...positionSchema,
  radiusM: z.number().min(0.3).max(40),
  count: z.int().min(3).max(2000).default(80),
  /** How deep the sunken ones hang. */
  depthM: z.number().min(0.05).max(4).default(0.8),
  driftMps: z.number().min(0).max(1).default(0.05),
  /** Where the wind carries them. */
  headingDeg: headingSchema,
});

/** A leaf with the gas that clings to it. */
const LEAF_DB = -52;

/** Drifting leaves at and under the surface. */
export const leaves: TargetKind<typeof leavesSchema> = {
  put: { words: 'Drifting leaves', as: { radiusM: 5 } },
  schema: leavesSchema,
  label: 'clutter',
  describe: (target) => `drifting leaves, ${(2 * target.radiusM).toFixed(0)} m across`,
  motion: (target) =>
    target.driftMps > 0 ? drifting(degToRad(target.headingDeg), target.driftMps) : null,
  scatter: (target, _medium, random) =>
    Array.from({ length: target.count }, () => {
      const out = Math.sqrt(random.uniform());
      const { east, north } = bearing(random.between(0, 2 * Math.PI));
      return scatterer({
        xM: target.xM + target.radiusM * out * east,
        yM: target.yM + target.radiusM * out * north,
        depthM: 0.03 + target.depthM * square(random.uniform()),
        amplitudeM: Math.sqrt(fromDb(LEAF_DB) * random.exponential()),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: 4 * random.gaussian(),
        blockRadiusM: 0.04,
        opacity: 0.6,
      });
    }),
};
