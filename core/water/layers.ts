import { z } from 'zod';

/** A step in temperature with depth, and the thin scattering layer of plankton that gathers on it. */
export const thermoclineSchema = z.object({
  depthM: z.number().min(0.5).max(200),
  thicknessM: z.number().min(0.05).max(20),
  dropC: z.number().min(0).max(25),
  /** Volume backscattering strength of the layer, dB re 1/m. */
  scatteringDb: z.number().min(-100).max(-30),
});
export type Thermocline = z.infer<typeof thermoclineSchema>;

/** What fills the water, apart from the things in it. */
export const waterColumnSchema = z.object({
  temperatureC: z.number().min(0).max(40),
  salinityPsu: z.number().min(0).max(40),
  thermocline: thermoclineSchema.nullable(),
  /** Volume backscattering strength of open water, dB re 1/m: clear −90, plankton-rich −72. */
  volumeScatteringDb: z.number().min(-110).max(-40).default(-82),
  windMps: z.number().min(0).max(30).default(2),
});
export type WaterColumn = z.infer<typeof waterColumnSchema>;

const SURFACE_CALM_DB = -68;
const SURFACE_ROUGH_DB = -56;
const ROUGH_WIND_MPS = 8;
const SURFACE_CALM_DEPTH_M = 0.2;
const SURFACE_ROUGH_DEPTH_M = 0.7;

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
