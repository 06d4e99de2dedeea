/**
 * Solids that stand on the ground without overhang, as height over it. What walks over the ground then walks over
 * them too, which gives faces, shadows, layover and grain at once; a cone meets the same things as points. Each is
 * built from pieces small enough that a place meets few of them.
 */
import { cos, hypot, sin } from '../numeric';
import { hashUniform, type RandomSource, smoothNoise2 } from '../random';
import { type Material, STONE } from './materials';
import { bearing } from './primitives';
import type { Piece } from './scatterers';

interface Place {
  xM: number;
  yM: number;
}

/** Turned to a heading: its height by how far along and to the right of its middle a place lies, m. */
export function oblong(
  { xM, yM }: Place,
  headingRad: number,
  lengthM: number,
  widthM: number,
  material: Material | null,
  heightAt: (alongM: number, rightM: number) => number,
): Piece {
  const [s, c] = [sin(headingRad), cos(headingRad)];
  return {
    xM,
    yM,
    reachM: hypot(lengthM, widthM) / 2,
    material,
    heightAt: (east, north) => {
      const alongM = east * s + north * c;
      const rightM = east * c - north * s;
      return 2 * Math.abs(alongM) > lengthM || 2 * Math.abs(rightM) > widthM
        ? 0
        : heightAt(alongM, rightM);
    },
  };
}

/** Of a stone's outline, as a share of its radius. */
const OUTLINE_NOISE = 0.22;
const BROKEN_FACES = 3;

/** A broken stone: a dome with an uneven outline, cut by tilted planes. */
export function stone(
  { xM, yM }: Place,
  radiusM: number,
  heightM: number,
  random: RandomSource,
  material: Material = STONE,
): Piece {
  const seed = random.index(1e9);
  const cuts = Array.from({ length: BROKEN_FACES }, () => ({
    ...bearing(random.between(0, 2 * Math.PI)),
    level: random.between(0.75, 1.1),
    tilt: random.between(0.1, 0.6),
  }));
  return {
    xM,
    yM,
    reachM: radiusM * (1 + OUTLINE_NOISE),
    material,
    heightAt: (eastM, northM) => {
      const [u, v] = [eastM / radiusM, northM / radiusM];
      const noise = smoothNoise2(seed, 1.6 * u, 1.6 * v);
      const out2 = (u * u + v * v) * (1 - OUTLINE_NOISE * noise) * (1 - OUTLINE_NOISE * noise);
      if (out2 >= 1) return 0;
      let height = Math.sqrt(1 - out2 * out2);
      for (const { east, north, level, tilt } of cuts) {
        height = Math.min(height, level - tilt * (u * east + v * north));
      }
      return heightM * Math.max(0.12, height);
    },
  };
}

/** Stones fallen from what stands there, fewer the farther out. */
export function rubble(
  count: number,
  placeAt: (random: RandomSource) => Place,
  sizeM: { min: number; max: number },
  random: RandomSource,
): Piece[] {
  return Array.from({ length: count }, () => {
    // Many small ones, few large ones.
    const share = random.uniform() * random.uniform();
    const radiusM = sizeM.min + (sizeM.max - sizeM.min) * share;
    return stone(placeAt(random), radiusM, radiusM * random.between(0.6, 1.2), random);
  });
}

/** A round bar that lies on the ground: as high in the middle as it is thick; `endShare` of it at its far end. */
export function lyingBar(
  from: Place,
  to: Place,
  radiusM: number,
  material: Material,
  random: RandomSource,
  endShare = 0.8,
): Piece {
  const seed = random.index(1e9);
  const [east, north] = [to.xM - from.xM, to.yM - from.yM];
  const lengthM = hypot(east, north);
  const [s, c] = [east / lengthM, north / lengthM];
  return {
    xM: (from.xM + to.xM) / 2,
    yM: (from.yM + to.yM) / 2,
    reachM: hypot(lengthM, 3 * radiusM) / 2,
    material,
    heightAt: (eastM, northM) => {
      const alongM = eastM * s + northM * c;
      const share = alongM / lengthM + 0.5;
      if (share < 0 || share > 1) return 0;
      const bark = 1 + 0.12 * smoothNoise2(seed, alongM / 0.3, 0);
      const thick = radiusM * (1 - (1 - endShare) * share) * bark;
      const out = (eastM * c - northM * s) / thick;
      return out * out >= 1 ? 0 : thick * (1 + Math.sqrt(1 - out * out));
    },
  };
}

