/**
 * A run over a water: the clock that lets the boat sail, the worker that sounds, and the ring of
 * pings on screen. React sees only the snapshot in its store.
 */
import { MIDDLE_GAIN_DB, type View } from '@core/display';
import {
  passDurationS,
  type PassPlan,
  type PassRun,
  passRunSchema,
  poseAt,
  routeLengthM,
  withSpeedFrom,
} from '@core/pass';
import { boatMotion } from '@core/water';
import { chartGrid, deepestM } from '@core/chart';
import type { WaterContent } from '@core/records';
import {
  coneFromPreset,
  type ConePresetId,
  EchoRing,
  type Rig,
  type ConeSounder,
} from '@core/sounding';
import { type SoundingJob, SoundingClient } from '@/workers/soundingClient';
import { createStore, type StoreApi } from 'zustand/vanilla';

export type BenchStatus = 'opening' | 'live' | 'frozen' | 'ended' | 'failed';

export interface BenchSnapshot {
  status: BenchStatus;
  plan: PassPlan;
  pass: PassRun;
  ring: EchoRing | null;
  /** End of the newest ping on screen. */
  endPing: number;
  presetId: ConePresetId;
  speedMps: number;
  /** Share of a longer computation that is done; null when none runs. */
  progress: number | null;
  error: string | null;
}

export interface BenchStart {
  /** As it is today, at its level. */
  water: WaterContent;
  rig: Rig;
  plan: PassPlan;
  pass: PassRun;
  presetId: ConePresetId;
  endPing: number;
  frozen: boolean;
}

/** History kept and re-sounded; at the slowest scroll about the width of a wide screen. */
const CAPACITY_PINGS = 2400;
const MAX_PASS_PINGS = 500_000;
/** A hidden tab may wake after a long time; the boat then goes on from where it was. */
const MAX_CATCH_UP_S = 1;

const DEFAULT_VIEW: View = {
  gainDb: MIDDLE_GAIN_DB,
  paletteId: 'rockpool',
  topM: 0,
  bottomM: 16,
  scrollPxPerS: 24,
};

/** A pass opens this far along, so that the first screen already shows something. */
const OPENING_TIME_S = 38;

export function newPass(water: WaterContent, plan: PassPlan, speedMps: number): PassRun {
  return passRunSchema.parse({
    planId: plan.id,
    routeM: plan.routeM,
    speedChanges: [{ fromTimeS: 0, speedMps }],
    holding: plan.holding,
    ...boatMotion(water.conditions),
    seed: water.scene.seed,
  });
}

/** The sounder of a preset, listening as deep as the water is. */
const coneFor = (water: WaterContent, presetId: ConePresetId): ConeSounder =>
  coneFromPreset(presetId, deepestM(chartGrid(water.scene.bottom)));

export function openingPing(water: WaterContent, presetId: ConePresetId): number {
  return Math.round(OPENING_TIME_S * coneFor(water, presetId).pingRateHz);
}

/** The window that a water is first shown in. */
export function openingView(water: WaterContent): View {
  const deepest = deepestM(chartGrid(water.scene.bottom));
  return { ...DEFAULT_VIEW, bottomM: Math.max(DEFAULT_VIEW.bottomM, Math.ceil(1.1 * deepest)) };
}

const snapshotAt = (start: BenchStart): BenchSnapshot => ({
  status: 'opening',
  plan: start.plan,
  pass: start.pass,
  ring: null,
  endPing: start.endPing,
  presetId: start.presetId,
  speedMps: start.pass.speedChanges.at(-1)!.speedMps,
  progress: null,
  error: null,
});

export class BenchRun {
  readonly store: StoreApi<BenchSnapshot>;

  private readonly client = new SoundingClient();
  private water: WaterContent;
  private sounder: ConeSounder;
  private liveJob: SoundingJob | null = null;
  private replayJob: SoundingJob | null = null;
  private demandedEnd = 0;
  private pingDebt = 0;
  private lastTickMs: number | null = null;
  private frame = 0;

  constructor(private readonly opening: BenchStart) {
    this.water = opening.water;
    this.sounder = coneFor(opening.water, opening.presetId);
    this.store = createStore(() => snapshotAt(opening));
  }

  /** Begins to sound; once, when the page is there to show it. */
  start(): void {
    this.open(this.opening);
    this.frame = requestAnimationFrame(this.tick);
  }

  get soundedWith(): { sounder: ConeSounder; rig: Rig } {
    return { sounder: this.sounder, rig: this.opening.rig };
  }

  /** Starts over with a water, a pass and a place on it; the recent history is sounded first. */
  open(start: BenchStart): void {
    this.water = start.water;
    this.sounder = coneFor(start.water, start.presetId);
    this.store.setState({ ...snapshotAt(start), ring: this.store.getState().ring });
    this.replay(start.endPing, start.frozen ? 'frozen' : 'live');
  }

