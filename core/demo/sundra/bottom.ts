/** Coast, ledges, reef heads and sea floor, and the places that everything else is laid out by. */
import {
  type Bottom,
  type Feature,
  type ReliefGrid,
  sampledBottom,
  sampledGrid,
  type SedimentName,
} from '../../bottom';
import { exp, hypot, power, sin, square } from '../../numeric';
import { noiseFrom } from '../waterParts';

export const SEED = 58_206;
const CELL_M = 10;
const WIDTH_M = 2800;
const HEIGHT_M = 2200;
const noise = noiseFrom(SEED);
const [coast, shelving, rolling, rough] = [
  noise(0, 260),
  noise(1, 150),
  noise(2, 90),
  noise(3, 26),
];
const [crag, cleft] = [noise(4, 13), noise(5, 6)];

export const COVE = { xM: 200, yM: 1540 };
export const REEFS = [
  { xM: 1500, yM: 1490, radiusM: 58, heightM: 10 },
  { xM: 1680, yM: 1350, radiusM: 38, heightM: 7.5 },
];
export const WRECK = { xM: 1945, yM: 1010 };
export const SAND_WAVES = { xM: 2140, yM: 560, radiusM: 260 };

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

export function depthM(xM: number, yM: number): number {
  const outM = seawardsM(xM, yM);
  if (outM <= 0) return 0;
  const onReef = reefM(xM, yM);
  const depth =
    ledgesM(outM + 18 * shelving(xM, yM)) -
    onReef +
    0.7 * rolling(xM, yM) +
    0.3 * rough(xM, yM) +
    (onReef > 0.1 ? cragsM(xM, yM, onReef) : 0);
  return Math.max(0.5, depth);
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

export const bottom = (): Bottom =>
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
export function outToM(yM: number, deepM: number): number {
  let xM = 0;
  while (xM < WIDTH_M && depthM(xM, yM) < deepM) xM += 2;
  return xM;
}
