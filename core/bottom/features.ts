/**
 * Shapes laid onto the depth grid by formula: exact at any scale, where a grid of metres could not hold
 * a nest or a ripple. Each changes the depth, m, positive deeper.
 */
import { z } from 'zod';
import { cos, exp, hypot, sin, square } from '../numeric';
import { hashUniform } from '../random';
import { degToRad } from '../units/angle';

const place = { xM: z.number(), yM: z.number() };
const headingDeg = z.number().min(-360).max(360).default(0);

export const featureSchema = z.discriminatedUnion('kind', [
  /** A rounded rise; a negative height makes a hole. */
  z.object({
    kind: z.literal('hump'),
    ...place,
    radiusM: z.number().min(0.5).max(500),
    heightM: z.number().min(-60).max(60),
  }),
  /** A step along a straight line through the place; deeper to the right of its heading. */
  z.object({
    kind: z.literal('dropOff'),
    ...place,
    headingDeg,
    dropM: z.number().min(0.1).max(60),
    /** Ground distance over which it falls. */
    widthM: z.number().min(0.2).max(200),
  }),
  /** A point of land going on under water: a ridge from the place along its heading, ever lower and narrower. */
  z.object({
    kind: z.literal('point'),
    ...place,
    headingDeg,
    lengthM: z.number().min(2).max(1000),
    widthM: z.number().min(1).max(500),
    heightM: z.number().min(0.1).max(60),
  }),
  /** An old river bed: rounded banks along a path. */
  z.object({
    kind: z.literal('channel'),
    pathM: z
      .array(z.object({ x: z.number(), y: z.number() }))
      .min(2)
      .max(200),
    widthM: z.number().min(0.5).max(200),
    depthM: z.number().min(0.1).max(40),
  }),
  /** A dug trench: flat floor and steep sides along a path. */
  z.object({
    kind: z.literal('ditch'),
    pathM: z
      .array(z.object({ x: z.number(), y: z.number() }))
      .min(2)
      .max(200),
    widthM: z.number().min(0.3).max(30),
    depthM: z.number().min(0.1).max(10),
  }),
  /** Rows of round dimples that fish have fanned, with a low rim. */
  z.object({
    kind: z.literal('nests'),
    ...place,
    rows: z.int().min(1).max(12).default(3),
    perRow: z.int().min(1).max(20).default(5),
    spacingM: z.number().min(0.6).max(6).default(1.8),
    radiusM: z.number().min(0.2).max(2).default(0.5),
    depthM: z.number().min(0.03).max(0.6).default(0.15),
    headingDeg,
  }),
  /** Ripples of sand over a round area. */
  z.object({
    kind: z.literal('ripple'),
    ...place,
    radiusM: z.number().min(1).max(500),
    wavelengthM: z.number().min(0.3).max(10),
    heightM: z.number().min(0.01).max(1),
    headingDeg,
  }),
]);
export type Feature = z.infer<typeof featureSchema>;

type Shape = (xM: number, yM: number) => number;

const smooth = (t: number) => {
  const u = Math.min(1, Math.max(0, t));
  return u * u * (3 - 2 * u);
};

/** Distance to a path of straight legs, m. */
function distanceToPathM(path: { x: number; y: number }[], xM: number, yM: number): number {
  let best = Infinity;
  for (let i = 1; i < path.length; i++) {
    const dx = path[i].x - path[i - 1].x;
    const dy = path[i].y - path[i - 1].y;
    const length2 = dx * dx + dy * dy;
    const along =
      length2 > 0
        ? Math.min(
            1,
            Math.max(0, ((xM - path[i - 1].x) * dx + (yM - path[i - 1].y) * dy) / length2),
          )
        : 0;
    best = Math.min(best, hypot(xM - path[i - 1].x - along * dx, yM - path[i - 1].y - along * dy));
  }
  return best;
}

