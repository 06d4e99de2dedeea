/**
 * Sundra Bay, a made-up piece of open coast, 2.8 by 2.2 km: rock and kelp under the shore, two reef heads, a field of sand
 * waves, a wreck and a cove with moorings. Tide and swell come with it.
 */
import {
  type Bottom,
  type Feature,
  type ReliefGrid,
  sampledBottom,
  sampledGrid,
  type SedimentName,
} from '../bottom';
import { Placer } from '../builder';
import type { Stock } from '../life';
import { exp, hypot, power, sin, square } from '../numeric';
import { hash32, randomSource, smoothNoise2 } from '../random';
import { type WaterContent, waterContentSchema, type WaterDay } from '../waters';
import { near, route, spot } from './waterParts';

const SEED = 58_206;
const CELL_M = 10;
const WIDTH_M = 2800;
const HEIGHT_M = 2200;
const noise = (seed: number, scaleM: number) => (xM: number, yM: number) =>
  smoothNoise2(SEED + seed, xM / scaleM, yM / scaleM);
const [coast, shelving, rolling, rough] = [
  noise(0, 260),
  noise(1, 150),
  noise(2, 90),
  noise(3, 26),
];
const [crag, cleft] = [noise(4, 13), noise(5, 6)];

const COVE = { xM: 200, yM: 1540 };
const REEFS = [
  { xM: 1500, yM: 1490, radiusM: 58, heightM: 10 },
  { xM: 1680, yM: 1350, radiusM: 38, heightM: 7.5 },
];
const WRECK = { xM: 1945, yM: 1010 };
const SAND_WAVES = { xM: 2140, yM: 560, radiusM: 260 };

/** From the water's edge seawards, m. */
function seawardsM(xM: number, yM: number): number {
  const headland = 210 * exp(-2 * square((yM - 1880) / 210));
  const cove = 150 * exp(-2 * square((yM - COVE.yM) / 120));
  return xM - 190 - headland + cove - 70 * coast(xM, yM) - 40 * sin(yM / 310);
}

/** Rock falls from the shore in ledges, then the sea floor slopes away. */
function ledgesM(outM: number): number {
  const step = Math.max(0, outM) / 62;
  const whole = Math.min(4, Math.floor(step));
  const within = Math.min(1, step - whole);
  const face = within < 0.7 ? 0.25 * within : 0.175 + ((within - 0.7) / 0.3) * 0.825;
  return 1.2 + 2.3 * (whole + face) + 0.0026 * Math.max(0, outM - 310);
}

const reefM = (xM: number, yM: number) =>
  REEFS.reduce(
    (sum, reef) =>
      sum +
      reef.heightM * exp(-power(hypot(xM - reef.xM, 1.25 * (yM - reef.yM)) / reef.radiusM, 2.2)),
    0,
  );

/** Rock is broken: ridges and clefts, the more the higher it stands, m. */
const cragsM = (xM: number, yM: number, standsM: number) =>
  Math.min(1, standsM / 3) * (1.9 * Math.abs(crag(xM, yM)) + 0.9 * Math.abs(cleft(xM, yM)) - 0.9);

function depthM(xM: number, yM: number): number {
  const outM = seawardsM(xM, yM);
  if (outM <= 0) return 0;
  const onReef = reefM(xM, yM);
  const depth =
    ledgesM(outM + 18 * shelving(xM, yM)) -
    onReef +
    0.7 * rolling(xM, yM) +
    0.3 * rough(xM, yM) +
    (onReef > 0.1 ? cragsM(xM, yM, onReef) : 0);
  return Math.min(46, Math.max(0.5, depth));
}

function sediment(xM: number, yM: number): SedimentName {
  if (reefM(xM, yM) > 0.8) return 'rock';
  const outM = seawardsM(xM, yM);
  const patch = rolling(xM, yM);
  if (hypot(xM - COVE.xM, yM - COVE.yM) < 95) return 'sand';
  if (outM < 255) return patch > 0.45 ? 'cobble' : 'rock';
  if (outM < 345) return patch > 0 ? 'gravel' : 'cobble';
  if (hypot(xM - SAND_WAVES.xM, yM - SAND_WAVES.yM) < SAND_WAVES.radiusM) return 'coarseSand';
  return patch > 0.35 ? 'shell' : 'sand';
}

