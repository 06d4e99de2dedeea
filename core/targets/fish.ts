import { z } from 'zod';
import { atan2, hypot } from '../numeric';
import { hash32, hashText } from '../random';
import { fromDb } from '../units/decibel';
import { degToRad } from '../units/angle';
import { depthSchema, headingSchema, positionSchema, shySchema, targetIdSchema } from './common';
import {
  bladderWaveLength,
  FISH_ASPECT_FLOOR,
  LOVE_TO_BROADSIDE_DB,
  loveDorsalDb,
  noBladderLossDb,
} from './fishStrength';
import { judgeLureShape, lureInterest } from './judgeLure';
import {
  circleReachM,
  circling,
  type Motion,
  type MotionWorld,
  straying,
  together,
} from './motion';
import { bearing } from './primitives';
import { type Scatterer, scatterer, type TargetKind, waveNumberPerM } from './scatterers';

const behaviourSchema = z.discriminatedUnion('kind', [
  /** Keeps its place, fins moving. */
  z.object({ kind: z.literal('hold') }),
  /** Swims round at its depth. */
  z.object({
    kind: z.literal('cruise'),
    speedMps: z.number().min(0.02).max(2).default(0.4),
    radiusM: z.number().min(1).max(100).default(8),
  }),
  /** Swims round with all others of its group, each a little off its place. */
  z.object({
    kind: z.literal('school'),
    group: z.string().min(1).max(40),
    speedMps: z.number().min(0).max(2).default(0.2),
    radiusM: z.number().min(1).max(100).default(12),
  }),
  /** Holds, then comes to a lure, looks at it, and goes back; again and again. */
  z.object({
    kind: z.literal('riseToLure'),
    lureId: targetIdSchema,
    startS: z.number().min(0).max(10_000).default(8),
    speedMps: z.number().min(0.05).max(3).default(0.5),
    waitS: z.number().min(0).max(600).default(4),
    everyS: z.number().min(5).max(10_000).default(40),
  }),
  /** Comes to a lure that is worked as it likes, and leaves one that is not (judgeLure.ts). */
  z.object({ kind: z.literal('judgeLure'), ...judgeLureShape }),
]);

const fishSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('fish'),
  ...positionSchema,
  depthM: depthSchema,
  lengthM: z.number().min(0.02).max(3),
  species: z.string().min(1).max(40).default('fish'),
  /** Head-up positive. */
  tiltDeg: z.number().min(-60).max(60).default(0),
  headingDeg: headingSchema,
  swimbladder: z.boolean().default(true),
  behaviour: behaviourSchema.default({ kind: 'hold' }),
  ...shySchema,
});
type Fish = z.infer<typeof fishSchema>;

/** The bladder lies head-up in a level fish, so a fish is loudest a little head-down. */
const BLADDER_TILT_RAD = degToRad(5);
const SWIMMING_WOBBLE_RAD = degToRad(6);
/** A fish's body is about a quarter as deep as it is long; two thirds of that hide what is behind. */
const BODY_DEPTH_SHARE = 0.25;
const BODY_OPACITY = 0.9;

/** Above this a body is long against the beam and many wavelengths deep: it is drawn as its parts. */
const PARTS_FROM_HZ = 300_000;
const PARTS = 5;
/** Part of the length over which the parts lie; head and tail fin return little. */
const PARTS_SPAN = 0.75;
const PART_WAVE_LENGTH = 6;
const PART_ASPECT_FLOOR = fromDb(-9);

/** Seen from its side a fish returns about 6 dB more than from above, in a lobe of some 9°. Source: Love 1977. */
const FLANK = 1;

/** Off its place among others, m. */
const STRAY_M = 0.3;

/** Distance at which a fish stops short of a lure, below and beside it. */
const LOOKING_DISTANCE_M = 0.25;

/** The fish between its own place and a lure. */
function towardsLure(
  target: Fish,
  world: MotionWorld,
  lureId: string,
  shareFor: (wayM: number, lure: Motion | null) => (timeS: number) => number,
): Motion | null {
  const lure = world.targets.find((other) => other.id === lureId);
  if (!lure || lure.depthM === undefined) return null;
  const lureDepthM = lure.depthM;
  const lureMotion = world.motionOf(lureId);
  const rest = straying(hashText(target.id), 0.15, 3);
  const wayM = Math.max(
    0.1,
    hypot(lure.xM - target.xM, lure.yM - target.yM, lureDepthM - target.depthM) -
      LOOKING_DISTANCE_M,
  );
  const shareAt = shareFor(wayM, lureMotion);
  return (timeS) => {
    const place = rest(timeS);
    const share = shareAt(timeS);
    const moved = lureMotion?.(timeS) ?? { eastM: 0, northM: 0, downM: 0 };
    const east = lure.xM + moved.eastM - target.xM;
    const north = lure.yM + moved.northM - target.yM;
    const down = lureDepthM + moved.downM + LOOKING_DISTANCE_M - target.depthM;
    const facing = share > 0 ? atan2(east, north) - degToRad(target.headingDeg) : 0;
    return {
      eastM: (1 - share) * place.eastM + share * east,
      northM: (1 - share) * place.northM + share * north,
      downM: (1 - share) * place.downM + share * down,
      turnRad: share > 0 ? facing : place.turnRad,
    };
  };
}

