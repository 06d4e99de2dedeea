import { z } from 'zod';
import { exp, square } from '../numeric';
import { smoothNoise2 } from '../random';
import { fromDb } from '../units/decibel';
import { positionSchema, targetIdSchema } from './common';
import { bearing } from './primitives';
import { scatterer, type TargetKind } from './scatterers';

const weedBedSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('weedBed'),
  ...positionSchema,
  radiusM: z.number().min(0.3).max(40),
  heightM: z.number().min(0.1).max(6),
  density: z.enum(['sparse', 'moderate', 'dense']).default('moderate'),
});

/** Volume scattering of gas-filled leaves at 200–455 kHz, dB re 1/m, and two-way loss through them. */
const DENSITY = {
  sparse: { scatteringDb: -52, lossDbPerM: 0.5 },
  moderate: { scatteringDb: -42, lossDbPerM: 2 },
  dense: { scatteringDb: -34, lossDbPerM: 8 },
} as const;

const POINTS_PER_M3 = 45;
const MAX_POINTS = 6000;
/** Standard deviation of the patchiness, in nepers of intensity: 5 dB. */
const PATCH_SIGMA = 1.15;
/** Gas channels a few centimetres long; radius of the disc that each clump of leaves hides. */
const CLUMP_RADIUS_M = 0.09;
const MAX_OPACITY = 0.9;

/** A bed's rim lies between these shares of the stated radius, from direction to direction. */
const RIM = [0.62, 1] as const;
const WAVES_ROUND = 1.4;
const RIM_DIRECTIONS = 64;

type Rim = (eastShare: number, northShare: number) => number;

/** How far a bed reaches in a direction, as a share of its radius: no two alike, none round. */
function raggedRim(seed: number): Rim {
  const [low, high] = RIM;
  return (east, north) => {
    const wave =
      0.5 +
      smoothNoise2(seed, WAVES_ROUND * east, WAVES_ROUND * north) +
      0.35 * smoothNoise2(seed + 1, 4 * east, 4 * north);
    return low + (high - low) * Math.min(1, Math.max(0, wave));
  };
}

/** Its area against that of a round bed. */
function areaShare(rim: Rim): number {
  let sum = 0;
  for (let i = 0; i < RIM_DIRECTIONS; i++) {
    const { east, north } = bearing((2 * Math.PI * i) / RIM_DIRECTIONS);
    sum += square(rim(east, north)) / RIM_DIRECTIONS;
  }
  return sum;
}

export const weedBed: TargetKind<typeof weedBedSchema> = {
  put: { words: 'Weed bed', as: { radiusM: 6, heightM: 0.8 } },
  schema: weedBedSchema,
  label: 'weed',
  describe: (target) =>
    `${target.density} weed, ${(2 * target.radiusM).toFixed(1)} m across and ${target.heightM.toFixed(1)} m high`,
  overheadLossDb: (target) => ({
    radiusM: target.radiusM,
    lossDb: 0.7 * target.heightM * DENSITY[target.density].lossDbPerM,
  }),
  scatter: (target, medium, random) => {
    const { scatteringDb, lossDbPerM } = DENSITY[target.density];
    const rim = raggedRim(Math.floor(random.between(0, 1e9)));
    const volumeM3 = 0.7 * Math.PI * square(target.radiusM) * areaShare(rim) * target.heightM;
    const count = Math.round(Math.min(MAX_POINTS, Math.max(20, POINTS_PER_M3 * volumeM3)));
    // 0–3 dB more at the fans' frequencies; 1.5 taken.
    const rise = medium.frequencyHz > 600_000 ? 1.5 : 0;
    const meanM2 = (fromDb(scatteringDb + rise) * volumeM3) / count;
    // Clumps at random leave exp(−n (2r)² o) of what crosses a metre (the fans cut with squares): as much as
    // the bed's loss says, however few stand for how many.
    const nepersPerM = (lossDbPerM * Math.LN10) / 10;
    const perM3 = count / volumeM3;
    const clumpRadiusM = Math.max(
      CLUMP_RADIUS_M,
      Math.sqrt(nepersPerM / (MAX_OPACITY * perM3)) / 2,
    );
    const opacity = nepersPerM / (perM3 * square(2 * clumpRadiusM));
    return Array.from({ length: count }, () => {
      const out = Math.sqrt(random.uniform());
      const { east, north } = bearing(random.between(0, 2 * Math.PI));
      const reachM = target.radiusM * rim(east, north) * out;
      const xM = target.xM + reachM * east;
      const yM = target.yM + reachM * north;
      const crownM = target.heightM * (1 - 0.45 * out * out) * random.between(0.75, 1);
      const upM = crownM * random.uniform();
      const patch = exp(PATCH_SIGMA * random.gaussian() - (PATCH_SIGMA * PATCH_SIGMA) / 2);
      return scatterer({
        xM,
        yM,
        depthM: Math.max(0.03, medium.bottomDepthAtM(xM, yM) - upM),
        amplitudeM: Math.sqrt(meanM2 * patch),
        phaseRad: random.between(0, 2 * Math.PI),
        phaseRateRadPerS: 2 * random.gaussian(),
        blockRadiusM: clumpRadiusM,
        spreadM: clumpRadiusM,
        opacity,
      });
    });
  },
};
