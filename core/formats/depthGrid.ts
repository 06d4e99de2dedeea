/**
 * Depth grids of other programs as a bottom: ESRI ASCII grids, and lists of x, y, depth (XYZ, CSV), evenly
 * spaced or scattered. Depths are positive downward; a file of elevations (none above zero) is turned over.
 */
import { type Bottom, MAX_GRID_NODES, type SedimentName } from '../bottom';
import { z } from 'zod';
import { fail, ok, type Result } from '../records';
import { fromGeodetic, type Geodetic } from '../units';
import { MAX_TEXT_LENGTH } from './chartData';
import type { FormatFault } from './fault';

export interface DepthGridFile {
  bottom: Bottom;
  /** What was decided on the way, for the user to see. */
  notes: string[];
}

const fault = (code: FormatFault['code'], message: string) => fail<FormatFault>({ code, message });

const numberOf = (text: string) => Number(text.replace(',', '.'));

/** Of a file, before it is thinned to what a water holds. */
export const MAX_FILE_NODES = 16_000_000;
const MAX_GRID_SIDE = 2000;

export interface Nodes {
  originM: { x: number; y: number };
  cellM: number;
  columns: number;
  rows: number;
  /** NaN where the file holds nothing. */
  depthsM: Float64Array;
}

export function readDepthGrid(
  file: string,
  sediment: SedimentName = 'sand',
): Result<DepthGridFile, FormatFault> {
  if (file.trim() === '') return fault('notAFile', 'the file is empty');
  if (file.length > MAX_TEXT_LENGTH) return fault('tooLarge', 'the file is larger than 40 MB');
  const notes: string[] = [];
  const text = file.replace(/^\uFEFF/, '');
  const read = /^\s*ncols\s/i.test(text)
    ? readEsri(text)
    : text.trimStart().startsWith('{')
      ? readContours(text, notes)
      : readPoints(text, notes);
  return read.ok ? bottomOfNodes(read.value, sediment, notes) : read;
}

/** A bottom of one sediment from the nodes of a file; too many are thinned out. */
export function bottomOfNodes(
  given: Nodes,
  sediment: SedimentName,
  notes: string[],
): Result<DepthGridFile, FormatFault> {
  if (given.columns < 4 || given.rows < 4) {
    return fault(
      'invalidPart',
      `the grid has ${given.columns} × ${given.rows} nodes; 4 × 4 is the least`,
    );
  }
  const nodes = thinned(given, notes);
  if (nodes.cellM < 0.25) {
    return fault(
      'invalidPart',
      `the spacing is ${nodes.cellM}: if these are degrees, project the grid to metres first; 0.25 m is the finest`,
    );
  }
  if (nodes.cellM > 100)
    return fault('invalidPart', `the spacing is ${nodes.cellM} m; 100 m is the coarsest`);
  turnElevations(nodes, notes);
  fillEmpty(nodes, notes);
  let shallow = 0;
  const depthsCm = Array.from(nodes.depthsM, (depthM) => {
    if (depthM < 0) shallow++;
    return Math.min(50_000, Math.max(0, Math.round(100 * depthM)));
  });
  if (shallow > 0) notes.push(`${shallow} nodes lie above the water and became depth 0.`);
  // Large map coordinates would cost precision: the south-west corner becomes the origin.
  if (Math.abs(nodes.originM.x) > 50_000 || Math.abs(nodes.originM.y) > 50_000) {
    notes.push(`The south-west corner (${nodes.originM.x}, ${nodes.originM.y}) became x 0, y 0.`);
    nodes.originM = { x: 0, y: 0 };
  }
  return ok({
    bottom: {
      originM: nodes.originM,
      cellM: nodes.cellM,
      columns: nodes.columns,
      rows: nodes.rows,
      depthsCm,
      sediments: [sediment],
      sedimentCells: new Array<number>(depthsCm.length).fill(0),
      features: [],
    },
    notes,
  });
}

