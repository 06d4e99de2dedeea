import { type DrillScreen, screenOfRecipe } from '../drills';
import type { WaterContent } from '../waters';
import { type Leg, legMinutes, recipeOfLeg, type SailedLeg, type SearchTask } from './task';

/** The whole picture of a leg, with its truth. */
export const screenOfLeg = (task: SearchTask, leg: Leg, content: WaterContent): DrillScreen =>
  screenOfRecipe(recipeOfLeg(task, leg, content.passes[0].id), task.waterId, content);

/** A leg as the log keeps it. */
export function sailed(
  leg: Leg,
  { regions }: Pick<DrillScreen, 'regions'>,
  startMin: number,
  isVerifying: boolean,
): SailedLeg {
  const sightings = new Map<string, boolean>();
  for (const { targetId, verdict } of regions) {
    if (targetId === null) continue;
    sightings.set(targetId, sightings.get(targetId) === true || verdict === 'visible');
  }
  return {
    ...leg,
    isVerifying,
    startMin,
    minutes: legMinutes(leg),
    sightings: [...sightings].map(([targetId, visible]) => ({ targetId, visible })),
  };
}