const FEATURES: Feature[] = [
  {
    kind: 'ripple',
    ...SAND_WAVES,
    radiusM: 240,
    wavelengthM: 9.5,
    heightM: 1,
    headingDeg: 12,
  },
  {
    kind: 'ripple',
    xM: 1360,
    yM: 620,
    radiusM: 120,
    wavelengthM: 4,
    heightM: 0.22,
    headingDeg: 60,
  },
];

const SEDIMENTS: SedimentName[] = ['rock', 'cobble', 'gravel', 'coarseSand', 'shell', 'sand'];
const CRAG_CELL_M = 1.5;

/** A finer grid over a reef head, whose crags the grid of the bay could not hold. */
function headPatch({ xM, yM, radiusM }: (typeof REEFS)[number]): ReliefGrid {
  const [halfXM, halfYM] = [1.6 * radiusM, 1.35 * radiusM];
  return sampledGrid({
    originM: { x: Math.round(xM - halfXM), y: Math.round(yM - halfYM) },
    cellM: CRAG_CELL_M,
    columns: Math.ceil((2 * halfXM) / CRAG_CELL_M) + 1,
    rows: Math.ceil((2 * halfYM) / CRAG_CELL_M) + 1,
    sediments: SEDIMENTS,
    depthM,
    sediment,
  });
}

const bottom = (): Bottom =>
  sampledBottom({
    cellM: CELL_M,
    columns: WIDTH_M / CELL_M + 1,
    rows: HEIGHT_M / CELL_M + 1,
    sediments: SEDIMENTS,
    depthM,
    sediment,
    features: FEATURES,
    patches: REEFS.map(headPatch),
  });

/** The x at which the water is so deep, going out from the shore. */
function outToM(yM: number, deepM: number): number {
  let xM = 0;
  while (xM < WIDTH_M && depthM(xM, yM) < deepM) xM += 2;
  return xM;
}

/** Where the boats lie: two rows along the cove. */
const mooring = (i: number) => ({ xM: outToM(1478 + 17 * i, 3) + 20 * (i % 2), yM: 1478 + 17 * i });

