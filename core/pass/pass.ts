/**
 * The path of a boat over a water. A run is replayable: position and motion at any ping follow from
 * the route, the changes of speed and the clock alone.
 */
import { z } from 'zod';
import { smoothNoise } from '../random';
import { degToRad } from '../units/angle';

export const passPlanSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().min(1).max(80),
  hint: z.string().max(240).default(''),
  routeM: z
    .array(z.object({ x: z.number(), y: z.number() }))
    .min(2)
    .max(500),
});
export type PassPlan = z.infer<typeof passPlanSchema>;

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
  /** Root-mean-square heave, m, and roll, degrees, of the boat in the waves. */
  heaveM: z.number().min(0).max(1).default(0),
  rollDeg: z.number().min(0).max(20).default(0),
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
  /** The end of the route has been reached. */
  ended: boolean;
}

export function routeLengthM(routeM: PassPlan['routeM']): number {
  let lengthM = 0;
  for (let i = 1; i < routeM.length; i++) {
    lengthM += Math.hypot(routeM[i].x - routeM[i - 1].x, routeM[i].y - routeM[i - 1].y);
  }
  return lengthM;
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

/** √ of (1 + 0.6²)/2 and of the mean square of the group envelope: brings the sum to unit r.m.s. */
const SWELL_NORM = 1 / (0.825 * 0.83);

/** Two sinusoids and slow noise, so that waves come in groups and never repeat; unit r.m.s., nearly. */
function swell(seed: number, timeS: number, periodS: number): number {
  const phase = (2 * Math.PI * timeS) / periodS;
  const group = 0.8 + 0.5 * smoothNoise(seed, timeS / (4 * periodS));
  return SWELL_NORM * group * (Math.sin(phase) + 0.6 * Math.sin(1.37 * phase + 1.1));
}

export function poseAt(run: PassRun, timeS: number): Pose {
  const distanceM = distanceAtM(run, timeS);
  const { routeM } = run;
  let remainingM = distanceM;
  let leg = 1;
  let legM = Math.hypot(routeM[1].x - routeM[0].x, routeM[1].y - routeM[0].y);
  while (leg < routeM.length - 1 && remainingM > legM) {
    remainingM -= legM;
    leg++;
    legM = Math.hypot(routeM[leg].x - routeM[leg - 1].x, routeM[leg].y - routeM[leg - 1].y);
  }
  const from = routeM[leg - 1];
  const to = routeM[leg];
  const ended = remainingM >= legM;
  const share = legM > 0 ? Math.min(1, remainingM / legM) : 0;
  return {
    timeS,
    alongM: ended ? distanceM - (remainingM - legM) : distanceM,
    xM: from.x + share * (to.x - from.x),
    yM: from.y + share * (to.y - from.y),
    headingRad: Math.atan2(to.x - from.x, to.y - from.y),
    speedMps: ended ? 0 : speedAtMps(run, timeS),
    heaveM: run.heaveM === 0 ? 0 : run.heaveM * swell(run.seed, timeS, HEAVE_PERIOD_S),
    rollRad:
      run.rollDeg === 0 ? 0 : degToRad(run.rollDeg) * swell(run.seed + 1, timeS, ROLL_PERIOD_S),
    ended,
  };
}
