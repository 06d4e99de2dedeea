/**
 * Hollin Reservoir, a made-up water: a flooded valley with a winding creek channel, a stony hump and
 * flats of sand and mud. Everything in it is placed here, so everything on its screens is known.
 */
import { exp, hypot, power, sin, square } from '../numeric';
import { type Bottom, sampledBottom, type SedimentName } from '../bottom';
import { hash32, randomSource, smoothNoise2 } from '../random';
import type { Target } from '../targets';
import { Placer } from '../builder';
import { type KnownSpot, type WaterContent, waterContentSchema } from '../waters';

const SEED = 20_417;
const CELL_M = 4;
const COLUMNS = 96;
const ROWS = 66;
const WIDTH_M = (COLUMNS - 1) * CELL_M;

/** Where the drowned creek runs: its x at a y. */
const channelXM = (yM: number) => 232 + 26 * sin(yM / 38) + 8 * sin(yM / 15 + 1);
const HUMP = { xM: 124, yM: 92, radiusM: 24, heightM: 4.6 };

function reliefDepthM(xM: number, yM: number): number {
  const fromChannelM = xM - channelXM(yM);
  const valley =
    13.2 - 8.6 * power(Math.min(1, Math.abs(fromChannelM) / (fromChannelM < 0 ? 210 : 118)), 1.25);
  const channel = 3.4 * exp(-square(square(fromChannelM / 11)));
  const humpM = hypot(xM - HUMP.xM, (yM - HUMP.yM) * 1.15);
  const hump = HUMP.heightM * exp(-power(humpM / HUMP.radiusM, 2.6));
  const rolling =
    0.5 * smoothNoise2(SEED, xM / 30, yM / 30) + 0.16 * smoothNoise2(SEED + 1, xM / 9, yM / 9);
  const shore = 2.2 * exp(-Math.min(xM, WIDTH_M - xM) / 18);
  return Math.max(0.6, valley + channel - hump + rolling - shore);
}

function sedimentName(xM: number, yM: number, depthM: number): SedimentName {
  if (hypot(xM - HUMP.xM, (yM - HUMP.yM) * 1.15) < HUMP.radiusM * 0.85) return 'gravel';
  const softness = depthM + 2.2 * smoothNoise2(SEED + 2, xM / 45, yM / 45);
  return softness > 10.2 ? 'mud' : 'sand';
}

function bottom(): Bottom {
  return sampledBottom({
    cellM: CELL_M,
    columns: COLUMNS,
    rows: ROWS,
    sediments: ['sand', 'mud', 'gravel'],
    depthM: reliefDepthM,
    sediment: sedimentName,
  });
}

/** The pass from the flats over the hump to the far side of the channel. */
const ACROSS = { fromXM: 36, toXM: 340, yM: 90 };
/** The pass along the flat where brush was sunk. */
const FLAT = { fromXM: 40, toXM: 330, yM: 176 };

let serial = 0;
const nextId = (kind: string) => `${kind}-${String(++serial).padStart(2, '0')}`;

const fishAt = (
  species: string,
  lengthM: number,
  xM: number,
  yM: number,
  depthM: number,
  headingDeg = 0,
): Target => ({
  id: nextId('fish'),
  kind: 'fish',
  species,
  lengthM,
  xM,
  yM,
  depthM,
  headingDeg,
  tiltDeg: 0,
  swimbladder: true,
  behaviour: { kind: 'hold' },
});

const baitAt = (
  species: string,
  count: number,
  lengthM: number,
  xM: number,
  yM: number,
  depthM: number,
  radiusM: number,
  heightM: number,
): Target => ({
  id: nextId('bait'),
  kind: 'baitSchool',
  species,
  count,
  lengthM,
  xM,
  yM,
  depthM,
  radiusM,
  heightM,
  speedMps: 0,
});

const brushAt = (xM: number, yM: number, radiusM: number, heightM: number): Target => ({
  id: nextId('brush'),
  kind: 'brushPile',
  xM,
  yM,
  radiusM,
  heightM,
  branches: 45,
});

