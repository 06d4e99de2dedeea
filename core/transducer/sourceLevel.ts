import { log10 } from '../numeric';

/**
 * Source level, dB re 1 µPa at 1 m: 10 log10(ρc/4π) + 120 + 10 log10(P) + DI. Source: Urick 1983.
 * @param acousticPowerW power that leaves as sound, not the electrical power of a data sheet
 */
export function sourceLevelDb(
  acousticPowerW: number,
  directivityDb: number,
  densityKgPerM3: number,
  soundSpeedMps: number,
): number {
  return (
    10 * log10((densityKgPerM3 * soundSpeedMps) / (4 * Math.PI)) +
    120 +
    10 * log10(acousticPowerW) +
    directivityDb
  );
}