function targets() {
  const placer = new Placer(depthM);
  const random = randomSource(hash32(SEED, 4));
  // Kelp along the upper ledges, thinner below.
  for (let yM = 120; yM < 2100; yM += 62) {
    if (Math.abs(yM - COVE.yM) < 130) continue;
    const xM = outToM(yM, random.between(4.4, 5.6));
    placer.add({
      kind: 'weedBed',
      xM,
      yM,
      radiusM: random.between(7, 14),
      heightM: random.between(1.3, 2.3),
      density: random.uniform() < 0.7 ? 'dense' : 'moderate',
    });
    placer.add({
      kind: 'weedStalk',
      xM: xM + random.between(16, 26),
      yM: yM + random.between(-10, 10),
      heightM: random.between(1.4, 2.6),
    });
    for (let i = 0; i < 2; i++) {
      placer.fishAbove(
        'wrasse',
        random.between(0.24, 0.4),
        xM + random.between(8, 22),
        yM + random.between(-12, 12),
        random.between(0.5, 1.8),
        random.between(0, 360),
      );
    }
  }
  for (const reef of REEFS) {
    for (let i = 0; i < 24; i++) {
      placer.add({
        kind: 'boulder',
        xM: reef.xM + 0.5 * reef.radiusM * random.gaussian(),
        yM: reef.yM + 0.4 * reef.radiusM * random.gaussian(),
        radiusM: random.between(0.5, 1.7),
      });
    }
    placer.add({
      kind: 'rockPile',
      xM: reef.xM + 1.15 * reef.radiusM,
      yM: reef.yM - 8,
      radiusM: 7,
      heightM: 2.2,
      stones: 46,
    });
  }
  // A coaster, its hull broken open to the ribs; its deckhouse and boat lie beside it.
  placer.add({
    kind: 'wreckRibs',
    ...WRECK,
    lengthM: 34,
    beamM: 7.5,
    heightM: 3.2,
    ribs: 22,
    headingDeg: 62,
  });
  placer.add({
    kind: 'boatHull',
    xM: WRECK.xM - 4,
    yM: WRECK.yM - 14,
    lengthM: 5.5,
    beamM: 2,
    heightM: 0.8,
    headingDeg: 100,
  });
  placer.add({
    kind: 'rockPile',
    xM: WRECK.xM + 22,
    yM: WRECK.yM + 4,
    radiusM: 3.5,
    heightM: 1.4,
    stones: 26,
  });
  // Pots stand on the ground with a line to a float.
  for (const [xM, yM] of [
    [1390, 1420],
    [1410, 1432],
    [1430, 1443],
  ]) {
    const deepM = depthM(xM, yM);
    placer.add({ kind: 'boulder', xM, yM, radiusM: 0.35 });
    placer.add({
      kind: 'rope',
      xM: xM + 1,
      yM,
      depthM: 0.4,
      lengthM: Math.round(deepM + 3),
      slopeDeg: 74,
      headingDeg: 20,
    });
  }
  // The cove: a jetty, moored boats, each on its line.
  placer.add({
    kind: 'pier',
    xM: outToM(1590, 1.4) - 6,
    yM: 1590,
    lengthM: 26,
    widthM: 3,
    headingDeg: 90,
  });
  for (let i = 0; i < 6; i++) {
    const { xM, yM } = mooring(i);
    placer.add({
      kind: 'mooredBoat',
      xM,
      yM,
      lengthM: random.between(5, 8.5),
      draftM: random.between(0.3, 0.6),
      drive: i % 3 === 1 ? 'keel' : 'outboard',
      headingDeg: 200 + 14 * random.gaussian(),
    });
    placer.add({
      kind: 'rope',
      xM: xM + 4,
      yM: yM + 1,
      depthM: 0.3,
      lengthM: Math.max(3, Math.round(depthM(xM + 4, yM) * 1.6)),
      slopeDeg: 48,
      headingDeg: 205,
      radiusM: 0.02,
    });
  }
  for (let i = 0; i < 30; i++) {
    const yM = random.between(60, 2140);
    placer.add({
      kind: 'boulder',
      xM: outToM(yM, random.between(6, 12)),
      yM,
      radiusM: random.between(0.4, 1.5),
    });
  }
  return placer.targets;
}

const STOCKS: Stock[] = [
  { id: 'sprat', species: 'sprat', groups: 6, home: near(1500, 1200, 700), follows: null },
  { id: 'herring', species: 'herring', groups: 5, home: near(2100, 1300, 600), follows: null },
  { id: 'sandeel', species: 'sandeel', groups: 5, home: near(1900, 600, 500), follows: null },
  { id: 'mackerel', species: 'mackerel', groups: 4, home: near(1700, 1200, 700), follows: null },
  { id: 'mackerel-hunting', species: 'mackerel', groups: 2, home: null, follows: 'sprat' },
  { id: 'pollack', species: 'pollack', groups: 14, home: near(1500, 1490, 45), follows: null },
  { id: 'pollack-south', species: 'pollack', groups: 7, home: near(1680, 1350, 35), follows: null },
  { id: 'pollack-wreck', species: 'pollack', groups: 5, home: near(1945, 1010, 30), follows: null },
  { id: 'cod', species: 'cod', groups: 6, home: near(1560, 1450, 110), follows: null },
  { id: 'cod-wreck', species: 'cod', groups: 3, home: near(1945, 1010, 30), follows: null },
  { id: 'bass', species: 'bass', groups: 5, home: near(640, 1300, 400), follows: null },
  { id: 'bass-ledges', species: 'bass', groups: 4, home: near(300, 802, 30), follows: null },
  { id: 'sprat-reef', species: 'sprat', groups: 2, home: near(1470, 1440, 20), follows: null },
  { id: 'sprat-wreck', species: 'sprat', groups: 2, home: near(1960, 1035, 25), follows: null },
  { id: 'sandeel-waves', species: 'sandeel', groups: 3, home: near(2200, 550, 30), follows: null },
  { id: 'mullet-cove', species: 'mullet', groups: 3, home: near(128, 1560, 25), follows: null },
  { id: 'flounder', species: 'flounder', groups: 5, home: near(260, 1540, 150), follows: null },
];

