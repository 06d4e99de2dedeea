/**
 * What the ground looks like below the grid: patches of harder and softer, grain, relief, stones. All of it is
 * fixed to the place and the same for every instrument, and on the mean over places it changes no level.
 *
 * Fields come from tiles, made once a process: a load a sample, not a noise function. Spectra after Jackson &
 * Richardson 2007 (relief K^−3.2, patchiness), grain K-distributed after Abraham & Lyons 2002; the numbers by
 * sediment are typical ones, set by eye within the published ranges (docs/physics.md).
 */
import { cos, exp, inverseNormal, ln, power, sin, square } from '../numeric';
import { hash32, randomSource } from '../random';
import { SEDIMENT_NAMES, SEDIMENTS, type SedimentName } from './sediments';

const TILE_BITS = 9;
export const TILE = 1 << TILE_BITS;
export const TILE_MASK = TILE - 1;
const TEXEL_M = 0.06;
export const TEXELS_PER_M = 1 / TEXEL_M;
/** The patches' axes are turned and stretched against the rest, so that tiles do not repeat as one. */
export const PATCH_COS = 1.1 * cos(0.6);
export const PATCH_SIN = 1.1 * sin(0.6);
/** How far a border between sediments wanders in long waves, and how far it frays from texel to texel, m. */
export const BORDER_WANDER_M = 1.4;
export const BORDER_FRAY_M = 1.1;

const MOST_STONES_PER_M2 = Math.max(
  ...SEDIMENT_NAMES.map((name) => SEDIMENTS[name].texture.stonesPerM2),
);

/** Fields over TILE × TILE texels, each wrapping round. */
export interface GroundTiles {
  /** Long-waved field as evenly distributed bytes. */
  rank: Uint8Array;
  /** The same as a normal one of unit deviation. */
  border: Float32Array;
  white: Uint8Array;
  /** Relief of a spectrum of 1 cm⁴, m. */
  reliefM: Float32Array;
}

/** What a wide beam does not need: height of a stone, m, and how dense stones must be for it to lie there, as a byte. */
export interface StoneTiles {
  stoneM: Float32Array;
  stoneRank: Uint8Array;
  /** What anchors have left in the softest ground: depth of a furrow, m, its rims negative. */
  furrowM: Float32Array;
}

interface Gradients {
  gx: Float32Array;
  gy: Float32Array;
}
/** Of each texel along a side: its cell, the next one, how far into it, and that faded. */
interface Places {
  cell: Int32Array;
  next: Int32Array;
  part: Float64Array;
  fade: Float64Array;
}

/**
 * One row between two rows of gradients; a function of its own, so that it is made fast long before the last row.
 * @returns the sum of its squares
 */
function noiseRow(
  row: Float32Array,
  near: Gradients,
  far: Gradients,
  t: number,
  fadeT: number,
  { cell, next, part, fade }: Places,
): number {
  let squares = 0;
  for (let column = 0; column < row.length; column++) {
    const s = part[column];
    const i = cell[column];
    const j = next[column];
    const a = near.gx[i] * s + near.gy[i] * t;
    const b = near.gx[j] * (s - 1) + near.gy[j] * t;
    const c = far.gx[i] * s + far.gy[i] * (t - 1);
    const d = far.gx[j] * (s - 1) + far.gy[j] * (t - 1);
    const low = a + (b - a) * fade[column];
    const value = low + (c + (d - c) * fade[column] - low) * fadeT;
    row[column] = value;
    squares += value * value;
  }
  return squares;
}

/** Directions that gradients are drawn from; nobody sees that there are no others. */
const WAYS = 256;
const WAY_X = Float32Array.from({ length: WAYS }, (_, i) => cos((2 * Math.PI * i) / WAYS));
const WAY_Y = Float32Array.from({ length: WAYS }, (_, i) => sin((2 * Math.PI * i) / WAYS));

/** Periodic gradient noise of unit deviation with so many cells to a side of the tile (Perlin 2002). */
function gradientNoise(seed: number, cells: number): Float32Array {
  const field = new Float32Array(TILE * TILE);
  const random = randomSource(seed);
  const gx = new Float32Array(cells * cells);
  const gy = new Float32Array(cells * cells);
  for (let i = 0; i < gx.length; i++) {
    const way = random.index(WAYS);
    gx[i] = WAY_X[way];
    gy[i] = WAY_Y[way];
  }
  const scale = cells / TILE;
  const cell = new Int32Array(TILE);
  const next = new Int32Array(TILE);
  const part = new Float64Array(TILE);
  const fade = new Float64Array(TILE);
  for (let i = 0; i < TILE; i++) {
    const u = (i + 0.5) * scale;
    const t = u - Math.floor(u);
    cell[i] = Math.floor(u);
    next[i] = (cell[i] + 1) % cells;
    part[i] = t;
    fade[i] = t * t * t * (t * (6 * t - 15) + 10);
  }
  let sum2 = 0;
  for (let row = 0; row < TILE; row++) {
    const low = cell[row] * cells;
    const high = next[row] * cells;
    const near = { gx: gx.subarray(low, low + cells), gy: gy.subarray(low, low + cells) };
    const far = { gx: gx.subarray(high, high + cells), gy: gy.subarray(high, high + cells) };
    const target = field.subarray(row * TILE, (row + 1) * TILE);
    sum2 += noiseRow(target, near, far, part[row], fade[row], { cell, next, part, fade });
  }
  scaleField(field, 1 / Math.sqrt(sum2 / field.length));
  return field;
}