/** Every k-th node of a grid that holds more than a water may. */
function thinned(nodes: Nodes, notes: string[]): Nodes {
  const { columns, rows, depthsM } = nodes;
  const step = Math.max(
    Math.ceil(Math.sqrt((columns * rows) / MAX_GRID_NODES)),
    Math.ceil(Math.max(columns, rows) / MAX_GRID_SIDE),
  );
  if (step <= 1) return nodes;
  const [across, up] = [columns, rows].map((count) => Math.floor((count - 1) / step) + 1);
  const kept = new Float64Array(across * up);
  for (let row = 0; row < up; row++) {
    for (let column = 0; column < across; column++) {
      kept[row * across + column] = depthsM[row * step * columns + column * step];
    }
  }
  notes.push(
    `${columns} × ${rows} nodes are more than a water holds: one in ${step} each way was taken.`,
  );
  return { ...nodes, cellM: nodes.cellM * step, columns: across, rows: up, depthsM: kept };
}

/** Elevations are zero or less in the water. */
function turnElevations(nodes: Nodes, notes: string[]): void {
  let below = 0;
  let above = 0;
  for (const depthM of nodes.depthsM) {
    if (depthM < 0) below++;
    else if (depthM > 0) above++;
  }
  if (below > above) {
    for (let i = 0; i < nodes.depthsM.length; i++) nodes.depthsM[i] = -nodes.depthsM[i];
    notes.push('The values are elevations (mostly below zero); they were turned into depths.');
  }
}

/** What the file leaves out takes the value of the nearest node that has one. */
function fillEmpty(nodes: Nodes, notes: string[]): void {
  const { columns, rows, depthsM } = nodes;
  let frontier: number[] = [];
  let empty = 0;
  for (let i = 0; i < depthsM.length; i++) {
    if (Number.isNaN(depthsM[i])) empty++;
    else frontier.push(i);
  }
  if (empty === 0) return;
  notes.push(`${empty} of ${depthsM.length} nodes had no value and took that of the nearest.`);
  while (frontier.length > 0) {
    const next: number[] = [];
    for (const node of frontier) {
      const column = node % columns;
      const neighbours = [
        column > 0 ? node - 1 : -1,
        column < columns - 1 ? node + 1 : -1,
        node - columns,
        node + columns,
      ];
      for (const neighbour of neighbours) {
        if (neighbour < 0 || neighbour >= columns * rows) continue;
        if (!Number.isNaN(depthsM[neighbour])) continue;
        depthsM[neighbour] = depthsM[node];
        next.push(neighbour);
      }
    }
    frontier = next;
  }
}

const ESRI_KEYS = [
  'ncols',
  'nrows',
  'xllcorner',
  'yllcorner',
  'xllcenter',
  'yllcenter',
  'cellsize',
  'nodata_value',
];

