/**
 * Lake Ismo, a made-up lake under ice: a basin with a steep side, a bar, a sunken crib, and holes cut where
 * it pays to know what is below.
 */
import { type Bottom, depthAtM, sampledBottom, type SedimentName } from '../bottom';
import { Placer } from '../builder';
import { exp, hypot, power, square } from '../numeric';
import { hash32, randomSource, smoothNoise2 } from '../random';
import { type KnownSpot, type WaterContent, waterContentSchema } from '../waters';

const SEED = 7713;
const CELL_M = 3;
const COLUMNS = 108;
const ROWS = 84;
const WIDTH_M = (COLUMNS - 1) * CELL_M;
const HEIGHT_M = (ROWS - 1) * CELL_M;

const BASIN = { xM: 176, yM: 128 };
const BAR = { xM: 92, yM: 150, radiusM: 24, heightM: 4.4 };

function reliefDepthM(xM: number, yM: number): number {
  const east = (xM - BASIN.xM) / (xM > BASIN.xM ? WIDTH_M - BASIN.xM : BASIN.xM);
  const north = (yM - BASIN.yM) / (yM > BASIN.yM ? HEIGHT_M - BASIN.yM : BASIN.yM);
  // Steep in the east, gentle in the west.
  const across = east * (xM > BASIN.xM ? 0.86 : 1);
  const out = Math.min(1.05, hypot(across, north));
  const eastward = out === 0 ? 0.5 : (1 + Math.max(-1, Math.min(1, across / out))) / 2;
  const bowl = 14.2 * (1 - power(out, 1.35 + 1.25 * eastward));
  const bar = BAR.heightM * exp(-2 * square(hypot((xM - BAR.xM) * 0.6, yM - BAR.yM) / BAR.radiusM));
  const rolling =
    0.4 * smoothNoise2(SEED, xM / 26, yM / 26) + 0.12 * smoothNoise2(SEED + 1, xM / 7, yM / 7);
  return Math.max(0.7, bowl - bar + rolling + 0.6);
}

function sedimentName(xM: number, yM: number, depthM: number): SedimentName {
  if (hypot((xM - BAR.xM) * 0.6, yM - BAR.yM) < BAR.radiusM * 0.8) return 'gravel';
  const softness = depthM + 1.8 * smoothNoise2(SEED + 2, xM / 30, yM / 30);
  if (xM > 232 && depthM < 9) return 'cobble';
  return softness > 9 ? 'softMud' : softness > 4.5 ? 'mud' : 'sand';
}

function bottom(): Bottom {
  return sampledBottom({
    cellM: CELL_M,
    columns: COLUMNS,
    rows: ROWS,
    sediments: ['sand', 'mud', 'softMud', 'gravel', 'cobble'],
    // Clay that the ice left, under what has sunk since.
    buried: { sediment: 'clay', depthM: 1.1 },
    depthM: reliefDepthM,
    sediment: sedimentName,
  });
}

/** Holes in the ice, each with what makes it worth the drill. */
const HOLES = [
  {
    id: 'hole-basin',
    name: 'Hole over the basin',
    xM: 178,
    yM: 130,
    lureM: 11.6,
    hint: 'Fourteen metres, soft mud: whitefish come to the lure, a burbot lies below.',
  },
  {
    id: 'hole-edge',
    name: 'Hole at the steep side',
    xM: 246,
    yM: 124,
    lureM: 5.8,
    hint: 'On the stones of the steep side: the bottom is wide and smeared, fish hide in it.',
  },
  {
    id: 'hole-bar',
    name: 'Hole on the bar',
    xM: 96,
    yM: 150,
    lureM: 2.9,
    hint: 'Shallow gravel: perch pass through in bands. Keep the gain low.',
  },
  {
    id: 'hole-crib',
    name: 'Hole by the crib',
    xM: 138,
    yM: 92,
    lureM: 6.2,
    hint: 'Beside a sunken crib of logs: which marks are wood?',
  },
  {
    id: 'hole-weed',
    name: 'Hole at the weed',
    xM: 60,
    yM: 206,
    lureM: 1.6,
    hint: 'Standing winter weed to the south; a pike waits at its edge.',
  },
] as const;

