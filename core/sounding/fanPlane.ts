/**
 * A thin fan of sound swept over the scene once: what side fans, down fan and sector have in common.
 *
 * No rays are marched. On each side the terrain is walked outward over the ground with a running
 * horizon, which gives its shadows for nothing. Then the points in reach, in order of range, cut a table
 * of transmission over the in-plane angle: a thing that can be seen stands nearer than the bottom seen
 * along the same angle, so what is left at an angle when all have been met is what the bottom there
 * gets. Both go in three slices across the fan's thickness, or the far edges of shadows would be jagged.
 */
import type { FineBottom } from '../bottom';
import { exp, sin, square } from '../numeric';
import { builtLinePattern, integratedLineAngleRad } from '../transducer';
import { addInterval, settleInterval } from './energySpread';
import { fastAngleRad, SINE_STEPS_PER_RAD } from './fastMath';
import type { Mount } from './mount';
import { aspectAmplitude } from './pointEcho';
import { ASPECT_FACE, ASPECT_NONE, type ScattererField } from './scattererField';
import { BACKSCATTER_STEPS, SEDIMENT_STRIDE, type SedimentTables } from './sedimentTables';
import type { ShadowSum } from './targetTruth';

/** In-plane angles from straight down, signed, on a grid of this many steps to either side. */
export const ANGLE_LIMIT_RAD = 2.27;
export const ANGLE_STEPS = 4096;
export const ANGLE_STEPS_PER_RAD = ANGLE_STEPS / (2 * ANGLE_LIMIT_RAD);
const angleIndex = (angleRad: number) => ((angleRad + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
export const angleAtIndex = (index: number) =>
  (index + 0.5) / ANGLE_STEPS_PER_RAD - ANGLE_LIMIT_RAD;

const SLICES = 3;
/** Middle of each third of a Gaussian beam's energy, and its inner edge, in standard deviations. */
const SLICE_MIDDLE = 1.0908;
const SLICE_EDGE = 0.4307;

/** Ground walked from one sample of the terrain to the next, in cells of range. */
const GROUND_STEP_CELLS = 2;
const LEAST_DEPTH_M = 0.05;
const LEAST_COSINE = 0.0005;
/** Scatterers nearer than this are taken to be on the face. */
const NEAREST_POINT_M = 0.05;
/** A thing half sunk in the ground is not behind it. */
const SUNK_M = 0.03;
/** Two-way level along the track at which scatterers are no longer worth computing. */
const REACH_RATIO = 1e-4;
/** Cells with less than this share left belong to the shadow of what cut them. */
const SHADOW_SHARE = 0.5;
/** A cut that takes less is not remembered as a shadow's owner. */
const OWNING_CUT = 0.35;

const ALONG_STEPS = 2048;
const MAX_PATCH_CELLS = 8;
/** Phase from one cell of a patch to the next, in steps of the sine table: as good as random. */
export const PATCH_TURN = 1597;

const CDF_STEPS_PER_SIGMA = 64;
const CDF_LIMIT = 4;
/** Distribution function of the normal, by Abramowitz & Stegun 1964, 26.2.17: within 1e−7. */
const GAUSS_CDF = Float32Array.from({ length: 2 * CDF_LIMIT * CDF_STEPS_PER_SIGMA + 2 }, (_, i) => {
  const x = i / CDF_STEPS_PER_SIGMA - CDF_LIMIT;
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly =
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const upper = (exp(-square(x) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  return x > 0 ? 1 - upper : upper;
});

function gaussCdf(x: number): number {
  const at = (x + CDF_LIMIT) * CDF_STEPS_PER_SIGMA;
  if (at <= 0) return 0;
  if (at >= 2 * CDF_LIMIT * CDF_STEPS_PER_SIGMA) return 1;
  return GAUSS_CDF[at | 0];
}

export interface FanOptions {
  fine: FineBottom;
  sediments: SedimentTables;
  field: ScattererField;
  cells: number;
  rangeStepM: number;
  /** Source intensity after absorption there and back, by cell; and its roots. */
  attenuated: Float64Array;
  sqrtAttenuated: Float64Array;
  wavelengthM: number;
  /** Length of the aperture along the track, in wavelengths. */
  alongWavelengths: number;
  /** One-way intensity across, by angle step. */
  across: Float32Array;
  /** Row of the record that each angle step belongs to; −1 outside. */
  rowOf: Int16Array;
  rows: number;
  turnsPerM: number;
  wobbleSeed: number;
  /** Keep the volume part of the bottom apart, to trail off in the sediment. */
  keepTail: boolean;
  /** So thick that each slice has a terrain of its own to walk; a thin fan's three share one line. */
  isThick: boolean;
}

/** What a fan met of the points, in the order of their targets. */
export interface FanPoints {
  count: number;
  index: Int32Array;
  targetIndex: Uint16Array;
  /** Range in cells. */
  position: Float32Array;
  angleRad: Float32Array;
  /** Root of the energy it would return with nothing in the way, µPa. */
  amplitude: Float64Array;
  /** Share of its energy left by what is nearer. */
  transmission: Float32Array;
  /** Phase in steps of the sine table. */
  turn: Float64Array;
  /** Cells of range its energy is spread over: a face stands for a patch, not for a point. */
  patchCells: Uint8Array;
}

export class FanPlane {
  readonly equivalentAlongRad: number;
  readonly points: FanPoints = emptyPoints(1024);
  /** Mean energy of the bottom, per cell, rows of `cells`. */
  readonly bottomMean: Float64Array;
  /** Shadows by target, when truth was asked for. */
  readonly shadows = new Map<number, ShadowSum>();

  private readonly alongPattern: Float32Array;
  private readonly alongScale: number;
  private readonly alongReach: number;
  private readonly nearM: number;
  private readonly sigmaPerM: number;
  private readonly stride: number;
  private readonly energy: Float64Array;
  private readonly rise: Float64Array;
  private readonly tailEnergy: Float64Array;
  private readonly tailRise: Float64Array;
  private readonly transmission = new Float32Array(SLICES * ANGLE_STEPS).fill(1);
  /** Target that last took a good part at an angle, and what was left before it did. */
  private readonly owner = new Int32Array(SLICES * ANGLE_STEPS).fill(-1);
  private readonly beforeOwner = new Float32Array(SLICES * ANGLE_STEPS).fill(1);
  private cutLow = ANGLE_STEPS;
  private cutHigh = -1;
  /** Points by side and cell, as linked lists: the last one met and the one before each. */
  private readonly head: Int32Array;
  private next = new Int32Array(1024);
  private along = new Float32Array(1024);
  private range = new Float32Array(1024);
  /** Terrain's angle by side, slice and cell: what lies lower at that range is behind it. */
  private readonly horizon: Float32Array;
  /** Stretches of bottom in sight, of both sides: seen share of each slice, and what they return. */
  private readonly stretch: Stretches;
  private stretchCount = 0;
  /** By cell: source after absorption × equivalent width of the fan ÷ r⁴. */
  private readonly bottomGain: Float64Array;

  constructor(private readonly options: FanOptions) {
    const { cells, rows, alongWavelengths, wavelengthM } = options;
    this.stride = cells + 2;
    this.bottomMean = new Float64Array(rows * cells);
    this.energy = new Float64Array(rows * this.stride);
    this.rise = new Float64Array(rows * this.stride);
    this.tailEnergy = new Float64Array(options.keepTail ? rows * this.stride : 0);
    this.tailRise = new Float64Array(options.keepTail ? rows * this.stride : 0);
    this.head = new Int32Array(2 * cells).fill(-1);
    this.equivalentAlongRad = integratedLineAngleRad(alongWavelengths, 2);
    this.sigmaPerM = this.equivalentAlongRad / Math.sqrt(2 * Math.PI);
    // Inside the near field the beam is as wide as the aperture is long, never narrower.
    const lengthM = alongWavelengths * wavelengthM;
    this.nearM = lengthM / (0.886 / alongWavelengths);
    this.horizon = new Float32Array(2 * SLICES * cells);
    const walked = 2 * (Math.ceil(cells / GROUND_STEP_CELLS) + 1) * (options.isThick ? SLICES : 1);
    this.stretch = emptyStretches(walked);
    this.bottomGain = Float64Array.from({ length: cells }, (_, i) => {
      const r = (i + 0.5) * options.rangeStepM;
      const widthM = this.equivalentAlongRad * Math.max(r, this.nearM);
      return (options.attenuated[i] * widthM) / (square(r) * square(r) * SLICES);
    });
    let reach = 0;
    for (let sinAngle = 0; sinAngle < 1; sinAngle += 0.001) {
      if (square(builtLinePattern(alongWavelengths, sinAngle)) > REACH_RATIO) reach = sinAngle;
    }
    this.alongReach = Math.min(0.95, Math.max(reach, 3 / alongWavelengths));
    this.alongScale = ALONG_STEPS / this.alongReach;
    this.alongPattern = Float32Array.from({ length: ALONG_STEPS + 2 }, (_, i) =>
      builtLinePattern(alongWavelengths, Math.min(1, i / this.alongScale)),
    );
  }

  /** Standard deviation of the two-way beam along the track at a range, m. */
  private sigmaM(rangeM: number): number {
    return this.sigmaPerM * (rangeM > this.nearM ? rangeM : this.nearM);
  }

  /**
   * Sweeps the fan that stands square to `mount.forward`, towards `mount.starboard` and away from it.
   * Fills `bottomMean`, `points` and, with `withTruth`, `shadows`.
   * @param nadirKept share of the bottom's volume echo left after a cell, where `keepTail`
   */
  sweep(mount: Mount, timeS: number, withTruth: boolean, nadirKept: number): void {
    this.restore();
    if (withTruth) this.shadows.clear();
    this.gatherPoints(mount, timeS);
    const { cells, rows, keepTail, isThick } = this.options;
    this.stretchCount = 0;
    for (let side = 0; side < 2; side++) {
      if (isThick) for (let slice = 0; slice < SLICES; slice++) this.walk(mount, side, slice);
      else this.walk(mount, side, -1);
    }
    this.meetAll();
    this.light(withTruth);
    this.bottomMean.fill(0);
    for (let row = 0; row < rows; row++) {
      this.settleRow(this.energy, this.rise, row, cells, 0);
      if (keepTail) this.settleRow(this.tailEnergy, this.tailRise, row, cells, nadirKept);
    }
  }

  private settleRow(
    energy: Float64Array,
    rise: Float64Array,
    row: number,
    cells: number,
    kept: number,
  ) {
    const from = row * this.stride;
    settleInterval(
      energy.subarray(from, from + this.stride),
      rise.subarray(from, from + this.stride),
      0,
      cells,
      this.bottomMean.subarray(row * cells, (row + 1) * cells),
      kept,
    );
  }

  /** Everything that was cut lets through again. */
  private restore(): void {
    if (this.cutHigh < this.cutLow) return;
    for (let slice = 0; slice < SLICES; slice++) {
      const from = slice * ANGLE_STEPS + this.cutLow;
      const end = slice * ANGLE_STEPS + this.cutHigh + 1;
      this.transmission.fill(1, from, end);
      this.owner.fill(-1, from, end);
    }
    this.cutLow = ANGLE_STEPS;
    this.cutHigh = -1;
  }

  /** All points in reach, with their echo as if nothing stood in the way. */
  private gatherPoints(mount: Mount, timeS: number): void {
    const { field, cells, rangeStepM, sqrtAttenuated, across, turnsPerM, wobbleSeed } =
      this.options;
    const { points, alongReach, alongPattern, alongScale, nearM } = this;
    const { x, y, depth, aspect, phase, phaseRate, amplitude: strength, blockRadius } = field;
    const [fx, fy, fz] = mount.forward;
    const [sx, sy, sz] = mount.starboard;
    const [ax, ay, az] = mount.down;
    const stepScale = 1 / rangeStepM;
    const rangeM = cells * rangeStepM;
    this.head.fill(-1);
    points.count = 0;
    field.moveTo(timeS);
    for (const chunk of field.chunks) {
      const cx = chunk.x - mount.xM;
      const cy = chunk.y - mount.yM;
      const cz = chunk.depth - mount.depthM;
      const chunkR = Math.sqrt(cx * cx + cy * cy + cz * cz);
      if (chunkR - chunk.radius > rangeM) continue;
      const chunkAlong = Math.abs(cx * fx + cy * fy + cz * fz);
      const farM = chunkR + chunk.radius;
      if (chunkAlong - chunk.radius > alongReach * (farM > nearM ? farM : nearM)) continue;
      for (let p = chunk.first; p < chunk.end; p++) {
        const dx = x[p] - mount.xM;
        const dy = y[p] - mount.yM;
        const dz = depth[p] - mount.depthM;
        const r2 = dx * dx + dy * dy + dz * dz;
        const r = Math.sqrt(r2);
        const position = r * stepScale;
        const cell = position | 0;
        if (cell >= cells || r < NEAREST_POINT_M) continue;
        const alongM = dx * fx + dy * fy + dz * fz;
        const alongAt = ((alongM < 0 ? -alongM : alongM) * alongScale) / (r > nearM ? r : nearM);
        if (alongAt >= ALONG_STEPS) continue;
        const angleRad = fastAngleRad(dx * sx + dy * sy + dz * sz, dx * ax + dy * ay + dz * az);
        if (angleRad <= -ANGLE_LIMIT_RAD || angleRad >= ANGLE_LIMIT_RAD) continue;
        const alongStep = alongAt | 0;
        const b =
          (alongPattern[alongStep] +
            (alongPattern[alongStep + 1] - alongPattern[alongStep]) * (alongAt - alongStep)) *
          across[angleIndex(angleRad)];
        const perR = 1 / r;
        let amplitude = sqrtAttenuated[cell] * strength[p] * b * perR * perR;
        if (aspect[p] !== ASPECT_NONE) {
          amplitude *= aspectAmplitude(
            field,
            p,
            dx * perR,
            dy * perR,
            dz * perR,
            timeS,
            wobbleSeed,
          );
        }
        const at = points.count++;
        if (at === points.index.length) this.grow();
        points.index[at] = p;
        points.targetIndex[at] = chunk.targetIndex;
        points.position[at] = position;
        points.angleRad[at] = angleRad;
        points.amplitude[at] = amplitude;
        points.transmission[at] = 1;
        points.turn[at] = turnsPerM * r + (phase[p] + phaseRate[p] * timeS) * SINE_STEPS_PER_RAD;
        points.patchCells[at] =
          aspect[p] === ASPECT_FACE
            ? Math.max(1, Math.min(MAX_PATCH_CELLS, Math.round(blockRadius[p] * stepScale)))
            : 1;
        this.along[at] = alongM;
        this.range[at] = r;
        const list = (angleRad >= 0 ? 0 : cells) + cell;
        this.next[at] = this.head[list];
        this.head[list] = at;
      }
    }
  }

  private grow(): void {
    const larger = emptyPoints(2 * this.points.index.length);
    for (const key of Object.keys(larger) as (keyof FanPoints)[]) {
      if (key === 'count') continue;
      (larger[key] as Float64Array).set(this.points[key] as Float64Array);
      (this.points as unknown as Record<string, unknown>)[key] = larger[key];
    }
    const bigger = <T extends Int32Array | Float32Array>(column: T) => {
      const copy = new (column.constructor as new (length: number) => T)(2 * column.length);
      copy.set(column);
      return copy;
    };
    this.next = bigger(this.next);
    this.along = bigger(this.along);
    this.range = bigger(this.range);
  }

  /**
   * One side's terrain, outward from straight below: the stretches in sight, and the horizon at each
   * range. `slice` −1 walks the fan's middle for all slices, each a little off it on the same slope;
   * otherwise the line of that slice alone.
   */
  private walk(mount: Mount, sideIndex: number, slice: number): void {
    const { fine, sediments, cells, rangeStepM, across, rowOf, isThick } = this.options;
    const { horizon, bottomGain, nearM } = this;
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
    const sliceSigma = isThick ? 0 : SLICE_MIDDLE * this.sigmaPerM;
    const horizonAt = sideIndex * SLICES * cells;
    const horizonSlice = isThick ? horizonAt + slice * cells : horizonAt;

    let count = this.stretchCount;
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
        i === 0 ? 0 : (middleSigma * this.sigmaM(fromR) - g * outAlong - fromDz * fz) / thickAlong;
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
        const start = dz > LEAST_DEPTH_M ? angle1 : Infinity;
        top0 = top1 = top2 = start;
      } else {
        const seen0 = seenShare(from0, angle0, top0);
        const seen1 = seenShare(from1, angle1, top1);
        const seen2 = seenShare(from2, angle2, top2);
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
    this.stretchCount = count;
  }

  /** The points of both sides in order of range: what is left of each, and what each takes away. */
  private meetAll(): void {
    if (this.points.count === 0) return;
    const { head, next } = this;
    for (let list = 0; list < head.length; list++) {
      if (head[list] < 0) continue;
      for (let at = head[list]; at >= 0; at = next[at]) this.dim(at);
      for (let at = head[list]; at >= 0; at = next[at]) this.cut(at);
    }
  }

  /** Every stretch of bottom in sight, less what stands before it, into its row. */
  private light(withTruth: boolean): void {
    const { stretch, stretchCount, transmission, energy, rise, tailEnergy, tailRise, stride } =
      this;
    const { cells, keepTail } = this.options;
    const anyCut = this.cutHigh >= this.cutLow;
    for (let i = 0; i < stretchCount; i++) {
      const at = stretch.angleStep[i];
      const seen0 = stretch.seen[3 * i];
      const seen1 = stretch.seen[3 * i + 1];
      const seen2 = stretch.seen[3 * i + 2];
      let share = seen0 + seen1 + seen2;
      if (anyCut && at >= this.cutLow && at <= this.cutHigh) {
        const left =
          seen0 * transmission[at] +
          seen1 * transmission[ANGLE_STEPS + at] +
          seen2 * transmission[2 * ANGLE_STEPS + at];
        if (withTruth && left < SHADOW_SHARE * share) this.addShadow(i, share, left);
        share = left;
      }
      const offset = stretch.row[i] * stride;
      const surface = share * stretch.surface[i];
      const volume = share * stretch.volume[i];
      if (keepTail && volume > 0) {
        addInterval(energy, rise, offset, cells, stretch.from[i], stretch.to[i], surface);
        addInterval(tailEnergy, tailRise, offset, cells, stretch.from[i], stretch.to[i], volume);
      } else {
        addInterval(energy, rise, offset, cells, stretch.from[i], stretch.to[i], surface + volume);
      }
    }
  }

  private dim(at: number): void {
    const { points, along, range, horizon, transmission } = this;
    const { field, cells } = this.options;
    const r = range[at];
    const off = along[at] / this.sigmaM(r);
    const slice = off < -SLICE_EDGE ? 0 : off > SLICE_EDGE ? 2 : 1;
    const angle = points.angleRad[at];
    const sideIndex = angle >= 0 ? 0 : 1;
    const ground = horizon[(sideIndex * SLICES + slice) * cells + (points.position[at] | 0)];
    const sunkRad = (field.blockRadius[points.index[at]] + SUNK_M) / r;
    let left = 1;
    if ((angle < 0 ? -angle : angle) < ground - sunkRad) left = 0;
    else if (this.cutHigh >= this.cutLow) {
      // No target hides itself: what turns away from the sounder returns nothing anyway.
      const step = slice * ANGLE_STEPS + angleIndex(angle);
      const isOwn = this.owner[step] === points.targetIndex[at];
      left = isOwn ? this.beforeOwner[step] : transmission[step];
    }
    points.transmission[at] = left;
  }

  private cut(at: number): void {
    const { points, along, range, transmission, owner, beforeOwner } = this;
    const { field } = this.options;
    const p = points.index[at];
    const radiusM = field.blockRadius[p];
    if (radiusM === 0 || points.transmission[at] === 0) return;
    const opacity = field.opacity[p];
    const target = points.targetIndex[at];
    const r = range[at];
    const sigma = this.sigmaM(r);
    const from = gaussCdf((along[at] - radiusM) / sigma);
    const to = gaussCdf((along[at] + radiusM) / sigma);
    const middle = (points.angleRad[at] + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD;
    const half = (radiusM / r) * ANGLE_STEPS_PER_RAD;
    let low = middle - half;
    let high = middle + half;
    // What is below the ground at its range hides nothing in front of it.
    const starboard = points.angleRad[at] >= 0;
    const ground =
      this.horizon[((starboard ? 0 : SLICES) + 1) * this.options.cells + (points.position[at] | 0)];
    if (starboard) low = Math.max(low, (ANGLE_LIMIT_RAD + ground) * ANGLE_STEPS_PER_RAD);
    else high = Math.min(high, (ANGLE_LIMIT_RAD - ground) * ANGLE_STEPS_PER_RAD);
    low = Math.max(0, low);
    high = Math.min(ANGLE_STEPS - 1e-3, high);
    if (high <= low) return;
    const first = low | 0;
    const last = high | 0;
    let took = false;
    for (let slice = 0; slice < SLICES; slice++) {
      const inner = slice / SLICES;
      const outer = (slice + 1) / SLICES;
      const covered = ((to < outer ? to : outer) - (from > inner ? from : inner)) * SLICES;
      const share = covered * opacity;
      if (share < 0.005) continue;
      took = true;
      const offset = slice * ANGLE_STEPS;
      for (let step = first; step <= last; step++) {
        const height = (high < step + 1 ? high : step + 1) - (low > step ? low : step);
        const place = offset + step;
        if (share * height > OWNING_CUT && owner[place] !== target) {
          owner[place] = target;
          beforeOwner[place] = transmission[place];
        }
        transmission[place] *= 1 - share * height;
      }
    }
    if (!took) return;
    if (first < this.cutLow) this.cutLow = first;
    if (last > this.cutHigh) this.cutHigh = last;
  }

  private addShadow(index: number, share: number, left: number): void {
    const { stretch, owner } = this;
    const at = stretch.angleStep[index];
    let target = owner[ANGLE_STEPS + at];
    if (target < 0) target = Math.max(owner[at], owner[2 * ANGLE_STEPS + at]);
    if (target < 0) return;
    const energy = stretch.surface[index] + stretch.volume[index];
    const cell = stretch.cell[index];
    const shadow = this.shadows.get(target);
    if (!shadow) {
      const open = energy * share;
      this.shadows.set(target, { firstBin: cell, lastBin: cell, open, left: energy * left });
      return;
    }
    if (cell < shadow.firstBin) shadow.firstBin = cell;
    if (cell > shadow.lastBin) shadow.lastBin = cell;
    shadow.open += energy * share;
    shadow.left += energy * left;
  }
}

/** Share of a stretch between two angles that rises above the horizon so far. */
function seenShare(fromAngle: number, toAngle: number, horizon: number): number {
  if (toAngle <= horizon) return 0;
  if (fromAngle >= horizon || toAngle <= fromAngle) return 1;
  return (toAngle - horizon) / (toAngle - fromAngle);
}

interface Stretches {
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

function emptyPoints(length: number): FanPoints {
  return {
    count: 0,
    index: new Int32Array(length),
    targetIndex: new Uint16Array(length),
    position: new Float32Array(length),
    angleRad: new Float32Array(length),
    amplitude: new Float64Array(length),
    transmission: new Float32Array(length),
    turn: new Float64Array(length),
    patchCells: new Uint8Array(length),
  };
}

/** One-way across pattern by angle step, from a pattern over the angle off its axis. */
export function acrossTable(axisRad: number, pattern: (sinAngle: number) => number): Float32Array {
  return Float32Array.from({ length: ANGLE_STEPS }, (_, i) => {
    const offRad = angleAtIndex(i) - axisRad;
    // A face hears nothing from behind itself.
    return Math.abs(offRad) >= Math.PI / 2 ? 0 : pattern(sin(offRad));
  });
}
