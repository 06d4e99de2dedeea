import { cube, exp10, square } from '../numeric';

/**
 * Absorption of sound in fresh to sea water, dB/m (one way).
 *
 * Source: Francois & Garrison 1982, parts I and II: boric acid, magnesium sulphate and pure water.
 * Stated accuracy about 5 % for 10–500 kHz and −2…22 °C; the pure-water term holds to 1 MHz and is
 * used beyond. Brackish water (1–30 PSU) is an extrapolation good to perhaps 10–20 %.
 */
export function absorptionDbPerM(
  frequencyHz: number,
  temperatureC: number,
  salinityPsu: number,
  depthM = 0,
  pH = 8,
): number {
  const f = frequencyHz / 1000;
  const T = temperatureC;
  const S = salinityPsu;
  const D = depthM;
  const theta = 273 + T;
  // The authors' own approximation of sound speed belongs to their fit.
  const c = 1412 + 3.21 * T + 1.19 * S + 0.0167 * D;

  const A3 =
    T <= 20
      ? 4.937e-4 - 2.59e-5 * T + 9.11e-7 * square(T) - 1.5e-8 * cube(T)
      : 3.964e-4 - 1.146e-5 * T + 1.45e-7 * square(T) - 6.5e-10 * cube(T);
  const P3 = 1 - 3.83e-5 * D + 4.9e-10 * square(D);
  const pureWater = A3 * P3 * square(f);
  if (S <= 0) return pureWater / 1000;

  const A1 = (8.86 / c) * exp10(0.78 * pH - 5);
  const f1 = 2.8 * Math.sqrt(S / 35) * exp10(4 - 1245 / theta);
  const boricAcid = (A1 * f1 * square(f)) / (square(f1) + square(f));

  const A2 = 21.44 * (S / c) * (1 + 0.025 * T);
  const P2 = 1 - 1.37e-4 * D + 6.2e-9 * square(D);
  const f2 = (8.17 * exp10(8 - 1990 / theta)) / (1 + 0.0018 * (S - 35));
  const magnesiumSulphate = (A2 * P2 * f2 * square(f)) / (square(f2) + square(f));

  return (boricAcid + magnesiumSulphate + pureWater) / 1000;
}
