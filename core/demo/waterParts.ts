/** What the makers of the shipped waters share: noise, a spot, a way, a hole in the ice, the water of a day. */
import { smoothNoise2 } from '../random';
import type { KnownSpot, WaterDay } from '../waters';

/** Smooth noise over a water, −1 to 1: one field for each number, as wide as is said. */
export const noiseFrom =
  (seed: number) =>
  (field: number, scaleM: number) =>
  (xM: number, yM: number): number =>
    smoothNoise2(seed + field, xM / scaleM, yM / scaleM);

export const spot = (
  id: string,
  name: string,
  at: { xM: number; yM: number },
  truth: string,
  task: string,
): KnownSpot => ({ id, name, xM: Math.round(at.xM), yM: Math.round(at.yM), truth, task });

export const route = (...points: [xM: number, yM: number][]) =>
  points.map(([x, y]) => ({ x: Math.round(x), y: Math.round(y) }));

/** A pass that stands at a hole. */
export const hole = (id: string, name: string, hint: string, x: number, y: number) => ({
  id,
  name,
  hint,
  routeM: [
    { x, y },
    { x: x + 1, y },
  ],
  speedMps: 0.5,
  holding: { kind: 'hole' as const },
});

/** Where a stock is at home. */
export const near = (xM: number, yM: number, radiusM: number) => ({ xM, yM, radiusM });

/** How a pass beside things is swept by side fans. */
export const sideSweep = (rangeM: number) => ({
  instrument: 'sideFans' as const,
  rangeM,
  acrossDeg: 50,
  overlapShare: 0.2,
});

/** The water of a day: its temperature, and else as it usually is there but for what is told. */
export const waterFrom =
  (usual: Omit<WaterDay['water'], 'temperatureC'>) =>
  (temperatureC: number, more: Partial<WaterDay['water']> = {}): WaterDay['water'] => ({
    temperatureC,
    ...usual,
    ...more,
  });
