/** Made-up screens for tests: regions where one wants them, over a flat bottom. */
import { viewOf } from '../display';
import type { TruthRegion } from '../reading';
import { emptyTrack } from '../sounding';
import { type TargetInput, targetSchema } from '../targets';
import type { DrillScreen } from './drillScreen';
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
  speedMps?: number;
  pings?: number;
  change?: Partial<DrillScreen>;
}

const RANGE_STEP_M = 0.05;
const PING_RATE_HZ = 10;
export const MADE_UP_DRAFT_M = 0.3;
const BINS = 400;

/** A boat sailing north at one speed from (0, 0). */
export function madeUpScreen(options: MadeUp = {}): DrillScreen {
  const { regions = [], targets = [], instrument = 'cone', bottomM = 10 } = options;
  const { speedMps = 1.5, pings = 300, change = {} } = options;
  const track = emptyTrack(pings);
  for (let i = 0; i < pings; i++) {
    track.timeS[i] = i / PING_RATE_HZ;
    track.alongM[i] = (speedMps * i) / PING_RATE_HZ;
    track.yM[i] = track.alongM[i];
    track.speedMps[i] = speedMps;
    track.bottomDepthM[i] = bottomM;
  }
  const isSide = instrument === 'sideFans';
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
  return {
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
    soundView: view,
    sediment: null,
    ...change,
  };
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
