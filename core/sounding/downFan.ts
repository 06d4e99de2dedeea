/**
 * The down fan: thin along the track, wide across it, straight down. Fine along the track, so a fish is
 * a dash and a tree has branches; what lies at the same range to either side falls into the same cell.
 */
import { builtLinePattern, lineLengthWavelengths } from '../transducer';
import { createFanSounding } from './fanSounding';
import { acrossTable, ANGLE_LIMIT_RAD } from './fanAngles';
import type { Sounding } from './instrument';
import type { Rig } from './rig';
import type { Scene } from './scene';
import type { DownFanSounder } from './sounder';

export function createDownFanSounding(scene: Scene, sounder: DownFanSounder, rig: Rig): Sounding {
  const acrossWavelengths = lineLengthWavelengths(sounder.acrossBeamwidthDeg);
  return createFanSounding(scene, sounder, rig, {
    instrument: 'downFan',
    rows: [{ name: 'down', fromRad: -ANGLE_LIMIT_RAD, toRad: ANGLE_LIMIT_RAD }],
    across: acrossTable(0, (sinAngle) => builtLinePattern(acrossWavelengths, sinAngle)),
    acrossWavelengths,
    looksDown: true,
  });
}
