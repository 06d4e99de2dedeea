/**
 * The terrain under a fan: what of it is in sight, and what each stretch would return. Walked outward over
 * the ground with a running horizon, on each side.
 */
import type { FineBottom } from '../bottom';
import { square } from '../numeric';
import { type AlongBeam, SLICE_MIDDLE, SLICES } from './alongBeam';
import { ANGLE_LIMIT_RAD, ANGLE_STEPS, ANGLE_STEPS_PER_RAD } from './fanAngles';
import { fastAngleRad } from './fastMath';
import type { Mount } from './mount';
import { BACKSCATTER_STEPS, SEDIMENT_STRIDE, type SedimentTables } from './sedimentTables';

/** Ground walked from one sample of the terrain to the next, in cells of range. */
const GROUND_STEP_CELLS = 2;
const LEAST_DEPTH_M = 0.05;
const LEAST_COSINE = 0.0005;

export interface TerrainOptions {
  fine: FineBottom;
  sediments: SedimentTables;
  cells: number;
  rangeStepM: number;
  /** Source intensity after absorption there and back, by cell. */
  attenuated: Float64Array;
  /** One-way intensity across, by angle step. */
  across: Float32Array;
  /** Row of the record that each angle step belongs to; −1 outside. */
  rowOf: Int16Array;
  /** So thick that each slice has a terrain of its own to walk; a thin fan's three share one line. */
  isThick: boolean;
}

export class FanTerrain {
  /** Stretches of bottom in sight at the last walk, both sides; `count` of them. */
  readonly stretch: Stretches;
  count = 0;
  /** Of the transducer over the ground straight below it at the last walk, m. */
  altitudeM = 0;
  /** Terrain's angle by side, slice and cell: what lies lower at that range is behind it. */
  readonly horizon: Float32Array;
  /** By cell: source after absorption × equivalent width of the fan ÷ r⁴, for one slice. */
  private readonly bottomGain: Float64Array;

  constructor(
    private readonly options: TerrainOptions,
    private readonly along: AlongBeam,
  ) {
    const { cells, isThick } = options;
    this.horizon = new Float32Array(2 * SLICES * cells);
    const walked = 2 * (Math.ceil(cells / GROUND_STEP_CELLS) + 1) * (isThick ? SLICES : 1);
    this.stretch = emptyStretches(walked);
    this.bottomGain = Float64Array.from({ length: cells }, (_, i) => {
      const r = (i + 0.5) * options.rangeStepM;
      const widthM = along.equivalentRad * Math.max(r, along.nearM);
      const near = square(along.nearGain(r));
      return (options.attenuated[i] * near * widthM) / (square(r) * square(r) * SLICES);
    });
  }

  /** Both sides as seen from a mount; fills `stretch` and `horizon`. */
  walk(mount: Mount): void {
    this.count = 0;
    for (let side = 0; side < 2; side++) {
      if (!this.options.isThick) this.walkSide(mount, side, -1);
      else for (let slice = 0; slice < SLICES; slice++) this.walkSide(mount, side, slice);
    }
  }

