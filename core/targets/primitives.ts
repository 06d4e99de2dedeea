/**
 * The solids that things are built from: capsules (branches, beams, ropes), faces (stone, concrete,
 * planks) and clouds of small ones. All give point scatterers; positions are east, north, depth, m.
 */
import { asin, atan2, cos, exp, hypot, sin, square } from '../numeric';
import { fromDb } from '../units/decibel';
import type { RandomSource } from '../random';
import type { Material } from './materials';
import { type Medium, type Scatterer, scatterer, waveNumberPerM } from './scatterers';

export interface Point3 {
  xM: number;
  yM: number;
  depthM: number;
}

/** Nothing in the water is straighter than this; an uncapped lobe flashes for one ping. */
const MAX_WAVE_LENGTH = 12;
/** Short against the fans' cells, long against every wavelength. */
const PIECE_M = 0.14;
/** Half the Fresnel zone at a middling range: no longer stretch of a bar reflects in phase. */
const MIDDLING_RANGE_M = 8;

/** What a cylinder thin against the wave still scatters: Rayleigh's law over the geometric one, (9π/4)(ka)³. */
function thinShare(radiusM: number, wavelengthM: number): number {
  const ka = (2 * Math.PI * radiusM) / wavelengthM;
  return Math.min(1, ((9 * Math.PI) / 4) * ka * ka * ka);
}

/**
 * Cross-section of a rigid cylinder at broadside, m²; needs range beyond L²/λ. Thick against the wave aL²/(2λ),
 * thin (ka < 0.52) Rayleigh's (¾ L (ka)²)². Source: Morse & Ingard 1968; Clay & Medwin 1977.
 */
export function cylinderCrossSectionM2(
  radiusM: number,
  lengthM: number,
  wavelengthM: number,
): number {
  const geometric = (radiusM * lengthM * lengthM) / (2 * wavelengthM);
  return thinShare(radiusM, wavelengthM) * geometric;
}

/** Wood, stone and concrete are never smooth: rms height of a bar's surface, m, by its radius. */
const roughnessM = (radiusM: number) => 0.000_15 + 0.008 * radiusM;

/**
 * A piece of a bar at broadside, m²: what its smooth part mirrors and what its rough one scatters,
 *   |R|² a ℓc ℓ / 2λ · exp(−4k²h²) + μ (π/2) a ℓ
 * with ℓc the length that reflects in phase. One law for every radius: a thin bar mirrors, a thick one
 * scatters. Sources: Clay & Medwin 1977 (cylinder), Eckart 1953 (coherent loss), Lambert.
 */
export function barCrossSectionM2(
  radiusM: number,
  lengthM: number,
  material: Material,
  wavelengthM: number,
): { mirrored: number; scattered: number } {
  const k = (2 * Math.PI) / wavelengthM;
  const inPhaseM = Math.min(lengthM, 0.5 * Math.sqrt(wavelengthM * MIDDLING_RANGE_M));
  const loss = exp(-4 * square(k * roughnessM(radiusM)));
  return {
    mirrored:
      (cylinderCrossSectionM2(radiusM, lengthM, wavelengthM) *
        inPhaseM *
        fromDb(material.reflectionDb) *
        loss) /
      lengthM,
    scattered:
      thinShare(radiusM, wavelengthM) *
      fromDb(material.lambertDb) *
      (Math.PI / 2) *
      radiusM *
      lengthM,
  };
}

/** Thicker bars are wide against the fans' cells: what they scatter comes from a skin of faces. */
const SKIN_FROM_RADIUS_M = 0.14;
const SKIN_SPACING_M = 0.2;
/** A mirrored part so far under the scattered one is left out. */
const LEAST_MIRRORED = 0.01;

