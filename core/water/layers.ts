import { z } from 'zod';
import { log10 } from '../numeric';

/** A step in temperature with depth, and the thin scattering layer of plankton that gathers on it. */
export const thermoclineSchema = z.object({
  depthM: z.number().min(0.5).max(200),
  thicknessM: z.number().min(0.05).max(20),
  dropC: z.number().min(0).max(25),
  /** Volume backscattering strength of the layer at 200 kHz, dB re 1/m. */
  scatteringDb: z.number().min(-100).max(-30),
});
export type Thermocline = z.infer<typeof thermoclineSchema>;

/** What fills the water, apart from the things in it. */
export const waterColumnSchema = z.object({
  temperatureC: z.number().min(0).max(40),
  salinityPsu: z.number().min(0).max(40),
  thermocline: thermoclineSchema.nullable(),
  /** Volume backscattering strength of open water at 200 kHz, dB re 1/m: clear −90, plankton-rich −72. */
  volumeScatteringDb: z.number().min(-110).max(-40).default(-82),
  windMps: z.number().min(0).max(30).default(2),
});
export type WaterColumn = z.infer<typeof waterColumnSchema>;

/** How clear a water is, in words: by what hangs in it. Clear −90 dB re 1/m, rich in plankton −72. */
export function clarityWords({ volumeScatteringDb }: WaterColumn): string {
  if (volumeScatteringDb <= -86) return 'clear';
  if (volumeScatteringDb <= -79) return 'fairly clear';
  if (volumeScatteringDb <= -72) return 'turbid';
  return 'very turbid';
}

const STATED_AT_HZ = 200_000;
const BELOW_DB_PER_DECADE = 12.5;
const ABOVE_DB_PER_DECADE = 10.3;
const HIGHEST_HZ = 1_200_000;

/**
 * What small animals and flakes scatter at a frequency against 200 kHz, dB: they are smaller than the wave up
 * to about 1 MHz, so higher ones see more of them. Check: 50 kHz −7.5 (5–10 less), 455 kHz 3.7, 1.2 MHz 8.0
 * (3–8 more). Source: Medwin & Clay 1998, Rayleigh regime of millimetre scatterers; slopes fitted to that.
 */
export function scatteringByFrequencyDb(frequencyHz: number): number {
  const decades = log10(Math.min(HIGHEST_HZ, frequencyHz) / STATED_AT_HZ);
  return decades * (decades < 0 ? BELOW_DB_PER_DECADE : ABOVE_DB_PER_DECADE);
}

const SURFACE_CALM_DB = -68;
const SURFACE_ROUGH_DB = -48;
const ROUGH_WIND_MPS = 8;
const SURFACE_CALM_DEPTH_M = 0.2;
const SURFACE_ROUGH_DEPTH_M = 0.8;

/** Bubbles that wind leaves under the surface: strength there (dB re 1/m) and its depth of decay. */
export function surfaceClutter(windMps: number): { scatteringDb: number; decayDepthM: number } {
  const rough = Math.min(1, windMps / ROUGH_WIND_MPS);
  return {
    scatteringDb: SURFACE_CALM_DB + (SURFACE_ROUGH_DB - SURFACE_CALM_DB) * rough,
    decayDepthM: SURFACE_CALM_DEPTH_M + (SURFACE_ROUGH_DEPTH_M - SURFACE_CALM_DEPTH_M) * rough,
  };
}

/** Mean square slope of the surface in a wind, both axes together. Source: Cox & Munk 1954. */
export const surfaceSlope2 = (windMps: number): number => 0.003 + 0.00512 * windMps;

/** Temperature at a depth: warm above the thermocline, a linear fall through it, cold below. */
export function temperatureAtC(water: WaterColumn, depthM: number): number {
  if (!water.thermocline) return water.temperatureC;
  const { depthM: centreM, thicknessM, dropC } = water.thermocline;
  const through = (depthM - (centreM - thicknessM / 2)) / thicknessM;
  // No deep water is colder than this, whatever drop was asked for.
  return Math.max(0, water.temperatureC - dropC * Math.min(1, Math.max(0, through)));
}

/** A fall of a degree in a metre is called a thermocline. */
export const THERMOCLINE_C_PER_M = 1;

/** What two readings of a thermometer on a line say: how fast it gets colder, °C a metre; positive where the lower is colder. */
export const gradientCPerM = (
  upper: { depthM: number; temperatureC: number },
  lower: { depthM: number; temperatureC: number },
) => (upper.temperatureC - lower.temperatureC) / Math.max(1e-6, lower.depthM - upper.depthM);
