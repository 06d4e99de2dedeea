import { contours } from 'd3-contour';

/** A grid of values seen as a map: value of column i, row j at (i, j) cells from its origin, row 0 south. */
export interface ChartGrid {
  originM: { x: number; y: number };
  cellM: number;
  columns: number;
  rows: number;
  depthsM: Float32Array;
}

/** The places where it is at least `depthM` deep, as closed rings. */
export interface ContourLevel {
  depthM: number;
  /** x, y, x, y … in metres; outer rings and holes, to be filled by the even-odd rule. */
  rings: Float64Array[];
}

/** Depths at whole steps, from the first above zero to the deepest, m. */
export function contourDepths(stepM: number, deepestM: number, most = 60): number[] {
  const depths: number[] = [];
  for (let i = 1; i * stepM < deepestM && depths.length < most; i++) depths.push(i * stepM);
  return depths;
}

/**
 * Contours of a depth grid by marching squares (d3-contour), linear between nodes.
 * @param depthsM at which depths
 */
export function contourLines(grid: ChartGrid, depthsM: readonly number[]): ContourLevel[] {
  const { columns, rows, cellM, originM } = grid;
  const maker = contours().size([columns, rows]);
  const values = grid.depthsM as unknown as number[];
  return depthsM.map((depthM) => ({
    depthM,
    rings: maker.contour(values, depthM).coordinates.flatMap((polygon) =>
      polygon.map((ring) => {
        const metres = new Float64Array(2 * ring.length);
        ring.forEach(([x, y], i) => {
          // d3 puts the value of node (i, j) at (i + ½, j + ½).
          metres[2 * i] = originM.x + (x - 0.5) * cellM;
          metres[2 * i + 1] = originM.y + (y - 0.5) * cellM;
        });
        return metres;
      }),
    ),
  }));
}

/**
 * The lines proper of a ring: without the stretches along the grid's edge, where it is only closed.
 * @returns pieces as x, y, x, y …
 */
export function openLines(grid: Omit<ChartGrid, 'depthsM'>, ring: Float64Array): Float64Array[] {
  const { originM, cellM, columns, rows } = grid;
  const edge = 0.4 * cellM;
  const west = originM.x - edge;
  const south = originM.y - edge;
  const east = originM.x + (columns - 1) * cellM + edge;
  const north = originM.y + (rows - 1) * cellM + edge;
  const isEdge = (i: number) =>
    ring[2 * i] < west || ring[2 * i] > east || ring[2 * i + 1] < south || ring[2 * i + 1] > north;
  const pieces: Float64Array[] = [];
  let piece: number[] = [];
  const flush = () => {
    if (piece.length >= 4) pieces.push(Float64Array.from(piece));
    piece = [];
  };
  for (let i = 0; i < ring.length / 2; i++) {
    if (isEdge(i)) flush();
    else piece.push(ring[2 * i], ring[2 * i + 1]);
  }
  flush();
  return pieces;
}
