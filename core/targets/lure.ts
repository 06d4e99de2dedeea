import { z } from 'zod';
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
  /** Lifted by so much once in a period, then let sink; 0 hangs still. */
  liftM: z.number().min(0).max(3).default(0.4),
  periodS: z.number().min(0.5).max(60).default(4),
  /** A hand's own movement instead: depth at times, in order, straight between them. */
  track: z
    .array(z.object({ timeS: z.number().min(0), depthM: depthSchema }))
    .max(2000)
    .default([]),
});

/** Share of the period that the lift takes, and at which it has sunk again. */
const LIFT_SHARE = 0.15;
const SUNK_SHARE = 0.55;
/** A lure of metal echoes as a ball of about a fifth of its length. */
const BODY_RADIUS_SHARE = 0.2;

export const lure: TargetKind<typeof lureSchema> = {
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
    return (timeS) => {
      const share = (timeS / periodS) % 1;
      const up =
        share < LIFT_SHARE
          ? share / LIFT_SHARE
          : Math.max(0, 1 - (share - LIFT_SHARE) / (SUNK_SHARE - LIFT_SHARE));
      return { eastM: 0, northM: 0, downM: -liftM * up, turnRad: 0 };
    };
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
