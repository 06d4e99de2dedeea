/** Made-up screens for tests: regions where one wants them, over a flat bottom. */
import { aboveFloorDb, viewOf } from '../display';
import type { TruthRegion } from '../reading';
import { emptyTrack, isAbeam } from '../sounding';
import { type TargetInput, targetSchema } from '../targets';
import { type DrillScreen, hardnessDb } from './drillScreen';
import type { ScreenRef } from './recipe';

export function madeUpRegion(
  targetId: string,
  change: Partial<TruthRegion> & { ping: number; bin: number },
): TruthRegion {
  const { ping, bin, ...rest } = change;
  return {
    targetId,
    channel: 0,
    kind: 'fish',
    label: 'fish',
    name: 'perch, 30 cm',
    verdict: 'visible',
    reason: null,
    byShadow: false,
    shadow: [],
    rivalName: null,
    outline: [-3, -2, -1, 0, 1, 2, 3].map((d) => ({
      ping: ping + d,
      firstBin: bin + Math.abs(d),
      lastBin: bin + Math.abs(d) + 2,
      firstBeam: 0,
      lastBeam: 0,
    })),
    peak: { ping, bin: bin + 1 },
    peakLevelDb: 130,
    signalToBackgroundDb: 20,
    ...rest,
  };
}

interface MadeUp {
  regions?: TruthRegion[];
  targets?: TargetInput[];
  instrument?: DrillScreen['info']['instrument'];
  bottomM?: number;
  /** How bright marks are drawn, by target, dB over the weakest colour. */
  marksDb?: Record<string, number>;
  speedMps?: number;
  pings?: number;
  change?: Partial<DrillScreen>;
}

const RANGE_STEP_M = 0.05;
const PING_RATE_HZ = 10;
export const MADE_UP_DRAFT_M = 0.3;
const BINS = 400;

/** Drawn over the weakest colour, dB: a mark without a strength of its own, and a bottom of which nothing is known. */
const MARK_DB = 25;
const BOTTOM_DB = 40;
/** The ground fades by so much for each share of its range that it lies deeper. */
const FADE_DB = 100;

/** An echo of the bottom and of what is marked, as bright as it is wanted under the view. */
function drawnLevels(screen: DrillScreen, marksDb: Record<string, number>): Int16Array {
  const { info, view, track, pingCount, sediment, regions } = screen;
  const { binCount, rangeStepM, channels } = info;
  const levels = new Int16Array(pingCount * channels.length * binCount).fill(-20_000);
  const put = (slot: number, channel: number, bin: number, drawnDb: number) => {
    const atZeroDb = aboveFloorDb(0, (bin + 0.5) * rangeStepM, channels[channel], view);
    levels[(slot * channels.length + channel) * binCount + bin] = 100 * (drawnDb - atZeroDb);
  };
  const bottomDb = sediment === null ? BOTTOM_DB : BOTTOM_DB + hardnessDb(sediment) + 20;
  for (let slot = 0; slot < pingCount; slot++) {
    const rangeM = track.bottomDepthM[slot] - info.draftM;
    const first = Math.round(rangeM / rangeStepM);
    for (let bin = first; bin < Math.min(binCount, 1.3 * first); bin++) {
      const drawnDb = bottomDb - FADE_DB * (bin / first - 1);
      for (let channel = 0; channel < channels.length; channel++) put(slot, channel, bin, drawnDb);
    }
  }
  for (const { targetId, channel, outline } of regions) {
    for (const { ping, firstBin, lastBin } of outline) {
      for (let bin = firstBin; bin <= lastBin; bin++) {
        put(ping, channel, bin, marksDb[targetId] ?? MARK_DB);
      }
    }
  }
  return levels;
}

/** A boat sailing north at one speed from (0, 0). */
export function madeUpScreen(options: MadeUp = {}): DrillScreen {
  const { regions = [], targets = [], instrument = 'cone', bottomM = 10 } = options;
  const { speedMps = 1.5, pings = 300, marksDb = {}, change = {} } = options;
  const track = emptyTrack(pings);
  for (let i = 0; i < pings; i++) {
    track.timeS[i] = i / PING_RATE_HZ;
    track.alongM[i] = (speedMps * i) / PING_RATE_HZ;
    track.yM[i] = track.alongM[i];
    track.speedMps[i] = speedMps;
    track.bottomDepthM[i] = bottomM;
  }
  const isSide = isAbeam(instrument);
  const channel = {
    name: (isSide ? 'port' : 'cone') as 'port' | 'cone' | 'starboard',
    frequencyHz: 200_000,
    beamwidthDeg: isSide ? 1 : 20,
    acrossBeamwidthDeg: isSide ? 50 : null,
    rangeCellM: 0.07,
    absorptionDbPerM: 0.01,
    sourceLevelDb: 210,
    noiseLevelDb: 60,
    beamAnglesDeg: [0],
  };
  const view = viewOf({
    gainDb: 40,
    paletteId: 'rockpool',
    topM: 0,
    bottomM: 14,
    scrollPxPerS: 24,
  });
  const screen: DrillScreen = {
    waterId: 'made-up',
    waterName: 'Made-up Water',
    info: {
      instrument,
      channels: isSide ? [channel, { ...channel, name: 'starboard' }] : [channel],
      binCount: BINS,
      rangeStepM: RANGE_STEP_M,
      draftM: MADE_UP_DRAFT_M,
      soundSpeedMps: 1480,
      pingRateHz: PING_RATE_HZ,
    },
    track,
    firstPing: 0,
    pingCount: pings,
    levelsCdb: new Int16Array(0),
    colours: null,
    view,
    targets: targets.map((target) => targetSchema.parse(target)),
    regions,
    sounder: null,
    rig: null,
    faults: null,
    mayBeEmpty: true,
    soundView: view,
    sediment: null,
    ...change,
  };
  return { ...screen, levelsCdb: change.levelsCdb ?? drawnLevels(screen, marksDb) };
}

export const MADE_UP_REF: ScreenRef = { from: 'library', screenId: 's' };

/** What every made-up item and answer has. */
export const madeUpItem = {
  id: 'made-up',
  screens: [MADE_UP_REF],
  skill: 'archAndSpeed' as const,
  difficulty: 0,
};
export const madeUpAnswer = { confidence: 'sure' as const, committedAtMs: 1, tookMs: 8000 };
