/** What stands and lies in the valley. */
import { Placer } from '../../builder';
import { hash32, randomSource } from '../../random';
import { addMarina, type MarinaPlan } from '../marina';
import { fewFish } from '../waterParts';
import {
  bridgeYM,
  CULVERT,
  depthM,
  MILL,
  RAMP,
  riverYM,
  ROAD_X_M,
  SEED,
  southXM,
  STUMPS,
} from './bottom';

export const MARINA: MarinaPlan = {
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

export function targets() {
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
  // Life that keeps to one place: under the slips, behind piers and walls, among stumps.
  placer.bait('roach', 260, 0.12, 1177, 1537, 2.4, 1.6, 1.1);
  placer.bait('bleak', 300, 0.09, 1169, 1517, 1.8, 1.4, 0.9);
  fewFish(placer, 'perch', 4, 0.3, { xM: 1183, yM: 1534 }, 1.4);
  fewFish(placer, 'bream', 3, 0.45, { xM: 1192, yM: 1517 }, 1.6);
  fewFish(placer, 'zander', 2, 0.65, { xM: 1625, yM: 706 }, 0.6);
  fewFish(placer, 'bream', 4, 0.42, { xM: 1634, yM: 690 }, 1.3);
  fewFish(placer, 'perch', 5, 0.28, { xM: 1774, yM: 617 }, 1);
  fewFish(placer, 'pike', 1, 0.85, { xM: 2338, yM: 209 }, 0.5);
  return placer.targets;
}
