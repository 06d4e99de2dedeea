import { z } from 'zod';
import { cos, sin } from '../numeric';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { block, STONE } from './primitives';
import type { Medium, Scatterer, TargetKind } from './scatterers';
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

export function wallSections(
  wall: {
    xM: number;
    yM: number;
    lengthM: number;
    heightM: number;
    thicknessM: number;
    headingDeg: number;
    gaps: number;
  },
  medium: Medium,
  random: RandomSource,
): Scatterer[] {
  const headingRad = degToRad(wall.headingDeg);
  const along = { east: sin(headingRad), north: cos(headingRad) };
  const sections = Math.max(1, Math.round(wall.lengthM / SECTION_M));
  const sectionM = wall.lengthM / sections;
  const points: Scatterer[] = [];
  for (let i = 0; i < sections; i++) {
    const isGap = random.uniform() < wall.gaps;
    const heightM = wall.heightM * random.between(0.9, 1.05) * (isGap ? 0.25 : 1);
    const offM = (i + 0.5) * sectionM - wall.lengthM / 2;
    const xM = wall.xM + offM * along.east;
    const yM = wall.yM + offM * along.north;
    const depthM = medium.bottomDepthAtM(xM, yM);
    points.push(
      ...block(
        { xM, yM, depthM },
        sectionM,
        wall.thicknessM,
        Math.min(heightM, depthM - 0.02),
        along,
        STONE,
        random,
        Math.max(0.25, wall.lengthM / 120),
      ),
    );
  }
  return points;
}

export const wall: TargetKind<typeof wallSchema> = {
  schema: wallSchema,
  label: 'built',
  describe: (target) =>
    `wall, ${target.lengthM.toFixed(0)} m long and ${target.heightM.toFixed(1)} m high`,
  scatter: wallSections,
};
