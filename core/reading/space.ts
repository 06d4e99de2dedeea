/**
 * The water around the boat in space: relief, things at true size, and what of it the newest ping lights. Plain geometry of
 * straight rays; places are east, north and down of the boat on the calm surface, m.
 */
import { type Bottom, depthAtM } from '../bottom';
import { hashText, randomSource } from '../random';
import type { Pose } from '../pass';
import { mountAt } from '../sounding/mount';
import type { Rig, Sounder } from '../sounding';
import {
  labelOf,
  movedFrom,
  type ReadingLabel,
  scatterTarget,
  type Target,
  targetMotions,
} from '../targets';
import { degToRad } from '../units';

export type Spot3 = readonly [eastM: number, northM: number, downM: number];

export interface SpaceThing {
  target: Target;
  label: ReadingLabel;
  at: Spot3;
  /** Of what swims, m; null where points show its shape. */
  bodyM: number | null;
  /** East, north and down one after the other. */
  points: Float32Array;
}

export interface Space {
  headingRad: number;
  relief: { fromM: number; stepM: number; nodes: number; depthsM: Float32Array };
  /** Where the transducer is. */
  apex: Spot3;
  /** Rims of the beams, each closed, as far as they reach. */
  beams: Spot3[][];
  /** Ground that the ping lights: rows of places, null where the ray meets none in range. */
  lit: (Spot3 | null)[][][];
  things: SpaceThing[];
  /** Everything in the beams at one slant range: arcs of places. */
  arcsAt: (rangeM: number) => Spot3[][];
}

interface SpaceInput {
  bottom: Bottom;
  targets: readonly Target[];
  sounder: Sounder;
  rig: Rig;
  pose: Pose;
  /** How far to each side, m. */
  reachM: number;
}

type Vector = [number, number, number];
const NODES = 61;
const RIM = 48;
const STEPS = 240;
const HALVINGS = 12;
const MOST_POINTS = 500;
const SOUND_MPS = 1480;
/** Beams that look nearly level end here, from straight down. */
const STEEPEST_RAD = degToRad(86);
/** Fans are thinner than can be seen; drawn at least so wide. */
const LEAST_THIN_RAD = degToRad(0.6);

const add = (a: Vector, b: Vector, share: number): Vector => [
  a[0] + b[0] * share,
  a[1] + b[1] * share,
  a[2] + b[2] * share,
];
const unit = (v: Vector): Vector => {
  const long = Math.hypot(...v);
  return [v[0] / long, v[1] / long, v[2] / long];
};

/** A beam as directions: turned by `wide` from its axis in its broad plane, by `thin` square to it. */
interface Fan {
  fromRad: number;
  toRad: number;
  thinRad: number;
  towards: (wideRad: number, thinRad: number) => Vector;
}

function fansOf(sounder: Sounder, { forward, starboard, down }: ReturnType<typeof mountAt>): Fan[] {
  const fan = (
    broad: Vector,
    square: Vector,
    fromRad: number,
    toRad: number,
    thinDeg: number,
  ): Fan => ({
    fromRad,
    toRad: Math.min(STEEPEST_RAD, toRad),
    thinRad: Math.max(LEAST_THIN_RAD, degToRad(thinDeg) / 2),
    towards: (wideRad, thinRad) => {
      const inPlane = add(
        [down[0] * Math.cos(wideRad), down[1] * Math.cos(wideRad), down[2] * Math.cos(wideRad)],
        broad,
        Math.sin(wideRad),
      );
      return unit(add(inPlane, square, Math.tan(thinRad)));
    },
  });
  switch (sounder.instrument) {
    case 'cone':
    case 'column':
      return [];
    case 'downFan': {
      const half = degToRad(sounder.acrossBeamwidthDeg) / 2;
      return [fan(starboard, forward, -half, half, sounder.beamwidthDeg)];
    }
    case 'sideFans': {
      const axis = degToRad(90 - sounder.depressionDeg);
      const half = degToRad(sounder.acrossBeamwidthDeg) / 2;
      const port: Vector = [-starboard[0], -starboard[1], -starboard[2]];
      const sides =
        sounder.sides === 'both'
          ? [port, starboard]
          : [sounder.sides === 'port' ? port : starboard];
      return sides.map((side) =>
        fan(side, forward, axis - half, axis + half, sounder.beamwidthDeg),
      );
    }
    case 'sector': {
      const aim = degToRad(sounder.aimDeg);
      const half = degToRad(sounder.spanDeg) / 2;
      return [fan(forward, starboard, aim - half, aim + half, sounder.acrossBeamwidthDeg)];
    }
  }
}

const spread = (from: number, to: number, count: number) =>
  Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);

