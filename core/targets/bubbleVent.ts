import { z } from 'zod';
import { bubbleCrossSectionM2 } from './bubbleStrength';
import { positionSchema, targetIdSchema } from './common';
import { scatterer, type TargetKind, waveNumberPerM } from './scatterers';

const bubbleVentSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('bubbleVent'),
  ...positionSchema,
  /** Bubbles that leave the bottom in a second. */
  bubblesPerS: z.number().min(0.1).max(50).default(4),
  bubbleRadiusM: z.number().min(0.0003).max(0.005).default(0.002),
  riseMps: z.number().min(0.05).max(0.6).default(0.25),
});

const MAX_BUBBLES = 1500;
const SPREAD_M = 0.12;
const TOP_M = 0.15;
/** A burst leaves the bottom as a few bubbles close together. */
const BURST = 3;

/** Gas from the bottom: bubbles that rise in a thread, which a moving boat draws slanting. */
export const bubbleVent: TargetKind<typeof bubbleVentSchema> = {
  put: { words: 'Gas vent', as: {} },
  schema: bubbleVentSchema,
  label: 'clutter',
  describe: (target) => `bubbles rising from the bottom, ${target.bubblesPerS.toFixed(0)} a second`,
  scatter: (target, medium, random) => {
    const bottomM = medium.bottomDepthAtM(target.xM, target.yM);
    const spanM = Math.max(0.2, bottomM - TOP_M);
    const count = Math.round(
      Math.min(MAX_BUBBLES, Math.max(2, (target.bubblesPerS * spanM) / target.riseMps / BURST)),
    );
    const k = waveNumberPerM(medium);
    return Array.from({ length: count }, () => {
      const depthM = bottomM - random.uniform() * spanM;
      const radiusM = target.bubbleRadiusM * random.between(0.6, 1.4);
      const strengthM2 = BURST * bubbleCrossSectionM2(radiusM, medium.frequencyHz, bottomM / 2, k);
      return scatterer({
        xM: target.xM + SPREAD_M * random.gaussian(),
        yM: target.yM + SPREAD_M * random.gaussian(),
        depthM,
        amplitudeM: Math.sqrt(strengthM2 * random.exponential()),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: 10 * random.gaussian(),
        blockRadiusM: 0.01,
        opacity: 0.5,
        rise: {
          speedMps: target.riseMps * random.between(0.9, 1.1),
          fromDepthM: bottomM,
          toDepthM: TOP_M,
        },
      });
    });
  },
};
