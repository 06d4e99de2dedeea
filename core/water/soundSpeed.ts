import { power, square } from '../numeric';

/**
 * Speed of sound in fresh to sea water, m/s.
 *
 * Source: Chen & Millero 1977 in the form of Fofonoff & Millard 1983 (the UNESCO equation).
 * Range: temperature 0–40 °C, salinity 0–40 PSU, gauge pressure 0–1000 bar. Coefficients were
 * recalled and are held by the published check value 1731.995 m/s at (40 °C, 40 PSU, 1000 bar).
 *
 * @param pressureBar gauge pressure, 0 at the surface (10 m of fresh water: 0.98 bar)
 */
export function soundSpeedMps(temperatureC: number, salinityPsu: number, pressureBar = 0): number {
  const T = temperatureC;
  const P = pressureBar;
  const C0 =
    ((((3.1464e-9 * T - 1.478e-6) * T + 3.342e-4) * T - 5.80852e-2) * T + 5.03711) * T + 1402.388;
  const C1 = (((-6.1185e-10 * T + 1.3621e-7) * T - 8.1788e-6) * T + 6.8982e-4) * T + 0.153563;
  const C2 = (((1.0405e-12 * T - 2.5335e-10) * T + 2.5974e-8) * T - 1.7107e-6) * T + 3.126e-5;
  const C3 = (-2.3643e-12 * T + 3.8504e-10) * T - 9.7729e-9;
  const A0 = (((-3.21e-8 * T + 2.006e-6) * T + 7.164e-5) * T - 1.262e-2) * T + 1.389;
  const A1 = (((-2.0122e-10 * T + 1.0507e-8) * T - 6.4885e-8) * T - 1.258e-5) * T + 9.4742e-5;
  const A2 = ((7.988e-12 * T - 1.6002e-10) * T + 9.1041e-9) * T - 3.9064e-7;
  const A3 = (-3.389e-13 * T + 6.649e-12) * T + 1.1e-10;
  const B = -1.922e-2 - 4.42e-5 * T + (7.3637e-5 + 1.7945e-7 * T) * P;
  const D = 1.727e-3 - 7.9836e-6 * P;
  const C = C0 + (C1 + (C2 + C3 * P) * P) * P;
  const A = A0 + (A1 + (A2 + A3 * P) * P) * P;
  return C + A * salinityPsu + B * power(salinityPsu, 1.5) + D * square(salinityPsu);
}
