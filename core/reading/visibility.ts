/**
 * Could a reader have seen it? Turns the rows of truth into one region per target with a verdict and
 * a reason, for the channel and the view it was shown in. The thresholds are in rules.ts.
 */
import { aboveFloorDb, type Tone } from '../display';
import {
  type Background,
  BACKGROUNDS,
  type EchogramInfo,
  type PingTrack,
  type TruthRows,
  isAbeam,
} from '../sounding';
import { log10 } from '../numeric';
import { degToRad } from '../units/angle';
import {
  describeTarget,
  labelOf,
  movedFrom,
  type ReadingLabel,
  type Target,
  targetMotions,
} from '../targets';
import type { RegionLabel } from './labels';
import { RULES, type VisibilityRule } from './rules';

export type Verdict = 'visible' | 'attached' | 'hidden';

export type HiddenReason =
  | 'outsideBeam'
  | 'tooShort'
  | 'belowFloor'
  | 'belowNoise'
  | 'inScatteringWater'
  | 'deadZone'
  | 'inBottomEcho'
  | 'merged'
  | 'behindOther'
  | 'inShadow'
  | 'offPicture';

export interface OutlineRow {
  ping: number;
  firstBin: number;
  lastBin: number;
  /** Beams that it fills; 0 where the channel has one. */
  firstBeam: number;
  lastBeam: number;
}

export interface TruthRegion {
  targetId: string;
  /** Index of the channel in which it is judged. */
  channel: number;
  /** Null where it was drawn by hand. */
  kind: Target['kind'] | null;
  label: RegionLabel;
  name: string;
  verdict: Verdict;
  /** Why it was hidden; null when it was not. */
  reason: HiddenReason | null;
  /** Seen by its shadow, whatever its echo. */
  byShadow: boolean;
  /** The other target it ran together with, when that is the reason. */
  rivalName: string | null;
  outline: OutlineRow[];
  /** Where its shadow lies, ping by ping. */
  shadow: OutlineRow[];
  peak: { ping: number; bin: number };
  peakLevelDb: number;
  /** Best over the pings, dB. */
  signalToBackgroundDb: number;
}

/** Things that stand on the bottom or hang on the surface show without a gap beneath them. */
const NEEDS_GAP: ReadonlySet<ReadingLabel> = new Set(['fish', 'bait', 'lure']);

/** What is many small things: seen as such where it fills what it reaches, not by its strongest part. */
const FILLS: ReadonlySet<ReadingLabel> = new Set(['bait']);

/** What has branches or members between which something can lie. */
const HOLDS: ReadonlySet<ReadingLabel> = new Set(['wood', 'weed', 'built']);

const BACKGROUND_REASON: Record<Background, HiddenReason> = {
  noise: 'belowNoise',
  water: 'inScatteringWater',
  bottom: 'deadZone',
  target: 'behindOther',
  shadow: 'inShadow',
};

export interface TruthInput {
  info: EchogramInfo;
  targets: readonly Target[];
  rows: TruthRows;
  /** Track of the pings on the screen, and the number of the first. */
  track: PingTrack;
  firstPing: number;
  /** How bright the view in which the screen is judged is. */
  tone: Tone;
  /** Which channel of the echogram; the first by default. */
  channel?: number;
}

