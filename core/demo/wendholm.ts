/**
 * Wendholm Reservoir, a made-up water of 3 by 2 km: a dammed river valley with two arms, a marina in one of them.
 * Large enough that things have to be looked for. West is the dam, east is where the river comes in.
 */
import type { Bottom, Feature, ReliefGrid, SedimentName } from '../bottom';
import { Placer } from '../builder';
import type { Stock } from '../life';
import { atan2, cos, exp, hypot, power, sin, square } from '../numeric';
import { hash32, randomSource, smoothNoise2 } from '../random';
import { radToDeg } from '../units/angle';
import { type KnownSpot, type WaterContent, waterContentSchema, type WaterDay } from '../waters';
import { addMarina, type MarinaPlan, SLIP_M } from './marina';

const SEED = 31_907;
const CELL_M = 8;
const WIDTH_M = 3000;
const HEIGHT_M = 2000;
const SEDIMENTS: SedimentName[] = ['mud', 'sand', 'gravel', 'rock', 'shell', 'clay', 'softMud'];

const bump = (share: number) => exp(-2 * square(share));
const noise = (seed: number, scaleM: number) => (xM: number, yM: number) =>
  smoothNoise2(SEED + seed, xM / scaleM, yM / scaleM);
const [rolling, rough, patchy, shore] = [noise(0, 130), noise(1, 34), noise(2, 90), noise(3, 210)];
/** The shores wander in coves and heads: as if a place lay so much farther out or in. */
const SHORE_WANDER_M = 46;

/** Where the drowned river runs: its y at an x. */
const riverYM = (xM: number) => 980 + 230 * sin(xM / 420 + 0.6) + 45 * sin(xM / 150);
/** The north arm's creek, the marina's: its x at a y, from the river up. */
const northXM = (yM: number) => 1120 + 70 * sin(yM / 190);
/** The south arm's creek: its x at a y, from the river down. */
const southXM = (yM: number) => 2080 + 260 * ((900 - yM) / 800) + 40 * sin(yM / 110);

/** Depth of a valley whose floor lies at `floorM` over its half width, and its trench. */
function valleyM(
  outM: number,
  floorM: number,
  halfM: number,
  trenchHalfM: number,
  trenchM: number,
  wanderM: number,
) {
  const share = Math.min(1.4, Math.max(0, Math.abs(outM) + wanderM) / halfM);
  return floorM * (1 - power(share, 1.5)) + trenchM * exp(-square(square(outM / trenchHalfM)));
}

const HUMP = { xM: 720, yM: 770, radiusM: 62, heightM: 6.2 };
/** A step of two metres behind the hump: on a finer grid, since it is sharp. */
const LEDGE = { xM: 800, yM: 726, lengthM: 90 };
const POINTS = [
  // Main points, either side of the arms' mouths; secondary ones up the arms.
  { xM: 960, yM: 1290, towardXM: 1010, towardYM: 1090, widthM: 90, heightM: 7 },
  { xM: 1330, yM: 1270, towardXM: 1280, towardYM: 1090, widthM: 80, heightM: 6.5 },
  { xM: 1010, yM: 1540, towardXM: 1090, towardYM: 1500, widthM: 46, heightM: 3.4 },
  { xM: 1240, yM: 1700, towardXM: 1150, towardYM: 1670, widthM: 40, heightM: 2.8 },
  { xM: 1960, yM: 640, towardXM: 2000, towardYM: 830, widthM: 80, heightM: 6 },
  { xM: 2400, yM: 560, towardXM: 2260, towardYM: 590, widthM: 50, heightM: 3.2 },
];

