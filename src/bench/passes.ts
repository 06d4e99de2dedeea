import {
  passDurationS,
  type PassPlan,
  type PassRun,
  passRunSchema,
  type Pose,
  routeLengthM,
} from '@core/pass';
import type { WaterContent } from '@core/waters';
import { boatMotion } from '@core/water';

/** Paces of the clock, times the water's. */
export const RATES = [0.25, 0.5, 1, 2, 4, 8] as const;
/** A pass opens this far along, so that the first screen already shows something. */
export const OPENING_TIME_S = 38;

export function newPass(water: WaterContent, plan: PassPlan, speedMps: number): PassRun {
  return passRunSchema.parse({
    planId: plan.id,
    routeM: plan.routeM,
    speedChanges: [{ fromTimeS: 0, speedMps }],
    holding: plan.holding,
    ...boatMotion(water.conditions),
    seed: water.scene.seed,
  });
}

/** A boat that holds its place has no way to go, only time to stay. */
export const staysPut = ({ holding }: Pick<PassRun, 'holding'>) =>
  holding.kind === 'anchor' || holding.kind === 'hole';

/** How far a run is at a time: along its route, or through the time that it stays. */
export function passProgress(pass: PassRun, pose: Pose) {
  const lengthM = routeLengthM(pass.routeM, pass.turnRadiusM);
  const speedMps = pass.speedChanges.at(-1)!.speedMps;
  const durationS = staysPut(pass) ? passDurationS({ ...pass, speedMps }) : 0;
  const share = durationS > 0 ? pose.timeS / durationS : pose.alongM / lengthM;
  return { alongM: pose.alongM, lengthM, durationS, share: Math.min(1, share) };
}