/** A round bar between two points, in pieces with phases of their own: none is straight to a wavelength. */
export function capsule(
  from: Point3,
  to: Point3,
  radiusM: number,
  material: Material,
  medium: Medium,
  random: RandomSource,
): Scatterer[] {
  const east = to.xM - from.xM;
  const north = to.yM - from.yM;
  const down = to.depthM - from.depthM;
  const lengthM = hypot(east, north, down);
  if (lengthM < 1e-6) return [];
  const pieces = Math.max(1, Math.round(lengthM / PIECE_M));
  const pieceM = lengthM / pieces;
  const k = waveNumberPerM(medium);
  const { mirrored, scattered } = barCrossSectionM2(radiusM, pieceM, material, (2 * Math.PI) / k);
  const hasSkin = radiusM > SKIN_FROM_RADIUS_M;
  const faces = hasSkin ? skin(from, to, radiusM, material, random) : [];
  if (hasSkin && mirrored < LEAST_MIRRORED * scattered) return faces;
  const strength = mirrored + (hasSkin ? 0 : scattered);
  const headingRad = atan2(east, north);
  const tiltRad = -asin(down / lengthM);
  // A disc as large as the piece seen from its side, never smaller than the bar is thick.
  const blockRadiusM = hasSkin ? 0 : Math.max(radiusM, Math.sqrt((2 * radiusM * pieceM) / Math.PI));
  const axis = Array.from({ length: pieces }, (_, i) => {
    // Off their even places: a row of equal steps is a grating.
    const share = (i + random.between(0.1, 0.9)) / pieces;
    return scatterer({
      xM: from.xM + share * east,
      yM: from.yM + share * north,
      depthM: Math.max(0.02, from.depthM + share * down),
      amplitudeM: Math.sqrt(strength),
      phaseRad: random.between(0, 2 * Math.PI),
      aspect: {
        headingRad,
        tiltRad: tiltRad + 0.05 * random.gaussian(),
        waveLength: Math.min(MAX_WAVE_LENGTH, k * pieceM),
        floor: hasSkin ? 0 : scattered / strength,
        flank: 0,
        wobbleRad: 0,
      },
      blockRadiusM,
      opacity: hasSkin ? 0 : 1,
    });
  });
  return [...axis, ...faces];
}

/** The side of a rough cylinder, Lambert outward; its ends are left open. */
function skin(
  from: Point3,
  to: Point3,
  radiusM: number,
  material: Material,
  random: RandomSource,
): Scatterer[] {
  const axis = [to.xM - from.xM, to.yM - from.yM, to.depthM - from.depthM];
  const lengthM = hypot(axis[0], axis[1], axis[2]);
  const [ax, ay, az] = axis.map((part) => part / lengthM);
  // Two directions square to the axis and to one another.
  const flat = hypot(ax, ay);
  const [ux, uy, uz] = flat > 0.01 ? [ay / flat, -ax / flat, 0] : [1, 0, 0];
  const [vx, vy, vz] = [ay * uz - az * uy, az * ux - ax * uz, ax * uy - ay * ux];
  const areaM2 = 2 * Math.PI * radiusM * lengthM;
  const count = Math.min(900, Math.max(8, Math.round(areaM2 / (SKIN_SPACING_M * SKIN_SPACING_M))));
  const amplitudeM = Math.sqrt(fromDb(material.lambertDb) * (areaM2 / count));
  const blockRadiusM = Math.min(radiusM, 0.62 * Math.sqrt(areaM2 / count));
  return Array.from({ length: count }, (_, i) => {
    const along = (i + random.uniform()) / count;
    const round = random.between(0, 2 * Math.PI);
    const [c, s] = [cos(round), sin(round)];
    const normal = { east: c * ux + s * vx, north: c * uy + s * vy, down: c * uz + s * vz };
    return scatterer({
      xM: from.xM + along * axis[0] + radiusM * normal.east,
      yM: from.yM + along * axis[1] + radiusM * normal.north,
      depthM: Math.max(0.02, from.depthM + along * axis[2] + radiusM * normal.down),
      amplitudeM,
      phaseRad: random.between(0, 2 * Math.PI),
      facing: normal,
      blockRadiusM,
      opacity: 1,
    });
  });
}