/** A round upright with a rough foot. */
export function upright(
  { xM, yM }: Place,
  radiusM: number,
  heightM: number,
  material: Material,
): Piece {
  return {
    xM,
    yM,
    reachM: radiusM,
    material,
    heightAt: (eastM, northM) =>
      eastM * eastM + northM * northM < radiusM * radiusM ? heightM : 0,
  };
}

/** A bowl that the stream has dug. */
export function bowl({ xM, yM }: Place, radiusM: number, depthM: number): Piece {
  return {
    xM,
    yM,
    reachM: radiusM,
    material: null,
    heightAt: (eastM, northM) => {
      const inside = 1 - (eastM * eastM + northM * northM) / (radiusM * radiusM);
      return inside > 0 ? -depthM * inside * inside : 0;
    },
  };
}

const COURSE_M = { long: 0.42, high: 0.3 };
const MISSING_STONES = 0.12;
const MISSING_M = 0.22;
/** Silt that has gathered against it. */
const SKIRT_SHARE = 0.16;
const SKIRT_M = 0.5;
const RUBBLE_PER_M = 1.6;
const RUBBLE_REACH_M = 0.45;

/** A stretch of dry wall: an uneven crest, stones missing, silt along its foot, some of it fallen. */
export function wallStretch(
  middle: Place,
  headingRad: number,
  lengthM: number,
  thicknessM: number,
  heightM: number,
  random: RandomSource,
): Piece[] {
  const seed = random.index(1e9);
  const { east, north } = bearing(headingRad);
  const along = [east, north];
  const right = [north, -east];
  const widestM = 1.25 * thicknessM;
  const skirtM = Math.min(0.25, SKIRT_SHARE * heightM);
  return [
    oblong(middle, headingRad, lengthM, widestM, STONE, (alongM, rightM) => {
      const ragged = 1 + 0.25 * smoothNoise2(seed, alongM / 0.5, 7);
      if (2 * Math.abs(rightM) > thicknessM * ragged) return 0;
      const isMissing =
        hashUniform(seed, Math.floor(alongM / COURSE_M.long), Math.floor(rightM / COURSE_M.high)) <
        MISSING_STONES;
      const crestM = heightM * (0.94 + 0.12 * smoothNoise2(seed + 1, alongM / 1.3, 0));
      return Math.max(0.3 * heightM, crestM - (isMissing ? MISSING_M : 0));
    }),
    oblong(middle, headingRad, lengthM, thicknessM + 2 * SKIRT_M, null, (_, rightM) => {
      const offM = Math.max(0, Math.abs(rightM) - thicknessM / 2);
      const share = 1 - offM / SKIRT_M;
      return skirtM * share * share;
    }),
    ...rubble(
      Math.round(RUBBLE_PER_M * lengthM * Math.min(1, heightM)),
      (draw) => {
        const alongM = draw.between(-0.5, 0.5) * lengthM;
        const outM = thicknessM / 2 + RUBBLE_REACH_M * draw.exponential();
        const rightM = draw.uniform() < 0.5 ? -outM : outM;
        return {
          xM: middle.xM + alongM * along[0] + rightM * right[0],
          yM: middle.yM + alongM * along[1] + rightM * right[1],
        };
      },
      { min: 0.08, max: 0.3 },
      random,
    ),
  ];
}
