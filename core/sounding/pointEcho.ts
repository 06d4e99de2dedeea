/** The echo of a single scatterer as seen along a direction. */
import { cos, sin } from '../numeric';
import { smoothNoise } from '../random';
import { sincSquared } from './fastMath';
import { ASPECT_FACE, type PointColumns } from './scattererField';

const WOBBLE_CORRELATION_S = 0.8;
/** The lobe of a flank is so many times narrower still than that of a back. */
const FLANK_SHARPER = 2;
/** smoothNoise has a standard deviation of about 0.45; this makes it one. */
const UNIT_NOISE = 2.2;

/**
 * Share of its amplitude that scatterer `p` returns along the unit direction (x, y, z) from the sounder
 * to it: a line's lobe, never below its floor, or a face's Lambert cosine, nothing from behind. As
 * `lineAspect`, on amplitude.
 */
export function aspectAmplitude(
  points: PointColumns,
  p: number,
  x: number,
  y: number,
  z: number,
  timeS: number,
): number {
  let axisX = points.axisX[p];
  let axisY = points.axisY[p];
  let axisZ = points.axisZ[p];
  if (points.aspect[p] === ASPECT_FACE) {
    const towards = -(x * axisX + y * axisY + z * axisZ);
    return towards > 0 ? towards : 0;
  }
  const wobble = points.wobble[p];
  if (wobble > 0) {
    const tilt =
      points.tilt[p] +
      wobble * UNIT_NOISE * smoothNoise(points.wobbleSeed[p], timeS / WOBBLE_CORRELATION_S);
    const level = cos(tilt);
    axisX = sin(points.heading[p]) * level;
    axisY = cos(points.heading[p]) * level;
    axisZ = -sin(tilt);
  }
  const sinOff = x * axisX + y * axisY + z * axisZ;
  // A body that is deeper than wide shows more of itself, and more evenly, from its side.
  const side = points.flank[p] * (1 - z * z);
  const lobe =
    sincSquared(points.waveLength[p] * (1 + FLANK_SHARPER * side) * sinOff) * (1 - sinOff * sinOff);
  const floor = points.aspectFloor[p];
  return (1 + side) * Math.sqrt(lobe > floor ? lobe : floor);
}
