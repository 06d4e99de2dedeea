/**
 * The water around the boat as a drawing shows it: in section along a vertical plane and from above, at
 * true angles. Plain geometry; what is drawn with it lies in the interface.
 */
import { type Bottom } from '../bottom';
import { sectionAlong } from '../chart';
import type { Pose } from '../pass';
import { mountAt } from '../sounding/mount';
import type { Rig, Sounder } from '../sounding';
import { degToRad } from '../units';
import { labelOf, movedFrom, type ReadingLabel, type Target, targetMotions } from '../targets';

/** A thing on the drawing. */
export interface CutawayThing {
  target: Target;
  label: ReadingLabel;
  /** In the plane of the section from the boat, its direction positive, and square to it, m. */
  outM: number;
  asideM: number;
  /** From the boat over the ground, east and north, m. */
  eastM: number;
  northM: number;
  depthM: number;
  /** How high it stands over its depth, and half its width, m. */
  heightM: number;
  radiusM: number;
}

/** A beam in the plane: its axis and half angle from straight down, the plane's direction positive, rad. */
interface CutawayBeam {
  axisRad: number;
  halfRad: number;
}

export interface Cutaway {
  /** Direction of the plane, rad clockwise from north. */
  planeRad: number;
  /** What its positive side is called. */
  isAcross: boolean;
  mountOutM: number;
  mountDepthM: number;
  beams: CutawayBeam[];
  /** Bottom along the plane. */
  bed: { outM: number; depthM: number }[];
  things: CutawayThing[];
  /** Half width of the footprint under the boat in the plane and square to it, m. */
  footprint: { alongM: number; acrossM: number };
}

const BED_POINTS = 120;
/** A thin fan is drawn at least this wide, so that it can be seen. */
const LEAST_HALF_RAD = degToRad(0.6);

/** The side fans look to both sides; the sector where its mount points; all others along the track. */
function planeOf(sounder: Sounder, headingRad: number): { planeRad: number; isAcross: boolean } {
  if (sounder.instrument === 'sideFans') {
    return { planeRad: headingRad + Math.PI / 2, isAcross: true };
  }
  const bearing = sounder.instrument === 'sector' ? degToRad(sounder.bearingDeg) : 0;
  return { planeRad: headingRad + bearing, isAcross: false };
}

function beamsOf(sounder: Sounder, leanRad: number): CutawayBeam[] {
  const half = (deg: number) => Math.max(LEAST_HALF_RAD, degToRad(deg) / 2);
  switch (sounder.instrument) {
    case 'cone':
    case 'column':
      return [sounder.beamwidthDeg, ...(sounder.second ? [sounder.second.beamwidthDeg] : [])].map(
        (deg) => ({ axisRad: leanRad, halfRad: half(deg) }),
      );
    case 'downFan':
      return [{ axisRad: leanRad, halfRad: half(sounder.beamwidthDeg) }];
    case 'sideFans': {
      const out = degToRad(90 - sounder.depressionDeg);
      const halfRad = half(sounder.acrossBeamwidthDeg);
      return [
        { axisRad: leanRad + out, halfRad },
        { axisRad: leanRad - out, halfRad },
      ];
    }
    case 'sector':
      return [{ axisRad: leanRad + degToRad(sounder.aimDeg), halfRad: half(sounder.spanDeg) }];
  }
}

/** How high a thing stands over its depth, m. */
function heightOfM(target: Target): number {
  if ('heightM' in target) return target.heightM;
  if ('depthM' in target) return 0;
  return 'radiusM' in target ? Math.min(target.radiusM, 1.5) : 0.3;
}

