/** From what a user wants of a pass to the pass itself. */
import { z } from 'zod';
import { type Bottom, depthAtM } from '../bottom';
import type { ChartGrid } from '../chart';
import type { PassPlan, Sweep } from '../pass';
import type { WaterContent } from '../waters';
import { degToRad, radToDeg } from '../units';
import { driftMps } from '../water';
import { boxAround, isInside } from './coverage';
import { followContour } from './followContour';
import { lanesOver, type Point, reciprocalPasses, rounded } from './lanes';
import { laneSpacingM, swath } from './swath';

/** Full angles across the track: a 20° cone, a wide down fan, side fans. */
export const ACROSS_DEG: Record<Sweep['instrument'], number> = {
  cone: 20,
  downFan: 50,
  sideFans: 50,
};

const pointSchema = z.object({ x: z.number(), y: z.number() });

/** A pass as it is being planned: what it is for, what it sees with, and where. */
export const passDraftSchema = z.object({
  kind: z.enum(['lanes', 'route', 'contour', 'bothSides', 'stop', 'drift']),
  purpose: z.enum(['search', 'fish', 'inspect', 'jig']),
  instrument: z.enum(['cone', 'downFan', 'sideFans']),
  rangeM: z.number().min(1).max(200),
  overlapShare: z.number().min(0).max(0.8),
  speedMps: z.number().min(0).max(5),
  headingDeg: z.number().min(0).max(360),
  /** Corners of the area, or the points drawn. */
  pointsM: z.array(pointSchema).max(500),
  contourM: z.number().min(0).max(500),
  awayM: z.number().min(1).max(100),
  minutes: z.number().min(1).max(240),
  stop: z.enum(['anchor', 'dragging', 'hole']),
});
export type PassDraft = z.infer<typeof passDraftSchema>;

type PlannedPass = Pick<PassPlan, 'routeM' | 'speedMps' | 'holding' | 'sweep'>;

export interface Planned {
  pass: PlannedPass;
  lanes: number | null;
  spacingM: number | null;
  /** What was to be covered; null when the draft names no area. */
  area: Point[] | null;
}

/** What an instrument at a range sees of the bottom. */
export const sweepOver = ({ instrument, rangeM }: Pick<Sweep, 'instrument' | 'rangeM'>): Sweep => ({
  instrument,
  rangeM,
  acrossDeg: ACROSS_DEG[instrument],
  overlapShare: 0,
});

export const sweepOf = (draft: PassDraft): Sweep => ({
  ...sweepOver(draft),
  overlapShare: draft.overlapShare,
});

/** The depth that half of an area is shallower than, m; 0 outside the grid. */
export function medianDepthM(grid: ChartGrid, area: readonly Point[]): number {
  const { originM, cellM, columns, rows, depthsM } = grid;
  const box = boxAround(area);
  const depths: number[] = [];
  const column0 = Math.max(0, Math.floor((box.west - originM.x) / cellM));
  const column1 = Math.min(columns - 1, Math.ceil((box.east - originM.x) / cellM));
  const row0 = Math.max(0, Math.floor((box.south - originM.y) / cellM));
  const row1 = Math.min(rows - 1, Math.ceil((box.north - originM.y) / cellM));
  for (let row = row0; row <= row1; row++) {
    for (let column = column0; column <= column1; column++) {
      if (isInside(area, originM.x + column * cellM, originM.y + row * cellM)) {
        depths.push(depthsM[row * columns + column]);
      }
    }
  }
  depths.sort((a, b) => a - b);
  return depths[Math.floor(depths.length / 2)] ?? 0;
}

/** Rode lies at about this many times the depth, most of it flat. */
const SCOPE_DEPTHS = 3;
const LEAST_RUN_IN_M = 20;
const SHORE_M = 0.3;
const DRIFT_STEP_M = 2;

function isAfloat(bottom: Bottom, offsetM: number, { x, y }: Point): boolean {
  const column = (x - bottom.originM.x) / bottom.cellM;
  const row = (y - bottom.originM.y) / bottom.cellM;
  if (column < 0 || row < 0 || column > bottom.columns - 1 || row > bottom.rows - 1) return false;
  return depthAtM(bottom, x, y) + offsetM > SHORE_M;
}

/** Turns are made beyond the area, where there is water for them, so that its edges are seen straight on. */
const RUN_OUT_M = 8;

function withRunOut(routeM: Point[], afloat: (point: Point) => boolean): Point[] {
  return routeM.map((point, i) => {
    // Ends of lanes come in pairs: 0–1, 2–3, …
    const other = routeM[i % 2 === 0 ? i + 1 : i - 1];
    const lengthM = Math.hypot(point.x - other.x, point.y - other.y);
    if (lengthM === 0) return point;
    const out = rounded({
      x: point.x + (RUN_OUT_M * (point.x - other.x)) / lengthM,
      y: point.y + (RUN_OUT_M * (point.y - other.y)) / lengthM,
    });
    return afloat(out) ? out : point;
  });
}