const OCTAVES = 7;
/** rms of an octave around a wavelength for a spectrum W(K) = K^−slope, K in rad/cm, cm. */
function octaveRmsCm(k: number, slope: number): number {
  const waveCm = (100 * TEXEL_M * TILE) / (4 << k);
  const K = (2 * Math.PI) / waveCm;
  const bound = (factor: number) => power(K * factor, 2 - slope) / (slope - 2);
  return Math.sqrt(2 * Math.PI * (bound(Math.SQRT1_2) - bound(Math.SQRT2)));
}

/** Ranks of a field as bytes, evenly distributed. */
function ranksOf(field: Float32Array): Uint8Array {
  const order = 4096;
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < field.length; i++) {
    if (field[i] < low) low = field[i];
    if (field[i] > high) high = field[i];
  }
  const scale = (order - 1) / (high - low);
  const below = new Uint32Array(order + 1);
  for (let i = 0; i < field.length; i++) below[(((field[i] - low) * scale) | 0) + 1]++;
  for (let i = 1; i <= order; i++) below[i] += below[i - 1];
  const ranks = new Uint8Array(field.length);
  for (let i = 0; i < field.length; i++) {
    ranks[i] = Math.min(255, (256 * below[((field[i] - low) * scale) | 0]) / field.length);
  }
  return ranks;
}

function randomBytes(seed: number): Uint8Array {
  const random = randomSource(seed);
  const bytes = new Uint8Array(TILE * TILE);
  for (let i = 0; i < bytes.length; i++) bytes[i] = random.between(0, 256);
  return bytes;
}

function scaleField(field: Float32Array, gain: number): void {
  for (let i = 0; i < field.length; i++) field[i] *= gain;
}

/** Adds a field, turned round the tile by so many texels. */
function addField(sum: Float32Array, field: Float32Array, gain: number, shift: number): void {
  const mask = sum.length - 1;
  for (let i = 0; i < field.length; i++) sum[(i + shift) & mask] += gain * field[i];
}

function layStones(): StoneTiles {
  const stoneM = new Float32Array(TILE * TILE);
  const stoneRank = new Uint8Array(TILE * TILE).fill(255);
  const random = randomSource(0x570e);
  const count = Math.round(MOST_STONES_PER_M2 * square(TILE * TEXEL_M));
  for (let stone = 0; stone < count; stone++) {
    // N(> D) ~ D^−2.7 between 0.1 and 0.75 m.
    let sizeM: number;
    do sizeM = 0.1 * power(1 - random.uniform(), -1 / 2.7);
    while (sizeM > 0.75);
    const heightM = sizeM * random.between(0.35, 0.7);
    const rank = Math.floor(random.between(0, 255));
    const [x, y] = [random.between(0, TILE), random.between(0, TILE)];
    const [tiltX, tiltY] = [random.between(-0.5, 0.5), random.between(-0.5, 0.5)];
    const long = random.between(1, 1.5);
    const angle = random.between(0, Math.PI);
    const reach = Math.ceil((sizeM / 2) * long * TEXELS_PER_M);
    for (let dy = -reach; dy <= reach; dy++) {
      for (let dx = -reach; dx <= reach; dx++) {
        const u = (dx * cos(angle) + dy * sin(angle)) / long;
        const v = dy * cos(angle) - dx * sin(angle);
        const out = (2 * Math.sqrt(u * u + v * v) * TEXEL_M) / sizeM;
        if (out >= 1) continue;
        const round = Math.sqrt(1 - out * out);
        const height =
          heightM * round * Math.max(0.3, 1 + (tiltX * dx + tiltY * dy) / Math.max(1, reach));
        const at = ((Math.round(y) + dy) & TILE_MASK) * TILE + ((Math.round(x) + dx) & TILE_MASK);
        // The stone that is there at lower densities wins.
        if (stoneM[at] === 0 || rank < stoneRank[at]) {
          stoneM[at] = height;
          stoneRank[at] = rank;
        }
      }
    }
  }
  return { stoneM, stoneRank, furrowM: dragFurrows() };
}

const FURROWS = 3;
const FURROW = { widthM: 0.4, depthM: 0.09, rimM: 0.03 };

