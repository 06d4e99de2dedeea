/**
 * The shape and material of the bottom on one grid, and a finer grid made from it for the kernels.
 * Grid order: row 0 is the southernmost, column 0 the westernmost; x east, y north, depth down.
 */
import { cos, sin, tan } from '../numeric';
import { z } from 'zod';
import { smoothNoise2 } from '../random';
import { type Feature, featureCellM, featureSchema, featureShape } from './features';
import { SEDIMENT_NAMES, type SedimentName } from './sediments';

export const MAX_GRID_NODES = 300_000;

export const BURIED_DEPTH_M = { min: 0.1, max: 5 };

export const bottomSchema = z
  .object({
    originM: z.object({ x: z.number(), y: z.number() }),
    cellM: z.number().min(0.25).max(100),
    columns: z.int().min(4).max(2000),
    rows: z.int().min(4).max(2000),
    /** Depth at the grid's nodes, whole centimetres, row by row. */
    depthsCm: z.array(z.int().min(0).max(50_000)).max(MAX_GRID_NODES),
    /** Sediments that occur here; `sedimentCells` holds an index into this list for each node. */
    sediments: z.array(z.enum(SEDIMENT_NAMES)).min(1).max(10),
    sedimentCells: z.array(z.int().min(0).max(9)).max(MAX_GRID_NODES),
    /** Shapes finer than the grid, laid over it. */
    features: z.array(featureSchema).max(200).default([]),
    /** A harder layer under mud and silt, on the mean so far below; low frequencies reach it. */
    buried: z
      .object({
        sediment: z.enum(SEDIMENT_NAMES),
        depthM: z.number().min(BURIED_DEPTH_M.min).max(BURIED_DEPTH_M.max),
      })
      .nullable()
      .optional(),
    /** Even ground of one strength a sediment, as the closed forms have it; natural ground unless told. */
    isPlain: z.literal(true).optional(),
  })
  .superRefine((bottom, context) => {
    const nodes = bottom.columns * bottom.rows;
    for (const key of ['depthsCm', 'sedimentCells'] as const) {
      if (bottom[key].length !== nodes) {
        context.addIssue({
          code: 'custom',
          path: [key],
          message: `expected ${nodes} values (${bottom.columns} × ${bottom.rows}), got ${bottom[key].length}`,
        });
      }
    }
    if (bottom.sedimentCells.some((index) => index >= bottom.sediments.length)) {
      context.addIssue({
        code: 'custom',
        path: ['sedimentCells'],
        message: `an index is beyond the ${bottom.sediments.length} sediments listed`,
      });
    }
  });
export type Bottom = z.infer<typeof bottomSchema>;

const clampIndex = (value: number, count: number) => Math.min(count - 1, Math.max(0, value));

/** Catmull–Rom weights for the nodes −1, 0, 1, 2 around a fraction t. */
function catmullRomWeights(t: number): [number, number, number, number] {
  const t2 = t * t;
  const t3 = t2 * t;
  return [
    -0.5 * t3 + t2 - 0.5 * t,
    1.5 * t3 - 2.5 * t2 + 1,
    -1.5 * t3 + 2 * t2 + 0.5 * t,
    0.5 * t3 - 0.5 * t2,
  ];
}

const shapes = new WeakMap<readonly Feature[], (xM: number, yM: number) => number>();

function shapeOf(bottom: Bottom): (xM: number, yM: number) => number {
  let shape = shapes.get(bottom.features);
  if (!shape) shapes.set(bottom.features, (shape = featureShape(bottom.features)));
  return shape;
}

/** Depth at a place, m: the grid, smooth (Catmull–Rom), and the features on it; the edge continues outward. */
export function depthAtM(bottom: Bottom, xM: number, yM: number): number {
  const featuresM = bottom.features.length > 0 ? shapeOf(bottom)(xM, yM) : 0;
  return Math.max(0, gridDepthM(bottom, xM, yM) + featuresM);
}

/** The four nodes around a place on one axis of the grid, and their weights. */
function gridWeights(at: number, count: number): { nodes: number[]; weights: number[] } {
  const u = clampIndex(at, count);
  const node = Math.min(Math.floor(u), count - 2);
  return {
    nodes: [-1, 0, 1, 2].map((k) => clampIndex(node + k, count)),
    weights: catmullRomWeights(u - node),
  };
}

