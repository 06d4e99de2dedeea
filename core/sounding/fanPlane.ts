/**
 * A thin fan of sound swept over the scene once: what side fans, down fan and sector have in common.
 *
 * No rays are marched. On each side the terrain is walked outward over the ground with a running
 * horizon, which gives its shadows for nothing. Then the points in reach, in order of range, cut a table
 * of transmission over the in-plane angle: a thing that can be seen stands nearer than the bottom seen
 * along the same angle, so what is left at an angle when all have been met is what the bottom there
 * gets. Both go in three slices across the fan's thickness, or the far edges of shadows would be jagged.
 */
import { ALONG_STEPS, AlongBeam, gaussCdf, SLICE_EDGE, SLICES } from './alongBeam';
import { addInterval, settleInterval } from './energySpread';
import { ANGLE_LIMIT_RAD, ANGLE_STEPS, ANGLE_STEPS_PER_RAD, angleIndex } from './fanAngles';
import { FanTerrain, type TerrainOptions } from './fanTerrain';
import { fastAngleRad, SINE_STEPS_PER_RAD } from './fastMath';
import type { Mount } from './mount';
import { aspectAmplitude } from './pointEcho';
import { ASPECT_NONE, type ScattererField } from './scattererField';
import type { ShadowSum } from './truthRow';

/** Scatterers nearer than this are taken to be on the face. */
const NEAREST_POINT_M = 0.05;
/** A thing half sunk in the ground is not behind it. */
const SUNK_M = 0.03;
/** Cells with less than this share left belong to the shadow of what cut them. */
const SHADOW_SHARE = 0.5;
/** A cut that takes less is not remembered as a shadow's owner. */
const OWNING_CUT = 0.35;

const MAX_PATCH_CELLS = 16;
/** Phase from one cell of a patch to the next, in steps of the sine table: as good as random. */
export const PATCH_TURN = 1597;

export interface FanOptions extends TerrainOptions {
  field: ScattererField;
  /** Roots of `attenuated`. */
  sqrtAttenuated: Float64Array;
  wavelengthM: number;
  /** Length of the aperture along the track, in wavelengths. */
  alongWavelengths: number;
  rows: number;
  turnsPerM: number;
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
  /** Cells of range its energy is spread over: a face or a clump stands for a patch, not for a point. */
  patchCells: Uint8Array;
}

/** What a thing that stands on the ground returned from a stretch of range. */
export interface RaisedEcho {
  row: number;
  firstCell: number;
  lastCell: number;
  /** Mean energy in each of these cells: as it came back, with nothing in the way, and of the ground under it. */
  seen: number;
  free: number;
  behind: number;
}

export class FanPlane {
  readonly along: AlongBeam;
  readonly points: FanPoints = emptyPoints(1024);
  /** Mean energy of the bottom, per cell, rows of `cells`. */
  readonly bottomMean: Float64Array;
  /** Shadows by target, when truth was asked for. */
  readonly shadows = new Map<number, ShadowSum>();

  /** Echoes of what stands on the ground by target, when truth was asked for. */
  readonly raised = new Map<number, RaisedEcho[]>();

  private readonly terrain: FanTerrain;
  /** One-way intensity on the axis against the far field's, by cell. */
  private readonly nearGain: Float64Array;
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
  /** Offset along the track and range of each point, m. */
  private offset = new Float32Array(1024);
  private range = new Float32Array(1024);

  constructor(private readonly options: FanOptions) {
    const { cells, rows, alongWavelengths, wavelengthM } = options;
    this.stride = cells + 2;
    this.bottomMean = new Float64Array(rows * cells);
    this.energy = new Float64Array(rows * this.stride);
    this.rise = new Float64Array(rows * this.stride);
    this.tailEnergy = new Float64Array(options.keepTail ? rows * this.stride : 0);
    this.tailRise = new Float64Array(options.keepTail ? rows * this.stride : 0);
    this.head = new Int32Array(2 * cells).fill(-1);
    this.along = new AlongBeam(alongWavelengths, wavelengthM);
    this.terrain = new FanTerrain(options, this.along);
    this.nearGain = Float64Array.from({ length: cells }, (_, i) =>
      this.along.nearGain((i + 0.5) * options.rangeStepM),
    );
  }

  /** Terrain's angle by side, slice and cell: what lies lower at that range is behind it. */
  get horizon(): Float32Array {
    return this.terrain.horizon;
  }

