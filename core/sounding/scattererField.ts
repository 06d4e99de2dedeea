/** The scatterers of a scene at one frequency, made when a ping first comes near, and where they are at a time. */
import Flatbush from 'flatbush';
import { cos, hypot, sin } from '../numeric';
import type { FineBottom } from '../bottom';
import { hash32, hashText, randomSource } from '../random';
import {
  gapMovesM,
  AT_REST,
  keptAway,
  type Medium,
  type Motion,
  movedFrom,
  type Offset,
  predatorsAt,
  reachOfTargetM,
  roamsM,
  type Scatterer,
  scatterTarget,
  type Target,
  targetMotions,
} from '../targets';
import type { RaisedMap } from './raisedMap';
import type { Scene } from './scene';

/** Sets the wobble's draws of a target apart from its others. */
const WOBBLE = 0x3cb;

/** What gives a scatterer its dependence on direction. */
export const ASPECT_NONE = 0;
const ASPECT_LINE = 1;
export const ASPECT_FACE = 2;

export interface Chunk {
  targetIndex: number;
  first: number;
  end: number;
  x: number;
  y: number;
  depth: number;
  radius: number;
}

const CHUNK_SIZE = 48;
const LEAST_CHUNK_M = 0.01;

/** Splits points into compact groups by halving the longest side of their box. */
function splitIntoChunks(points: Scatterer[]): Scatterer[][] {
  const axes = [
    Float64Array.from(points, (p) => p.xM),
    Float64Array.from(points, (p) => p.yM),
    Float64Array.from(points, (p) => p.depthM),
  ];
  const groups: Scatterer[][] = [];
  const split = (indices: number[]) => {
    if (indices.length <= CHUNK_SIZE) {
      if (indices.length > 0) groups.push(indices.map((i) => points[i]));
      return;
    }
    let longest = axes[0];
    let longestSpan = -1;
    let middle = 0;
    for (const axis of axes) {
      let low = Infinity;
      let high = -Infinity;
      for (const i of indices) {
        low = Math.min(low, axis[i]);
        high = Math.max(high, axis[i]);
      }
      if (high - low > longestSpan) {
        longest = axis;
        longestSpan = high - low;
        middle = (low + high) / 2;
      }
    }
    // Many in one place stay together, however many they are.
    if (longestSpan < LEAST_CHUNK_M) {
      groups.push(indices.map((i) => points[i]));
      return;
    }
    split(indices.filter((i) => longest[i] < middle));
    split(indices.filter((i) => longest[i] >= middle));
  };
  split(points.map((_, i) => i));
  return groups;
}

function boundingChunk(points: Scatterer[], targetIndex: number, first: number): Chunk {
  let [x, y, depth] = [0, 0, 0];
  let top = Infinity;
  let foot = -Infinity;
  let rises = false;
  for (const p of points) {
    x += p.xM / points.length;
    y += p.yM / points.length;
    depth += p.depthM / points.length;
    // Rising points pass through every depth of their column.
    top = Math.min(top, p.rise?.toDepthM ?? p.depthM);
    foot = Math.max(foot, p.rise?.fromDepthM ?? p.depthM);
    rises ||= p.rise !== null;
  }
  if (rises) depth = (top + foot) / 2;
  let radius = 0;
  for (const p of points) {
    const up = p.rise ? (foot - top) / 2 : Math.abs(p.depthM - depth) + p.blockRadiusM;
    radius = Math.max(radius, hypot(p.xM - x, p.yM - y, up));
  }
  return { targetIndex, first, end: first + points.length, x, y, depth, radius };
}

interface KnownPoints {
  fine: FineBottom;
  seed: number;
  frequencyHz: number;
  soundSpeedMps: number;
  groups: Scatterer[][];
}

/** Points of each target as last made: a run that starts over a water already sounded costs nothing. */
const knownPoints = new WeakMap<Target, KnownPoints[]>();
/** A cone and its second frequency. */
const KNOWN_A_TARGET = 2;