const boulderAt = (xM: number, yM: number, radiusM: number): Target => ({
  id: nextId('boulder'),
  kind: 'boulder',
  xM,
  yM,
  radiusM,
});

const bubblesAt = (xM: number, yM: number, radiusM: number, depthM: number): Target => ({
  id: nextId('bubbles'),
  kind: 'bubblePatch',
  xM,
  yM,
  radiusM,
  depthM,
  count: 260,
  bubbleRadiusM: 0.0006,
});

/** Height above the bottom turned into depth under the surface. */
const above = (heightM: number, xM: number, yM: number) => reliefDepthM(xM, yM) - heightM;

function targets(): Target[] {
  serial = 0;
  const y = ACROSS.yM;
  const f = FLAT.yM;
  const list: Target[] = [
    // Across: over the western flat, up the hump, and down into the channel.
    fishAt('perch', 0.28, 58, y + 0.4, 3.9, 70),
    fishAt('perch', 0.34, 74, y - 0.6, 5.1, 110),
    boulderAt(88, y + 0.3, 0.9),
    fishAt('roach', 0.2, 96, y - 0.5, 4.4, 40),
    bubblesAt(104, y, 3, 1.6),
    fishAt('zander', 0.55, 118, y + 0.2, above(0.9, 118, y), 85),
    fishAt('perch', 0.36, 131, y - 0.3, above(1.3, 131, y), 95),
    fishAt('perch', 0.3, 139, y + 0.6, above(0.8, 139, y), 60),
    fishAt('ruffe', 0.12, 150, y + 0.2, above(0.16, 150, y), 90),
    baitAt('bleak', 1500, 0.07, 171, y + 0.4, 5.6, 2.6, 1.7),
    fishAt('zander', 0.62, 176, y - 0.2, 7.9, 75),
    fishAt('pike', 0.85, 187, y + 0.5, 7.2, 100),
    fishAt('bream', 0.42, 204, y + 0.3, above(0.75, 204, y), 90),
    fishAt('bream', 0.46, 211, y - 0.4, above(1.1, 211, y), 80),
    fishAt('bream', 0.4, 214, y + 0.8, above(0.6, 214, y), 120),
    fishAt('bream', 0.48, 228, y + 6.5, 11.2, 90),
    fishAt('zander', 0.7, 246, y + 0.4, 10.6, 90),
    fishAt('bleak', 0.06, 256, y + 0.2, 6.2, 90),
    brushAt(276, y + 0.5, 1.8, 1.7),
    fishAt('perch', 0.32, 275, y + 0.3, above(2.5, 275, y), 100),
    fishAt('perch', 0.3, 277, y + 0.2, above(0.7, 277, y), 80),
    bubblesAt(300, y, 2.4, 1.2),
    fishAt('roach', 0.22, 312, y + 0.5, 4.3, 45),
    // Along the flat: brush piles, stones between them, bait that hangs off the edge.
    fishAt('roach', 0.24, 52, f + 0.3, 3.2, 90),
    brushAt(70, f + 0.2, 1.6, 1.5),
    fishAt('perch', 0.31, 79, f - 0.4, above(1.2, 79, f), 80),
    boulderAt(93, f - 0.2, 0.75),
    boulderAt(97, f + 0.6, 0.55),
    brushAt(117, f - 0.4, 2.1, 2),
    fishAt('pike', 0.78, 124, f + 0.3, above(1.6, 124, f), 95),
    fishAt('perch', 0.29, 136, f + 0.1, 5.4, 85),
    baitAt('roach fry', 2200, 0.05, 158, f, 4.8, 3.8, 1.1),
    fishAt('perch', 0.37, 163, f + 0.3, 6.9, 70),
    bubblesAt(178, f - 0.3, 3.2, 1.9),
    boulderAt(196, f + 0.2, 1.1),
    fishAt('bream', 0.44, 205, f - 0.2, above(0.9, 205, f), 88),
    baitAt('bleak', 900, 0.07, 226, f + 0.3, 7.6, 1.8, 1.3),
    fishAt('zander', 0.58, 231, f - 0.3, 9.7, 92),
    fishAt('zander', 0.64, 249, f + 0.5, 10.9, 90),
    brushAt(288, f + 0.2, 1.5, 1.4),
    fishAt('perch', 0.26, 301, f, 3.8, 85),
  ];
  // Scattered life away from the marked passes, so that a new line over the water finds something too.
  const random = randomSource(hash32(SEED, 7));
  for (let i = 0; i < 60; i++) {
    const xM = random.between(30, WIDTH_M - 30);
    const yM = random.between(12, (ROWS - 1) * CELL_M - 12);
    const offLines = Math.min(Math.abs(yM - y), Math.abs(yM - f)) > 14;
    const depthM = reliefDepthM(xM, yM) * random.between(0.45, 0.9);
    const lengthM = random.between(0.18, 0.5);
    if (offLines)
      list.push(
        fishAt(lengthM > 0.38 ? 'bream' : 'perch', lengthM, xM, yM, depthM, random.between(0, 360)),
      );
  }
  // Before the first pier from the anchorage.
  for (const [lengthM, depthM, radiusM] of [
    [0.34, 8.4, 1],
    [0.28, 10.2, 1.3],
  ]) {
    list.push({
      ...fishAt('perch', lengthM, 242.3, 38, depthM),
      behaviour: { kind: 'cruise', speedMps: 0.15, radiusM },
    } as Target);
  }
  return list;
}

