/** What the makers of the shipped waters share: noise, a spot, a way, a hole in the ice, the water of a day. */
import type { Placer } from '../builder';
import { hashText, randomSource, smoothNoise2 } from '../random';
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

/** A few fish about a place, so far above the bottom, whatever the day. */
export function fewFish(
  placer: Placer,
  species: string,
  count: number,
  lengthM: number,
  at: { xM: number; yM: number },
  aboveM: number,
): void {
  const random = randomSource(hashText(`${species} ${at.xM} ${at.yM}`));
  const about = (middle: number, spreadM: number) => middle + spreadM * random.between(-1, 1);
  for (let i = 0; i < count; i++) {
    const spreadM = 1.5 + 2 * lengthM * Math.sqrt(count);
    placer.fishAbove(
      species,
      about(lengthM, 0.12 * lengthM),
      about(at.xM, spreadM),
      about(at.yM, spreadM),
      about(aboveM, 0.3 * aboveM),
      random.between(0, 360),
    );
  }
}

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