function pointGroups(
  target: Target,
  seed: number,
  fine: FineBottom,
  medium: Medium,
): Scatterer[][] {
  const { frequencyHz, soundSpeedMps } = medium;
  const known = knownPoints.get(target) ?? [];
  const fits = known.find(
    (entry) =>
      entry.fine === fine &&
      entry.seed === seed &&
      entry.frequencyHz === frequencyHz &&
      entry.soundSpeedMps === soundSpeedMps,
  );
  if (fits) return fits.groups;
  const groups = splitIntoChunks(scatterTarget(target, medium, randomSource(seed)));
  const made = { fine, seed, frequencyHz, soundSpeedMps, groups };
  knownPoints.set(target, [made, ...known].slice(0, KNOWN_A_TARGET));
  return groups;
}

/** A target whose points may not be made yet. */
interface Known {
  target: Target;
  motion: Motion | null;
  /** In plan it reaches no farther from where it is, m. */
  reachM: number;
  predators: ReturnType<typeof predatorsAt>;
  /** Depth of the ground under what gives way to a boat, m. */
  bottomM: number;
  made: Made | null;
}

interface Made {
  chunks: Chunk[];
  /** Only of what moves: chunks and points where they are at rest. */
  home: { chunks: Chunk[] } & Pick<
    PointColumns,
    'x' | 'y' | 'depth' | 'axisX' | 'axisY' | 'heading'
  >;
  rising: { at: number; homeDepthM: number; rise: NonNullable<Scatterer['rise']> }[];
  moved: Offset;
}

const isSameOffset = (a: Offset, b: Offset) =>
  a.eastM === b.eastM && a.northM === b.northM && a.downM === b.downM && a.turnRad === b.turnRad;

const isShy = (target: Target) => 'shyM' in target && (target.shyM ?? 0) > 0;

const FIRST_CAPACITY = 2048;

const emptyColumns = (capacity: number) => ({
  x: new Float32Array(capacity),
  y: new Float32Array(capacity),
  depth: new Float32Array(capacity),
  amplitude: new Float32Array(capacity),
  phase: new Float32Array(capacity),
  phaseRate: new Float32Array(capacity),
  aspect: new Uint8Array(capacity),
  waveLength: new Float32Array(capacity),
  aspectFloor: new Float32Array(capacity),
  flank: new Float32Array(capacity),
  wobble: new Float32Array(capacity),
  /** Seed of its wobble. */
  wobbleSeed: new Int32Array(capacity),
  heading: new Float32Array(capacity),
  tilt: new Float32Array(capacity),
  /** Axis of a line or normal of a face: east, north, down. */
  axisX: new Float32Array(capacity),
  axisY: new Float32Array(capacity),
  axisZ: new Float32Array(capacity),
  blockRadius: new Float32Array(capacity),
  opacity: new Float32Array(capacity),
  spread: new Float32Array(capacity),
});
export type PointColumns = ReturnType<typeof emptyColumns>;

/**
 * Scatterers as parallel arrays. A target's points are made when a ping first comes near it, and cut into
 * chunks of neighbours, so that a ping skips what its beam cannot meet. Each target draws from its own seed:
 * when it is made, and what else there is, changes nothing about its echo.
 */
export class ScattererField {
  /** Larger ones take their place as points are made: ask for them after `near`. */
  columns: PointColumns = emptyColumns(FIRST_CAPACITY);
  private count = 0;
  private readonly medium: Medium;
  private readonly known: (Known | null)[];
  private readonly met: Chunk[] = [];
  /** Where each target may be in plan; those that may be anywhere stand apart. */
  private readonly index: Flatbush | null;
  private readonly indexed: number[] = [];
  private readonly anywhere: number[] = [];

