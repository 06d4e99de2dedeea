/**
 * `npm run perf`: what a user waits for, each figure the best of several runs with their spread. The
 * scenes are those of the goals: a school of 3,000 in a cone, a relief with 200 things under the fans.
 */
import { dabDepth, planeBottom, type Feature } from '../core/bottom';
import { type ChartGrid, contourDepths, contourLines } from '../core/chart';
import { DEMO_WATERS, hollinReservoir } from '../core/demo';
import { echoTransform, renderEchogram, viewOf } from '../core/display';
import { generateItems } from '../core/drills';
import { passRunSchema, poseAt } from '../core/pass';
import { coverageOf, lanesOver } from '../core/planning';
import { randomSource } from '../core/random';
import {
  coneFromPreset,
  createSoundingRun,
  type Scene,
  type SoundingRequest,
  sounderSchema,
  soundRig,
} from '../core/sounding';
import { type TargetInput, targetSchema } from '../core/targets';
import { referencePing } from './reference';

interface Figure {
  name: string;
  best: number;
  worst: number;
  unit: string;
  runs: number;
  goal?: string;
}

const RUNS = 9;

interface Task {
  name: string;
  unit: string;
  higherIsBetter: boolean;
  once: () => number;
  goal?: string;
}

/**
 * All tasks in turn, round after round: a spell in which the machine is busy with others then slows a
 * round of each, and not all rounds of one.
 */
function measureAll(tasks: Task[]): Figure[] {
  const values = tasks.map((): number[] => []);
  for (let round = -1; round < RUNS; round++) {
    tasks.forEach(({ once }, i) => {
      const value = once();
      if (round >= 0) values[i].push(value); // the first one compiles
    });
  }
  return tasks.map(({ name, unit, higherIsBetter, goal }, i) => {
    const low = Math.min(...values[i]);
    const high = Math.max(...values[i]);
    const [best, worst] = higherIsBetter ? [high, low] : [low, high];
    return { name, unit, best, worst, runs: RUNS, goal };
  });
}

const rate = (name: string, unit: string, once: () => number, goal?: string): Task => ({
  name,
  unit,
  higherIsBetter: true,
  once,
  goal,
});
const time = (name: string, once: () => number, goal?: string): Task => ({
  name,
  unit: 'ms',
  higherIsBetter: false,
  once,
  goal,
});

const WATER = {
  temperatureC: 15,
  salinityPsu: 0,
  thermocline: { depthM: 5, thicknessM: 0.5, dropC: 5, scatteringDb: -61 },
  volumeScatteringDb: -82,
  windMps: 2,
};
const RELIEF: Feature[] = [
  { kind: 'hump', xM: 40, yM: 8, radiusM: 10, heightM: 2 },
  { kind: 'dropOff', xM: 100, yM: 0, headingDeg: 20, dropM: 2, widthM: 6 },
];

/** Things of the kinds an instructor places most, over 200 × 50 m. */
function twoHundredThings(): TargetInput[] {
  const random = randomSource(3);
  return Array.from({ length: 200 }, (_, i): TargetInput => {
    const place = { id: `t${i}`, xM: random.between(-20, 180), yM: random.between(-25, 25) };
    const headingDeg = (i * 37) % 360;
    switch (i % 8) {
      case 0:
        return { ...place, kind: 'boulder', radiusM: 0.7 };
      case 1:
        return { ...place, kind: 'brushPile', radiusM: 1.3, heightM: 1.2 };
      case 2:
        return { ...place, kind: 'log', lengthM: 4, headingDeg };
      case 3:
        return { ...place, kind: 'tree', heightM: 4 };
      case 4:
        return { ...place, kind: 'stump', radiusM: 0.3, heightM: 0.5 };
      default:
        return { ...place, kind: 'fish', depthM: random.between(5, 7.5), lengthM: 0.4, headingDeg };
    }
  });
}

const scene = (targets: TargetInput[], features: Feature[] = []): Scene => ({
  seed: 5,
  water: WATER,
  bottom: planeBottom({ depthM: 8, sediment: 'sand', features }),
  targets: targets.map((target) => targetSchema.parse(target)),
});

