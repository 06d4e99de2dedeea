import { z } from 'zod';
import { cos, sin } from '../numeric';
import { smoothNoise2 } from '../random';
import { degToRad } from '../units/angle';
import { fromDb } from '../units/decibel';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { bearing, dome, face, type Material, STONE } from './primitives';
import type { Scatterer, TargetKind } from './scatterers';

const roadSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('road'),
  ...positionSchema,
  lengthM: z.number().min(5).max(400),
  widthM: z.number().min(1).max(12).default(4),
  headingDeg: headingSchema,
});

/** Packed gravel, harder and rougher than most of what silts over around it. */
const ROAD_SURFACE: Material = { reflectionDb: -6, lambertDb: -16 };
const RAISED_M = 0.06;
/** Silt lies on it in stretches of some metres, and more towards its edges; there its stone is heard this much less. */
const SILT_LENGTH_M = 6;
const SILTED_DB = -9;
const SILT_FROM = 0.1;
const PATCH_M = 2;
const EDGE_STONE_EVERY_M = 1.1;

/** A drowned lane: a flat hard strip with a broken row of edge stones on either side. */
export const road: TargetKind<typeof roadSchema> = {
  schema: roadSchema,
  label: 'built',
  describe: (target) =>
    `old road, ${target.lengthM.toFixed(0)} m of it, ${target.widthM.toFixed(0)} m wide`,
  scatter: (target, medium, random) => {
    const headingRad = degToRad(target.headingDeg);
    const along = bearing(headingRad);
    const right = { east: cos(headingRad), north: -sin(headingRad) };
    const at = (alongM: number, rightM: number) => {
      const xM = target.xM + alongM * along.east + rightM * right.east;
      const yM = target.yM + alongM * along.north + rightM * right.north;
      return { xM, yM, depthM: medium.bottomDepthAtM(xM, yM) };
    };
    const points: Scatterer[] = [];
    const patches = Math.max(1, Math.round(target.lengthM / PATCH_M));
    const patchM = target.lengthM / patches;
    const spacingM = Math.max(0.22, target.lengthM / 550);
    const siltSeed = Math.floor(random.between(0, 1e9));
    const silted = (point: Scatterer): Scatterer => {
      const east = point.xM - target.xM;
      const north = point.yM - target.yM;
      const alongM = east * along.east + north * along.north;
      const rightM = east * right.east + north * right.north;
      const across = (2 * rightM) / target.widthM;
      const wave = smoothNoise2(siltSeed, alongM / SILT_LENGTH_M, rightM / SILT_LENGTH_M);
      const fine = smoothNoise2(siltSeed + 1, alongM / 1.1, rightM / 1.1);
      const depth = wave + 0.5 * fine + 0.6 * Math.abs(across * across * across) - SILT_FROM;
      const share = Math.min(1, Math.max(0, 2.5 * depth));
      return {
        ...point,
        amplitudeM: point.amplitudeM * fromDb((share * SILTED_DB) / 2),
        opacity: 0,
      };
    };
    for (let i = 0; i < patches; i++) {
      const startM = i * patchM - target.lengthM / 2;
      const corner = at(startM, -target.widthM / 2);
      const endDepthM = at(startM + patchM, -target.widthM / 2).depthM;
      const rightDepthM = at(startM, target.widthM / 2).depthM;
      points.push(
        ...face(
          { ...corner, depthM: corner.depthM - RAISED_M },
          {
            east: target.widthM * right.east,
            north: target.widthM * right.north,
            up: corner.depthM - rightDepthM,
          },
          {
            east: patchM * along.east,
            north: patchM * along.north,
            up: corner.depthM - endDepthM,
          },
          ROAD_SURFACE,
          random,
          spacingM,
        ).map(silted),
      );
    }
    for (
      let alongM = -target.lengthM / 2;
      alongM < target.lengthM / 2;
      alongM += EDGE_STONE_EVERY_M
    ) {
      for (const side of [-1, 1]) {
        if (random.uniform() < 0.3) continue; // lost or buried
        const place = at(alongM + random.between(-0.2, 0.2), (side * target.widthM) / 2);
        points.push(...dome(place, random.between(0.12, 0.22), STONE, random, { min: 5, max: 8 }));
      }
    }
    return points;
  },
};
