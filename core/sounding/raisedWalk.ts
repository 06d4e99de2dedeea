/**
 * What a thin fan's walk does where something stands on the ground: each slice steps by itself, with exact angles,
 * and what is met keeps its owner.
 */
import { cos, sin, square } from '../numeric';
import { SLICES } from './alongBeam';
import { ANGLE_LIMIT_RAD, ANGLE_STEPS, ANGLE_STEPS_PER_RAD } from './fanAngles';
import type { GroundSampler } from './groundSampler';
import { BACKSCATTER_STEPS, SEDIMENT_STRIDE, type SedimentTables } from './sedimentTables';
import type { Stretches } from './stretches';

export const LEAST_COSINE = 0.0005;
/** A face is cut where it would span more than this. */
export const FACE_PART_RAD = 0.011;
/** Steeper than this, a face has a direction in the map, found over so much to either side. */
const STEEP = 0.7;
const NORMAL_M = 0.15;
const NORMAL_RING = Array.from({ length: 16 }, (_, i) => [
  NORMAL_M * sin((i * Math.PI) / 8),
  NORMAL_M * cos((i * Math.PI) / 8),
]);
const MOST_OBLIQUE = 4;

/** What is out of sight at one step: ground in somebody's shadow, or a thing behind another. */
export interface Hidden {
  owner: number;
  isShadow: boolean;
  row: number;
  cell: number;
  /** Mean energy that it would return. */
  energy: number;
}

/** A step of the walk: from `g − stepM` to `g` outward, with depths below the transducer, m. */
export interface StepPlace {
  side: number;
  stepM: number;
  g: number;
  off: number;
  dz: number;
  fromDz: number;
  slopeThick: number;
  apartM: number;
  /** Level directions outward and along the fan's thickness. */
  outward: readonly [number, number, number, number];
  xM: number;
  yM: number;
}

/** The three slices at a step. */
function emptySlices() {
  return {
    heightM: new Float64Array(SLICES),
    weight: new Float64Array(SLICES),
    kind: new Int32Array(SLICES),
    bed: new Int32Array(SLICES),
    owner: new Int32Array(SLICES).fill(-1),
    angle: new Float64Array(SLICES),
    rangeM: new Float64Array(SLICES),
    top: new Float64Array(SLICES),
  };
}

interface RaisedWalkOptions {
  sediments: SedimentTables;
  cells: number;
  rangeStepM: number;
  /** One-way intensity across and row of the record, by angle step. */
  across: Float32Array;
  rowOf: Int16Array;
  /** By cell: source after absorption × equivalent width of the fan ÷ r⁴, for one slice. */
  bottomGain: Float64Array;
  stretch: Stretches;
}

export class RaisedWalk {
  /** What lies out of sight behind something that stands on the ground, when truth was asked for. */
  readonly hidden: Hidden[] = [];
  /** The three slices at this step and the one before, and who stands highest in each. */
  now = emptySlices();
  private before = emptySlices();
  readonly topOwner = new Int32Array(SLICES);

  constructor(
    private readonly options: RaisedWalkOptions,
    private readonly ground: GroundSampler,
  ) {}

  /** On to the next step outward. */
  next(): void {
    [this.now, this.before] = [this.before, this.now];
  }

