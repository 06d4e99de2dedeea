/** The echo of a single scatterer as seen along a direction. */
import { cos, sin } from '../numeric';
import { hash32, smoothNoise } from '../random';
import { sincSquared } from './fastMath';
import { ASPECT_FACE, type ScattererField } from './scattererField';

const WOBBLE_CORRELATION_S = 0.8;
/** The lobe of a flank is so many times narrower still than that of a back. */
const FLANK_SHARPER = 2;
/** smoothNoise has a standard deviation of about 0.45; this makes it one. */
const UNIT_NOISE = 2.2;

export function wobbleSeedOf(sceneSeed: number): number {
  return hash32(sceneSeed, 0x3cb);
}

/**
 * Share of its amplitude that scatterer `p` returns along the unit direction (x, y, z) from the sounder
 * to it: a line's lobe, never below its floor, or a face's Lambert cosine, nothing from behind. As
 * `lineAspect`, on amplitude.
 */
export function aspectAmplitude(
  field: ScattererField,
  p: number,
  x: number,
  y: number,
  z: number,
  timeS: number,
  wobbleSeed: number,
): number {
  let axisX = field.axisX[p];
  let axisY = field.axisY[p];
  let axisZ = field.axisZ[p];
  if (field.aspect[p] === ASPECT_FACE) {
    const towards = -(x * axisX + y * axisY + z * axisZ);
    return towards > 0 ? towards : 0;
  }
  const wobble = field.wobble[p];
  if (wobble > 0) {
    const tilt =
      field.tilt[p] +
      wobble * UNIT_NOISE * smoothNoise(wobbleSeed + p, timeS / WOBBLE_CORRELATION_S);
    const level = cos(tilt);
    axisX = sin(field.heading[p]) * level;
    axisY = cos(field.heading[p]) * level;
    axisZ = -sin(tilt);
  }
  const sinOff = x * axisX + y * axisY + z * axisZ;
  // A body that is deeper than wide shows more of itself, and more evenly, from its side.
  const side = field.flank[p] * (1 - z * z);
  const lobe =
    sincSquared(field.waveLength[p] * (1 + FLANK_SHARPER * side) * sinOff) * (1 - sinOff * sinOff);
  const floor = field.aspectFloor[p];
  return (1 + side) * Math.sqrt(lobe > floor ? lobe : floor);
}
