import { square } from '../numeric';
import { z } from 'zod';
import { depthSchema, positionSchema, targetIdSchema } from './common';
import { scatterer, type TargetKind, waveNumberPerM } from './scatterers';

const sphereSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('sphere'),
  ...positionSchema,
  depthM: depthSchema,
  radiusM: z.number().min(0.0005).max(5),
});

/**
 * Backscattering cross-section of a rigid sphere, m²: (a²/4)·q/(1+q), q = (25/9)(ka)⁴.
 * Source: Johnson 1977, a fit from Rayleigh scattering to the geometric limit a²/4.
 */
export function rigidSphereCrossSectionM2(radiusM: number, waveNumberPerM: number): number {
  const q = (25 / 9) * square(square(waveNumberPerM * radiusM));
  return ((square(radiusM) / 4) * q) / (1 + q);
}

/** The calibration target of the trade: its echo is known in closed form. */
export const sphere: TargetKind<typeof sphereSchema> = {
  put: { words: 'Calibration sphere', as: { depthM: 4, radiusM: 0.019 } },
  schema: sphereSchema,
  label: 'rock',
  describe: (target) => `rigid sphere, ${(200 * target.radiusM).toFixed(1)} cm across`,
  scatter: (target, medium) => [
    scatterer({
      xM: target.xM,
      yM: target.yM,
      depthM: target.depthM,
      amplitudeM: Math.sqrt(rigidSphereCrossSectionM2(target.radiusM, waveNumberPerM(medium))),
      blockRadiusM: target.radiusM,
      opacity: 1,
    }),
  ],
};