function furnish(bed: Bottom): Placer {
  const place = new Placer((xM, yM) => depthAtM(bed, xM, yM));
  const random = randomSource(hash32(SEED, 5));
  const lures: Record<string, string> = {};
  for (const hole of HOLES) {
    lures[hole.id] = place.add({
      kind: 'lure',
      xM: hole.xM,
      yM: hole.yM,
      depthM: hole.lureM,
      lengthM: 0.05,
      liftM: 0.45,
      periodS: 4,
    }).id;
  }
  const rising = (lureId: string, startS: number, everyS: number) =>
    ({ kind: 'riseToLure', lureId, startS, everyS, speedMps: 0.35, waitS: 5 }) as const;
  place.fish('whitefish', 0.38, 179.2, 130.8, 12.9, 30, {
    behaviour: rising(lures['hole-basin'], 20, 55),
  });
  place.fish('whitefish', 0.34, 176.8, 129.2, 12.6, 200, {
    behaviour: rising(lures['hole-basin'], 46, 80),
  });
  place.fishAbove('burbot', 0.55, 178.6, 129.4, 0.2, 90);
  place.fishAbove('char', 0.42, 246.8, 124.6, 1.4, 310, {
    behaviour: rising(lures['hole-edge'], 15, 60),
  });
  place.fishAbove('burbot', 0.48, 247.4, 123, 0.18, 20);
  for (let i = 0; i < 8; i++) {
    place.fishAbove(
      'perch',
      random.between(0.18, 0.32),
      96 + random.between(-3, 3),
      150 + random.between(-3, 3),
      random.between(0.3, 1.3),
      random.between(0, 360),
      {
        behaviour: { kind: 'school', group: 'bar perch', speedMps: 0.15, radiusM: 5 },
      },
    );
  }
  place.fishAbove('perch', 0.36, 96.6, 150.6, 0.5, 60, {
    behaviour: rising(lures['hole-bar'], 12, 45),
  });
  place.fishAbove('perch', 0.33, 138.8, 93.1, 1.2, 10, {
    behaviour: rising(lures['hole-crib'], 18, 50),
  });
  place.fishAbove('pike', 0.86, 60.5, 203.8, 0.7, 340, {
    behaviour: rising(lures['hole-weed'], 30, 90),
  });

  // A crib of logs sunk with stones, brush, stumps of a cleared shore.
  for (const [i, headingDeg] of [0, 90, 0, 90].entries()) {
    place.add({
      kind: 'log',
      xM: 142 + (i % 2 ? 0 : i - 1) * 1.6,
      yM: 92 + (i % 2 ? i - 2 : 0) * 1.6,
      lengthM: 4,
      radiusM: 0.16,
      headingDeg,
      proppedDeg: 8 * i,
    });
  }
  place.add({ kind: 'rockPile', xM: 142, yM: 92, radiusM: 1.6, heightM: 0.7, stones: 12 });
  for (const [xM, yM] of [
    [114, 70],
    [206, 66],
    [150, 196],
  ]) {
    place.add({ kind: 'brushPile', xM, yM, radiusM: 1.8, heightM: 1.6 });
  }
  for (let i = 0; i < 9; i++) {
    place.add({
      kind: 'stump',
      xM: random.between(40, 90),
      yM: random.between(40, 100),
      radiusM: random.between(0.15, 0.35),
      heightM: random.between(0.3, 0.8),
    });
  }
  for (let i = 0; i < 16; i++) {
    place.add({
      kind: 'boulder',
      xM: random.between(236, 290),
      yM: random.between(50, 200),
      radiusM: random.between(0.4, 1.2),
    });
  }
  for (const [xM, yM, radiusM] of [
    [58, 196, 7],
    [76, 214, 6],
    [36, 182, 8],
  ]) {
    place.add({ kind: 'weedBed', xM, yM, radiusM, heightM: 0.7 });
  }
  // What still stands of it before the hole.
  for (const [xM, yM, heightM] of [
    [59.8, 204.5, 0.9],
    [60.2, 204.1, 1.2],
    [59.9, 203.6, 1],
    [60.3, 203.2, 1.3],
    [60, 202.8, 1.1],
  ]) {
    place.add({ kind: 'weedStalk', xM, yM, heightM });
  }
  place.add({ kind: 'tree', xM: 252, yM: 152, heightM: 5, leanDeg: 80, headingDeg: 250 });
  place.add({ kind: 'tree', xM: 240, yM: 88, heightM: 3.5, leanDeg: 12 });
  place.add({ kind: 'wall', xM: 120, yM: 220, lengthM: 30, heightM: 0.9, headingDeg: 70 });
  place.add({ kind: 'pier', xM: 30, yM: 128, lengthM: 12, widthM: 2, headingDeg: 90 });

  place.bait('smelt', 1400, 0.09, 184, 138, 9.4, 3.2, 1.4);
  place.bait('smelt', 900, 0.08, 160, 118, 10.2, 2.4, 1.1);
  place.bait('roach fry', 700, 0.05, 112, 128, 5.2, 2, 0.9);
  for (let i = 0; i < 22; i++) {
    const xM = random.between(40, 280);
    const yM = random.between(30, 220);
    const species = reliefDepthM(xM, yM) > 8 ? 'whitefish' : 'perch';
    place.fishAbove(
      species,
      random.between(0.2, 0.42),
      xM,
      yM,
      random.between(0.4, 2.5),
      random.between(0, 360),
    );
  }
  place.add({ kind: 'bubbleVent', xM: 168, yM: 140, bubblesPerS: 2.5 });
  place.add({ kind: 'bubbleVent', xM: 128, yM: 104, bubblesPerS: 4 });
  return place;
}

