/**
 * Could a reader have seen it? Turns the rows of truth into one region per target with a verdict and
 * a reason, for the view it was shown in. The thresholds agreed with the eye on 21 of 24 fish judged
 * blind; the misses were at the threshold.
 */
import { aboveFloorDb } from '../display';
import {
  type Background,
  BACKGROUNDS,
  type EchogramInfo,
  type PingTrack,
  type TruthRows,
} from '../sounding';
import { degToRad } from '../units/angle';
import { describeTarget, labelOf, type ReadingLabel, type Target } from '../targets';

/** Signal-to-background at which a ping counts: 3 dB shows only if one knows where, 9 dB is clear. */
const COUNTED_RATIO_DB = 6;
const COUNTED_ABOVE_FLOOR_DB = 7;
const GAP_DB = 6;
const LEAST_PINGS = 6;
/** A target is lit while within this of its own peak. */
const LIT_DB = 14;
/** The outline follows what is drawn down to this; beyond it lie side lobes. */
const OUTLINE_DB = 22;
const LEAST_CLEAR_SHARE = 0.35;

export type Verdict = 'visible' | 'attached' | 'hidden';

export type HiddenReason =
  | 'outsideBeam'
  | 'tooShort'
  | 'belowFloor'
  | 'belowNoise'
  | 'inScatteringWater'
  | 'deadZone'
  | 'merged'
  | 'behindOther';

export interface OutlineRow {
  ping: number;
  firstBin: number;
  lastBin: number;
}

export interface TruthRegion {
  targetId: string;
  kind: Target['kind'];
  label: ReadingLabel;
  name: string;
  verdict: Verdict;
  /** Why it was hidden; null when it was not. */
  reason: HiddenReason | null;
  /** The other target it ran together with, when that is the reason. */
  rivalName: string | null;
  outline: OutlineRow[];
  peak: { ping: number; bin: number };
  peakLevelDb: number;
  /** Best over the pings, dB. */
  signalToBackgroundDb: number;
}

/** Things that stand on the bottom or hang on the surface show without a gap beneath them. */
const NEEDS_GAP: Record<ReadingLabel, boolean> = {
  fish: true,
  bait: true,
  wood: false,
  rock: false,
  clutter: false,
};

const BACKGROUND_REASON: Record<Background, HiddenReason> = {
  noise: 'belowNoise',
  water: 'inScatteringWater',
  bottom: 'deadZone',
  target: 'behindOther',
};

export interface TruthInput {
  info: EchogramInfo;
  targets: readonly Target[];
  rows: TruthRows;
  /** Track of the pings on the screen, and the number of the first. */
  track: PingTrack;
  firstPing: number;
  /** Gain of the view in which the screen is judged. */
  gainDb: number;
}

/** One region for each target that put energy on the record, strongest first. */
export function judgeTruth(input: TruthInput): TruthRegion[] {
  const { rows, targets } = input;
  const rowsOf = new Map<number, number[]>();
  const peakCdbOf = new Map<number, number>();
  for (let row = 0; row < rows.ping.length; row++) {
    const target = rows.targetIndex[row];
    const list = rowsOf.get(target);
    if (list) list.push(row);
    else rowsOf.set(target, [row]);
    peakCdbOf.set(target, Math.max(peakCdbOf.get(target) ?? -32768, rows.levelCdb[row]));
  }
  const regions: TruthRegion[] = [];
  targets.forEach((target, targetIndex) => {
    const own = rowsOf.get(targetIndex);
    let region = own ? judgeTarget(input, targetIndex, own, peakCdbOf) : null;
    if (!region || region.verdict === 'hidden') {
      const approach = closestApproach(input, target);
      const extentRad = 'radiusM' in target ? target.radiusM / 5 : 0;
      const limitRad = OUTSIDE_BEAMWIDTHS * degToRad(input.info.beamwidthDeg) + extentRad;
      if (!region || approach.offAxisRad > limitRad) region = outsideBeam(input, target, approach);
    }
    if (region) regions.push(region);
  });
  return regions.sort((a, b) => b.peakLevelDb - a.peakLevelDb);
}

/** Targets passed no farther away than this are worth a word when the beam missed them. */
const NEARBY_M = 8;
/** Beyond so many beam widths from the axis a target is beside the cone, whatever its side lobes pick up. */
const OUTSIDE_BEAMWIDTHS = 0.8;

interface Approach {
  /** Index of the ping that came closest. */
  slot: number;
  distanceM: number;
  /** Angle from straight down at that ping, rad. */
  offAxisRad: number;
}

/** How close the boat came to a target, over the ground. */
function closestApproach({ track, info }: TruthInput, target: Target): Approach {
  let slot = 0;
  let distanceM = Infinity;
  for (let i = 0; i < track.xM.length; i++) {
    const d = Math.hypot(target.xM - track.xM[i], target.yM - track.yM[i]);
    if (d < distanceM) {
      slot = i;
      distanceM = d;
    }
  }
  const depthM = 'depthM' in target ? target.depthM : track.bottomDepthM[slot];
  const beneathM = Math.max(0.1, depthM - info.draftM);
  return { slot, distanceM, offAxisRad: Math.atan2(distanceM, beneathM) };
}

