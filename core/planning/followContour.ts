import simplify from 'simplify-js';
import { type ChartGrid, contourLines, openLines } from '../chart';
import { type Point, rounded } from './lanes';

const MAX_POINTS = 400;

/**
 * A line without the points that stray less than a tolerance from it (Douglas & Peucker 1973); the
 * tolerance grows until at most `most` points are left.
 */
export function thinned(points: Point[], toleranceM: number, most: number): Point[] {
  for (let wider = 1; ; wider *= 2) {
    const kept = simplify(points, wider * toleranceM, true);
    if (kept.length <= Math.max(2, most)) return kept;
  }
}

function distanceM(line: Float64Array, from: Point): number {
  let best = Infinity;
  for (let i = 0; i < line.length; i += 2) {
    best = Math.min(best, Math.hypot(line[i] - from.x, line[i + 1] - from.y));
  }
  return best;
}

/**
 * A route along the contour of a depth that comes nearest to a place, thinned.
 * @returns null when nothing here is that deep
 */
export function followContour(
  grid: ChartGrid,
  depthM: number,
  near: Point,
  toleranceM = 2,
): Point[] | null {
  const [level] = contourLines(grid, [depthM]);
  let best: { line: Float64Array; awayM: number } | null = null;
  for (const ring of level.rings) {
    for (const line of openLines(grid, ring)) {
      const awayM = distanceM(line, near);
      if (!best || awayM < best.awayM) best = { line, awayM };
    }
  }
  if (!best) return null;
  const points = Array.from({ length: best.line.length / 2 }, (_, i) => ({
    x: best.line[2 * i],
    y: best.line[2 * i + 1],
  }));
  const route = thinned(points, toleranceM, MAX_POINTS);
  return route.length < 2 ? null : route.map(rounded);
}
