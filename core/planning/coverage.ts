import { type Bottom, depthAtM } from '../bottom';
import { type PassPlan, passRunSchema, poseAt, routeLengthM, type Sweep } from '../pass';
import type { Point } from './lanes';
import { swath } from './swath';

/** Cells of an area, each with the number of times it was seen. */
export interface Coverage {
  originM: Point;
  cellM: number;
  columns: number;
  rows: number;
  /** 255 outside the area; else how often seen, at most 254. */
  seen: Uint8Array;
  /** Of the area, 0–1. */
  seenShare: number;
  seenTwiceShare: number;
  areaM2: number;
}

export const OUTSIDE = 255;
const MAX_CELLS = 400_000;
const ARC_STEPS = 5;

/** Even–odd rule; on an edge either way. */
export function isInside(polygon: readonly Point[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i];
    const b = polygon[j];
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** The rectangle that holds all points. */
export function boxAround(points: readonly Point[]) {
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  return {
    west: Math.min(...xs),
    south: Math.min(...ys),
    east: Math.max(...xs),
    north: Math.max(...ys),
  };
}

/**
 * What a route sees of an area, sailed with its corners as arcs, the swath following the depth under the
 * boat. Along arcs the outer side is stretched and the inner folded, as on the water.
 */
export function coverageOf(
  area: readonly Point[],
  routeM: PassPlan['routeM'],
  sweep: Sweep,
  bottom: Bottom,
  offsetM = 0,
): Coverage {
  const { west, south, east, north } = boxAround(area);
  const cellM = Math.max(0.5, Math.sqrt(((east - west) * (north - south)) / MAX_CELLS));
  const columns = Math.max(1, Math.ceil((east - west) / cellM));
  const rows = Math.max(1, Math.ceil((north - south) / cellM));
  const seen = new Uint8Array(columns * rows).fill(OUTSIDE);
  let inArea = 0;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (isInside(area, west + (column + 0.5) * cellM, south + (row + 0.5) * cellM)) {
        seen[row * columns + column] = 0;
        inArea++;
      }
    }
  }
  // A cell counts once a pass along a leg, however many steps fall into it.
  const lastStretch = new Int32Array(columns * rows).fill(-1);
  const run = passRunSchema.parse({
    planId: 'plan',
    routeM,
    speedChanges: [{ fromTimeS: 0, speedMps: 1 }],
  });
  const lengthM = routeLengthM(routeM);
  const stepM = cellM / 2;
  let stretch = 0;
  let headingRad = poseAt(run, 0).headingRad;
  let lastRad = headingRad;
  let forwardM = stepM;
  for (let alongM = 0; alongM <= lengthM; alongM += forwardM) {
    const pose = poseAt(run, alongM);
    // On an arc the outer end of the swath moves several times as fast as the boat.
    forwardM = Math.abs(pose.headingRad - lastRad) > 1e-6 ? stepM / ARC_STEPS : stepM;
    lastRad = pose.headingRad;
    if (Math.abs(Math.sin(pose.headingRad - headingRad)) > 0.7) {
      stretch++;
      headingRad = pose.headingRad;
    }
    const depthM = Math.max(0.1, depthAtM(bottom, pose.xM, pose.yM) + offsetM);
    const { nearM, farM } = swath(sweep, depthM);
    const right = { x: Math.cos(pose.headingRad), y: -Math.sin(pose.headingRad) };
    for (let acrossM = nearM; acrossM <= farM; acrossM += stepM) {
      for (const side of [-1, 1]) {
        const column = Math.floor((pose.xM + side * acrossM * right.x - west) / cellM);
        const row = Math.floor((pose.yM + side * acrossM * right.y - south) / cellM);
        if (column < 0 || column >= columns || row < 0 || row >= rows) continue;
        const cell = row * columns + column;
        if (seen[cell] === OUTSIDE || lastStretch[cell] === stretch) continue;
        lastStretch[cell] = stretch;
        if (seen[cell] < OUTSIDE - 1) seen[cell]++;
      }
    }
  }
  let once = 0;
  let twice = 0;
  for (const times of seen) {
    if (times === OUTSIDE || times === 0) continue;
    once++;
    if (times > 1) twice++;
  }
  return {
    originM: { x: west, y: south },
    cellM,
    columns,
    rows,
    seen,
    seenShare: inArea > 0 ? once / inArea : 0,
    seenTwiceShare: inArea > 0 ? twice / inArea : 0,
    areaM2: inArea * cellM * cellM,
  };
}
