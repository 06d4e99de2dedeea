/** Tables for the inner loops of the sounders. Each is tied to its plain formula by a test. */

const SINE_BITS = 13;
export const SINE_SIZE = 1 << SINE_BITS;
export const SINE_MASK = SINE_SIZE - 1;
/** Table steps per radian. */
export const SINE_STEPS_PER_RAD = SINE_SIZE / (2 * Math.PI);
export const QUARTER_TURN = SINE_SIZE / 4;

/** sin(2π i / SINE_SIZE); cosine by adding QUARTER_TURN. */
export const SINE = Float64Array.from({ length: SINE_SIZE }, (_, i) =>
  Math.sin((2 * Math.PI * i) / SINE_SIZE),
);

/** Inverse of the normal distribution function. Source: Acklam's rational approximation, 1.2e−9. */
function inverseNormal(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ];
  const b = [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972,
    -13.28068155288572,
  ];
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734,
    4.374664141464968, 2.938163982698783,
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const tail = (q: number) =>
    (((((c[0] * q + c[1]) * q + c[2]) * q + c[3]) * q + c[4]) * q + c[5]) /
    ((((d[0] * q + d[1]) * q + d[2]) * q + d[3]) * q + 1);
  if (p < 0.02425) return tail(Math.sqrt(-2 * Math.log(p)));
  if (p > 1 - 0.02425) return -tail(Math.sqrt(-2 * Math.log(1 - p)));
  const q = p - 0.5;
  const r = q * q;
  return (
    ((((((a[0] * r + a[1]) * r + a[2]) * r + a[3]) * r + a[4]) * r + a[5]) * q) /
    (((((b[0] * r + b[1]) * r + b[2]) * r + b[3]) * r + b[4]) * r + 1)
  );
}

const GAUSS_SIZE = 65536;

/**
 * Quantiles of a normal distribution, scaled so that two of them drawn at random make a complex
 * Gaussian of unit mean intensity (each component has variance ½).
 */
export const HALF_GAUSS = (() => {
  const table = new Float64Array(GAUSS_SIZE);
  let sumSquares = 0;
  for (let i = 0; i < GAUSS_SIZE; i++) {
    table[i] = inverseNormal((i + 0.5) / GAUSS_SIZE);
    sumSquares += table[i] ** 2;
  }
  const scale = Math.sqrt(0.5 / (sumSquares / GAUSS_SIZE));
  return table.map((value) => value * scale);
})();

const MANTISSA_BITS = 12;
const MANTISSA_CDB = Float64Array.from(
  { length: 1 << MANTISSA_BITS },
  (_, i) => 1000 * Math.log10(1 + (i + 0.5) / (1 << MANTISSA_BITS)),
);
const CDB_PER_OCTAVE = 1000 * Math.log10(2);
const floatBits = new Float32Array(1);
const intBits = new Int32Array(floatBits.buffer);

/** No energy at all. */
export const SILENCE_CDB = -20_000;

/** 1000·log10(x), i.e. hundredths of a decibel, within 0.06 (plain: `Math.round(1000 * Math.log10(x))`). */
export function centidecibel(power: number): number {
  if (!(power > 1e-20)) return SILENCE_CDB;
  floatBits[0] = power;
  const bits = intBits[0];
  const exponent = (bits >>> 23) - 127;
  const mantissa = (bits >>> (23 - MANTISSA_BITS)) & ((1 << MANTISSA_BITS) - 1);
  return Math.round(exponent * CDB_PER_OCTAVE + MANTISSA_CDB[mantissa]);
}