function reliefM(xM: number, yM: number): number {
  const down = 1 - xM / WIDTH_M;
  const shoreM = SHORE_WANDER_M * shore(xM, yM);
  // Deep at the dam, shallow where the river comes in.
  const floorM = 5 + 15 * power(down, 1.2);
  const riverOutM = yM - riverYM(xM);
  // Steep on the outside of a bend, gentle within.
  const bend = (riverYM(xM) - 980) / 230;
  const outside = riverOutM * bend > 0 ? Math.abs(bend) : -Math.abs(bend);
  const halfM = (330 + 120 * down) * (1 - 0.38 * outside);
  // The middle of the valley keeps its line; only its shores wander.
  const wanderM = (outM: number, half: number) => shoreM * Math.min(1, Math.abs(outM) / half);
  const main = valleyM(riverOutM, floorM, halfM, 34, 3.6, wanderM(riverOutM, halfM));

  const northUp = Math.min(1, Math.max(0, (yM - 1050) / 850));
  const northOutM = xM - northXM(yM);
  const northHalfM = 190 - 110 * northUp;
  const north =
    yM > 980
      ? valleyM(
          northOutM,
          11 * (1 - northUp),
          northHalfM,
          13,
          2 * (1 - northUp),
          wanderM(northOutM, northHalfM),
        ) -
        0.5 * northUp
      : -5;
  const southUp = Math.min(1, Math.max(0, (900 - yM) / 860));
  const southOutM = xM - southXM(yM);
  const southHalfM = 170 + 60 * bump((southUp - 0.8) / 0.25);
  const south =
    yM < 980
      ? valleyM(
          southOutM,
          9 * (1 - 0.9 * southUp),
          southHalfM,
          14,
          2.2 * (1 - southUp),
          wanderM(southOutM, southHalfM),
        ) -
        2.2 * bump((southUp - 1) / 0.12)
      : -5;
  let depthM = Math.max(main, north, south);
  depthM -= HUMP.heightM * bump(hypot(xM - HUMP.xM, yM - HUMP.yM) / HUMP.radiusM);
  // The flat at the back of the south arm.
  const flat = bump(hypot(xM - 2330, yM - 190) / 150);
  depthM = depthM * (1 - flat) + flat * 2.2;
  depthM += 0.55 * rolling(xM, yM) + 0.14 * rough(xM, yM);
  // The dam's face.
  return depthM - 24 * exp(-xM / 22);
}

const depthM = (xM: number, yM: number) => {
  const depth = reliefM(xM, yM);
  // Land, where it rises over the water.
  return depth < 0.15 ? 0 : depth;
};

function sedimentAt(xM: number, yM: number, atM: number): SedimentName {
  const riverOutM = yM - riverYM(xM);
  const bend = (riverYM(xM) - 980) / 230;
  if (xM < 70) return 'rock';
  if (hypot(xM - HUMP.xM, yM - HUMP.yM) < 0.8 * HUMP.radiusM) return 'gravel';
  if (POINTS.some((p) => hypot(xM - p.towardXM, yM - p.towardYM) < 0.5 * p.widthM)) return 'gravel';
  // The outside of each bend is washed to rock.
  if (
    riverOutM * bend > 0 &&
    Math.abs(riverOutM) > 60 &&
    Math.abs(riverOutM) < 130 &&
    Math.abs(bend) > 0.6
  )
    return 'rock';
  if (SHELLS.some((bed) => hypot(xM - bed.xM, yM - bed.yM) < bed.radiusM)) return 'shell';
  if (Math.abs(riverOutM) < 34) return 'softMud';
  const softness = atM + 3.5 * patchy(xM, yM);
  return softness > 7.5 ? 'mud' : softness > 4.2 ? 'clay' : 'sand';
}

const SHELLS = [
  { xM: 1480, yM: 905, radiusM: 26 },
  { xM: 1015, yM: 1150, radiusM: 22 },
  { xM: 1830, yM: 1080, radiusM: 18 },
];

/** The old road: down the south slope, over the river by a bridge, up the north side. */
const ROAD_X_M = 1620;
const bridgeYM = riverYM(ROAD_X_M);
const CULVERT = { xM: ROAD_X_M, yM: bridgeYM - 140 };
const MILL = { xM: 1760, yM: riverYM(1760) - 74 };
const STUMPS = { xM: 2330, yM: 215 };
const MARINA: MarinaPlan = {
  xM: 1178,
  yM: 1530,
  headingDeg: 12,
  slips: 12,
  seed: hash32(SEED, 3),
  coveredSlips: 5,
  liftSlip: 7,
  empty: [
    [2, 8],
    [3, 10],
  ],
};

