/**
 * Tarvo Sound, a made-up strip of sea between an island and its skerries: rock ledges with kelp, a sandy
 * floor, a wreck, and a tide that lifts it all by three metres and carries a boat along.
 */
import { type Bottom, depthAtM, sampledBottom, type SedimentName } from '../bottom';
import { Placer } from '../builder';
import { exp, hypot, power, square } from '../numeric';
import { hash32, randomSource, smoothNoise2 } from '../random';
import { type KnownSpot, type WaterContent, waterContentSchema } from '../waters';

const SEED = 31_902;
const CELL_M = 4;
const COLUMNS = 108;
const ROWS = 78;

const REEF = { xM: 268, yM: 196, radiusM: 26, heightM: 9.5 };
const WRECK = { xM: 330, yM: 96 };
const GULLY_Y_M = 150;

/** Ledges that fall away from the island in the west: flat tops, steep faces. */
function ledgeDepthM(xM: number, yM: number): number {
  const shoreM = xM + 22 * smoothNoise2(SEED, xM / 90, yM / 60);
  const step = Math.max(0, shoreM) / 62;
  const whole = Math.min(4, Math.floor(step));
  const within = Math.min(1, step - whole);
  const face = within < 0.72 ? 0.22 * within : 0.1584 + ((within - 0.72) / 0.28) * 0.8416;
  return 1.6 + 3.9 * (whole + face);
}

function reliefDepthM(xM: number, yM: number): number {
  const reef =
    REEF.heightM * exp(-power(hypot(xM - REEF.xM, (yM - REEF.yM) * 1.3) / REEF.radiusM, 2.4));
  const gully = 3.2 * exp(-square((yM - GULLY_Y_M - 0.08 * xM) / 9)) * exp(-square(xM / 190));
  const rolling = 0.5 * smoothNoise2(SEED + 1, xM / 34, yM / 34);
  const fine = 0.22 * smoothNoise2(SEED + 2, xM / 8, yM / 8);
  return Math.min(20.5, Math.max(0.8, ledgeDepthM(xM, yM) + gully - reef + rolling + fine));
}

function sedimentName(xM: number, yM: number, depthM: number): SedimentName {
  const onReef = hypot(xM - REEF.xM, (yM - REEF.yM) * 1.3) < REEF.radiusM * 1.05;
  const patch = smoothNoise2(SEED + 3, xM / 40, yM / 40);
  if (onReef) return 'rock';
  if (depthM < 9.5) return patch > 0.35 ? 'cobble' : 'rock';
  if (depthM < 14) return patch > 0 ? 'gravel' : 'coarseSand';
  return patch > 0.3 ? 'shell' : 'sand';
}

function bottom(): Bottom {
  return sampledBottom({
    cellM: CELL_M,
    columns: COLUMNS,
    rows: ROWS,
    sediments: ['rock', 'cobble', 'gravel', 'coarseSand', 'shell', 'sand'],
    depthM: reliefDepthM,
    sediment: sedimentName,
    features: [
      {
        kind: 'ripple',
        xM: 372,
        yM: 210,
        radiusM: 34,
        wavelengthM: 6,
        heightM: 0.35,
        headingDeg: 20,
      },
    ],
  });
}

