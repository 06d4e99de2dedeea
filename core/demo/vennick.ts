/**
 * Lake Vennick, a made-up natural lake of 1.8 by 1.4 km: one deep basin, a weedy western bay, a reed bank, nests on a
 * gravel shelf, springs. In winter it lies under ice.
 */
import { type Bottom, type Feature, sampledBottom, type SedimentName } from '../bottom';
import { Placer } from '../builder';
import type { Stock } from '../life';
import { atan2, cos, exp, hypot, sin, square } from '../numeric';
import { hash32, randomSource } from '../random';
import { type WaterContent, waterContentSchema } from '../waters';
import { fewFish, hole, near, noiseFrom, route, sideSweep, spot, waterFrom } from './waterParts';

const SEED = 77_113;
const CELL_M = 7.5;
const WIDTH_M = 1800;
const HEIGHT_M = 1400;
const CENTRE = { x: 960, y: 690 };
const noise = noiseFrom(SEED);
const [shore, rolling, rough] = [noise(0, 190), noise(1, 110), noise(2, 30)];

const BASIN = { x: 1130, y: 760, radiusM: 300 };
const BAR = { x: 820, y: 900, radiusM: 70, heightM: 5.5 };

/** How far towards the shore a place lies: 0 in the middle, 1 at the water's edge. */
function outward(xM: number, yM: number): number {
  const [dx, dy] = [xM - CENTRE.x, yM - CENTRE.y];
  const way = atan2(dy, dx);
  // Bays and heads.
  const edgeM = 560 + 120 * cos(2 * way) + 46 * sin(3 * way + 1) + 60 * shore(xM, yM);
  return hypot(dx, dy) / edgeM;
}

function reliefM(xM: number, yM: number): number {
  const out = outward(xM, yM);
  const shelf = 9.5 * (1 - out * out * out);
  const basin = 13 * exp(-2 * square(hypot(xM - BASIN.x, yM - BASIN.y) / BASIN.radiusM));
  const bar = BAR.heightM * exp(-2 * square(hypot(xM - BAR.x, yM - BAR.y) / BAR.radiusM));
  // The western bay is a shallow flat.
  const bay = exp(-2 * square(hypot(xM - 400, yM - 640) / 190));
  const open = shelf + basin - bar + 0.5 * rolling(xM, yM) + 0.12 * rough(xM, yM);
  return out > 1 ? 9.5 * (1 - out * out * out) : open * (1 - 0.75 * bay) + 0.75 * bay * 2.4;
}

const depthM = (xM: number, yM: number) => {
  const depth = reliefM(xM, yM);
  return depth < 0.15 ? 0 : depth;
};

const SHELF = { x: 975, y: 268 };

function sediment(xM: number, yM: number, atM: number): SedimentName {
  if (hypot(xM - SHELF.x, yM - SHELF.y) < 70) return 'gravel';
  if (hypot(xM - BAR.x, yM - BAR.y) < 48) return 'gravel';
  const softness = atM + 3 * rolling(xM, yM);
  return softness > 9 ? 'softMud' : softness > 4 ? 'mud' : 'sand';
}

const FEATURES: Feature[] = [
  {
    kind: 'nests',
    xM: SHELF.x,
    yM: SHELF.y,
    rows: 5,
    perRow: 9,
    spacingM: 2.2,
    radiusM: 0.55,
    depthM: 0.17,
    headingDeg: 76,
  },
  {
    kind: 'nests',
    xM: SHELF.x + 62,
    yM: SHELF.y + 14,
    rows: 3,
    perRow: 7,
    spacingM: 2,
    radiusM: 0.5,
    depthM: 0.15,
    headingDeg: 64,
  },
  { kind: 'point', xM: 560, yM: 1180, headingDeg: 140, lengthM: 210, widthM: 80, heightM: 4 },
];

function bottom(): Bottom {
  return sampledBottom({
    cellM: CELL_M,
    columns: WIDTH_M / CELL_M + 1,
    rows: Math.floor(HEIGHT_M / CELL_M) + 1,
    sediments: ['sand', 'mud', 'softMud', 'gravel'],
    depthM,
    sediment,
    features: FEATURES,
    // Soft mud over clay: a low frequency finds a second ground under the first.
    buried: { sediment: 'clay', depthM: 0.9 },
  });
}

/** Where the weed ends: along the three-metre line of the western bay. */
const WEED_EDGE = Array.from({ length: 13 }, (_, i) => {
  const way = -1.1 + (2.2 * i) / 12;
  return { x: 400 + 112 * cos(way), y: 650 + 130 * sin(way) };
});