  /**
   * One side's terrain, outward from straight below: the stretches in sight, and the horizon at each
   * range. `slice` −1 walks the fan's middle for all slices, each a little off it on the same slope;
   * otherwise the line of that slice alone.
   */
  private walkSide(mount: Mount, sideIndex: number, slice: number): void {
    const { fine, sediments, cells, rangeStepM, across, rowOf, isThick } = this.options;
    const { horizon, bottomGain } = this;
    const { nearM } = this.along;
    const {
      angleStep,
      row: rowColumn,
      cell: cellColumn,
      from,
      to,
      seen,
      surface,
      volume,
    } = this.stretch;
    const { backscatter, tailKept } = sediments;
    const side = sideIndex === 0 ? 1 : -1;
    const [fx, fy, fz] = mount.forward;
    const [sx, sy, sz] = mount.starboard;
    const [ax, ay, az] = mount.down;
    // Level directions: outward over the ground, and along the fan's thickness.
    const outLength = Math.sqrt(sx * sx + sy * sy);
    const ox = (side * sx) / outLength;
    const oy = (side * sy) / outLength;
    const tx = -oy * side;
    const ty = ox * side;
    const outAlong = ox * fx + oy * fy;
    const thickAlong = tx * fx + ty * fy;
    // In the fan's own frame, `across` towards this side.
    const outLateral = side * (ox * sx + oy * sy);
    const thickLateral = side * (tx * sx + ty * sy);
    const downLateral = side * sz;
    const outDown = ox * ax + oy * ay;
    const thickDown = tx * ax + ty * ay;

    const stepM = GROUND_STEP_CELLS * rangeStepM;
    const steps = Math.ceil((cells * rangeStepM) / stepM);
    const perStep = 1 / stepM;
    const stepScale = 1 / rangeStepM;
    const gridScale = 1 / fine.cellM;
    const lastColumn = fine.columns - 1.001;
    const lastRow = fine.rows - 1.001;
    const { depthM, sediment, columns } = fine;
    const originU = (mount.xM - fine.originX) * gridScale;
    const originV = (mount.yM - fine.originY) * gridScale;
    const middleSigma = isThick ? (slice - 1) * SLICE_MIDDLE : 0;
    const sliceSigma = isThick ? 0 : SLICE_MIDDLE * this.along.sigmaPerM;
    const horizonAt = sideIndex * SLICES * cells;
    const horizonSlice = isThick ? horizonAt + slice * cells : horizonAt;

    let count = this.count;
    let marked = 0; // cells whose horizon is known
    let fromDz = 0;
    let fromR = 0;
    let fromOff = 0;
    let from0 = 0;
    let from1 = 0;
    let from2 = 0;
    let top0 = 0;
    let top1 = 0;
    let top2 = 0;

    for (let i = 0; i <= steps; i++) {
      const g = i * stepM;
      // How far off the fan's middle this line lies here; depth as at the last step.
      const off =
        i === 0
          ? 0
          : (middleSigma * this.along.sigmaM(fromR) - g * outAlong - fromDz * fz) / thickAlong;
      let u = originU + (g * ox + off * tx) * gridScale;
      let v = originV + (g * oy + off * ty) * gridScale;
      u = u < 0 ? 0 : u > lastColumn ? lastColumn : u;
      v = v < 0 ? 0 : v > lastRow ? lastRow : v;
      const column = u | 0;
      const row = v | 0;
      const s = u - column;
      const t = v - row;
      const node = row * columns + column;
      const d00 = depthM[node];
      const d10 = depthM[node + 1];
      const d01 = depthM[node + columns];
      const d11 = depthM[node + columns + 1];
      const near = d00 + (d10 - d00) * s;
      const far = d01 + (d11 - d01) * s;
      const dz = near + (far - near) * t - mount.depthM;
      const slopeX = ((d10 - d00) * (1 - t) + (d11 - d01) * t) * gridScale;
      const slopeY = (far - near) * gridScale;
      const slopeThick = slopeX * tx + slopeY * ty;
      const r = Math.sqrt(g * g + off * off + dz * dz);
      const angle1 = fastAngleRad(
        g * outLateral + off * thickLateral + dz * downLateral,
        g * outDown + off * thickDown + dz * az,
      );
      // The outer slices lie higher or lower by the slope along the thickness: dθ/dz = −g/r².
      const perR = 1 / r;
      const tilt = g * slopeThick * sliceSigma * (r > nearM ? r : nearM) * perR * perR;
      const angle0 = angle1 + tilt;
      const angle2 = angle1 - tilt;
      if (i === 0) {
        this.altitudeM = dz;
        const start = dz > LEAST_DEPTH_M ? angle1 : Infinity;
        top0 = top1 = top2 = start;
      } else {
        // Share of the stretch that rises above the horizon so far, for each slice. Written out: a call
        // that is not inlined costs more than all of it.
        const seen0 =
          angle0 <= top0
            ? 0
            : from0 >= top0 || angle0 <= from0
              ? 1
              : (angle0 - top0) / (angle0 - from0);
        const seen1 =
          angle1 <= top1
            ? 0
            : from1 >= top1 || angle1 <= from1
              ? 1
              : (angle1 - top1) / (angle1 - from1);
        const seen2 =
          angle2 <= top2
            ? 0
            : from2 >= top2 || angle2 <= from2
              ? 1
              : (angle2 - top2) / (angle2 - from2);
        const low1 = from1 > top1 ? from1 : top1;
        if (angle0 > top0) top0 = angle0;
        if (angle1 > top1) top1 = angle1;
        if (angle2 > top2) top2 = angle2;
        if (seen0 + seen1 + seen2 > 0) {
          const middle = side * (seen1 > 0 ? 0.5 * (low1 + angle1) : angle1);
          const at = ((middle + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
          const recordRow = middle > -ANGLE_LIMIT_RAD && at < ANGLE_STEPS ? rowOf[at] : -1;
          const rMid = 0.5 * (fromR + r);
          const cell = (rMid * stepScale) | 0;
          if (recordRow >= 0 && cell < cells) {
            const slopeOut = (dz - fromDz) * perStep;
            const secant = Math.sqrt(1 + slopeOut * slopeOut + slopeThick * slopeThick);
            const cosIncidence =
              (0.5 * (dz + fromDz) -
                (g - 0.5 * stepM) * slopeOut -
                0.5 * (off + fromOff) * slopeThick) /
              (rMid * secant);
            if (cosIncidence > LEAST_COSINE) {
              const incidence = cosIncidence > 1 ? 0 : (1 - cosIncidence) * BACKSCATTER_STEPS;
              const index = incidence | 0;
              const part = incidence - index;
              const kind = sediment[node + (s > 0.5 ? 1 : 0) + (t > 0.5 ? columns : 0)];
              const entry = kind * SEDIMENT_STRIDE + 2 * index;
              const facet =
                backscatter[entry] + (backscatter[entry + 2] - backscatter[entry]) * part;
              const lambert =
                backscatter[entry + 1] + (backscatter[entry + 3] - backscatter[entry + 1]) * part;
              const b = across[at];
              const gain = bottomGain[cell] * b * b * stepM * secant;
              const hasTail = tailKept[kind] > 0;
              angleStep[count] = at;
              rowColumn[count] = recordRow;
              cellColumn[count] = cell;
              const most =
                seen0 > seen1 ? (seen0 > seen2 ? seen0 : seen2) : seen1 > seen2 ? seen1 : seen2;
              from[count] = (r - (r - fromR) * most) * stepScale;
              to[count] = r * stepScale;
              surface[count] = gain * (hasTail ? facet : facet + lambert);
              volume[count] = hasTail ? gain * lambert : 0;
              if (isThick) {
                seen[3 * count] = slice === 0 ? seen1 : 0;
                seen[3 * count + 1] = slice === 1 ? seen1 : 0;
                seen[3 * count + 2] = slice === 2 ? seen1 : 0;
              } else {
                seen[3 * count] = seen0;
                seen[3 * count + 1] = seen1;
                seen[3 * count + 2] = seen2;
              }
              count++;
            }
          }
        }
        const reached = Math.min(cells, (r * stepScale) | 0);
        for (; marked < reached; marked++) {
          if (isThick) horizon[horizonSlice + marked] = top1;
          else {
            horizon[horizonAt + marked] = top0;
            horizon[horizonAt + cells + marked] = top1;
            horizon[horizonAt + 2 * cells + marked] = top2;
          }
        }
      }
      fromDz = dz;
      fromR = r;
      fromOff = off;
      from0 = angle0;
      from1 = angle1;
      from2 = angle2;
    }
    for (; marked < cells; marked++) {
      if (isThick) horizon[horizonSlice + marked] = top1;
      else {
        horizon[horizonAt + marked] = top0;
        horizon[horizonAt + cells + marked] = top1;
        horizon[horizonAt + 2 * cells + marked] = top2;
      }
    }
    this.count = count;
  }
}

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
}

function emptyStretches(length: number): Stretches {
  return {
    angleStep: new Int16Array(length),
    row: new Int16Array(length),
    cell: new Int16Array(length),
    from: new Float32Array(length),
    to: new Float32Array(length),
    seen: new Float32Array(3 * length),
    surface: new Float64Array(length),
    volume: new Float64Array(length),
  };
}
