/**
 * Maren Estuary, a made-up river mouth of 2.6 by 1.3 km: a channel that winds between tidal flats, a bar at its mouth, mussel
 * beds, posts that mark the channel. In summer warm river water lies on the cool sea as a layer.
 */
import { type Bottom, type Feature, sampledBottom, type SedimentName } from '../bottom';
import { Placer } from '../builder';
import type { Stock } from '../life';
import { exp, hypot, sin, square } from '../numeric';
import { hash32, randomSource } from '../random';
import { type WaterContent, waterContentSchema } from '../waters';
import { fewFish, near, noiseFrom, route, sideSweep, spot, waterFrom } from './waterParts';

const SEED = 91_377;
const CELL_M = 8;
const WIDTH_M = 2600;
const HEIGHT_M = 1296;
const noise = noiseFrom(SEED);
const [banks, rolling, rough] = [noise(0, 170), noise(1, 80), noise(2, 24)];

/** The sea lies in the west, the river comes from the east. */
const BAR = { xM: 330, yM: 640 };
const MUSSELS = [
  { xM: 1010, yM: 792, radiusM: 46 },
  { xM: 1475, yM: 480, radiusM: 34 },
];
const POOL_X_M = 1720;
const JETTY = { xM: 2080, yM: 850 };

/** The middle of the channel. */
const channelYM = (xM: number) => 640 + 150 * sin(xM / 255) + 55 * sin(xM / 108 + 1.3);
const halfWidthM = (xM: number) => 62 + 46 * exp(-square(xM / 700)) + 10 * sin(xM / 190);

/** A place in the channel, so many half widths north of its middle. */
const inChannel = (xM: number, share = 0) => ({ xM, yM: channelYM(xM) + share * halfWidthM(xM) });

/** Across the channel, in its half widths; negative to the south. */
const across = (xM: number, yM: number) => (yM - channelYM(xM)) / halfWidthM(xM);

function depthM(xM: number, yM: number): number {
  const side = across(xM, yM);
  // A bend is deep on its outside: the channel's middle shifts there.
  const bend = 0.45 * sin(xM / 255);
  const deep = 5.4 + 3.8 * exp(-2 * square((xM - POOL_X_M) / 110)) + 1.6 * exp(-xM / 500);
  const channel = deep * exp(-square((side - 0.5 * bend) / 0.85));
  const shoreM = Math.abs(yM - 648) / (560 + 70 * banks(xM, yM));
  const flat = 2.1 * (1 - shoreM * shoreM * shoreM);
  const sea = 7 * exp(-square(xM / 260));
  const bar =
    3.4 * exp(-square((xM - BAR.xM - 30 * sin(yM / 120)) / 60)) * exp(-square((yM - BAR.yM) / 300));
  const depth = flat + channel + sea - bar + 0.3 * rolling(xM, yM) + 0.1 * rough(xM, yM);
  return shoreM > 1 || depth < 0.15 ? 0 : depth;
}

function sediment(xM: number, yM: number, atM: number): SedimentName {
  if (MUSSELS.some((bed) => hypot(xM - bed.xM, yM - bed.yM) < bed.radiusM)) return 'shell';
  if (xM < 620) return rolling(xM, yM) > 0.3 ? 'coarseSand' : 'sand';
  if (Math.abs(across(xM, yM)) < 0.8 && atM > 3.5) return rolling(xM, yM) > 0 ? 'gravel' : 'sand';
  return atM < 1.6 ? 'softMud' : rolling(xM, yM) > 0.35 ? 'silt' : 'mud';
}

const FEATURES: Feature[] = [
  { kind: 'ripple', ...BAR, radiusM: 130, wavelengthM: 5.5, heightM: 0.32, headingDeg: 94 },
  {
    kind: 'ripple',
    xM: 560,
    yM: Math.round(channelYM(560)),
    radiusM: 60,
    wavelengthM: 3.2,
    heightM: 0.2,
    headingDeg: 80,
  },
];

const bottom = (): Bottom =>
  sampledBottom({
    cellM: CELL_M,
    columns: WIDTH_M / CELL_M + 1,
    rows: HEIGHT_M / CELL_M + 1,
    sediments: ['sand', 'coarseSand', 'gravel', 'shell', 'mud', 'softMud', 'silt'],
    depthM,
    sediment,
    features: FEATURES,
  });