function targets() {
  const placer = new Placer(depthM);
  const random = randomSource(hash32(SEED, 4));
  for (const { x, y } of WEED_EDGE) {
    placer.add({
      kind: 'weedBed',
      xM: x - random.between(4, 12),
      yM: y + random.between(-6, 6),
      radiusM: random.between(7, 13),
      heightM: random.between(0.9, 1.7),
      density: 'dense',
    });
    // Single stalks stand before the edge.
    placer.add({
      kind: 'weedStalk',
      xM: x + random.between(6, 16),
      yM: y,
      heightM: random.between(1.2, 2.4),
    });
  }
  // The reed bank: from the ground to the surface, without a gap.
  for (let i = 0; i < 26; i++) {
    const [xM, yM] = [700 + 7.6 * i, 226 + random.between(-4, 5)];
    const heightM = Math.min(6, depthM(xM, yM) - 0.1);
    if (heightM > 0.3)
      placer.add({ kind: 'weedBed', xM, yM, radiusM: 7, heightM, density: 'dense' });
  }
  for (const [xM, yM, bubblesPerS] of [
    [1010, 470, 6],
    [1034, 482, 3],
    [1240, 900, 5],
    [760, 520, 2],
  ]) {
    placer.add({ kind: 'bubbleVent', xM, yM, bubblesPerS });
  }
  for (let i = 0; i < 12; i++) {
    placer.add({
      kind: 'boulder',
      xM: BAR.x + 34 * random.gaussian(),
      yM: BAR.y + 34 * random.gaussian(),
      radiusM: random.between(0.3, 0.9),
    });
  }
  // Cribs of logs that were sunk through the ice, and a tree that fell from the shore.
  for (const [xM, yM] of [
    [1020, 1010],
    [1052, 1024],
    [1330, 560],
  ]) {
    placer.add({ kind: 'brushPile', xM, yM, radiusM: 1.8, heightM: 1.7, branches: 40 });
  }
  placer.add({
    kind: 'tree',
    xM: 1540,
    yM: 560,
    heightM: 9,
    leanDeg: 84,
    headingDeg: 250,
    crownRadiusM: 2.2,
  });
  placer.add({ kind: 'log', xM: 1120, yM: 430, lengthM: 6, radiusM: 0.2, headingDeg: 30 });
  // Life that keeps to its place whatever the day.
  fewFish(placer, 'pike', 1, 0.8, { xM: 532, yM: 655 }, 0.8);
  placer.bait('roach', 220, 0.1, 791, 259, 1.7, 1.3, 0.8);
  fewFish(placer, 'perch', 4, 0.27, { xM: 824, yM: 899 }, 1.3);
  fewFish(placer, 'perch', 3, 0.3, { xM: 1028, yM: 1013 }, 1.2);
  return placer.targets;
}

const STOCKS: Stock[] = [
  { id: 'fry', species: 'fry', groups: 5, home: near(950, 700, 380), follows: null },
  { id: 'roach', species: 'roach', groups: 6, home: near(620, 660, 300), follows: null },
  { id: 'whitefish', species: 'whitefish', groups: 5, home: near(1130, 760, 220), follows: null },
  { id: 'perch', species: 'perch', groups: 8, home: near(960, 800, 400), follows: null },
  { id: 'perch-hunting', species: 'perch', groups: 2, home: null, follows: 'roach' },
  { id: 'pike', species: 'pike', groups: 8, home: near(520, 650, 260), follows: null },
  { id: 'tench', species: 'tench', groups: 5, home: near(480, 640, 200), follows: null },
  { id: 'bream', species: 'bream', groups: 4, home: near(1000, 650, 350), follows: null },
  { id: 'ruffe', species: 'ruffe', groups: 4, home: near(960, 800, 400), follows: null },
  { id: 'trout', species: 'trout', groups: 5, home: near(1130, 760, 260), follows: null },
];

const water = waterFrom({
  salinityPsu: 0,
  thermocline: null,
  volumeScatteringDb: -79,
  windMps: 3,
});
const LAYER = { depthM: 8.2, thicknessM: 0.9, dropC: 9, scatteringDb: -62 };
const DAYS = [
  {
    id: 'may',
    name: 'May, nests',
    note: 'Clear and cool; fish are fanning nests on the gravel.',
    water: water(13),
    conditions: { hourOfDay: 11, airDailyC: [11, 12, 12, 13, 15, 17, 17] },
  },
  {
    id: 'august',
    name: 'August, noon',
    note: 'Layered at eight metres.',
    water: water(21, { thermocline: LAYER, volumeScatteringDb: -76 }),
    conditions: { hourOfDay: 12.5, airDailyC: [23, 24, 23, 24, 23, 24] },
  },
  {
    id: 'august-night',
    name: 'August, night',
    note: 'The same water in the dark.',
    water: water(20.5, { thermocline: LAYER, volumeScatteringDb: -74 }),
    conditions: { hourOfDay: 23, airDailyC: [23, 24, 23, 24, 23, 24] },
  },
  {
    id: 'october',
    name: 'October, turnover',
    note: 'One temperature from top to bottom, wind.',
    water: water(9.5, { windMps: 7 }),
    conditions: { hourOfDay: 10, waveHeightM: 0.25, airDailyC: [10, 9, 10, 9, 10, 9] },
  },
  {
    id: 'ice',
    name: 'January, under ice',
    note: 'Forty centimetres of ice. Passes by boat make no sense; choose a hole.',
    water: water(1, { windMps: 0 }),
    conditions: { hourOfDay: 11, iceM: 0.4, waveHeightM: 0, airDailyC: [-5, -6, -4, -5, -6, -5] },
  },
];

