import { deadZoneM } from '../../../reading';
import { formatNumber } from '../../../units';
import { LEVEL_GROUND, plainReading, type QuantityRule } from './quantity';

export const deadZone: QuantityRule = {
  ask: 'How far over the bottom must a fish at the beam’s edge be to show, under the boat now? Take the ground as level.',
  help: 'Depth, the angle of the beam, and one range cell.',
  told: ['beam', 'rangeCell'],
  whyOff: LEVEL_GROUND,
  skill: 'nearBottom',
  hardness: 1.4,
  on: ['along'],
  standing: false,
  of: null,
  read(look) {
    const { altitudeM, acrossDeg, n } = look;
    const { rangeCellM } = look.screen.info.channels[0];
    return {
      ...plainReading(look),
      valueM: deadZoneM(altitudeM, acrossDeg, rangeCellM),
      formula: `d (1 − cos θ/2) + cell = ${n(altitudeM)} × (1 − cos ${formatNumber(acrossDeg / 2, 1)}°) + ${n(rangeCellM)}`,
    };
  },
};