const water = (temperatureC: number, more: Partial<WaterDay['water']> = {}): WaterDay['water'] => ({
  temperatureC,
  salinityPsu: 34,
  thermocline: null,
  volumeScatteringDb: -76,
  windMps: 4,
  ...more,
});
const LAYER = { depthM: 8.5, thicknessM: 1.6, dropC: 4, scatteringDb: -67 };
const TIDE = { rangeM: 3.6, highWaterHour: 11 };
const DAYS = [
  {
    id: 'june',
    name: 'June, slack water',
    note: 'Calm, the stream at rest.',
    water: water(13, { thermocline: LAYER }),
    conditions: {
      tide: TIDE,
      hourOfDay: 11,
      waveHeightM: 0.2,
      airDailyC: [15, 15, 16, 15, 16, 15],
    },
  },
  {
    id: 'june-flood',
    name: 'June, the flood runs',
    note: 'Fish turn into the stream and lie in the lee.',
    water: water(13, { thermocline: LAYER }),
    conditions: {
      tide: TIDE,
      hourOfDay: 8.5,
      waveHeightM: 0.3,
      current: { speedMps: 0.7, towardDeg: 18 },
      airDailyC: [15, 15, 16, 15, 16, 15],
    },
  },
  {
    id: 'june-dusk',
    name: 'June, dusk',
    note: 'The same day as the light goes.',
    water: water(13.5, { thermocline: LAYER, volumeScatteringDb: -73 }),
    conditions: { tide: TIDE, hourOfDay: 20.5, airDailyC: [15, 15, 16, 15, 16, 15] },
  },
  {
    id: 'swell',
    name: 'October, swell',
    note: 'A metre of old swell: the boat rises and falls, and so does the ground on the screen.',
    water: water(11, { windMps: 9 }),
    conditions: {
      tide: TIDE,
      hourOfDay: 12,
      windFromDeg: 250,
      waveHeightM: 1,
      airDailyC: [11, 12, 11, 11, 12, 11],
    },
  },
];

const SPOTS = [
  spot(
    'reef',
    'North head',
    REEFS[0],
    'Rock from fourteen metres to five, pollack over its lee, cod at its foot.',
    'Steep hard ground hides fish beside it: which view shows them?',
  ),
  spot(
    'second-head',
    'South head',
    REEFS[1],
    'A smaller head with a fan of broken rock to the east.',
    'Rock pile or school on the ground?',
  ),
  spot(
    'wreck',
    'The coaster',
    WRECK,
    'Thirty-four metres of hull, three high, broken open to its ribs.',
    'Measure its length and its height by the shadow. Keep off where diving or anchoring is not allowed.',
  ),
  spot(
    'sand-waves',
    'Sand waves',
    SAND_WAVES,
    'Crests nine metres apart, a metre high.',
    'Even stripes: ground, not waves of the boat. How do you tell?',
  ),
  spot(
    'kelp',
    'Kelp ledge',
    { xM: outToM(800, 4.5), yM: 800 },
    'Dense kelp on the second ledge, single plants before it.',
    'Attached, grainy, without bottom under it.',
  ),
  spot(
    'cove',
    'Cove',
    { xM: COVE.xM + 10, yM: COVE.yM },
    'Sand, a jetty, six boats on moorings.',
    'Take the level of the tide here. Mind the lines.',
  ),
  spot(
    'pots',
    'Pots',
    { xM: 1410, yM: 1432 },
    'Three pots with lines to their floats.',
    'Thin slanting lines to the surface: leave them alone, they belong to somebody.',
  ),
];

