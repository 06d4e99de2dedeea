/**
 * Hollin Reservoir, a made-up water: a flooded valley with a winding creek channel, a stony hump and
 * flats of sand and mud. Everything in it is placed here, so everything on its screens is known.
 */
import { exp, hypot, power, sin, square } from '../numeric';
import type { Bottom, SedimentName } from '../bottom';
import { hash32, randomSource, smoothNoise2 } from '../random';
import type { Target } from '../targets';
import type { WaterContent } from '../records';

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
  const sediments: SedimentName[] = ['sand', 'mud', 'gravel'];
  const depthsCm: number[] = [];
  const sedimentCells: number[] = [];
  for (let row = 0; row < ROWS; row++) {
    for (let column = 0; column < COLUMNS; column++) {
      const xM = column * CELL_M;
      const yM = row * CELL_M;
      const depthM = reliefDepthM(xM, yM);
      depthsCm.push(Math.round(100 * depthM));
      sedimentCells.push(sediments.indexOf(sedimentName(xM, yM, depthM)));
    }
  }
  return {
    originM: { x: 0, y: 0 },
    cellM: CELL_M,
    columns: COLUMNS,
    rows: ROWS,
    depthsCm,
    sediments,
    sedimentCells,
    features: [],
  };
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
  return list;
}

export function hollinReservoir(): WaterContent {
  const creekRoute = Array.from({ length: 24 }, (_, i) => {
    const y = 14 + i * 9.8;
    return { x: Number(channelXM(y).toFixed(1)), y: Number(y.toFixed(1)) };
  });
  return {
    name: 'Hollin Reservoir',
    description:
      'A flooded upland valley. Sandy flats fall away to an old creek channel of soft mud; a gravel hump stands on the western side. Brush was sunk along the northern flat.',
    scene: {
      seed: SEED,
      water: {
        temperatureC: 17.5,
        salinityPsu: 0,
        thermocline: { depthM: 7.4, thicknessM: 0.5, dropC: 6, scatteringDb: -61 },
        volumeScatteringDb: -82,
        windMps: 3,
      },
      bottom: bottom(),
      targets: targets(),
    },
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
    ],
  };
}