function nestShape(nests: Extract<Feature, { kind: 'nests' }>): Shape {
  const headingRad = degToRad(nests.headingDeg);
  const [east, north] = [sin(headingRad), cos(headingRad)];
  const bowls: { x: number; y: number; radius: number }[] = [];
  for (let row = 0; row < nests.rows; row++) {
    for (let i = 0; i < nests.perRow; i++) {
      const jitter = (which: number) =>
        0.22 * nests.spacingM * (2 * hashUniform(row, i, which, 0x9e57) - 1);
      const alongM = (i - (nests.perRow - 1) / 2 + 0.5 * (row % 2)) * nests.spacingM + jitter(0);
      const acrossM = (row - (nests.rows - 1) / 2) * 0.87 * nests.spacingM + jitter(1);
      bowls.push({
        x: nests.xM + alongM * east + acrossM * north,
        y: nests.yM + alongM * north - acrossM * east,
        radius: nests.radiusM * (0.8 + 0.4 * hashUniform(row, i, 2, 0x9e57)),
      });
    }
  }
  return (xM, yM) => {
    let depthM = 0;
    for (const bowl of bowls) {
      const out = hypot(xM - bowl.x, yM - bowl.y) / bowl.radius;
      if (out > 1.6) continue;
      // A bowl inside, the fanned-out rim around it.
      depthM += out < 1 ? nests.depthM * (1 - out * out) : 0;
      depthM -= 0.25 * nests.depthM * exp(-square((out - 1.15) / 0.18));
    }
    return depthM;
  };
}

function shapeOf(feature: Feature): Shape {
  switch (feature.kind) {
    case 'hump':
      return (xM, yM) =>
        -feature.heightM *
        exp(-2 * square(hypot(xM - feature.xM, yM - feature.yM) / feature.radiusM));
    case 'point': {
      const headingRad = degToRad(feature.headingDeg);
      const [east, north] = [sin(headingRad), cos(headingRad)];
      return (xM, yM) => {
        const alongShare = ((xM - feature.xM) * east + (yM - feature.yM) * north) / feature.lengthM;
        if (alongShare > 1 || alongShare < -0.25) return 0;
        const acrossM = (xM - feature.xM) * north - (yM - feature.yM) * east;
        const halfM = (feature.widthM / 2) * (1 - 0.7 * Math.max(0, alongShare));
        // Full height at its root, which is rounded off towards the land.
        const crest = smooth(1 - alongShare) * smooth((alongShare + 0.25) / 0.25);
        return -feature.heightM * crest * exp(-square(acrossM / halfM));
      };
    }
    case 'dropOff': {
      const headingRad = degToRad(feature.headingDeg);
      const [rightEast, rightNorth] = [cos(headingRad), -sin(headingRad)];
      return (xM, yM) => {
        const rightM = (xM - feature.xM) * rightEast + (yM - feature.yM) * rightNorth;
        return feature.dropM * smooth(rightM / feature.widthM + 0.5);
      };
    }
    case 'channel':
      return (xM, yM) => {
        const out = distanceToPathM(feature.pathM, xM, yM) / (feature.widthM / 2);
        return out > 2 ? 0 : feature.depthM * exp(-square(square(out)));
      };
    case 'ditch':
      return (xM, yM) => {
        const outM = distanceToPathM(feature.pathM, xM, yM) - feature.widthM / 2;
        // Sides of two in one, however narrow the ditch.
        const sideM = feature.depthM / 2;
        return feature.depthM * smooth(0.5 - outM / sideM);
      };
    case 'nests':
      return nestShape(feature);
    case 'ripple': {
      const headingRad = degToRad(feature.headingDeg);
      const [east, north] = [sin(headingRad), cos(headingRad)];
      return (xM, yM) => {
        const out = hypot(xM - feature.xM, yM - feature.yM) / feature.radiusM;
        if (out > 1.3) return 0;
        const phase =
          (2 * Math.PI * (xM * east + yM * north)) / feature.wavelengthM +
          0.8 * sin((xM * north - yM * east) / (2.5 * feature.wavelengthM));
        return (feature.heightM / 2) * sin(phase) * smooth((1.3 - out) / 0.3);
      };
    }
  }
}

interface Box {
  west: number;
  south: number;
  east: number;
  north: number;
}

