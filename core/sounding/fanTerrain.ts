/**
 * The terrain under a fan: what of it is in sight, and what each stretch would return. Walked outward over
 * the ground with a running horizon, on each side.
 */
import { FineBottom, planeBottom, type SedimentName } from '../bottom';
import { cos, sin, square } from '../numeric';
import { type AlongBeam, SLICE_MIDDLE, SLICES } from './alongBeam';
import { ANGLE_LIMIT_RAD, ANGLE_STEPS, ANGLE_STEPS_PER_RAD } from './fanAngles';
import { fastAngleRad } from './fastMath';
import type { Mount } from './mount';
import { type GroundSampler, groundSampler } from './groundSampler';
import type { RaisedMap } from './raisedMap';
import { FACE_PART_RAD, LEAST_COSINE, RaisedWalk, type StepPlace } from './raisedWalk';
import { emptyStretches, type Stretches } from './stretches';
import {
  BACKSCATTER_STEPS,
  SEDIMENT_STRIDE,
  sedimentTables,
  type SedimentTables,
} from './sedimentTables';

/** Ground walked from one sample of the terrain to the next, in cells of range. */
const GROUND_STEP_CELLS = 2;
const LEAST_DEPTH_M = 0.05;

export interface TerrainOptions {
  fine: FineBottom;
  sediments: SedimentTables;
  frequencyHz: number;
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
  /** What stands on the ground, for a thin fan: between the lines of a thick one it would be missed. */
  raised?: RaisedMap | null;
  /** Off while the relief is being measured. */
  isCalibrated?: boolean;
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
  /** By sediment and incidence: what keeps the mean level that of even ground. */
  private readonly norms: Float32Array | null;
  /** Energy of each slice of a stretch. */
  private readonly shares = new Float64Array(SLICES);
  /** Relief and grain of natural ground; null over a plain one. */
  private readonly ground: GroundSampler | null;
  /** Steps over what stands on the ground; null where nothing does. */
  readonly raised: RaisedWalk | null;

  constructor(
    private readonly options: TerrainOptions,
    private readonly along: AlongBeam,
  ) {
    const { cells, isThick } = options;
    this.ground = groundSampler(options.fine, options.raised);
    this.norms = this.ground && options.isCalibrated !== false ? reliefNorms(options, along) : null;
    this.horizon = new Float32Array(2 * SLICES * cells);
    const steps = 2 * (Math.ceil(cells / GROUND_STEP_CELLS) + 1);
    // A face is cut into parts, each as seen by one slice.
    const parts = 2 * SLICES * Math.ceil(ANGLE_LIMIT_RAD / FACE_PART_RAD);
    const walked = options.raised ? SLICES * steps + parts : steps * (isThick ? SLICES : 1);
    this.stretch = emptyStretches(walked);
    this.bottomGain = Float64Array.from({ length: cells }, (_, i) => {
      const r = (i + 0.5) * options.rangeStepM;
      const widthM = along.equivalentRad * Math.max(r, along.nearM);
      const near = square(along.nearGain(r));
      return (options.attenuated[i] * near * widthM) / (square(r) * square(r) * SLICES);
    });
    this.raised =
      this.ground?.raised && !isThick
        ? new RaisedWalk(
            { ...options, bottomGain: this.bottomGain, stretch: this.stretch },
            this.ground,
          )
        : null;
  }

  /** Both sides as seen from a mount; fills `stretch` and `horizon`. */
  walk(mount: Mount, withTruth = false): void {
    this.count = 0;
    if (this.raised) this.raised.hidden.length = 0;
    for (let side = 0; side < 2; side++) {
      if (!this.options.isThick) this.walkSide(mount, side, -1, withTruth);
      else
        for (let slice = 0; slice < SLICES; slice++) this.walkSide(mount, side, slice, withTruth);
    }
  }