/** A lane laid over a cliff stands as high as the cliff: its points lie wider apart then. */
const MOST_FACE_POINTS = 20_000;

/**
 * A flat rough face: a parallelogram from `corner` along two sides, normal = first × second side in
 * (east, north, up). Points on a jittered grid, Lambert towards the normal.
 */
export function face(
  corner: Point3,
  firstM: { east: number; north: number; up: number },
  secondM: { east: number; north: number; up: number },
  material: Material,
  random: RandomSource,
  spacingM = 0.25,
): Scatterer[] {
  const firstLengthM = hypot(firstM.east, firstM.north, firstM.up);
  const secondLengthM = hypot(secondM.east, secondM.north, secondM.up);
  const nx = firstM.north * secondM.up - firstM.up * secondM.north;
  const ny = firstM.up * secondM.east - firstM.east * secondM.up;
  const nz = firstM.east * secondM.north - firstM.north * secondM.east;
  const areaM2 = hypot(nx, ny, nz);
  if (areaM2 < 1e-9) return [];
  const facing = { east: nx / areaM2, north: ny / areaM2, down: -nz / areaM2 };
  const apartM = Math.max(spacingM, Math.sqrt(areaM2 / MOST_FACE_POINTS));
  const columns = Math.max(1, Math.round(firstLengthM / apartM));
  const rows = Math.max(1, Math.round(secondLengthM / apartM));
  const pieceM2 = areaM2 / (columns * rows);
  const strengthM2 = fromDb(material.lambertDb) * pieceM2;
  const blockRadiusM = 0.62 * Math.sqrt(pieceM2);
  const points: Scatterer[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const u = (column + random.uniform()) / columns;
      const v = (row + random.uniform()) / rows;
      points.push(
        scatterer({
          xM: corner.xM + u * firstM.east + v * secondM.east,
          yM: corner.yM + u * firstM.north + v * secondM.north,
          depthM: Math.max(0.02, corner.depthM - u * firstM.up - v * secondM.up),
          // No two stones alike; on the mean the material's.
          amplitudeM: Math.sqrt(strengthM2 * random.exponential()),
          phaseRad: random.between(0, 2 * Math.PI),
          facing,
          blockRadiusM,
          opacity: 1,
        }),
      );
    }
  }
  return points;
}

/** A box that stands up from the bottom: four walls and a top. Turned to `headingRad` along its length. */
export function block(
  centre: Point3,
  lengthM: number,
  widthM: number,
  heightM: number,
  along: { east: number; north: number },
  material: Material,
  random: RandomSource,
  spacingM = 0.25,
): Scatterer[] {
  const { east: e, north: n } = along;
  const length = { east: lengthM * e, north: lengthM * n, up: 0 };
  const back = { east: -length.east, north: -length.north, up: 0 };
  // To the right of `along`.
  const width = { east: widthM * n, north: -widthM * e, up: 0 };
  const left = { east: -width.east, north: -width.north, up: 0 };
  const up = { east: 0, north: 0, up: heightM };
  const corner = (lengthShare: number, widthShare: number, upM = 0): Point3 => ({
    xM: centre.xM + lengthShare * length.east + widthShare * width.east,
    yM: centre.yM + lengthShare * length.north + widthShare * width.north,
    depthM: centre.depthM - upM,
  });
  return [
    ...face(corner(-0.5, 0.5), length, up, material, random, spacingM),
    ...face(corner(0.5, -0.5), back, up, material, random, spacingM),
    ...face(corner(-0.5, -0.5), width, up, material, random, spacingM),
    ...face(corner(0.5, 0.5), left, up, material, random, spacingM),
    ...face(corner(-0.5, -0.5, heightM), width, length, material, random, spacingM),
  ];
}

/**
 * Half of an ellipsoid's skin, Lambert outward: a hull, keel up or keel down.
 * @param semiM along, across and up or down from the middle of its open side
 * @param side 1 bulges upward, −1 downward
 */
