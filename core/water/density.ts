import { cube, power, square } from '../numeric';

/**
 * Density of water at one atmosphere, kg/m³.
 * Source: EOS-80 (Fofonoff & Millard 1983); temperature 0–40 °C, salinity 0–42 PSU.
 */
export function densityKgPerM3(temperatureC: number, salinityPsu: number): number {
  const T = temperatureC;
  const S = salinityPsu;
  const pure =
    999.842594 +
    6.793952e-2 * T -
    9.09529e-3 * square(T) +
    1.001685e-4 * cube(T) -
    1.120083e-6 * square(square(T)) +
    6.536332e-9 * T * square(square(T));
  return (
    pure +
    (0.824493 -
      4.0899e-3 * T +
      7.6438e-5 * square(T) -
      8.2467e-7 * cube(T) +
      5.3875e-9 * square(square(T))) *
      S +
    (-5.72466e-3 + 1.0227e-4 * T - 1.6546e-6 * square(T)) * power(S, 1.5) +
    4.8314e-4 * square(S)
  );
}

const GRAVITY_MPS2 = 9.81;

/** Gauge pressure under a column of water, bar. */
export function gaugePressureBar(
  depthM: number,
  temperatureC: number,
  salinityPsu: number,
): number {
  return (densityKgPerM3(temperatureC, salinityPsu) * GRAVITY_MPS2 * depthM) / 1e5;
}

const AIR_BAR = 1.01325;

/**
 * How many times as large a gas becomes on its way up from a depth (Boyle's law): what a closed swimbladder does when a fish is
 * brought up at once. Check: 10 m of fresh water: 1.97.
 */
export const gasGrowth = (depthM: number, temperatureC: number, salinityPsu: number) =>
  1 + gaugePressureBar(depthM, temperatureC, salinityPsu) / AIR_BAR;
