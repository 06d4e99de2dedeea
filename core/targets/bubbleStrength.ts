import { square } from '../numeric';

const GAS_HEAT_RATIO = 1.4;
const ATMOSPHERE_PA = 101_325;
const GRAVITY_MPS2 = 9.81;
const WATER_KG_PER_M3 = 1000;
/** Thermal and viscous damping near resonance; the textbook's 0.014 is several times too small. */
const INNER_DAMPING = 0.1;

/**
 * Backscattering cross-section of a gas bubble, m²: a²/[(f0²/f² − 1)² + δ²] with Minnaert's f0 at
 * absolute pressure. Source: Minnaert 1933; Medwin & Clay 1998. The radiation term is capped at √3,
 * so that large bubbles (ka > 1.7) tend to the soft sphere's a²/4.
 */
export function bubbleCrossSectionM2(
  radiusM: number,
  frequencyHz: number,
  depthM: number,
  waveNumberPerM: number,
): number {
  const pressurePa = ATMOSPHERE_PA + WATER_KG_PER_M3 * GRAVITY_MPS2 * depthM;
  const resonanceHz =
    Math.sqrt((3 * GAS_HEAT_RATIO * pressurePa) / WATER_KG_PER_M3) / (2 * Math.PI * radiusM);
  const ratio = square(resonanceHz / frequencyHz);
  const damping = Math.min(waveNumberPerM * radiusM, Math.sqrt(3)) + INNER_DAMPING * ratio;
  return square(radiusM) / (square(ratio - 1) + square(damping));
}
