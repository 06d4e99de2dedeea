/** How one target stands in one ping of one channel, as a row of truth. */
import { fromDb } from '../units/decibel';
import { BACKGROUNDS, type TruthCollector } from './echogram';
import { centidecibel, SILENCE_CDB } from './fastMath';

/** Weaker than this against its background, a target put nothing on the record worth a row of truth. */
const LEAST_TRUTH_RATIO = fromDb(-40);
/** A cell shows a target that is so far over all else in it. */
export const CLEAR_RATIO = fromDb(7);
/** What stands nearer takes at least this away before it counts as the reason. */
const BLOCKED_SHARE = fromDb(-6);
/** Nothing as strong follows. */
export const NO_GAP_CDB = 9900;

const code = (name: (typeof BACKGROUNDS)[number]) => BACKGROUNDS.indexOf(name);
const [NOISE, WATER, BOTTOM] = [code('noise'), code('water'), code('bottom')];
const [TARGET, SHADOW] = [code('target'), code('shadow')];

/** A ratio of energies in hundredths of dB, within what a row can hold. */
export function ratioCdb(signal: number, background: number): number {
  return background > 0
    ? Math.max(SILENCE_CDB, Math.min(NO_GAP_CDB, centidecibel(signal / background)))
    : NO_GAP_CDB;
}

/** A target's shadow on the bottom, kept while a ping is made. */
export interface ShadowSum {
  firstBin: number;
  lastBin: number;
  /** Mean energy of the bottom there without and with the target in the way. */
  open: number;
  left: number;
}

/** Mean energies in the cell in which a target is judged, through the pulse. */
export interface Standing {
  /** Its own, of all other targets, of all else, and the bottom's part of that. */
  level: number;
  others: number;
  scenery: number;
  bottom: number;
  noiseLevel: number;
  /** Share of its own energy that things nearer to the sounder left. */
  blocked: number;
}

/** Whether it would put anything on the record if nothing stood before it. */
export function isWorthARow({ level, others, scenery, blocked }: Standing): boolean {
  const free = blocked > 1e-6 ? level / blocked : Infinity;
  return free > LEAST_TRUTH_RATIO * (scenery + others);
}

export interface Extent {
  ping: number;
  target: number;
  channel: number;
  firstBeam: number;
  lastBeam: number;
  firstBin: number;
  lastBin: number;
  peakBin: number;
  /** Of all cells it reaches, those in which it is clear. */
  filledShare: number;
}

/** @param rivalOf the strongest other target there; asked only when others outweigh all else */
export function addTruthRow(
  truth: TruthCollector,
  extent: Extent,
  standing: Standing,
  gapCdb: number,
  shadow: ShadowSum | undefined,
  rivalOf: () => number,
): void {
  const { level, others, scenery, bottom, noiseLevel, blocked } = standing;
  const water = Math.max(0, scenery - bottom);
  let background = water > 2 * noiseLevel ? WATER : NOISE;
  let rival = -1;
  if (blocked < BLOCKED_SHARE) background = SHADOW;
  else if (others > scenery) {
    background = TARGET;
    rival = rivalOf();
  } else if (bottom > water) background = BOTTOM;

  const row = truth.add();
  const { columns } = truth;
  columns.ping[row] = extent.ping;
  columns.targetIndex[row] = extent.target;
  columns.channel[row] = extent.channel;
  columns.firstBeam[row] = extent.firstBeam;
  columns.lastBeam[row] = extent.lastBeam;
  columns.firstBin[row] = extent.firstBin;
  columns.lastBin[row] = extent.lastBin;
  columns.peakBin[row] = extent.peakBin;
  columns.levelCdb[row] = centidecibel(level);
  columns.signalToBackgroundCdb[row] = ratioCdb(level, scenery + others);
  columns.signalToSceneryCdb[row] = ratioCdb(level, scenery);
  columns.gapCdb[row] = gapCdb;
  columns.background[row] = background;
  columns.rivalIndex[row] = rival;
  columns.blockedCdb[row] = blocked >= 1 ? 0 : -Math.max(-NO_GAP_CDB, centidecibel(blocked));
  columns.shadowFirstBin[row] = shadow?.firstBin ?? 0;
  columns.shadowLastBin[row] = shadow?.lastBin ?? 0;
  columns.shadowCdb[row] = shadow ? ratioCdb(shadow.open, shadow.left) : 0;
  columns.filledPercent[row] = Math.round(100 * extent.filledShare);
}
