import { z } from 'zod';
import { bottomSchema, depthAtM, type FineBottom, fineBottom } from '../bottom';
import { hypot } from '../numeric';
import { overheadLoss, targetSchema } from '../targets';
import { fromDb } from '../units/decibel';
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

/** Index of the sediment at the nearest node of the fine grid. */
export function sedimentBeneath(fine: FineBottom, xM: number, yM: number): number {
  const column = Math.round((xM - fine.originX) / fine.cellM);
  const row = Math.round((yM - fine.originY) / fine.cellM);
  const node =
    Math.min(fine.rows - 1, Math.max(0, row)) * fine.columns +
    Math.min(fine.columns - 1, Math.max(0, column));
  return fine.sediment[node];
}

const preparedBottoms = new WeakMap<Scene['bottom'], FineBottom>();

/** The fine grid of a scene's bottom; made once for each scene object. */
export function prepareBottom(scene: Scene): FineBottom {
  let fine = preparedBottoms.get(scene.bottom);
  if (!fine) preparedBottoms.set(scene.bottom, (fine = fineBottom(scene.bottom)));
  return fine;
}

/**
 * Share of two-way energy that comes back through what grows over each node of the fine grid, seen
 * from above; null where nothing does.
 */
export function overheadShare(scene: Scene, fine: FineBottom): Float32Array | null {
  const beds = scene.targets.flatMap((target) => {
    const loss = overheadLoss(target);
    return loss ? [{ ...loss, xM: target.xM, yM: target.yM }] : [];
  });
  if (beds.length === 0) return null;
  const share = new Float32Array(fine.columns * fine.rows).fill(1);
  for (const { xM, yM, radiusM, lossDb } of beds) {
    const columnOf = (x: number) => Math.round((x - fine.originX) / fine.cellM);
    const rowOf = (y: number) => Math.round((y - fine.originY) / fine.cellM);
    for (let row = Math.max(0, rowOf(yM - radiusM)); row < fine.rows; row++) {
      const y = fine.originY + row * fine.cellM;
      if (y > yM + radiusM) break;
      for (let column = Math.max(0, columnOf(xM - radiusM)); column < fine.columns; column++) {
        const x = fine.originX + column * fine.cellM;
        if (x > xM + radiusM) break;
        const out = hypot(x - xM, y - yM) / radiusM;
        // Thins out towards its edge, as the stems do.
        if (out < 1) share[row * fine.columns + column] *= fromDb(-lossDb * (1 - 0.5 * out * out));
      }
    }
  }
  return share;
}

/** Fish stay this far above the bottom when the water falls. */
const LEAST_CLEARANCE_M = 0.2;

/**
 * The scene with its surface raised by `levelM`: all depths grow by it. What hangs in the water keeps its
 * depth under the surface, as long as the bottom leaves room for it.
 */
export function sceneAtLevel(scene: Scene, levelM: number): Scene {
  const levelCm = Math.round(100 * levelM);
  if (levelCm === 0) return scene;
  const bottom = {
    ...scene.bottom,
    depthsCm: scene.bottom.depthsCm.map((depthCm) => Math.max(0, depthCm + levelCm)),
  };
  const targets = scene.targets.map((target) => {
    if (!('depthM' in target)) return target;
    const roomM = Math.max(0.1, depthAtM(bottom, target.xM, target.yM) - LEAST_CLEARANCE_M);
    return target.depthM > roomM ? { ...target, depthM: roomM } : target;
  });
  return { ...scene, bottom, targets };
}
