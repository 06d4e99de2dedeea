/** Ground in sight of a fan, as its walk leaves it. */
import { SLICES } from './alongBeam';

export interface Stretches {
  angleStep: Int16Array;
  row: Int16Array;
  cell: Int16Array;
  /** Nearest and farthest range in sight, in cells. */
  from: Float32Array;
  to: Float32Array;
  /** Seen share of each of the three slices. */
  seen: Float32Array;
  /** Energy of one fully seen slice, scattered at the surface and inside the sediment. */
  surface: Float64Array;
  volume: Float64Array;
  /** Target that stands there, −1 for the ground; and what the ground under it would return in its place. */
  owner: Int32Array;
  behind: Float64Array;
}

export function emptyStretches(length: number): Stretches {
  return {
    angleStep: new Int16Array(length),
    row: new Int16Array(length),
    cell: new Int16Array(length),
    from: new Float32Array(length),
    to: new Float32Array(length),
    seen: new Float32Array(SLICES * length),
    surface: new Float64Array(length),
    volume: new Float64Array(length),
    owner: new Int32Array(length).fill(-1),
    behind: new Float64Array(length),
  };
}
