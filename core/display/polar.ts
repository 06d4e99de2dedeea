/**
 * The sector: one frame at true angles, the transducer where its beams meet. What the mount points at
 * lies to the right, what is behind it to the left, whichever way the mount is turned.
 */
import { degToRad } from '../units/angle';
import { cellsPerPing, type EchogramInfo } from '../sounding';
import type { DrawOptions } from './along';
import { type EchoSource, LOOKUP_BIAS_CDB, lookupFor, offsetCdb, STEP_SHIFT } from './paint';
import { pingReader } from './pingReader';
import type { View } from './view';

export interface PolarTransform {
  kind: 'polar';
  widthPx: number;
  heightPx: number;
  endPing: number;
  apexX: number;
  apexY: number;
  pxPerM: number;
  /** Edge of the first beam and width of each, rad from straight down, to the right positive. */
  firstRad: number;
  spacingRad: number;
  beams: number;
  binCount: number;
  rangeStepM: number;
  /** Farthest range shown, m. */
  rangeM: number;
}

const MARGIN = 0.97;

export function polarTransform(
  info: EchogramInfo,
  view: View,
  widthPx: number,
  heightPx: number,
  endPing: number,
): PolarTransform {
  const angles = info.channels[0].beamAnglesDeg;
  const spacingRad = degToRad((angles.at(-1)! - angles[0]) / (angles.length - 1));
  const firstRad = degToRad(angles[0]) - spacingRad / 2;
  const lastRad = firstRad + angles.length * spacingRad;
  const rangeM = Math.min(view.bottomM, info.binCount * info.rangeStepM);
  // The box around apex and arc, in units of the range.
  let [left, right, top, bottom] = [0, 0, 0, 0];
  const steps = 64;
  for (let i = 0; i <= steps; i++) {
    const angle = firstRad + (i / steps) * (lastRad - firstRad);
    left = Math.min(left, Math.sin(angle));
    right = Math.max(right, Math.sin(angle));
    top = Math.min(top, Math.cos(angle));
    bottom = Math.max(bottom, Math.cos(angle));
  }
  const scale = MARGIN * Math.min(widthPx / (right - left), heightPx / (bottom - top));
  return {
    kind: 'polar',
    widthPx,
    heightPx,
    endPing,
    apexX: widthPx / 2 - (scale * (left + right)) / 2,
    apexY: heightPx / 2 - (scale * (top + bottom)) / 2,
    pxPerM: scale / rangeM,
    firstRad,
    spacingRad,
    beams: angles.length,
    binCount: info.binCount,
    rangeStepM: info.rangeStepM,
    rangeM,
  };
}

export interface PolarCell {
  beam: number;
  bin: number;
}

/** A place on the picture in beams and cells with their fractions, wherever it lies. */
export function polarSpot(t: PolarTransform, xPx: number, yPx: number): PolarCell {
  const x = xPx - t.apexX;
  const y = yPx - t.apexY;
  return {
    beam: (Math.atan2(x, y) - t.firstRad) / t.spacingRad,
    bin: Math.hypot(x, y) / t.pxPerM / t.rangeStepM,
  };
}

/** The cell that holds a spot; null outside the sector. */
function cellOfSpot(t: PolarTransform, spot: PolarCell): PolarCell | null {
  if (spot.bin * t.rangeStepM >= t.rangeM) return null;
  const beam = Math.floor(spot.beam);
  const bin = Math.floor(spot.bin);
  return beam >= 0 && beam < t.beams && bin < t.binCount ? { beam, bin } : null;
}

/** The cell at a place on the picture; null outside the sector. */
export const polarCell = (t: PolarTransform, xPx: number, yPx: number): PolarCell | null =>
  cellOfSpot(t, polarSpot(t, xPx, yPx));

/** Middle of a cell on the picture. */
export function polarPlace(t: PolarTransform, { beam, bin }: PolarCell): { x: number; y: number } {
  const angle = t.firstRad + (beam + 0.5) * t.spacingRad;
  const px = (bin + 0.5) * t.rangeStepM * t.pxPerM;
  return { x: t.apexX + px * Math.sin(angle), y: t.apexY + px * Math.cos(angle) };
}

