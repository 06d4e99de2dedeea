import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { passPlanSchema, poseAt } from '@core/pass';
import type { WaterContent } from '@core/waters';
import { type Setup, usualSetup, withControl } from '@core/setup';
import { soundRig } from '@core/sounding';
import { targetSchema } from '@core/targets';
import { conditionsSchema } from '@core/water';
import { fishAt, testScene } from '../../tests/fixtures/scene';
import type { FromSoundingWorker } from '@/workers/soundingProtocol';
import type { SoundingHandlers } from '@/workers/soundingClient';
import { BenchRun } from './benchRun';
import { newPass } from './passes';
import { Desk } from './desk';

/** How long the worker takes to make a job ready. */
const worker = vi.hoisted(() => ({ openingMs: 20 }));

/** The worker on this thread, as slow to make a job ready as a real one. */
vi.mock('@/workers/soundingClient', async () => {
  const { createSoundingService } = await import('@/workers/soundingService');
  return {
    SoundingClient: class {
      private readonly jobs = new Map<number, SoundingHandlers>();
      private next = 1;
      private readonly tasks: (() => void)[] = [];
      private readonly receive = createSoundingService(
        (message) => this.answer(message),
        (task) => this.tasks.push(task),
      );
      private answer(message: FromSoundingWorker) {
        const handlers = this.jobs.get(message.jobId);
        if (message.type === 'opened') handlers?.onOpened?.(message.info);
        if (message.type === 'block') handlers?.onBlock(message.block, message.done, message.total);
        if (message.type === 'failed') handlers?.onFailed(message.error);
      }
      private settle() {
        for (let task = this.tasks.shift(); task; task = this.tasks.shift()) task();
      }
      private readonly waiting: { costMs: number; task: () => void }[] = [];
      private isBusy = false;
      /** Messages are taken one after the other; making a job ready holds up those behind it. */
      private post(costMs: number, task: () => void) {
        this.waiting.push({ costMs, task });
        if (!this.isBusy) this.work();
      }
      private work() {
        const message = this.waiting.shift();
        this.isBusy = message !== undefined;
        if (!message) return;
        setTimeout(() => {
          message.task();
          this.settle();
          this.work();
        }, message.costMs);
      }
      start(request: unknown, handlers: SoundingHandlers) {
        const jobId = this.next++;
        this.jobs.set(jobId, handlers);
        this.post(worker.openingMs, () =>
          this.receive({ type: 'start', jobId, request: request as never }),
        );
        return {
          demand: (pings: number) =>
            this.post(0, () => this.receive({ type: 'demand', jobId, pings })),
          cancel: () => this.jobs.delete(jobId),
        };
      }
      close() {
        this.jobs.clear();
      }
    },
  };
});

let frames: ((nowMs: number) => void)[] = [];
let nowMs = 0;
/** Lets so much time pass, a frame every 50 ms. */
async function pass(seconds: number) {
  for (let i = 0; i < seconds * 20; i++) {
    nowMs += 50;
    const due = frames;
    frames = [];
    for (const frame of due) frame(nowMs);
    await vi.advanceTimersByTimeAsync(50);
  }
}

