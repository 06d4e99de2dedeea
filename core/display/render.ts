/** Echogram and view to pixels. The picture is a function of stored levels; measuring never reads it. */
import { cellsPerPing, type EchogramInfo, firstRowOf } from '../sounding';
import { palette } from './palettes';
import { aboveFloorDb, DISPLAY_SPAN_DB, type View } from './view';

export interface EchoSource {
  info: EchogramInfo;
  /** Ping-major levels, hundredths of dB; ping p begins at (p mod capacity) · cellsPerPing. */
  levelsCdb: Int16Array;
  /** Pings the array holds; a ring when smaller than the run. */
  capacity: number;
  /** Pings that are there: `first ≤ ping < end`. */
  first: number;
  end: number;
  /** The channel that is drawn; the first by default. */
  channel?: number;
}

/** Where pings and cells fall on a picture of `widthPx × heightPx` whose right edge is the end of `endPing`. */
export interface EchoTransform {
  widthPx: number;
  heightPx: number;
  endPing: number;
  pxPerPing: number;
  topM: number;
  pxPerM: number;
  rangeStepM: number;
  draftM: number;
}

export function echoTransform(
  info: EchogramInfo,
  view: View,
  widthPx: number,
  heightPx: number,
  endPing: number,
): EchoTransform {
  return {
    widthPx,
    heightPx,
    endPing,
    pxPerPing: view.scrollPxPerS / info.pingRateHz,
    topM: view.topM,
    pxPerM: heightPx / (view.bottomM - view.topM),
    rangeStepM: info.rangeStepM,
    draftM: info.draftM,
  };
}

export const pingToX = (t: EchoTransform, ping: number) =>
  t.widthPx - (t.endPing - ping) * t.pxPerPing;
export const xToPing = (t: EchoTransform, xPx: number) =>
  t.endPing - (t.widthPx - xPx) / t.pxPerPing;
export const depthToY = (t: EchoTransform, depthM: number) => (depthM - t.topM) * t.pxPerM;
export const yToDepthM = (t: EchoTransform, yPx: number) => t.topM + yPx / t.pxPerM;
export const binToY = (t: EchoTransform, bin: number) => depthToY(t, t.draftM + bin * t.rangeStepM);
export const yToBin = (t: EchoTransform, yPx: number) =>
  (yToDepthM(t, yPx) - t.draftM) / t.rangeStepM;

/** Pings that fit on the picture at this scroll. */
export function pingsAcross(info: EchogramInfo, view: View, widthPx: number): number {
  return Math.ceil((widthPx * info.pingRateHz) / view.scrollPxPerS);
}

// Colours are looked up in steps of 8 hundredths of a dB, well under one of the 256 palette steps. The
// table spans every sum of a level and a row's offset, so the inner loop needs no limits.
const STEP_SHIFT = 3;
const OFFSET_LIMIT_CDB = 32_768;
const LOOKUP_BIAS_CDB = 2 * OFFSET_LIMIT_CDB;
/** Weaker than any level. */
const SILENT_CDB = -32_768;
const LOOKUP_SIZE = (2 * LOOKUP_BIAS_CDB) >> STEP_SHIFT;

/** Columns drawn together: sixteen pixels fill a cache line, so each line of the picture is written once. */
const TILE = 16;

/** For each row of the picture: the cells it shows, and what turns a level into a step of colour. */
interface RowTable {
  firstCell: Int32Array;
  /** Beyond the last cell; equal to `firstCell` where the row shows nothing. */
  endCell: Int32Array;
  offsetCdb: Int32Array;
}

function rowTable(
  info: EchogramInfo,
  channel: number,
  view: View,
  transform: EchoTransform,
): RowTable {
  const { heightPx } = transform;
  const table = {
    firstCell: new Int32Array(heightPx),
    endCell: new Int32Array(heightPx),
    offsetCdb: new Int32Array(heightPx),
  };
  for (let y = 0; y < heightPx; y++) {
    const from = yToBin(transform, y);
    const to = yToBin(transform, y + 1);
    const first = Math.floor(from + 1e-9);
    // A row finer than a cell shows that cell; a coarser one all cells that begin in it.
    const end = Math.max(first + 1, Math.floor(to + 1e-9));
    table.firstCell[y] = Math.min(info.binCount, Math.max(0, first));
    table.endCell[y] = Math.min(info.binCount, Math.max(0, end));
    const rangeM = Math.max(0, (from + to) / 2) * info.rangeStepM;
    const offsetCdb = Math.round(
      100 * aboveFloorDb(0, rangeM, info.channels[channel], view.gainDb),
    );
    table.offsetCdb[y] =
      LOOKUP_BIAS_CDB + Math.min(OFFSET_LIMIT_CDB - 1, Math.max(-OFFSET_LIMIT_CDB, offsetCdb));
  }
  return table;
}

/** Colours by biased level: the ground up to the floor, the strongest from the top on. */
function colourSteps(view: View): Uint32Array {
  const colours = palette(view.paletteId).rgba;
  const strongest = colours.length - 1;
  return Uint32Array.from({ length: LOOKUP_SIZE }, (_, i) => {
    const aboveFloorCdb = (i << STEP_SHIFT) - LOOKUP_BIAS_CDB;
    const share = aboveFloorCdb / (100 * DISPLAY_SPAN_DB);
    return colours[Math.round(strongest * Math.min(1, Math.max(0, share)))];
  });
}

const lookups = new Map<View['paletteId'], Uint32Array>();

function lookupFor(view: View): Uint32Array {
  let lookup = lookups.get(view.paletteId);
  if (!lookup) lookups.set(view.paletteId, (lookup = colourSteps(view)));
  return lookup;
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
): void {
  const { info, levelsCdb, capacity, channel = 0 } = source;
  const { binCount } = info;
  const stride = cellsPerPing(info);
  const rowStart = firstRowOf(info, channel) * binCount;
  const { widthPx, heightPx } = transform;
  const { firstCell, endCell, offsetCdb } = rowTable(info, channel, view, transform);
  const lookup = lookupFor(view);
  const ground = lookup[0];

  const from = new Int32Array(TILE);
  const to = new Int32Array(TILE);
  const base = new Int32Array(TILE);
  const merged = new Int16Array(TILE * binCount);

  for (let left = 0; left < widthPx; left += TILE) {
    const columns = Math.min(TILE, widthPx - left);
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
    const isPlain = widest === 1 && narrowest === 1;
    if (!isPlain) {
      merged.fill(SILENT_CDB);
      for (let k = 0; k < columns; k++) {
        base[k] = k * binCount;
        for (let ping = from[k]; ping < to[k]; ping++) {
          const at = (ping % capacity) * stride + rowStart;
          for (let cell = 0; cell < binCount; cell++) {
            const level = levelsCdb[at + cell];
            if (level > merged[base[k] + cell]) merged[base[k] + cell] = level;
          }
        }
      }
    }
    const levels = isPlain ? levelsCdb : merged;

    for (let y = 0; y < heightPx; y++) {
      const row = y * widthPx + left;
      const first = firstCell[y];
      const end = endCell[y];
      const offset = offsetCdb[y];
      if (end - first === 1) {
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