function readEsri(text: string): Result<Nodes, FormatFault> {
  const lines = text.split(/\r?\n/);
  const header: Record<string, number> = {};
  let line = 0;
  for (; line < lines.length; line++) {
    const [key, value, ...rest] = lines[line].trim().split(/\s+/);
    if (!ESRI_KEYS.includes(key.toLowerCase())) break;
    const number = value === undefined ? NaN : numberOf(value);
    if (!Number.isFinite(number) || rest.length > 0) {
      return fault('invalidPart', `line ${line + 1}: "${key}" needs one number`);
    }
    header[key.toLowerCase()] = number;
  }
  for (const key of ['ncols', 'nrows', 'cellsize']) {
    if (header[key] === undefined) return fault('invalidPart', `the header lacks "${key}"`);
  }
  const { ncols: columns, nrows: rows, cellsize: cellM } = header;
  if (!Number.isInteger(columns) || !Number.isInteger(rows) || columns < 1 || rows < 1) {
    return fault('invalidPart', 'ncols and nrows must be whole numbers above 0');
  }
  if (columns * rows > MAX_FILE_NODES) {
    return fault(
      'tooLarge',
      `the grid has ${columns} × ${rows} nodes; at most ${MAX_FILE_NODES} can be read`,
    );
  }
  const depthsM = new Float64Array(columns * rows);
  const nodata = header.nodata_value ?? -9999;
  let count = 0;
  for (; line < lines.length; line++) {
    const written = lines[line].trim();
    if (written === '') continue;
    for (const word of written.split(/\s+/)) {
      const value = numberOf(word);
      if (!Number.isFinite(value))
        return fault('invalidPart', `line ${line + 1}: "${word.slice(0, 20)}" is not a number`);
      if (count < depthsM.length) {
        // The file's first row is the northernmost.
        const row = rows - 1 - Math.floor(count / columns);
        depthsM[row * columns + (count % columns)] = value === nodata ? NaN : value;
      }
      count++;
    }
  }
  if (count !== columns * rows) {
    return fault(
      'truncated',
      `expected ${columns * rows} values (${columns} × ${rows}), got ${count}`,
    );
  }
  if (depthsM.every(Number.isNaN)) return fault('invalidPart', 'every value is NODATA');
  // A corner is that of the south-west cell; its middle is half a cell further in.
  return ok({
    originM: {
      x: header.xllcenter ?? (header.xllcorner ?? 0) + cellM / 2,
      y: header.yllcenter ?? (header.yllcorner ?? 0) + cellM / 2,
    },
    cellM,
    columns,
    rows,
    depthsM,
  });
}

function readPoints(text: string, notes: string[]): Result<Nodes, FormatFault> {
  const xs: number[] = [];
  const ys: number[] = [];
  const depths: number[] = [];
  let order = [0, 1, 2];
  const lines = text.split(/\r?\n/);
  const isSemicolon = text.slice(0, 2000).includes(';');
  for (const [i, written] of lines.entries()) {
    const line = written.trim();
    if (line === '' || line.startsWith('#')) continue;
    const words = line.split(isSemicolon ? /\s*;\s*/ : /[\s,]+/);
    const values = words.map(numberOf);
    if (xs.length === 0 && values.some((value) => !Number.isFinite(value))) {
      const named = columnOrder(words);
      if (!named)
        return fault(
          'foreign',
          `line ${i + 1}: expected a header x, y, depth or three numbers, got "${line.slice(0, 40)}"`,
        );
      order = named;
      continue;
    }
    const [x, y, depthM] = order.map((column) => values[column]);
    if (![x, y, depthM].every(Number.isFinite)) {
      return fault(
        'invalidPart',
        `line ${i + 1}: expected x, y and depth, got "${line.slice(0, 40)}"`,
      );
    }
    xs.push(x);
    ys.push(y);
    depths.push(depthM);
  }
  if (xs.length < 4)
    return fault('invalidPart', `the file holds ${xs.length} points; at least 4 are needed`);
  return gridOfPoints(xs, ys, depths, notes);
}

const DEPTH_KEY = /^(depth|depth_m|tiefe|valdco|contour|elev|elevation|z)$/i;

