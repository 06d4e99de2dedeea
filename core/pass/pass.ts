/**
 * The path of a boat over a water. A run is replayable: position and motion at any ping follow from
 * the route, the changes of speed and the clock alone.
 */
import { atan2, cos, hypot, sin, tan } from '../numeric';
import { z } from 'zod';
import { smoothNoise } from '../random';
import { degToRad } from '../units/angle';
import { anchoredPose, holdingSchema } from './holding';

const DEFAULT_SPEED_MPS = 1.5;

/** Instrument, range and overlap that lanes were spaced by. */
export const sweepSchema = z.object({
  instrument: z.enum(['cone', 'downFan', 'sideFans']),
  /** Slant range a side; for cone and down fan the depth that is watched. */
  rangeM: z.number().min(1).max(200),
  /** Full angle across the track of cone and down fan. */
  acrossDeg: z.number().min(5).max(90),
  /** Share of a lane's width that the next one sees again. */
  overlapShare: z.number().min(0).max(0.8),
});
export type Sweep = z.infer<typeof sweepSchema>;

export const passPlanSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().min(1).max(80),
  hint: z.string().max(240).default(''),
  routeM: z
    .array(z.object({ x: z.number(), y: z.number() }))
    .min(2)
    .max(500),
  speedMps: z.number().min(0).max(5).default(DEFAULT_SPEED_MPS),
  holding: holdingSchema.default({ kind: 'sail' }),
  /** What the pass was planned to see with; null when it was only drawn. */
  sweep: sweepSchema.nullable().default(null),
});
export type PassPlan = z.infer<typeof passPlanSchema>;

const DEFAULT_TURN_RADIUS_M = 8;

export const BOAT_SPEED_LIMITS_MPS = { min: 0, max: 5 } as const;

const speedChangeSchema = z.object({
  fromTimeS: z.number().min(0).max(1e6),
  speedMps: z.number().min(BOAT_SPEED_LIMITS_MPS.min).max(BOAT_SPEED_LIMITS_MPS.max),
});

export const passRunSchema = z.object({
  planId: z.string().min(1).max(64),
  routeM: passPlanSchema.shape.routeM,
  /** In order of time; the first is at 0. */
  speedChanges: z.array(speedChangeSchema).min(1).max(5000),
  /** Root-mean-square heave, m, roll and pitch, degrees, of the boat in the waves. */
  heaveM: z.number().min(0).max(1).default(0),
  rollDeg: z.number().min(0).max(20).default(0),
  pitchDeg: z.number().min(0).max(20).default(0),
  /** Corners of the route are sailed as arcs of this radius, where the legs are long enough. */
  turnRadiusM: z.number().min(1).max(200).default(DEFAULT_TURN_RADIUS_M),
  /** Sailing the route, or what holds the boat instead. */
  holding: holdingSchema.default({ kind: 'sail' }),
  seed: z.int().default(1),
});
export type PassRun = z.infer<typeof passRunSchema>;

export interface Pose {
  timeS: number;
  /** Distance made good along the route, m. */
  alongM: number;
  xM: number;
  yM: number;
  headingRad: number;
  speedMps: number;
  /** Upward, m. */
  heaveM: number;
  /** Starboard down, rad. */
  rollRad: number;
  /** Bow up, rad. */
  pitchRad: number;
  /** The end of the route has been reached. */
  ended: boolean;
}

/** One stretch of a path: a straight, or an arc with `curvature` 1/m, positive to starboard. */
export interface Stretch {
  /** Index in the route of the point at which its leg begins. */
  fromPoint: number;
  startM: number;
  lengthM: number;
  x: number;
  y: number;
  headingRad: number;
  curvature: number;
}

/** Turns sharper than this are made on the spot. */
export const ABOUT_TURN_RAD = 3;
/** An arc takes up to this share of the shorter leg beside it. */
export const ARC_SHARE = 0.45;

