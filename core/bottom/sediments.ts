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

export interface Sediment {
  name: SedimentName;
  label: string;
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
}

const row = (
  name: SedimentName,
  label: string,
  densityRatio: number,
  speedRatio: number,
  lambertDb: number,
  rmsSlope: number,
  attenuationDbPerMKhz: number | null,
): Sediment => ({
  name,
  label,
  densityRatio,
  speedRatio,
  lambertDb,
  rmsSlope,
  attenuationDbPerMKhz,
});

export const SEDIMENTS: Record<SedimentName, Sediment> = {
  softMud: row('softMud', 'very soft mud', 1.15, 0.985, -33, 0.05, 0.05),
  mud: row('mud', 'mud', 1.3, 0.985, -30, 0.06, 0.08),
  silt: row('silt', 'silt', 1.55, 1.01, -28, 0.08, 0.2),
  clay: row('clay', 'stiff clay', 1.8, 1.03, -27, 0.12, 0.15),
  sand: row('sand', 'sand', 1.9, 1.12, -25, 0.12, 0.45),
  coarseSand: row('coarseSand', 'coarse sand', 2.05, 1.2, -22, 0.15, 0.48),
  gravel: row('gravel', 'gravel', 2.2, 1.35, -18, 0.22, 0.5),
  cobble: row('cobble', 'cobble', 2.4, 1.6, -15, 0.32, null),
  rock: row('rock', 'rock', 2.5, 2.3, -12, 0.35, null),
  shell: row('shell', 'shell bed', 2.1, 1.3, -17, 0.3, 0.5),
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