function bottom(): Bottom {
  const columns = WIDTH_M / CELL_M + 1;
  const rows = HEIGHT_M / CELL_M + 1;
  return {
    ...gridOf({ x: 0, y: 0 }, CELL_M, columns, rows, depthM),
    sediments: SEDIMENTS,
    features: FEATURES,
    patches: [ledgePatch(), rampPatch()],
    buried: { sediment: 'clay', depthM: 0.7 },
  };
}

function gridOf(
  originM: { x: number; y: number },
  cellM: number,
  columns: number,
  rows: number,
  depth: (xM: number, yM: number) => number,
  sediment = sedimentAt,
): ReliefGrid {
  const depthsCm: number[] = [];
  const sedimentCells: number[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const xM = originM.x + column * cellM;
      const yM = originM.y + row * cellM;
      const at = Math.max(0, depth(xM, yM));
      depthsCm.push(Math.round(100 * at));
      sedimentCells.push(SEDIMENTS.indexOf(sediment(xM, yM, at)));
    }
  }
  return { originM, cellM, columns, rows, depthsCm, sedimentCells };
}

/** Rock that breaks off: deeper by two metres behind a line that runs with the slope. */
function ledgePatch(): ReliefGrid {
  const half = LEDGE.lengthM / 2;
  const fall = (xM: number, yM: number) => {
    const behind = (xM - LEDGE.xM) * 0.8 + (yM - LEDGE.yM) * -0.6;
    const along = (xM - LEDGE.xM) * 0.6 + (yM - LEDGE.yM) * 0.8;
    const step = 1 / (1 + exp(-behind / 0.5));
    return 2 * step * bump(along / half) * exp(-Math.max(0, behind) / 30);
  };
  return gridOf(
    { x: LEDGE.xM - 60, y: LEDGE.yM - 60 },
    1,
    121,
    121,
    (xM, yM) => depthM(xM, yM) + fall(xM, yM),
    (xM, yM, at) => (fall(xM, yM) > 0.6 ? 'rock' : sedimentAt(xM, yM, at)),
  );
}

/** A slipway of concrete into the north arm: one even slope, hard as rock. */
const RAMP = { xM: 1072, yM: 1602, widthM: 8, lengthM: 26 };
function rampPatch(): ReliefGrid {
  const on = (xM: number, yM: number) =>
    Math.abs(yM - RAMP.yM) < RAMP.widthM / 2 && xM > RAMP.xM && xM < RAMP.xM + RAMP.lengthM;
  return gridOf(
    { x: RAMP.xM - 12, y: RAMP.yM - 16 },
    0.5,
    101,
    65,
    (xM, yM) => (on(xM, yM) ? Math.max(0.1, 0.13 * (xM - RAMP.xM)) : depthM(xM, yM)),
    (xM, yM, at) => (on(xM, yM) ? 'rock' : sedimentAt(xM, yM, at)),
  );
}

const ROOT_M = 130;
const FEATURES: Feature[] = [
  ...POINTS.map((point): Feature => {
    const { xM, yM, towardXM, towardYM, widthM, heightM } = point;
    const lengthM = hypot(towardXM - xM, towardYM - yM);
    // Rooted in the land behind it.
    const back = -ROOT_M / lengthM;
    return {
      kind: 'point',
      xM: Math.round(xM + back * (towardXM - xM)),
      yM: Math.round(yM + back * (towardYM - yM)),
      headingDeg: Math.round(radToDeg(atan2(towardXM - xM, towardYM - yM)) * 10) / 10,
      lengthM: Math.round(1.3 * lengthM + ROOT_M),
      widthM,
      heightM,
    };
  }),
  // What the culvert's stream has washed out.
  { kind: 'hump', xM: CULVERT.xM + 7, yM: CULVERT.yM, radiusM: 4.5, heightM: -1.3 },
  // The mill's race, from the river to the wheel and back.
  {
    kind: 'ditch',
    pathM: [
      { x: MILL.xM + 90, y: riverYM(MILL.xM + 90) - 24 },
      { x: MILL.xM + 40, y: MILL.yM - 4 },
      { x: MILL.xM - 12, y: MILL.yM + 8 },
      { x: MILL.xM - 60, y: riverYM(MILL.xM - 60) - 26 },
    ],
    widthM: 2.5,
    depthM: 1.1,
  },
  // A field ditch over the south flat.
  {
    kind: 'ditch',
    pathM: [
      { x: 2230, y: 130 },
      { x: 2310, y: 240 },
      { x: 2290, y: 330 },
    ],
    widthM: 1.6,
    depthM: 0.8,
  },
];

