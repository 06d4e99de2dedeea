/**
 * What a bottom is made of, acoustically. One row a sediment; the only home of these numbers.
 * Density and speed ratios: near Hamilton 1980 and Jackson & Richardson 2007. Lambert parameter,
 * slope and attenuation: typical values, each perhaps ±4 dB from place to place.
 */
import { square } from '../numeric';

export const SEDIMENT_NAMES = [
  'softMud',
  'mud',
  'silt',
  'clay',
  'sand',
  'coarseSand',
  'gravel',
  'cobble',
  'rock',
  'shell',
] as const;
export type SedimentName = (typeof SEDIMENT_NAMES)[number];

export interface SedimentTexture {
  /** Standard deviation of patchiness, dB. */
  patchDb: number;
  /** Shape of the K-distributed grain: the fewer scatterers a resolution cell holds, the spikier. */
  grainShape: number;
  /** Strength of the relief's spectrum at 1 rad/cm, cm⁴. */
  reliefCm4: number;
  /** Stones of more than 10 cm, per m². */
  stonesPerM2: number;
}

export interface Sediment {
  name: SedimentName;
  label: string;
  /** As it looks when the lake is drained: dark mud, pale sand, grey stone. */
  colour: string;
  /** Density over that of the water. */
  densityRatio: number;
  /** Sound speed over that of the water. */
  speedRatio: number;
  /** 10 log10 of the Lambert parameter at 200 kHz and above, dB. */
  lambertDb: number;
  /** Root-mean-square slope of the surface, per axis. */
  rmsSlope: number;
  /** Attenuation inside, dB per metre and kHz, one way; null where sound does not enter. */
  attenuationDbPerMKhz: number | null;
  /** Of its surface below the grid of depths. */
  texture: SedimentTexture;
}

type Numbers = [number, number, number, number, number | null];

const row = (
  name: SedimentName,
  label: string,
  colour: string,
  [densityRatio, speedRatio, lambertDb, rmsSlope, attenuationDbPerMKhz]: Numbers,
  [patchDb, grainShape, reliefCm4, stonesPerM2]: [number, number, number, number],
): Sediment => ({
  name,
  label,
  colour,
  densityRatio,
  speedRatio,
  lambertDb,
  rmsSlope,
  attenuationDbPerMKhz,
  texture: { patchDb, grainShape, reliefCm4, stonesPerM2 },
});

export const SEDIMENTS: Record<SedimentName, Sediment> = {
  softMud: row(
    'softMud',
    'very soft mud',
    '#6d5c4a',
    [1.15, 0.985, -33, 0.05, 0.05],
    [1.2, 30, 0.0003, 0.002],
  ),
  mud: row('mud', 'mud', '#85705a', [1.3, 0.985, -30, 0.06, 0.08], [1.5, 22, 0.0005, 0.0025]),
  silt: row('silt', 'silt', '#a3947c', [1.55, 1.01, -28, 0.08, 0.2], [1.8, 16, 0.001, 0.005]),
  clay: row('clay', 'stiff clay', '#b09a86', [1.8, 1.03, -27, 0.12, 0.15], [2, 10, 0.003, 0.04]),
  sand: row('sand', 'sand', '#e0cd9c', [1.9, 1.12, -25, 0.12, 0.45], [2.2, 9, 0.003, 0.02]),
  coarseSand: row(
    'coarseSand',
    'coarse sand',
    '#d3b878',
    [2.05, 1.2, -22, 0.15, 0.48],
    [2.6, 7, 0.004, 0.04],
  ),
  gravel: row('gravel', 'gravel', '#a9a39a', [2.2, 1.35, -18, 0.22, 0.5], [3, 5, 0.008, 0.3]),
  cobble: row('cobble', 'cobble', '#857f78', [2.4, 1.6, -15, 0.32, null], [3.5, 3, 0.02, 1.3]),
  rock: row('rock', 'rock', '#5a5a60', [2.5, 2.3, -12, 0.35, null], [4.5, 2, 0.035, 0.4]),
  shell: row('shell', 'shell bed', '#e6dccf', [2.1, 1.3, -17, 0.3, 0.5], [4, 4, 0.01, 0.1]),
};

const impedanceRatio = ({ densityRatio, speedRatio }: Sediment) => densityRatio * speedRatio;

/** So soft that sound of low frequency passes into it and back. */
export const isSoft = ({ lambertDb }: Sediment) => lambertDb <= SOFT_LAMBERT_DB;
const SOFT_LAMBERT_DB = -28;

/**
 * Pressure that comes back from a layer under another, over what was sent down, at normal incidence and without
 * absorption: R₁₂ (1 − R₀₁²). Source: Brekhovskikh & Lysanov 2003, a layer without its own multiples.
 */
export function buriedReflection(over: Sediment, under: Sediment): number {
  const [z1, z2] = [impedanceRatio(over), impedanceRatio(under)];
  return (Math.abs(z2 - z1) / (z2 + z1)) * (1 - square(reflectionCoefficient(over)));
}

/** Pressure reflection coefficient at normal incidence, (ρν − 1)/(ρν + 1). */
export function reflectionCoefficient(sediment: Sediment): number {
  const impedance = impedanceRatio(sediment);
  return (impedance - 1) / (impedance + 1);
}
