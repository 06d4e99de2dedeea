/** The same screen, had a mark been something else: the thing taken out, another laid in its place, and all sounded again. */
import { depthAtM } from '../bottom';
import type { RegionLabel, TruthRegion } from '../reading';
import { type Target, type TargetInput, targetSchema } from '../targets';
import type { WaterContent } from '../waters';
import { type DrillScreen, isDownward, slotOf, whereabouts } from './drillScreen';
import type { Recipe } from './recipe';
import { screenOfRecipe } from './soundRecipe';

interface Spot {
  id: string;
  xM: number;
  yM: number;
}
/** Where it hangs, m, and how deep the water is there. */
interface Depths {
  depthM: number;
  bottomM: number;
}

/** A usual one of each sort of mark; what is drawn though nothing lies there has none. */
const USUAL: Partial<Record<RegionLabel, (at: Spot, depths: Depths) => TargetInput>> = {
  fish: (at, { depthM }) => ({ ...at, kind: 'fish', depthM, lengthM: 0.4, headingDeg: 60 }),
  bait: (at, { depthM }) => ({
    ...at,
    ...{ kind: 'baitSchool', depthM, count: 400, lengthM: 0.09, radiusM: 1.4, heightM: 1.2 },
  }),
  wood: (at) => ({ ...at, kind: 'brushPile', radiusM: 1.6, heightM: 1.5 }),
  rock: (at) => ({ ...at, kind: 'boulder', radiusM: 0.8 }),
  weed: (at, { bottomM }) => ({
    ...at,
    ...{ kind: 'weedBed', radiusM: 2.5, heightM: Math.min(1.6, 0.5 * bottomM), density: 'dense' },
  }),
  built: (at) => ({ ...at, kind: 'wall', lengthM: 6, heightM: 1.1, headingDeg: 30 }),
  clutter: (at) => ({ ...at, kind: 'wake', lengthM: 12, headingDeg: 40 }),
  bubbles: (at) => ({ ...at, kind: 'bubbleVent', bubblesPerS: 6 }),
  lure: (at, { depthM }) => ({ ...at, kind: 'lure', depthM }),
};

export const canStandIn = (label: RegionLabel) => USUAL[label] !== undefined;

/** Over ground that it stands on, a fish would hang so far above it, m. */
const HANGS_ABOVE_M = 1;

/** Where the mark was when it was strongest; null for a depth that it has not. */
export interface MarkPlace {
  targetId: string;
  xM: number;
  yM: number;
  depthM: number | null;
}

/**
 * Where another thing would have to be to show at the same place of the picture. What stands on the ground beside the axis of
 * a beam that looks down may be lost in the bottom's echo: there it is put under the boat.
 */
export function markPlace(screen: DrillScreen, region: TruthRegion): MarkPlace | null {
  const slot = slotOf(screen, region.peak.ping);
  const at = whereabouts(screen, region.targetId, slot);
  if (!at) return null;
  const { track } = screen;
  const [xM, yM] = isDownward(screen) ? [track.xM[slot], track.yM[slot]] : [at.xM, at.yM];
  return { targetId: region.targetId, xM, yM, depthM: at.depthM };
}

/**
 * @returns the screen with the other thing under the same id; null where the target is not there, or the other sort has
 * nothing that could lie there
 */
export function hadItBeen(
  recipe: Recipe,
  waterId: string,
  content: WaterContent,
  place: MarkPlace,
  label: RegionLabel,
): DrillScreen | null {
  const make = USUAL[label];
  if (!make) return null;
  let isThere = false;
  const screen = screenOfRecipe(recipe, waterId, content, (water) => ({
    ...water,
    scene: {
      ...water.scene,
      targets: water.scene.targets.map((target): Target => {
        if (target.id !== place.targetId) return target;
        isThere = true;
        const { xM, yM } = place;
        const { id } = target;
        const bottomM = depthAtM(water.scene.bottom, xM, yM);
        const hungM = place.depthM ?? bottomM - HANGS_ABOVE_M;
        const depthM = Math.max(0.3, Math.min(hungM, bottomM - 0.5));
        return targetSchema.parse(make({ id, xM, yM }, { depthM, bottomM }));
      }),
    },
  }));
  return isThere ? screen : null;
}
