/**
 * Side fans: thin along the track, tall across it, one to each side. The picture's scale is slant range;
 * shadows come from the running horizon of the terrain and from all that stands or hangs in the water.
 *
 * Neglected: what one side hears of the other, refraction (see docs/physics.md).
 */
import { builtLinePattern, lineLengthWavelengths } from '../transducer';
import { degToRad } from '../units/angle';
import { createFanSounding, type FanRow } from './fanSounding';
import { acrossTable, ANGLE_LIMIT_RAD } from './fanAngles';
import type { Sounding } from './instrument';
import type { Rig } from './rig';
import type { Scene } from './scene';
import type { SideFansSounder } from './sounder';

export function createSideFansSounding(scene: Scene, sounder: SideFansSounder, rig: Rig): Sounding {
  const acrossWavelengths = lineLengthWavelengths(sounder.acrossBeamwidthDeg);
  const pattern = (sinAngle: number) => builtLinePattern(acrossWavelengths, sinAngle);
  const axisRad = degToRad(90 - sounder.depressionDeg);
  const toStarboard = acrossTable(axisRad, pattern);
  const toPort = acrossTable(-axisRad, pattern);
  const half = toStarboard.length / 2;
  const sides: FanRow[] = [
    { name: 'port', fromRad: -ANGLE_LIMIT_RAD, toRad: 0 },
    { name: 'starboard', fromRad: 0, toRad: ANGLE_LIMIT_RAD },
  ];
  return createFanSounding(scene, sounder, rig, {
    instrument: 'sideFans',
    rows: sides.filter(({ name }) => sounder.sides === 'both' || sounder.sides === name),
    across: toStarboard.map((starboard, i) => (i < half ? toPort[i] : starboard)),
    acrossWavelengths,
    looksDown: false,
  });
}
