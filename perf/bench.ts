/** `npm run perf`: what a user waits for, each figure the best of several runs with their spread. */
import { hollinReservoir } from '../core/demo';
import { echoTransform, renderEchogram } from '../core/display';
import { poseAt } from '../core/pass';
import { coneFromPreset, createSoundingRun, type SoundingRequest } from '../core/sounding';
import { referencePing } from './reference';

interface Figure {
  name: string;
  best: number;
  worst: number;
  unit: string;
  runs: number;
}

const RUNS = 9;

function measure(name: string, unit: string, higherIsBetter: boolean, once: () => number): Figure {
  once(); // compiles
  once();
  const values = Array.from({ length: RUNS }, once).sort((a, b) => a - b);
  const [low, high] = [values[0], values[values.length - 1]];
  return {
    name,
    unit,
    runs: RUNS,
    best: higherIsBetter ? high : low,
    worst: higherIsBetter ? low : high,
  };
}

const water = hollinReservoir();
const [across] = water.passes;

/** Over the bait school, where about 2,000 scatterers are within reach of the beam. */
const request: SoundingRequest = {
  scene: {
    ...water.scene,
    targets: water.scene.targets.map((target) =>
      target.kind === 'baitSchool' && Math.abs(target.yM - 90) < 2
        ? { ...target, count: 2000 }
        : target,
    ),
  },
  sounder: { ...coneFromPreset('200'), binCount: 600 },
  rig: soundRig(0.3),
  pass: {
    planId: across.id,
    routeM: across.routeM,
    speedChanges: [{ fromTimeS: 0, speedMps: 1.5 }],
    heaveM: 0.02,
    rollDeg: 0.6,
    seed: 1,
  },
  firstPing: 0,
  pingCount: 100_000,
  truth: false,
};

const PINGS = 400;
const OVER_BAIT = 1050;
const pingsPerSecond = (truth: boolean) => {
  const run = createSoundingRun({ ...request, truth });
  return () => {
    const startMs = performance.now();
    // Again and again over the stretch in which the school fills the beam.
    for (let i = 0; i < PINGS / 40; i++) run.block(OVER_BAIT, 40);
    return (1000 * PINGS) / (performance.now() - startMs);
  };
};

function recolour(width: number, height: number) {
  const run = createSoundingRun(request);
  const levelsCdb = run.block(0, width).levelsCdb;
  const view = {
    gainDb: 40,
    paletteId: 'rockpool',
    topM: 0,
    bottomM: 16,
    scrollPxPerS: 12,
  } as const;
  const transform = echoTransform(run.info, view, width, height, width);
  const pixels = new Uint32Array(width * height);
  const source = { info: run.info, levelsCdb, capacity: width, first: 0, end: width };
  return () => {
    const startMs = performance.now();
    for (let i = 0; i < 10; i++) renderEchogram(source, view, transform, pixels);
    return (performance.now() - startMs) / 10;
  };
}

function plainPing() {
  const pose = poseAt(request.pass, OVER_BAIT / request.sounder.pingRateHz);
  return () => {
    const startMs = performance.now();
    referencePing(request, pose);
    return 1000 / (performance.now() - startMs);
  };
}

const figures = [
  measure('cone, 600 cells, 2,000 scatterers in the beam', 'pings/s', true, pingsPerSecond(false)),
  measure('the same with truth', 'pings/s', true, pingsPerSecond(true)),
  measure('the same by the plain reference', 'pings/s', true, plainPing()),
  measure('opening a run (scene prepared)', 'ms', false, () => {
    const startMs = performance.now();
    createSoundingRun(request);
    return performance.now() - startMs;
  }),
  measure('recolour 1024 × 512', 'ms', false, recolour(1024, 512)),
];

if (process.argv.includes('--json')) {
  console.log(JSON.stringify(figures, null, 1));
} else {
  for (const { name, best, worst, unit, runs } of figures) {
    const digits = best < 20 ? 2 : 0;
    console.log(
      `${name.padEnd(48)} ${best.toFixed(digits).padStart(8)} ${unit.padEnd(8)} (worst of ${runs}: ${worst.toFixed(digits)})`,
    );
  }
}
