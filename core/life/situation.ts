/**
 * What a day is like for fish, from its weather, water and hour: the rules are stated so that they can be taught
 * and checked. They are those of experience among anglers, not a model of biology.
 */
import type { Conditions, WaterColumn } from '../water';

const RECENT_DAYS = 3;
const TREND_C = 3;
const SUMMER_WATER_C = 16;
/** Fish turn into a stream from here on, and look for its lee. */
export const STREAM_MPS = 0.12;

const mean = (values: readonly number[]) =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

/** What the air of the last days says, °C: the last three against those before. */
export function airTrendC(airDailyC: readonly number[]): number {
  if (airDailyC.length <= RECENT_DAYS) return 0;
  return mean(airDailyC.slice(-RECENT_DAYS)) - mean(airDailyC.slice(0, -RECENT_DAYS));
}

export type SeasonState = 'coldSnap' | 'warming' | 'summer' | 'underIce' | 'steady';

export interface DayOf {
  conditions: Conditions;
  water: WaterColumn;
}

export function seasonStateOf({ conditions, water }: DayOf): SeasonState {
  if (conditions.iceM > 0) return 'underIce';
  const trendC = airTrendC(conditions.airDailyC);
  if (trendC <= -TREND_C) return 'coldSnap';
  if (trendC >= TREND_C) return 'warming';
  return water.thermocline && water.temperatureC >= SUMMER_WATER_C ? 'summer' : 'steady';
}

export type Light = 'night' | 'low' | 'day';

/** Low light about sunrise and sunset: fish come up and in. */
export function lightAt(hourOfDay: number): Light {
  if (hourOfDay < 4.5 || hourOfDay > 22) return 'night';
  return hourOfDay < 7 || hourOfDay > 19 ? 'low' : 'day';
}

/** What decides where a fish stands, the strongest first. */
const SITUATIONS = ['ice', 'cold', 'night', 'lowLight', 'stream', 'warming', 'summer'] as const;
export type Situation = (typeof SITUATIONS)[number];

export const SITUATION_WORDS: Record<Situation, string> = {
  ice: 'Under ice',
  cold: 'After a cold snap',
  night: 'At night',
  lowLight: 'At dawn and dusk',
  stream: 'In a stream',
  warming: 'In a warm spell',
  summer: 'In layered summer water',
};

/** All that hold on a day, the strongest first. */
export function situationsOf(day: DayOf): Situation[] {
  const state = seasonStateOf(day);
  const light = lightAt(day.conditions.hourOfDay);
  const holds: Record<Situation, boolean> = {
    ice: state === 'underIce',
    cold: state === 'coldSnap',
    night: light === 'night',
    lowLight: light === 'low',
    stream: day.conditions.current.speedMps >= STREAM_MPS,
    warming: state === 'warming',
    summer: state === 'summer',
  };
  return SITUATIONS.filter((situation) => holds[situation]);
}
