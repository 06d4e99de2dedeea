/**
 * Cone, down fan and column: pings from left to right, the newest at the right edge, range downward.
 * Columns stand on a grid of their own: column k shows the pings of k … k + 1 columns' time whatever the
 * newest ping is, so a picture that scrolls is the old one moved by whole pixels and a few new columns.
 */
import { cellsPerPing, type EchogramInfo, firstRowOf } from '../sounding';
import {
  type EchoSource,
  lookupFor,
  rangeTable,
  type RangeTable,
  SILENT_CDB,
  STEP_SHIFT,
} from './paint';
import type { Eye } from './palettes';
import { pingReader } from './pingReader';
import type { View } from './view';

/** Where pings and cells fall on a picture whose right edge is the end of `endPing`. */
export interface EchoTransform {
  kind: 'along';
  widthPx: number;
  heightPx: number;
  endPing: number;
  pxPerPing: number;
  /** Column of the grid at the left edge. */
  originPx: number;
  topM: number;
  pxPerM: number;
  rangeStepM: number;
  draftM: number;
  /** Cells by which a ping is lifted so that its bottom lies level; absent where none is. */
  liftOf?: (ping: number) => number;
}

export function echoTransform(
  info: EchogramInfo,
  view: View,
  widthPx: number,
  heightPx: number,
  endPing: number,
): EchoTransform {
  const pxPerPing = view.scrollPxPerS / info.pingRateHz;
  return {
    kind: 'along',
    widthPx,
    heightPx,
    endPing,
    pxPerPing,
    originPx: Math.ceil(endPing * pxPerPing - 1e-9) - widthPx,
    topM: view.topM,
    pxPerM: heightPx / (view.bottomM - view.topM),
    rangeStepM: info.rangeStepM,
    draftM: info.draftM,
  };
}

export const pingToX = (t: EchoTransform, ping: number) => ping * t.pxPerPing - t.originPx;
export const xToPing = (t: EchoTransform, xPx: number) => (xPx + t.originPx) / t.pxPerPing;
export const depthToY = (t: EchoTransform, depthM: number) => (depthM - t.topM) * t.pxPerM;
export const yToDepthM = (t: EchoTransform, yPx: number) => t.topM + yPx / t.pxPerM;
export const binToY = (t: EchoTransform, bin: number) => depthToY(t, t.draftM + bin * t.rangeStepM);
export const yToBin = (t: EchoTransform, yPx: number) =>
  (yToDepthM(t, yPx) - t.draftM) / t.rangeStepM;

/** Upper edge of a cell of a ping; for its lower edge, of the next cell. */
export const cellToY = (t: EchoTransform, ping: number, bin: number) =>
  binToY(t, bin - (t.liftOf?.(Math.floor(ping)) ?? 0));

/** Pings that fit on the picture at this scroll. */
export function pingsAcross(info: EchogramInfo, view: View, lengthPx: number): number {
  return Math.ceil((lengthPx * info.pingRateHz) / view.scrollPxPerS);
}

/** Columns drawn together: sixteen pixels fill a cache line, so each line of the picture is written once. */
const TILE = 16;

export interface DrawOptions {
  /** How the palette looks to this eye. */
  eye?: Eye;
  /** Only these columns (or lines, where the newest is on top); `pixels` then holds no others. */
  from?: number;
  to?: number;
}