function request(from: Scene, sounder: object, speedMps: number, truth: boolean): SoundingRequest {
  return {
    scene: from,
    sounder: sounderSchema.parse(sounder),
    rig: soundRig(0.3),
    pass: passRunSchema.parse({
      planId: 'perf',
      routeM: [
        { x: 0, y: 0 },
        { x: 1000, y: 0 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps }],
      heaveM: 0.02,
      rollDeg: 0.5,
    }),
    firstPing: 0,
    pingCount: 1000,
    truth,
  };
}

const CONE = {
  instrument: 'cone',
  frequencyHz: 200_000,
  chirp: null,
  beamwidthDeg: 20,
  pulseLengthS: 0.00015,
  acousticPowerW: 100,
  pingRateHz: 12,
  rangeM: 14,
  binCount: 1024,
};
const FAN = {
  frequencyHz: 800_000,
  chirp: { startHz: 780_000, endHz: 820_000 },
  beamwidthDeg: 0.8,
  acrossBeamwidthDeg: 52,
  pulseLengthS: 0.0004,
  acousticPowerW: 60,
  pingRateHz: 16,
  rangeM: 30,
  binCount: 1000,
};
const SECTOR = {
  ...FAN,
  instrument: 'sector',
  beamwidthDeg: 1.6,
  acrossBeamwidthDeg: 18,
  rangeM: 20,
  binCount: 400,
  aimDeg: 30,
};
const SCHOOL: TargetInput = {
  id: 's',
  kind: 'baitSchool',
  xM: 0,
  yM: 0,
  depthM: 4.5,
  count: 3000,
  lengthM: 0.07,
  radiusM: 1,
  heightM: 2,
};

/** Pings a second over one stretch, sounded again and again. */
function pingsPerSecond(from: SoundingRequest, firstPing: number, pings: number, times: number) {
  const run = createSoundingRun(from);
  return () => {
    const startMs = performance.now();
    for (let i = 0; i < times; i++) run.block(firstPing, pings);
    return (1000 * pings * times) / (performance.now() - startMs);
  };
}

function plainPings(from: SoundingRequest, elementM: number) {
  const pose = poseAt(from.pass, 0);
  return () => {
    const startMs = performance.now();
    referencePing(from, pose, 1, elementM);
    return 1000 / (performance.now() - startMs);
  };
}

function recolour(width: number, height: number) {
  const from = request(scene([SCHOOL]), { ...CONE, binCount: 600 }, 1.5, false);
  const run = createSoundingRun(from);
  const { levelsCdb } = run.block(0, width);
  const view = viewOf({
    gainDb: 40,
    paletteId: 'rockpool',
    topM: 0,
    bottomM: 14,
    scrollPxPerS: 12,
  });
  const transform = echoTransform(run.info, view, width, height, width);
  const pixels = new Uint32Array(width * height);
  const source = { info: run.info, levelsCdb, capacity: width, first: 0, end: width };
  return () => {
    const startMs = performance.now();
    for (let i = 0; i < 10; i++) renderEchogram(source, view, transform, pixels);
    return (performance.now() - startMs) / 10;
  };
}

/** Growth of the heap over 100,000 pings, MB, after the first thousand. */
function memoryGrowthMb(): Figure {
  const run = createSoundingRun(request(scene([SCHOOL]), { ...CONE, binCount: 64 }, 1.5, true));
  const collect = (globalThis as { gc?: () => void }).gc ?? (() => {});
  const used = () => {
    collect();
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    return (heapUsed + arrayBuffers) / 1e6;
  };
  for (let i = 0; i < 20; i++) run.block(50 * i, 50);
  const before = used();
  for (let i = 20; i < 2020; i++) run.block(50 * i, 50);
  const growth = used() - before;
  return {
    name: 'heap after 100,000 pings more',
    best: growth,
    worst: growth,
    unit: 'MB',
    runs: 1,
    goal: 'flat',
  };
}

const things = scene(twoHundredThings(), RELIEF);
const lone = scene([SCHOOL]);
const parked = (truth: boolean) => request(lone, CONE, 0, truth);
const fans = (instrument: string, truth: boolean, rangeM = 30) =>
  request(things, { ...FAN, instrument, rangeM }, 1.5, truth);
const sector = (truth: boolean) => request(things, SECTOR, 1.5, truth);
const FROM = 300;

const water = hollinReservoir();
const reservoir: SoundingRequest = {
  ...parked(true),
  scene: water.scene,
  sounder: coneFromPreset('200'),
};