/** Furrows that begin, wind a little and end within the tile, so that tiles may be turned. */
function dragFurrows(): Float32Array {
  const field = new Float32Array(TILE * TILE);
  const random = randomSource(0xd7a6);
  const reach = Math.ceil(FURROW.widthM * TEXELS_PER_M);
  for (let furrow = 0; furrow < FURROWS; furrow++) {
    let [x, y] = [random.between(0.25, 0.75) * TILE, random.between(0.25, 0.75) * TILE];
    let way = random.between(0, 2 * Math.PI);
    const steps = random.between(4, 11) * TEXELS_PER_M;
    for (let step = 0; step < steps; step++) {
      x += cos(way);
      y += sin(way);
      way += 0.012 * random.gaussian();
      const end = Math.min(1, step / 20, (steps - step) / 20);
      for (let dy = -reach; dy <= reach; dy++) {
        for (let dx = -reach; dx <= reach; dx++) {
          const across = (Math.sqrt(dx * dx + dy * dy) * TEXEL_M) / FURROW.widthM;
          if (across >= 1) continue;
          const at = ((Math.round(y) + dy) & TILE_MASK) * TILE + ((Math.round(x) + dx) & TILE_MASK);
          const cut = across < 0.5 ? FURROW.depthM * cos(Math.PI * across) : 0;
          // Whoever drags later cuts through the rim of what was there.
          if (cut > 0) field[at] = Math.max(field[at], end * cut);
          else if (field[at] <= 0) {
            field[at] = Math.min(field[at], -end * FURROW.rimM * sin(2 * Math.PI * (across - 0.5)));
          }
        }
      }
    }
  }
  return field;
}

let tiles: GroundTiles | null = null;

export function groundTiles(): GroundTiles {
  if (tiles) return tiles;
  const patches = new Float32Array(TILE * TILE);
  const relief = new Float32Array(TILE * TILE);
  let variance = 0;
  for (let k = 0; k < OCTAVES; k++) {
    const noise = gradientNoise(hash32(0x3e1f, k), 4 << k);
    const reliefM = octaveRmsCm(k, 3.2) / 100;
    const patch = octaveRmsCm(k, 2.5);
    variance += patch * patch;
    // The same octave elsewhere serves the patches: hard ground is not always high.
    addField(relief, noise, reliefM, 0);
    addField(patches, noise, patch, 5 * TILE * (k + 7) + 191);
  }
  const perDeviation = 1 / Math.sqrt(variance);
  const border = patches.slice();
  scaleField(border, perDeviation);
  tiles = {
    rank: ranksOf(patches),
    border,
    white: randomBytes(0x817e),
    reliefM: relief,
  };
  return tiles;
}

let stones: StoneTiles | null = null;

export const stoneTiles = (): StoneTiles => (stones ??= layStones());

/** Of the normal distribution, in the middle of each of 256 equal shares. */
const QUANTILES = Float64Array.from({ length: 256 }, (_, i) => inverseNormal((i + 0.5) / 256));

/** Scaled so that its mean is one. */
function withUnitMean(values: Float64Array): Float64Array {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.map((value) => value / mean);
}

/** K-distributed grain of a shape by byte, mean 1: gamma by Wilson & Hilferty 1931. */
export function grainOf(shape: number): Float32Array {
  const gamma = QUANTILES.map((z) => {
    const root = 1 - 1 / (9 * shape) + z / (3 * Math.sqrt(shape));
    return Math.max(0.01, root * root * root);
  });
  return Float32Array.from(withUnitMean(gamma));
}

/** What tiles become over the sediments of a bottom, by their index there. */
export interface GroundTables {
  /** Share of intensity by byte of `rank` and of `white`, 256 a sediment. */
  patch: Float32Array;
  grain: Float32Array;
  /** Of the relief of 1 cm⁴. */
  reliefScale: Float32Array;
  /** Stones of a lower rank lie there. */
  stoneLimit: Uint8Array;
  /** How deep a furrow stays, against one in soft mud. */
  furrowShare: Float32Array;
}

const FURROW_SHARE: Partial<Record<SedimentName, number>> = {
  softMud: 1,
  mud: 0.9,
  silt: 0.7,
  clay: 0.6,
  sand: 0.25,
};

export function groundTables(sediments: readonly SedimentName[]): GroundTables {
  const patch = new Float32Array(256 * sediments.length);
  const grain = new Float32Array(256 * sediments.length);
  sediments.forEach((name, kind) => {
    const { patchDb, grainShape: shape } = SEDIMENTS[name].texture;
    const nepers = (patchDb * ln(10)) / 10;
    patch.set(withUnitMean(QUANTILES.map((z) => exp(nepers * z))), 256 * kind);
    grain.set(grainOf(shape), 256 * kind);
  });
  return {
    patch,
    grain,
    reliefScale: Float32Array.from(sediments, (name) =>
      Math.sqrt(SEDIMENTS[name].texture.reliefCm4),
    ),
    furrowShare: Float32Array.from(sediments, (name) => FURROW_SHARE[name] ?? 0),
    stoneLimit: Uint8Array.from(sediments, (name) =>
      Math.round((255 * SEDIMENTS[name].texture.stonesPerM2) / MOST_STONES_PER_M2),
    ),
  };
}

/** Mean square slope on one axis that a sediment's facets lose to the relief; found by eye, about 0.3 π w₂. */
export const reliefSlope2 = (name: SedimentName): number =>
  0.3 * Math.PI * SEDIMENTS[name].texture.reliefCm4;