export function sundraBay(): WaterContent {
  return waterContentSchema.parse({
    name: 'Sundra Bay',
    description:
      'Open coast, nearly three kilometres of it. Rock falls from the western shore in ledges with kelp; two reef heads rise from fifteen metres; a coaster lies broken to the south-east of them, and beyond it the stream has laid sand in waves. A cove in the west has a jetty and moorings. The tide lifts everything by up to three and a half metres.\n\nChoose a day at the head of the bench: slack water, the flood, dusk, and a day of swell. On the sea weather, tide and traffic decide; keep to local rules and turn back in time.',
    origin: { latitudeDeg: 57.9, longitudeDeg: 5.4 },
    scene: { seed: SEED, water: DAYS[0].water, bottom: bottom(), targets: targets() },
    conditions: DAYS[0].conditions,
    spots: SPOTS,
    stocks: STOCKS,
    days: DAYS,
    passes: [
      {
        id: 'heads',
        name: 'Over both heads',
        hint: 'From the sand over one reef head and then the other.',
        routeM: route([1430, 1546], [1500, 1490], [1680, 1350], [1750, 1296]),
        speedMps: 1.6,
      },
      {
        id: 'reef-foot',
        name: 'Along the foot of the north head',
        hint: 'Rock to port, sand to starboard.',
        routeM: route([1440, 1434], [1560, 1434]),
        speedMps: 1.4,
        sweep: { instrument: 'sideFans', rangeM: 40, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'wreck-south',
        name: 'Past the coaster, to the south',
        hint: 'The hull to port, its shadow away from you.',
        routeM: route([1888, 960], [2010, 1025]),
        speedMps: 1.4,
        sweep: { instrument: 'sideFans', rangeM: 40, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'wreck-north',
        name: 'Past the coaster, to the north',
        hint: 'The hull to starboard: its other side.',
        routeM: route([1872, 990], [1994, 1055]),
        speedMps: 1.4,
        sweep: { instrument: 'sideFans', rangeM: 40, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'wreck-over',
        name: 'Over the coaster',
        hint: 'From stern to bow: ribs, hull, what stands above them.',
        routeM: route([1896, 984], [2000, 1039]),
        speedMps: 1.3,
      },
      {
        id: 'sand-waves',
        name: 'Between the crests',
        hint: 'Along the sand waves: crests to both sides.',
        routeM: route([2040, 584], [2240, 542]),
        speedMps: 1.5,
        sweep: { instrument: 'sideFans', rangeM: 40, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'across-waves',
        name: 'Over the crests',
        hint: 'Crest after crest under the boat.',
        routeM: route([2060, 460], [2190, 680]),
        speedMps: 1.5,
      },
      {
        id: 'ledges',
        name: 'Down the ledges',
        hint: 'From the kelp outwards, ledge after ledge, then sand.',
        routeM: route([outToM(800, 3.2), 800], [1150, 820]),
        speedMps: 1.6,
      },
      {
        id: 'kelp',
        name: 'Along the kelp',
        hint: 'Kelp to starboard for half a kilometre.',
        routeM: route(
          ...Array.from({ length: 9 }, (_, i): [number, number] => {
            const yM = 1060 - 55 * i;
            return [outToM(yM, 5.8) + 8, yM];
          }),
        ),
        speedMps: 1.5,
        sweep: { instrument: 'sideFans', rangeM: 30, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'cove',
        name: 'Past the moorings',
        hint: 'Boats and their lines to port. Slowly.',
        routeM: route([mooring(1).xM + 12, 1470], [mooring(5).xM + 12, 1584]),
        speedMps: 1.1,
        sweep: { instrument: 'sideFans', rangeM: 30, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'anchored',
        name: 'At anchor beside the north head',
        hint: 'The boat swings on its line; marks come and go with it.',
        routeM: route([1470, 1440], [1470, 1440]),
        holding: { kind: 'anchor', scopeM: 28, towardDeg: 25, swingDeg: 24, swingPeriodS: 120 },
      },
      {
        id: 'drift',
        name: 'Drift over the coaster',
        hint: 'No engine: the stream carries you north.',
        routeM: route([1930, 930], [1975, 1100]),
        speedMps: 0.6,
        holding: { kind: 'drift', headingDeg: 110 },
      },
    ],
  });
}