/** Share of the way to the lure for a fish that comes by the clock. */
const risingByClock =
  ({ startS, speedMps, waitS, everyS }: Extract<Fish['behaviour'], { kind: 'riseToLure' }>) =>
  (wayM: number) => {
    const travelS = wayM / speedMps;
    const outS = travelS + waitS;
    return (timeS: number) => {
      const intoS = timeS < startS ? -1 : (timeS - startS) % everyS;
      if (intoS < 0) return 0;
      if (intoS < travelS) return intoS / travelS;
      if (intoS < outS) return 1;
      return intoS < outS + travelS ? 1 - (intoS - outS) / travelS : 0;
    };
  };

function motion(target: Fish, world: MotionWorld): Motion | null {
  const { behaviour } = target;
  const headingRad = degToRad(target.headingDeg);
  switch (behaviour.kind) {
    case 'hold':
      return null;
    case 'cruise':
      return circling(headingRad, behaviour.radiusM, behaviour.speedMps);
    case 'school': {
      // One circle for the whole group; its direction comes from the group's name.
      const groupRad = (hashText(behaviour.group) % 360) * (Math.PI / 180);
      const swim = circling(groupRad, behaviour.radiusM, behaviour.speedMps);
      return together(swim, straying(hash32(hashText(target.id)), STRAY_M, 4));
    }
    case 'riseToLure':
      return towardsLure(target, world, behaviour.lureId, risingByClock(behaviour));
    case 'judgeLure':
      return towardsLure(target, world, behaviour.lureId, (wayM, lure) =>
        lureInterest(behaviour, wayM, lure),
      );
  }
}

export const fish: TargetKind<typeof fishSchema> = {
  schema: fishSchema,
  label: 'fish',
  describe: (target) => `${target.species}, ${Math.round(100 * target.lengthM)} cm`,
  motion,
  roamsM: ({ behaviour }) => {
    switch (behaviour.kind) {
      case 'hold':
        return 0;
      case 'cruise':
        return circleReachM(behaviour.radiusM);
      case 'school':
        return circleReachM(behaviour.radiusM) + STRAY_M;
      case 'riseToLure':
      case 'judgeLure':
        return Infinity;
    }
  },
  scatter: (target, medium, random) => {
    const { xM, yM, depthM, lengthM } = target;
    const strengthDb =
      loveDorsalDb(lengthM, medium.frequencyHz) +
      LOVE_TO_BROADSIDE_DB -
      (target.swimbladder ? 0 : noBladderLossDb(medium.frequencyHz));
    const headingRad = degToRad(target.headingDeg);
    const tiltRad = degToRad(target.tiltDeg) + BLADDER_TILT_RAD;
    const bodyRadiusM = (BODY_DEPTH_SHARE * lengthM) / 2;
    if (medium.frequencyHz < PARTS_FROM_HZ) {
      return [
        scatterer({
          xM,
          yM,
          depthM,
          amplitudeM: Math.sqrt(fromDb(strengthDb)),
          phaseRad: random.between(0, 2 * Math.PI),
          aspect: {
            headingRad,
            tiltRad,
            waveLength: bladderWaveLength(lengthM, waveNumberPerM(medium)),
            floor: FISH_ASPECT_FLOOR,
            flank: FLANK,
            wobbleRad: SWIMMING_WOBBLE_RAD,
          },
          blockRadiusM: Math.sqrt((bodyRadiusM * lengthM) / Math.PI),
          opacity: BODY_OPACITY,
        }),
      ];
    }
    const way = bearing(headingRad);
    return Array.from({ length: PARTS }, (_, part): Scatterer => {
      const alongM = ((part + 0.5) / PARTS - 0.5) * PARTS_SPAN * lengthM;
      return scatterer({
        xM: xM + alongM * way.east,
        yM: yM + alongM * way.north,
        depthM: depthM - alongM * degToRad(target.tiltDeg),
        amplitudeM: Math.sqrt(fromDb(strengthDb) / PARTS),
        phaseRad: random.between(0, 2 * Math.PI),
        // Fins and flanks move by wavelengths.
        phaseRateRadPerS: 3 * random.gaussian(),
        aspect: {
          headingRad,
          tiltRad,
          waveLength: PART_WAVE_LENGTH,
          floor: PART_ASPECT_FLOOR,
          flank: FLANK,
          wobbleRad: SWIMMING_WOBBLE_RAD,
        },
        blockRadiusM: Math.max(bodyRadiusM * 0.8, (0.6 * PARTS_SPAN * lengthM) / PARTS),
        opacity: BODY_OPACITY,
      });
    });
  },
};
