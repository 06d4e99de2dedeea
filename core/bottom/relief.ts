/**
 * The shape and material of the bottom on one grid, and a finer grid made from it for the kernels.
 * Grid order: row 0 is the southernmost, column 0 the westernmost; x east, y north, depth down.
 */
import { cos, integersSchema, sin, tan } from '../numeric';
import { z } from 'zod';
import { smoothNoise2 } from '../random';
import { type Feature, featureSchema, featureShape } from './features';
import { SEDIMENT_NAMES, type SedimentName } from './sediments';

export const MAX_GRID_NODES = 300_000;
/** A finer grid over a part of the water, and all of them together. */
const MAX_PATCH_NODES = 40_000;
const MAX_PATCHES_NODES = 200_000;

export const BURIED_DEPTH_M = { min: 0.1, max: 5 };

const gridShape = (mostNodes: number) => ({
  originM: z.object({ x: z.number(), y: z.number() }),
  cellM: z.number().min(0.25).max(100),
  columns: z.int().min(4).max(2000),
  rows: z.int().min(4).max(2000),
  /** Depth at the grid's nodes, whole centimetres, row by row. */
  depthsCm: integersSchema(0, 50_000, mostNodes),
  /** For each node an index into the bottom's list of sediments. */
  sedimentCells: integersSchema(0, 9, mostNodes),
});

const patchSchema = z.object(gridShape(MAX_PATCH_NODES));
/** A grid of the bottom's: the one over all of it, or a finer one over a part. */
export type ReliefGrid = z.infer<typeof patchSchema>;

export const bottomSchema = z
  .object({
    ...gridShape(MAX_GRID_NODES),
    /** Sediments that occur here. */
    sediments: z.array(z.enum(SEDIMENT_NAMES)).min(1).max(10),
    /** Finer grids over parts of it; the last one that covers a place counts there. */
    patches: z.array(patchSchema).max(60).optional(),
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
    const complain = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const check = (grid: ReliefGrid, path: (string | number)[]) => {
      const nodes = grid.columns * grid.rows;
      for (const key of ['depthsCm', 'sedimentCells'] as const) {
        if (grid[key].length !== nodes) {
          complain(
            [...path, key],
            `expected ${nodes} values (${grid.columns} × ${grid.rows}), got ${grid[key].length}`,
          );
        }
      }
      if (grid.sedimentCells.some((index) => index >= bottom.sediments.length)) {
        complain(
          [...path, 'sedimentCells'],
          `an index is beyond the ${bottom.sediments.length} sediments listed`,
        );
      }
    };
    check(bottom, []);
    const { patches = [] } = bottom;
    patches.forEach((patch, i) => check(patch, ['patches', i]));
    const nodes = patches.reduce((sum, { columns, rows }) => sum + columns * rows, 0);
    if (nodes > MAX_PATCHES_NODES) {
      complain(['patches'], `${nodes} nodes of finer grids, for at most ${MAX_PATCHES_NODES}`);
    }
  });
export type Bottom = z.infer<typeof bottomSchema>;

const clampIndex = (value: number, count: number) => Math.min(count - 1, Math.max(0, value));

/** Catmull–Rom weights for the nodes −1, 0, 1, 2 around a fraction t. */
function catmullRomWeights(t: number, into: Float64Array): void {
  const t2 = t * t;
  const t3 = t2 * t;
  into[0] = -0.5 * t3 + t2 - 0.5 * t;
  into[1] = 1.5 * t3 - 2.5 * t2 + 1;
  into[2] = -1.5 * t3 + 2 * t2 + 0.5 * t;
  into[3] = 0.5 * t3 - 0.5 * t2;
}

const shapes = new WeakMap<readonly Feature[], (xM: number, yM: number) => number>();

function shapeOf(bottom: Bottom): (xM: number, yM: number) => number {
  let shape = shapes.get(bottom.features);
  if (!shape) shapes.set(bottom.features, (shape = featureShape(bottom.features)));
  return shape;
}

const reliefs = new WeakMap<Bottom, (xM: number, yM: number) => number>();

/** The depth of a bottom as a function of place, m; made once for each bottom. */
export function reliefOf(bottom: Bottom): (xM: number, yM: number) => number {
  let relief = reliefs.get(bottom);
  if (!relief) reliefs.set(bottom, (relief = makeRelief(bottom)));
  return relief;
}

function makeRelief(bottom: Bottom): (xM: number, yM: number) => number {
  const gridM = gridDepthM(bottom);
  const featuresM = bottom.features.length > 0 ? shapeOf(bottom) : null;
  const patches = (bottom.patches ?? []).map((patch) => ({
    depthM: gridDepthM(patch),
    share: patchShare(patch),
  }));
  return (xM, yM) => {
    let depthM = gridM(xM, yM);
    for (const patch of patches) {
      const share = patch.share(xM, yM);
      if (share > 0) depthM += share * (patch.depthM(xM, yM) - depthM);
    }
    if (featuresM) depthM += featuresM(xM, yM);
    return depthM > 0 ? depthM : 0;
  };
}

/** Depth at a place, m: the grids, smooth (Catmull–Rom), and the features on them; the edge continues outward. */
export function depthAtM(bottom: Bottom, xM: number, yM: number): number {
  return reliefOf(bottom)(xM, yM);
}