  /**
   * One side's terrain, outward from straight below: the stretches in sight, and the horizon at each
   * range. `slice` −1 walks the fan's middle for all slices, each a little off it on the same slope;
   * otherwise the line of that slice alone.
   */
  private walkSide(mount: Mount, sideIndex: number, slice: number, withTruth: boolean): void {
    const { fine, sediments, cells, rangeStepM, across, rowOf, isThick } = this.options;
    const isCalibrated = this.options.isCalibrated !== false;
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
    const { ground } = this;
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
    const middleSigma = isThick ? (slice - 1) * SLICE_MIDDLE : 0;
    const sliceSigma = isThick ? 0 : SLICE_MIDDLE * this.along.sigmaPerM;
    const horizonAt = sideIndex * SLICES * cells;
    const horizonSlice = isThick ? horizonAt + slice * cells : horizonAt;

    const { shares, norms } = this;
    // Natural ground differs from slice to slice of a thin fan.
    const hasSlices = ground !== null && !isThick;
    const firstSlice = hasSlices ? 0 : 1;
    const lastSlice = hasSlices ? SLICES - 1 : 1;
    const { raised } = this;
    let wasRaised = false;
    raised?.topOwner.fill(-1);
    let count = this.count;
    let marked = 0; // cells whose horizon is known
    let fromDz = 0;
    let fromR = 0;
    let fromOff = 0;
    let from0 = 0;
    let from1 = 0;
    let from2 = 0;
    let fromH0 = 0;
    let fromH1 = 0;
    let fromH2 = 0;
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
      const placeX = mount.xM + g * ox + off * tx;
      const placeY = mount.yM + g * oy + off * ty;
      const x = fine.clampX(placeX);
      const y = fine.clampY(placeY);
      const { westM, southM, perM: nodesPerM, columns, depthM, sediment } = fine.tileAt(x, y);
      const u = (x - westM) * nodesPerM;
      const v = (y - southM) * nodesPerM;
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
      const slopeX = ((d10 - d00) * (1 - t) + (d11 - d01) * t) * nodesPerM;
      const slopeY = (far - near) * nodesPerM;
      const slopeThick = slopeX * tx + slopeY * ty;
      const r = Math.sqrt(g * g + off * off + dz * dz);
      let angle1 = fastAngleRad(
        g * outLateral + off * thickLateral + dz * downLateral,
        g * outDown + off * thickDown + dz * az,
      );
      // The outer slices lie higher or lower by the slope along the thickness: dθ/dz = −g/r².
      const perR = 1 / r;
      const apartM = sliceSigma * (r > nearM ? r : nearM);
      const perM = g * perR * perR;
      const tilt = slopeThick * apartM * perM;
      let angle0 = angle1 + tilt;
      let angle2 = angle1 - tilt;
      // What the natural ground adds at each slice's own place.
      let h0 = 0;
      let h1 = 0;
      let h2 = 0;
      let weight0 = 1;
      let weight1 = 1;
      let weight2 = 1;
      let isRaised = false;
      let kind = sediment[node + (s > 0.5 ? 1 : 0) + (t > 0.5 ? columns : 0)];
      if (ground) {
        ground.at(placeX, placeY);
        kind = ground.kind;
        h1 = ground.heightM;
        weight1 = isCalibrated ? ground.weight : 1;
        if (raised) isRaised = raised.note(1);
        angle1 += h1 * perM;
        if (!isThick) {
          ground.at(placeX - apartM * tx, placeY - apartM * ty);
          h0 = ground.heightM;
          weight0 = isCalibrated ? ground.weight : 1;
          if (raised) isRaised = raised.note(0) || isRaised;
          ground.at(placeX + apartM * tx, placeY + apartM * ty);
          h2 = ground.heightM;
          weight2 = isCalibrated ? ground.weight : 1;
          if (raised) isRaised = raised.note(2) || isRaised;
          angle0 += h0 * perM;
          angle2 += h2 * perM;
        } else angle0 = angle2 = angle1;
        if (raised) {
          const { now } = raised;
          if (isRaised) {
            // Too high for the first order.
            for (let k = 0; k < SLICES; k++) {
              const dzK = dz + (k - 1) * apartM * slopeThick - now.heightM[k];
              now.rangeM[k] = Math.sqrt(g * g + off * off + dzK * dzK);
              now.angle[k] = fastAngleRad(
                g * outLateral + off * thickLateral + dzK * downLateral,
                g * outDown + off * thickDown + dzK * az,
              );
            }
            angle0 = now.angle[0];
            angle1 = now.angle[1];
            angle2 = now.angle[2];
          } else {
            now.angle[0] = angle0;
            now.angle[1] = angle1;
            now.angle[2] = angle2;
            now.rangeM.fill(r);
          }
        }
      }
      if (i === 0) {
        this.altitudeM = dz;
        const start = dz > LEAST_DEPTH_M ? angle1 : Infinity;
        top0 = top1 = top2 = start;
      } else if (raised && (isRaised || wasRaised)) {
        const { now } = raised;
        now.top[0] = top0;
        now.top[1] = top1;
        now.top[2] = top2;
        const place: StepPlace = {
          side,
          stepM,
          g,
          off: 0.5 * (off + fromOff),
          dz,
          fromDz,
          slopeThick,
          apartM,
          outward: [ox, oy, tx, ty],
          xM: mount.xM + (g - 0.5 * stepM) * ox + off * tx,
          yM: mount.yM + (g - 0.5 * stepM) * oy + off * ty,
        };
        for (let k = 0; k < SLICES; k++) count = raised.step(k, place, count, withTruth);
        top0 = now.top[0];
        top1 = now.top[1];
        top2 = now.top[2];
        const reached = Math.min(cells, (r * stepScale) | 0);
        for (; marked < reached; marked++) {
          horizon[horizonAt + marked] = top0;
          horizon[horizonAt + cells + marked] = top1;
          horizon[horizonAt + 2 * cells + marked] = top2;
        }
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
        if (raised) {
          const { topOwner } = raised;
          if (withTruth && seen1 === 0 && topOwner[1] >= 0) {
            const at = ((side * angle1 + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
            const slopeOut = (dz - fromDz) * perStep;
            raised.hideGround(at, (r * stepScale) | 0, kind, dz, g, slopeOut, stepM);
          }
          if (seen0 > 0) topOwner[0] = -1;
          if (seen1 > 0) topOwner[1] = -1;
          if (seen2 > 0) topOwner[2] = -1;
        }
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
            const middleDz = 0.5 * (dz + fromDz);
            const middleG = g - 0.5 * stepM;
            const middleOff = 0.5 * (off + fromOff);
            // Incidence and strength of each slice on its own slope; on one line they are all the same.
            const slope2 = hasSlices ? slopeThick - (0.5 * (h2 - h0)) / apartM : slopeThick;
            const offSlope = middleOff * slope2;
            const thick2 = slope2 * slope2;
            const kindAt = kind * SEDIMENT_STRIDE;
            const b = across[at];
            let gain = bottomGain[cell] * b * b * stepM;
            if (norms) {
              // By the incidence on the even ground, which relief must not change on the mean.
              const even = Math.sqrt(1 + slopeOut * slopeOut + slopeThick * slopeThick);
              const cosEven =
                (middleDz - middleG * slopeOut - middleOff * slopeThick) / (rMid * even);
              if (cosEven < 1)
                gain *= norms[kind * NORM_BINS + ((Math.sqrt(1 - cosEven) * NORM_BINS) | 0)];
            }
            let facets = 0;
            let lamberts = 0;
            for (let k = firstSlice; k <= lastSlice; k++) {
              shares[k] = 0;
              const amount = hasSlices ? (k === 0 ? seen0 : k === 1 ? seen1 : seen2) : 1;
              if (amount === 0) continue;
              const rise = k === 0 ? h0 - fromH0 : k === 1 ? h1 - fromH1 : h2 - fromH2;
              const out = slopeOut - rise * perStep;
              const secant = Math.sqrt(1 + out * out + thick2);
              const cosIncidence = (middleDz - middleG * out - offSlope) / (rMid * secant);
              if (cosIncidence <= LEAST_COSINE) continue;
              const incidence = cosIncidence > 1 ? 0 : (1 - cosIncidence) * BACKSCATTER_STEPS;
              const index = incidence | 0;
              const part = incidence - index;
              const entry = kindAt + 2 * index;
              const weight = (k === 0 ? weight0 : k === 1 ? weight1 : weight2) * secant * amount;
              const facet =
                weight *
                (backscatter[entry] + (backscatter[entry + 2] - backscatter[entry]) * part);
              const lambert =
                weight *
                (backscatter[entry + 1] + (backscatter[entry + 3] - backscatter[entry + 1]) * part);
              facets += facet;
              lamberts += lambert;
              shares[k] = facet + lambert;
            }
            const all = facets + lamberts;
            if (all > 0) {
              const hasTail = tailKept[kind] > 0;
              angleStep[count] = at;
              rowColumn[count] = recordRow;
              cellColumn[count] = cell;
              const most =
                seen0 > seen1 ? (seen0 > seen2 ? seen0 : seen2) : seen1 > seen2 ? seen1 : seen2;
              from[count] = (r - (r - fromR) * most) * stepScale;
              to[count] = r * stepScale;
              // As of one slice fully in sight, with what is seen of each weighted by its own strength.
              const total = hasSlices ? seen0 + seen1 + seen2 : 1;
              if (raised) this.stretch.owner[count] = -1;
              surface[count] = (gain * (hasTail ? facets : all)) / total;
              volume[count] = hasTail ? (gain * lamberts) / total : 0;
              if (isThick) {
                seen[3 * count] = slice === 0 ? seen1 : 0;
                seen[3 * count + 1] = slice === 1 ? seen1 : 0;
                seen[3 * count + 2] = slice === 2 ? seen1 : 0;
              } else {
                seen[3 * count] = hasSlices ? (total * shares[0]) / all : seen0;
                seen[3 * count + 1] = hasSlices ? (total * shares[1]) / all : seen1;
                seen[3 * count + 2] = hasSlices ? (total * shares[2]) / all : seen2;
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
      fromH0 = h0;
      fromH1 = h1;
      fromH2 = h2;
      if (raised) {
        raised.next();
        wasRaised = isRaised;
      }
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

/** Steps of √(1 − cos χ) from straight down to level. */
const NORM_BINS = 64;
const NORM_LIMITS = [0.25, 4] as const;
const CALIBRATION_PLACES = 10;
/** Shares of the range that the ground lies beneath. */
const CALIBRATION_ALTITUDES = [0.12, 0.3];
const knownNorms = new Map<string, Float32Array>();

/**
 * What the relief of each sediment does to the mean level by incidence, measured by the walk itself over level
 * ground: facing slopes, shadows and steps of sampling are all in it.
 */
function reliefNorms(options: TerrainOptions, along: AlongBeam): Float32Array {
  const { fine, cells, rangeStepM, frequencyHz, isThick } = options;
  const norms = new Float32Array(NORM_BINS * fine.sediments.length);
  fine.sediments.forEach((name, kind) => {
    const key = [name, cells, rangeStepM, frequencyHz, isThick, along.sigmaPerM].join();
    let known = knownNorms.get(key);
    if (!known) knownNorms.set(key, (known = measureNorms(name, options, along)));
    norms.set(known, kind * NORM_BINS);
  });
  return norms;
}

function measureNorms(name: SedimentName, options: TerrainOptions, along: AlongBeam): Float32Array {
  const { cells, rangeStepM, frequencyHz } = options;
  const energies = [true, false].map((isPlain) => {
    const sums = new Float64Array(NORM_BINS);
    for (const share of CALIBRATION_ALTITUDES) {
      const altitudeM = share * cells * rangeStepM;
      const fine = new FineBottom(
        planeBottom({
          depthM: altitudeM,
          sediment: name,
          halfSizeM: 8,
          isPlain: isPlain || undefined,
        }),
      );
      const terrain = new FanTerrain(
        {
          ...options,
          fine,
          sediments: sedimentTables(fine, frequencyHz, rangeStepM, !isPlain),
          across: EVERYWHERE,
          rowOf: ONE_ROW,
          isCalibrated: false,
        },
        along,
      );
      for (let place = 0; place < (isPlain ? 1 : CALIBRATION_PLACES); place++) {
        const bearing = 2.4 * place;
        const [s, c] = [sin(bearing), cos(bearing)];
        terrain.walk({
          xM: 17 * place,
          yM: 11 * place,
          depthM: 0,
          forward: [s, c, 0],
          starboard: [c, -s, 0],
          down: [0, 0, 1],
        });
        const { cell, seen, surface, volume } = terrain.stretch;
        for (let i = 0; i < terrain.count; i++) {
          const cosEven = altitudeM / ((cell[i] + 0.5) * rangeStepM);
          if (cosEven >= 1) continue;
          const lit = seen[3 * i] + seen[3 * i + 1] + seen[3 * i + 2];
          const bin = (Math.sqrt(1 - cosEven) * NORM_BINS) | 0;
          sums[bin] += (lit * (surface[i] + volume[i])) / (isPlain ? 1 : CALIBRATION_PLACES);
        }
      }
    }
    return sums;
  });
  const [plain, natural] = energies;
  return Float32Array.from(plain, (energy, bin) =>
    energy > 0 && natural[bin] > 0
      ? Math.min(NORM_LIMITS[1], Math.max(NORM_LIMITS[0], energy / natural[bin]))
      : 1,
  );
}

const EVERYWHERE = new Float32Array(ANGLE_STEPS).fill(1);
const ONE_ROW = new Int16Array(ANGLE_STEPS);