function targets() {
  const placer = new Placer(depthM);
  const random = randomSource(hash32(SEED, 4));
  // Mussels grow on stones and on one another: clumps on shell.
  for (const bed of MUSSELS) {
    for (let i = 0; i < 16; i++) {
      placer.add({
        kind: 'rockPile',
        xM: bed.xM + 0.45 * bed.radiusM * random.gaussian(),
        yM: bed.yM + 0.45 * bed.radiusM * random.gaussian(),
        radiusM: random.between(0.8, 2.2),
        heightM: random.between(0.2, 0.5),
        stones: 18,
      });
    }
  }
  // Posts along the channel's northern edge.
  for (let xM = 520; xM < 2500; xM += 165) {
    placer.add({
      kind: 'piling',
      ...inChannel(xM, 0.95),
      radiusM: 0.18,
      material: 'wood',
    });
  }
  placer.add({ kind: 'pier', ...JETTY, lengthM: 34, widthM: 4, headingDeg: 0 });
  placer.add({
    kind: 'pontoon',
    xM: JETTY.xM + 16,
    yM: JETTY.yM - 10,
    lengthM: 18,
    widthM: 2.6,
    headingDeg: 90,
  });
  for (const [aside, lengthM] of [
    [10, 6.2],
    [22, 7.4],
  ]) {
    placer.add({
      kind: 'mooredBoat',
      xM: JETTY.xM + aside,
      yM: JETTY.yM - 14,
      lengthM,
      headingDeg: 88 + 3 * random.gaussian(),
    });
  }
  // What the river brings stays in the pool and at the edges.
  for (const [xM, share, lengthM, headingDeg] of [
    [1768, 0.12, 7, 60],
    [1800, 0.06, 9, 130],
    [1260, 0.75, 5, 20],
  ]) {
    placer.add({
      kind: 'log',
      ...inChannel(xM, share),
      lengthM,
      radiusM: 0.22,
      headingDeg,
    });
  }
  // What is still on its way to the sea.
  for (const [xM, yM, lengthM, headingDeg] of [
    [905, 590, 3.5, 20],
    [1230, 525, 5, 130],
  ]) {
    placer.add({
      kind: 'driftwood',
      ...{ xM, yM, lengthM, headingDeg },
      driftMps: 0.25,
      driftDeg: 262,
    });
  }
  placer.add({
    kind: 'tree',
    ...inChannel(1790, 0.3),
    heightM: 9,
    leanDeg: 82,
    headingDeg: 250,
    crownRadiusM: 2,
  });
  placer.add({
    kind: 'boatHull',
    ...inChannel(905, -1.05),
    lengthM: 11,
    beamM: 3.4,
    heightM: 1.1,
    headingDeg: 75,
  });
  for (let i = 0; i < 12; i++) {
    const xM = random.between(700, 2400);
    placer.add({
      kind: 'boulder',
      ...inChannel(xM, random.between(-0.7, 0.7)),
      radiusM: random.between(0.25, 0.7),
    });
  }
  fewFish(placer, 'bass', 3, 0.5, { xM: 861, yM: 668 }, 0.9);
  fewFish(placer, 'mullet', 5, 0.42, { xM: 2116, yM: 834 }, 2.2);
  return placer.targets;
}

