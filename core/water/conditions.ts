/** A day on the water: level and tide, wind, current, waves, ice, and how warm it has been. */
import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';

const directionDeg = z.number().min(0).max(360);

export const conditionsSchema = z.object({
  /** Water level above the level of the chart. */
  levelM: z.number().min(-20).max(20).default(0),
  tide: z
    .object({ rangeM: z.number().min(0.1).max(16), highWaterHour: z.number().min(0).max(24) })
    .nullable()
    .default(null),
  hourOfDay: z.number().min(0).max(24).default(10),
  windFromDeg: directionDeg.default(240),
  current: z
    .object({ speedMps: z.number().min(0).max(3), towardDeg: directionDeg })
    .default({ speedMps: 0, towardDeg: 0 }),
  /** Significant height: the mean of the highest third. */
  waveHeightM: z.number().min(0).max(3).default(0.08),
  iceM: z.number().min(0).max(2).default(0),
  /** Daily means of the air, oldest first; the last is today. */
  airDailyC: z.array(z.number().min(-50).max(50)).max(60).default([]),
});
export type Conditions = z.infer<typeof conditionsSchema>;

/** Period of the principal lunar semidiurnal tide (M2), hours. */
const TIDE_PERIOD_H = 12.42;

/** Water level above that of the chart at the hour, m; the tide as one cosine. */
export function waterLevelM(conditions: Conditions, hourOfDay = conditions.hourOfDay): number {
  const { levelM, tide } = conditions;
  if (!tide) return levelM;
  const phase = (2 * Math.PI * (hourOfDay - tide.highWaterHour)) / TIDE_PERIOD_H;
  return levelM + (tide.rangeM / 2) * cos(phase);
}

/** Share of the wind's speed that carries a small open boat downwind: 3–5 % (Allen & Plourde 1999). */
const LEEWAY_SHARE = 0.04;

/** Velocity over ground of a boat that drifts, m/s east and north: current and leeway. */
export function driftMps(
  conditions: Conditions,
  windMps: number,
): { eastMps: number; northMps: number } {
  const downwindRad = degToRad(conditions.windFromDeg + 180);
  const currentRad = degToRad(conditions.current.towardDeg);
  const leewayMps = LEEWAY_SHARE * windMps;
  return {
    eastMps: leewayMps * sin(downwindRad) + conditions.current.speedMps * sin(currentRad),
    northMps: leewayMps * cos(downwindRad) + conditions.current.speedMps * cos(currentRad),
  };
}

/** Roll of a small boat for each metre of wave, degrees r.m.s.; by eye, boats differ. */
const ROLL_DEG_PER_M = 7.5;

/** R.m.s. heave and roll of a small boat that follows the waves: height is four standard deviations. */
export function boatMotion(conditions: Conditions): { heaveM: number; rollDeg: number } {
  const heightM = conditions.iceM > 0 ? 0 : conditions.waveHeightM;
  return {
    heaveM: Math.min(1, heightM / 4),
    rollDeg: Math.min(20, ROLL_DEG_PER_M * heightM),
  };
}
