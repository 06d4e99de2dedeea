import { z } from 'zod';
import { bottomSchema, type FineBottom, fineBottom } from '../bottom';
import { hash32, hashText, randomSource } from '../random';
import { type Scatterer, scatterTarget, targetSchema } from '../targets';
import { waterColumnSchema } from '../water';

const MAX_TARGETS = 2000;

/** A water whose contents are known exactly: everything a sounder needs, and all of its truth. */
export const sceneSchema = z
  .object({
    seed: z.int().min(0).max(4294967295),
    water: waterColumnSchema,
    bottom: bottomSchema,
    targets: z.array(targetSchema).max(MAX_TARGETS),
  })
  .superRefine((scene, context) => {
    const seen = new Set<string>();
    scene.targets.forEach((target, index) => {
      if (seen.has(target.id)) {
        context.addIssue({
          code: 'custom',
          path: ['targets', index, 'id'],
          message: `the id "${target.id}" is used twice`,
        });
      }
      seen.add(target.id);
    });
  });
export type Scene = z.infer<typeof sceneSchema>;

/**
 * All scatterers of a scene at one frequency, as parallel arrays in the order of their targets.
 * A target's points are cut into chunks of neighbours, so that a ping skips what its beam cannot meet.
 */
export interface ScattererField {
  x: Float64Array;
  y: Float64Array;
  depth: Float64Array;
  amplitude: Float64Array;
  phase: Float64Array;
  phaseRate: Float64Array;
  /** 0 for scatterers without an axis. */
  waveLength: Float64Array;
  aspectFloor: Float64Array;
  wobble: Float64Array;
  heading: Float64Array;
  tilt: Float64Array;
  axisX: Float64Array;
  axisY: Float64Array;
  axisZ: Float64Array;
  chunks: Chunk[];
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
  const depth = mean((p) => p.depthM);
  const radius = Math.max(...points.map((p) => Math.hypot(p.xM - x, p.yM - y, p.depthM - depth)));
  return { targetIndex, first, end: first + points.length, x, y, depth, radius };
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
    const random = randomSource(hash32(scene.seed, hashText(target.id)));
    for (const points of splitIntoChunks(scatterTarget(target, medium, random))) {
      chunks.push(boundingChunk(points, targetIndex, all.length));
      for (const point of points) all.push(point);
    }
  });
  const column = (of: (point: Scatterer) => number) => Float64Array.from(all, of);
  const heading = column((p) => p.aspect?.headingRad ?? 0);
  const tilt = column((p) => p.aspect?.tiltRad ?? 0);
  return {
    x: column((p) => p.xM),
    y: column((p) => p.yM),
    depth: column((p) => p.depthM),
    amplitude: column((p) => p.amplitudeM),
    phase: column((p) => p.phaseRad),
    phaseRate: column((p) => p.phaseRateRadPerS),
    waveLength: column((p) => p.aspect?.waveLength ?? 0),
    aspectFloor: column((p) => p.aspect?.floor ?? 1),
    wobble: column((p) => p.aspect?.wobbleRad ?? 0),
    heading,
    tilt,
    axisX: heading.map((h, i) => Math.sin(h) * Math.cos(tilt[i])),
    axisY: heading.map((h, i) => Math.cos(h) * Math.cos(tilt[i])),
    // Depth is positive down, so head-up points to negative z.
    axisZ: tilt.map((t) => -Math.sin(t)),
    chunks,
  };
}

/** Depth from the fine grid, bilinear, m; beyond the grid its edge continues. */
export function sampleDepthM(fine: FineBottom, xM: number, yM: number): number {
  const u = Math.min(fine.columns - 1.001, Math.max(0, (xM - fine.originX) / fine.cellM));
  const v = Math.min(fine.rows - 1.001, Math.max(0, (yM - fine.originY) / fine.cellM));
  const column = Math.floor(u);
  const row = Math.floor(v);
  const s = u - column;
  const t = v - row;
  const at = row * fine.columns + column;
  const near = fine.depthM[at] * (1 - s) + fine.depthM[at + 1] * s;
  const far = fine.depthM[at + fine.columns] * (1 - s) + fine.depthM[at + fine.columns + 1] * s;
  return near * (1 - t) + far * t;
}

const preparedBottoms = new WeakMap<Scene['bottom'], FineBottom>();

/** The fine grid of a scene's bottom; made once for each scene object. */
export function prepareBottom(scene: Scene): FineBottom {
  let fine = preparedBottoms.get(scene.bottom);
  if (!fine) preparedBottoms.set(scene.bottom, (fine = fineBottom(scene.bottom)));
  return fine;
}
