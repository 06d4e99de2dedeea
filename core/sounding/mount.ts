import { cos, sin } from '../numeric';
import type { Pose } from '../pass';
import { degToRad } from '../units/angle';
import type { Rig } from './rig';

/** Where the transducer is and how it leans at a ping. Directions are unit vectors east, north, down. */
export interface Mount {
  xM: number;
  yM: number;
  depthM: number;
  /** In the transducer's own frame: along the bow, to starboard, and its axis. */
  forward: [number, number, number];
  starboard: [number, number, number];
  down: [number, number, number];
}

/**
 * @param tiltDeg of the transducer in its mount, forward positive
 * @param bearingDeg to which it is turned from the bow, clockwise
 */
export function mountAt(pose: Pose, rig: Rig, tiltDeg: number, bearingDeg = 0): Mount {
  const bow = [sin(pose.headingRad), cos(pose.headingRad)];
  const right = [cos(pose.headingRad), -sin(pose.headingRad)];
  const xM = pose.xM + rig.forwardM * bow[0] + rig.starboardM * right[0];
  const yM = pose.yM + rig.forwardM * bow[1] + rig.starboardM * right[1];
  // Off the boat's middle, pitch and roll lift and lower it: bow up lifts what sits forward.
  const depthM =
    rig.draftM -
    pose.heaveM -
    rig.forwardM * sin(pose.pitchRad) +
    rig.starboardM * sin(pose.rollRad);

  const headingRad = pose.headingRad + degToRad(bearingDeg);
  const f = [sin(headingRad), cos(headingRad)];
  const s = [cos(headingRad), -sin(headingRad)];
  // The axis leans forward with mount and bow-up pitch, and to port when starboard goes down.
  const tilt = degToRad(rig.tiltDeg + tiltDeg) + pose.pitchRad;
  const roll = degToRad(rig.rollDeg) + pose.rollRad;
  const [ct, st, cr, sr] = [cos(tilt), sin(tilt), cos(roll), sin(roll)];
  // Pitch about the athwart axis, then roll about the fore-and-aft one.
  const starboard: Mount['starboard'] = [s[0] * cr, s[1] * cr, sr];
  const level: Mount['down'] = [-s[0] * sr, -s[1] * sr, cr];
  return {
    xM,
    yM,
    depthM,
    starboard,
    forward: [f[0] * ct - level[0] * st, f[1] * ct - level[1] * st, -level[2] * st],
    down: [level[0] * ct + f[0] * st, level[1] * ct + f[1] * st, level[2] * ct],
  };
}