function furnish(bed: Bottom): Placer {
  const place = new Placer((xM, yM) => depthAtM(bed, xM, yM));
  const random = randomSource(hash32(SEED, 5));
  // Kelp on the upper ledges.
  for (const [xM, yM, radiusM] of [
    [48, 60, 9],
    [62, 96, 8],
    [44, 190, 10],
    [70, 226, 8],
    [104, 44, 7],
    [110, 252, 8],
  ]) {
    place.add({ kind: 'weedBed', xM, yM, radiusM, heightM: 2, density: 'dense' });
    for (let i = 0; i < 4; i++) {
      place.add({
        kind: 'weedStalk',
        xM: xM + random.between(-radiusM, radiusM),
        yM: yM + random.between(-radiusM, radiusM),
        heightM: random.between(1.6, 3),
      });
    }
  }
  // The wreck: ribs standing, part of the hull beside them, a rope that somebody left on it.
  place.add({
    kind: 'wreckRibs',
    ...WRECK,
    lengthM: 22,
    beamM: 5.5,
    heightM: 2.2,
    ribs: 16,
    headingDeg: 35,
  });
  place.add({
    kind: 'boatHull',
    xM: WRECK.xM + 15,
    yM: WRECK.yM - 11,
    lengthM: 6,
    beamM: 2.2,
    heightM: 0.9,
    headingDeg: 100,
  });
  place.add({
    kind: 'rope',
    xM: WRECK.xM - 3,
    yM: WRECK.yM + 5,
    depthM: 6,
    lengthM: 12,
    slopeDeg: 78,
    headingDeg: 20,
  });
  // A jetty and moorings in the lee of the island.
  place.add({ kind: 'pier', xM: 14, yM: 128, lengthM: 20, widthM: 3, headingDeg: 90 });
  place.add({ kind: 'pontoon', xM: 34, yM: 112, lengthM: 10, widthM: 2.4, headingDeg: 0 });
  for (const yM of [100, 116]) {
    place.add({
      kind: 'rope',
      xM: 74,
      yM,
      depthM: 0.5,
      lengthM: 7,
      slopeDeg: 72,
      headingDeg: 90,
      radiusM: 0.02,
    });
  }
  for (let i = 0; i < 26; i++) {
    place.add({
      kind: 'boulder',
      xM: random.between(100, 250),
      yM: random.between(14, 290),
      radiusM: random.between(0.4, 1.6),
    });
  }
  place.add({ kind: 'rockPile', xM: 236, yM: 60, radiusM: 6, heightM: 1.8, stones: 40 });
  place.add({
    kind: 'wall',
    xM: 92,
    yM: 150,
    lengthM: 30,
    heightM: 0.9,
    headingDeg: 84,
    gaps: 0.3,
  });
  place.add({ kind: 'log', xM: 210, yM: 120, lengthM: 8, radiusM: 0.3, headingDeg: 15 });

  // Pollack over reef and wreck, cod and ling at their feet, wrasse in the kelp, mackerel in the blue.
  const around = (xM: number, yM: number, spreadM: number) => [
    xM + random.between(-spreadM, spreadM),
    yM + random.between(-spreadM, spreadM),
  ];
  for (let i = 0; i < 9; i++) {
    const [xM, yM] = around(REEF.xM, REEF.yM, 20);
    place.fishAbove(
      'pollack',
      random.between(0.4, 0.75),
      xM,
      yM,
      random.between(1, 4.5),
      random.between(0, 360),
      {
        behaviour: { kind: 'school', group: 'reef pollack', speedMps: 0.25, radiusM: 6 },
      },
    );
  }
  for (let i = 0; i < 7; i++) {
    const [xM, yM] = around(WRECK.xM, WRECK.yM, 9);
    place.fishAbove(
      'pollack',
      random.between(0.5, 0.8),
      xM,
      yM,
      random.between(2.4, 5),
      random.between(0, 360),
    );
  }
  for (let i = 0; i < 5; i++) {
    const [xM, yM] = around(WRECK.xM, WRECK.yM, 11);
    place.fishAbove(
      'cod',
      random.between(0.45, 0.9),
      xM,
      yM,
      random.between(0.3, 0.9),
      random.between(0, 360),
    );
  }
  place.fishAbove('ling', 1.1, WRECK.xM + 2, WRECK.yM - 2, 0.3, 35);
  for (let i = 0; i < 10; i++) {
    const [xM, yM] = around(70, i < 5 ? 90 : 210, 26);
    place.fishAbove(
      'wrasse',
      random.between(0.25, 0.42),
      xM,
      yM,
      random.between(0.4, 1.6),
      random.between(0, 360),
    );
  }
  for (let i = 0; i < 14; i++) {
    const [xM, yM] = around(205, 205, 7);
    place.fish('mackerel', random.between(0.28, 0.38), xM, yM, random.between(4, 7.5), 0, {
      swimbladder: false,
      behaviour: { kind: 'school', group: 'mackerel', speedMps: 0.8, radiusM: 18 },
    });
  }
  for (let i = 0; i < 6; i++) {
    place.fishAbove(
      'plaice',
      random.between(0.25, 0.4),
      random.between(290, 410),
      random.between(40, 280),
      0.15,
      random.between(0, 360),
      {
        swimbladder: false,
      },
    );
  }
  place.bait('sprat', 1800, 0.09, 196, 198, 5, 3.5, 2.2, 0.2);
  place.bait('sand eel', 1200, 0.14, 300, 150, 12.5, 4.5, 1.2);
  place.bait('herring', 700, 0.2, 350, 250, 9, 5, 2.5, 0.3);
  place.add({ kind: 'bubblePatch', xM: 120, yM: 170, radiusM: 5, depthM: 2.4, count: 500 });
  place.add({
    kind: 'leaves',
    xM: 180,
    yM: 40,
    radiusM: 9,
    count: 70,
    depthM: 0.8,
    driftMps: 0.1,
    headingDeg: 10,
  });
  place.add({ kind: 'wake', xM: 150, yM: 270, lengthM: 60, headingDeg: 80 });
  // Where a boat at anchor swings over the reef.
  place.fishAbove('pollack', 0.62, 264, 187, 3, 40);
  place.fishAbove('pollack', 0.5, 269, 184.6, 4.5, 75);
  return place;
}