export const wrapRad = (angleRad: number) =>
  angleRad - 2 * Math.PI * Math.floor((angleRad + Math.PI) / (2 * Math.PI));

/** A route with its corners rounded. */
function sailedPath(routeM: PassPlan['routeM'], turnRadiusM: number): Stretch[] {
  const legs = routeM.slice(1).flatMap((to, i) => {
    const from = routeM[i];
    const lengthM = hypot(to.x - from.x, to.y - from.y);
    const headingRad = atan2(to.x - from.x, to.y - from.y);
    return lengthM > 0 ? [{ fromPoint: i, from, lengthM, headingRad }] : [];
  });
  // A boat that stays where it is heads north.
  if (legs.length === 0) legs.push({ fromPoint: 0, from: routeM[0], lengthM: 0, headingRad: 0 });
  const path: Stretch[] = [];
  let startM = 0;
  let cutBeforeM = 0;
  const add = (stretch: Omit<Stretch, 'startM'>) => {
    path.push({ ...stretch, startM });
    startM += stretch.lengthM;
  };
  legs.forEach((leg, i) => {
    const next = legs[i + 1];
    const turnRad = next ? wrapRad(next.headingRad - leg.headingRad) : 0;
    const isArc = next && Math.abs(turnRad) > 0.01 && Math.abs(turnRad) < ABOUT_TURN_RAD;
    const halfTan = isArc ? tan(Math.abs(turnRad) / 2) : 0;
    const cutAfterM = isArc
      ? Math.min(turnRadiusM * halfTan, ARC_SHARE * Math.min(leg.lengthM, next.lengthM))
      : 0;
    const east = sin(leg.headingRad);
    const north = cos(leg.headingRad);
    add({
      fromPoint: leg.fromPoint,
      lengthM: leg.lengthM - cutBeforeM - cutAfterM,
      x: leg.from.x + cutBeforeM * east,
      y: leg.from.y + cutBeforeM * north,
      headingRad: leg.headingRad,
      curvature: 0,
    });
    if (isArc && cutAfterM > 0) {
      const radiusM = cutAfterM / halfTan;
      add({
        fromPoint: leg.fromPoint,
        lengthM: radiusM * Math.abs(turnRad),
        x: leg.from.x + (leg.lengthM - cutAfterM) * east,
        y: leg.from.y + (leg.lengthM - cutAfterM) * north,
        headingRad: leg.headingRad,
        curvature: Math.sign(turnRad) / radiusM,
      });
    }
    cutBeforeM = cutAfterM;
  });
  return path;
}

const paths = new WeakMap<PassPlan['routeM'], { turnRadiusM: number; path: Stretch[] }>();

/** The route as it is sailed: straights and arcs, in order. */
export function pathOf(routeM: PassPlan['routeM'], turnRadiusM: number): Stretch[] {
  let known = paths.get(routeM);
  if (known?.turnRadiusM !== turnRadiusM) {
    paths.set(routeM, (known = { turnRadiusM, path: sailedPath(routeM, turnRadiusM) }));
  }
  return known.path;
}

/** Length sailed along a route, corners rounded, m. */
export function routeLengthM(
  routeM: PassPlan['routeM'],
  turnRadiusM = DEFAULT_TURN_RADIUS_M,
): number {
  const last = pathOf(routeM, turnRadiusM).at(-1)!;
  return last.startM + last.lengthM;
}

/** Seconds that a pass takes at its planned speed; 0 for one that never gets anywhere. */
export function passDurationS(plan: Pick<PassPlan, 'routeM' | 'speedMps' | 'holding'>): number {
  const { holding } = plan;
  if (holding.kind === 'anchor' || holding.kind === 'hole') return holding.forS;
  return plan.speedMps > 0 ? routeLengthM(plan.routeM) / plan.speedMps : 0;
}