/** Half of what it takes up along a direction, m: a long thing seen from its end is short. */
function halfWidthM(target: Target, planeRad: number): number {
  if ('lengthM' in target && target.kind !== 'fish' && target.kind !== 'lure') {
    const aslant = 'headingDeg' in target ? degToRad(target.headingDeg) - planeRad : 0;
    const thickM = 'widthM' in target ? target.widthM : 0.6;
    return (Math.abs(Math.cos(aslant)) * target.lengthM + Math.abs(Math.sin(aslant)) * thickM) / 2;
  }
  if ('radiusM' in target) return target.radiusM;
  return 'lengthM' in target ? target.lengthM / 2 : 0.4;
}

export interface CutawayInput {
  bottom: Bottom;
  targets: readonly Target[];
  sounder: Sounder;
  rig: Rig;
  pose: Pose;
  /** How far to each side the section goes, m. */
  reachM: number;
}

export function cutaway(input: CutawayInput): Cutaway {
  const { bottom, targets, sounder, rig, pose, reachM } = input;
  const { planeRad, isAcross } = planeOf(sounder, pose.headingRad);
  const east = Math.sin(planeRad);
  const north = Math.cos(planeRad);
  const at = (outM: number) => ({ x: pose.xM + outM * east, y: pose.yM + outM * north });
  const bearingDeg = sounder.instrument === 'sector' ? sounder.bearingDeg : 0;
  const mount = mountAt(pose, rig, sounder.tiltDeg, bearingDeg);
  // The axis as it leans in this plane; starboard is the plane's way across the boat.
  const leanRad = Math.atan2(mount.down[0] * east + mount.down[1] * north, mount.down[2]);
  const motions = targetMotions(targets);
  const bed = sectionAlong(bottom, at(-reachM), at(reachM), BED_POINTS).map(
    ({ alongM, depthM }) => ({ outM: alongM - reachM, depthM }),
  );
  const bedAt = (outM: number) => {
    const i = Math.round(((outM + reachM) / (2 * reachM)) * (BED_POINTS - 1));
    return bed[Math.min(BED_POINTS - 1, Math.max(0, i))].depthM;
  };
  const things = targets.flatMap((target, index): CutawayThing[] => {
    const radiusM = halfWidthM(target, planeRad);
    if (Math.hypot(target.xM - pose.xM, target.yM - pose.yM) > reachM + radiusM + 40) return [];
    const moved = movedFrom(target, motions[index], pose.timeS, pose, bedAt(0));
    const eastM = target.xM + (moved?.eastM ?? 0) - pose.xM;
    const northM = target.yM + (moved?.northM ?? 0) - pose.yM;
    if (Math.hypot(eastM, northM) > reachM + radiusM) return [];
    const outM = eastM * east + northM * north;
    const asideM = eastM * north - northM * east;
    const heightM = heightOfM(target);
    const depthM = 'depthM' in target ? target.depthM + (moved?.downM ?? 0) : bedAt(outM) - heightM;
    return [
      { target, label: labelOf(target), outM, asideM, eastM, northM, depthM, heightM, radiusM },
    ];
  });
  const altitudeM = Math.max(0.1, bedAt(0) - mount.depthM);
  const reach = (deg: number) => altitudeM * Math.tan(Math.min(1.4, degToRad(deg) / 2));
  const acrossDeg =
    'acrossBeamwidthDeg' in sounder ? sounder.acrossBeamwidthDeg : sounder.beamwidthDeg;
  return {
    planeRad,
    isAcross,
    mountOutM: (mount.xM - pose.xM) * east + (mount.yM - pose.yM) * north,
    mountDepthM: mount.depthM,
    beams: beamsOf(sounder, leanRad),
    bed,
    things,
    footprint:
      sounder.instrument === 'sector'
        ? {
            alongM: altitudeM * Math.tan(Math.min(1.3, degToRad(sounder.spanDeg) / 2)),
            acrossM: reach(acrossDeg),
          }
        : sounder.instrument === 'sideFans'
          ? { alongM: Math.max(0.2, reach(sounder.beamwidthDeg)), acrossM: sounder.rangeM }
          : { alongM: reach(sounder.beamwidthDeg), acrossM: reach(acrossDeg) },
  };
}