  close(): void {
    cancelAnimationFrame(this.frame);
    this.client.close();
  }

  freeze(): void {
    if (this.store.getState().status !== 'live') return;
    this.stopLive();
    this.store.setState({ status: 'frozen' });
  }

  resume(): void {
    if (this.store.getState().status === 'frozen') this.goLive();
  }

  /** The same pass and pings through another sounder; history changes with it. */
  setPreset(presetId: ConePresetId): void {
    const { status, endPing } = this.store.getState();
    if (presetId === this.store.getState().presetId || status === 'failed') return;
    this.sounder = coneFor(this.water, presetId);
    this.store.setState({ presetId });
    this.replay(endPing, status === 'opening' ? 'live' : status);
  }

  /** From the newest ping on; what has been sailed stays as it was. */
  setSpeed(speedMps: number): void {
    const { status, endPing, pass } = this.store.getState();
    this.store.setState({
      speedMps,
      pass: withSpeedFrom(pass, endPing / this.sounder.pingRateHz, speedMps),
    });
    if (status === 'live') this.goLive();
  }

  private request(firstPing: number, pingCount: number) {
    return {
      scene: this.water.scene,
      sounder: this.sounder,
      rig: this.opening.rig,
      pass: this.store.getState().pass,
      firstPing,
      pingCount,
      truth: true,
    };
  }

  private readonly onFailed = (error: { message: string }) => {
    this.stopLive();
    this.store.setState({ status: 'failed', error: error.message, progress: null });
  };

  /** Sounds the history up to `endPing` into a fresh ring and shows it when it is whole. */
  private replay(endPing: number, then: BenchStatus): void {
    this.stopLive();
    this.replayJob?.cancel();
    const firstPing = Math.max(0, endPing - CAPACITY_PINGS);
    const pingCount = endPing - firstPing;
    let ring: EchoRing | null = null;
    const show = () => {
      this.replayJob = null;
      this.store.setState({ ring, endPing: ring!.end, progress: null, status: then });
      if (then === 'live') this.goLive();
    };
    this.store.setState({ progress: 0 });
    this.replayJob = this.client.start(this.request(firstPing, Math.max(1, pingCount)), {
      onOpened: (info) => {
        ring = new EchoRing(info, CAPACITY_PINGS, firstPing);
        if (pingCount === 0) {
          this.replayJob?.cancel();
          show();
        }
      },
      onBlock: (block, done, total) => {
        ring!.append(block);
        this.store.setState({ progress: done / total });
      },
      onFinished: show,
      onFailed: this.onFailed,
    });
    this.replayJob.demand(pingCount);
  }

  private stopLive(): void {
    this.liveJob?.cancel();
    this.liveJob = null;
    this.lastTickMs = null;
  }

  private goLive(): void {
    this.stopLive();
    const ring = this.store.getState().ring!;
    this.demandedEnd = ring.end;
    this.pingDebt = 0;
    this.liveJob = this.client.start(this.request(ring.end, MAX_PASS_PINGS - ring.end), {
      onBlock: (block) => {
        ring.append(block);
        this.store.setState({ endPing: ring.end });
      },
      onFailed: this.onFailed,
    });
    this.store.setState({ status: 'live' });
  }

  /** Asks for the pings that the clock says are due. */
  private readonly tick = (nowMs: number) => {
    this.frame = requestAnimationFrame(this.tick);
    if (!this.liveJob) return;
    const elapsedS = this.lastTickMs === null ? 0 : (nowMs - this.lastTickMs) / 1000;
    this.lastTickMs = nowMs;
    this.pingDebt += Math.min(MAX_CATCH_UP_S, elapsedS) * this.sounder.pingRateHz;
    const due = Math.floor(this.pingDebt);
    if (due === 0) return;
    this.pingDebt -= due;
    if (poseAt(this.store.getState().pass, this.demandedEnd / this.sounder.pingRateHz).ended) {
      this.stopLive();
      this.store.setState({ status: 'ended' });
      return;
    }
    this.demandedEnd += due;
    this.liveJob.demand(due);
  };
}

/** A boat that holds its place has no way to go, only time to stay. */
export const staysPut = ({ holding }: Pick<PassRun, 'holding'>) =>
  holding.kind === 'anchor' || holding.kind === 'hole';

/** How far a run is at a time: along its route, or through the time that it stays. */
export function passProgress(pass: PassRun, timeS: number) {
  const pose = poseAt(pass, timeS);
  const lengthM = routeLengthM(pass.routeM);
  const speedMps = pass.speedChanges.at(-1)!.speedMps;
  const share = staysPut(pass)
    ? timeS / passDurationS({ ...pass, speedMps })
    : pose.alongM / lengthM;
  return { alongM: pose.alongM, lengthM, speedMps: pose.speedMps, share: Math.min(1, share) };
}
