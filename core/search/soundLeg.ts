import { type DrillScreen, screenOfRecipe } from '../drills';
import { emptyTrack, type PingTrack } from '../sounding';
import type { WaterContent } from '../waters';
import {
  boatAt,
  type Leg,
  legMinutes,
  recipesOfLeg,
  minutesUsed,
  type SailedLeg,
  type SearchLog,
  type SearchTask,
} from './task';

/** The whole picture of a leg, with its truth. */
export const screenOfLeg = (task: SearchTask, leg: Leg, content: WaterContent): DrillScreen =>
  joined(
    recipesOfLeg(task, leg, content.passes[0].id).map((recipe) =>
      screenOfRecipe(recipe, task.waterId, content),
    ),
  );

/** Screens of one pass, end to end, as one; what was seen on any of them was seen. */
export function joined(parts: readonly DrillScreen[]): DrillScreen {
  const [first] = parts;
  const pingCount = parts.reduce((sum, part) => sum + part.pingCount, 0);
  const levelsCdb = new Int16Array(parts.reduce((sum, part) => sum + part.levelsCdb.length, 0));
  const track = emptyTrack(pingCount);
  let pings = 0;
  let cells = 0;
  for (const part of parts) {
    levelsCdb.set(part.levelsCdb, cells);
    for (const name of Object.keys(track) as (keyof PingTrack)[]) {
      track[name].set(part.track[name], pings);
    }
    pings += part.pingCount;
    cells += part.levelsCdb.length;
  }
  return {
    ...first,
    pingCount,
    levelsCdb,
    track,
    regions: parts.flatMap(({ regions }) => regions),
  };
}

/** A leg as the log keeps it. */
export function sailed(
  task: SearchTask,
  log: SearchLog,
  leg: Leg,
  { regions }: Pick<DrillScreen, 'regions'>,
  isVerifying = false,
): SailedLeg {
  const sightings = new Map<string, boolean>();
  for (const { targetId, verdict } of regions) {
    if (targetId === null) continue;
    sightings.set(targetId, sightings.get(targetId) === true || verdict === 'visible');
  }
  return {
    ...leg,
    isVerifying,
    startMin: minutesUsed(log),
    minutes: legMinutes(leg, boatAt(task, log)),
    sightings: [...sightings].map(([targetId, visible]) => ({ targetId, visible })),
  };
}