/** What stood in the valley before the dam: a lane and its bridge, walls, a mill; and what came after. */
function drownedFarm(): Target[] {
  const placer = new Placer(reliefDepthM);
  const laneY = LANE_Y_M;
  const bridgeX = channelXM(laneY);
  placer.add({ kind: 'road', xM: 134, yM: laneY, lengthM: 200, widthM: 4, headingDeg: 90 });
  placer.add({ kind: 'road', xM: 310, yM: laneY, lengthM: 88, widthM: 4, headingDeg: 90 });
  for (const [east, north] of [
    [-6, -2.2],
    [-6, 2.2],
    [0, -2.2],
    [0, 2.2],
    [6, -2.2],
    [6, 2.2],
  ]) {
    // The deck is gone; its piers end under the surface.
    placer.add({
      kind: 'piling',
      xM: bridgeX + east,
      yM: laneY + north,
      radiusM: 0.45,
      topDepthM: 4.6,
      material: 'concrete',
    });
  }
  placer.add({ kind: 'culvert', xM: 160, yM: laneY, lengthM: 6, radiusM: 0.5, headingDeg: 0 });
  placer.add({
    kind: 'wall',
    xM: 110,
    yM: 57,
    lengthM: 26,
    heightM: 1.2,
    headingDeg: 0,
    gaps: 0.1,
  });
  placer.add({
    kind: 'wall',
    xM: 184,
    yM: 27,
    lengthM: 76,
    heightM: 1.1,
    headingDeg: 90,
    gaps: 0.2,
  });
  placer.add({ kind: 'wall', xM: 222, yM: 19, lengthM: 17, heightM: 1, headingDeg: 0, gaps: 0.1 });
  placer.add({ kind: 'foundation', xM: 288, yM: 57, lengthM: 11, widthM: 7, headingDeg: 12 });
  const random = randomSource(hash32(SEED, 11));
  for (let i = 0; i < 14; i++) {
    const yM = 112 + i * 3.4;
    placer.add({
      kind: 'tree',
      xM: channelXM(yM) + random.between(15, 34),
      yM,
      heightM: random.between(2.5, 5.5),
      leanDeg: i % 5 === 0 ? 78 : random.between(0, 22),
      headingDeg: random.between(0, 360),
    });
  }
  for (let i = 0; i < 6; i++) {
    placer.add({
      kind: 'stump',
      xM: random.between(150, 195),
      yM: random.between(110, 155),
      radiusM: random.between(0.2, 0.4),
      heightM: random.between(0.4, 0.9),
    });
  }
  placer.add({ kind: 'log', xM: 205, yM: 128, lengthM: 6.5, radiusM: 0.22, headingDeg: 40 });
  placer.add({ kind: 'log', xM: 262, yM: 214, lengthM: 5, radiusM: 0.18, headingDeg: 110 });
  placer.add({ kind: 'pier', xM: 15, yM: 128, lengthM: 18, widthM: 2.5, headingDeg: 90 });
  placer.add({ kind: 'pontoon', xM: 16, yM: 147, lengthM: 12, widthM: 2.4, headingDeg: 90 });
  for (const [xM, yM] of [
    [40, 208],
    [52, 222],
    [38, 236],
  ]) {
    placer.add({ kind: 'weedBed', xM, yM, radiusM: 7, heightM: 0.8 });
  }
  placer.add({ kind: 'rockPile', xM: 122, yM: 118, radiusM: 4, heightM: 1.1 });
  placer.add({ kind: 'bubbleVent', xM: 236, yM: 152, bubblesPerS: 3 });
  return placer.targets;
}

