/** All scatterers of a scene at one frequency, and where they are at a time. */
import { cos, hypot, sin } from '../numeric';
import type { FineBottom } from '../bottom';
import { hash32, hashText, randomSource } from '../random';
import {
  type Medium,
  type Motion,
  type Scatterer,
  scatterTarget,
  type Target,
  targetMotions,
} from '../targets';
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
  wobble: Float32Array;
  heading: Float32Array;
  tilt: Float32Array;
  /** Axis of a line or normal of a face: east, north, down. */
  axisX: Float32Array;
  axisY: Float32Array;
  axisZ: Float32Array;
  blockRadius: Float32Array;
  opacity: Float32Array;
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

/** Splits points into compact groups by halving along the longest side of their box. */
function splitIntoChunks(points: Scatterer[]): Scatterer[][] {
  if (points.length <= CHUNK_SIZE) return points.length > 0 ? [points] : [];
  const span = (of: (point: Scatterer) => number) => {
    let low = Infinity;
    let high = -Infinity;
    for (const point of points) {
      low = Math.min(low, of(point));
      high = Math.max(high, of(point));
    }
    return high - low;
  };
  const axes = [(p: Scatterer) => p.xM, (p: Scatterer) => p.yM, (p: Scatterer) => p.depthM];
  const longest = axes.reduce((best, axis) => (span(axis) > span(best) ? axis : best));
  const sorted = [...points].sort((p, q) => longest(p) - longest(q));
  const middle = sorted.length >> 1;
  return [...splitIntoChunks(sorted.slice(0, middle)), ...splitIntoChunks(sorted.slice(middle))];
}

function boundingChunk(points: Scatterer[], targetIndex: number, first: number): Chunk {
  const mean = (of: (point: Scatterer) => number) =>
    points.reduce((sum, point) => sum + of(point), 0) / points.length;
  const x = mean((p) => p.xM);
  const y = mean((p) => p.yM);
  // Rising points pass through every depth of their column.
  const top = Math.min(...points.map((p) => p.rise?.toDepthM ?? p.depthM));
  const foot = Math.max(...points.map((p) => p.rise?.fromDepthM ?? p.depthM));
  const depth = points.some((p) => p.rise) ? (top + foot) / 2 : mean((p) => p.depthM);
  const radius = Math.max(
    ...points.map((p) =>
      hypot(
        p.xM - x,
        p.yM - y,
        p.rise ? (foot - top) / 2 : Math.abs(p.depthM - depth) + p.blockRadiusM,
      ),
    ),
  );
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
 */
export function scattererField(
  scene: Scene,
  fine: FineBottom,
  frequencyHz: number,
  soundSpeedMps: number,
): ScattererField {
  const medium = {
    frequencyHz,
    soundSpeedMps,
    bottomDepthAtM: (xM: number, yM: number) => sampleDepthM(fine, xM, yM),
  };
  const all: Scatterer[] = [];
  const chunks: Chunk[] = [];
  scene.targets.forEach((target, targetIndex) => {
    const seed = hash32(scene.seed, hashText(target.id));
    for (const points of pointGroups(target, seed, fine, medium)) {
      chunks.push(boundingChunk(points, targetIndex, all.length));
      for (const point of points) all.push(point);
    }
  });
  const column = (of: (point: Scatterer) => number) => Float32Array.from(all, of);
  const heading = column((p) => p.aspect?.headingRad ?? 0);
  const tilt = column((p) => p.aspect?.tiltRad ?? 0);
  const axisOf =
    (
      line: (h: number, t: number) => number,
      normal: (f: NonNullable<Scatterer['facing']>) => number,
    ) =>
    (p: Scatterer) =>
      p.facing ? normal(p.facing) : p.aspect ? line(p.aspect.headingRad, p.aspect.tiltRad) : 0;
  const field: ScattererField = {
    x: column((p) => p.xM),
    y: column((p) => p.yM),
    depth: column((p) => p.depthM),
    amplitude: column((p) => p.amplitudeM),
    phase: column((p) => p.phaseRad),
    phaseRate: column((p) => p.phaseRateRadPerS),
    aspect: Uint8Array.from(all, (p) =>
      p.facing ? ASPECT_FACE : p.aspect ? ASPECT_LINE : ASPECT_NONE,
    ),
    waveLength: column((p) => p.aspect?.waveLength ?? 0),
    aspectFloor: column((p) => p.aspect?.floor ?? 1),
    wobble: column((p) => p.aspect?.wobbleRad ?? 0),
    heading,
    tilt,
    axisX: column(
      axisOf(
        (h, t) => sin(h) * cos(t),
        (f) => f.east,
      ),
    ),
    axisY: column(
      axisOf(
        (h, t) => cos(h) * cos(t),
        (f) => f.north,
      ),
    ),
    // Depth is positive down, so head-up points to negative z.
    axisZ: column(
      axisOf(
        (_, t) => -sin(t),
        (f) => f.down,
      ),
    ),
    blockRadius: column((p) => p.blockRadiusM),
    opacity: column((p) => p.opacity),
    chunks,
    moveTo: () => {},
  };
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