const around = (xM: number, yM: number, reachM: number): Box => ({
  west: xM - reachM,
  south: yM - reachM,
  east: xM + reachM,
  north: yM + reachM,
});

function aroundPath(path: { x: number; y: number }[], reachM: number): Box {
  const xs = path.map(({ x }) => x);
  const ys = path.map(({ y }) => y);
  return {
    west: Math.min(...xs) - reachM,
    south: Math.min(...ys) - reachM,
    east: Math.max(...xs) + reachM,
    north: Math.max(...ys) + reachM,
  };
}

/** Beyond this a feature changes nothing that could be measured; null when it reaches everywhere. */
function extentOf(feature: Feature): Box | null {
  switch (feature.kind) {
    case 'hump':
      return around(feature.xM, feature.yM, 3 * feature.radiusM);
    case 'dropOff':
      return null;
    case 'point':
      return around(feature.xM, feature.yM, feature.lengthM + 2 * feature.widthM);
    case 'channel':
      return aroundPath(feature.pathM, feature.widthM);
    case 'ditch':
      return aroundPath(feature.pathM, feature.widthM / 2 + feature.depthM);
    case 'nests': {
      const acrossM = Math.max(feature.rows, feature.perRow) * feature.spacingM;
      return around(feature.xM, feature.yM, acrossM + 2 * feature.radiusM);
    }
    case 'ripple':
      return around(feature.xM, feature.yM, 1.3 * feature.radiusM);
  }
}

/** All features together as one change of depth, m. */
export function featureShape(features: readonly Feature[]): Shape {
  const shapes = features.map((feature) => ({ shape: shapeOf(feature), box: extentOf(feature) }));
  return (xM, yM) => {
    let sum = 0;
    for (const { shape, box } of shapes) {
      if (box && (xM < box.west || xM > box.east || yM < box.south || yM > box.north)) continue;
      sum += shape(xM, yM);
    }
    return sum;
  };
}

/** The grid spacing at which a feature's shape is kept, m. */
function cellOf(feature: Feature): number {
  switch (feature.kind) {
    case 'hump':
      return feature.radiusM / 16;
    case 'dropOff':
      return feature.widthM / 10;
    case 'point':
      return feature.widthM / 20;
    case 'channel':
      return feature.widthM / 16;
    case 'ditch':
      return Math.min(feature.widthM, feature.depthM) / 6;
    case 'nests':
      return feature.radiusM / 5;
    case 'ripple':
      return feature.wavelengthM / 12;
  }
}

/** How fine the grid must be for each feature, m, and which rectangles it is to be so fine in. */
export function detailsOf(features: readonly Feature[]) {
  return features.map((feature) => {
    const box = extentOf(feature);
    const isNear =
      feature.kind === 'channel' || feature.kind === 'ditch'
        ? nearPath(feature.pathM, feature.widthM)
        : feature.kind === 'dropOff'
          ? nearStep(feature)
          : null;
    return {
      cellM: cellOf(feature),
      meets: (westM: number, southM: number, eastM: number, northM: number): boolean =>
        (!box ||
          (westM < box.east && eastM > box.west && southM < box.north && northM > box.south)) &&
        (!isNear ||
          isNear(
            (westM + eastM) / 2,
            (southM + northM) / 2,
            hypot(eastM - westM, northM - southM) / 2,
          )),
    };
  });
}

/** Whether something comes within a circle. */
type Near = (xM: number, yM: number, withinM: number) => boolean;

const nearPath =
  (path: { x: number; y: number }[], widthM: number): Near =>
  (xM, yM, withinM) =>
    distanceToPathM(path, xM, yM) < widthM + withinM;

function nearStep({
  xM,
  yM,
  headingDeg: deg,
  widthM,
}: Extract<Feature, { kind: 'dropOff' }>): Near {
  const headingRad = degToRad(deg);
  return (x, y, withinM) =>
    Math.abs((x - xM) * cos(headingRad) - (y - yM) * sin(headingRad)) < widthM / 2 + withinM;
}
