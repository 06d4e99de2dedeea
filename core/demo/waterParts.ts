/** What the makers of the shipped waters share: a spot, a way, a hole in the ice. */
import type { KnownSpot } from '../waters';

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