/** Distance made good by a time, m, ignoring where the route ends. */
function distanceAtM(run: PassRun, timeS: number): number {
  let distanceM = 0;
  for (let i = 0; i < run.speedChanges.length; i++) {
    const { fromTimeS, speedMps } = run.speedChanges[i];
    if (fromTimeS >= timeS) break;
    const untilS = Math.min(timeS, run.speedChanges[i + 1]?.fromTimeS ?? Infinity);
    distanceM += speedMps * (untilS - fromTimeS);
  }
  return distanceM;
}

function speedAtMps(run: PassRun, timeS: number): number {
  let speedMps = run.speedChanges[0].speedMps;
  for (const change of run.speedChanges) {
    if (change.fromTimeS > timeS) break;
    speedMps = change.speedMps;
  }
  return speedMps;
}

/** The run with a new speed from a time on; whatever was planned after that time is dropped. */
export function withSpeedFrom(run: PassRun, fromTimeS: number, speedMps: number): PassRun {
  const earlier = run.speedChanges.filter((change) => change.fromTimeS < fromTimeS);
  return { ...run, speedChanges: [...earlier, { fromTimeS, speedMps }] };
}

const HEAVE_PERIOD_S = 2.6;
const ROLL_PERIOD_S = 3.3;
const PITCH_PERIOD_S = 2.9;

/** √ of (1 + 0.6²)/2 and of the mean square of the group envelope: brings the sum to unit r.m.s. */
const SWELL_NORM = 1 / (0.825 * 0.83);

/** Two sinusoids and slow noise, so that waves come in groups and never repeat; unit r.m.s., nearly. */
function swell(seed: number, timeS: number, periodS: number): number {
  const phase = (2 * Math.PI * timeS) / periodS;
  const group = 0.8 + 0.5 * smoothNoise(seed, timeS / (4 * periodS));
  return SWELL_NORM * group * (sin(phase) + 0.6 * sin(1.37 * phase + 1.1));
}

/** Where the boat is, how it lies and moves, `timeS` after the start of its pass. */
export function poseAt(run: PassRun, timeS: number): Pose {
  const motion = (rms: number, seed: number, periodS: number) =>
    rms === 0 ? 0 : rms * swell(run.seed + seed, timeS, periodS);
  return {
    timeS,
    ...(run.holding.kind === 'anchor' || run.holding.kind === 'hole'
      ? anchoredPose(
          run.holding,
          run.routeM[0],
          timeS,
          run.holding.kind === 'hole' ? pathOf(run.routeM, run.turnRadiusM)[0].headingRad : 0,
        )
      : sailedPose(run, timeS)),
    heaveM: motion(run.heaveM, 0, HEAVE_PERIOD_S),
    rollRad: motion(degToRad(run.rollDeg), 1, ROLL_PERIOD_S),
    pitchRad: motion(degToRad(run.pitchDeg), 2, PITCH_PERIOD_S),
  };
}

function sailedPose(run: PassRun, timeS: number) {
  const distanceM = distanceAtM(run, timeS);
  const path = pathOf(run.routeM, run.turnRadiusM);
  const last = path[path.length - 1];
  const lengthM = last.startM + last.lengthM;
  const ended = distanceM >= lengthM;
  const alongM = Math.min(distanceM, lengthM);
  let stretch = path[0];
  for (let i = 1; i < path.length && path[i].startM <= alongM; i++) stretch = path[i];
  const inM = alongM - stretch.startM;
  const { x, y, headingRad, curvature } = stretch;
  const turned = curvature * inM;
  // Chord of an arc: as long as the arc times sin(½φ)/½φ, half-way between its ends in direction.
  const chordM = curvature === 0 ? inM : (2 / curvature) * sin(turned / 2);
  const chordRad = headingRad + turned / 2;
  return {
    alongM,
    xM: x + chordM * sin(chordRad),
    yM: y + chordM * cos(chordRad),
    headingRad:
      run.holding.kind === 'drift'
        ? wrapRad(degToRad(run.holding.headingDeg))
        : wrapRad(headingRad + turned),
    speedMps: ended ? 0 : speedAtMps(run, timeS),
    ended,
  };
}
