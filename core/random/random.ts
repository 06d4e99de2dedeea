/**
 * Deterministic randomness for the simulation.
 *
 * Two needs, two tools: building a scene draws a sequence (pure-rand's xoroshiro128+), while anything
 * that depends on time or ping number is a hash of (seed, index), so that any ping can be computed
 * without those before it.
 */
import { cos, ln } from '../numeric';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

export interface RandomSource {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Uniform in [low, high). */
  between(low: number, high: number): number;
  /** Whole number in [0, count). */
  index(count: number): number;
  /** Zero mean, unit variance. */
  gaussian(): number;
  /** Unit mean, the intensity of fully developed speckle. */
  exponential(): number;
}

const mix = (h: number, part: number) => {
  let mixed = Math.imul(h ^ part, 0x85ebca6b);
  mixed ^= mixed >>> 13;
  mixed = Math.imul(mixed, 0xc2b2ae35);
  return mixed ^ (mixed >>> 16);
};
const HASH_START = 0x9747b28c;
/** `hashUniform` of two and of three numbers, without an array for its arguments. */
const uniform2 = (a: number, b: number) => (mix(mix(HASH_START, a), b) >>> 0) / 4294967296;
const uniform3 = (a: number, b: number, c: number) =>
  (mix(mix(mix(HASH_START, a), b), c) >>> 0) / 4294967296;

/** Mixes whole numbers into one unsigned 32-bit hash (murmur3 finaliser, Appleby 2011). */
export function hash32(...parts: number[]): number {
  let h = HASH_START;
  for (const part of parts) h = mix(h, part);
  return h >>> 0;
}

/** Hash of a text, for seeds made from identifiers. */
export function hashText(text: string): number {
  let h = HASH_START;
  for (const letter of text) h = mix(h, letter.codePointAt(0) ?? 0);
  return h >>> 0;
}

/** Uniform in [0, 1) from whole numbers. */
export function hashUniform(...parts: number[]): number {
  return hash32(...parts) / 4294967296;
}

export function randomSource(seed: number): RandomSource {
  // Small seeds leave xoroshiro's first outputs alike; hashing spreads them.
  const generator = xoroshiro128plus(hash32(seed) | 0);
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    between: (low, high) => low + (high - low) * uniform(),
    index: (count) => Math.min(count - 1, Math.floor(count * uniform())),
    // Box & Muller 1958; 1 − u keeps the logarithm finite.
    gaussian: () => Math.sqrt(-2 * ln(1 - uniform())) * cos(2 * Math.PI * uniform()),
    exponential: () => -ln(1 - uniform()),
  };
}

/** A seeded Fisher–Yates shuffle; leaves its input alone. */
export function shuffled<T>(items: readonly T[], random: RandomSource): T[] {
  const result = [...items];
  for (let i = result.length - 1; i > 0; i--) {
    const j = random.index(i + 1);
    [result[i], result[j]] = [result[j]!, result[i]!];
  }
  return result;
}

const smoothstep = (t: number) => t * t * (3 - 2 * t);

/** Smooth noise along a line: about ±1, standard deviation near 0.45, correlation length one unit of `t`. */
export function smoothNoise(seed: number, t: number): number {
  const cell = Math.floor(t);
  const from = 2 * uniform2(seed, cell) - 1;
  const to = 2 * uniform2(seed, cell + 1) - 1;
  return from + (to - from) * smoothstep(t - cell);
}

/** Smooth noise over a plane, as `smoothNoise`. */
export function smoothNoise2(seed: number, x: number, y: number): number {
  const column = Math.floor(x);
  const row = Math.floor(y);
  const u = smoothstep(x - column);
  const v = smoothstep(y - row);
  const southWest = 2 * uniform3(seed, column, row) - 1;
  const southEast = 2 * uniform3(seed, column + 1, row) - 1;
  const northWest = 2 * uniform3(seed, column, row + 1) - 1;
  const northEast = 2 * uniform3(seed, column + 1, row + 1) - 1;
  const top = southWest + (southEast - southWest) * u;
  const bottom = northWest + (northEast - northWest) * u;
  return top + (bottom - top) * v;
}
