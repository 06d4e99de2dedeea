import { z } from 'zod';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { STONE } from './materials';
import { bearing, block } from './primitives';
import { wallStretch } from './raised';
import type { Medium, Piece, Scatterer, TargetKind } from './scatterers';
import type { RandomSource } from '../random';

const wallSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('wall'),
  ...positionSchema,
  lengthM: z.number().min(0.5).max(300),
  heightM: z.number().min(0.1).max(8),
  thicknessM: z.number().min(0.1).max(3).default(0.6),
  headingDeg: headingSchema,
  /** Share of its length that has fallen, 0–0.8. */
  gaps: z.number().min(0).max(0.8).default(0),
});

/** Follows the bottom in steps of this length. */
const SECTION_M = 2;

export type Wall = Omit<z.infer<typeof wallSchema>, 'id' | 'kind'>;

/** Its stretches, some of them fallen. */
function stretches(wall: Wall, random: RandomSource) {
  const { east, north } = bearing(degToRad(wall.headingDeg));
  const count = Math.max(1, Math.round(wall.lengthM / SECTION_M));
  return Array.from({ length: count }, (_, i) => {
    const isGap = random.uniform() < wall.gaps;
    const offM = ((i + 0.5) / count - 0.5) * wall.lengthM;
    return {
      xM: wall.xM + offM * east,
      yM: wall.yM + offM * north,
      lengthM: wall.lengthM / count,
      heightM: wall.heightM * random.between(0.9, 1.05) * (isGap ? 0.25 : 1),
    };
  });
}

export function wallSections(wall: Wall, medium: Medium, random: RandomSource): Scatterer[] {
  const along = bearing(degToRad(wall.headingDeg));
  const spacingM = Math.max(0.25, wall.lengthM / 120);
  return stretches(wall, random).flatMap(({ xM, yM, lengthM, heightM }) => {
    const depthM = medium.bottomDepthAtM(xM, yM);
    const upM = Math.min(heightM, depthM - 0.02);
    const at = { xM, yM, depthM };
    return block(at, lengthM, wall.thicknessM, upM, along, STONE, random, spacingM);
  });
}

export function raisedWall(wall: Wall, random: RandomSource): Piece[] {
  const headingRad = degToRad(wall.headingDeg);
  return stretches(wall, random).flatMap((stretch) =>
    wallStretch(stretch, headingRad, stretch.lengthM, wall.thicknessM, stretch.heightM, random),
  );
}

export const wall: TargetKind<typeof wallSchema> = {
  put: { words: 'Wall', as: { lengthM: 20, heightM: 1 } },
  schema: wallSchema,
  label: 'built',
  describe: (target) =>
    `wall, ${target.lengthM.toFixed(0)} m long and ${target.heightM.toFixed(1)} m high`,
  scatter: wallSections,
  raise: (target, _, random) => raisedWall(target, random),
};
