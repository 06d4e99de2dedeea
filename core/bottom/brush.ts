/**
 * Brushes that shape a depth grid and paint its sediment. They work on grids in place and say which
 * rectangle they touched; what it was before can be kept as a patch, so that every stroke can be undone.
 */
import { smoothNoise2 } from '../random';

/** A depth grid being edited: row 0 southernmost, depths in m. */
export interface DepthGrid {
  originM: { x: number; y: number };
  cellM: number;
  columns: number;
  rows: number;
  depthsM: Float32Array;
}

/** Columns and rows from–to, the last one included. */
export interface GridRect {
  column0: number;
  row0: number;
  column1: number;
  row1: number;
}

export const BRUSH_TOOLS = ['raise', 'lower', 'smooth', 'level', 'roughen'] as const;
export type BrushTool = (typeof BRUSH_TOOLS)[number];

export interface BrushDab {
  tool: BrushTool;
  xM: number;
  yM: number;
  radiusM: number;
  /** Change at the middle of one dab, m; for smooth and level the share of the way, 0–1. */
  strength: number;
  /** The depth that `level` brings the bottom to. */
  levelDepthM: number;
}

/** No deeper than a record may say. */
const DEEPEST_M = 500;

/** Nodes within a radius of a place, clipped to the grid; null when it lies outside. */
function rectAround(
  grid: Pick<DepthGrid, 'originM' | 'cellM' | 'columns' | 'rows'>,
  xM: number,
  yM: number,
  radiusM: number,
): GridRect | null {
  const column = (xM - grid.originM.x) / grid.cellM;
  const row = (yM - grid.originM.y) / grid.cellM;
  const reach = radiusM / grid.cellM;
  const rect = {
    column0: Math.max(0, Math.ceil(column - reach)),
    row0: Math.max(0, Math.ceil(row - reach)),
    column1: Math.min(grid.columns - 1, Math.floor(column + reach)),
    row1: Math.min(grid.rows - 1, Math.floor(row + reach)),
  };
  return rect.column0 > rect.column1 || rect.row0 > rect.row1 ? null : rect;
}

export function unionRect(a: GridRect | null, b: GridRect | null): GridRect | null {
  if (!a || !b) return a ?? b;
  return {
    column0: Math.min(a.column0, b.column0),
    row0: Math.min(a.row0, b.row0),
    column1: Math.max(a.column1, b.column1),
    row1: Math.max(a.row1, b.row1),
  };
}

/** Calls `each` for the nodes under a round brush with its weight there: 1 in the middle, 0 at the rim. */
function underBrush(
  grid: DepthGrid,
  { xM, yM, radiusM }: Pick<BrushDab, 'xM' | 'yM' | 'radiusM'>,
  each: (node: number, weight: number, xM: number, yM: number) => void,
): GridRect | null {
  const rect = rectAround(grid, xM, yM, radiusM);
  if (!rect) return null;
  for (let row = rect.row0; row <= rect.row1; row++) {
    const nodeY = grid.originM.y + row * grid.cellM;
    for (let column = rect.column0; column <= rect.column1; column++) {
      const nodeX = grid.originM.x + column * grid.cellM;
      const out2 =
        ((nodeX - xM) * (nodeX - xM) + (nodeY - yM) * (nodeY - yM)) / (radiusM * radiusM);
      if (out2 < 1) each(row * grid.columns + column, (1 - out2) * (1 - out2), nodeX, nodeY);
    }
  }
  return rect;
}

/** Mean of a node and its eight neighbours; the grid's edge repeats. */
function meanAround(grid: DepthGrid, depthsM: Float32Array, node: number): number {
  const row = Math.floor(node / grid.columns);
  const column = node - row * grid.columns;
  let sum = 0;
  for (let j = -1; j <= 1; j++) {
    const r = Math.min(grid.rows - 1, Math.max(0, row + j));
    for (let i = -1; i <= 1; i++) {
      const c = Math.min(grid.columns - 1, Math.max(0, column + i));
      sum += depthsM[r * grid.columns + c];
    }
  }
  return sum / 9;
}

/** One touch of a brush. Returns what it changed, null when it fell outside the grid. */
export function dabDepth(grid: DepthGrid, dab: BrushDab): GridRect | null {
  const { depthsM } = grid;
  // Smoothing reads what was there before this dab.
  const before = dab.tool === 'smooth' ? depthsM.slice() : depthsM;
  return underBrush(grid, dab, (node, weight, xM, yM) => {
    const depthM = depthsM[node];
    let next = depthM;
    switch (dab.tool) {
      case 'raise':
        next = depthM - dab.strength * weight;
        break;
      case 'lower':
        next = depthM + dab.strength * weight;
        break;
      case 'smooth':
        next =
          depthM + (meanAround(grid, before, node) - depthM) * Math.min(1, dab.strength) * weight;
        break;
      case 'level':
        next = depthM + (dab.levelDepthM - depthM) * Math.min(1, dab.strength) * weight;
        break;
      case 'roughen':
        next =
          depthM +
          dab.strength * weight * smoothNoise2(0x70f, xM / (2 * grid.cellM), yM / (2 * grid.cellM));
        break;
    }
    depthsM[node] = Math.min(DEEPEST_M, Math.max(0, next));
  });
}

/** Paints the nodes within a radius with one value. */
export function dabSediment(
  grid: Pick<DepthGrid, 'originM' | 'cellM' | 'columns' | 'rows'>,
  cells: Uint8Array,
  xM: number,
  yM: number,
  radiusM: number,
  value: number,
): GridRect | null {
  const rect = rectAround(grid, xM, yM, radiusM);
  if (!rect) return null;
  for (let row = rect.row0; row <= rect.row1; row++) {
    const dy = grid.originM.y + row * grid.cellM - yM;
    for (let column = rect.column0; column <= rect.column1; column++) {
      const dx = grid.originM.x + column * grid.cellM - xM;
      if (dx * dx + dy * dy <= radiusM * radiusM) cells[row * grid.columns + column] = value;
    }
  }
  return rect;
}

/** The values of a rectangle, row by row. */
export function cutRect<T extends Float32Array | Uint8Array | number[]>(
  values: T,
  columns: number,
  rect: GridRect,
): number[] {
  const cut: number[] = [];
  for (let row = rect.row0; row <= rect.row1; row++) {
    for (let column = rect.column0; column <= rect.column1; column++) {
      cut.push(values[row * columns + column]);
    }
  }
  return cut;
}

/** A copy of `values` with a rectangle replaced. */
export function withRect(
  values: readonly number[],
  columns: number,
  rect: GridRect,
  cut: readonly number[],
): number[] {
  const next = values.slice();
  let i = 0;
  for (let row = rect.row0; row <= rect.row1; row++) {
    for (let column = rect.column0; column <= rect.column1; column++) {
      next[row * columns + column] = cut[i++];
    }
  }
  return next;
}