const LANE_Y_M = 40;

const SPOTS: KnownSpot[] = [
  {
    id: 'hump',
    name: 'Gravel hump',
    xM: HUMP.xM,
    yM: HUMP.yM,
    truth: 'Gravel, rising 4.6 m from sand; perch and a zander along its top.',
    task: 'Hard against soft bottom; near face bright and dark behind in the side view; fish close to the bottom.',
  },
  {
    id: 'bridge',
    name: 'Bridge piers',
    xM: 250,
    yM: LANE_Y_M,
    truth: 'Six concrete piers in two rows, ending 4.6 m under the surface.',
    task: 'Man-made: even spacing. If all lean alike, your transducer does. Height from the shadow.',
  },
  {
    id: 'lane',
    name: 'Mill lane',
    xM: 134,
    yM: LANE_Y_M,
    truth: 'A hard lane, 4 m wide, walled in places, over a culvert.',
    task: 'Trace a straight line from several passes; find where the channel cuts it.',
  },
  {
    id: 'mill',
    name: 'Mill foundation',
    xM: 288,
    yM: 57,
    truth: 'Four low walls, 11 by 7 m.',
    task: 'Right angles; place it from two sides.',
  },
  {
    id: 'timber',
    name: 'Standing timber',
    xM: 262,
    yM: 136,
    truth: 'Fourteen trees, three of them fallen.',
    task: 'Trunk and branches in the down fan, long thin shadows aside; a log against a standing tree.',
  },
  {
    id: 'brush-flat',
    name: 'Brush flat',
    xM: 117,
    yM: FLAT.yM,
    truth: 'Brush piles and stones by turns, perch beside them.',
    task: 'Brush, stones and bait told apart; one perch clear of the wood.',
  },
  {
    id: 'slope-bait',
    name: 'Bait over the slope',
    xM: 171,
    yM: ACROSS.yM,
    truth: 'A school of 1,500 bleak with a zander and a pike under it.',
    task: 'Bait against weed; the fish under it.',
  },
  {
    id: 'landing',
    name: 'Landing',
    xM: 15,
    yM: 128,
    truth: 'A pier on posts, beside it a floating pontoon.',
    task: 'Take the level here. Scan a dock slowly, keep off: posts are evenly spaced, the pontoon hangs.',
  },
];