/** One cell of each column of a tile. Written out: the engine unrolls nothing, and most of a repaint is spent here. */
function paintTileRow(
  pixels: Uint32Array,
  row: number,
  lookup: Uint32Array,
  levels: Int16Array,
  base: Int32Array,
  cell: number,
  offset: number,
): void {
  pixels[row] = lookup[(levels[base[0] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 1] = lookup[(levels[base[1] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 2] = lookup[(levels[base[2] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 3] = lookup[(levels[base[3] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 4] = lookup[(levels[base[4] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 5] = lookup[(levels[base[5] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 6] = lookup[(levels[base[6] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 7] = lookup[(levels[base[7] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 8] = lookup[(levels[base[8] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 9] = lookup[(levels[base[9] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 10] = lookup[(levels[base[10] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 11] = lookup[(levels[base[11] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 12] = lookup[(levels[base[12] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 13] = lookup[(levels[base[13] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 14] = lookup[(levels[base[14] + cell] + offset) >> STEP_SHIFT];
  pixels[row + 15] = lookup[(levels[base[15] + cell] + offset) >> STEP_SHIFT];
}

/**
 * Draws into `pixels` (RGBA words, row by row). Where several pings or cells fall on one pixel the
 * strongest is shown, as sounders do, so that a fish of one ping is never dropped by chance.
 * Cost: one look at each cell shown.
 */
export function renderEchogram(
  source: EchoSource,
  view: View,
  transform: EchoTransform,
  pixels: Uint32Array,
  options: DrawOptions = {},
): void {
  const { info, levelsCdb, capacity, channel = 0 } = source;
  const { binCount } = info;
  const stride = cellsPerPing(info);
  const rowStart = firstRowOf(info, channel) * binCount;
  const { widthPx, heightPx } = transform;
  const { from: fromPx = 0, to: toPx = widthPx, eye = 'usual' } = options;
  const rowPx = toPx - fromPx;
  const { firstCell, endCell, offsetCdb }: RangeTable = rangeTable(
    info,
    channel,
    view,
    heightPx,
    (y) => yToBin(transform, y),
  );
  const lookup = lookupFor(view, eye);
  const ground = lookup[0];
  const reader = pingReader(source, view, channel);

  const from = new Int32Array(TILE);
  const to = new Int32Array(TILE);
  const base = new Int32Array(TILE);
  const merged = new Int16Array(TILE * binCount);

  for (let left = fromPx; left < toPx; left += TILE) {
    const columns = Math.min(TILE, toPx - left);
    let widest = 0;
    let narrowest = Infinity;
    for (let k = 0; k < columns; k++) {
      const first = Math.floor(xToPing(transform, left + k) + 1e-9);
      const end = Math.max(first + 1, Math.floor(xToPing(transform, left + k + 1) + 1e-9));
      from[k] = Math.max(source.first, first);
      to[k] = Math.max(from[k], Math.min(source.end, end));
      base[k] = (from[k] % capacity) * stride + rowStart;
      widest = Math.max(widest, to[k] - from[k]);
      narrowest = Math.min(narrowest, to[k] - from[k]);
    }

    // One ping to each column is read where it lies; otherwise the tile is gathered first.
    const isPlain = widest === 1 && narrowest === 1 && !reader;
    if (!isPlain) {
      merged.fill(SILENT_CDB);
      for (let k = 0; k < columns; k++) {
        base[k] = k * binCount;
        // Columns finer than pings repeat one; it is made ready once.
        if (k > 0 && from[k] === from[k - 1] && to[k] === to[k - 1]) {
          merged.copyWithin(base[k], base[k - 1], base[k]);
          continue;
        }
        for (let ping = from[k]; ping < to[k]; ping++) {
          const read = reader?.(ping);
          const levels = read?.levels ?? levelsCdb;
          const at = read?.at ?? (ping % capacity) * stride + rowStart;
          for (let cell = 0; cell < binCount; cell++) {
            const level = levels[at + cell];
            if (level > merged[base[k] + cell]) merged[base[k] + cell] = level;
          }
        }
      }
    }
    const levels = isPlain ? levelsCdb : merged;

    for (let y = 0; y < heightPx; y++) {
      const row = y * rowPx + left - fromPx;
      const first = firstCell[y];
      const end = endCell[y];
      const offset = offsetCdb[y];
      if (end - first === 1 && columns === TILE) {
        paintTileRow(pixels, row, lookup, levels, base, first, offset);
      } else if (end - first === 1) {
        for (let k = 0; k < columns; k++) {
          pixels[row + k] = lookup[(levels[base[k] + first] + offset) >> STEP_SHIFT];
        }
      } else if (end > first) {
        for (let k = 0; k < columns; k++) {
          let strongest = SILENT_CDB;
          for (let cell = first; cell < end; cell++) {
            const level = levels[base[k] + cell];
            if (level > strongest) strongest = level;
          }
          pixels[row + k] = lookup[(strongest + offset) >> STEP_SHIFT];
        }
      } else {
        for (let k = 0; k < columns; k++) pixels[row + k] = ground;
      }
    }
  }
}
