import { z } from 'zod';
import { cos, sin } from '../numeric';
import { smoothNoise2 } from '../random';
import { degToRad } from '../units/angle';
import { fromDb } from '../units/decibel';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { ROADWAY, STONE } from './materials';
import { bearing, dome, face } from './primitives';
import { oblong, stone } from './raised';
import type { Scatterer, TargetKind } from './scatterers';

const roadSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('road'),
  ...positionSchema,
  lengthM: z.number().min(5).max(400),
  widthM: z.number().min(1).max(12).default(4),
  headingDeg: headingSchema,
});

const RAISED_M = 0.06;
/** Silt lies on it in stretches of some metres, and more towards its edges; there its stone is heard this much less. */
const SILT_LENGTH_M = 6;
const SILTED_DB = -9;
const SILT_FROM = 0.1;
const PATCH_M = 2;
const EDGE_STONE_EVERY_M = 1.1;
const KERB_EVERY_M = 0.55;

/** How much of the lane lies under silt at a place along and across it, 0 to 1. */
const siltOn = (widthM: number, seed: number) => (alongM: number, rightM: number) => {
  const across = (2 * rightM) / widthM;
  const wave = smoothNoise2(seed, alongM / SILT_LENGTH_M, rightM / SILT_LENGTH_M);
  const fine = smoothNoise2(seed + 1, alongM / 1.1, rightM / 1.1);
  const depth = wave + 0.5 * fine + 0.6 * Math.abs(across * across * across) - SILT_FROM;
  return Math.min(1, Math.max(0, 2.5 * depth));
};

/** Over the ground: the crown, less what wheels have worn; stone shows where less than this is silted. */
const CROWN_M = 0.09;
const RUT_M = 0.05;
const BARE_SHARE = 0.55;
const DITCH = { widthM: 1.1, depthM: 0.13 };
const STRETCH_M = 4;

/** A drowned lane: a flat hard strip with a broken row of edge stones on either side. */
export const road: TargetKind<typeof roadSchema> = {
  put: { words: 'Road', as: { lengthM: 60 } },
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
    const siltedShare = siltOn(target.widthM, siltSeed);
    const silted = (point: Scatterer): Scatterer => {
      const east = point.xM - target.xM;
      const north = point.yM - target.yM;
      const share = siltedShare(
        east * along.east + north * along.north,
        east * right.east + north * right.north,
      );
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
          ROADWAY,
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
  raise: (target, _, random) => {
    const { lengthM, widthM } = target;
    const headingRad = degToRad(target.headingDeg);
    const along = bearing(headingRad);
    const at = (alongM: number, rightM: number) => ({
      xM: target.xM + alongM * along.east + rightM * along.north,
      yM: target.yM + alongM * along.north - rightM * along.east,
    });
    const seed = random.index(1e9);
    const siltedShare = siltOn(widthM, seed);
    const stretches = Math.max(1, Math.round(lengthM / STRETCH_M));
    const stretchM = lengthM / stretches;
    const pieces = Array.from({ length: stretches }, (_, i) => {
      const middleM = (i + 0.5) * stretchM - lengthM / 2;
      const lane = oblong(
        at(middleM, 0),
        headingRad,
        stretchM,
        1.1 * widthM,
        ROADWAY,
        (offM, rightM) => {
          const alongM = middleM + offM;
          const edge = 1 + 0.1 * smoothNoise2(seed + 2, alongM / 1.5, rightM > 0 ? 5 : 0);
          const across = (2 * rightM) / (widthM * edge);
          if (Math.abs(across) > 1 || siltedShare(alongM, rightM) > BARE_SHARE) return 0;
          const rut = Math.max(0, 1 - 5 * Math.abs(Math.abs(across) - 0.45));
          return 0.02 + CROWN_M * (1 - across * across) - RUT_M * rut * rut;
        },
      );
      const ditches = oblong(
        at(middleM, 0),
        headingRad,
        stretchM,
        widthM + 2 * DITCH.widthM,
        null,
        (offM, rightM) => {
          const outM = Math.abs(rightM) - widthM / 2;
          const share = 1 - Math.abs(outM - DITCH.widthM / 2) / (DITCH.widthM / 2);
          const open = 0.6 + 0.8 * smoothNoise2(seed + 3, (middleM + offM) / 5, rightM > 0 ? 5 : 0);
          return share > 0 ? -DITCH.depthM * share * Math.min(1, Math.max(0, open)) : 0;
        },
      );
      return [lane, ditches];
    }).flat();
    // Kerb stones stand in runs, with others lost or buried between them.
    for (let alongM = -lengthM / 2; alongM < lengthM / 2; alongM += KERB_EVERY_M) {
      for (const side of [-1, 1]) {
        if (smoothNoise2(seed + 4, alongM / 4, side * 3) < 0.05) continue;
        const place = at(alongM + random.between(-0.1, 0.1), (side * widthM) / 2);
        pieces.push(stone(place, random.between(0.14, 0.26), random.between(0.1, 0.24), random));
      }
    }
    return pieces;
  },
};
