import { z } from 'zod';
import { hash32, hashText, hashUniform, smoothNoise } from '../random';
import { depthSchema, positionSchema, targetIdSchema } from './common';
import type { Motion } from './motion';
import { scatterer, type TargetKind, waveNumberPerM } from './scatterers';
import { rigidSphereCrossSectionM2 } from './sphere';

const lureSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('lure'),
  ...positionSchema,
  depthM: depthSchema,
  lengthM: z.number().min(0.01).max(0.4).default(0.06),
  /** Lifted by about so much once in a period or so, then let sink, as a hand does; 0 hangs still. */
  liftM: z.number().min(0).max(3).default(0.4),
  periodS: z.number().min(0.5).max(60).default(4),
  /** A hand's own movement instead: depth at times, in order, straight between them. */
  track: z
    .array(z.object({ timeS: z.number().min(0), depthM: depthSchema }))
    .max(2000)
    .default([]),
});

// A hand is no clock: some lifts are higher, some doubled, some left out, and none is on time.
const LEAST_LIFT = 0.4;
const MOST_LIFT = 1.5;
const PAUSED_SHARE = 0.24;
const DOUBLED_SHARE = 0.3;
/** Of a period, by which a lift may come late. */
const LATE_SHARE = 0.25;
/** The second of two twitches comes after this share of a period. */
const TWITCH_SHARE = 0.3;
/** Longest share of a period that the lift takes, and longest time, s. */
const LIFT_SHARE = 0.15;
const LIFT_S = 0.5;
/** How fast it sinks on a slack line, m/s; faster where the next lift would come too soon. */
const SINK_MPS = 0.42;
const SUNK_SHARE = 0.4;
/** The rod's tip is never quite still: up by so much at most, over some seconds. */
const TREMOR_M = 0.03;
const TREMOR_S = 3;

/**
 * The hand that lifts a lure once in a period or so. Closed in time: any moment looks at the lifts of its own
 * period and of the one before. No source but the eye; each lure's hand follows from its name and place.
 */
function jigging(seed: number, liftM: number, periodS: number): Motion {
  const liftS = Math.min(LIFT_S, LIFT_SHARE * periodS);
  /** Height over where it hangs, so long after a lift began. */
  const liftedM = (sinceS: number, heightM: number) => {
    if (sinceS <= 0) return 0;
    if (sinceS < liftS) {
      const share = sinceS / liftS;
      return heightM * share * share * (3 - 2 * share);
    }
    const sinkMps = Math.max(SINK_MPS, heightM / (SUNK_SHARE * periodS));
    return Math.max(0, heightM - sinkMps * (sinceS - liftS));
  };
  const periodUpM = (number: number, timeS: number) => {
    const what = hashUniform(seed, number, 0);
    if (what < PAUSED_SHARE) return 0;
    const late = LATE_SHARE * hashUniform(seed, number, 1);
    const sinceS = timeS - (number + late) * periodS;
    const share = LEAST_LIFT + (MOST_LIFT - LEAST_LIFT) * hashUniform(seed, number, 2);
    const up = liftedM(sinceS, share * liftM);
    return what < PAUSED_SHARE + DOUBLED_SHARE
      ? Math.max(up, liftedM(sinceS - TWITCH_SHARE * periodS, 0.7 * share * liftM))
      : up;
  };
  return (timeS) => {
    const number = Math.floor(timeS / periodS);
    const tremorM = TREMOR_M * (0.5 + 0.5 * smoothNoise(seed, timeS / TREMOR_S));
    const upM = Math.max(periodUpM(number, timeS), periodUpM(number - 1, timeS)) + tremorM;
    return { eastM: 0, northM: 0, downM: -upM, turnRad: 0 };
  };
}

/** A lure of metal echoes as a ball of about a fifth of its length. */
const BODY_RADIUS_SHARE = 0.2;

export const lure: TargetKind<typeof lureSchema> = {
  put: { words: 'Lure', as: { depthM: 3 } },
  schema: lureSchema,
  label: 'lure',
  describe: (target) => `lure, ${Math.round(100 * target.lengthM)} cm`,
  motion: (target): Motion | null => {
    const { track, liftM, periodS } = target;
    if (track.length > 0) {
      return (timeS) => {
        let after = track.findIndex((point) => point.timeS > timeS);
        if (after < 0) after = track.length;
        const from = track[Math.max(0, after - 1)];
        const to = track[Math.min(track.length - 1, after)];
        const spanS = to.timeS - from.timeS;
        const share = spanS > 0 ? Math.min(1, Math.max(0, (timeS - from.timeS) / spanS)) : 0;
        const depthM = from.depthM + share * (to.depthM - from.depthM);
        return { eastM: 0, northM: 0, downM: depthM - target.depthM, turnRad: 0 };
      };
    }
    if (liftM === 0) return null;
    const { id, xM, yM } = target;
    return jigging(
      hash32(hashText(id), Math.round(100 * xM), Math.round(100 * yM)),
      liftM,
      periodS,
    );
  },
  scatter: (target, medium) => {
    const radiusM = BODY_RADIUS_SHARE * target.lengthM;
    return [
      scatterer({
        xM: target.xM,
        yM: target.yM,
        depthM: target.depthM,
        amplitudeM: Math.sqrt(rigidSphereCrossSectionM2(radiusM, waveNumberPerM(medium))),
        blockRadiusM: radiusM,
        opacity: 1,
      }),
    ];
  },
};