export function halfEllipsoid(
  middle: Point3,
  semiM: readonly [along: number, across: number, high: number],
  along: { east: number; north: number },
  side: 1 | -1,
  material: Material,
  pointsPerM2: number,
  random: RandomSource,
): Scatterer[] {
  const [a, b, c] = semiM;
  const right = { east: along.north, north: -along.east };
  // By the mean of its three products of axes; exact for a sphere.
  const areaM2 = 2 * Math.PI * ((a * b + a * c + b * c) / 3);
  const count = Math.round(Math.min(900, Math.max(60, pointsPerM2 * areaM2)));
  const amplitudeM = Math.sqrt(fromDb(material.lambertDb) * (areaM2 / count));
  const blockRadiusM = 0.65 * Math.sqrt(areaM2 / count);
  return Array.from({ length: count }, () => {
    const up = random.uniform();
    const out = Math.sqrt(1 - up * up);
    const round = random.between(0, 2 * Math.PI);
    const u = out * cos(round);
    const v = out * sin(round);
    // Normal of the ellipsoid, in its own axes.
    const [nu, nv, nw] = [u / a, v / b, up / c];
    const length = hypot(nu, nv, nw);
    return scatterer({
      xM: middle.xM + a * u * along.east + b * v * right.east,
      yM: middle.yM + a * u * along.north + b * v * right.north,
      depthM: Math.max(0.03, middle.depthM - side * c * up),
      amplitudeM,
      phaseRad: random.between(0, 2 * Math.PI),
      facing: {
        east: (nu * along.east + nv * right.east) / length,
        north: (nu * along.north + nv * right.north) / length,
        down: (-side * nw) / length,
      },
      blockRadiusM,
      opacity: 1,
    });
  });
}

/** Backscattering cross-section of a rough (Lambert) sphere, 2πa²μ/3, m². */
export function roughSphereCrossSectionM2(radiusM: number, lambert: number): number {
  return (2 * Math.PI * radiusM * radiusM * lambert) / 3;
}

const STONE_POINTS_PER_M2 = 60;
/** Of the normals of its faces about the ball's own. */
const STONE_ROUGHNESS = 0.4;

/** The upper half of a rough ball of stone: equal areas, each Lambert towards its own normal. */
export function dome(
  centre: Point3,
  radiusM: number,
  material: Material,
  random: RandomSource,
  limits = { min: 24, max: 500 },
): Scatterer[] {
  const areaM2 = 2 * Math.PI * radiusM * radiusM;
  const count = Math.round(
    Math.min(limits.max, Math.max(limits.min, STONE_POINTS_PER_M2 * areaM2)),
  );
  const amplitudeM = Math.sqrt(fromDb(material.lambertDb) * (areaM2 / count));
  // Wide enough to leave no holes between them.
  const blockRadiusM = 1.2 * Math.sqrt(areaM2 / count / Math.PI) + 0.05 * radiusM;
  return Array.from({ length: count }, () => {
    // Equal areas of the upper half: the height of the normal is uniform.
    const up = random.uniform();
    const out = Math.sqrt(1 - up * up);
    const { east, north } = bearing(random.between(0, 2 * Math.PI));
    // A broken stone's flanks have faces that look up too, or a gap would stand beneath its crown.
    const face = [
      out * east + STONE_ROUGHNESS * random.gaussian(),
      out * north + STONE_ROUGHNESS * random.gaussian(),
      -up + STONE_ROUGHNESS * random.gaussian(),
    ];
    const length = hypot(face[0], face[1], face[2]);
    return scatterer({
      xM: centre.xM + radiusM * out * east,
      yM: centre.yM + radiusM * out * north,
      depthM: Math.max(0.02, centre.depthM - radiusM * up),
      amplitudeM,
      phaseRad: random.between(0, 2 * Math.PI),
      facing: { east: face[0] / length, north: face[1] / length, down: face[2] / length },
      blockRadiusM,
      opacity: 1,
    });
  });
}

/** Unit vector of a compass bearing. */
export function bearing(angleRad: number): { east: number; north: number } {
  return { east: sin(angleRad), north: cos(angleRad) };
}
