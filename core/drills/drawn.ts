/**
 * What can be measured on a picture as it is drawn: all that a reader has besides the readouts and the scales. A
 * question is fair when these decide it, not when the truth does.
 */
import { aboveFloorDb, shownSpanDb } from '../display';
import type { CueGround, TruthRegion } from '../reading';
import { cellsPerPing, firstRowOf, trackedDepthsM } from '../sounding';
import { type DrillScreen, isDownward, slotOf } from './drillScreen';
import { median } from './statistics/median';

/** Brightness is judged over so many cells together: one alone is grain. */
const CELLS_TOGETHER = 3;
/** Ground by which hardness is judged, from the bottom's edge down, as a share of its range: a tail grows with it. */
const GROUND_SHARE = 0.12;
/** Share of the pings that must show it. */
const MOST_PINGS = 0.8;

/** How bright a cell is drawn: dB over the weakest colour, from 0 to the span of all colours. */
export function drawnCellDb(
  screen: DrillScreen,
  slot: number,
  channel: number,
  bin: number,
  beam = 0,
): number {
  const { info, view, levelsCdb } = screen;
  const row = firstRowOf(info, channel) + beam;
  const at = slot * cellsPerPing(info) + row * info.binCount + bin;
  const rangeM = (bin + 0.5) * info.rangeStepM;
  const overDb = aboveFloorDb(levelsCdb[at] / 100, rangeM, info.channels[channel], view);
  return Math.min(shownSpanDb(view), Math.max(0, overDb));
}

/** Brightness of a mark where it is brightest, dB over the weakest colour; NaN where no levels are known. */
export function markDb(screen: DrillScreen, region: TruthRegion): number {
  if (screen.levelsCdb.length === 0) return NaN;
  let brightest = 0;
  for (const { ping, firstBin, lastBin } of region.outline) {
    const slot = slotOf(screen, ping);
    for (let bin = firstBin; bin <= Math.max(firstBin, lastBin - CELLS_TOGETHER + 1); bin++) {
      let sum = 0;
      for (let i = 0; i < CELLS_TOGETHER; i++) {
        sum += drawnCellDb(
          screen,
          slot,
          region.channel,
          Math.min(bin + i, screen.info.binCount - 1),
        );
      }
      brightest = Math.max(brightest, sum / CELLS_TOGETHER);
    }
  }
  return brightest;
}

const bottoms = new WeakMap<Int16Array, Float32Array>();

/** Depth at which the picture's bottom begins, by ping, m; NaN where the echo has none. */
function drawnBottomM(screen: DrillScreen): Float32Array {
  const { levelsCdb, info, pingCount } = screen;
  if (levelsCdb.length === 0) return new Float32Array(pingCount).fill(NaN);
  let found = bottoms.get(levelsCdb);
  if (!found) bottoms.set(levelsCdb, (found = trackedDepthsM(info, levelsCdb, pingCount)));
  return found;
}

/**
 * Depth under the boat, m: as the picture draws it, and as the readout has it where no bottom is found on the echo, on
 * pictures without levels and on side fans.
 */
export function depthUnderM(screen: DrillScreen, slot: number): number {
  const drawnM = isDownward(screen) ? drawnBottomM(screen)[slot] : NaN;
  return Number.isNaN(drawnM) ? screen.track.bottomDepthM[slot] : drawnM;
}

/** What the words of a cue are made from: as the picture has it. */
export const cueGround = (screen: DrillScreen): CueGround => ({
  info: screen.info,
  track: screen.track,
  firstPing: screen.firstPing,
  bottomMAt: (ping) => depthUnderM(screen, slotOf(screen, ping)),
});

/**
 * How bright the ground is drawn from the bottom's edge down, dB over the weakest colour, as the middle one of all
 * pings: hard ground is strong and has a tail. NaN where the picture does not show enough of it.
 */
export function groundDb(screen: DrillScreen): number {
  const { info, view, pingCount } = screen;
  const means: number[] = [];
  drawnBottomM(screen).forEach((edgeM, slot) => {
    const rangeM = edgeM - info.draftM;
    const endM = edgeM + GROUND_SHARE * rangeM;
    const first = Math.round(rangeM / info.rangeStepM);
    const end = Math.round((endM - info.draftM) / info.rangeStepM);
    // What follows the bottom shows all of it.
    const isShown = view.autoRange || (edgeM >= view.topM && endM <= view.bottomM);
    if (!isShown || end > info.binCount || end <= first) return;
    let sum = 0;
    for (let bin = first; bin < end; bin++) sum += drawnCellDb(screen, slot, 0, bin);
    means.push(sum / (end - first));
  });
  return means.length >= MOST_PINGS * pingCount ? median(means) : NaN;
}
