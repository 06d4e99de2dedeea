/**
 * Steering by hand: the way ahead of the boat is replaced, what has been sailed stays as it was. A turn
 * begins where the boat is, or behind the arc that it is in.
 */
import { cos, hypot, sin, tan } from '../numeric';
import {
  ABOUT_TURN_RAD,
  ARC_SHARE,
  pathOf,
  type PassRun,
  poseAt,
  type Stretch,
  wrapRad,
} from './pass';

type Point = PassRun['routeM'][number];

/** Where the way can be changed from: a place on a straight, and the points of the route before it. */
interface Ahead {
  before: Point[];
  from: Point;
  /** Sailed of this leg so far, from its first point. */
  sailedM: number;
  /** What the arc before it takes of this leg. */
  cutM: number;
  headingRad: number;
}

function ahead(run: PassRun, timeS: number): Ahead {
  const { alongM, xM, yM } = poseAt(run, timeS);
  const path = pathOf(run.routeM, run.turnRadiusM);
  let index = 0;
  for (let i = 1; i < path.length && path[i].startM <= alongM; i++) index = i;
  const isArc = (stretch: Stretch) => stretch.curvature !== 0;
  const straight = isArc(path[index]) ? path[index + 1] : path[index];
  const at = isArc(path[index]) ? { x: straight.x, y: straight.y } : { x: xM, y: yM };
  const from = run.routeM[straight.fromPoint];
  return {
    before: run.routeM.slice(0, straight.fromPoint + 1),
    from,
    sailedM: hypot(at.x - from.x, at.y - from.y),
    cutM: hypot(straight.x - from.x, straight.y - from.y),
    headingRad: straight.headingRad,
  };
}

const beyond = ({ x, y }: Point, headingRad: number, distanceM: number): Point => ({
  x: x + distanceM * sin(headingRad),
  y: y + distanceM * cos(headingRad),
});

/**
 * How far along its leg a corner must lie so that its arc begins ahead of the boat, and the arc before it
 * stays as it was.
 */
function cornerM(run: PassRun, { sailedM, cutM }: Ahead, turnRad: number): number {
  const cutAfterM = run.turnRadiusM * tan(Math.abs(turnRad) / 2);
  return Math.max(sailedM + cutAfterM + 0.5, cutAfterM / ARC_SHARE, cutM / ARC_SHARE);
}

/** A boat can be steered when it sails; at anchor, adrift or over a hole it cannot. */
export const canSteer = (run: Pick<PassRun, 'holding'>) => run.holding.kind === 'sail';

/**
 * The run with a new course from a time on.
 * @param reachM how far the new course is laid out
 */
export function withCourseFrom(
  run: PassRun,
  timeS: number,
  headingRad: number,
  reachM = 400,
): PassRun {
  if (!canSteer(run)) return run;
  const way = ahead(run, timeS);
  const { before, from, headingRad: oldRad } = way;
  const wantedRad = wrapRad(headingRad - oldRad);
  if (Math.abs(wantedRad) < 0.01) return run;
  // Right about is two corners, a turning circle apart.
  if (Math.abs(wantedRad) >= ABOUT_TURN_RAD) {
    const quarter = (Math.sign(wantedRad) || 1) * (Math.PI / 2);
    const first = beyond(from, oldRad, cornerM(run, way, quarter));
    const second = beyond(first, oldRad + quarter, 2.4 * run.turnRadiusM);
    const end = beyond(second, headingRad, reachM);
    return { ...run, routeM: [...before, first, second, end] };
  }
  const corner = beyond(from, oldRad, cornerM(run, way, wantedRad));
  const cutM = run.turnRadiusM * tan(Math.abs(wantedRad) / 2);
  const end = beyond(corner, headingRad, Math.max(reachM, cutM / ARC_SHARE));
  return { ...run, routeM: [...before, corner, end] };
}

/**
 * The run that circles back from a time on and passes over a place.
 * @param beyondM how far it goes on behind the place
 */
export function withReturnTo(run: PassRun, timeS: number, place: Point, beyondM = 60): PassRun {
  if (!canSteer(run)) return run;
  const way = ahead(run, timeS);
  const { before, from, headingRad } = way;
  const east = place.x - from.x;
  const north = place.y - from.y;
  // Turn away from the place first, so that the way back to it has room to straighten out.
  const abeam = east * cos(headingRad) - north * sin(headingRad);
  const side = abeam > 0 ? -1 : 1;
  const quarter = (side * Math.PI) / 2;
  const first = beyond(from, headingRad, cornerM(run, way, quarter));
  const second = beyond(first, headingRad + quarter, 3 * run.turnRadiusM);
  const wayM = Math.max(1, hypot(place.x - second.x, place.y - second.y));
  const end = {
    x: place.x + (beyondM * (place.x - second.x)) / wayM,
    y: place.y + (beyondM * (place.y - second.y)) / wayM,
  };
  return { ...run, routeM: [...before, first, second, end] };
}
