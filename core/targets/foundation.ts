import { z } from 'zod';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { bearing } from './primitives';
import type { TargetKind } from './scatterers';
import { raisedWall, type Wall, wallSections } from './wall';
import { rubble } from './raised';

const foundationSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('foundation'),
  ...positionSchema,
  lengthM: z.number().min(2).max(60),
  widthM: z.number().min(2).max(60),
  heightM: z.number().min(0.1).max(4).default(0.6),
  headingDeg: headingSchema,
});

const WALL_THICKNESS_M = 0.5;

const FALLEN_STONES_PER_M2 = 0.35;

function walls({ xM, yM, lengthM, widthM, heightM, headingDeg }: z.infer<typeof foundationSchema>) {
  const along = bearing(degToRad(headingDeg));
  const right = { east: along.north, north: -along.east };
  const side = (out: { east: number; north: number }, offM: number, rest: Partial<Wall>): Wall => ({
    xM: xM + offM * out.east,
    yM: yM + offM * out.north,
    lengthM,
    heightM,
    thicknessM: WALL_THICKNESS_M,
    headingDeg,
    gaps: 0.1,
    ...rest,
  });
  const across = { lengthM: widthM, headingDeg: headingDeg + 90 };
  return [
    side(right, widthM / 2, {}),
    side(right, -widthM / 2, {}),
    side(along, lengthM / 2, across),
    side(along, -lengthM / 2, across),
  ];
}

/** The lowest courses of a building: four walls at right angles. */
export const foundation: TargetKind<typeof foundationSchema> = {
  put: { words: 'Foundation', as: { lengthM: 10, widthM: 7 } },
  schema: foundationSchema,
  label: 'built',
  describe: (target) => `foundation, ${target.lengthM.toFixed(0)} by ${target.widthM.toFixed(0)} m`,
  scatter: (target, medium, random) =>
    walls(target).flatMap((wall) => wallSections(wall, medium, random)),
  raise: (target, _, random) => {
    const { xM, yM, lengthM, widthM, heightM } = target;
    const along = bearing(degToRad(target.headingDeg));
    const inside = rubble(
      Math.round(FALLEN_STONES_PER_M2 * lengthM * widthM),
      (draw) => {
        const u = draw.between(-0.5, 0.5) * lengthM;
        const v = draw.between(-0.5, 0.5) * widthM;
        return {
          xM: xM + u * along.east + v * along.north,
          yM: yM + u * along.north - v * along.east,
        };
      },
      { min: 0.1, max: 0.45 },
      random,
    );
    // Courses fall one by one: no two sides are left as high.
    const sides = walls(target).flatMap((wall) =>
      raisedWall({ ...wall, heightM: heightM * random.between(0.6, 1) }, random),
    );
    return [...sides, ...inside];
  },
};
