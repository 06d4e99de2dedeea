import { z } from 'zod';
import { fromDb } from '../units/decibel';
import { depthSchema, positionSchema, targetIdSchema } from './common';
import { loveDorsalDb } from './fishStrength';
import { pointInBall, type TargetKind } from './scatterers';

const baitSchoolSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('baitSchool'),
  ...positionSchema,
  /** Depth of the school's middle. */
  depthM: depthSchema,
  count: z.int().min(5).max(20_000),
  lengthM: z.number().min(0.01).max(0.3),
  radiusM: z.number().min(0.2).max(50),
  heightM: z.number().min(0.1).max(30),
  species: z.string().min(1).max(40).default('bait'),
});

/** Small fish milling about decorrelate the echo within a few pings. */
const MILLING_RAD_PER_S = 12;
/** Mean over the tilts of a milling school, below a fish seen broadside. */
const TILT_AVERAGE_DB = -2;

export const baitSchool: TargetKind<typeof baitSchoolSchema> = {
  schema: baitSchoolSchema,
  label: 'bait',
  describe: (target) =>
    `${target.species} school, ${target.count} of ${Math.round(100 * target.lengthM)} cm`,
  scatter: (target, medium, random) => {
    const meanIntensity = fromDb(
      loveDorsalDb(target.lengthM, medium.frequencyHz) + TILT_AVERAGE_DB,
    );
    return Array.from({ length: target.count }, () => {
      const offset = pointInBall(random);
      return {
        xM: target.xM + target.radiusM * offset.x,
        yM: target.yM + target.radiusM * offset.y,
        depthM: Math.max(0.05, target.depthM + (target.heightM / 2) * offset.z),
        amplitudeM: Math.sqrt(meanIntensity * random.exponential()),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: MILLING_RAD_PER_S * random.gaussian(),
        aspect: null,
      };
    });
  },
};