function gridDepthM(bottom: Bottom, xM: number, yM: number): number {
  const across = gridWeights((xM - bottom.originM.x) / bottom.cellM, bottom.columns);
  const up = gridWeights((yM - bottom.originM.y) / bottom.cellM, bottom.rows);
  let depthCm = 0;
  for (let j = 0; j < 4; j++) {
    for (let i = 0; i < 4; i++) {
      depthCm +=
        up.weights[j] *
        across.weights[i] *
        bottom.depthsCm[up.nodes[j] * bottom.columns + across.nodes[i]];
    }
  }
  return depthCm / 100;
}

const BORDER_NOISE_SEED = 0x5ed1;

/** Sediment at a place. Its borders wander by about a cell, or they would look like a map's. */
export function sedimentAt(bottom: Bottom, xM: number, yM: number): SedimentName {
  return bottom.sediments[sedimentIndexAt(bottom, xM, yM)];
}

function sedimentIndexAt(bottom: Bottom, xM: number, yM: number): number {
  const { cellM, originM, columns, rows } = bottom;
  const wanderX = smoothNoise2(BORDER_NOISE_SEED, xM / 1.7, yM / 1.7);
  const wanderY = smoothNoise2(BORDER_NOISE_SEED + 1, xM / 1.7, yM / 1.7);
  const column = clampIndex(Math.round((xM - originM.x) / cellM + 0.7 * wanderX), columns);
  const row = clampIndex(Math.round((yM - originM.y) / cellM + 0.7 * wanderY), rows);
  return bottom.sedimentCells[row * columns + column];
}

const featureGrids = new WeakMap<readonly Feature[], { key: string; depthsM: Float32Array }>();

/** Change of depth by the features at every node of the grid, m; null when there are none. */
export function featureDepthsM(bottom: Bottom): Float32Array | null {
  const { columns, rows, cellM, originM, features } = bottom;
  if (features.length === 0) return null;
  const key = [columns, rows, cellM, originM.x, originM.y].join();
  const known = featureGrids.get(features);
  if (known?.key === key) return known.depthsM;
  const shape = shapeOf(bottom);
  const depthsM = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      depthsM[row * columns + column] = shape(originM.x + column * cellM, originM.y + row * cellM);
    }
  }
  featureGrids.set(features, { key, depthsM });
  return depthsM;
}

/** The bottom resampled once to a fine grid that kernels read bilinearly. */
export interface FineBottom {
  originX: number;
  originY: number;
  cellM: number;
  columns: number;
  rows: number;
  depthM: Float32Array;
  /** Index into `sediments`. */
  sediment: Uint8Array;
  sediments: SedimentName[];
  deepestM: number;
  buried?: Bottom['buried'];
  isPlain: boolean;
}

const FINE_CELL_M = 1;
const LEAST_FINE_CELL_M = 0.1;
const SEDIMENT_CELL_M = 0.5;
/** A large water with small features is held as finely as this many nodes allow. */
const MAX_FINE_NODES = 3_000_000;

function fineCellM(bottom: Bottom): number {
  const wantedM = Math.max(
    LEAST_FINE_CELL_M,
    Math.min(FINE_CELL_M, bottom.cellM, featureCellM(bottom.features)),
  );
  const areaM2 = (bottom.columns - 1) * (bottom.rows - 1) * bottom.cellM * bottom.cellM;
  return Math.max(wantedM, Math.sqrt(areaM2 / MAX_FINE_NODES));
}

