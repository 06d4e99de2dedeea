import { z } from 'zod';
import { fromDb } from '../units/decibel';
import { positionSchema, targetIdSchema } from './common';
import { scatterer, type TargetKind } from './scatterers';

const weedStalkSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('weedStalk'),
  ...positionSchema,
  heightM: z.number().min(0.2).max(12),
});

/** Gas bladders along a single tall stem, each −60 dB or so. */
const BLADDER_DB = -60;
const BLADDERS_PER_M = 8;
const SWAY_M = 0.12;

export const weedStalk: TargetKind<typeof weedStalkSchema> = {
  put: { words: 'Weed stalk', as: { heightM: 2 } },
  schema: weedStalkSchema,
  label: 'weed',
  describe: (target) => `single stalk of weed, ${target.heightM.toFixed(1)} m high`,
  scatter: (target, medium, random) => {
    const bottomM = medium.bottomDepthAtM(target.xM, target.yM);
    const count = Math.max(2, Math.round(BLADDERS_PER_M * target.heightM));
    return Array.from({ length: count }, (_, i) => {
      const upM = ((i + random.uniform()) / count) * target.heightM;
      return scatterer({
        xM: target.xM + (SWAY_M * upM * random.gaussian()) / target.heightM,
        yM: target.yM + (SWAY_M * upM * random.gaussian()) / target.heightM,
        depthM: Math.max(0.03, bottomM - upM),
        amplitudeM: Math.sqrt(fromDb(BLADDER_DB) * random.exponential()),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: 1.5 * random.gaussian(),
        blockRadiusM: 0.03,
        opacity: 0.5,
      });
    });
  },
};