/** Brush that anglers sank, where they say they did. */
const BRUSH = [
  [905, 1010, 1.8],
  [1046, 1083, 1.6],
  [1264, 1095, 2],
  [1390, 985, 1.5],
  [1135, 1490, 1.3],
  [1172, 1440, 1.6],
  [1150, 1660, 1.1],
  [2004, 812, 1.8],
  [2050, 700, 1.5],
  [2196, 560, 1.4],
  [2262, 470, 1.3],
  [690, 850, 2.2],
  [1560, 1150, 1.7],
  [1880, 1010, 1.6],
] as const;

function targets() {
  const placer = new Placer((xM, yM) => Math.max(0, depthM(xM, yM)));
  const random = randomSource(hash32(SEED, 5));
  // The road in lengths, cut by the river where its bridge stood.
  for (const [fromM, toM] of [
    [-200, -44],
    [44, 240],
  ]) {
    placer.add({
      kind: 'road',
      xM: ROAD_X_M,
      yM: bridgeYM + (fromM + toM) / 2,
      lengthM: toM - fromM,
      widthM: 5,
      headingDeg: 0,
    });
  }
  for (const north of [-30, -10, 10, 30]) {
    for (const east of [-2.2, 2.2]) {
      placer.add({
        kind: 'piling',
        xM: ROAD_X_M + east,
        yM: bridgeYM + north,
        radiusM: 0.6,
        topDepthM: 4.5,
        material: 'concrete',
      });
    }
  }
  placer.add({ kind: 'culvert', ...CULVERT, lengthM: 9, radiusM: 0.6, headingDeg: 90 });
  placer.add({ kind: 'foundation', ...MILL, lengthM: 14, widthM: 9, heightM: 0.9, headingDeg: 24 });
  placer.add({
    kind: 'wall',
    xM: MILL.xM + 22,
    yM: MILL.yM - 20,
    lengthM: 34,
    heightM: 1.1,
    headingDeg: 110,
    gaps: 0.25,
  });
  placer.add({
    kind: 'wall',
    xM: 1540,
    yM: bridgeYM - 110,
    lengthM: 90,
    heightM: 1,
    headingDeg: 84,
    gaps: 0.3,
  });
  for (const [xM, yM, heightM] of BRUSH) {
    placer.add({ kind: 'brushPile', xM, yM, radiusM: heightM * 1.05, heightM, branches: 50 });
  }
  for (let i = 0; i < 70; i++) {
    placer.add({
      kind: 'stump',
      xM: STUMPS.xM + 60 * random.gaussian(),
      yM: STUMPS.yM + 42 * random.gaussian(),
      radiusM: random.between(0.18, 0.45),
      heightM: random.between(0.3, 0.9),
    });
  }
  // Timber left standing along the south arm's creek.
  for (let i = 0; i < 46; i++) {
    const yM = random.between(420, 760);
    placer.add({
      kind: 'tree',
      xM: southXM(yM) + (random.uniform() < 0.5 ? -1 : 1) * random.between(14, 46),
      yM,
      heightM: random.between(2.5, 5.5),
      leanDeg: i % 6 === 0 ? 80 : random.between(0, 20),
      headingDeg: random.between(0, 360),
    });
  }
  for (let i = 0; i < 40; i++) {
    const xM = random.between(300, 2700);
    const side = random.uniform() < 0.5 ? -1 : 1;
    placer.add({
      kind: 'boulder',
      xM,
      yM: riverYM(xM) + side * random.between(60, 140),
      radiusM: random.between(0.35, 1.1),
    });
  }
  for (let i = 0; i < 9; i++) {
    const xM = 60 + 20 * random.uniform();
    placer.add({ kind: 'rockPile', xM, yM: 700 + 75 * i, radiusM: 4, heightM: 1.3 });
  }
  for (const [xM, yM, radiusM] of [
    [1108, 1420, 9],
    [1248, 1400, 8],
    [1150, 1735, 10],
    [2180, 330, 9],
    [2450, 290, 10],
    [2520, 1120, 11],
  ]) {
    placer.add({ kind: 'weedBed', xM, yM, radiusM, heightM: random.between(0.5, 1.1) });
  }
  for (const [xM, yM] of [
    [1490, 1005],
    [2120, 610],
    [640, 880],
  ]) {
    placer.add({ kind: 'bubbleVent', xM, yM, bubblesPerS: 3 });
  }
  // Driftwood that has sunk in the stream.
  for (let i = 0; i < 12; i++) {
    const xM = 500 + 190 * i + random.between(-40, 40);
    placer.add({
      kind: 'log',
      xM,
      yM: riverYM(xM) + random.between(-30, 30),
      lengthM: random.between(3, 8),
      radiusM: random.between(0.13, 0.28),
      headingDeg: random.between(0, 180),
    });
  }
  addMarina(placer, MARINA);
  // Algae on the slipway, down to where light reaches.
  placer.add({
    kind: 'weedBed',
    xM: RAMP.xM + 9,
    yM: RAMP.yM,
    radiusM: 5,
    heightM: 0.15,
    density: 'sparse',
  });
  return placer.targets;
}