/** Depth contours as GeoJSON lines or points, each with its depth among its properties, in degrees. */
function readContours(text: string, notes: string[]): Result<Nodes, FormatFault> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return fault('foreign', 'the file begins as GeoJSON and is none');
  }
  const read = contoursSchema.safeParse(parsed);
  if (!read.success) {
    const { path, message } = read.error.issues[0];
    return fault('invalidPart', `${path.join(', ')}: ${message}`);
  }
  const xs: number[] = [];
  const ys: number[] = [];
  const depths: number[] = [];
  let origin: Geodetic | null = null;
  for (const [i, { geometry, properties }] of read.data.features.entries()) {
    if (!geometry) continue;
    const key = Object.keys(properties ?? {}).find((name) => DEPTH_KEY.test(name));
    const depthM = key === undefined ? NaN : numberOf(String(properties![key]));
    if (!Number.isFinite(depthM)) {
      return fault('invalidPart', `feature ${i + 1} tells no depth among its properties`);
    }
    for (const [longitudeDeg, latitudeDeg] of positionsOf(geometry.coordinates)) {
      origin ??= { latitudeDeg, longitudeDeg };
      const { xM, yM } = fromGeodetic(origin, { latitudeDeg, longitudeDeg });
      xs.push(xM);
      ys.push(yM);
      depths.push(depthM);
    }
  }
  if (xs.length < 4)
    return fault('invalidPart', `the file holds ${xs.length} places; at least 4 are needed`);
  notes.push(`${xs.length} places on contours; between them depths are worked out.`);
  return gridOfPoints(xs, ys, depths, notes);
}

const contoursSchema = z.object({
  type: z.literal('FeatureCollection'),
  features: z
    .array(
      z.object({
        geometry: z.object({ coordinates: z.array(z.unknown()) }).nullable(),
        properties: z.record(z.string(), z.unknown()).nullable(),
      }),
    )
    .max(100_000),
});

/** All positions of a geometry, however deep they lie. */
function positionsOf(coordinates: unknown): [number, number][] {
  if (!Array.isArray(coordinates)) return [];
  const [first, second] = coordinates as unknown[];
  if (typeof first === 'number' && typeof second === 'number') {
    return Math.abs(first) <= 180 && Math.abs(second) <= 90 ? [[first, second]] : [];
  }
  return coordinates.flatMap(positionsOf);
}

