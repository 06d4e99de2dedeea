import { boxAround } from '@core/planning';
import type { SearchTask } from '@core/search';
import type { ChartPose } from '@/ui/chart/projection';

/** About as large as the chart stands on the page. */
const CHART_PX = { width: 820, height: 300 };
const ROOM = 1.25;

/** The area of a task, and where the boat starts, with some room about them. */
export function poseOf(task: SearchTask): ChartPose {
  const { west, south, east, north } = boxAround([...task.areaM, task.startM]);
  return {
    centreM: { x: (west + east) / 2, y: (south + north) / 2 },
    metresPerPx: ROOM * Math.max((east - west) / CHART_PX.width, (north - south) / CHART_PX.height),
    upRad: 0,
  };
}
