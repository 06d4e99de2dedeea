/** How long a still fish stays in a beam, and how high the arch is that it draws. Source: plane geometry of ranges. */
import { degToRad } from '../units';
import { footprintM } from './measure';

/**
 * Way through a round beam past a fish that lies so far beside the track, m: 2 √((d tan θ/2)² − y²); 0 where the beam misses it.
 * Check: 10 m, 20°, on the axis: 3.527 m.
 */
export function wayInBeamM(distanceM: number, beamDeg: number, asideM = 0): number {
  const radiusM = footprintM(distanceM, beamDeg) / 2;
  return asideM >= radiusM ? 0 : 2 * Math.sqrt(radiusM * radiusM - asideM * asideM);
}

/** From the top of the arch to its feet, m: d (1 / cos θ/2 − 1). Check: 10 m, 20°: 0.1543 m. */
export const archRiseM = (distanceM: number, beamDeg: number) =>
  distanceM * (1 / Math.cos(degToRad(beamDeg) / 2) - 1);