/** One region for each target that put energy on the record, strongest first. */
export function judgeTruth(input: TruthInput): TruthRegion[] {
  const { rows, targets, info, channel = 0 } = input;
  const rowsOf = new Map<number, number[]>();
  const strengthCdb = strengthOf(input);
  const peakCdbOf = new Map<number, number>();
  for (let row = 0; row < rows.ping.length; row++) {
    if (rows.channel[row] !== channel) continue;
    const target = rows.targetIndex[row];
    const list = rowsOf.get(target);
    if (list) list.push(row);
    else rowsOf.set(target, [row]);
    peakCdbOf.set(target, Math.max(peakCdbOf.get(target) ?? -Infinity, strengthCdb(row)));
  }
  const isRound = info.channels[channel].acrossBeamwidthDeg === null;
  const motions = isRound ? targetMotions(targets) : [];
  const regions: TruthRegion[] = [];
  targets.forEach((target, targetIndex) => {
    const own = rowsOf.get(targetIndex);
    let region = own ? judgeTarget(input, targetIndex, own, peakCdbOf) : null;
    if (isRound && (!region || region.verdict === 'hidden')) {
      const approach = closestApproach(input, target, motions[targetIndex]);
      const extentRad = 'radiusM' in target ? target.radiusM / 5 : 0;
      const limitRad =
        OUTSIDE_BEAMWIDTHS * degToRad(info.channels[channel].beamwidthDeg) + extentRad;
      // Beside the beam, unless what hides it is told: ground or things at its range hide it on the axis too.
      const isTold = region?.reason && REASONS_OF_PLACE.has(region.reason);
      if (!region || (approach.offAxisRad > limitRad && !isTold)) {
        region = outsideBeam(input, target, approach);
      }
    }
    if (region) regions.push(region);
  });
  return regions.sort((a, b) => b.peakLevelDb - a.peakLevelDb);
}

/** Nearer than this a level no longer grows. */
const NEAREST_M = 0.3;

/** A thing's level as if all of it lay at one range: near the surface even a wake is loud. */
function strengthOf({ rows, info }: TruthInput): (row: number) => number {
  return (row) => {
    const rangeM = Math.max(NEAREST_M, (rows.peakBin[row] + 0.5) * info.rangeStepM);
    return rows.levelCdb[row] + 4000 * log10(rangeM);
  };
}
const VERDICT_ORDER: Verdict[] = ['visible', 'attached', 'hidden'];

/** As `judgeTruth`, over all channels of the echogram: each target once, where it is seen best. */
export function judgeAllChannels(input: Omit<TruthInput, 'channel'>): TruthRegion[] {
  const best = new Map<string, TruthRegion>();
  const rank = ({ verdict }: TruthRegion) => VERDICT_ORDER.indexOf(verdict);
  input.info.channels.forEach((_, channel) => {
    for (const region of judgeTruth({ ...input, channel })) {
      const known = best.get(region.targetId);
      const isBetter =
        !known ||
        rank(region) < rank(known) ||
        (rank(region) === rank(known) && region.peakLevelDb > known.peakLevelDb);
      if (isBetter) best.set(region.targetId, region);
    }
  });
  return [...best.values()].sort((a, b) => b.peakLevelDb - a.peakLevelDb);
}

/** Reasons that lie in what else is there, not in how little of it the beam heard. */
const REASONS_OF_PLACE: ReadonlySet<HiddenReason> = new Set([
  'deadZone',
  'inBottomEcho',
  'merged',
  'behindOther',
  'inShadow',
]);

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
function closestApproach(
  { track, info }: TruthInput,
  target: Target,
  motion: ReturnType<typeof targetMotions>[number],
): Approach {
  let slot = 0;
  let distanceM = Infinity;
  let downM = 0;
  for (let i = 0; i < track.xM.length; i++) {
    const boat = { xM: track.xM[i], yM: track.yM[i] };
    const moved = movedFrom(target, motion, track.timeS[i], boat, track.bottomDepthM[i]);
    const d = Math.hypot(
      target.xM + (moved?.eastM ?? 0) - track.xM[i],
      target.yM + (moved?.northM ?? 0) - track.yM[i],
    );
    if (d < distanceM) {
      slot = i;
      distanceM = d;
      downM = moved?.downM ?? 0;
    }
  }
  const depthM = 'depthM' in target ? target.depthM + downM : track.bottomDepthM[slot];
  const beneathM = Math.max(0.1, depthM - info.draftM);
  return { slot, distanceM, offAxisRad: Math.atan2(distanceM, beneathM) };
}

