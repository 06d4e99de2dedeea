/** All scatterers of a scene at one frequency, and where they are at a time. */
import { cos, hypot, sin } from '../numeric';
import type { FineBottom } from '../bottom';
import { hash32, hashText, randomSource } from '../random';
import {
  keptAway,
  type Medium,
  type Motion,
  predatorsAt,
  type Scatterer,
  scatterTarget,
  type Target,
  targetMotions,
} from '../targets';
import type { RaisedMap } from './raisedMap';
import { sampleDepthM, type Scene } from './scene';

/** What gives a scatterer its dependence on direction. */
export const ASPECT_NONE = 0;
const ASPECT_LINE = 1;
export const ASPECT_FACE = 2;

/**
 * Scatterers as parallel arrays in the order of their targets. A target's points are cut into chunks of
 * neighbours, so that a ping skips what its beam cannot meet. Positions are those of the last `moveTo`.
 */
export interface ScattererField {
  x: Float32Array;
  y: Float32Array;
  depth: Float32Array;
  amplitude: Float32Array;
  phase: Float32Array;
  phaseRate: Float32Array;
  aspect: Uint8Array;
  waveLength: Float32Array;
  aspectFloor: Float32Array;
  flank: Float32Array;
  wobble: Float32Array;
  heading: Float32Array;
  tilt: Float32Array;
  /** Axis of a line or normal of a face: east, north, down. */
  axisX: Float32Array;
  axisY: Float32Array;
  axisZ: Float32Array;
  blockRadius: Float32Array;
  opacity: Float32Array;
  spread: Float32Array;
  chunks: Chunk[];
  /** Brings every moving target to where it is at a time, s. */
  moveTo: (timeS: number) => void;
}

interface Chunk {
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

/**
 * Builds every target's scatterers. Each target draws from its own seed, so changing one target
 * leaves the echoes of all others as they were.
 * @param raised what is walked over as ground, and so is no points
 */
export function scattererField(
  scene: Scene,
  fine: FineBottom,
  frequencyHz: number,
  soundSpeedMps: number,
  raised: RaisedMap | null = null,
): ScattererField {
  const medium = {
    frequencyHz,
    soundSpeedMps,
    bottomDepthAtM: (xM: number, yM: number) => sampleDepthM(fine, xM, yM),
  };
  const all: Scatterer[] = [];
  const chunks: Chunk[] = [];
  scene.targets.forEach((target, targetIndex) => {
    if (raised?.owners.has(targetIndex)) return;
    const seed = hash32(scene.seed, hashText(target.id));
    const predators = target.kind === 'baitSchool' ? predatorsAt(target, scene.targets) : [];
    for (const group of pointGroups(target, seed, fine, medium)) {
      const points = keptAway(group, predators, medium.bottomDepthAtM);
      chunks.push(boundingChunk(points, targetIndex, all.length));
      for (const point of points) all.push(point);
    }
  });
  const floats = () => new Float32Array(all.length);
  const field: ScattererField = {
    x: floats(),
    y: floats(),
    depth: floats(),
    amplitude: floats(),
    phase: floats(),
    phaseRate: floats(),
    aspect: new Uint8Array(all.length).fill(ASPECT_NONE),
    waveLength: floats(),
    aspectFloor: floats().fill(1),
    flank: floats(),
    wobble: floats(),
    heading: floats(),
    tilt: floats(),
    axisX: floats(),
    axisY: floats(),
    axisZ: floats(),
    blockRadius: floats(),
    opacity: floats(),
    spread: floats(),
    chunks,
    moveTo: () => {},
  };
  all.forEach((point, i) => {
    field.x[i] = point.xM;
    field.y[i] = point.yM;
    field.depth[i] = point.depthM;
    field.amplitude[i] = point.amplitudeM;
    field.phase[i] = point.phaseRad;
    field.phaseRate[i] = point.phaseRateRadPerS;
    field.blockRadius[i] = point.blockRadiusM;
    field.opacity[i] = point.opacity;
    field.spread[i] = point.spreadM;
    const { facing, aspect } = point;
    if (aspect) {
      const { headingRad, tiltRad } = aspect;
      field.aspect[i] = ASPECT_LINE;
      field.waveLength[i] = aspect.waveLength;
      field.aspectFloor[i] = aspect.floor;
      field.flank[i] = aspect.flank;
      field.wobble[i] = aspect.wobbleRad;
      field.heading[i] = headingRad;
      field.tilt[i] = tiltRad;
      field.axisX[i] = sin(headingRad) * cos(tiltRad);
      field.axisY[i] = cos(headingRad) * cos(tiltRad);
      // Depth is positive down, so head-up points to negative z.
      field.axisZ[i] = -sin(tiltRad);
    }
    if (facing) {
      field.aspect[i] = ASPECT_FACE;
      field.axisX[i] = facing.east;
      field.axisY[i] = facing.north;
      field.axisZ[i] = facing.down;
    }
  });
  field.moveTo = mover(scene, field, all);
  return field;
}

/** One step for each moving target and each rising point; nothing at all in a scene at rest. */
function mover(scene: Scene, field: ScattererField, all: Scatterer[]): (timeS: number) => void {
  const motions = targetMotions(scene.targets);
  const moving: { chunk: Chunk; home: Chunk; motion: Motion; xM: number; yM: number }[] = [];
  const rising: number[] = [];
  for (const chunk of field.chunks) {
    const motion = motions[chunk.targetIndex];
    const { xM, yM } = scene.targets[chunk.targetIndex];
    if (motion) moving.push({ chunk, home: { ...chunk }, motion, xM, yM });
    for (let p = chunk.first; p < chunk.end; p++) if (all[p].rise) rising.push(p);
  }
  if (moving.length === 0 && rising.length === 0) return () => {};
  const homeX = field.x.slice();
  const homeY = field.y.slice();
  const homeDepth = field.depth.slice();
  const homeAxisX = field.axisX.slice();
  const homeAxisY = field.axisY.slice();
  const homeHeading = field.heading.slice();
  let lastS = NaN;
  return (timeS) => {
    if (timeS === lastS) return;
    lastS = timeS;
    for (const { chunk, home, motion, xM, yM } of moving) {
      const { eastM, northM, downM, turnRad } = motion(timeS);
      const turnCos = cos(turnRad);
      const turnSin = sin(turnRad);
      // Clockwise turn of (east, north) about the target's own place.
      const east = (dx: number, dy: number) => dx * turnCos + dy * turnSin;
      const north = (dx: number, dy: number) => dy * turnCos - dx * turnSin;
      chunk.x = xM + eastM + east(home.x - xM, home.y - yM);
      chunk.y = yM + northM + north(home.x - xM, home.y - yM);
      chunk.depth = home.depth + downM;
      for (let p = chunk.first; p < chunk.end; p++) {
        const dx = homeX[p] - xM;
        const dy = homeY[p] - yM;
        field.x[p] = xM + eastM + east(dx, dy);
        field.y[p] = yM + northM + north(dx, dy);
        field.depth[p] = Math.max(0.02, homeDepth[p] + downM);
        field.axisX[p] = east(homeAxisX[p], homeAxisY[p]);
        field.axisY[p] = north(homeAxisX[p], homeAxisY[p]);
        field.heading[p] = homeHeading[p] + turnRad;
      }
    }
    for (const p of rising) {
      const { speedMps, fromDepthM, toDepthM } = all[p].rise!;
      const spanM = fromDepthM - toDepthM;
      const risenM = fromDepthM - homeDepth[p] + speedMps * timeS;
      field.depth[p] = fromDepthM - (risenM - spanM * Math.floor(risenM / spanM));
    }
  };
}