export function hollinReservoir(): WaterContent {
  const creekRoute = Array.from({ length: 24 }, (_, i) => {
    const y = 14 + i * 9.8;
    return { x: Number(channelXM(y).toFixed(1)), y: Number(y.toFixed(1)) };
  });
  return waterContentSchema.parse({
    name: 'Hollin Reservoir',
    description:
      'A flooded upland valley, 380 by 260 metres. Sandy flats fall away on both sides to an old creek channel of soft mud that winds from north to south; a gravel hump stands on the western side. Before the dam a mill lane crossed the valley in the south: the lane, its bridge piers, field walls and the foundation of the mill still stand. Timber was left on the eastern bank, brush was sunk along the northern flat, and a landing and a pontoon lie on the western shore. In summer a thermocline sits at seven metres.\n\nA day here: take the level at the landing, search the lane and its bridge, read the hump and the brush flat, then decide where in the channel it is worth stopping. Most of the creek is empty, and saying so is part of the lesson.',
    scene: {
      seed: SEED,
      water: {
        temperatureC: 17.5,
        salinityPsu: 0,
        thermocline: { depthM: 7.4, thicknessM: 0.5, dropC: 6, scatteringDb: -61 },
        volumeScatteringDb: -76,
        windMps: 3,
      },
      bottom: bottom(),
      targets: [...targets(), ...drownedFarm()],
    },
    conditions: {
      levelM: 0,
      airDailyC: [21, 20, 22, 21, 20, 21, 22, 21],
      windFromDeg: 250,
    },
    creek: {
      mouth: { x: Number(channelXM(150).toFixed(1)), y: 150 },
      head: { x: Number(channelXM(252).toFixed(1)), y: 252 },
    },
    spots: SPOTS,
    passes: [
      {
        id: 'across',
        name: 'Flat, hump and channel',
        hint: 'West to east: sand, a gravel hump, bait over the slope, mud in the channel.',
        routeM: [
          { x: ACROSS.fromXM, y: ACROSS.yM },
          { x: ACROSS.toXM, y: ACROSS.yM },
        ],
      },
      {
        id: 'flat',
        name: 'The brush flat',
        hint: 'Along the northern flat: brush piles, boulders between them, and their look-alikes.',
        routeM: [
          { x: FLAT.fromXM, y: FLAT.yM },
          { x: FLAT.toXM, y: FLAT.yM },
        ],
      },
      {
        id: 'creek',
        name: 'Down the old creek',
        hint: 'Following the channel: soft bottom, steep sides, few fish. Most screens look like this.',
        routeM: creekRoute,
      },
      {
        id: 'lane',
        name: 'Beside the mill lane',
        hint: 'West to east, the lane to starboard: walls, bridge piers, the mill. For the side fans.',
        routeM: [
          { x: 30, y: LANE_Y_M + 9 },
          { x: 350, y: LANE_Y_M + 9 },
        ],
        speedMps: 1.6,
        sweep: { instrument: 'sideFans', rangeM: 28, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'over-timber',
        name: 'Over the standing trees',
        hint: 'Through the crowns, slowly.',
        routeM: [
          { x: 276, y: 104 },
          { x: 250, y: 128 },
          { x: 229, y: 144 },
          { x: 214, y: 156 },
        ],
        speedMps: 1.2,
      },
      {
        id: 'over-stumps',
        name: 'Over the stumps',
        hint: 'Three stumps in a line.',
        routeM: [
          { x: 154, y: 127 },
          { x: 196, y: 148 },
        ],
        speedMps: 1.2,
      },
      {
        id: 'over-lane',
        name: 'Over culvert and walls',
        hint: 'What was built before the water came, from above.',
        routeM: [
          { x: 140, y: 46 },
          { x: 160, y: 39 },
          { x: 184, y: 29 },
          { x: 250, y: 15 },
        ],
        speedMps: 1.4,
      },
      {
        id: 'anchored',
        name: 'At anchor by the bridge',
        hint: 'The boat swings behind its anchor: the same piers come and go.',
        routeM: [
          { x: 248, y: LANE_Y_M },
          { x: 248, y: LANE_Y_M },
        ],
        // The bow points at the anchor, which lies between the piers.
        holding: { kind: 'anchor', scopeM: 9, towardDeg: 250, swingDeg: 28, swingPeriodS: 80 },
      },
    ],
  });
}