/** Which columns of a header hold x, y and depth. */
function columnOrder(words: string[]): number[] | null {
  const names = words.map((word) => word.toLowerCase().replace(/["']/g, ''));
  const find = (pattern: RegExp) => names.findIndex((name) => pattern.test(name));
  const order = [
    find(/^(x|easting|east)(_?m)?$/),
    find(/^(y|northing|north)(_?m)?$/),
    find(/^(z|depth|elevation|value)(_?m)?$/),
  ];
  return order.includes(-1) ? null : order;
}

const distinct = (values: number[]) =>
  [...new Set(values.map((value) => Math.round(value * 1000) / 1000))].sort((a, b) => a - b);

function evenStep(sorted: number[]): number | null {
  if (sorted.length < 2) return null;
  let step = Infinity;
  for (let i = 1; i < sorted.length; i++) step = Math.min(step, sorted[i] - sorted[i - 1]);
  const isEven = sorted.every((value) => {
    const cells = (value - sorted[0]) / step;
    return Math.abs(cells - Math.round(cells)) < 0.02;
  });
  return isEven ? step : null;
}

function gridOfPoints(
  xs: number[],
  ys: number[],
  depths: number[],
  notes: string[],
): Result<Nodes, FormatFault> {
  const columnsAt = distinct(xs);
  const rowsAt = distinct(ys);
  const [stepX, stepY] = [evenStep(columnsAt), evenStep(rowsAt)];
  const [west, south] = [columnsAt[0], rowsAt[0]];
  const [widthM, heightM] = [columnsAt.at(-1)! - west, rowsAt.at(-1)! - south];
  const isGrid =
    stepX !== null &&
    stepY !== null &&
    Math.abs(stepX - stepY) < 0.02 * stepX &&
    xs.length > 0.3 * (widthM / stepX + 1) * (heightM / stepX + 1);
  const cellM = isGrid ? stepX : Math.sqrt((widthM * heightM) / (2 * xs.length));
  if (!(cellM > 0)) return fault('invalidPart', 'all points lie on one line');
  const columns = Math.round(widthM / cellM) + 1;
  const rows = Math.round(heightM / cellM) + 1;
  if (columns * rows > MAX_FILE_NODES) {
    return fault(
      'tooLarge',
      `the grid would have ${columns} × ${rows} nodes; at most ${MAX_FILE_NODES} can be read`,
    );
  }
  const nodes: Nodes = {
    originM: { x: west, y: south },
    cellM,
    columns,
    rows,
    depthsM: new Float64Array(columns * rows).fill(NaN),
  };
  if (isGrid) {
    xs.forEach((x, i) => {
      const column = Math.round((x - west) / cellM);
      const row = Math.round((ys[i] - south) / cellM);
      nodes.depthsM[row * columns + column] = depths[i];
    });
  } else {
    interpolate(nodes, xs, ys, depths);
    notes.push(
      `${xs.length} scattered soundings were gridded every ${cellM.toFixed(1)} m by inverse distance.`,
    );
  }
  return ok(nodes);
}

const NEIGHBOURS = 8;
/** Beyond so many bins no sounding is asked: one stray among many would make every node look everywhere. */
const FARTHEST_BINS = 6;

/** Inverse squared distance to the nearest soundings (Shepard 1968), found through bins. */
function interpolate(nodes: Nodes, xs: number[], ys: number[], depths: number[]): void {
  const binM = 3 * nodes.cellM;
  const across = Math.ceil((nodes.columns * nodes.cellM) / binM) + 1;
  const up = Math.ceil((nodes.rows * nodes.cellM) / binM) + 1;
  const bins: number[][] = Array.from({ length: across * up }, () => []);
  const within = (bin: number, count: number) => Math.min(count - 1, Math.max(0, bin));
  const binOf = (x: number, y: number) => [
    within(Math.floor((x - nodes.originM.x) / binM), across),
    within(Math.floor((y - nodes.originM.y) / binM), up),
  ];
  xs.forEach((x, i) => {
    const [column, row] = binOf(x, ys[i]);
    bins[row * across + column].push(i);
  });
  for (let node = 0; node < nodes.depthsM.length; node++) {
    const x = nodes.originM.x + (node % nodes.columns) * nodes.cellM;
    const y = nodes.originM.y + Math.floor(node / nodes.columns) * nodes.cellM;
    const [column, row] = binOf(x, y);
    let near: { i: number; d2: number }[] = [];
    for (let reach = 1; reach <= FARTHEST_BINS; reach++) {
      near = [];
      for (let r = Math.max(0, row - reach); r <= Math.min(up - 1, row + reach); r++) {
        for (let c = Math.max(0, column - reach); c <= Math.min(across - 1, column + reach); c++) {
          for (const i of bins[r * across + c]) {
            near.push({ i, d2: (xs[i] - x) ** 2 + (ys[i] - y) ** 2 });
          }
        }
      }
      if (near.length >= Math.min(NEIGHBOURS, xs.length)) break;
    }
    // Far from every sounding the nearest node that has a depth gives its own.
    if (near.length === 0) continue;
    near.sort((a, b) => a.d2 - b.d2);
    let sum = 0;
    let weight = 0;
    for (const { i, d2 } of near.slice(0, NEIGHBOURS)) {
      const w = 1 / Math.max(1e-6, d2);
      sum += w * depths[i];
      weight += w;
    }
    nodes.depthsM[node] = sum / weight;
  }
}

/** A bottom as an ESRI ASCII grid, depths positive downward. */
export function writeEsriGrid(bottom: Bottom): string {
  const lines = [
    `ncols ${bottom.columns}`,
    `nrows ${bottom.rows}`,
    `xllcenter ${bottom.originM.x}`,
    `yllcenter ${bottom.originM.y}`,
    `cellsize ${bottom.cellM}`,
    'NODATA_value -9999',
  ];
  for (let row = bottom.rows - 1; row >= 0; row--) {
    lines.push(
      bottom.depthsCm
        .slice(row * bottom.columns, (row + 1) * bottom.columns)
        .map((depthCm) => (depthCm / 100).toFixed(2))
        .join(' '),
    );
  }
  return `${lines.join('\n')}\n`;
}