/** A target the cone passed beside: no outline, and not listed when it was far away. */
function outsideBeam(input: TruthInput, target: Target, approach: Approach): TruthRegion | null {
  const { info, firstPing, channel = 0 } = input;
  if (approach.distanceM > NEARBY_M || !('depthM' in target)) return null;
  return {
    targetId: target.id,
    channel,
    kind: target.kind,
    label: labelOf(target),
    name: describeTarget(target),
    verdict: 'hidden',
    reason: 'outsideBeam',
    byShadow: false,
    rivalName: null,
    outline: [],
    shadow: [],
    peak: {
      ping: firstPing + approach.slot,
      bin: Math.max(0, Math.round((target.depthM - info.draftM) / info.rangeStepM)),
    },
    peakLevelDb: -Infinity,
    signalToBackgroundDb: -Infinity,
  };
}

/** Pings in which the shadow is dark and long enough to be read. */
function readableShadow(rule: VisibilityRule, info: EchogramInfo, rows: TruthRows, own: number[]) {
  const { shadow } = rule;
  if (!shadow) return [];
  return own.filter(
    (row) =>
      rows.shadowLastBin[row] > 0 &&
      rows.shadowCdb[row] >= 100 * shadow.ratioDb &&
      (rows.shadowLastBin[row] - rows.shadowFirstBin[row] + 1) * info.rangeStepM >= shadow.lengthM,
  );
}

