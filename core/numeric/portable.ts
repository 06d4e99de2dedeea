/**
 * Elementary functions that give the same bits in every JavaScript engine.
 *
 * The language leaves the last digit of Math.sin, exp, log, pow and hypot to the engine, and browsers
 * and servers differ in it. A phase of thousands of turns and a rounding to hundredths of a dB turn
 * that digit into another echo. Everything the simulation computes therefore goes through these, which
 * use only operations that IEEE 754 fixes (the functions are ports of FDLIBM). A lint rule holds it.
 */
import atan2 from '@stdlib/math-base-special-atan2';
import cos from '@stdlib/math-base-special-cos';
import exp from '@stdlib/math-base-special-exp';
import ln from '@stdlib/math-base-special-ln';
import sin from '@stdlib/math-base-special-sin';

export { atan2, cos, exp, ln, sin };

const LN10 = 2.302585092994046;
const LN2 = 0.6931471805599453;

export const log10 = (x: number): number => ln(x) / LN10;
export const log2 = (x: number): number => ln(x) / LN2;
/** 10ˣ, within a few parts in 1e15 of the exact value for |x| < 50. */
export const exp10 = (x: number): number => exp(x * LN10);
/** xʸ for x ≥ 0. */
export const power = (x: number, y: number): number => (x === 0 ? 0 : exp(y * ln(x)));
export const tan = (x: number): number => sin(x) / cos(x);
export const asin = (x: number): number => atan2(x, Math.sqrt((1 - x) * (1 + x)));
export const acos = (x: number): number => atan2(Math.sqrt((1 - x) * (1 + x)), x);
export const square = (x: number): number => x * x;
export const cube = (x: number): number => x * x * x;
/** Length of a vector; inputs are metres, so neither overflow nor underflow is in sight. */
export const hypot = (x: number, y: number, z = 0): number => Math.sqrt(x * x + y * y + z * z);
