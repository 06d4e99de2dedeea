/**
 * How things move: closed forms in time, so that any ping can be computed without those before it.
 * A motion moves a target as a whole from its stated place, and turns it.
 */
import { cos, exp, hypot, sin, square } from '../numeric';
import { smoothNoise } from '../random';

export interface Offset {
  eastM: number;
  northM: number;
  downM: number;
  /** Turned clockwise about its own place, rad. */
  turnRad: number;
}

export type Motion = (timeS: number) => Offset;

export const AT_REST: Offset = { eastM: 0, northM: 0, downM: 0, turnRad: 0 };

/** What a motion needs to know of a target. */
export interface Placed {
  id: string;
  xM: number;
  yM: number;
  /** Absent for what stands on the bottom. */
  depthM?: number;
}

/** What a motion may look at: the lure for a fish that follows it. */
export interface MotionWorld {
  targets: readonly Placed[];
  /** The motion of another target, by id; null when it does not move or is not there. */
  motionOf: (id: string) => Motion | null;
}

/** Round a circle whose rim is the stated place, bow along the rim; the circle lies to starboard. */
export function circling(headingRad: number, radiusM: number, speedMps: number): Motion {
  const centreEast = radiusM * cos(headingRad);
  const centreNorth = -radiusM * sin(headingRad);
  return (timeS) => {
    const turnRad = (speedMps * timeS) / radiusM;
    return {
      eastM: centreEast - radiusM * cos(headingRad + turnRad),
      northM: centreNorth + radiusM * sin(headingRad + turnRad),
      downM: 0,
      turnRad,
    };
  };
}

/** How far from its start a circle takes what swims round it, m. */
export const circleReachM = (radiusM: number) => 2 * radiusM;

/** A slow stray about a place, as every fish in a school has. */
export function straying(seed: number, radiusM: number, periodS: number): Motion {
  return (timeS) => ({
    eastM: radiusM * smoothNoise(seed, timeS / periodS),
    northM: radiusM * smoothNoise(seed + 1, timeS / periodS),
    downM: 0.4 * radiusM * smoothNoise(seed + 2, timeS / periodS),
    turnRad: 0.5 * smoothNoise(seed + 3, timeS / periodS),
  });
}

export function together(first: Motion, second: Motion): Motion {
  return (timeS) => {
    const a = first(timeS);
    const b = second(timeS);
    return {
      eastM: a.eastM + b.eastM,
      northM: a.northM + b.northM,
      downM: a.downM + b.downM,
      turnRad: a.turnRad + b.turnRad,
    };
  };
}

/** Carried along by wind or current. */
export function drifting(towardRad: number, speedMps: number): Motion {
  const east = speedMps * sin(towardRad);
  const north = speedMps * cos(towardRad);
  return (timeS) => ({ eastM: east * timeS, northM: north * timeS, downM: 0, turnRad: 0 });
}

/**
 * Every target's motion, by index; null for what stands still. A motion that looks at another's (a
 * fish at a lure) gets it by id.
 */
export function motionsOf<T extends Placed>(
  targets: readonly T[],
  motionFor: (target: T, world: MotionWorld) => Motion | null,
): (Motion | null)[] {
  const made = new Map<string, Motion | null>();
  const world: MotionWorld = {
    targets,
    motionOf: (id) => {
      if (made.has(id)) return made.get(id)!;
      made.set(id, null); // two that follow one another: the second finds the first at rest
      const target = targets.find((other) => other.id === id);
      if (target) made.set(id, motionFor(target, world));
      return made.get(id)!;
    },
  };
  return targets.map((target) => world.motionOf(target.id));
}

/** A boat is minded to about so far, m; right under it no way leads off. */
const MINDED_M = 12;
const UNDER_M = 2;
const DOWN_SHARE = 0.4;

/**
 * How far fish have given way to a boat, at most `shyM` aside and less downwards, the nearer the more. It follows
 * from where the boat is alone, so that any ping can be computed by itself. That fish near the surface swim aside and
 * down before a vessel: De Robertis & Handegard 2013; the amounts are our rule.
 */
export function givingWay(
  shyM: number,
  fish: { xM: number; yM: number },
  boat: { xM: number; yM: number },
): Offset {
  const east = fish.xM - boat.xM;
  const north = fish.yM - boat.yM;
  const awayM = hypot(east, north);
  const fear = shyM * exp(-square(awayM / MINDED_M) / 2);
  const aside = fear / hypot(awayM, UNDER_M);
  return {
    eastM: aside * east,
    northM: aside * north,
    downM: DOWN_SHARE * fear,
    turnRad: 0,
  };
}

/** How near to the ground a fish goes that flees downwards, m. */
const CLEAR_M = 0.2;

/**
 * How far a target has gone from its stated place by a time, while the boat is here: by its own motion, and out of the boat's
 * way; null for what stands still.
 * @param bottomM depth of the ground under it, m
 */
export function movedFrom(
  target: Placed & { shyM?: number; heightM?: number },
  motion: Motion | null | undefined,
  timeS: number,
  boat: { xM: number; yM: number },
  bottomM: number,
): Offset | null {
  const moved = motion?.(timeS) ?? null;
  const { shyM = 0, depthM } = target;
  if (shyM === 0 || depthM === undefined) return moved;
  const { eastM, northM, downM, turnRad } = moved ?? AT_REST;
  const way = givingWay(shyM, { xM: target.xM + eastM, yM: target.yM + northM }, boat);
  const lowestM = bottomM - CLEAR_M - (target.heightM ?? 0) / 2;
  return {
    eastM: eastM + way.eastM,
    northM: northM + way.northM,
    downM: downM + Math.max(0, Math.min(way.downM, lowestM - depthM)),
    turnRad,
  };
}
