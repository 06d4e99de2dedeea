import { z } from 'zod';
import { fromDb } from '../units/decibel';
import { positionSchema, targetIdSchema } from './common';
import { pointScatterer, type TargetKind } from './scatterers';

const boulderSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('boulder'),
  ...positionSchema,
  radiusM: z.number().min(0.1).max(10),
});

/** Lambert parameter of bare rock. */
const ROCK_LAMBERT = fromDb(-12);
/** How far the middle of the stone stands above the bottom, in radii. */
const CENTRE_HEIGHT_RADII = 0.35;
const POINTS_PER_M2 = 60;
const MIN_POINTS = 40;
const MAX_POINTS = 600;

/** Backscattering cross-section of a rough (Lambert) sphere, 2πa²μ/3, m². */
export function roughSphereCrossSectionM2(radiusM: number, lambert: number): number {
  return (2 * Math.PI * radiusM ** 2 * lambert) / 3;
}

export const boulder: TargetKind<typeof boulderSchema> = {
  schema: boulderSchema,
  label: 'rock',
  describe: (target) => `boulder, ${(2 * target.radiusM).toFixed(1)} m across`,
  scatter: (target, medium, random) => {
    const { xM, yM, radiusM } = target;
    const centreDepthM = medium.bottomDepthAtM(xM, yM) - CENTRE_HEIGHT_RADII * radiusM;
    const areaM2 = 2 * Math.PI * radiusM ** 2;
    const count = Math.round(Math.min(MAX_POINTS, Math.max(MIN_POINTS, POINTS_PER_M2 * areaM2)));
    return Array.from({ length: count }, () => {
      // Equal areas of the upper half: the height of the normal is uniform.
      const up = random.uniform();
      const bearingRad = random.between(0, 2 * Math.PI);
      const out = Math.sqrt(1 - up * up);
      // Lambert, seen from above: μ cos²χ dA, which sums to 2πa²μ/3 over the half sphere.
      const intensityM2 = ROCK_LAMBERT * up * up * (areaM2 / count);
      return pointScatterer(
        xM + radiusM * out * Math.sin(bearingRad),
        yM + radiusM * out * Math.cos(bearingRad),
        centreDepthM - radiusM * up,
        Math.sqrt(intensityM2),
        random.between(0, 2 * Math.PI),
      );
    });
  },
};