const STOCKS: Stock[] = [
  { id: 'sprat', species: 'sprat', groups: 8, home: near(950, 620, 650), follows: null },
  { id: 'sprat-bend', species: 'sprat', groups: 3, home: near(795, 690, 25), follows: null },
  { id: 'sprat-bar', species: 'sprat', groups: 2, home: near(365, 700, 25), follows: null },
  { id: 'sprat-edge', species: 'sprat', groups: 2, home: near(1150, 493, 20), follows: null },
  { id: 'sandeel', species: 'sandeel', groups: 4, home: near(320, 640, 260), follows: null },
  { id: 'bass', species: 'bass', groups: 8, home: near(1150, 620, 700), follows: null },
  { id: 'bass-bend', species: 'bass', groups: 3, home: near(790, 690, 30), follows: null },
  { id: 'bass-edge', species: 'bass', groups: 4, home: near(1185, 512, 25), follows: null },
  { id: 'bass-pool', species: 'bass', groups: 5, home: near(1765, 685, 25), follows: null },
  { id: 'bass-hunting', species: 'bass', groups: 3, home: null, follows: 'sprat-bend' },
  { id: 'mullet', species: 'mullet', groups: 6, home: near(1500, 640, 600), follows: null },
  { id: 'mullet-mussels', species: 'mullet', groups: 2, home: near(1045, 770, 20), follows: null },
  { id: 'mullet-jetty', species: 'mullet', groups: 3, home: near(2112, 838, 20), follows: null },
  { id: 'flounder', species: 'flounder', groups: 10, home: near(1200, 640, 900), follows: null },
  { id: 'mackerel', species: 'mackerel', groups: 2, home: near(150, 640, 150), follows: null },
];

const water = waterFrom({
  salinityPsu: 22,
  thermocline: null,
  volumeScatteringDb: -72,
  windMps: 4,
});
/** River water on sea water; the engine knows it as a layer with a step of temperature. */
const WEDGE = { depthM: 3.1, thicknessM: 0.4, dropC: 5, scatteringDb: -54 };
const TIDE = { rangeM: 2.2, highWaterHour: 13 };
const AIR = [17, 18, 17, 18, 18, 17];
const DAYS = [
  {
    id: 'flood',
    name: 'July, the flood comes in',
    note: 'Clear sea water pushes up the channel, and bait with it.',
    water: water(16, { volumeScatteringDb: -76 }),
    conditions: {
      tide: TIDE,
      hourOfDay: 11,
      current: { speedMps: 0.6, towardDeg: 80 },
      waveHeightM: 0.15,
      airDailyC: AIR,
    },
  },
  {
    id: 'slack',
    name: 'July, high water',
    note: 'The stream is at rest; river water lies on the sea.',
    water: water(18, { thermocline: WEDGE }),
    conditions: { tide: TIDE, hourOfDay: 13, waveHeightM: 0.1, airDailyC: AIR },
  },
  {
    id: 'ebb',
    name: 'July, the ebb runs out',
    note: 'Brown water; leaves and sticks go with it.',
    water: water(19, { volumeScatteringDb: -62 }),
    conditions: {
      tide: TIDE,
      hourOfDay: 16,
      current: { speedMps: 0.8, towardDeg: 262 },
      waveHeightM: 0.2,
      airDailyC: AIR,
    },
  },
  {
    id: 'dusk',
    name: 'September, dusk',
    note: 'Bass come in over the flats; the bar is not where the chart has it.',
    water: water(15),
    // Since July the bar has gone seawards and north, as bars do; the chart does not know.
    features: [
      { kind: 'hump', xM: BAR.xM, yM: BAR.yM - 60, radiusM: 120, heightM: -1.5 },
      { kind: 'hump', xM: BAR.xM - 85, yM: BAR.yM + 30, radiusM: 90, heightM: 1.6 },
    ] satisfies Feature[],
    conditions: {
      tide: { rangeM: 2.2, highWaterHour: 21 },
      hourOfDay: 20,
      waveHeightM: 0.1,
      airDailyC: [15, 15, 14, 15, 15, 15],
    },
  },
];

const SPOTS = [
  spot(
    'bar',
    'The bar',
    BAR,
    'Sand in ripples across the mouth, under three metres at low water.',
    'How much water is left over it at what hour? Never cross a bar in breaking sea.',
  ),
  spot(
    'mussels',
    'Mussel bed',
    MUSSELS[0],
    'Clumps of mussels on shell, half a metre high.',
    'Hard and rough among soft mud: what says so beside the colour?',
  ),
  spot(
    'pool',
    'The pool',
    inChannel(POOL_X_M),
    'Nine metres, two logs and a tree that the river brought.',
    'Where does a fish get out of the stream here?',
  ),
  spot(
    'edge',
    'Edge of the channel',
    inChannel(1150, 0.7),
    'Gravel falls from two metres to five along the outside of the bend.',
    'Follow the edge; which side is steep?',
  ),
  spot(
    'hull',
    'The old barge',
    inChannel(905, -1.05),
    'A wooden hull of eleven metres at the foot of the southern flat.',
    'Straight sides in a world of curves.',
  ),
  spot(
    'jetty',
    'Jetty',
    { xM: JETTY.xM, yM: JETTY.yM - 20 },
    'A jetty on posts, a pontoon, two boats.',
    'Take the level of the tide here.',
  ),
];