/** A target the cone passed beside: no outline, and not listed when it was far away. */
function outsideBeam(input: TruthInput, target: Target, approach: Approach): TruthRegion | null {
  const { info, firstPing } = input;
  if (approach.distanceM > NEARBY_M || !('depthM' in target)) return null;
  return {
    targetId: target.id,
    kind: target.kind,
    label: labelOf(target),
    name: describeTarget(target),
    verdict: 'hidden',
    reason: 'outsideBeam',
    rivalName: null,
    outline: [],
    peak: {
      ping: firstPing + approach.slot,
      bin: Math.max(0, Math.round((target.depthM - info.draftM) / info.rangeStepM)),
    },
    peakLevelDb: -Infinity,
    signalToBackgroundDb: -Infinity,
  };
}

function judgeTarget(
  input: TruthInput,
  targetIndex: number,
  own: number[],
  peakCdbOf: Map<number, number>,
): TruthRegion {
  const { info, targets, rows, gainDb } = input;
  const target = targets[targetIndex];
  const label = labelOf(target);
  const peakCdb = peakCdbOf.get(targetIndex)!;
  const isLit = (row: number) => rows.levelCdb[row] >= peakCdb - 100 * LIT_DB;
  const lit = own.filter(isLit);
  const peakRow = own.find((row) => rows.levelCdb[row] === peakCdb)!;

  /** Another target of the same sort in the same cells: drawn as one mark, counted once, as the stronger. */
  const sameSortRival = (row: number) => {
    const rival = rows.rivalIndex[row];
    return rival >= 0 && targets[rival] && labelOf(targets[rival]) === label ? rival : -1;
  };
  const shownDb = (row: number) =>
    aboveFloorDb(
      rows.levelCdb[row] / 100,
      (rows.peakBin[row] + 0.5) * info.rangeStepM,
      info,
      gainDb,
    );
  /** The legs of an arch are part of it as far as they can be seen. */
  const isDrawn = (row: number) =>
    rows.levelCdb[row] >= peakCdb - 100 * OUTLINE_DB &&
    shownDb(row) >= COUNTED_ABOVE_FLOOR_DB &&
    rows.signalToBackgroundCdb[row] >= 100 * COUNTED_RATIO_DB;
  const standsOut = (row: number) => rows.signalToBackgroundCdb[row] >= 0;
  let weakerOfPair = 0;
  let counted = 0;
  let clear = 0;
  let bright = 0;
  let bestRatioCdb = -32768;
  const blockedBy = new Map<HiddenReason, number>();
  for (const row of lit) {
    const rival = sameSortRival(row);
    if (rival >= 0 && peakCdbOf.get(rival)! > peakCdb) weakerOfPair++;
    const ratioCdb = rival >= 0 ? rows.signalToSceneryCdb[row] : rows.signalToBackgroundCdb[row];
    bestRatioCdb = Math.max(bestRatioCdb, ratioCdb);
    const shows = shownDb(row) >= COUNTED_ABOVE_FLOOR_DB;
    const stands = ratioCdb >= 100 * COUNTED_RATIO_DB;
    if (shows) bright++;
    if (shows && stands) {
      counted++;
      if (!NEEDS_GAP[label] || rows.gapCdb[row] >= 100 * GAP_DB) clear++;
    } else if (!stands) {
      const reason = BACKGROUND_REASON[BACKGROUNDS[rows.background[row]]];
      blockedBy.set(reason, (blockedBy.get(reason) ?? 0) + 1);
    }
  }

  let verdict: Verdict = 'hidden';
  let reason: HiddenReason | null = null;
  const merged = weakerOfPair > lit.length / 2;
  if (merged) reason = 'merged';
  else if (clear >= LEAST_PINGS && clear >= LEAST_CLEAR_SHARE * lit.length) verdict = 'visible';
  else if (counted >= LEAST_PINGS) verdict = 'attached';
  else if (
    bright < LEAST_PINGS &&
    bestRatioCdb >= 100 * COUNTED_RATIO_DB &&
    lit.length >= LEAST_PINGS
  )
    reason = 'belowFloor';
  else if (blockedBy.size > 0)
    reason = [...blockedBy].reduce((most, entry) => (entry[1] > most[1] ? entry : most))[0];
  else reason = 'tooShort';

  const rival = rows.rivalIndex[peakRow];
  return {
    targetId: target.id,
    kind: target.kind,
    label,
    name: describeTarget(target),
    verdict,
    reason,
    rivalName: rival >= 0 && targets[rival] ? describeTarget(targets[rival]) : null,
    outline: own
      .filter((row) => isDrawn(row) || (isLit(row) && (verdict === 'hidden' || standsOut(row))))
      .map((row) => ({
        ping: rows.ping[row],
        firstBin: rows.firstBin[row],
        lastBin: rows.lastBin[row],
      }))
      .sort((a, b) => a.ping - b.ping),
    peak: { ping: rows.ping[peakRow], bin: rows.peakBin[peakRow] },
    peakLevelDb: peakCdb / 100,
    signalToBackgroundDb: bestRatioCdb / 100,
  };
}