/** Parts into which the step from one cell to the next is cut where pixels lie between two; 0 to 128, so a byte. */
const PARTS_SHIFT = 7;
const PARTS = 1 << PARTS_SHIFT;
const BYTE_BITS = 8;
const BYTE_MASK = 0xff;

/** What each pixel of a geometry shows. */
interface PolarMap {
  /** The cell under its middle, −1 outside the sector. */
  cells: Int32Array;
  /** The cell whose middle lies before it on both axes. */
  corners: Int32Array;
  /** How far it lies towards the next cell (lower byte) and the next beam (upper byte), in parts. */
  towards: Uint16Array;
}

/** Kept while the geometry stays. */
const maps = new Map<string, PolarMap>();
const MOST_MAPS = 6;

export function polarMap(t: PolarTransform): PolarMap {
  const { endPing: _, ...geometry } = t;
  const key = JSON.stringify(geometry);
  const known = maps.get(key);
  if (known) return known;
  const size = t.widthPx * t.heightPx;
  const map = {
    cells: new Int32Array(size).fill(-1),
    corners: new Int32Array(size),
    towards: new Uint16Array(size),
  };
  for (let y = 0, i = 0; y < t.heightPx; y++) {
    for (let x = 0; x < t.widthPx; x++, i++) {
      const spot = polarSpot(t, x + 0.5, y + 0.5);
      const cell = cellOfSpot(t, spot);
      if (!cell) continue;
      map.cells[i] = cell.beam * t.binCount + cell.bin;
      const [beam, towardsBeam] = between(spot.beam, t.beams);
      const [bin, towardsBin] = between(spot.bin, t.binCount);
      map.corners[i] = beam * t.binCount + bin;
      map.towards[i] = (towardsBeam << BYTE_BITS) | towardsBin;
    }
  }
  if (maps.size >= MOST_MAPS) maps.delete(maps.keys().next().value!);
  maps.set(key, map);
  return map;
}

/** The cell whose middle lies before a place, and the parts from there to the next: within the first and the last. */
function between(at: number, count: number): [cell: number, parts: number] {
  const inside = Math.min(count - 1, Math.max(0, at - 0.5));
  const cell = Math.min(count - 2, Math.floor(inside));
  return [cell, Math.round((inside - cell) * PARTS)];
}

/**
 * Draws the frame before `endPing`. A pixel lies between four cells, two beams and two ranges: it shows
 * what lies between their levels, in decibels, so that beams leave no steps.
 */
export function renderPolar(
  source: EchoSource,
  view: View,
  transform: PolarTransform,
  pixels: Uint32Array,
  { eye = 'usual' }: DrawOptions = {},
): void {
  const { info, levelsCdb, capacity } = source;
  const { binCount } = info;
  const lookup = lookupFor(view, eye);
  const ping = transform.endPing - 1;
  if (ping < source.first || ping >= source.end) {
    pixels.fill(lookup[0]);
    return;
  }
  const { cells, corners, towards } = polarMap(transform);
  const read = pingReader(source, view, 0)?.(ping);
  const levels = read?.levels ?? levelsCdb;
  const base = read?.at ?? (ping % capacity) * cellsPerPing(info);
  const offsets = Int32Array.from({ length: binCount }, (_, bin) =>
    offsetCdb(info, 0, view, (bin + 0.5) * info.rangeStepM),
  );
  const ground = lookup[LOOKUP_BIAS_CDB >> STEP_SHIFT];
  for (let i = 0; i < cells.length; i++) {
    if (cells[i] < 0) {
      pixels[i] = ground;
      continue;
    }
    const near = base + corners[i];
    const far = near + binCount;
    const onward = towards[i] & BYTE_MASK;
    const aside = towards[i] >> BYTE_BITS;
    const here = levels[near] * (PARTS - onward) + levels[near + 1] * onward;
    const beside = levels[far] * (PARTS - onward) + levels[far + 1] * onward;
    const level = (here * (PARTS - aside) + beside * aside) >> (2 * PARTS_SHIFT);
    pixels[i] = lookup[(level + offsets[cells[i] % binCount]) >> STEP_SHIFT];
  }
}
