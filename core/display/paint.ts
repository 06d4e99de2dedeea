/** What all pictures share: which cells fall on a pixel along the range, and what colour a level has. */
import type { EchogramInfo } from '../sounding';
import { type Eye, palette } from './palettes';
import { aboveFloorDb, shownSpanDb, type View } from './view';

export interface EchoSource {
  info: EchogramInfo;
  /** Ping-major levels, hundredths of dB; ping p begins at (p mod capacity) · cellsPerPing. */
  levelsCdb: Int16Array;
  /** Pings the array holds; a ring when smaller than the run. */
  capacity: number;
  /** Pings that are there: `first ≤ ping < end`. */
  first: number;
  end: number;
  /** The channel that is drawn; the first by default. Pictures of several channels draw them all. */
  channel?: number;
  /** Colours of the cells (RGBA words, laid out as the levels) where an echo is known as a picture only. */
  colours?: Uint32Array;
  /**
   * Depth of the bottom as found on the echo, m, in the slots of `levelsCdb`, NaN where it is lost: automatic range
   * and a view that hangs on the bottom follow it, not the truth.
   */
  bottomDepthM?: ArrayLike<number>;
}

// Colours are looked up in steps of 8 hundredths of a dB, well under one of the 256 palette steps. The
// table spans every sum of a level and an offset, so the inner loops need no limits.
export const STEP_SHIFT = 3;
const OFFSET_LIMIT_CDB = 32_768;
export const LOOKUP_BIAS_CDB = 2 * OFFSET_LIMIT_CDB;
const LOOKUP_SIZE = (2 * LOOKUP_BIAS_CDB) >> STEP_SHIFT;
/** Weaker than any level. */
export const SILENT_CDB = -32_768;

/** Added to a level in hundredths of dB to find its colour. */
export function offsetCdb(info: EchogramInfo, channel: number, view: View, rangeM: number): number {
  const offset = Math.round(100 * aboveFloorDb(0, rangeM, info.channels[channel], view));
  return LOOKUP_BIAS_CDB + Math.min(OFFSET_LIMIT_CDB - 1, Math.max(-OFFSET_LIMIT_CDB, offset));
}

/** For each pixel along the range: the cells it shows, and what turns a level into a step of colour. */
export interface RangeTable {
  firstCell: Int32Array;
  /** Beyond the last cell; equal to `firstCell` where the pixel shows nothing. */
  endCell: Int32Array;
  offsetCdb: Int32Array;
}

/**
 * @param binAt cell, with its fraction, at the near edge of pixel i; `binAt(i + 1)` is its far edge
 */
export function rangeTable(
  info: EchogramInfo,
  channel: number,
  view: View,
  lengthPx: number,
  binAt: (px: number) => number,
): RangeTable {
  const table = {
    firstCell: new Int32Array(lengthPx),
    endCell: new Int32Array(lengthPx),
    offsetCdb: new Int32Array(lengthPx),
  };
  for (let i = 0; i < lengthPx; i++) {
    const from = binAt(i);
    const to = binAt(i + 1);
    const first = Math.floor(from + 1e-9);
    // A pixel finer than a cell shows that cell; a coarser one all cells that begin in it.
    const end = Math.max(first + 1, Math.floor(to + 1e-9));
    table.firstCell[i] = Math.min(info.binCount, Math.max(0, first));
    table.endCell[i] = Math.min(info.binCount, Math.max(0, end));
    const rangeM = Math.max(0, (from + to) / 2) * info.rangeStepM;
    table.offsetCdb[i] = offsetCdb(info, channel, view, rangeM);
  }
  return table;
}

const lookups = new Map<string, Uint32Array>();
const MOST_LOOKUPS = 40;

/** Colours by biased level: the ground up to the floor, the strongest from the top on. */
export function lookupFor(view: View, eye: Eye): Uint32Array {
  const key = `${view.paletteId} ${eye} ${view.contrastDb}`;
  let lookup = lookups.get(key);
  if (!lookup) {
    const colours = palette(view.paletteId, eye).rgba;
    const strongest = colours.length - 1;
    const spanCdb = 100 * shownSpanDb(view);
    lookup = Uint32Array.from({ length: LOOKUP_SIZE }, (_, i) => {
      const share = ((i << STEP_SHIFT) - LOOKUP_BIAS_CDB) / spanCdb;
      return colours[Math.round(strongest * Math.min(1, Math.max(0, share)))];
    });
    if (lookups.size >= MOST_LOOKUPS) lookups.delete(lookups.keys().next().value!);
    lookups.set(key, lookup);
  }
  return lookup;
}
