/** What one pass sees of the bottom, and how lanes are spaced by it. */
import { degToRad } from '../units';
import type { Sweep } from '../pass';

export interface Swath {
  /** Distance from the track to where the bottom begins to be seen, each side; 0 when straight below is. */
  nearM: number;
  /** Distance from the track to the last of it, each side. */
  farM: number;
}

/** Side fans look down to this angle below horizontal: their axis of 30° and half of 50°. */
const SIDE_FAN_LOWEST_DEG = 55;

/**
 * Strip of flat bottom seen on each side of the track. Cone and down fan: depth × tan of half the angle.
 * Side fans: √(R² − h²) from slant range R and height h, without what lies too steeply below.
 */
export function swath(sweep: Sweep, depthM: number): Swath {
  if (sweep.instrument !== 'sideFans') {
    const seenM = depthM > sweep.rangeM ? 0 : depthM * Math.tan(degToRad(sweep.acrossDeg) / 2);
    return { nearM: 0, farM: seenM };
  }
  if (depthM >= sweep.rangeM) return { nearM: 0, farM: 0 };
  const farM = Math.sqrt(sweep.rangeM ** 2 - depthM ** 2);
  return { nearM: Math.min(farM, depthM / Math.tan(degToRad(SIDE_FAN_LOWEST_DEG))), farM };
}

/** Distance between lanes, m: both sides of the swath, less what the next lane is to see again. */
export function laneSpacingM(sweep: Sweep, depthM: number): number {
  return 2 * swath(sweep, depthM).farM * (1 - sweep.overlapShare);
}