/** Cells along its rim over which a finer grid goes over into the one beneath. */
const RIM_CELLS = 3;

/** How far a finer grid counts at a place: 0 outside, 1 within its rim. */
function patchShare({ originM, cellM, columns, rows }: ReliefGrid) {
  const rimM = cellM * Math.min(RIM_CELLS, (Math.min(columns, rows) - 1) / 4);
  const eastM = originM.x + (columns - 1) * cellM;
  const northM = originM.y + (rows - 1) * cellM;
  return (xM: number, yM: number): number => {
    const insideM = Math.min(xM - originM.x, eastM - xM, yM - originM.y, northM - yM);
    if (insideM <= 0) return 0;
    if (insideM >= rimM) return 1;
    const t = insideM / rimM;
    return t * t * (3 - 2 * t);
  };
}

/** A grid's depth as a function of place, m. */
function gridDepthM({ originM, cellM, columns, rows, depthsCm }: ReliefGrid) {
  const across = new Float64Array(4);
  const up = new Float64Array(4);
  return (xM: number, yM: number): number => {
    const u = clampIndex((xM - originM.x) / cellM, columns);
    const v = clampIndex((yM - originM.y) / cellM, rows);
    const column = Math.min(Math.floor(u), columns - 2);
    const row = Math.min(Math.floor(v), rows - 2);
    catmullRomWeights(u - column, across);
    catmullRomWeights(v - row, up);
    let depthCm = 0;
    for (let j = 0; j < 4; j++) {
      const line = clampIndex(row + j - 1, rows) * columns;
      for (let i = 0; i < 4; i++) {
        depthCm += up[j] * across[i] * depthsCm[line + clampIndex(column + i - 1, columns)];
      }
    }
    return depthCm / 100;
  };
}

/** A finer grid as a detail of the bottom: how fine, and which rectangles it meets. */
export function gridsOf(bottom: Bottom) {
  return [bottom, ...(bottom.patches ?? [])].map(({ originM, cellM, columns, rows }) => ({
    cellM,
    meets: (westM: number, southM: number, eastM: number, northM: number) =>
      westM < originM.x + (columns - 1) * cellM &&
      eastM > originM.x &&
      southM < originM.y + (rows - 1) * cellM &&
      northM > originM.y,
  }));
}

const BORDER_NOISE_SEED = 0x5ed1;

/** Sediment at a place. Its borders wander by about a cell, or they would look like a map's. */
export function sedimentAt(bottom: Bottom, xM: number, yM: number): SedimentName {
  return bottom.sediments[sedimentIndexAt(bottom, xM, yM)];
}

export function sedimentIndexAt(bottom: Bottom, xM: number, yM: number): number {
  const wanderX = smoothNoise2(BORDER_NOISE_SEED, xM / 1.7, yM / 1.7);
  const wanderY = smoothNoise2(BORDER_NOISE_SEED + 1, xM / 1.7, yM / 1.7);
  let grid: ReliefGrid = bottom;
  for (const patch of bottom.patches ?? []) if (covers(patch, xM, yM)) grid = patch;
  const { cellM, originM, columns, rows } = grid;
  const column = clampIndex(Math.round((xM - originM.x) / cellM + 0.7 * wanderX), columns);
  const row = clampIndex(Math.round((yM - originM.y) / cellM + 0.7 * wanderY), rows);
  return grid.sedimentCells[row * columns + column];
}

/** Whether a place lies on a grid. */
function covers({ originM, cellM, columns, rows }: ReliefGrid, xM: number, yM: number) {
  return (
    xM >= originM.x &&
    yM >= originM.y &&
    xM <= originM.x + (columns - 1) * cellM &&
    yM <= originM.y + (rows - 1) * cellM
  );
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

interface SampledGrid extends Pick<ReliefGrid, 'originM' | 'cellM' | 'columns' | 'rows'> {
  /** In the order in which cells name them. */
  sediments: readonly SedimentName[];
  depthM: (xM: number, yM: number) => number;
  sediment: (xM: number, yM: number, depthM: number) => SedimentName;
}

/** A grid filled from formulas of place. */
export function sampledGrid({ depthM, sediment, sediments, ...grid }: SampledGrid): ReliefGrid {
  const { originM, cellM, columns, rows } = grid;
  const depthsCm: number[] = [];
  const sedimentCells: number[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const xM = originM.x + column * cellM;
      const yM = originM.y + row * cellM;
      const atM = Math.max(0, depthM(xM, yM));
      depthsCm.push(Math.round(100 * atM));
      sedimentCells.push(sediments.indexOf(sediment(xM, yM, atM)));
    }
  }
  return { originM, cellM, columns, rows, depthsCm, sedimentCells };
}

interface SampledBottom extends Omit<SampledGrid, 'originM' | 'sediments'> {
  sediments: SedimentName[];
  features?: Feature[];
  patches?: ReliefGrid[];
  buried?: Bottom['buried'];
}

/** A bottom from (0, 0) on, its depths filled from formulas of place. */
export function sampledBottom({ features = [], patches, buried, ...grid }: SampledBottom): Bottom {
  return {
    ...sampledGrid({ ...grid, originM: { x: 0, y: 0 } }),
    sediments: grid.sediments,
    features,
    ...(patches ? { patches } : {}),
    buried,
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