/** Hills and hollows of a large water on a fine grid, m. */
const relief: ChartGrid = {
  originM: { x: 0, y: 0 },
  cellM: 1,
  columns: 512,
  rows: 512,
  depthsM: Float32Array.from({ length: 512 * 512 }, (_, i) => {
    const [x, y] = [i % 512, Math.floor(i / 512)];
    return 12 + 8 * Math.sin(x / 60) * Math.cos(y / 45) + Math.sin(x / 7 + y / 11);
  }),
};
const timed = (work: () => void) => {
  const startMs = performance.now();
  work();
  return performance.now() - startMs;
};
const dabMs = () =>
  timed(() =>
    dabDepth(relief, {
      tool: 'smooth',
      xM: 250,
      yM: 240,
      radiusM: 30,
      strength: 0.5,
      levelDepthM: 0,
    }),
  );
const contoursMs = () => timed(() => contourLines(relief, contourDepths(2, 24)));
const coverageMs = () =>
  timed(() => {
    const area = [
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 200 },
      { x: 0, y: 200 },
    ];
    const { routeM } = lanesOver(area, 0, 20, 20);
    const sweep = { instrument: 'cone', rangeM: 40, acrossDeg: 90, overlapShare: 0 } as const;
    coverageOf(area, routeM, sweep, planeBottom({ depthM: 10, sediment: 'sand' }));
  });

const QUESTIONS = 200;

/** A drill of 200 questions from the shipped waters: sounded, judged, made. */
function questionsS(): Figure {
  const waters = Object.entries(DEMO_WATERS).map(([id, make]) => ({ id, content: make() }));
  const startMs = performance.now();
  let made = 0;
  for (const { items } of generateItems({
    waters,
    instruments: [],
    skills: [],
    kinds: [],
    difficulty: null,
    count: QUESTIONS,
    seed: 1,
  })) {
    made += items.length;
  }
  const seconds = (performance.now() - startMs) / 1000;
  const name = `${made} questions of all skills`;
  return { name, best: seconds, worst: seconds, unit: 's', runs: 1, goal: '60' };
}

const figures = [
  ...measureAll([
    rate(
      'cone, 1,024 cells, 3,000 scatterers',
      'pings/s',
      pingsPerSecond(parked(false), 0, 50, 8),
      '5,000',
    ),
    rate('the same with truth', 'pings/s', pingsPerSecond(parked(true), 0, 50, 8), '3,000'),
    rate('the same by the plain reference', 'pings/s', plainPings(parked(false), 0.12)),
    rate(
      'side fans, both, 1,000 cells, 200 things',
      'pings/s',
      pingsPerSecond(fans('sideFans', false), FROM, 400, 2),
      '3,000',
    ),
    rate('the same with truth', 'pings/s', pingsPerSecond(fans('sideFans', true), FROM, 400, 2)),
    rate(
      'down fan, 1,000 cells, 200 things',
      'pings/s',
      pingsPerSecond(fans('downFan', false, 15), FROM, 400, 2),
      '3,000',
    ),
    rate(
      'sector, 100 beams × 400 cells, 200 things',
      'frames/s',
      pingsPerSecond(sector(false), FROM, 60, 1),
      '400',
    ),
    rate('the same with truth', 'frames/s', pingsPerSecond(sector(true), FROM, 60, 1)),
    time('opening a run over the reservoir', () => {
      const startMs = performance.now();
      createSoundingRun(reservoir);
      return performance.now() - startMs;
    }),
    time('recolour 1024 × 512', recolour(1024, 512), '2'),
    time('a dab of 30 m on 512 × 512 depths', dabMs),
    time('contours of 512 × 512 depths, 12 levels', contoursMs, '100'),
    time('coverage of ten lanes over 4 ha', coverageMs),
  ]),
  memoryGrowthMb(),
  questionsS(),
];

if (process.argv.includes('--json')) {
  console.log(JSON.stringify(figures, null, 1));
} else {
  for (const { name, best, worst, unit, runs, goal } of figures) {
    const digits = best < 20 ? 2 : 0;
    const spread = runs > 1 ? `worst of ${runs}: ${worst.toFixed(digits)}` : 'once';
    console.log(
      `${name.padEnd(48)} ${best.toFixed(digits).padStart(8)} ${unit.padEnd(8)} (${spread}${goal ? `; goal ${goal}` : ''})`,
    );
  }
  const [fast, , plain] = figures;
  console.log(`cone against the plain reference: ${Math.round(fast.best / plain.best)} ×`);
}
