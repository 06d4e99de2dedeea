import { z } from 'zod';
import { bottomSchema, depthAtM, FineBottom, type ReliefGrid } from '../bottom';
import { targetSchema } from '../targets';
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

const preparedBottoms = new WeakMap<Scene['bottom'], FineBottom>();

/** The bottom of a scene as kernels read it; made once for each. */
export function prepareBottom(scene: Scene): FineBottom {
  let fine = preparedBottoms.get(scene.bottom);
  if (!fine) preparedBottoms.set(scene.bottom, (fine = new FineBottom(scene.bottom)));
  return fine;
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
  const raised = <Grid extends ReliefGrid>(grid: Grid): Grid => ({
    ...grid,
    depthsCm: grid.depthsCm.map((depthCm) => Math.max(0, depthCm + levelCm)),
  });
  const bottom = { ...raised(scene.bottom), patches: scene.bottom.patches?.map(raised) };
  const targets = scene.targets.map((target) => {
    if (!('depthM' in target)) return target;
    const roomM = Math.max(0.1, depthAtM(bottom, target.xM, target.yM) - LEAST_CLEARANCE_M);
    return target.depthM > roomM ? { ...target, depthM: roomM } : target;
  });
  return { ...scene, bottom, targets };
}