const SPOTS: KnownSpot[] = [
  ...HOLES.map((hole) => ({
    id: hole.id,
    name: hole.name,
    xM: hole.xM,
    yM: hole.yM,
    truth: hole.hint,
    task: 'Lure or fish: the lure obeys the hand. Watch a fish come, look and go.',
  })),
  {
    id: 'basin',
    name: 'The basin',
    xM: BASIN.xM,
    yM: BASIN.yM,
    truth: 'Fourteen metres of water over very soft mud; smelt packed at nine to ten metres.',
    task: 'Soft bottom: weak and blurred. Winter bait against a layer.',
  },
  {
    id: 'bubbles',
    name: 'Gas from the mud',
    xM: 168,
    yM: 140,
    truth: 'Two vents of marsh gas; the ice above such places is thin.',
    task: 'Bubbles against fish: slanting threads. And a reason to keep off.',
  },
];

export function lakeIsmo(): WaterContent {
  const bed = bottom();
  const hole = (n: number) => ({ x: HOLES[n].xM, y: HOLES[n].yM });
  return waterContentSchema.parse({
    name: 'Lake Ismo',
    description:
      'A small northern lake under thirty-five centimetres of ice, 320 by 250 metres. One basin of fourteen metres, soft at the bottom, with a steep stony side in the east and a gentle one in the west; a gravel bar lies off the western shore. Five holes are cut: over the basin, at the steep side, on the bar, by a sunken crib and at the edge of the winter weed. The warmest water is at the bottom, and so is the life.\n\nA day here: study the chart before drilling, begin over the basin, keep the gain as low as still shows the lure, and give a hole its half hour before you leave it. Two of the lake bed’s gas vents thin the ice: ice thickness varies, follow local ice advice, never go alone.',
    scene: {
      seed: SEED,
      water: {
        temperatureC: 2.5,
        salinityPsu: 0,
        thermocline: null,
        volumeScatteringDb: -80,
        windMps: 0,
      },
      bottom: bed,
      targets: furnish(bed).targets,
    },
    conditions: {
      iceM: 0.35,
      waveHeightM: 0,
      hourOfDay: 11,
      airDailyC: [-6, -8, -7, -9, -8, -7, -8, -9],
    },
    creek: { mouth: { x: 236, y: 186 }, head: { x: 296, y: 226 } },
    spots: SPOTS,
    passes: [
      ...HOLES.map(({ id, name, hint }, n) => ({
        id,
        name,
        hint,
        routeM: [hole(n), hole(n)],
        holding: { kind: 'hole' as const },
      })),
      {
        id: 'summer-survey',
        name: 'Across, in open water',
        hint: 'West to east, sailed before the ice came: bar, basin, steep side.',
        routeM: [
          { x: 26, y: 140 },
          { x: 292, y: 126 },
        ],
        speedMps: 1.5,
      },
    ],
  });
}
