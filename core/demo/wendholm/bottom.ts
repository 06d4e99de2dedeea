/** The valley: its depths, its sediments, and the places that everything else is laid out by. */
import {
  type Bottom,
  type Feature,
  type ReliefGrid,
  sampledBottom,
  sampledGrid,
  type SedimentName,
} from '../../bottom';
import { atan2, exp, hypot, power, sin, square } from '../../numeric';
import { radToDeg } from '../../units/angle';
import { noiseFrom } from '../waterParts';

export const SEED = 31_907;
const CELL_M = 8;
const WIDTH_M = 3000;
const HEIGHT_M = 2000;
const SEDIMENTS: SedimentName[] = ['mud', 'sand', 'gravel', 'rock', 'shell', 'clay', 'softMud'];

const bump = (share: number) => exp(-2 * square(share));
const noise = noiseFrom(SEED);
const [rolling, rough, patchy, shore] = [noise(0, 130), noise(1, 34), noise(2, 90), noise(3, 210)];
/** The shores wander in coves and heads: as if a place lay so much farther out or in. */
const SHORE_WANDER_M = 46;

/** Where the drowned river runs: its y at an x. */
export const riverYM = (xM: number) => 980 + 230 * sin(xM / 420 + 0.6) + 45 * sin(xM / 150);
/** The north arm's creek, the marina's: its x at a y, from the river up. */
export const northXM = (yM: number) => 1120 + 70 * sin(yM / 190);
/** The south arm's creek: its x at a y, from the river down. */
export const southXM = (yM: number) => 2080 + 260 * ((900 - yM) / 800) + 40 * sin(yM / 110);

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

export const HUMP = { xM: 720, yM: 770, radiusM: 62, heightM: 6.2 };
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

export const depthM = (xM: number, yM: number) => {
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

export const SHELLS = [
  { xM: 1480, yM: 905, radiusM: 26 },
  { xM: 1015, yM: 1150, radiusM: 22 },
  { xM: 1830, yM: 1080, radiusM: 18 },
];

/** The old road: down the south slope, over the river by a bridge, up the north side. */
export const ROAD_X_M = 1620;
export const bridgeYM = riverYM(ROAD_X_M);
export const CULVERT = { xM: ROAD_X_M, yM: bridgeYM - 140 };
export const MILL = { xM: 1760, yM: riverYM(1760) - 74 };
export const STUMPS = { xM: 2330, yM: 215 };

/** Rock that breaks off: deeper by two metres behind a line that runs with the slope. */
function ledgePatch(): ReliefGrid {
  const half = LEDGE.lengthM / 2;
  const fall = (xM: number, yM: number) => {
    const behind = (xM - LEDGE.xM) * 0.8 + (yM - LEDGE.yM) * -0.6;
    const along = (xM - LEDGE.xM) * 0.6 + (yM - LEDGE.yM) * 0.8;
    const step = 1 / (1 + exp(-behind / 0.5));
    return 2 * step * bump(along / half) * exp(-Math.max(0, behind) / 30);
  };
  return sampledGrid({
    originM: { x: LEDGE.xM - 60, y: LEDGE.yM - 60 },
    cellM: 1,
    columns: 121,
    rows: 121,
    sediments: SEDIMENTS,
    depthM: (xM, yM) => depthM(xM, yM) + fall(xM, yM),
    sediment: (xM, yM, at) => (fall(xM, yM) > 0.6 ? 'rock' : sedimentAt(xM, yM, at)),
  });
}

/** A slipway of concrete into the north arm: one even slope, hard as rock. */
export const RAMP = { xM: 1072, yM: 1602, widthM: 8, lengthM: 26 };
function rampPatch(): ReliefGrid {
  const on = (xM: number, yM: number) =>
    Math.abs(yM - RAMP.yM) < RAMP.widthM / 2 && xM > RAMP.xM && xM < RAMP.xM + RAMP.lengthM;
  return sampledGrid({
    originM: { x: RAMP.xM - 12, y: RAMP.yM - 16 },
    cellM: 0.5,
    columns: 101,
    rows: 65,
    sediments: SEDIMENTS,
    depthM: (xM, yM) => (on(xM, yM) ? Math.max(0.1, 0.13 * (xM - RAMP.xM)) : depthM(xM, yM)),
    sediment: (xM, yM, at) => (on(xM, yM) ? 'rock' : sedimentAt(xM, yM, at)),
  });
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

export function bottom(): Bottom {
  return sampledBottom({
    cellM: CELL_M,
    columns: WIDTH_M / CELL_M + 1,
    rows: HEIGHT_M / CELL_M + 1,
    sediments: SEDIMENTS,
    depthM,
    sediment: sedimentAt,
    features: FEATURES,
    patches: [ledgePatch(), rampPatch()],
    buried: { sediment: 'clay', depthM: 0.7 },
  });
}
