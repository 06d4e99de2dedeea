/**
 * What a screen shows besides its targets, so that it can be found: measured on the echo where that can be, told from the scene
 * where it cannot. No question is asked of it.
 */
import { aboveFloorDb, type View } from '../display';
import {
  cellsPerPing,
  type EchogramInfo,
  isAbeam,
  isAlong,
  type PingTrack,
  type Rig,
  type Scene,
} from '../sounding';
import type { RegionLabel } from './labels';
import type { TruthRegion } from './visibility';

interface Shown {
  scene: Scene;
  rig: Rig;
  info: EchogramInfo;
  track: PingTrack;
  levelsCdb: Int16Array;
  pingCount: number;
  view: View;
  regions: readonly TruthRegion[];
}

/** A layer stands so much out of the water over it, a second bottom out of what is before it, dB. */
const LAYER_DB = 3;
const SECOND_DB = 5;
/** Over the weakest colour, dB. */
const SHOWN_DB = 3;
const LOW_TONE_HZ = 100_000;
const SECOND_WINDOW_M = 0.6;

export function sceneryOf(of: Shown): RegionLabel[] {
  const { scene, rig, info, track, pingCount, view, regions } = of;
  const found: RegionLabel[] = [];
  const isDown = isAlong(info.instrument);
  const thermocline = scene.water.thermocline;
  if (isDown && thermocline) {
    const half = Math.max(0.3, thermocline.thicknessM / 2);
    const at = thermocline.depthM - info.draftM;
    const isClear = track.bottomDepthM.every(
      (bottomM) => bottomM > thermocline.depthM + half + 0.5,
    );
    const layer = meanLevel(of, () => [at - half, at + half]);
    const above = meanLevel(of, () => [at - 3 * half - 1, at - half - 0.5]);
    if (isClear && isShown(of, at, layer) && layer - above >= LAYER_DB) found.push('thermocline');
  }
  if (info.instrument === 'cone' || info.instrument === 'column') {
    const altitude = (slot: number) => track.bottomDepthM[slot] - info.draftM;
    const second = meanLevel(of, (slot) => [
      2 * altitude(slot),
      2 * altitude(slot) + SECOND_WINDOW_M,
    ]);
    const before = meanLevel(of, (slot) => [1.7 * altitude(slot), 1.9 * altitude(slot)]);
    const middle = altitude(Math.floor(pingCount / 2));
    if (isShown(of, 2 * middle, second) && second - before >= SECOND_DB) found.push('secondBottom');
    const isLow = info.channels[0].frequencyHz <= LOW_TONE_HZ;
    if (isLow && scene.bottom.buried) found.push('softLayer');
  }
  if (rig.interference.length > 0 && !view.crossTalkFilter) found.push('crossTalk');
  if (isAbeam(info.instrument)) {
    const isCast = ({ verdict, shadow }: TruthRegion) => verdict !== 'hidden' && shadow.length > 0;
    if (regions.some(isCast)) found.push('shadow');
    if (hasNests(of)) found.push('nest');
  }
  return found;
}

/** Mean level between two ranges of each ping, dB; NaN where the record does not reach so far. */
function meanLevel(
  { info, levelsCdb, pingCount }: Shown,
  rangeOf: (slot: number) => [fromM: number, toM: number],
): number {
  const stride = cellsPerPing(info);
  let sum = 0;
  let count = 0;
  for (let slot = 0; slot < pingCount; slot++) {
    const [from, to] = rangeOf(slot).map((rangeM) => Math.round(rangeM / info.rangeStepM));
    if (from < 0 || to >= info.binCount) continue;
    for (let bin = from; bin <= to; bin++) {
      sum += levelsCdb[slot * stride + bin];
      count++;
    }
  }
  return count === 0 ? Number.NaN : sum / count / 100;
}

function isShown({ info, view }: Shown, rangeM: number, levelDb: number): boolean {
  const depthM = rangeM + info.draftM;
  return (
    Number.isFinite(levelDb) &&
    depthM > view.topM &&
    depthM < view.bottomM &&
    aboveFloorDb(levelDb, rangeM, info.channels[0], view) >= SHOWN_DB
  );
}

/** Nests that the fans passed: nearer than their range, and not under the boat. */
function hasNests({ scene, info, track, pingCount, view }: Shown): boolean {
  const farM = Math.min(view.bottomM, info.binCount * info.rangeStepM);
  return scene.bottom.features.some((feature) => {
    if (feature.kind !== 'nests') return false;
    for (let slot = 0; slot < pingCount; slot++) {
      const outM = Math.hypot(feature.xM - track.xM[slot], feature.yM - track.yM[slot]);
      const altitudeM = track.bottomDepthM[slot] - info.draftM;
      if (outM > 0.5 * altitudeM && Math.hypot(outM, altitudeM) < farM) return true;
    }
    return false;
  });
}
