/**
 * Receiving pattern of a line whose ends are weighted down: p + (1 − p)·cos²(πx/L), a raised cosine on a
 * pedestal. Source: Harris 1978; Van Trees 2002, ch. 3. With p = 0.13 the first side lobe lies at −36.7 dB.
 */
import { sin, square } from '../numeric';

const PEDESTAL = 0.13;

const sinc = (u: number) => (Math.abs(u) < 1e-6 ? 1 : sin(u) / u);

/** Amplitude relative to the axis at u = π (L/λ) sin θ; signed. */
export function shadedLineAmplitude(u: number): number {
  const middle = (1 + PEDESTAL) / 2;
  const edge = (1 - PEDESTAL) / 4;
  return sinc(u) + (edge / middle) * (sinc(u - Math.PI) + sinc(u + Math.PI));
}

/** u at which the intensity is half of that on the axis. */
export const SHADED_HALF_POWER_U = (() => {
  let low = 1;
  let high = 3;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (square(shadedLineAmplitude(middle)) > 0.5) low = middle;
    else high = middle;
  }
  return low;
})();
