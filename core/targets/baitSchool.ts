import { z } from 'zod';
import { fromDb } from '../units/decibel';
import { atan2, hypot } from '../numeric';
import { hashText, type RandomSource, smoothNoise2 } from '../random';
import { depthSchema, positionSchema, shySchema, targetIdSchema } from './common';
import { loveDorsalDb } from './fishStrength';
import { circleReachM, circling } from './motion';
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
  ...shySchema,
});

/** Small fish milling about decorrelate the echo within a few pings. */
const MILLING_RAD_PER_S = 12;
/** Mean over the tilts of a milling school, below a fish seen broadside. */
const TILT_AVERAGE_DB = -2;
/** Share of a small fish's side that hides what lies behind it. */
const BODY_OPACITY = 0.8;

/** It swims round a circle so many times its own size. */
const CIRCLE_RADII = 3;
/** Most of a school keeps in knots of a few dozen; the rest fills between. */
const IN_KNOTS = 0.75;
const FISH_A_KNOT = 60;
/** Size of a knot against the school's. */
const KNOT_SIZE = [0.06, 0.17] as const;
/** The rim lies between these shares of the stated radius, from direction to direction. */
const RIM = [0.65, 1] as const;

/** Places in a unit ball, gathered in knots under a ragged rim. */
function raggedSchool(count: number, random: RandomSource) {
  const knots = Array.from(
    { length: Math.min(30, Math.max(4, Math.round(count / FISH_A_KNOT))) },
    () => ({ ...pointInBall(random), size: random.between(...KNOT_SIZE) }),
  );
  const rimSeed = Math.floor(random.between(0, 1e9));
  return () => {
    let { x, y, z } = pointInBall(random);
    if (random.uniform() < IN_KNOTS) {
      const knot = knots[Math.floor(random.between(0, knots.length))];
      x = knot.x + knot.size * random.gaussian();
      y = knot.y + knot.size * random.gaussian();
      z = knot.z + knot.size * random.gaussian();
    }
    const out = hypot(x, y, z);
    const wave = smoothNoise2(rimSeed, 2 * atan2(x, y), 2.5 * z);
    const rim = RIM[0] + (RIM[1] - RIM[0]) * Math.min(1, Math.max(0, 0.5 + wave));
    // Whoever strays over the rim turns back into the school.
    const share = out > rim ? (rim * random.between(0.7, 1)) / out : 1;
    return { x: share * x, y: share * y, z: share * z };
  };
}

export const baitSchool: TargetKind<typeof baitSchoolSchema> = {
  schema: baitSchoolSchema,
  label: 'bait',
  describe: (target) =>
    `${target.species} school, ${target.count} of ${Math.round(100 * target.lengthM)} cm`,
  motion: (target) =>
    target.speedMps > 0
      ? circling(hashText(target.id) % 7, CIRCLE_RADII * target.radiusM, target.speedMps)
      : null,
  roamsM: (target) => circleReachM(CIRCLE_RADII * target.radiusM),
  scatter: (target, medium, random) => {
    const meanIntensity = fromDb(
      loveDorsalDb(target.lengthM, medium.frequencyHz) + TILT_AVERAGE_DB,
    );
    const place = raggedSchool(target.count, random);
    return Array.from({ length: target.count }, () => {
      const offset = place();
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
