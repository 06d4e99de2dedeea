/** Echogram and view to pixels. The picture is a function of stored levels; measuring never reads it. */
import type { EchogramInfo } from '../sounding';
import { palette } from './palettes';
import { aboveFloorDb, DISPLAY_SPAN_DB, type View } from './view';

export interface EchoSource {
  info: EchogramInfo;
  /** Ping-major levels, hundredths of dB; ping p begins at (p mod capacity) · binCount. */
  levelsCdb: Int16Array;
  /** Pings the array holds; a ring when smaller than the run. */
  capacity: number;
  /** Pings that are there: `first ≤ ping < end`. */
  first: number;
  end: number;
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

// Colours are looked up in steps of 8 hundredths of a dB, well under one of the 256 palette steps.
const STEP_SHIFT = 3;
const LOOKUP_SIZE = Math.ceil((100 * DISPLAY_SPAN_DB) / (1 << STEP_SHIFT)) + 1;
/** Columns drawn together: their pixels share cache lines. */
const TILE = 16;

/**
 * Draws into `pixels` (RGBA words, row by row). Where several pings or cells fall on one pixel the
 * strongest is shown, as sounders do, so that a fish of one ping is never dropped by chance.
 * Cost: one look at each cell shown; no allocation but for the row tables.
 */
export function renderEchogram(
  source: EchoSource,
  view: View,
  transform: EchoTransform,
  pixels: Uint32Array,
): void {
  const { info, levelsCdb, capacity } = source;
  const { widthPx, heightPx } = transform;
  const colours = palette(view.paletteId).rgba;
  const lookup = new Uint32Array(LOOKUP_SIZE);
  for (let i = 0; i < LOOKUP_SIZE; i++) {
    lookup[i] = colours[Math.round((i / (LOOKUP_SIZE - 1)) * (colours.length - 1))];
  }
  const ground = lookup[0];
  const highest = LOOKUP_SIZE - 1;

  const rowFirst = new Int32Array(heightPx);
  const rowEnd = new Int32Array(heightPx);
  const rowOffsetCdb = new Int32Array(heightPx);
  for (let y = 0; y < heightPx; y++) {
    const from = yToBin(transform, y);
    const to = yToBin(transform, y + 1);
    const first = Math.floor(from + 1e-9);
    // A row finer than a cell shows that cell; a coarser one all cells that begin in it.
    const end = Math.max(first + 1, Math.floor(to + 1e-9));
    rowFirst[y] = Math.max(0, first);
    rowEnd[y] = Math.min(info.binCount, end);
    const rangeM = Math.max(0, (from + to) / 2) * info.rangeStepM;
    rowOffsetCdb[y] = Math.round(100 * aboveFloorDb(0, rangeM, info, view.gainDb));
  }

  for (let tile = 0; tile < widthPx; tile += TILE) {
    const tileEnd = Math.min(widthPx, tile + TILE);
    for (let x = tile; x < tileEnd; x++) {
      const first = Math.floor(xToPing(transform, x) + 1e-9);
      const end = Math.max(first + 1, Math.floor(xToPing(transform, x + 1) + 1e-9));
      const from = Math.max(source.first, first);
      const to = Math.min(source.end, end);
      if (from >= to) {
        for (let y = 0, at = x; y < heightPx; y++, at += widthPx) pixels[at] = ground;
        continue;
      }
      for (let y = 0, at = x; y < heightPx; y++, at += widthPx) {
        let strongest = -32768;
        const lastCell = rowEnd[y];
        for (let ping = from; ping < to; ping++) {
          const base = (ping % capacity) * info.binCount;
          for (let cell = rowFirst[y]; cell < lastCell; cell++) {
            const level = levelsCdb[base + cell];
            if (level > strongest) strongest = level;
          }
        }
        const step = (strongest + rowOffsetCdb[y]) >> STEP_SHIFT;
        pixels[at] = step <= 0 ? ground : lookup[step < highest ? step : highest];
      }
    }
  }
}