const SPOTS = [
  spot(
    'nests',
    'Gravel shelf',
    { xM: SHELF.x, yM: SHELF.y },
    'Five rows of nests on gravel, three more beside.',
    'Round hollows in rows, each with its own small shadow: what made them?',
  ),
  spot(
    'weed-edge',
    'Weed edge',
    { xM: 512, yM: 650 },
    'Dense weed to the west, single stalks before it, open bottom beyond.',
    'Follow the edge without entering it. A stalk is a line, a fish is not.',
  ),
  spot(
    'reeds',
    'Reed bank',
    { xM: 800, yM: 214 },
    'Reed from ground to surface over two hundred metres.',
    'How near may the boat come before everything is reed?',
  ),
  spot(
    'springs',
    'Springs',
    { xM: 1010, yM: 470 },
    'Bubbles rise in strings from soft mud.',
    'A string that leans and begins at the ground is no fish.',
  ),
  spot(
    'bar',
    'Bar',
    { xM: BAR.x, yM: BAR.y },
    'Gravel and stones rising five metres beside deep water.',
    'Which side falls faster?',
  ),
  spot(
    'basin',
    'Deep basin',
    { xM: BASIN.x, yM: BASIN.y },
    'Twenty-two metres of water over soft mud, clay beneath.',
    'At 50 kHz there are two bottoms. Which is the ground?',
  ),
  spot(
    'cribs',
    'Cribs',
    { xM: 1036, yM: 1016 },
    'Two piles of logs, sunk through the ice.',
    'Square, low, and fish about them in winter.',
  ),
];

export function vennick(): WaterContent {
  return waterContentSchema.parse({
    name: 'Lake Vennick',
    description:
      'A natural lake, nearly two kilometres long: one basin of twenty-two metres with soft mud over clay, a gravel bar beside it, a western bay full of weed, a reed bank in the south, nests on a gravel shelf in May, and springs that bubble. In summer a thermocline lies at eight metres; in winter the lake is frozen and the same fish lie elsewhere.\n\nChoose a day at the head of the bench: the lake is another one each time. Under ice keep to local advice: ice is tested, never trusted.',
    origin: { latitudeDeg: 58.31, longitudeDeg: 26.4 },
    scene: { seed: SEED, water: DAYS[1].water, bottom: bottom(), targets: targets() },
    conditions: DAYS[1].conditions,
    spots: SPOTS,
    stocks: STOCKS,
    days: DAYS,
    passes: [
      {
        id: 'weed-edge',
        name: 'Along the weed edge',
        hint: 'Weed to port, open bottom to starboard.',
        routeM: route(...WEED_EDGE.map(({ x, y }): [number, number] => [x + 15, y])),
        speedMps: 1.4,
      },
      {
        id: 'nests',
        name: 'Past the nests',
        hint: 'Slowly, the shelf to starboard, the lake to port.',
        routeM: route([890, 278], [1060, 279]),
        speedMps: 1.2,
        sweep: sideSweep(15),
      },
      {
        id: 'reeds',
        name: 'Along the reeds',
        hint: 'Reed to port for two hundred metres.',
        routeM: route([890, 246], [720, 252]),
        speedMps: 1.4,
        sweep: sideSweep(20),
      },
      {
        id: 'basin',
        name: 'Across the basin',
        hint: 'From the shelf over the deepest water: layer, whitefish, two bottoms.',
        routeM: route([820, 700], [1420, 800]),
        speedMps: 1.8,
      },
      {
        id: 'bar',
        name: 'Over the bar',
        hint: 'Up one side, down the other.',
        routeM: route([700, 880], [960, 920]),
        speedMps: 1.5,
      },
      {
        id: 'springs',
        name: 'Over the springs',
        hint: 'Strings of bubbles, and what is taken for them.',
        routeM: route([950, 462], [1100, 482]),
        speedMps: 1.3,
      },
      {
        id: 'bay',
        name: 'Through the western bay',
        hint: 'Two metres of water; everything grows.',
        routeM: route([370, 620], [490, 690]),
        speedMps: 1.2,
      },
      hole(
        'hole-basin',
        'A hole over the basin',
        'Under ice: deep, slow, low down.',
        BASIN.x - 40,
        BASIN.y,
      ),
      hole(
        'hole-bar',
        'A hole beside the bar',
        'Under ice: where the slope runs into the basin.',
        BAR.x + 78,
        BAR.y - 20,
      ),
      hole(
        'hole-cribs',
        'A hole at the cribs',
        'Under ice: beside the logs, not over them.',
        1022,
        1012,
      ),
    ],
  });
}