export function fineBottom(bottom: Bottom, cellM = fineCellM(bottom)): FineBottom {
  const columns = Math.floor(((bottom.columns - 1) * bottom.cellM) / cellM) + 1;
  const rows = Math.floor(((bottom.rows - 1) * bottom.cellM) / cellM) + 1;
  const depthM = new Float32Array(columns * rows);
  const sediment = new Uint8Array(columns * rows);
  const featuresM = bottom.features.length > 0 ? shapeOf(bottom) : null;
  const isMixed = bottom.sediments.length > 1;
  // Borders wander by metres: where nodes are finer than half of one, neighbours share their sediment.
  const share = Math.max(1, Math.floor(SEDIMENT_CELL_M / cellM));
  // As gridDepthM, but along rows and columns by turns: the weights of a column serve all rows.
  const across = Array.from({ length: columns }, (_, column) =>
    gridWeights((column * cellM) / bottom.cellM, bottom.columns),
  );
  const line = new Float64Array(bottom.columns);
  let deepestM = 0;
  for (let row = 0; row < rows; row++) {
    const up = gridWeights((row * cellM) / bottom.cellM, bottom.rows);
    for (let i = 0; i < bottom.columns; i++) {
      let depthCm = 0;
      for (let k = 0; k < 4; k++) {
        depthCm += up.weights[k] * bottom.depthsCm[up.nodes[k] * bottom.columns + i];
      }
      line[i] = depthCm / 100;
    }
    const yM = bottom.originM.y + row * cellM;
    for (let column = 0; column < columns; column++) {
      const { nodes, weights } = across[column];
      let depth =
        weights[0] * line[nodes[0]] +
        weights[1] * line[nodes[1]] +
        weights[2] * line[nodes[2]] +
        weights[3] * line[nodes[3]];
      const xM = bottom.originM.x + column * cellM;
      if (featuresM) depth += featuresM(xM, yM);
      if (depth < 0) depth = 0;
      const index = row * columns + column;
      depthM[index] = depth;
      if (!isMixed) sediment[index] = bottom.sedimentCells[0];
      else if (row % share > 0) sediment[index] = sediment[index - columns];
      else if (column % share > 0) sediment[index] = sediment[index - 1];
      else sediment[index] = sedimentIndexAt(bottom, xM, yM);
      if (depth > deepestM) deepestM = depth;
    }
  }
  return {
    originX: bottom.originM.x,
    originY: bottom.originM.y,
    cellM,
    columns,
    rows,
    depthM,
    sediment,
    sediments: bottom.sediments,
    deepestM,
    buried: bottom.buried,
    isPlain: bottom.isPlain ?? false,
  };
}

interface SampledBottom {
  cellM: number;
  columns: number;
  rows: number;
  /** In the order in which cells name them. */
  sediments: SedimentName[];
  depthM: (xM: number, yM: number) => number;
  sediment: (xM: number, yM: number, depthM: number) => SedimentName;
  features?: Feature[];
  buried?: Bottom['buried'];
}

/** A depth grid from (0, 0) on, filled from formulas of place. */
export function sampledBottom(of: SampledBottom): Bottom {
  const { cellM, columns, rows, sediments, features = [] } = of;
  const depthsCm: number[] = [];
  const sedimentCells: number[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const xM = column * cellM;
      const yM = row * cellM;
      const depthM = of.depthM(xM, yM);
      depthsCm.push(Math.round(100 * depthM));
      sedimentCells.push(sediments.indexOf(of.sediment(xM, yM, depthM)));
    }
  }
  return {
    originM: { x: 0, y: 0 },
    cellM,
    columns,
    rows,
    depthsCm,
    sediments,
    sedimentCells,
    features,
    buried: of.buried,
  };
}

/** A flat or sloping bottom of one sediment, as the sounding request and the tests state it. */
export function planeBottom(options: {
  depthM: number;
  sediment: SedimentName;
  slopeDeg?: number;
  /** Compass direction in which it gets deeper. */
  slopeTowardDeg?: number;
  halfSizeM?: number;
  features?: Feature[];
  buried?: Bottom['buried'];
  isPlain?: true;
}): Bottom {
  const { depthM, sediment, slopeDeg = 0, slopeTowardDeg = 0, halfSizeM = 100 } = options;
  const cellM = 4;
  const count = 2 * Math.ceil(halfSizeM / cellM) + 1;
  const slope = tan((slopeDeg * Math.PI) / 180);
  const towardRad = (slopeTowardDeg * Math.PI) / 180;
  const originM = { x: (-cellM * (count - 1)) / 2, y: (-cellM * (count - 1)) / 2 };
  const depthsCm: number[] = [];
  for (let row = 0; row < count; row++) {
    for (let column = 0; column < count; column++) {
      const x = originM.x + column * cellM;
      const y = originM.y + row * cellM;
      const downhillM = x * sin(towardRad) + y * cos(towardRad);
      depthsCm.push(Math.max(0, Math.round(100 * (depthM + slope * downhillM))));
    }
  }
  return {
    originM,
    cellM,
    columns: count,
    rows: count,
    depthsCm,
    sediments: [sediment],
    sedimentCells: new Array<number>(count * count).fill(0),
    features: options.features ?? [],
    buried: options.buried,
    isPlain: options.isPlain,
  };
}
