/**
 * A run over a water: the clock that lets the boat sail, the way it takes, and every instrument that
 * sounds along it. What changes with every ping lies in plain fields; React sees the store, which is
 * told a few times a second and at every step that a person takes.
 */
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  canSteer,
  type PassRun,
  type Pose,
  poseAt,
  withCourseFrom,
  withReturnTo,
  withSpeedFrom,
} from '@core/pass';
import type { Setup } from '@core/setup';
import type { Instrument } from '@core/sounding';
import type { Target } from '@core/targets';
import type { BenchSnapshot, BenchStart } from './benchSnapshot';
import { InstrumentRun, type RunRequest } from './instrumentRun';
import { SoundedWater } from './soundedWater';

/** React is told so often while the clock runs. */
const TELL_EVERY_MS = 200;
/** A hidden tab may wake after a long time; the boat then goes on from where it was. */
const MAX_CATCH_UP_S = 1;
/** So far ahead of the boat is sailed to, and not sounded afresh. */
const SAIL_AHEAD_S = 20;
/** Dragging a control that is sounded anew waits for a moment of rest. */
const SETTLE_MS = 160;

/** Another setup on the same pass, beside the first. */
export interface Variant {
  instrument: Instrument;
  setup: Setup;
}

export class BenchRun {
  readonly store: StoreApi<BenchSnapshot>;
  /** Newest edge now; the store's copy lags. */
  shownS: number;
  private timeS: number;
  private water: SoundedWater;
  private runs = new Map<Instrument, InstrumentRun>();
  private variant: { run: InstrumentRun; of: Variant } | null = null;
  private frame = 0;
  private lastFrameMs: number | null = null;
  private toldMs = 0;
  private settleTimer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    start: BenchStart,
    private setup: Setup,
    private instruments: readonly Instrument[],
  ) {
    this.water = new SoundedWater(start.water);
    this.timeS = start.timeS;
    this.shownS = start.timeS;
    this.store = createStore(() => ({
      moving: start.moving,
      ended: false,
      failed: null,
      plan: start.plan,
      pass: start.pass,
      timeS: start.timeS,
      shownS: start.timeS,
      rate: 1,
      progress: 0,
      waiting: false,
      behind: false,
      rings: {},
      variantRing: null,
    }));
  }

  /** Begins to sound; once, when the page is there to show it. */
  start(): void {
    this.fit();
    this.frame = requestAnimationFrame(this.tick);
  }

  close(): void {
    cancelAnimationFrame(this.frame);
    clearTimeout(this.settleTimer);
    for (const run of this.runs.values()) run.close();
    this.runs.clear();
    this.variant?.run.close();
  }

  /** Starts over with another pass, or the same one again. */
  open({ water, plan, pass, timeS, moving }: BenchStart, setup: Setup): void {
    this.water = new SoundedWater(water);
    this.setup = setup;
    clearTimeout(this.settleTimer);
    this.timeS = timeS;
    this.shownS = timeS;
    this.store.setState({ plan, pass, moving, ended: false, failed: null, waiting: false });
    this.tell();
    this.resound(true);
  }

  /** Which pictures are on the bench. */
  show(instruments: readonly Instrument[]): void {
    this.instruments = instruments;
    this.fit();
  }

  /** Newest edge of an instrument's picture: the end of this ping. */
  endPing = (instrument: Instrument): number => this.runs.get(instrument)?.endAt(this.shownS) ?? 0;

  variantEnd = (): number =>
    this.variant ? this.variant.run.endAt(this.variantTimeS(this.shownS)) : 0;

  instrument(name: Instrument): InstrumentRun | undefined {
    return this.runs.get(name);
  }

  /** What an instrument is asked to sound with a setup. */
  requestOf(instrument: Instrument, setup: Setup): RunRequest {
    return this.requestFor(instrument, setup);
  }

  /** The way of the boat as it is set now, faults of driving in it. */
  get way(): PassRun {
    return this.passOf(this.setup);
  }

  /** How the boat lies at a time, with its faults of driving. */
  poseAt(timeS: number): Pose {
    return poseAt(this.way, timeS);
  }

  /** Where the clock stands, as of now. */
  now(): { timeS: number; shownS: number } {
    return { timeS: this.timeS, shownS: this.shownS };
  }

  /** The way as it is sailed with a setup. */
  passOf(setup: Setup): PassRun {
    return this.water.sailed(setup, this.store.getState().pass);
  }

  /** All that is in the water now, what is in the hand too. */
  targets(): Target[] {
    return this.water.scene.targets;
  }

  // —— the clock ——

  freeze(): void {
    this.store.setState({ moving: false });
    this.tellBehind();
    this.tell();
  }

  go(): void {
    if (this.store.getState().failed !== null) return;
    this.store.setState({ moving: true });
  }

  setRate(rate: number): void {
    this.store.setState({ rate });
  }

  /** Whether the pings before a time are there. */
  keeps(timeS: number): boolean {
    const rings = [...this.runs.values()].flatMap(({ ring }) => (ring ? [ring] : []));
    const oldestS = Math.max(0, ...rings.map((ring) => ring.first / ring.info.pingRateHz));
    return timeS <= this.timeS && (timeS > oldestS || oldestS === 0);
  }

  /** Puts the newest edge at a time; what was not sounded yet is sounded on the way. */
  seek(timeS: number): void {
    const wantedS = Math.max(0, timeS);
    this.shownS = wantedS;
    if (wantedS > this.timeS && wantedS - this.timeS < SAIL_AHEAD_S) {
      this.timeS = wantedS;
      this.demandDue();
    } else if (!this.keeps(wantedS)) {
      this.timeS = wantedS;
      this.resound(true);
    }
    this.store.setState({ ended: false });
    this.tell();
  }

  /** One ping of an instrument back or forward. */
  step(instrument: Instrument, pings: number): void {
    const ring = this.runs.get(instrument)?.ring;
    if (!ring) return;
    this.freeze();
    const { pingRateHz } = ring.info;
    const end = Math.floor(this.shownS * pingRateHz + 1e-6) + pings;
    this.shownS = Math.max(0, Math.min(this.timeS, end / pingRateHz));
    this.tell();
  }

  /** To the newest that there is. */
  toLiveEdge(): void {
    this.shownS = this.timeS;
    this.tell();
  }

  // —— boat and setup ——

  /** From the newest ping on; what has been sailed stays as it was. */
  private sail(pass: PassRun): void {
    this.store.setState({ pass, ended: false });
    for (const run of this.runs.values()) run.continueWith(this.requestFor(run.instrument));
  }

  setSpeed(speedMps: number): void {
    this.sail(withSpeedFrom(this.store.getState().pass, this.timeS, speedMps));
  }

  get canSteer(): boolean {
    return canSteer(this.store.getState().pass);
  }

  /** Turns the boat from where it is, at the setup's radius. */
  turnTo(headingRad: number): void {
    const { pass } = this.store.getState();
    this.sail(withCourseFrom(pass, this.timeS, headingRad));
  }

  /** Circles back and sails over a place. */
  returnTo(place: { x: number; y: number }): void {
    const { pass } = this.store.getState();
    this.sail(withReturnTo(pass, this.timeS, place));
  }

  /** Sails on as another bench does. */
  follow(pass: PassRun): void {
    if (pass.planId === this.store.getState().pass.planId) this.sail(pass);
    else this.setPass(pass);
  }

  /** A pass taken up again as it was, when a turn is undone. */
  setPass(pass: PassRun): void {
    this.store.setState({ pass, ended: false });
    this.resound();
  }

  setSetup(setup: Setup): void {
    const { speedMps } = this.setup.boat;
    this.setup = setup;
    if (setup.boat.speedMps !== speedMps) this.setSpeed(setup.boat.speedMps);
    clearTimeout(this.settleTimer);
    this.store.setState({ waiting: true });
    this.settleTimer = setTimeout(() => {
      this.resound();
      this.store.setState({ waiting: false });
    }, SETTLE_MS);
  }

  /** Compares with another setup; null ends it. */
  setVariant(of: Variant | null): void {
    if (this.variant && (!of || of.instrument !== this.variant.of.instrument)) {
      this.variant.run.close();
      this.variant = null;
      this.store.setState({ variantRing: null });
    }
    if (!of) {
      this.tellProgress();
      return;
    }
    if (this.variant) this.variant.of = of;
    else this.variant = { run: this.newRun(of.instrument), of };
    this.soundVariant();
  }

  /** A lure in the hand, or what else was put in; they are heard from the newest ping on. */
  setInHand(targets: Target[]): void {
    this.water = this.water.with(targets);
    for (const run of this.runs.values()) run.continueWith(this.requestFor(run.instrument));
  }

  // —— sounding ——

  private requestFor(
    instrument: Instrument,
    setup = this.setup,
    pass = this.store.getState().pass,
  ): RunRequest {
    return this.water.requestFor(instrument, setup, pass);
  }

  private newRun(instrument: Instrument): InstrumentRun {
    return new InstrumentRun(instrument, {
      onRing: () => this.tellProgress(),
      onProgress: () => this.tellProgress(),
      onFailed: (failed) => {
        this.store.setState({ failed, moving: false });
        this.tellProgress();
      },
    });
  }

  /** Every picture has its run and no other. */
  private fit(): void {
    for (const [name, run] of this.runs) {
      if (this.instruments.includes(name)) continue;
      run.close();
      this.runs.delete(name);
    }
    for (const name of this.instruments) {
      if (!this.runs.has(name)) this.runs.set(name, this.newRun(name));
    }
    this.resound();
  }

  private resound(force = false): void {
    for (const run of this.runs.values()) {
      run.sound(this.requestFor(run.instrument), this.timeS, force);
    }
    this.soundVariant(force);
    this.tellProgress();
  }

  private soundVariant(force = false): void {
    if (!this.variant) return;
    const { run, of } = this.variant;
    const pass = this.variantPass();
    run.sound(this.requestFor(of.instrument, of.setup, pass), this.variantTimeS(this.timeS), force);
  }

  /** The same way at the variant's speed. */
  private variantPass(): PassRun {
    const { pass } = this.store.getState();
    const { speedMps } = this.variant!.of.setup.boat;
    return speedMps === this.setup.boat.speedMps
      ? pass
      : { ...pass, speedChanges: [{ fromTimeS: 0, speedMps }] };
  }

  /** When the variant's boat is where the first one is at a time. */
  private variantTimeS(timeS: number): number {
    const { speedMps } = this.variant!.of.setup.boat;
    if (speedMps === this.setup.boat.speedMps || !(speedMps > 0)) return timeS;
    return this.poseAt(timeS).alongM / speedMps;
  }

  /** Asks every instrument for what the boat has come by. */
  private demandDue(): void {
    for (const run of this.runs.values()) run.demandUntil(this.timeS);
    this.variant?.run.demandUntil(this.variantTimeS(this.timeS));
  }

  private tell(): void {
    this.store.setState({ timeS: this.timeS, shownS: this.shownS });
  }

  private tellBehind(): void {
    const { moving, behind } = this.store.getState();
    const isBehind = !moving && [...this.runs.values()].some((run) => !run.isReady(this.timeS));
    if (isBehind !== behind) this.store.setState({ behind: isBehind });
  }

  private tellProgress(): void {
    const runs = [...this.runs.values(), ...(this.variant ? [this.variant.run] : [])];
    const waiting = runs.flatMap(({ progress }) => (progress === null ? [] : [progress]));
    const rings: BenchSnapshot['rings'] = {};
    for (const [name, { ring }] of this.runs) if (ring) rings[name] = ring;
    this.store.setState({
      rings,
      variantRing: this.variant?.run.ring ?? null,
      progress:
        waiting.length === 0
          ? null
          : (runs.length - waiting.length + waiting.reduce((a, b) => a + b, 0)) / runs.length,
    });
  }

  /** Moves the newest edge and asks for the pings that the clock says are due. */
  private readonly tick = (nowMs: number) => {
    this.frame = requestAnimationFrame(this.tick);
    const { moving, rate, progress } = this.store.getState();
    const elapsedS = this.lastFrameMs === null ? 0 : (nowMs - this.lastFrameMs) / 1000;
    this.lastFrameMs = nowMs;
    this.tellBehind();
    if (!moving || progress !== null) return;
    const runs = [...this.runs.values()];
    // A sounder that cannot keep up holds the clock, not the page.
    if (!runs.every((run) => run.isReady(this.shownS - MAX_CATCH_UP_S))) return;
    this.shownS += Math.min(MAX_CATCH_UP_S, elapsedS) * rate;
    if (this.shownS >= this.timeS) {
      this.timeS = this.shownS;
      this.demandDue();
      if (this.poseAt(this.timeS).ended) {
        this.store.setState({ moving: false, ended: true });
        this.tell();
        return;
      }
    }
    if (nowMs - this.toldMs > TELL_EVERY_MS) {
      this.toldMs = nowMs;
      this.tell();
    }
  };
}
