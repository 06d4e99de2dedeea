/**
 * A thin fan of sound swept over the scene once: what side fans, down fan and sector have in common.
 *
 * No rays are marched. On each side the terrain is walked outward over the ground with a running
 * horizon, which gives its shadows for nothing; the points in reach, taken in order of range, cut a
 * table of transmission over the in-plane angle, which gives theirs. Both are done in three slices
 * across the fan's thickness, or the far edges of shadows would be jagged.
 */
import type { FineBottom } from '../bottom';
import { exp, sin, square } from '../numeric';
import { builtLinePattern, integratedLineAngleRad } from '../transducer';
import { addInterval, settleInterval } from './energySpread';
import { fastAngleRad, SINE_STEPS_PER_RAD } from './fastMath';
import type { Mount } from './mount';
import { aspectAmplitude } from './pointEcho';
import { ASPECT_NONE, type ScattererField } from './scattererField';
import { BACKSCATTER_STEPS, type SedimentTable } from './sedimentTables';
import type { ShadowSum } from './targetTruth';

/** In-plane angles from straight down, signed, on a grid of this many steps to either side. */
export const ANGLE_LIMIT_RAD = 2.27;
export const ANGLE_STEPS = 4096;
export const ANGLE_STEPS_PER_RAD = ANGLE_STEPS / (2 * ANGLE_LIMIT_RAD);
export const angleIndex = (angleRad: number) =>
  ((angleRad + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
export const angleAtIndex = (index: number) =>
  (index + 0.5) / ANGLE_STEPS_PER_RAD - ANGLE_LIMIT_RAD;

const SLICES = 3;
/** Middle of each third of a Gaussian beam's energy, and its inner edge, in standard deviations. */
const SLICE_MIDDLE = 1.0908;
const SLICE_EDGE = 0.4307;

/** Ground walked from one sample of the terrain to the next, in cells of range. */
const GROUND_STEP_CELLS = 2;
const LEAST_DEPTH_M = 0.05;
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
  sediments: SedimentTable[];
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
  private readonly owner = new Int32Array(SLICES * ANGLE_STEPS).fill(-1);
  private cutLow = ANGLE_STEPS;
  private cutHigh = -1;
  /** Points by side and cell, as linked lists: the last one met and the one before each. */
  private readonly head: Int32Array;
  private next = new Int32Array(1024);
  private along = new Float32Array(1024);
  private range = new Float32Array(1024);
  private readonly horizon = new Float64Array(SLICES);

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
    this.walk(mount, 1, withTruth);
    this.walk(mount, -1, withTruth);
    const { cells, rows, keepTail } = this.options;
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
        const dx = field.x[p] - mount.xM;
        const dy = field.y[p] - mount.yM;
        const dz = field.depth[p] - mount.depthM;
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
        let amplitude = sqrtAttenuated[cell] * field.amplitude[p] * b * perR * perR;
        if (field.aspect[p] !== ASPECT_NONE) {
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
        points.turn[at] =
          turnsPerM * r + (field.phase[p] + field.phaseRate[p] * timeS) * SINE_STEPS_PER_RAD;
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

  /** One side: terrain outward from straight below, points as the walk comes to their range. */
  private walk(mount: Mount, side: 1 | -1, withTruth: boolean): void {
    const { fine, sediments, cells, rangeStepM, attenuated, across, rowOf, keepTail } =
      this.options;
    const { energy, rise, tailEnergy, tailRise, stride, horizon, transmission } = this;
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
    const outLateral = ox * sx + oy * sy;
    const thickLateral = tx * sx + ty * sy;
    const outDown = ox * ax + oy * ay;
    const thickDown = tx * ax + ty * ay;

    const stepM = GROUND_STEP_CELLS * rangeStepM;
    const steps = Math.ceil((cells * rangeStepM) / stepM);
    const stepScale = 1 / rangeStepM;
    const gridScale = 1 / fine.cellM;
    const lastColumn = fine.columns - 1.001;
    const lastRow = fine.rows - 1.001;
    const { depthM, sediment, columns } = fine;
    const share = this.equivalentAlongRad / SLICES;
    const list = side > 0 ? 0 : cells;
    let taken = 0; // cells whose points have been met
    horizon.fill(-Infinity);

    const lastDz = this.lastDz;
    const lastR = this.lastR;
    const lastAngle = this.lastAngle;
    const lastOff = this.lastOff;

    for (let i = 0; i <= steps; i++) {
      const g = i * stepM;
      for (let slice = 0; slice < SLICES; slice++) {
        const before = lastDz[slice];
        // How far off the fan's middle this slice lies here; depth as at the last step.
        const rGuess = i === 0 ? 1 : lastR[slice];
        const off =
          i === 0
            ? 0
            : ((slice - 1) * SLICE_MIDDLE * this.sigmaM(rGuess) - g * outAlong - before * fz) /
              thickAlong;
        const u0 = (mount.xM + g * ox + off * tx - fine.originX) * gridScale;
        const v0 = (mount.yM + g * oy + off * ty - fine.originY) * gridScale;
        const u = u0 < 0 ? 0 : u0 > lastColumn ? lastColumn : u0;
        const v = v0 < 0 ? 0 : v0 > lastRow ? lastRow : v0;
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
        const r = Math.sqrt(g * g + off * off + dz * dz);
        const angle =
          side *
          fastAngleRad(
            g * outLateral + off * thickLateral + dz * sz,
            g * outDown + off * thickDown + dz * az,
          );
        if (i === 0) {
          horizon[slice] = dz > LEAST_DEPTH_M ? angle : Infinity;
        } else {
          const fromAngle = lastAngle[slice];
          const fromR = lastR[slice];
          if (slice === 1) {
            // Points nearer than this stretch of bottom come first.
            const reached = Math.min(cells, ((fromR < r ? fromR : r) * stepScale) | 0);
            for (; taken < reached; taken++) this.meet(list + taken, side, withTruth);
          }
          if (angle > horizon[slice]) {
            const low = fromAngle > horizon[slice] ? fromAngle : horizon[slice];
            const seen = angle > fromAngle ? (angle - low) / (angle - fromAngle) : 1;
            horizon[slice] = angle;
            const middle = side * 0.5 * (low + angle);
            const at = ((middle + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
            const recordRow = at >= 0 && at < ANGLE_STEPS ? rowOf[at] : -1;
            const rMid = 0.5 * (fromR + r);
            const cell = (rMid * stepScale) | 0;
            if (recordRow >= 0 && cell < cells) {
              const slopeOut = (dz - before) / stepM;
              const slopeX = ((d10 - d00) * (1 - t) + (d11 - d01) * t) * gridScale;
              const slopeY = (far - near) * gridScale;
              const slopeThick = slopeX * tx + slopeY * ty;
              const secant = Math.sqrt(1 + slopeOut * slopeOut + slopeThick * slopeThick);
              const dzMid = 0.5 * (dz + before);
              const cosIncidence =
                (dzMid - (g - 0.5 * stepM) * slopeOut - 0.5 * (off + lastOff[slice]) * slopeThick) /
                (rMid * secant);
              if (cosIncidence > 0.0005) {
                const incidence = cosIncidence > 1 ? 0 : (1 - cosIncidence) * BACKSCATTER_STEPS;
                const index = incidence | 0;
                const part = incidence - index;
                const kind = sediment[node + (s > 0.5 ? 1 : 0) + (t > 0.5 ? columns : 0)];
                const table = sediments[kind];
                const facet =
                  table.facet[index] + (table.facet[index + 1] - table.facet[index]) * part;
                const lambert =
                  table.lambert[index] + (table.lambert[index + 1] - table.lambert[index]) * part;
                const b = across[at];
                const widthM = share * (rMid > this.nearM ? rMid : this.nearM);
                const r2 = rMid * rMid;
                let gain = (attenuated[cell] * b * b * widthM * stepM * secant * seen) / (r2 * r2);
                if (this.cutHigh >= this.cutLow) {
                  const left = transmission[slice * ANGLE_STEPS + at];
                  if (withTruth && left < SHADOW_SHARE) {
                    this.addShadow(slice, at, cell, gain * (facet + lambert), left);
                  }
                  gain *= left;
                }
                const a = (r - (r - fromR) * seen) * stepScale;
                const b2 = r * stepScale;
                const offset = recordRow * stride;
                if (keepTail && table.tailKept > 0) {
                  addInterval(energy, rise, offset, cells, a, b2, gain * facet);
                  addInterval(tailEnergy, tailRise, offset, cells, a, b2, gain * lambert);
                } else {
                  addInterval(energy, rise, offset, cells, a, b2, gain * (facet + lambert));
                }
              }
            }
          }
        }
        lastDz[slice] = dz;
        lastR[slice] = r;
        lastAngle[slice] = angle;
        lastOff[slice] = off;
      }
    }
    for (; taken < cells; taken++) this.meet(list + taken, side, withTruth);
  }

  private readonly lastDz = new Float64Array(SLICES);
  private readonly lastR = new Float64Array(SLICES);
  private readonly lastAngle = new Float64Array(SLICES);
  private readonly lastOff = new Float64Array(SLICES);

  /** The points of one cell: what is left of each, and what each takes from all that lies behind. */
  private meet(list: number, side: 1 | -1, withTruth: boolean): void {
    const { head, next } = this;
    for (let at = head[list]; at >= 0; at = next[at]) this.dim(at, side);
    for (let at = head[list]; at >= 0; at = next[at]) this.cut(at, withTruth);
  }

  private dim(at: number, side: 1 | -1): void {
    const { points, along, range, horizon, transmission } = this;
    const { field } = this.options;
    const r = range[at];
    const off = along[at] / this.sigmaM(r);
    const slice = off < -SLICE_EDGE ? 0 : off > SLICE_EDGE ? 2 : 1;
    const sunkRad = (field.blockRadius[points.index[at]] + SUNK_M) / r;
    let left = 1;
    if (side * points.angleRad[at] < horizon[slice] - sunkRad) left = 0;
    else if (this.cutHigh >= this.cutLow) {
      left = transmission[slice * ANGLE_STEPS + angleIndex(points.angleRad[at])];
    }
    points.transmission[at] = left;
  }

  private cut(at: number, withTruth: boolean): void {
    const { points, along, range, transmission, owner } = this;
    const { field } = this.options;
    const p = points.index[at];
    const radiusM = field.blockRadius[p];
    if (radiusM === 0) return;
    const opacity = field.opacity[p];
    const r = range[at];
    const sigma = this.sigmaM(r);
    const from = gaussCdf((along[at] - radiusM) / sigma);
    const to = gaussCdf((along[at] + radiusM) / sigma);
    const middle = (points.angleRad[at] + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD;
    const half = (radiusM / r) * ANGLE_STEPS_PER_RAD;
    const low = Math.max(0, middle - half);
    const high = Math.min(ANGLE_STEPS - 1e-3, middle + half);
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
        transmission[offset + step] *= 1 - share * height;
        if (withTruth && share * height > OWNING_CUT) owner[offset + step] = points.targetIndex[at];
      }
    }
    if (!took) return;
    if (first < this.cutLow) this.cutLow = first;
    if (last > this.cutHigh) this.cutHigh = last;
  }

  private addShadow(slice: number, at: number, cell: number, open: number, left: number): void {
    const target = this.owner[slice * ANGLE_STEPS + at];
    if (target < 0) return;
    const shadow = this.shadows.get(target);
    if (!shadow) {
      this.shadows.set(target, { firstBin: cell, lastBin: cell, open, left: open * left });
      return;
    }
    if (cell < shadow.firstBin) shadow.firstBin = cell;
    if (cell > shadow.lastBin) shadow.lastBin = cell;
    shadow.open += open;
    shadow.left += open * left;
  }
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