const near = (xM: number, yM: number, radiusM: number) => ({ xM, yM, radiusM });

const STOCKS: Stock[] = [
  { id: 'bleak-marina', species: 'bleak', groups: 4, home: near(1178, 1530, 60), follows: null },
  { id: 'bleak-lake', species: 'bleak', groups: 9, home: near(1000, 950, 900), follows: null },
  { id: 'fry', species: 'fry', groups: 6, home: near(1100, 950, 900), follows: null },
  { id: 'roach-arms', species: 'roach', groups: 6, home: near(1150, 1500, 350), follows: null },
  { id: 'roach-south', species: 'roach', groups: 5, home: near(2200, 450, 350), follows: null },
  { id: 'perch-brush', species: 'perch', groups: 9, home: near(1150, 1050, 500), follows: null },
  { id: 'perch-south', species: 'perch', groups: 6, home: near(2100, 620, 350), follows: null },
  { id: 'perch-hunting', species: 'perch', groups: 4, home: null, follows: 'bleak-lake' },
  { id: 'zander', species: 'zander', groups: 10, home: near(1400, 950, 1000), follows: null },
  { id: 'zander-hunting', species: 'zander', groups: 3, home: null, follows: 'bleak-marina' },
  { id: 'pike', species: 'pike', groups: 8, home: null, follows: null },
  { id: 'bream', species: 'bream', groups: 7, home: near(1300, 950, 1000), follows: null },
  { id: 'ruffe', species: 'ruffe', groups: 5, home: near(1300, 950, 1000), follows: null },
  { id: 'wels', species: 'wels', groups: 4, home: near(1500, 950, 1000), follows: null },
];

const summerWater = {
  temperatureC: 21.5,
  salinityPsu: 0,
  thermocline: { depthM: 7.2, thicknessM: 0.7, dropC: 8, scatteringDb: -63 },
  volumeScatteringDb: -77,
  windMps: 3,
};
const evenWater = (temperatureC: number, windMps = 4) => ({
  temperatureC,
  salinityPsu: 0,
  thermocline: null,
  volumeScatteringDb: -80,
  windMps,
});
const day = (
  id: string,
  name: string,
  note: string,
  water: WaterDay['water'],
  conditions: Partial<WaterDay['conditions']>,
) => ({ id, name, note, water, conditions });

const DAYS = [
  day('july-noon', 'July, noon', 'Layered water, high sun.', summerWater, {
    hourOfDay: 12.5,
    airDailyC: [24, 25, 24, 25, 26, 25],
  }),
  day('july-dusk', 'July, dusk', 'The same day as the light goes.', summerWater, {
    hourOfDay: 20.5,
    airDailyC: [24, 25, 24, 25, 26, 25],
  }),
  day(
    'gates',
    'September, gates open',
    'The dam draws water: a stream along the valley.',
    evenWater(17),
    {
      hourOfDay: 10,
      levelM: -0.6,
      current: { speedMps: 0.35, towardDeg: 265 },
      airDailyC: [18, 17, 18, 17, 18, 17],
    },
  ),
  day(
    'november',
    'November, cold snap',
    'Three nights of frost after mild weeks.',
    evenWater(8.5, 5),
    {
      hourOfDay: 11,
      levelM: -1.4,
      airDailyC: [9, 10, 9, 8, 3, 1, 0],
    },
  ),
  day('march', 'March, first warm days', 'Low water that warms from its edges.', evenWater(7), {
    hourOfDay: 15,
    levelM: -0.9,
    airDailyC: [3, 4, 3, 4, 9, 11, 12],
  }),
];

