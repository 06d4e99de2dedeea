import { z } from 'zod';
import { fromDb } from '../units/decibel';
import { positionSchema, targetIdSchema } from './common';
import { type Scatterer, type TargetKind, waveNumberPerM } from './scatterers';

const brushPileSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('brushPile'),
  ...positionSchema,
  radiusM: z.number().min(0.3).max(10),
  heightM: z.number().min(0.2).max(8),
  branches: z.int().min(5).max(120).default(40),
});

/** 20 log|R| of wood that has lain in water for some years. */
const WOOD_REFLECTION_DB = -9;
/** Bark and twigs scatter to all sides, this much below broadside. */
const DIFFUSE_FLOOR = fromDb(-12);
/** Branches are bent: pieces of this length are taken as straight. */
const PIECE_M = 0.18;
/** …and not quite straight either; as for fish, an uncapped lobe flashes for one ping. */
const MAX_WAVE_LENGTH = 20;

/** Cross-section of a rigid cylinder at broadside, aL²/(2λ), m²; needs range beyond L²/λ. */
export function cylinderCrossSectionM2(
  radiusM: number,
  lengthM: number,
  wavelengthM: number,
): number {
  return (radiusM * lengthM ** 2) / (2 * wavelengthM);
}

export const brushPile: TargetKind<typeof brushPileSchema> = {
  schema: brushPileSchema,
  label: 'wood',
  describe: (target) =>
    `brush pile, ${(2 * target.radiusM).toFixed(1)} m wide and ${target.heightM.toFixed(1)} m high`,
  scatter: (target, medium, random) => {
    const k = waveNumberPerM(medium);
    const wavelengthM = (2 * Math.PI) / k;
    const bottomM = medium.bottomDepthAtM(target.xM, target.yM);
    const scatterers: Scatterer[] = [];
    for (let branch = 0; branch < target.branches; branch++) {
      const bearingRad = random.between(0, 2 * Math.PI);
      // Branches start near the bottom inside the pile and reach out and up to its rounded outline.
      const rootM = target.radiusM * 0.7 * Math.sqrt(random.uniform());
      const lengthM = random.between(0.5, 1) * Math.max(target.heightM, target.radiusM);
      const headingRad = random.between(0, 2 * Math.PI);
      const tiltRad = random.between(0.1, 1.3);
      const thicknessM = random.between(0.008, 0.03);
      const pieces = Math.max(1, Math.round(lengthM / PIECE_M));
      const amplitudeM = Math.sqrt(
        cylinderCrossSectionM2(thicknessM, PIECE_M, wavelengthM) * fromDb(WOOD_REFLECTION_DB),
      );
      for (let piece = 0; piece < pieces; piece++) {
        const alongM = (piece + 0.5) * PIECE_M;
        const east =
          rootM * Math.sin(bearingRad) + alongM * Math.cos(tiltRad) * Math.sin(headingRad);
        const north =
          rootM * Math.cos(bearingRad) + alongM * Math.cos(tiltRad) * Math.cos(headingRad);
        const upM = alongM * Math.sin(tiltRad);
        const outside =
          (east ** 2 + north ** 2) / target.radiusM ** 2 + upM ** 2 / target.heightM ** 2 > 1;
        if (outside) break;
        scatterers.push({
          xM: target.xM + east,
          yM: target.yM + north,
          depthM: Math.max(0.05, bottomM - upM),
          amplitudeM,
          phaseRad: random.between(0, 2 * Math.PI),
          phaseRateRadPerS: 0,
          aspect: {
            headingRad: headingRad + 0.25 * random.gaussian(),
            tiltRad: tiltRad + 0.25 * random.gaussian(),
            waveLength: Math.min(MAX_WAVE_LENGTH, k * PIECE_M),
            floor: DIFFUSE_FLOOR,
            wobbleRad: 0,
          },
        });
      }
    }
    return scatterers;
  },
};