  /**
   * Sweeps the fan that stands square to `mount.forward`, towards `mount.starboard` and away from it.
   * Fills `bottomMean`, `points` and, with `withTruth`, `shadows`.
   * @param nadirKept share of the bottom's volume echo left after a cell, where `keepTail`
   */
  sweep(mount: Mount, timeS: number, withTruth: boolean, nadirKept: number): void {
    this.restore();
    if (withTruth) {
      this.shadows.clear();
      this.raised.clear();
    }
    this.gatherPoints(mount, timeS);
    const { cells, rows, keepTail } = this.options;
    this.terrain.walk(mount, withTruth);
    this.meetAll();
    this.light(withTruth);
    if (withTruth) this.addHidden();
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
    const { field, cells, rangeStepM, sqrtAttenuated, across, turnsPerM } = this.options;
    const { points, nearGain } = this;
    const { reach: alongReach, pattern: alongPattern, scale: alongScale, nearM } = this.along;
    const [fx, fy, fz] = mount.forward;
    const [sx, sy, sz] = mount.starboard;
    const [ax, ay, az] = mount.down;
    const stepScale = 1 / rangeStepM;
    const rangeM = cells * rangeStepM;
    this.head.fill(-1);
    points.count = 0;
    const chunks = field.near(mount.xM, mount.yM, rangeM, timeS);
    const { columns } = field;
    const { x, y, depth, aspect, phase, phaseRate, amplitude: strength, spread } = columns;
    for (const chunk of chunks) {
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
        let amplitude = sqrtAttenuated[cell] * nearGain[cell] * strength[p] * b * perR * perR;
        if (aspect[p] !== ASPECT_NONE) {
          amplitude *= aspectAmplitude(columns, p, dx * perR, dy * perR, dz * perR, timeS);
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
        points.patchCells[at] = Math.max(
          1,
          Math.min(MAX_PATCH_CELLS, Math.round(spread[p] * stepScale)),
        );
        this.offset[at] = alongM;
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
    this.offset = bigger(this.offset);
    this.range = bigger(this.range);
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
    const { transmission, energy, rise, tailEnergy, tailRise, stride } = this;
    const { stretch, count } = this.terrain;
    const { cells, keepTail } = this.options;
    const anyCut = this.cutHigh >= this.cutLow;
    for (let i = 0; i < count; i++) {
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
      if (withTruth && stretch.owner[i] >= 0) this.addRaised(i, share);
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

  /** An echo that belongs to what stands there. @param share of its slices that is left */
  private addRaised(index: number, share: number): void {
    const { stretch } = this.terrain;
    const low = Math.min(stretch.from[index], stretch.to[index]);
    const high = Math.max(stretch.from[index], stretch.to[index]);
    const firstCell = low | 0;
    const lastCell = Math.min(this.options.cells - 1, high | 0);
    const perCell = 1 / Math.max(1, lastCell - firstCell + 1);
    const free = perCell * stretch.surface[index];
    const behind = perCell * stretch.behind[index];
    const row = stretch.row[index];
    const echo = { row, firstCell, lastCell, seen: share * free, free, behind };
    this.keepRaised(stretch.owner[index], echo);
  }

  private keepRaised(owner: number, echo: RaisedEcho): void {
    const echoes = this.raised.get(owner);
    if (echoes) echoes.push(echo);
    else this.raised.set(owner, [echo]);
  }

  /** Ground in the shadow of what stands on it, and what stands there out of sight. */
  private addHidden(): void {
    for (const { owner, isShadow, row, cell, energy } of this.terrain.raised?.hidden ?? []) {
      if (isShadow) {
        this.shade(owner, cell, energy, 0);
        continue;
      }
      const echo = { row, firstCell: cell, lastCell: cell, seen: 0, free: energy, behind: 0 };
      this.keepRaised(owner, echo);
    }
  }

  private dim(at: number): void {
    const { points, offset, range, transmission } = this;
    const { horizon } = this.terrain;
    const { field, cells } = this.options;
    const r = range[at];
    const off = offset[at] / this.along.sigmaM(r);
    const slice = off < -SLICE_EDGE ? 0 : off > SLICE_EDGE ? 2 : 1;
    const angle = points.angleRad[at];
    const sideIndex = angle >= 0 ? 0 : 1;
    const ground = horizon[(sideIndex * SLICES + slice) * cells + (points.position[at] | 0)];
    const sunkRad = (field.columns.blockRadius[points.index[at]] + SUNK_M) / r;
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
    const { points, offset: alongM, range, transmission, owner, beforeOwner } = this;
    const { field } = this.options;
    const p = points.index[at];
    const radiusM = field.columns.blockRadius[p];
    if (radiusM === 0 || points.transmission[at] === 0) return;
    const opacity = field.columns.opacity[p];
    const target = points.targetIndex[at];
    const r = range[at];
    const sigma = this.along.sigmaM(r);
    const from = gaussCdf((alongM[at] - radiusM) / sigma);
    const to = gaussCdf((alongM[at] + radiusM) / sigma);
    const middle = (points.angleRad[at] + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD;
    const half = (radiusM / r) * ANGLE_STEPS_PER_RAD;
    let low = middle - half;
    let high = middle + half;
    // What is below the ground at its range hides nothing in front of it; nearer than any ground all does.
    if (r > this.terrain.altitudeM) {
      const starboard = points.angleRad[at] >= 0;
      const ground =
        this.terrain.horizon[
          ((starboard ? 0 : SLICES) + 1) * this.options.cells + (points.position[at] | 0)
        ];
      if (starboard) low = Math.max(low, (ANGLE_LIMIT_RAD + ground) * ANGLE_STEPS_PER_RAD);
      else high = Math.min(high, (ANGLE_LIMIT_RAD - ground) * ANGLE_STEPS_PER_RAD);
    }
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
    const { owner } = this;
    const { stretch } = this.terrain;
    const at = stretch.angleStep[index];
    let target = owner[ANGLE_STEPS + at];
    if (target < 0) target = Math.max(owner[at], owner[2 * ANGLE_STEPS + at]);
    if (target < 0) return;
    const energy = stretch.surface[index] + stretch.volume[index];
    this.shade(target, stretch.cell[index], energy * share, energy * left);
  }

  private shade(target: number, cell: number, open: number, left: number): void {
    const shadow = this.shadows.get(target);
    if (!shadow) {
      this.shadows.set(target, { firstBin: cell, lastBin: cell, open, left });
      return;
    }
    if (cell < shadow.firstBin) shadow.firstBin = cell;
    if (cell > shadow.lastBin) shadow.lastBin = cell;
    shadow.open += open;
    shadow.left += left;
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
    patchCells: new Uint8Array(length),
  };
}
