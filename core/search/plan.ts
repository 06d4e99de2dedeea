/** A sound way to search an area: what a planner would sail in the time, to compare with. */
import { chartGrid } from '../chart';
import {
  laneSpacingM,
  lanesOver,
  medianDepthM,
  type Point,
  reciprocalPasses,
  swath,
  sweepOver,
} from '../planning';
import { radToDeg } from '../units';
import type { WaterContent } from '../waters';
import { gradeSearch } from './grade';
import { type Leg, legMinutes, minutesUsed, type SailedLeg, type SearchTask } from './task';

const OVERLAP = 0.25;
const SPEED_MPS = 1.8;
const RANGE_M = { least: 14, most: 30, depths: 4 };

/** Lanes along the longer side of the area with side fans, as many as the minutes allow. */
export function soundPlan(task: SearchTask, today: WaterContent): Leg[] {
  const depthM = medianDepthM(chartGrid(today.scene.bottom), task.areaM);
  const rangeM = Math.round(
    Math.min(RANGE_M.most, Math.max(RANGE_M.least, RANGE_M.depths * depthM)),
  );
  const instrument = 'sideFans' as const;
  const sweep = { ...sweepOver({ instrument, rangeM }), overlapShare: OVERLAP };
  const { routeM } = lanesOver(
    task.areaM,
    longestSideDeg(task.areaM),
    laneSpacingM(sweep, depthM),
    2 * swath(sweep, depthM).farM,
  );
  const legs: Leg[] = [];
  let minutes = 0;
  let from = task.startM;
  for (let i = 0; i + 1 < routeM.length; i += 2) {
    const leg = { routeM: [routeM[i], routeM[i + 1]], instrument, rangeM, speedMps: SPEED_MPS };
    minutes += legMinutes(leg, from);
    from = leg.routeM[1];
    if (minutes > task.minutes) break;
    legs.push(leg);
  }
  return legs;
}

/** Compass direction of the longest side. */
function longestSideDeg(area: readonly { x: number; y: number }[]): number {
  let best = { lengthM: 0, deg: 0 };
  area.forEach((a, i) => {
    const b = area[(i + 1) % area.length];
    const lengthM = Math.hypot(b.x - a.x, b.y - a.y);
    if (lengthM > best.lengthM) best = { lengthM, deg: radToDeg(Math.atan2(b.x - a.x, b.y - a.y)) };
  });
  return best.deg;
}

/** A second look passes so far beside a mark, and runs so far before and after it, m. */
const LOOK = { awayM: 9, runInM: 22, rangeM: 18, speedMps: 1.4 };

/** A leg past a mark, close by, on the course from where the boat lies. */
export function secondLook({ xM, yM }: { xM: number; yM: number }, boat: Point): Leg {
  const headingDeg = radToDeg(Math.atan2(xM - boat.x, yM - boat.y));
  const [from, to] = reciprocalPasses({ x: xM, y: yM }, headingDeg, LOOK.awayM, LOOK.runInM);
  const { rangeM, speedMps } = LOOK;
  return { routeM: [from, to], instrument: 'sideFans', rangeM, speedMps };
}

/** What a planner's legs showed, for whoever reads them without fault. */
export function plannedResult(task: SearchTask, today: WaterContent, legs: SailedLeg[]) {
  const log = { legs, marks: [] };
  const { things, seenShare } = gradeSearch(task, today, log);
  return {
    // Nothing is marked on them: what is not hidden is “unmarked”.
    shown: things.filter(({ state }) => state === 'unmarked').length,
    minutes: minutesUsed(log),
    seenShare,
  };
}
