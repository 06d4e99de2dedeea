/**
 * A line aperture: the beam of a fan in one plane. Source: Urick 1983. `b` is the one-way intensity
 * pattern, 1 on the axis; angles from the axis.
 */
import { log10, sin, square } from '../numeric';
import { degToRad } from '../units/angle';

/** u of the one-way −3 dB point, where (sin u / u)² = ½. */
const LINE_HALF_POWER_U = 1.391557;
/** Beyond this u the ideal pattern hands over to the side lobes of a built one. */
const MAIN_LOBE_END_U = 2.2;
const FIRST_NULL_U = Math.PI;
/** Spread of L/λ by tolerance and band, which fills the nulls. */
const SIDE_LOBE_SMEAR = 0.12;
const SMEAR_STEPS = 9;
/** One-way floor of a built array. */
const PATTERN_FLOOR = 1e-3;

/** Length over wavelength of a line with this full one-way −3 dB beam width. */
export function lineLengthWavelengths(beamwidthDeg: number): number {
  return LINE_HALF_POWER_U / (Math.PI * sin(degToRad(beamwidthDeg) / 2));
}

/** b = (sin u / u)², u = π (L/λ) sin t. */
export function linePattern(lengthWavelengths: number, sinAngle: number): number {
  const u = Math.PI * lengthWavelengths * sinAngle;
  if (Math.abs(u) < 1e-4) return 1 - (u * u) / 3;
  return square(sin(u) / u);
}

/** The ideal line in its main lobe, then side lobes averaged over a spread of lengths, nulls filled. */
export function builtLinePattern(lengthWavelengths: number, sinAngle: number): number {
  const u = Math.abs(Math.PI * lengthWavelengths * sinAngle);
  if (u <= MAIN_LOBE_END_U) return linePattern(lengthWavelengths, sinAngle);
  let sum = 0;
  for (let i = 0; i < SMEAR_STEPS; i++) {
    const factor = 1 + SIDE_LOBE_SMEAR * ((2 * i) / (SMEAR_STEPS - 1) - 1);
    sum += linePattern(lengthWavelengths * factor, sinAngle);
  }
  const smeared = Math.max(sum / SMEAR_STEPS, PATTERN_FLOOR);
  if (u >= FIRST_NULL_U) return smeared;
  const share = (u - MAIN_LOBE_END_U) / (FIRST_NULL_U - MAIN_LOBE_END_U);
  return (1 - share) * linePattern(lengthWavelengths, sinAngle) + share * smeared;
}

/** ∫ bⁿ dt over ±90°, rad: n = 1 for directivity, n = 2 for the two-way equivalent angle. */
export function integratedLineAngleRad(lengthWavelengths: number, exponent: 1 | 2): number {
  const integral = (fromRad: number, toRad: number, steps: number) => {
    const stepRad = (toRad - fromRad) / steps;
    let sum = 0;
    for (let i = 0; i < steps; i++) {
      const b = builtLinePattern(lengthWavelengths, sin(fromRad + (i + 0.5) * stepRad));
      sum += exponent === 1 ? b : b * b;
    }
    return sum * stepRad;
  };
  // The first lobes finely, the smooth rest coarsely; both sides are alike.
  const lobesRad = Math.min(Math.PI / 2, 8 / lengthWavelengths);
  return 2 * (integral(0, lobesRad, 800) + integral(lobesRad, Math.PI / 2, 200));
}

/** Directivity index of a fan, dB: 10 log(4π (L/λ) / Φ₁), Φ₁ = ∫ across pattern. Check 1° × 60°: 27.494. */
export function fanDirectivityDb(alongWavelengths: number, acrossWavelengths: number): number {
  return (
    10 * log10((4 * Math.PI * alongWavelengths) / integratedLineAngleRad(acrossWavelengths, 1))
  );
}
