/** A lure that a hand moves: its record so far is kept, so that what was heard stays as it was. */
import type { Motion } from './motion';
import type { Target } from './kinds';

export type Lure = Extract<Target, { kind: 'lure' }>;

/** What it did by itself before the hand took over is kept so long. */
const KEPT_S = 90;
const STEP_S = 0.25;
/** The schema holds 2000 points. */
const MOST_POINTS = 1900;
const LEAST_DEPTH_M = 0.2;
const OFF_BOTTOM_M = 0.05;

/** One lift of the hand: how high, how quickly, and until it has sunk again. */
const LIFT_M = 0.4;
const LIFT_S = 0.35;
const SUNK_S = 1.4;

/** Depth of a lure at a time, by its own motion. */
const depthAtM = (lure: Lure, motion: Motion | null, timeS: number) =>
  Math.max(0.1, lure.depthM + (motion?.(timeS).downM ?? 0));

/** The lure as it has moved up to a time, from then on where the hand holds it. */
export function lureTaken(lure: Lure, motion: Motion | null, timeS: number): Lure {
  const fromS = Math.max(0, timeS - KEPT_S);
  const track = Array.from({ length: Math.ceil((timeS - fromS) / STEP_S) + 1 }, (_, i) => {
    const at = Math.min(timeS, fromS + i * STEP_S);
    return { timeS: at, depthM: depthAtM(lure, motion, at) };
  });
  return { ...lure, track };
}

/** Where the hand holds a lure: the depth its record ends at, m. */
export const heldDepthM = (lure: Lure) => lure.track.at(-1)?.depthM ?? lure.depthM;

const before = (lure: Lure, timeS: number) =>
  lure.track.filter((point) => point.timeS < timeS).slice(-MOST_POINTS);

/** Brought from where it is held to a depth, within so many seconds; never through the bottom. */
export function lureMoved(
  lure: Lure,
  timeS: number,
  depthM: number,
  bottomM: number,
  withinS: number,
): Lure {
  const wantedM = Math.min(bottomM - OFF_BOTTOM_M, Math.max(LEAST_DEPTH_M, depthM));
  const from = { timeS, depthM: heldDepthM(lure) };
  const to = { timeS: timeS + withinS, depthM: wantedM };
  return { ...lure, track: [...before(lure, timeS), from, to] };
}

/** Lifted once and let sink to where it was. */
export function lureJigged(lure: Lure, timeS: number): Lure {
  const depthM = heldDepthM(lure);
  const top = Math.max(LEAST_DEPTH_M, depthM - LIFT_M);
  return {
    ...lure,
    track: [
      ...before(lure, timeS),
      { timeS, depthM },
      { timeS: timeS + LIFT_S, depthM: top },
      { timeS: timeS + SUNK_S, depthM },
    ],
  };
}