function judgeTarget(
  input: TruthInput,
  targetIndex: number,
  own: number[],
  peakCdbOf: Map<number, number>,
): TruthRegion {
  const { info, targets, rows, tone, channel = 0 } = input;
  const rule = RULES[info.instrument];
  const target = targets[targetIndex];
  const label = labelOf(target);
  const strengthCdb = strengthOf(input);
  const peakCdb = peakCdbOf.get(targetIndex)!;
  const isLit = (row: number) => strengthCdb(row) >= peakCdb - 100 * rule.litDb;
  const lit = own.filter(isLit);
  const peakRow = own.find((row) => strengthCdb(row) === peakCdb)!;

  /** Another target of the same sort in the same cells: drawn as one mark, counted once, as the stronger. */
  const sameSortRival = (row: number) => {
    const rival = rows.rivalIndex[row];
    return rival >= 0 && targets[rival] && labelOf(targets[rival]) === label ? rival : -1;
  };
  const shownDb = (row: number) =>
    aboveFloorDb(
      rows.levelCdb[row] / 100,
      (rows.peakBin[row] + 0.5) * info.rangeStepM,
      info.channels[channel],
      tone,
    );
  /** The legs of an arch are part of it as far as they can be seen. */
  const isDrawn = (row: number) =>
    strengthCdb(row) >= peakCdb - 100 * rule.outlineDb &&
    shownDb(row) >= rule.aboveFloorDb &&
    rows.signalToBackgroundCdb[row] >= 100 * rule.ratioDb;
  const standsOut = (row: number) => rows.signalToBackgroundCdb[row] >= 0;
  let weakerOfPair = 0;
  let counted = 0;
  let clear = 0;
  let strong = 0;
  let bright = 0;
  let bestRatioCdb = -32768;
  const blockedBy = new Map<HiddenReason, number>();
  for (const row of lit) {
    const rival = sameSortRival(row);
    if (rival >= 0 && peakCdbOf.get(rival)! > peakCdb) weakerOfPair++;
    const ratioCdb = rival >= 0 ? rows.signalToSceneryCdb[row] : rows.signalToBackgroundCdb[row];
    bestRatioCdb = Math.max(bestRatioCdb, ratioCdb);
    const shows = shownDb(row) >= rule.aboveFloorDb;
    const isFilled = !FILLS.has(label) || rows.filledPercent[row] >= 100 * rule.filledShare;
    const stands = ratioCdb >= 100 * rule.ratioDb && isFilled;
    const hasGap =
      rule.gapDb === null || !NEEDS_GAP.has(label) || rows.gapCdb[row] >= 100 * rule.gapDb;
    if (shows) bright++;
    if (shows && stands) {
      counted++;
      if (hasGap) clear++;
      if (hasGap && ratioCdb >= 100 * rule.strongDb) strong++;
    } else if (!stands) {
      const behind = BACKGROUNDS[rows.background[row]];
      // A picture of ground ranges has no dead zone: what it shows behind a fish is bottom anyway.
      const onBottom = behind === 'bottom' && rule.gapDb === null;
      const reason = onBottom ? 'inBottomEcho' : BACKGROUND_REASON[behind];
      blockedBy.set(reason, (blockedBy.get(reason) ?? 0) + 1);
    }
  }
  const shaded = readableShadow(rule, info, rows, own);
  const byShadow = rule.shadow !== null && shaded.length >= rule.shadow.leastPings;

  let verdict: Verdict = 'hidden';
  let reason: HiddenReason | null = null;
  const isPlain = clear >= rule.leastPings && clear >= rule.leastClearShare * lit.length;
  const isStrong = strong >= rule.leastStrongPings;
  const merged = weakerOfPair > lit.length / 2;
  if (merged) reason = 'merged';
  else if (isPlain || isStrong || byShadow) {
    const among = own.filter((row) => {
      const rival = targets[rows.rivalIndex[row]];
      return rival && HOLDS.has(labelOf(rival));
    });
    const isHeld = NEEDS_GAP.has(label) && !byShadow && among.length > rule.heldShare * own.length;
    verdict = isHeld ? 'attached' : 'visible';
  } else if (counted >= rule.leastPings) verdict = 'attached';
  else if (
    bright < rule.leastPings &&
    bestRatioCdb >= 100 * rule.ratioDb &&
    lit.length >= rule.leastPings
  )
    reason = 'belowFloor';
  else if (blockedBy.size > 0)
    reason = [...blockedBy].reduce((most, entry) => (entry[1] > most[1] ? entry : most))[0];
  else reason = 'tooShort';

  const rival = rows.rivalIndex[peakRow];
  const outlined = own.filter(
    (row) => isDrawn(row) || (isLit(row) && (verdict === 'hidden' || standsOut(row))),
  );
  // Where it is strongest another may drown it: what is pointed at lies where it is drawn.
  const drawnPeak = outlined.reduce(
    (best, row) => (best < 0 || strengthCdb(row) > strengthCdb(best) ? row : best),
    -1,
  );
  const shownPeak = drawnPeak < 0 ? peakRow : drawnPeak;
  return {
    targetId: target.id,
    channel,
    kind: target.kind,
    label,
    name: describeTarget(target),
    verdict,
    reason,
    byShadow: byShadow && verdict === 'visible' && !isPlain && !isStrong,
    rivalName: rival >= 0 && targets[rival] ? describeTarget(targets[rival]) : null,
    outline: outlined
      .map((row) => ({
        ping: rows.ping[row],
        firstBin: rows.firstBin[row],
        lastBin: rows.lastBin[row],
        firstBeam: rows.firstBeam[row],
        lastBeam: rows.lastBeam[row],
      }))
      .sort((a, b) => a.ping - b.ping),
    shadow: shaded.map((row) => ({
      ping: rows.ping[row],
      firstBin: rows.shadowFirstBin[row],
      lastBin: rows.shadowLastBin[row],
      firstBeam: rows.firstBeam[row],
      lastBeam: rows.lastBeam[row],
    })),
    peak: { ping: rows.ping[shownPeak], bin: rows.peakBin[shownPeak] },
    peakLevelDb: rows.levelCdb[shownPeak] / 100,
    signalToBackgroundDb: bestRatioCdb / 100,
  };
}

/** As a screen shows it: on both sides of side fans; of a cone's two frequencies, the first. */
export const judgeScreen = (input: Omit<TruthInput, 'channel'>): TruthRegion[] =>
  isAbeam(input.info.instrument) ? judgeAllChannels(input) : judgeTruth(input);
