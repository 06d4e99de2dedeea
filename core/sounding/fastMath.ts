/** Tables for the inner loops of the sounders. Each is tied to its plain formula by a test. */
import { inverseNormal, log10, sin, square } from '../numeric';

const SINE_BITS = 12;
export const SINE_SIZE = 1 << SINE_BITS;
export const SINE_MASK = SINE_SIZE - 1;
/** Table steps per radian. */
export const SINE_STEPS_PER_RAD = SINE_SIZE / (2 * Math.PI);
export const QUARTER_TURN = SINE_SIZE / 4;

/** sin(2π i / SINE_SIZE); cosine by adding QUARTER_TURN. */
export const SINE = Float32Array.from({ length: SINE_SIZE }, (_, i) =>
  sin((2 * Math.PI * i) / SINE_SIZE),
);

const GAUSS_SIZE = 4096;

/**
 * Quantiles of a normal distribution, scaled so that two of them drawn at random make a complex
 * Gaussian of unit mean intensity (each component has variance ½). The tails end at 3.7 deviations.
 */
export const HALF_GAUSS = (() => {
  const table = new Float64Array(GAUSS_SIZE);
  let sumSquares = 0;
  for (let i = 0; i < GAUSS_SIZE; i++) {
    table[i] = inverseNormal((i + 0.5) / GAUSS_SIZE);
    sumSquares += square(table[i]);
  }
  const scale = Math.sqrt(0.5 / (sumSquares / GAUSS_SIZE));
  return table.map((value) => value * scale);
})();

const TAPE_BITS = 17;
/** Complex draws on the tape; a reader may run up to `TAPE_SPARE` past the end of `TAPE_LENGTH`. */
export const TAPE_LENGTH = 1 << TAPE_BITS;
export const TAPE_SPARE = 4096;

/**
 * Independent complex Gaussian draws of unit mean intensity, real and imaginary part in turn. Speckle
 * reads a row of it from a place that depends on seed, ping and look: a draw costs two loads. Two rows
 * that overlap by chance share draws at a shift, which no picture shows.
 */
export const NOISE_TAPE = (() => {
  const tape = new Float32Array(2 * (TAPE_LENGTH + TAPE_SPARE));
  let state = 0x2545f491;
  for (let i = 0; i < TAPE_LENGTH; i++) {
    // Weyl sequence through a two-round multiply–xorshift mixer.
    state = (state + 0x9e3779b9) | 0;
    let bits = state;
    bits = Math.imul(bits ^ (bits >>> 16), 0x21f0aaad);
    bits = Math.imul(bits ^ (bits >>> 15), 0x735a2d97);
    bits ^= bits >>> 15;
    tape[2 * i] = HALF_GAUSS[bits & (GAUSS_SIZE - 1)];
    tape[2 * i + 1] = HALF_GAUSS[bits >>> 20];
  }
  tape.copyWithin(2 * TAPE_LENGTH, 0, 2 * TAPE_SPARE);
  return tape;
})();

/** Where on the tape a row of speckle begins, from any 32-bit hash. */
export const tapeStart = (hash: number): number => 2 * (hash >>> (32 - TAPE_BITS));

const MANTISSA_BITS = 11;
const MANTISSA_CDB = Float32Array.from(
  { length: 1 << MANTISSA_BITS },
  (_, i) => 1000 * log10(1 + (i + 0.5) / (1 << MANTISSA_BITS)),
);
const CDB_PER_OCTAVE = 1000 * log10(2);
const floatBits = new Float32Array(1);
const intBits = new Int32Array(floatBits.buffer);

/** No energy at all. */
export const SILENCE_CDB = -20_000;

const LEAST_POWER = 1e-20;
/** Brings every sum above zero, so that rounding is a truncation. */
const ROUNDING_BIAS = 32_768;

/** 1000·log10(x), i.e. hundredths of a decibel, within 0.6 (plain: `Math.round(1000 * log10(x))`). */
export function centidecibel(power: number): number {
  if (!(power > LEAST_POWER)) return SILENCE_CDB;
  floatBits[0] = power;
  return cdbOfBits(intBits[0]);
}

function cdbOfBits(bits: number): number {
  const exponent = (bits >>> 23) - 127;
  const mantissa = (bits >>> (23 - MANTISSA_BITS)) & ((1 << MANTISSA_BITS) - 1);
  return (
    ((exponent * CDB_PER_OCTAVE + MANTISSA_CDB[mantissa] + (ROUNDING_BIAS + 0.5)) | 0) -
    ROUNDING_BIAS
  );
}

/** `centidecibel` of a row; `bits` is the same memory as `power`, read as whole numbers. */
export function centidecibels(
  power: Float32Array,
  bits: Int32Array,
  count: number,
  levelsCdb: Int16Array,
  offset: number,
): void {
  for (let i = 0; i < count; i++) {
    levelsCdb[offset + i] = power[i] > LEAST_POWER ? cdbOfBits(bits[i]) : SILENCE_CDB;
  }
}

/** Range of the table below; every lobe in use is capped well inside. */
const SINC_LIMIT = 24;
const SINC_STEPS_PER_UNIT = 64;
const SINC_SIZE = SINC_LIMIT * SINC_STEPS_PER_UNIT;
const SINC_SQUARED = Float32Array.from({ length: SINC_SIZE + 2 }, (_, i) => {
  const u = i / SINC_STEPS_PER_UNIT;
  return u === 0 ? 1 : square(sin(u) / u);
});

/** (sin u / u)² for |u| < 24, within 1e−4; what lies beyond is taken at 24. */
export function sincSquared(u: number): number {
  const at = Math.min(SINC_SIZE, (u < 0 ? -u : u) * SINC_STEPS_PER_UNIT);
  const step = at | 0;
  return SINC_SQUARED[step] + (SINC_SQUARED[step + 1] - SINC_SQUARED[step]) * (at - step);
}

/**
 * Angle of the vector (across, down) from straight down, rad, −π … π, positive towards `across`.
 * A polynomial for atan on 0 … 1 (Abramowitz & Stegun 1964, 4.4.49: within 1e−5 rad) and the octant.
 */
export function fastAngleRad(across: number, down: number): number {
  const x = across < 0 ? -across : across;
  const y = down < 0 ? -down : down;
  const swap = x > y;
  const q = swap ? y / x : y === 0 ? 0 : x / y;
  const q2 = q * q;
  let angle =
    q * (0.999866 + q2 * (-0.3302995 + q2 * (0.180141 + q2 * (-0.085133 + q2 * 0.0208351))));
  if (swap) angle = Math.PI / 2 - angle;
  if (down < 0) angle = Math.PI - angle;
  return across < 0 ? -angle : angle;
}
