import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { WOOD } from './materials';
import { bearing, capsule, type Point3 } from './primitives';
import type { Scatterer, TargetKind } from './scatterers';

const treeSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('tree'),
  ...positionSchema,
  heightM: z.number().min(0.5).max(25),
  trunkRadiusM: z.number().min(0.03).max(0.8).default(0.15),
  crownRadiusM: z.number().min(0.2).max(8).default(1.5),
  branches: z.int().min(0).max(80).default(24),
  /** Lean from upright, 0 a standing tree, 85 a fallen one; towards `headingDeg`. */
  leanDeg: z.number().min(0).max(88).default(0),
  headingDeg: headingSchema,
});

/** A trunk and its branches, standing, leaning or fallen. */
export const tree: TargetKind<typeof treeSchema> = {
  put: { words: 'Tree', as: { heightM: 4 } },
  schema: treeSchema,
  label: 'wood',
  describe: (target) =>
    target.leanDeg > 60
      ? `fallen tree, ${target.heightM.toFixed(1)} m long`
      : `${target.leanDeg > 15 ? 'leaning' : 'standing'} tree, ${target.heightM.toFixed(1)} m high`,
  scatter: (target, medium, random) => {
    const leanRad = degToRad(target.leanDeg);
    const lean = bearing(degToRad(target.headingDeg));
    const rootDepthM = medium.bottomDepthAtM(target.xM, target.yM);
    const onTrunk = (alongM: number): Point3 => ({
      xM: target.xM + alongM * sin(leanRad) * lean.east,
      yM: target.yM + alongM * sin(leanRad) * lean.north,
      depthM: Math.max(0.05, rootDepthM - alongM * cos(leanRad) - target.trunkRadiusM),
    });
    const points: Scatterer[] = [];
    // The trunk tapers: three lengths, each thinner than the last.
    for (let part = 0; part < 3; part++) {
      points.push(
        ...capsule(
          onTrunk((part / 3) * target.heightM),
          onTrunk(((part + 1) / 3) * target.heightM),
          target.trunkRadiusM * (1 - 0.28 * part),
          WOOD,
          medium,
          random,
        ),
      );
    }
    for (let branch = 0; branch < target.branches; branch++) {
      const alongShare = random.between(0.3, 0.98);
      const from = onTrunk(alongShare * target.heightM);
      const way = bearing(random.between(0, 2 * Math.PI));
      const lengthM = target.crownRadiusM * (1.15 - alongShare) * random.between(0.7, 1.3);
      const riseRad = random.between(0.1, 0.9);
      const bottomM = medium.bottomDepthAtM(
        from.xM + lengthM * way.east,
        from.yM + lengthM * way.north,
      );
      const to = {
        xM: from.xM + lengthM * cos(riseRad) * way.east,
        yM: from.yM + lengthM * cos(riseRad) * way.north,
        depthM: Math.min(bottomM, Math.max(0.05, from.depthM - lengthM * sin(riseRad))),
      };
      points.push(...capsule(from, to, random.between(0.01, 0.04), WOOD, medium, random));
    }
    return points;
  },
};