beforeEach(() => {
  frames = [];
  worker.openingMs = 20;
  vi.useFakeTimers();
  vi.stubGlobal('requestAnimationFrame', (frame: (now: number) => void) => frames.push(frame));
  vi.stubGlobal('cancelAnimationFrame', () => (frames = []));
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const plan = passPlanSchema.parse({
  id: 'east',
  name: 'East',
  routeM: [
    { x: -20, y: 0 },
    { x: 120, y: 0 },
  ],
  speedMps: 1.5,
});
const water = {
  scene: testScene({
    depthM: 6,
    targets: [fishAt('f', 0, 0.3, 4), fishAt('g', 30, 0.3, 3)],
    water: { volumeScatteringDb: -80 },
  }),
  conditions: conditionsSchema.parse({ waveHeightM: 0 }),
  passes: [plan],
} as unknown as WaterContent;

/** Few and coarse pings, so that a test is quick. */
const coarse = (setup: Setup): Setup => ({
  ...setup,
  sounders: {
    ...setup.sounders,
    cone: { ...setup.sounders.cone, pingRateHz: 4, binCount: 64, rangeM: 9 },
    downFan: { ...setup.sounders.downFan, pingRateHz: 5, binCount: 64, rangeM: 9 },
  },
});

async function bench(
  instruments: ('cone' | 'downFan')[] = ['cone'],
  moving = false,
  { timeS = 12, watch = (_run: BenchRun) => {} } = {},
) {
  const setup = coarse(
    usualSetup({ deepestM: 6, rig: soundRig(0.3), speedMps: 1.5, waveHeightM: 0 }),
  );
  const run = new BenchRun(
    { water, plan, pass: newPass(water, plan, 1.5), timeS, moving },
    setup,
    instruments,
  );
  const desk = new Desk(run, {
    setup,
    layout: {
      id: 'l',
      name: 'l',
      instruments,
      chart: false,
      space: false,
      strip: true,
      scale: true,
      rings: true,
      readouts: true,
    },
    ownLayouts: [],
    notes: '',
  });
  watch(run);
  run.start();
  await pass(0.1);
  expect(run.store.getState().failed).toBeNull();
  return { run, desk, setup };
}
const levels = (run: BenchRun, ping: number) => {
  const ring = run.store.getState().rings.cone!;
  const at = ring.slot(ping) * ring.stride;
  return [...ring.levelsCdb.subarray(at, at + ring.stride)];
};

describe('the way', () => {
  it('follows the waves that are set, and goes back with them', async () => {
    const { run, desk, setup } = await bench();
    const calm = run.way.heaveM;
    desk.change('Waves', { ...setup, boat: { ...setup.boat, waveHeightM: 0.8 } });
    expect(run.way.heaveM).toBeGreaterThan(calm + 0.05);
    desk.step('undo');
    expect(run.way.heaveM).toBe(calm);
  });
  it('says that a change waits to be heard, until it is sounded', async () => {
    const { run, desk, setup } = await bench();
    desk.change('Waves', { ...setup, boat: { ...setup.boat, waveHeightM: 0.8 } });
    expect(run.store.getState().waiting).toBe(true);
    await pass(1);
    expect(run.store.getState()).toMatchObject({ waiting: false, progress: null });
  });
});

describe('a freeze', () => {
  it('is behind until the pings that were asked for have come', async () => {
    const { run } = await bench(['cone'], true);
    await pass(1);
    expect(run.store.getState().behind).toBe(false);
    // A way that goes on is made ready first; what falls due meanwhile comes after it.
    worker.openingMs = 500;
    run.setSpeed(1);
    await pass(0.4);
    run.freeze();
    expect(run.store.getState().behind).toBe(true);
    await pass(1);
    expect(run.store.getState().behind).toBe(false);
  });
});

describe('the clock', () => {
  it('sounds the history first, and stands while frozen', async () => {
    const { run } = await bench();
    expect(run.store.getState().progress).toBeNull();
    expect(run.endPing('cone')).toBe(48);
    await pass(2);
    expect(run.endPing('cone')).toBe(48);
  });
  it('fills an empty picture as pings come, and keeps one that is there until the next is whole', async () => {
    const ends: number[] = [];
    const watch = (of: BenchRun) =>
      of.store.subscribe(({ progress }) => progress !== null && ends.push(of.endPing('cone')));
    const { run, desk, setup } = await bench(['cone'], false, { timeS: 30, watch });
    expect(ends.filter((end) => end > 0)).toEqual([48, 96]);
    expect(run.endPing('cone')).toBe(120);
    ends.length = 0;
    const other = { ...setup.sounders, cone: { ...setup.sounders.cone, binCount: 32 } };
    desk.change('Cells', { ...setup, sounders: other });
    await pass(1);
    expect(new Set(ends)).toEqual(new Set([120]));
  });
  it('runs every instrument on one time, at a pace', async () => {
    const { run } = await bench(['cone', 'downFan'], true);
    const from = run.now().timeS;
    await pass(2);
    expect(run.now().timeS - from).toBeCloseTo(2, 1);
    run.setRate(4);
    await pass(2);
    expect(run.now().timeS - from).toBeCloseTo(10, 0);
    expect(run.endPing('cone') / 4).toBeCloseTo(run.endPing('downFan') / 5, 0);
  });
  it('steps, looks back, plays, and comes back to the live edge', async () => {
    const { run } = await bench();
    run.step('cone', -1);
    expect(run.endPing('cone')).toBe(47);
    run.seek(6);
    expect(run.endPing('cone')).toBe(24);
    run.go();
    await pass(1);
    expect(run.now().shownS).toBeCloseTo(7, 1);
    expect(run.now().timeS).toBe(12);
    run.toLiveEdge();
    expect(run.endPing('cone')).toBe(48);
  });
  it('goes where the boat has not been: a little ahead by sailing, far ahead by sounding', async () => {
    const { run } = await bench();
    const before = levels(run, 40);
    run.seek(20);
    await pass(0.2);
    expect(run.endPing('cone')).toBe(80);
    expect(levels(run, 40)).toEqual(before);
    run.seek(70);
    await pass(0.5);
    expect(run.endPing('cone')).toBe(280);
    run.seek(12);
    await pass(0.5);
    expect(levels(run, 40)).toEqual(before);
  });
  it('ends where the pass ends', async () => {
    const { run } = await bench();
    run.seek(90);
    await pass(0.5);
    run.go();
    run.setRate(8);
    await pass(2);
    expect(run.store.getState()).toMatchObject({ ended: true, moving: false });
  });
});

describe('setting and steering', () => {
  it('sounds anew what is sent, leaves alone what is shown, and undoes to the same pings', async () => {
    const { run, desk, setup } = await bench();
    const ring = run.store.getState().rings.cone;
    const before = levels(run, 40);
    desk.change('Gain', withControl(setup, 'cone', 'gain', 55));
    await pass(0.5);
    expect(run.store.getState().rings.cone).toBe(ring);
    desk.change('Power', withControl(desk.store.getState().setup, 'cone', 'power', 9));
    await pass(0.5);
    expect(run.store.getState().rings.cone).not.toBe(ring);
    expect(levels(run, 40)).not.toEqual(before);
    desk.step('undo');
    await pass(0.5);
    expect(levels(run, 40)).toEqual(before);
    expect(desk.store.getState().setup.views.cone.gainDb).toBe(55);
    desk.step('redo');
    await pass(0.5);
    expect(desk.store.getState().setup.sounders.cone.acousticPowerW).toBe(9);
  });
  it('merges the moves of one slider into one step', async () => {
    const { desk, setup } = await bench();
    for (const gainDb of [41, 44, 47]) {
      desk.change('Gain', withControl(setup, 'cone', 'gain', gainDb), 'gain');
    }
    expect(desk.store.getState().history.past).toHaveLength(1);
    desk.step('undo');
    expect(desk.store.getState().setup).toBe(setup);
  });
  it('changes speed and course from now on, and takes a turn back', async () => {
    const { run, desk, setup } = await bench();
    const before = levels(run, 40);
    desk.change('Speed', withControl(setup, 'cone', 'speed', 3));
    await pass(0.5);
    expect(levels(run, 40)).toEqual(before);
    expect(run.poseAt(20).alongM).toBeCloseTo(12 * 1.5 + 8 * 3, 3);
    desk.steer('Turn', () => run.turnTo(Math.PI));
    await pass(0.3);
    const { headingRad } = run.poseAt(40);
    expect(Math.abs(headingRad)).toBeCloseTo(Math.PI, 3);
    expect(levels(run, 40)).toEqual(before);
    desk.step('undo');
    await pass(0.5);
    expect(run.poseAt(40).headingRad).toBeCloseTo(Math.PI / 2, 3);
  });
  it('holds a way that was changed while the history was on its way', async () => {
    const { run } = await bench();
    run.seek(60);
    run.turnTo(0);
    await pass(0.5);
    const { pass: way } = run.store.getState();
    run.go();
    run.setRate(8);
    await pass(2);
    const ring = run.store.getState().rings.cone!;
    const slot = ring.slot(ring.end - 1);
    expect(ring.track.yM[slot]).toBeCloseTo(poseAt(way, ring.track.timeS[slot]).yM, 3);
    expect(ring.track.yM[slot]).toBeGreaterThan(3);
  });
  it('starts the same pass afresh', async () => {
    const { run, setup } = await bench();
    const before = levels(run, 40);
    run.seek(80);
    await pass(0.5);
    run.open({ water, plan, pass: newPass(water, plan, 1.5), timeS: 12, moving: false }, setup);
    await pass(0.5);
    expect(run.endPing('cone')).toBe(48);
    expect(levels(run, 40)).toEqual(before);
  });
});

describe('beside the first picture', () => {
  it('a variant sounds the same way under one change', async () => {
    const { run, setup } = await bench();
    run.setVariant({ instrument: 'cone', setup: withControl(setup, 'cone', 'power', 9) });
    await pass(0.5);
    const ring = run.store.getState().variantRing!;
    expect(run.variantEnd()).toBe(48);
    const at = ring.slot(40) * ring.stride;
    expect([...ring.levelsCdb.subarray(at, at + ring.stride)]).not.toEqual(levels(run, 40));
    run.setVariant(null);
    expect(run.store.getState().variantRing).toBeNull();
  });
  it('a variant of another speed stands at the same place', async () => {
    const { run, setup } = await bench();
    run.setVariant({ instrument: 'cone', setup: withControl(setup, 'cone', 'speed', 3) });
    await pass(0.5);
    const ring = run.store.getState().variantRing!;
    const slot = ring.slot(run.variantEnd() - 1);
    // Within a ping of it.
    expect(Math.abs(ring.track.xM[slot] - run.poseAt(12).xM)).toBeLessThan(0.8);
  });
  it('a hand that never rests does not hold the clock, and its last word is heard', async () => {
    const { run } = await bench(['cone'], true);
    worker.openingMs = 400;
    for (let i = 0; i < 60; i++) {
      run.setInHand([targetSchema.parse(fishAt('f', 0, 0.3, 2 + 0.01 * i))]);
      await pass(0.05);
    }
    await pass(3);
    expect(run.now().timeS).toBeGreaterThan(14);
    expect(run.instrument('cone')!.ring!.end / 4).toBeGreaterThan(run.now().timeS - 1.5);
    expect(run.instrument('cone')!.soundedWith!.scene.targets[0]).toMatchObject({ depthM: 2.59 });
  });
  it('what is put into the water is heard from then on, and no target changes its number', async () => {
    const { run } = await bench(['cone'], true);
    const before = levels(run, 40);
    const moved = targetSchema.parse({ ...fishAt('f', 0, 0.3, 2) });
    run.setInHand([moved, targetSchema.parse(fishAt('new', 5, 0, 3))]);
    expect(run.targets().map(({ id }) => id)).toEqual(['f', 'g', 'new']);
    await pass(1);
    expect(levels(run, 40)).toEqual(before);
    run.setInHand([]);
    expect(run.targets().map(({ id }) => id)).toEqual(['f', 'g']);
  });
});
