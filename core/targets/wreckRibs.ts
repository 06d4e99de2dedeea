import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { bearing, capsule, WOOD } from './primitives';
import type { Scatterer, TargetKind } from './scatterers';

const wreckRibsSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('wreckRibs'),
  ...positionSchema,
  lengthM: z.number().min(3).max(60),
  beamM: z.number().min(1).max(15),
  heightM: z.number().min(0.3).max(6).default(1.2),
  ribs: z.int().min(3).max(60).default(12),
  headingDeg: headingSchema,
});

const RIB_RADIUS_M = 0.07;
const KEEL_RADIUS_M = 0.15;
/** Straight pieces that make the curve of one half rib. */
const RIB_PIECES = 3;

/** What is left of a wooden hull: keel and ribs, evenly spaced, some broken short. */
export const wreckRibs: TargetKind<typeof wreckRibsSchema> = {
  schema: wreckRibsSchema,
  label: 'built',
  describe: (target) => `wreck, ${target.lengthM.toFixed(0)} m of keel and ribs`,
  scatter: (target, medium, random) => {
    const headingRad = degToRad(target.headingDeg);
    const along = bearing(headingRad);
    const right = { east: cos(headingRad), north: -sin(headingRad) };
    const at = (alongM: number, rightM: number, upM: number) => {
      const xM = target.xM + alongM * along.east + rightM * right.east;
      const yM = target.yM + alongM * along.north + rightM * right.north;
      return { xM, yM, depthM: Math.max(0.03, medium.bottomDepthAtM(xM, yM) - upM) };
    };
    const half = target.lengthM / 2;
    const points: Scatterer[] = capsule(
      at(-half, 0, KEEL_RADIUS_M),
      at(half, 0, KEEL_RADIUS_M),
      KEEL_RADIUS_M,
      WOOD,
      medium,
      random,
    );
    for (let rib = 0; rib < target.ribs; rib++) {
      const share = rib / (target.ribs - 1) - 0.5;
      const fullness = 1 - 3.2 * share * share;
      for (const side of [-1, 1]) {
        const standing = random.between(0.45, 1);
        const onRib = (t: number) =>
          at(
            share * target.lengthM,
            (side * target.beamM * fullness * sin((Math.PI / 2) * t)) / 2,
            KEEL_RADIUS_M + target.heightM * standing * (1 - cos((Math.PI / 2) * t)),
          );
        for (let piece = 0; piece < RIB_PIECES; piece++) {
          points.push(
            ...capsule(
              onRib(piece / RIB_PIECES),
              onRib((piece + 1) / RIB_PIECES),
              RIB_RADIUS_M,
              WOOD,
              medium,
              random,
            ),
          );
        }
      }
    }
    return points;
  },
};