/** Where a boat adrift gets to in its time, or where it goes aground or leaves the chart. */
function driftFrom(start: Point, draft: PassDraft, water: WaterContent, offsetM: number) {
  const { conditions, scene } = water;
  const { eastMps, northMps } = driftMps(conditions, scene.water.windMps);
  const speedMps = Math.hypot(eastMps, northMps);
  if (speedMps < 0.005) return null;
  const wantedM = speedMps * draft.minutes * 60;
  let reachedM = 0;
  const at = (alongM: number) => ({
    x: start.x + (alongM * eastMps) / speedMps,
    y: start.y + (alongM * northMps) / speedMps,
  });
  while (reachedM < wantedM && isAfloat(scene.bottom, offsetM, at(reachedM + DRIFT_STEP_M))) {
    reachedM += DRIFT_STEP_M;
  }
  return reachedM < DRIFT_STEP_M ? null : { end: at(Math.min(reachedM, wantedM)), speedMps };
}

/**
 * The pass that a draft asks for.
 * @param grid the chart, level offset included
 * @param offsetM of the level, on top of the charted depths
 * @returns what is still missing, in words, when there is no pass yet
 */
export function plannedPass(
  draft: PassDraft,
  water: WaterContent,
  grid: ChartGrid,
  offsetM = 0,
): Planned | string {
  const { pointsM, speedMps, headingDeg } = draft;
  const sweep = sweepOf(draft);
  const first = pointsM.at(0);
  const sailed = (routeM: Point[]): Planned => ({
    pass: { routeM, speedMps, holding: { kind: 'sail' }, sweep },
    lanes: null,
    spacingM: null,
    area: null,
  });
  switch (draft.kind) {
    case 'lanes': {
      if (pointsM.length < 3) return 'Tap three or more corners of the area.';
      const depthM = medianDepthM(grid, pointsM);
      const seenM = 2 * swath(sweep, depthM).farM;
      const spacingM = laneSpacingM(sweep, depthM);
      if (spacingM < 1) {
        return 'At this depth and range one lane sees less than a metre: no lanes can cover it.';
      }
      const { routeM, lanes } = lanesOver(pointsM, headingDeg, spacingM, seenM);
      if (routeM.length < 2) return 'The corners enclose no area.';
      if (routeM.length > 500) return `That takes ${lanes} lanes, more than a pass can hold.`;
      const afloat = (point: Point) => isAfloat(water.scene.bottom, offsetM, point);
      return { ...sailed(withRunOut(routeM, afloat)), lanes, spacingM, area: pointsM };
    }
    case 'route':
      return pointsM.length < 2 ? 'Tap two or more points along the way.' : sailed(pointsM);
    case 'contour': {
      if (!first) return 'Tap a place near the contour that you want to follow.';
      const routeM = followContour(grid, draft.contourM, first);
      return routeM ? sailed(routeM) : 'There is no contour of this depth here.';
    }
    case 'bothSides':
      return first
        ? sailed(
            reciprocalPasses(
              first,
              headingDeg,
              draft.awayM,
              Math.max(LEAST_RUN_IN_M, 2 * draft.awayM),
            ),
          )
        : 'Tap the mark that you want to see from both sides.';
    case 'stop': {
      if (!first) return 'Tap the place where the boat stops.';
      const { eastMps, northMps } = driftMps(water.conditions, water.scene.water.windMps);
      const towardDeg = (radToDeg(Math.atan2(eastMps, northMps)) + 360) % 360;
      const depthM = Math.max(0, depthAtM(water.scene.bottom, first.x, first.y) + offsetM);
      const forS = 60 * draft.minutes;
      const toward = degToRad(towardDeg);
      const planned = sailed([
        first,
        rounded({ x: first.x + Math.sin(toward), y: first.y + Math.cos(toward) }),
      ]);
      return {
        ...planned,
        pass: {
          ...planned.pass,
          speedMps: 0,
          holding:
            draft.stop === 'hole'
              ? { kind: 'hole', forS }
              : {
                  kind: 'anchor',
                  scopeM: Math.min(60, Math.max(6, SCOPE_DEPTHS * depthM)),
                  towardDeg,
                  swingDeg: 25,
                  swingPeriodS: 90,
                  dragFromS: draft.stop === 'dragging' ? forS / 4 : null,
                  dragMps: 0.2,
                  forS,
                },
        },
      };
    }
    case 'drift': {
      if (!first) return 'Tap the place where the drift begins.';
      const drift = driftFrom(first, draft, water, offsetM);
      if (!drift) return 'There is no wind or current to drift with, or the shore is too near.';
      const planned = sailed([first, rounded(drift.end)]);
      return {
        ...planned,
        pass: {
          ...planned.pass,
          speedMps: Math.min(5, drift.speedMps),
          // A boat adrift lies across the wind.
          holding: { kind: 'drift', headingDeg: (water.conditions.windFromDeg + 90) % 360 },
        },
      };
    }
  }
}