const spot = (
  id: string,
  name: string,
  at: { xM: number; yM: number },
  truth: string,
  task: string,
): KnownSpot => ({
  id,
  name,
  xM: Math.round(at.xM),
  yM: Math.round(at.yM),
  truth,
  task,
});

const SPOTS: KnownSpot[] = [
  spot(
    'landing',
    'Slipway',
    { xM: RAMP.xM + 12, yM: RAMP.yM },
    'Concrete, even, algae down to a metre and a half.',
    'Take the level here. Hard and even against sand: what differs?',
  ),
  spot(
    'marina',
    'Marina',
    MARINA,
    'Twelve slips a side: five covered, one boat on a lift, four empty. Bleak under it, zander beneath them.',
    'Count the slips from the end of the fingers. Which are empty? Where does a boat hang in the air?',
  ),
  spot(
    'bridge',
    'Old bridge',
    { xM: ROAD_X_M, yM: bridgeYM },
    'Eight piers in four pairs, their tops at 4.5 m.',
    'Even spacing. Height from the shadow; fish in the lee when the gates run.',
  ),
  spot(
    'culvert',
    'Culvert',
    CULVERT,
    'A pipe under the road, a hole of 1.3 m washed out east of it.',
    'Find where the road is crossed; the hole holds fish when nothing else does.',
  ),
  spot(
    'mill',
    'Mill',
    MILL,
    'Foundation 14 by 9 m with its race, a field wall beside it.',
    'Right angles; a ditch that leads to it.',
  ),
  spot(
    'hump',
    'Hump and ledge',
    HUMP,
    'Gravel rising six metres, a ledge of two metres behind it to the south-east.',
    'Most find the hump. Who finds the ledge?',
  ),
  spot(
    'shells',
    'Shell bed',
    SHELLS[0],
    'Shell over mud, 50 m across, with nothing standing on it.',
    'Hard ground that the chart does not show.',
  ),
  spot(
    'stumps',
    'Stump field',
    STUMPS,
    'Seventy stumps on a flat, a field ditch through it.',
    'Short shadows, many of them; the ditch is a line among them.',
  ),
  spot(
    'timber',
    'Timber',
    { xM: southXM(600), yM: 600 },
    'Trees along both sides of the creek, some fallen.',
    'Trunk, crown, and what hangs beside them.',
  ),
  spot(
    'main-point',
    'North point',
    { xM: 1010, yM: 1090 },
    'Gravel running out to the channel; brush at its foot.',
    'Compare it with the point across the mouth: which would you fish, and why?',
  ),
];

const route = (...points: [number, number][]) =>
  points.map(([x, y]) => ({ x: Math.round(x), y: Math.round(y) }));
const alongRiver = (fromM: number, toM: number, asideM: number) =>
  route(
    ...Array.from({ length: 24 }, (_, i): [number, number] => {
      const xM = fromM + ((toM - fromM) * i) / 23;
      return [xM, riverYM(xM) + asideM];
    }),
  );
const besideMarina = (rightM: number) => {
  const half = (MARINA.slips * SLIP_M) / 2 + 25;
  const [s, c] = [
    sin((MARINA.headingDeg * Math.PI) / 180),
    cos((MARINA.headingDeg * Math.PI) / 180),
  ];
  return route(
    [MARINA.xM - half * s + rightM * c, MARINA.yM - half * c - rightM * s],
    [MARINA.xM + half * s + rightM * c, MARINA.yM + half * c - rightM * s],
  );
};
const BESIDE_M = 16;