export function spaceAround(input: SpaceInput): Space {
  const { bottom, targets, sounder, rig, pose, reachM } = input;
  const bearingDeg = sounder.instrument === 'sector' ? sounder.bearingDeg : 0;
  const mount = mountAt(pose, rig, sounder.tiltDeg, bearingDeg);
  const apex: Vector = [mount.xM - pose.xM, mount.yM - pose.yM, mount.depthM];
  const bedAt = (eastM: number, northM: number) =>
    depthAtM(bottom, pose.xM + eastM, pose.yM + northM);

  const stepM = (2 * reachM) / (NODES - 1);
  const depthsM = new Float32Array(NODES * NODES);
  for (let row = 0; row < NODES; row++) {
    for (let column = 0; column < NODES; column++) {
      depthsM[row * NODES + column] = bedAt(column * stepM - reachM, row * stepM - reachM);
    }
  }

  const along = (direction: Vector, rangeM: number): Vector => add(apex, direction, rangeM);
  const isUnder = ([east, north, downM]: Vector) => downM >= bedAt(east, north);
  /** Where a ray meets the ground, or null where it does not in range. */
  const groundOn = (direction: Vector): Vector | null => {
    let before = 0;
    for (let i = 1; i <= STEPS; i++) {
      const rangeM = (i / STEPS) * sounder.rangeM;
      if (isUnder(along(direction, rangeM))) {
        let after = rangeM;
        for (let k = 0; k < HALVINGS; k++) {
          const middle = (before + after) / 2;
          if (isUnder(along(direction, middle))) after = middle;
          else before = middle;
        }
        return along(direction, after);
      }
      before = rangeM;
    }
    return null;
  };
  const endOf = (direction: Vector) => groundOn(direction) ?? along(direction, sounder.rangeM);

  const fans = fansOf(sounder, mount);
  const round = (offRad: number, turnRad: number): Vector => {
    const side = add(
      [
        mount.forward[0] * Math.cos(turnRad),
        mount.forward[1] * Math.cos(turnRad),
        mount.forward[2] * Math.cos(turnRad),
      ],
      mount.starboard,
      Math.sin(turnRad),
    );
    return unit(add(mount.down, side, Math.tan(offRad)));
  };
  const halfRad = degToRad(sounder.beamwidthDeg) / 2;
  const turns = spread(0, 2 * Math.PI, RIM);
  const isRound = fans.length === 0;

  const beams = isRound
    ? [turns.map((turn) => endOf(round(halfRad, turn)))]
    : fans.map(({ fromRad, toRad, thinRad, towards }) => [
        ...spread(fromRad, toRad, RIM).map((wide) => endOf(towards(wide, -thinRad))),
        ...spread(toRad, fromRad, RIM).map((wide) => endOf(towards(wide, thinRad))),
      ]);
  const lit = isRound
    ? [spread(0, 1, 6).map((share) => turns.map((turn) => groundOn(round(share * halfRad, turn))))]
    : fans.map(({ fromRad, toRad, thinRad, towards }) =>
        [-thinRad, thinRad].map((thin) =>
          spread(fromRad, toRad, 2 * RIM).map((wide) => groundOn(towards(wide, thin))),
        ),
      );

  const arcsAt = (rangeM: number): Spot3[][] =>
    isRound
      ? [0, Math.PI / 2].map((turn) =>
          spread(-halfRad, halfRad, RIM).map((off) => along(round(off, turn), rangeM)),
        )
      : fans.map(({ fromRad, toRad, towards }) =>
          spread(fromRad, toRad, RIM).map((wide) => along(towards(wide, 0), rangeM)),
        );

  const motions = targetMotions(targets);
  const things = targets.flatMap((target, i): SpaceThing[] => {
    const moved = movedFrom(
      target,
      motions[i],
      pose.timeS,
      pose,
      bedAt(target.xM - pose.xM, target.yM - pose.yM),
    );
    const [dx, dy, dz] = moved ? [moved.eastM, moved.northM, moved.downM] : [0, 0, 0];
    const east = target.xM + dx - pose.xM;
    const north = target.yM + dy - pose.yM;
    if (Math.hypot(east, north) > 1.3 * reachM) return [];
    const swims = target.kind === 'fish' || target.kind === 'lure';
    const downM = 'depthM' in target ? target.depthM + dz : bedAt(east, north);
    const away = [dx - pose.xM, dy - pose.yM, dz];
    const points = swims
      ? new Float32Array(0)
      : shapeOf(target, bottom, sounder.frequencyHz).map((value, k) => value + away[k % 3]);
    return [
      {
        ...{ target, label: labelOf(target), at: [east, north, downM], points },
        bodyM: target.kind === 'fish' ? target.lengthM : target.kind === 'lure' ? LURE_M : null,
      },
    ];
  });

  return {
    headingRad: pose.headingRad,
    relief: { fromM: -reachM, stepM, nodes: NODES, depthsM },
    ...{ apex, beams, lit, things, arcsAt },
  };
}

/** A lure is too small to be found; drawn so long. */
const LURE_M = 0.15;

/** East, north and down of the water's own zero, one after the other; made once for each thing. */
const shapes = new WeakMap<Target, { bottom: Bottom; points: Float32Array }>();

/** What returns sound of a thing, thinned out evenly. */
function shapeOf(target: Target, bottom: Bottom, frequencyHz: number): Float32Array {
  const known = shapes.get(target);
  if (known?.bottom === bottom) return known.points;
  const medium = {
    frequencyHz,
    soundSpeedMps: SOUND_MPS,
    bottomDepthAtM: (xM: number, yM: number) => depthAtM(bottom, xM, yM),
  };
  const all = scatterTarget(target, medium, randomSource(hashText(target.id)));
  const step = Math.max(1, Math.ceil(all.length / MOST_POINTS));
  const kept = all.filter((_, i) => i % step === 0);
  const points = Float32Array.from(kept.flatMap(({ xM, yM, depthM }) => [xM, yM, depthM]));
  shapes.set(target, { bottom, points });
  return points;
}