const SPOTS: KnownSpot[] = [
  {
    id: 'wreck',
    name: 'The old coaster',
    ...WRECK,
    truth:
      'Ribs of a wooden coaster, 22 m, part of its hull 18 m south-east, a rope rising from it. Pollack above, cod and a ling below.',
    task: 'Straight lines and even ribs; fish above structure; measure its length along the track.',
  },
  {
    id: 'reef',
    name: 'Reef',
    xM: REEF.xM,
    yM: REEF.yM,
    truth: 'Bare rock to about 8 m from 17, pollack circling over it.',
    task: 'Steep hard bottom hides fish close to it; compare cone and side view.',
  },
  {
    id: 'kelp',
    name: 'Kelp ledge',
    xM: 55,
    yM: 78,
    truth: 'Two dense beds of kelp with single stalks; wrasse inside.',
    task: 'Weed against bait: attached, grainy, dims the bottom below.',
  },
  {
    id: 'mackerel',
    name: 'Mackerel and sprat',
    xM: 200,
    yM: 202,
    truth:
      'A school of sprat with mackerel circling; mackerel have no swim bladder and return little.',
    task: 'Bait that moves; weak fish that are not small.',
  },
  {
    id: 'gully',
    name: 'Gully',
    xM: 90,
    yM: 158,
    truth: 'A cleft three metres deep through the upper ledges, an old fish wall in it.',
    task: 'Near wall dark, far wall bright.',
  },
  {
    id: 'ripples',
    name: 'Sand waves',
    xM: 372,
    yM: 210,
    truth: 'Ripples of sand, six metres from crest to crest.',
    task: 'Even stripes: bottom, not waves of the boat.',
  },
  {
    id: 'jetty',
    name: 'Jetty',
    xM: 20,
    yM: 128,
    truth: 'A jetty on posts, a pontoon, two moorings on long ropes.',
    task: 'Take the level of the tide here. Mind moored lines; keep off private jetties.',
  },
];

export function tarvoSound(): WaterContent {
  const bed = bottom();
  return waterContentSchema.parse({
    name: 'Tarvo Sound',
    description:
      'A sound between an island in the west and open water, 430 by 310 metres. Rock falls from the island in ledges, each with a flat top and a steep face, down to a floor of sand and shell at twenty metres. Kelp grows on the upper ledges, a gully cuts through them, and a reef stands alone in the north-east. A wooden coaster lies on the sand in the south-east. The tide lifts everything by up to three metres and runs northward; it decides what your chart is worth and where a drifting boat goes.\n\nA day here: correct the chart at the jetty, shade what your keel cannot cross, follow the eight-metre ledge, then plan a drift that carries you over the wreck without an anchor.',
    scene: {
      seed: SEED,
      water: {
        temperatureC: 12.5,
        salinityPsu: 33,
        thermocline: { depthM: 11, thicknessM: 2.5, dropC: 2.5, scatteringDb: -70 },
        volumeScatteringDb: -75,
        windMps: 5,
      },
      bottom: bed,
      targets: furnish(bed).targets,
    },
    conditions: {
      tide: { rangeM: 3, highWaterHour: 13 },
      hourOfDay: 10,
      windFromDeg: 210,
      current: { speedMps: 0.35, towardDeg: 8 },
      waveHeightM: 0.25,
      airDailyC: [13, 14, 13, 14, 13, 14, 14, 13],
    },
    spots: SPOTS,
    passes: [
      {
        id: 'ledges',
        name: 'Down the ledges',
        hint: 'West to east: kelp, ledge after ledge, then sand.',
        routeM: [
          { x: 34, y: 84 },
          { x: 400, y: 98 },
        ],
        speedMps: 1.6,
      },
      {
        id: 'reef',
        name: 'Over the reef',
        hint: 'South to north over sprat, mackerel and the reef.',
        routeM: [
          { x: 180, y: 120 },
          { x: 204, y: 204 },
          { x: 290, y: 192 },
          { x: 372, y: 226 },
        ],
        speedMps: 1.5,
      },
      {
        id: 'beside-wreck',
        name: 'Beside the wreck, there and back',
        hint: 'The wreck to starboard on both headings: seen from both sides.',
        routeM: [
          { x: 301, y: 66 },
          { x: 338, y: 140 },
          { x: 362, y: 126 },
          { x: 322, y: 52 },
        ],
        speedMps: 1.4,
        sweep: { instrument: 'sideFans', rangeM: 40, acrossDeg: 50, overlapShare: 0.2 },
      },
      {
        id: 'over-boat',
        name: 'Over the sunken boat',
        hint: 'Along it, keel up on the sand.',
        routeM: [
          { x: 325, y: 88 },
          { x: 367, y: 81 },
        ],
        speedMps: 1.2,
      },
      {
        id: 'over-kelp',
        name: 'Over the kelp',
        hint: 'Two patches of it, the second deep.',
        routeM: [
          { x: 58, y: 220 },
          { x: 124, y: 258 },
        ],
        speedMps: 1.3,
      },
      {
        id: 'drift',
        name: 'Drift over the wreck',
        hint: 'No engine: the tide carries you north, bow across the wind.',
        routeM: [
          { x: 310, y: 20 },
          { x: 372, y: 292 },
        ],
        speedMps: 0.55,
        holding: { kind: 'drift', headingDeg: 120 },
      },
      {
        id: 'anchored',
        name: 'Anchored at the reef',
        hint: 'Five minutes at anchor in wind and tide. Watch the speed.',
        routeM: [
          { x: 258, y: 168 },
          { x: 258, y: 168 },
        ],
        holding: {
          kind: 'anchor',
          scopeM: 20,
          towardDeg: 20,
          swingDeg: 22,
          swingPeriodS: 100,
          dragFromS: 240,
          dragMps: 0.12,
        },
      },
    ],
  });
}
