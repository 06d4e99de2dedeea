/**
 * A school opens round a predator: small fish keep away from a large one that stands among them or at their
 * rim, and crowd where the gap ends. The distance (in the predator's lengths) by the eye; a cone shows a gap
 * that is wider than its beam there.
 */
import { hypot } from '../numeric';
import type { Target } from './kinds';
import type { Scatterer } from './scatterers';

type Fish = Extract<Target, { kind: 'fish' }>;
type Bait = Extract<Target, { kind: 'baitSchool' }>;

/** So many times as long as its prey, a fish is feared. */
const FEARED_RATIO = 4;
const GAP_LENGTHS = 2.2;
/** Whoever stood in the gap stands in a rim so thick, as a share of it. */
const RIM_SHARE = 0.25;

/** Large fish that hold their place where a school that stays would be. */
export function predatorsAt(school: Bait, targets: readonly Target[]): Fish[] {
  if (school.speedMps > 0) return [];
  const { xM, yM, depthM, radiusM, heightM, lengthM } = school;
  return targets.filter((target): target is Fish => {
    if (target.kind !== 'fish' || target.behaviour.kind !== 'hold') return false;
    if (target.lengthM < FEARED_RATIO * lengthM) return false;
    const gapM = GAP_LENGTHS * target.lengthM;
    const aside = hypot(target.xM - xM, target.yM - yM) < radiusM + gapM;
    return aside && Math.abs(target.depthM - depthM) < heightM / 2 + gapM;
  });
}

/** How far it moves whoever was there, m, at most. */
export const gapMovesM = (predators: readonly Fish[]): number =>
  predators.reduce(
    (most, { lengthM }) => Math.max(most, (1 + RIM_SHARE) * GAP_LENGTHS * lengthM),
    0,
  );

/** The school's points with those near a predator moved out to the rim of its gap. */
export function keptAway(
  points: Scatterer[],
  predators: readonly Fish[],
  bottomDepthAtM: (xM: number, yM: number) => number,
): Scatterer[] {
  if (predators.length === 0) return points;
  return points.map((point) => {
    let { xM, yM, depthM } = point;
    for (const predator of predators) {
      const gapM = GAP_LENGTHS * predator.lengthM;
      const [east, north, down] = [xM - predator.xM, yM - predator.yM, depthM - predator.depthM];
      const offM = hypot(east, north, down);
      if (offM >= gapM || offM === 0) continue;
      const outward = (gapM / offM) * (1 + (RIM_SHARE * offM) / gapM);
      xM = predator.xM + outward * east;
      yM = predator.yM + outward * north;
      depthM = predator.depthM + outward * down;
    }
    const deepestM = bottomDepthAtM(xM, yM) - 0.05;
    return { ...point, xM, yM, depthM: Math.max(0.05, Math.min(deepestM, depthM)) };
  });
}