  /** @param raised what is walked over as ground, and so is no points */
  constructor(
    private readonly scene: Scene,
    private readonly fine: FineBottom,
    frequencyHz: number,
    soundSpeedMps: number,
    raised: RaisedMap | null = null,
  ) {
    this.medium = {
      frequencyHz,
      soundSpeedMps,
      bottomDepthAtM: (xM: number, yM: number) => fine.depthAtM(xM, yM),
    };
    const motions = targetMotions(scene.targets);
    this.known = scene.targets.map((target, i) => {
      if (raised?.owners.has(i)) return null;
      const predators = target.kind === 'baitSchool' ? predatorsAt(target, scene.targets) : [];
      const reachM = reachOfTargetM(target) + gapMovesM(predators);
      const bottomM = isShy(target) ? fine.depthAtM(target.xM, target.yM) : 0;
      return { target, motion: motions[i], reachM, predators, bottomM, made: null };
    });
    this.known.forEach((known, i) => {
      if (!known) return;
      if (known.motion && roamsM(known.target) === Infinity) this.anywhere.push(i);
      else this.indexed.push(i);
    });
    this.index = this.indexed.length > 0 ? new Flatbush(this.indexed.length) : null;
    for (const i of this.indexed) {
      const { target, motion, reachM } = this.known[i]!;
      const { xM, yM } = target;
      const withinM = reachM + (motion ? roamsM(target) : 0);
      this.index!.add(xM - withinM, yM - withinM, xM + withinM, yM + withinM);
    }
    this.index?.finish();
  }

  /** Those that may come within a distance of a place, in the order of the targets. */
  private candidates(xM: number, yM: number, withinM: number): number[] {
    const box = [xM - withinM, yM - withinM, xM + withinM, yM + withinM] as const;
    const found = this.index?.search(...box).map((at) => this.indexed[at]) ?? [];
    return [...found, ...this.anywhere].sort((a, b) => a - b);
  }

  /**
   * Chunks of all targets that come within `withinM` of a place in plan, in the order of the targets, with
   * their points where they are at a time. The list is the same one each time.
   */
  near(xM: number, yM: number, withinM: number, timeS: number): readonly Chunk[] {
    const { met } = this;
    met.length = 0;
    for (const i of this.candidates(xM, yM, withinM)) {
      const known = this.known[i]!;
      const { target } = known;
      const moved = movedFrom(target, known.motion, timeS, { xM, yM }, known.bottomM);
      const east = target.xM + (moved ? moved.eastM : 0) - xM;
      const north = target.yM + (moved ? moved.northM : 0) - yM;
      const farM = withinM + known.reachM;
      if (east * east + north * north > farM * farM) continue;
      const made = (known.made ??= this.make(known, i));
      if (moved) this.move(made, target, moved);
      if (made.rising.length > 0) this.rise(made, timeS);
      for (const chunk of made.chunks) met.push(chunk);
    }
    return met;
  }

  private make({ target, motion, predators }: Known, targetIndex: number): Made {
    const { medium } = this;
    const seed = hash32(this.scene.seed, hashText(target.id));
    const first = this.count;
    const chunks: Chunk[] = [];
    const rising: Made['rising'] = [];
    for (const group of pointGroups(target, seed, this.fine, medium)) {
      const points = keptAway(group, predators, medium.bottomDepthAtM);
      chunks.push(boundingChunk(points, targetIndex, this.count));
      for (const point of points) {
        if (point.rise) {
          rising.push({ at: this.count, homeDepthM: point.depthM, rise: point.rise });
        }
        this.add(point, hash32(seed, WOBBLE) + this.count - first);
      }
    }
    const moves = motion || isShy(target);
    const part = (column: Float32Array) => column.slice(first, moves ? this.count : first);
    const { x, y, depth, axisX, axisY, heading } = this.columns;
    const home = {
      chunks: chunks.map((chunk) => ({ ...chunk })),
      x: part(x),
      y: part(y),
      depth: part(depth),
      axisX: part(axisX),
      axisY: part(axisY),
      heading: part(heading),
    };
    return { chunks, home, rising, moved: { ...AT_REST } };
  }

