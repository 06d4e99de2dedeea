import {
  type Bottom,
  depthAtM,
  type Feature,
  featureDepthsM,
  SEDIMENTS,
  sedimentAt,
} from '../bottom';
import { radToDeg } from '../units';
import type { ChartGrid } from './contourLines';

const charted = new WeakMap<Bottom, Feature[]>();

/** Waves shorter than two cells would be drawn as other, longer ones (sampling theorem): a chart leaves them out. */
function chartedFeatures(bottom: Bottom): Feature[] {
  const { features, cellM } = bottom;
  const isTooFine = (feature: Feature) =>
    feature.kind === 'ripple' && feature.wavelengthM < 2 * cellM;
  if (!features.some(isTooFine)) return features;
  // Kept, since what is worked out of features is known by their list.
  let kept = charted.get(bottom);
  if (!kept) charted.set(bottom, (kept = features.filter((feature) => !isTooFine(feature))));
  return kept;
}

/** The depths of a bottom as a chart shows them: features included, the level offset on top. */
export function chartGrid(bottom: Bottom, offsetM = 0): ChartGrid {
  const { originM, cellM, columns, rows } = bottom;
  const features = featureDepthsM({ ...bottom, features: chartedFeatures(bottom) });
  const depthsM = new Float32Array(columns * rows);
  for (let i = 0; i < depthsM.length; i++) {
    depthsM[i] = Math.max(0, bottom.depthsCm[i] / 100 + (features ? features[i] : 0) + offsetM);
  }
  for (const patch of bottom.patches ?? []) {
    const within = (from: number, cells: number, start: number, count: number) => ({
      first: Math.max(0, Math.ceil((from - start) / cellM)),
      last: Math.min(count - 1, Math.floor((from + cells * patch.cellM - start) / cellM)),
    });
    const across = within(patch.originM.x, patch.columns - 1, originM.x, columns);
    const up = within(patch.originM.y, patch.rows - 1, originM.y, rows);
    for (let row = up.first; row <= up.last; row++) {
      for (let column = across.first; column <= across.last; column++) {
        const depthM = depthAtM(bottom, originM.x + column * cellM, originM.y + row * cellM);
        depthsM[row * columns + column] = Math.max(0, depthM + offsetM);
      }
    }
  }
  return { originM, cellM, columns, rows, depthsM };
}

/** Every k-th node of a grid, so that at most about `mostNodes` are left: enough for a small map. */
export function coarserGrid(grid: ChartGrid, mostNodes: number): ChartGrid {
  const step = Math.ceil(Math.sqrt((grid.columns * grid.rows) / mostNodes));
  if (step <= 1) return grid;
  const columns = Math.floor((grid.columns - 1) / step) + 1;
  const rows = Math.floor((grid.rows - 1) / step) + 1;
  const depthsM = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      depthsM[row * columns + column] = grid.depthsM[row * step * grid.columns + column * step];
    }
  }
  return { originM: grid.originM, cellM: grid.cellM * step, columns, rows, depthsM };
}

export function deepestM(grid: ChartGrid): number {
  let deepest = 0;
  for (const depthM of grid.depthsM) if (depthM > deepest) deepest = depthM;
  return deepest;
}

/** Slope at each node, degrees from level, by central differences (one-sided at the edge). */
export function steepnessDeg(grid: ChartGrid): Float32Array {
  const { columns, rows, cellM, depthsM } = grid;
  const slopes = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    const south = Math.max(0, row - 1);
    const north = Math.min(rows - 1, row + 1);
    for (let column = 0; column < columns; column++) {
      const west = Math.max(0, column - 1);
      const east = Math.min(columns - 1, column + 1);
      const dx =
        (depthsM[row * columns + east] - depthsM[row * columns + west]) / ((east - west) * cellM);
      const dy =
        (depthsM[north * columns + column] - depthsM[south * columns + column]) /
        ((north - south) * cellM);
      slopes[row * columns + column] = radToDeg(Math.atan(Math.hypot(dx, dy)));
    }
  }
  return slopes;
}

export interface SectionPoint {
  alongM: number;
  xM: number;
  yM: number;
  depthM: number;
  sediment: string;
}

/** The bottom along a straight line, `count` evenly spaced points, ends included. */
export function sectionAlong(
  bottom: Bottom,
  from: { x: number; y: number },
  to: { x: number; y: number },
  count: number,
  offsetM = 0,
): SectionPoint[] {
  const lengthM = Math.hypot(to.x - from.x, to.y - from.y);
  return Array.from({ length: count }, (_, i) => {
    const share = i / (count - 1);
    const xM = from.x + share * (to.x - from.x);
    const yM = from.y + share * (to.y - from.y);
    return {
      alongM: share * lengthM,
      xM,
      yM,
      depthM: Math.max(0, depthAtM(bottom, xM, yM) + offsetM),
      sediment: SEDIMENTS[sedimentAt(bottom, xM, yM)].label,
    };
  });
}

/**
 * What the chart has to be corrected by: measured less charted depth at the same place, m. Positive when
 * the water stands higher than when the chart was made.
 */
export function levelOffsetM(
  bottom: Bottom,
  xM: number,
  yM: number,
  measuredDepthM: number,
): number {
  return measuredDepthM - depthAtM(bottom, xM, yM);
}
