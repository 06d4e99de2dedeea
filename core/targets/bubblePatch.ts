import { z } from 'zod';
import { positionSchema, targetIdSchema } from './common';
import { pointScatterer, type TargetKind, waveNumberPerM } from './scatterers';

const bubblePatchSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('bubblePatch'),
  ...positionSchema,
  radiusM: z.number().min(0.2).max(30),
  /** How far under the surface bubbles are carried. */
  depthM: z.number().min(0.1).max(6),
  count: z.int().min(5).max(5000),
  bubbleRadiusM: z.number().min(0.00005).max(0.005).default(0.0006),
});

const GAS_HEAT_RATIO = 1.4;
const ATMOSPHERE_PA = 101_325;
const GRAVITY_MPS2 = 9.81;
const WATER_KG_PER_M3 = 1000;
/** Thermal and viscous damping near resonance; the textbook's 0.014 is several times too small. */
const INNER_DAMPING = 0.1;

/**
 * Backscattering cross-section of a gas bubble, m²: a²/[(f0²/f² − 1)² + δ²] with Minnaert's f0 at
 * absolute pressure. Source: Minnaert 1933; Medwin & Clay 1998. The radiation term is capped at √3,
 * so that large bubbles (ka > 1.7) tend to the soft sphere's a²/4.
 */
export function bubbleCrossSectionM2(
  radiusM: number,
  frequencyHz: number,
  depthM: number,
  waveNumberPerM: number,
): number {
  const pressurePa = ATMOSPHERE_PA + WATER_KG_PER_M3 * GRAVITY_MPS2 * depthM;
  const resonanceHz =
    Math.sqrt((3 * GAS_HEAT_RATIO * pressurePa) / WATER_KG_PER_M3) / (2 * Math.PI * radiusM);
  const ratio = (resonanceHz / frequencyHz) ** 2;
  const damping = Math.min(waveNumberPerM * radiusM, Math.sqrt(3)) + INNER_DAMPING * ratio;
  return radiusM ** 2 / ((ratio - 1) ** 2 + damping ** 2);
}

export const bubblePatch: TargetKind<typeof bubblePatchSchema> = {
  schema: bubblePatchSchema,
  label: 'clutter',
  describe: (target) => `bubbles under the surface, to ${target.depthM.toFixed(1)} m`,
  scatter: (target, medium, random) => {
    const k = waveNumberPerM(medium);
    return Array.from({ length: target.count }, () => {
      const outM = target.radiusM * Math.sqrt(random.uniform());
      const bearingRad = random.between(0, 2 * Math.PI);
      // Squared: most bubbles stay close to the surface that made them.
      const depthM =
        0.05 + target.depthM * random.uniform() ** 2 * (1 - (outM / target.radiusM) ** 2);
      const radiusM = target.bubbleRadiusM * random.between(0.6, 1.5);
      return {
        ...pointScatterer(
          target.xM + outM * Math.sin(bearingRad),
          target.yM + outM * Math.cos(bearingRad),
          depthM,
          Math.sqrt(bubbleCrossSectionM2(radiusM, medium.frequencyHz, depthM, k)),
          random.between(0, 2 * Math.PI),
        ),
        phaseRateRadPerS: 20 * random.gaussian(),
      };
    });
  },
};