  private add(point: Scatterer, wobbleSeed: number): void {
    if (this.count === this.columns.x.length) {
      const larger = emptyColumns(2 * this.count);
      for (const name of Object.keys(larger) as (keyof PointColumns)[]) {
        larger[name].set(this.columns[name]);
      }
      this.columns = larger;
    }
    const { columns } = this;
    const i = this.count++;
    columns.x[i] = point.xM;
    columns.y[i] = point.yM;
    columns.depth[i] = point.depthM;
    columns.amplitude[i] = point.amplitudeM;
    columns.phase[i] = point.phaseRad;
    columns.phaseRate[i] = point.phaseRateRadPerS;
    columns.blockRadius[i] = point.blockRadiusM;
    columns.opacity[i] = point.opacity;
    columns.spread[i] = point.spreadM;
    columns.aspectFloor[i] = 1;
    const { facing, aspect } = point;
    if (aspect) {
      const { headingRad, tiltRad } = aspect;
      columns.aspect[i] = ASPECT_LINE;
      columns.waveLength[i] = aspect.waveLength;
      columns.aspectFloor[i] = aspect.floor;
      columns.flank[i] = aspect.flank;
      columns.wobble[i] = aspect.wobbleRad;
      columns.wobbleSeed[i] = wobbleSeed;
      columns.heading[i] = headingRad;
      columns.tilt[i] = tiltRad;
      columns.axisX[i] = sin(headingRad) * cos(tiltRad);
      columns.axisY[i] = cos(headingRad) * cos(tiltRad);
      // Depth is positive down, so head-up points to negative z.
      columns.axisZ[i] = -sin(tiltRad);
    }
    if (facing) {
      columns.aspect[i] = ASPECT_FACE;
      columns.axisX[i] = facing.east;
      columns.axisY[i] = facing.north;
      columns.axisZ[i] = facing.down;
    }
  }

  private move(made: Made, { xM, yM }: Target, moved: Offset): void {
    if (isSameOffset(made.moved, moved)) return;
    made.moved = moved;
    const { home } = made;
    const { eastM, northM, downM, turnRad } = moved;
    const turnCos = cos(turnRad);
    const turnSin = sin(turnRad);
    // Clockwise turn of (east, north) about the target's own place.
    const east = (dx: number, dy: number) => dx * turnCos + dy * turnSin;
    const north = (dx: number, dy: number) => dy * turnCos - dx * turnSin;
    const { x, y, depth, axisX, axisY, heading } = this.columns;
    made.chunks.forEach((chunk, i) => {
      const still = home.chunks[i];
      chunk.x = xM + eastM + east(still.x - xM, still.y - yM);
      chunk.y = yM + northM + north(still.x - xM, still.y - yM);
      chunk.depth = still.depth + downM;
      for (let p = chunk.first; p < chunk.end; p++) {
        const at = p - home.chunks[0].first;
        const dx = home.x[at] - xM;
        const dy = home.y[at] - yM;
        x[p] = xM + eastM + east(dx, dy);
        y[p] = yM + northM + north(dx, dy);
        depth[p] = Math.max(0.02, home.depth[at] + downM);
        axisX[p] = east(home.axisX[at], home.axisY[at]);
        axisY[p] = north(home.axisX[at], home.axisY[at]);
        heading[p] = home.heading[at] + turnRad;
      }
    });
  }

  private rise({ rising }: Made, timeS: number): void {
    const { depth } = this.columns;
    for (const { at, homeDepthM, rise } of rising) {
      const { speedMps, fromDepthM, toDepthM } = rise;
      const spanM = fromDepthM - toDepthM;
      const risenM = fromDepthM - homeDepthM + speedMps * timeS;
      depth[at] = fromDepthM - (risenM - spanM * Math.floor(risenM / spanM));
    }
  }
}
