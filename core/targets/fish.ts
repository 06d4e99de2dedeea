import { z } from 'zod';
import { degToRad } from '../units/angle';
import { fromDb } from '../units/decibel';
import { depthSchema, positionSchema, targetIdSchema } from './common';
import {
  bladderWaveLength,
  FISH_ASPECT_FLOOR,
  LOVE_TO_BROADSIDE_DB,
  loveDorsalDb,
  noBladderLossDb,
} from './fishStrength';
import { type TargetKind, waveNumberPerM } from './scatterers';

const fishSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('fish'),
  ...positionSchema,
  depthM: depthSchema,
  lengthM: z.number().min(0.02).max(3),
  species: z.string().min(1).max(40).default('fish'),
  /** Head-up positive. */
  tiltDeg: z.number().min(-60).max(60).default(0),
  headingDeg: z.number().min(-360).max(360).default(0),
  swimbladder: z.boolean().default(true),
});

/** The bladder lies head-up in a level fish, so a fish is loudest a little head-down. */
const BLADDER_TILT_RAD = degToRad(5);
const SWIMMING_WOBBLE_RAD = degToRad(6);

export const fish: TargetKind<typeof fishSchema> = {
  schema: fishSchema,
  label: 'fish',
  describe: (target) => `${target.species}, ${Math.round(100 * target.lengthM)} cm`,
  scatter: (target, medium, random) => {
    const strengthDb =
      loveDorsalDb(target.lengthM, medium.frequencyHz) +
      LOVE_TO_BROADSIDE_DB -
      (target.swimbladder ? 0 : noBladderLossDb(medium.frequencyHz));
    return [
      {
        xM: target.xM,
        yM: target.yM,
        depthM: target.depthM,
        amplitudeM: Math.sqrt(fromDb(strengthDb)),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: 0,
        aspect: {
          headingRad: degToRad(target.headingDeg),
          tiltRad: degToRad(target.tiltDeg) + BLADDER_TILT_RAD,
          waveLength: bladderWaveLength(target.lengthM, waveNumberPerM(medium)),
          floor: FISH_ASPECT_FLOOR,
          wobbleRad: SWIMMING_WOBBLE_RAD,
        },
      },
    ];
  },
};