  /**
   * One step over what stands on the ground, for one slice: its face cut into parts by angle, each with its own
   * range. What is highest in sight hides the rest.
   * @param from stretches that are there already
   * @returns how many there are then
   */
  step(slice: number, place: StepPlace, from: number, withTruth: boolean): number {
    const { sediments, rangeStepM, rowOf, across, cells, stretch, bottomGain } = this.options;
    const { backscatter } = sediments;
    const { now, before, topOwner } = this;
    let count = from;
    const { stepM, g, side } = place;
    const [a, b] = [before.angle[slice], now.angle[slice]];
    const top = now.top[slice];
    const standing = now.heightM[slice] >= before.heightM[slice] ? now : before;
    const owner = standing.owner[slice];
    const slopeOut = (place.dz - place.fromDz) / stepM;
    const rise = (now.heightM[slice] - before.heightM[slice]) / stepM;
    const evenCell = ((0.5 * (now.rangeM[slice] + before.rangeM[slice])) / rangeStepM) | 0;
    // The even ground under it, on which it stands out and which it hides.
    const even = Math.sqrt(1 + slopeOut * slopeOut);
    const rMidEven = Math.sqrt(
      square(g - 0.5 * stepM) + square(0.5 * (place.dz + place.fromDz)) + square(place.off),
    );
    const cosEven =
      (0.5 * (place.dz + place.fromDz) - (g - 0.5 * stepM) * slopeOut) / (rMidEven * even);
    const evenIndex = (Math.min(1, Math.max(0, 1 - cosEven)) * BACKSCATTER_STEPS) | 0;
    const shareEven = (kind: number) => {
      const at = kind * SEDIMENT_STRIDE + 2 * evenIndex;
      return cosEven > LEAST_COSINE ? even * (backscatter[at] + backscatter[at + 1]) : 0;
    };
    const gainOf = (cell: number, angle: number) => {
      const at = ((side * angle + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
      if (at < 0 || at >= ANGLE_STEPS || cell >= cells || rowOf[at] < 0) return 0;
      return bottomGain[cell] * across[at] * across[at] * stepM;
    };

    const low = a > top ? a : top;
    if (b <= low) {
      if (!withTruth) return count;
      const gain = gainOf(evenCell, b);
      const row = rowOf[((side * b + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0];
      if (gain === 0) return count;
      const by = topOwner[slice];
      if (by >= 0 && owner < 0) {
        const energy = gain * shareEven(now.bed[slice]);
        this.hidden.push({ owner: by, isShadow: true, row, cell: evenCell, energy });
      } else if (by !== owner && owner >= 0 && rise > 0) {
        const energy = gain * shareEven(standing.kind[slice]);
        this.hidden.push({ owner, isShadow: false, row, cell: evenCell, energy });
      }
      return count;
    }
    const start = (low - a) / (b - a);
    const out = slopeOut - rise;
    // An upright face is met as obliquely as it runs: its normal in the map.
    const along =
      Math.abs(rise) > STEEP
        ? place.slopeThick - rise * this.obliqueness(slice, place)
        : place.slopeThick;
    const secant = Math.sqrt(1 + out * out + along * along);
    const kindAt = standing.kind[slice] * SEDIMENT_STRIDE;
    const parts = Math.max(1, Math.ceil((b - low) / FACE_PART_RAD));
    for (let part = 0; part < parts; part++) {
      const t0 = start + ((1 - start) * part) / parts;
      const t1 = start + ((1 - start) * (part + 1)) / parts;
      const t = 0.5 * (t0 + t1);
      const angle = a + (b - a) * t;
      const at = ((side * angle + ANGLE_LIMIT_RAD) * ANGLE_STEPS_PER_RAD) | 0;
      if (at < 0 || at >= ANGLE_STEPS || rowOf[at] < 0) continue;
      const rangeAt = (share: number) =>
        before.rangeM[slice] + (now.rangeM[slice] - before.rangeM[slice]) * share;
      const r = rangeAt(t);
      const cell = (r / rangeStepM) | 0;
      if (cell >= cells || count >= stretch.cell.length) continue;
      const dz =
        place.fromDz -
        before.heightM[slice] +
        (place.dz - now.heightM[slice] - place.fromDz + before.heightM[slice]) * t;
      const cosIncidence = (dz - (g - (1 - t) * stepM) * out - place.off * along) / (r * secant);
      if (cosIncidence <= LEAST_COSINE) continue;
      const incidence = cosIncidence > 1 ? 0 : (1 - cosIncidence) * BACKSCATTER_STEPS;
      const entry = kindAt + 2 * (incidence | 0);
      const gain = bottomGain[cell] * across[at] * across[at] * stepM * (t1 - t0);
      // A tall face has courses, growth and stains of its own.
      const grain =
        parts > 1 && owner >= 0 ? this.ground.grainAt(place, part) : standing.weight[slice];
      const i = count++;
      stretch.angleStep[i] = at;
      stretch.row[i] = rowOf[at];
      stretch.cell[i] = cell;
      stretch.from[i] = rangeAt(t0) / rangeStepM;
      stretch.to[i] = rangeAt(t1) / rangeStepM;
      stretch.surface[i] = gain * secant * grain * (backscatter[entry] + backscatter[entry + 1]);
      stretch.volume[i] = 0;
      stretch.seen.fill(0, SLICES * i, SLICES * i + SLICES);
      stretch.seen[SLICES * i + slice] = 1;
      stretch.owner[i] = owner;
      stretch.behind[i] = owner >= 0 ? gain * shareEven(now.bed[slice]) : 0;
    }
    now.top[slice] = b;
    topOwner[slice] = owner;
    return count;
  }

  /** Keeps what the sampler met for a slice; whether it stands on the ground. */
  note(slice: number): boolean {
    const { now, ground } = this;
    now.heightM[slice] = ground.heightM;
    now.weight[slice] = ground.weight;
    now.kind[slice] = ground.kind;
    now.bed[slice] = ground.bed;
    now.owner[slice] = ground.owner;
    return ground.owner >= 0;
  }

  /** Ground in the shadow of what stands before it. */
  hideGround(
    at: number,
    cell: number,
    kind: number,
    dz: number,
    g: number,
    slopeOut: number,
    stepM: number,
  ): void {
    const { rowOf, across, cells, sediments, bottomGain } = this.options;
    if (at < 0 || at >= ANGLE_STEPS || rowOf[at] < 0 || cell >= cells) return;
    const secant = Math.sqrt(1 + slopeOut * slopeOut);
    const cosEven = (dz - g * slopeOut) / (Math.sqrt(dz * dz + g * g) * secant);
    if (cosEven <= LEAST_COSINE) return;
    const entry = kind * SEDIMENT_STRIDE + 2 * ((Math.max(0, 1 - cosEven) * BACKSCATTER_STEPS) | 0);
    const { backscatter } = sediments;
    const energy =
      SLICES *
      bottomGain[cell] *
      square(across[at]) *
      stepM *
      secant *
      (backscatter[entry] + backscatter[entry + 1]);
    this.hidden.push({ owner: this.topOwner[1], isShadow: true, row: rowOf[at], cell, energy });
  }

  /** Of a face's normal in the map: its part along the fan's thickness against that outward. */
  private obliqueness(slice: number, { xM, yM, outward, apartM }: StepPlace): number {
    const raised = this.ground.raised!;
    const [ox, oy, tx, ty] = outward;
    const offM = (slice - 1) * apartM;
    const x = xM + offM * tx;
    const y = yM + offM * ty;
    // Towards where it stands higher, from a ring of places: a grid of two would know eight directions only.
    let east = 0;
    let north = 0;
    for (const [ringX, ringY] of NORMAL_RING) {
      const heightM = raised.heightAt(x + ringX, y + ringY);
      east += heightM * ringX;
      north += heightM * ringY;
    }
    const out = east * ox + north * oy;
    const thick = east * tx + north * ty;
    const limit = MOST_OBLIQUE * Math.abs(out);
    return out === 0 ? 0 : Math.max(-limit, Math.min(limit, thick)) / out;
  }
}
