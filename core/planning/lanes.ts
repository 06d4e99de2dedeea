import { degToRad } from '../units';

export interface Point {
  x: number;
  y: number;
}

/** Turned so that lanes run along +y. */
const turned = (point: Point, angleRad: number): Point => ({
  x: point.x * Math.cos(angleRad) - point.y * Math.sin(angleRad),
  y: point.x * Math.sin(angleRad) + point.y * Math.cos(angleRad),
});

/** The stretch of the line x = `at` inside a polygon, from the first crossing to the last. */
function stretchAt(polygon: readonly Point[], at: number): [number, number] | null {
  const crossings: number[] = [];
  polygon.forEach((a, i) => {
    const b = polygon[(i + 1) % polygon.length];
    if (a.x === b.x) {
      if (a.x === at) crossings.push(a.y, b.y);
    } else if ((a.x <= at && at <= b.x) || (b.x <= at && at <= a.x)) {
      crossings.push(a.y + ((at - a.x) / (b.x - a.x)) * (b.y - a.y));
    }
  });
  if (crossings.length < 2) return null;
  return [Math.min(...crossings), Math.max(...crossings)];
}

export interface LanePlan {
  /** Lane after lane, there and back. */
  routeM: Point[];
  lanes: number;
}

/** ⌈(width − seen) ÷ spacing⌉ + 1: as few as leave no strip at the sides unseen. */
export const lanesNeeded = (widthM: number, spacingM: number, seenM: number) =>
  Math.max(1, Math.ceil((widthM - seenM) / spacingM - 1e-9) + 1);

/**
 * Parallel lanes over an area, sailed there and back. As few as leave no strip at the sides unseen:
 * ⌈(width − seen) ÷ spacing⌉ + 1, evenly laid about the middle.
 * @param area corners in order; lanes cross it from edge to edge
 * @param headingDeg of the first lane, clockwise from north
 * @param spacingM between lanes
 * @param seenM whole width of what one lane sees
 */
export function lanesOver(
  area: readonly Point[],
  headingDeg: number,
  spacingM: number,
  seenM: number,
): LanePlan {
  const angleRad = degToRad(headingDeg);
  const polygon = area.map((point) => turned(point, angleRad));
  const xs = polygon.map(({ x }) => x);
  const west = Math.min(...xs);
  const widthM = Math.max(...xs) - west;
  const lanes = lanesNeeded(widthM, spacingM, seenM);
  const routeM: Point[] = [];
  let northward = true;
  for (let i = 0; i < lanes; i++) {
    const offset = (i - (lanes - 1) / 2) * spacingM;
    // Lanes may overshoot a narrow area's sides; they keep to its edge then.
    const at = Math.min(west + widthM - 1e-6, Math.max(west + 1e-6, west + widthM / 2 + offset));
    const stretch = stretchAt(polygon, at);
    if (!stretch) continue;
    const [from, to] = northward ? stretch : [stretch[1], stretch[0]];
    routeM.push(turned({ x: at, y: from }, -angleRad), turned({ x: at, y: to }, -angleRad));
    northward = !northward;
  }
  return { routeM: routeM.map(rounded), lanes: routeM.length / 2 };
}

export const rounded = ({ x, y }: Point): Point => ({
  x: Math.round(10 * x) / 10,
  y: Math.round(10 * y) / 10,
});

/**
 * Two passes beside a mark on reciprocal headings: the first leaves it to starboard, the second, on the
 * way back, again to starboard, so that it is seen from both sides.
 * @param awayM ground distance at which it is passed
 * @param runInM straight before and after it
 */
export function reciprocalPasses(
  mark: Point,
  headingDeg: number,
  awayM: number,
  runInM: number,
): Point[] {
  const along = { x: Math.sin(degToRad(headingDeg)), y: Math.cos(degToRad(headingDeg)) };
  const starboard = { x: along.y, y: -along.x };
  const at = (alongM: number, rightM: number) =>
    rounded({
      x: mark.x + alongM * along.x + rightM * starboard.x,
      y: mark.y + alongM * along.y + rightM * starboard.y,
    });
  return [at(-runInM, -awayM), at(runInM, -awayM), at(runInM, awayM), at(-runInM, awayM)];
}
