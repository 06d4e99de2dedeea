/** The places of a water by the kind that fish choose: found from its relief, its ground and what stands on it. */
import { type Bottom, depthAtM, sedimentAt, type SedimentName } from '../bottom';
import { atan2, hypot } from '../numeric';
import type { Target, TargetKindName } from '../targets';
import { radToDeg } from '../units/angle';
import type { Place } from './profiles';

export interface Spot {
  xM: number;
  yM: number;
  depthM: number;
  /** What it is at, by id; null on open ground. */
  coverId: string | null;
  /** How far what it is at reaches around it, m. */
  coverM: number;
}

const MOST_NODES = 6000;
/** Shallower than this nothing stands. */
const LEAST_DEPTH_M = 0.8;
const BREAK_DEG = 3.5;
const FLAT_DEG = 2.5;
/** So far around a place is asked whether it lies in a hollow. */
const HOLLOW_REACH_M = 45;
const HOLLOW_M = 0.9;
/** The deepest share of a water is its basin. */
const BASIN_SHARE = 0.18;
const HARD: ReadonlySet<SedimentName> = new Set([
  'gravel',
  'cobble',
  'rock',
  'shell',
  'coarseSand',
]);

const COVER: Partial<Record<TargetKindName, Place>> = {
  tree: 'wood',
  log: 'wood',
  stump: 'wood',
  brushPile: 'wood',
  weedBed: 'weed',
  weedStalk: 'weed',
  pontoon: 'shade',
  pier: 'shade',
  mooredBoat: 'shade',
  boulder: 'rocks',
  rockPile: 'rocks',
  wreckRibs: 'rocks',
  boatHull: 'rocks',
  foundation: 'rocks',
  piling: 'rocks',
};

const coverReachM = (target: Target): number => {
  if (target.kind === 'tree') return target.crownRadiusM;
  if ('radiusM' in target) return target.radiusM;
  if ('widthM' in target) return target.widthM / 2;
  return 'beamM' in target ? target.beamM / 2 : 1;
};

export type Habitat = Record<Place, Spot[]>;

const habitats = new WeakMap<Bottom, WeakMap<readonly Target[], Habitat>>();

/** All places of a water that fish might choose, by kind; found once for each water and level. */
export function habitatOf(bottom: Bottom, targets: readonly Target[]): Habitat {
  let ofBottom = habitats.get(bottom);
  if (!ofBottom) habitats.set(bottom, (ofBottom = new WeakMap()));
  let habitat = ofBottom.get(targets);
  if (!habitat) ofBottom.set(targets, (habitat = findHabitat(bottom, targets)));
  return habitat;
}

function findHabitat(bottom: Bottom, targets: readonly Target[]): Habitat {
  const { originM, cellM, columns, rows } = bottom;
  const step = Math.max(1, Math.ceil(Math.sqrt((columns * rows) / MOST_NODES)));
  const habitat: Habitat = {
    open: [],
    basin: [],
    flat: [],
    break: [],
    channel: [],
    hard: [],
    wood: [],
    weed: [],
    shade: [],
    rocks: [],
  };
  const at = (xM: number, yM: number) => depthAtM(bottom, xM, yM);
  for (let row = step; row < rows - step; row += step) {
    for (let column = step; column < columns - step; column += step) {
      const xM = originM.x + column * cellM;
      const yM = originM.y + row * cellM;
      const depthM = at(xM, yM);
      if (depthM < LEAST_DEPTH_M) continue;
      const spot: Spot = { xM, yM, depthM, coverId: null, coverM: 0 };
      const slope = hypot(
        (at(xM + 4, yM) - at(xM - 4, yM)) / 8,
        (at(xM, yM + 4) - at(xM, yM - 4)) / 8,
      );
      const slopeDeg = radToDeg(atan2(slope, 1));
      const around =
        (at(xM + HOLLOW_REACH_M, yM) +
          at(xM - HOLLOW_REACH_M, yM) +
          at(xM, yM + HOLLOW_REACH_M) +
          at(xM, yM - HOLLOW_REACH_M)) /
        4;
      habitat.open.push(spot);
      if (slopeDeg >= BREAK_DEG) habitat.break.push(spot);
      if (slopeDeg <= FLAT_DEG && depthM - around < HOLLOW_M) habitat.flat.push(spot);
      if (depthM - around >= HOLLOW_M) habitat.channel.push(spot);
      if (HARD.has(sedimentAt(bottom, xM, yM))) habitat.hard.push(spot);
    }
  }
  const byDepth = habitat.open.toSorted((a, b) => b.depthM - a.depthM);
  habitat.basin = byDepth.slice(0, Math.ceil(BASIN_SHARE * byDepth.length));
  for (const target of targets) {
    const place = COVER[target.kind];
    if (!place) continue;
    const { xM, yM, id } = target;
    const depthM = at(xM, yM);
    if (depthM < LEAST_DEPTH_M) continue;
    habitat[place].push({ xM, yM, depthM, coverId: id, coverM: coverReachM(target) });
  }
  return habitat;
}
