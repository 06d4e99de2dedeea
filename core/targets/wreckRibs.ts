import { z } from 'zod';
import { atan2, cos, hypot, sin } from '../numeric';
import { smoothNoise } from '../random';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { STEEL, STONE, WOOD } from './materials';
import { bearing, capsule } from './primitives';
import { bowl, lyingBar, oblong, rubble, stone } from './raised';
import type { Piece, Scatterer, TargetKind } from './scatterers';

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

/** Of planking and frames together; stretches along the hull, and how little is left of the worst. */
const HULL_M = 0.34;
const HULL_STRETCH_M = 0.8;
const LEAST_STANDING = 0.18;
const LIST = 0.25;
const DEBRIS_PER_M = 1.6;
const SCOUR_M = 0.3;

/** What is left of a wooden hull: keel and ribs, evenly spaced, some broken short. */
export const wreckRibs: TargetKind<typeof wreckRibsSchema> = {
  put: { words: 'Wreck with ribs', as: { lengthM: 16, beamM: 4.5 } },
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
  raise: ({ xM, yM, lengthM, beamM, heightM, ribs, headingDeg }, _, random) => {
    const { east, north } = bearing(degToRad(headingDeg));
    const at = (alongM: number, rightM: number) => ({
      xM: xM + alongM * east + rightM * north,
      yM: yM + alongM * north - rightM * east,
    });
    const seed = random.index(1e9);
    // It lies on one side: that one is buried, the other stands out.
    const listSide = random.uniform() < 0.5 ? -1 : 1;
    /** Half the beam at a share of the length: full amidships, sharp at the stem, blunter at the stern. */
    const halfBeamM = (share: number) => {
      const t = 2 * share;
      return (beamM / 2) * Math.max(0.04, 1 - (t > 0 ? t * t * t : 0.75 * t * t * t * t));
    };
    const standing = (share: number, side: number) => {
      const wave = smoothNoise(seed + side, (share * lengthM) / 3.2);
      const broken = smoothNoise(seed + 10 + side, (share * lengthM) / 0.9);
      const left = 0.55 + 0.75 * wave + 0.3 * broken + LIST * listSide * side;
      return heightM * Math.min(1, Math.max(LEAST_STANDING, left)) * (0.85 + 0.6 * share * share);
    };
    const pieces: Piece[] = [];
    const stretches = Math.max(6, Math.round(lengthM / HULL_STRETCH_M));
    for (let i = 0; i < stretches; i++) {
      const from = i / stretches - 0.5;
      const to = (i + 1) / stretches - 0.5;
      for (const side of [-1, 1]) {
        const start = at(from * lengthM, side * halfBeamM(from));
        const end = at(to * lengthM, side * halfBeamM(to));
        const stretchM = hypot(end.xM - start.xM, end.yM - start.yM);
        const way = atan2(end.xM - start.xM, end.yM - start.yM);
        const middle = { xM: (start.xM + end.xM) / 2, yM: (start.yM + end.yM) / 2 };
        pieces.push(
          oblong(middle, way, stretchM + 0.1, HULL_M, WOOD, (alongM) =>
            standing((from + to) / 2 + alongM / lengthM, side),
          ),
        );
      }
    }
    for (let rib = 0; rib < ribs; rib++) {
      if (random.uniform() < 0.3) continue;
      const share = (rib + random.between(0.2, 0.8)) / ribs - 0.5;
      const side = random.uniform() < 0.5 ? -1 : 1;
      const reach = random.between(0.2, 0.75) * halfBeamM(share);
      const foot = at(share * lengthM, side * halfBeamM(share));
      const head = at(
        share * lengthM + random.between(-0.3, 0.3),
        side * (halfBeamM(share) - reach),
      );
      pieces.push(lyingBar(foot, head, RIB_RADIUS_M * random.between(1, 1.8), WOOD, random, 0.5));
    }
    pieces.push(
      lyingBar(at(-0.42 * lengthM, 0), at(0.45 * lengthM, 0), KEEL_RADIUS_M, WOOD, random),
      // The engine, aft of the middle.
      oblong(
        at(-0.2 * lengthM, 0.1 * beamM),
        degToRad(headingDeg),
        Math.min(1.6, 0.12 * lengthM),
        Math.min(0.9, 0.3 * beamM),
        STEEL,
        (alongM, rightM) =>
          0.55 * heightM * (1 - 0.3 * smoothNoise(seed + 20, 4 * alongM + rightM)),
      ),
      ...rubble(
        Math.round(DEBRIS_PER_M * lengthM),
        (draw) =>
          at(draw.between(-0.55, 0.55) * lengthM, 0.5 * beamM * (listSide + 1.1 * draw.gaussian())),
        { min: 0.06, max: 0.3 },
        random,
      ),
      ...Array.from({ length: Math.round(lengthM / 2) }, () => {
        const alongM = random.between(-0.55, 0.55) * lengthM;
        const rightM = beamM * (0.4 * listSide + 0.5 * random.gaussian());
        const plankM = random.between(0.6, 2.4);
        const turn = random.between(-1.2, 1.2);
        const end = at(alongM + plankM * cos(turn), rightM + plankM * sin(turn));
        return lyingBar(at(alongM, rightM), end, random.between(0.05, 0.11), WOOD, random);
      }),
      bowl(at(0.5 * lengthM, 0), 0.9 * beamM, SCOUR_M),
      bowl(at(-0.45 * lengthM, 0.5 * listSide * beamM), 1.1 * beamM, 0.7 * SCOUR_M),
      stone(at(0.1 * lengthM, 0), 0.3 * beamM, 0.25 * heightM, random, STONE),
    );
    return pieces;
  },
};