const alongChannel = (fromM: number, toM: number, share: number, count = 16) =>
  route(
    ...Array.from({ length: count }, (_, i): [number, number] => {
      const { xM, yM } = inChannel(fromM + ((toM - fromM) * i) / (count - 1), share);
      return [xM, yM];
    }),
  );

export function marenEstuary(): WaterContent {
  return waterContentSchema.parse({
    name: 'Maren Estuary',
    description:
      'The mouth of a river, two and a half kilometres long. A channel of five to nine metres winds between flats that nearly dry; a bar of rippled sand lies before the sea. Mussels grow on shell beside the mud, posts mark the channel, and the river leaves wood in a pool. At high water warm river water lies on the cool sea, and the screen shows the line between them.\n\nChoose a day at the head of the bench: flood, high water, ebb or dusk. The level changes by two metres and decides where a boat floats; mind the bar, the stream and local rules.',
    origin: { latitudeDeg: 54.1, longitudeDeg: 7.2 },
    scene: { seed: SEED, water: DAYS[1].water, bottom: bottom(), targets: targets() },
    conditions: DAYS[1].conditions,
    spots: SPOTS,
    stocks: STOCKS,
    days: DAYS,
    passes: [
      {
        id: 'channel',
        name: 'Up the channel',
        hint: 'From the bar to the jetty, in the middle.',
        routeM: alongChannel(480, 2060, 0.1, 30),
        speedMps: 2,
      },
      {
        id: 'bar',
        name: 'Over the bar',
        hint: 'From the sea inwards: sand rises in ripples.',
        routeM: route([90, 620], [620, channelYM(620)]),
        speedMps: 1.6,
      },
      {
        id: 'bar-beside',
        name: 'Along the bar',
        hint: 'Ripples to both sides.',
        routeM: route([330, 520], [342, 760]),
        speedMps: 1.5,
        sweep: sideSweep(20),
      },
      {
        id: 'edge',
        name: 'Along the channel’s edge',
        hint: 'The bend’s outside: deep to starboard, flat to port.',
        routeM: alongChannel(980, 1420, 0.6),
        speedMps: 1.5,
        sweep: sideSweep(30),
      },
      {
        id: 'mussels',
        name: 'Past the mussel bed',
        hint: 'The bed to port.',
        routeM: route([940, 764], [1090, 764]),
        speedMps: 1.3,
        sweep: sideSweep(30),
      },
      {
        id: 'pool',
        name: 'Through the pool',
        hint: 'Down into nine metres and out again.',
        routeM: alongChannel(1560, 1900, 0.1),
        speedMps: 1.5,
      },
      {
        id: 'over-hull',
        name: 'Over the old barge',
        hint: 'Along the hull, in four metres; mind your own keel.',
        routeM: route([882, 497], [930, 510]),
        speedMps: 1.1,
      },
      {
        id: 'posts',
        name: 'Past the posts',
        hint: 'Posts to port, the channel below.',
        routeM: alongChannel(600, 1000, 0.82),
        speedMps: 1.5,
        sweep: sideSweep(20),
      },
      {
        id: 'jetty',
        name: 'Past the jetty',
        hint: 'Posts, a pontoon and two boats to port.',
        routeM: route([2020, JETTY.yM - 27], [2150, JETTY.yM - 27]),
        speedMps: 1.1,
        sweep: sideSweep(20),
      },
      {
        id: 'anchored',
        name: 'At anchor on the edge',
        hint: 'The stream holds the boat; what passes is moving itself.',
        routeM: route([1150, inChannel(1150, 0.5).yM], [1150, inChannel(1150, 0.5).yM]),
        holding: { kind: 'anchor', scopeM: 16, towardDeg: 262, swingDeg: 10, swingPeriodS: 70 },
      },
    ],
  });
}
