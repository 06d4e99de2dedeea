import { z } from 'zod';
import { fromDb } from '../units/decibel';
import { hashText } from '../random';
import { depthSchema, positionSchema, targetIdSchema } from './common';
import { loveDorsalDb } from './fishStrength';
import { circling } from './motion';
import { pointInBall, scatterer, type TargetKind } from './scatterers';

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
  /** The whole school swims round at this speed; 0 stays about its place. */
  speedMps: z.number().min(0).max(1).default(0),
});

/** Small fish milling about decorrelate the echo within a few pings. */
const MILLING_RAD_PER_S = 12;
/** Mean over the tilts of a milling school, below a fish seen broadside. */
const TILT_AVERAGE_DB = -2;
/** Share of a small fish's side that hides what lies behind it. */
const BODY_OPACITY = 0.8;

export const baitSchool: TargetKind<typeof baitSchoolSchema> = {
  schema: baitSchoolSchema,
  label: 'bait',
  describe: (target) =>
    `${target.species} school, ${target.count} of ${Math.round(100 * target.lengthM)} cm`,
  motion: (target) =>
    target.speedMps > 0
      ? circling(hashText(target.id) % 7, 3 * target.radiusM, target.speedMps)
      : null,
  scatter: (target, medium, random) => {
    const meanIntensity = fromDb(
      loveDorsalDb(target.lengthM, medium.frequencyHz) + TILT_AVERAGE_DB,
    );
    return Array.from({ length: target.count }, () => {
      const offset = pointInBall(random);
      return scatterer({
        xM: target.xM + target.radiusM * offset.x,
        yM: target.yM + target.radiusM * offset.y,
        depthM: Math.max(0.05, target.depthM + (target.heightM / 2) * offset.z),
        amplitudeM: Math.sqrt(meanIntensity * random.exponential()),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: MILLING_RAD_PER_S * random.gaussian(),
        blockRadiusM: 0.28 * target.lengthM,
        opacity: BODY_OPACITY,
      });
    });
  },
};