export function wendholm(): WaterContent {
  return waterContentSchema.parse({
    name: 'Wendholm Reservoir',
    description:
      'A dammed river valley, three by two kilometres. The old river winds from the east to the dam, steep and rocky on the outside of its bends, shelving within. An arm runs north, with the marina and the slipway; another runs south-east to a flat with stumps. Before the dam a road crossed the valley: its bridge piers, a culvert and a mill still stand. Anglers have sunk brush in fourteen places and remember most of them.\n\nHere things have to be looked for. Study the chart, choose a stretch, sail it, mark, go round again. Life moves with the day: choose one at the head of the bench.',
    origin: { latitudeDeg: 50.62, longitudeDeg: 15.18 },
    scene: { seed: SEED, water: summerWater, bottom: bottom(), targets: targets() },
    conditions: DAYS[0].conditions,
    creek: {
      mouth: { x: Math.round(northXM(1150)), y: 1150 },
      head: { x: Math.round(northXM(1850)), y: 1850 },
    },
    spots: SPOTS,
    stocks: STOCKS,
    days: DAYS,
    passes: [
      {
        id: 'marina-west',
        name: 'Marina, western side',
        hint: 'Past the covered row, the slips to starboard. Slow, and keep off.',
        routeM: besideMarina(-BESIDE_M),
        speedMps: 1.1,
        sweep: { instrument: 'sideFans', rangeM: 20, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'marina-east',
        name: 'Marina, eastern side',
        hint: 'Past the open row, the slips to port: the lift is on this side.',
        routeM: besideMarina(BESIDE_M),
        speedMps: 1.1,
        sweep: { instrument: 'sideFans', rangeM: 20, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'river',
        name: 'Down the old river',
        hint: 'Three kilometres of channel, from the inflow to the dam.',
        routeM: alongRiver(2800, 220, 0),
        speedMps: 2,
      },
      {
        id: 'outside',
        name: 'Outside bend',
        hint: 'Along the rock, deep water to port.',
        routeM: alongRiver(1950, 1250, -85),
        speedMps: 1.6,
      },
      {
        id: 'road',
        name: 'Along the old road',
        hint: 'South to north, the road to port: culvert, bridge, and where it ends.',
        routeM: route([ROAD_X_M + 14, bridgeYM - 175], [ROAD_X_M + 14, bridgeYM + 225]),
        speedMps: 1.6,
        sweep: { instrument: 'sideFans', rangeM: 28, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'mill',
        name: 'Round the mill',
        hint: 'Past the foundation and along its race.',
        routeM: route([MILL.xM - 90, MILL.yM - 16], [MILL.xM + 100, MILL.yM - 16]),
        speedMps: 1.4,
        sweep: { instrument: 'sideFans', rangeM: 26, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'hump',
        name: 'Over hump and ledge',
        hint: 'From the flat over the hump, then off the ledge.',
        routeM: route([620, 830], [720, 770], [880, 670]),
        speedMps: 1.6,
      },
      {
        id: 'points',
        name: 'From point to point',
        hint: 'Across the mouth of the north arm.',
        routeM: route([930, 1060], [1010, 1085], [1280, 1088], [1400, 1010]),
        speedMps: 1.6,
      },
      {
        id: 'timber',
        name: 'Up the south arm',
        hint: 'Between the trees to the flat with stumps.',
        routeM: route(
          ...[780, 700, 600, 500, 400, 300].map((y): [number, number] => [southXM(y), y]),
          [STUMPS.xM, STUMPS.yM],
        ),
        speedMps: 1.4,
      },
      {
        id: 'stumps',
        name: 'Over the stumps',
        hint: 'Slowly across the flat: short shadows to both sides.',
        routeM: route([2200, 215], [2460, 190]),
        speedMps: 1.3,
        sweep: { instrument: 'sideFans', rangeM: 18, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'shells',
        name: 'Mud and shell',
        hint: 'Across the shell bed: softer, harder, softer.',
        routeM: route([1400, 905], [1560, 905]),
        speedMps: 1.5,
      },
      {
        id: 'open',
        name: 'Open water',
        hint: 'Over the deep basin before the dam.',
        routeM: route([980, 900], [400, 960]),
        speedMps: 1.8,
      },
    ],
  });
}
