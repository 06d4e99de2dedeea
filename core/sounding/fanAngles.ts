import { sin } from '../numeric';

/** In-plane angles from straight down, signed, on a grid of this many steps to either side. */
export const ANGLE_LIMIT_RAD = 2.27;
export const ANGLE_STEPS = 4096;
export const ANGLE_STEPS_PER_RAD = ANGLE_STEPS / (2 * ANGLE_LIMIT_RAD);
export const angleIndex = (angleRad: number) =>
  ((angleRad + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
export const angleAtIndex = (index: number) =>
  (index + 0.5) / ANGLE_STEPS_PER_RAD - ANGLE_LIMIT_RAD;

/** One-way across pattern by angle step, from a pattern over the angle off its axis. */
export function acrossTable(axisRad: number, pattern: (sinAngle: number) => number): Float32Array {
  return Float32Array.from({ length: ANGLE_STEPS }, (_, i) => {
    const offRad = angleAtIndex(i) - axisRad;
    // A face hears nothing from behind itself.
    return Math.abs(offRad) >= Math.PI / 2 ? 0 : pattern(sin(offRad));
  });
}
