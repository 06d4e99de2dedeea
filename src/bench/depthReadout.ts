import { format, LENGTH, type UnitSystem } from '@core/units';

/** Depth as the sounder found it on its echo; it says so where it finds none. */
export const depthReadout = (depthM: number, units: UnitSystem): string =>
  Number.isFinite(depthM) ? format(LENGTH[units], depthM, 1) : 'lost';
