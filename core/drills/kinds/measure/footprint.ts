import { footprintM } from '../../../reading';
import { formatNumber } from '../../../units';
import { LEVEL_GROUND, plainReading, type QuantityRule } from './quantity';

export const footprint: QuantityRule = {
  ask: 'How wide is the beam at the bottom, under the boat now? Take the ground as level.',
  help: 'Depth and the angle of the beam.',
  told: ['beam'],
  whyOff: LEVEL_GROUND,
  skill: 'frequency',
  hardness: 0.2,
  on: ['along'],
  standing: true,
  of: null,
  read(look) {
    const { rangeM, stepM, acrossDeg, n } = look;
    const valueM = footprintM(rangeM, acrossDeg);
    return {
      ...plainReading(look),
      perRangeM: footprintM(rangeM + stepM, acrossDeg) - valueM,
      valueM,
      formula: `2 d tan(θ/2) = 2 × ${n(rangeM)} × tan ${formatNumber(acrossDeg / 2, 1)}°`,
      slips: [
        {
          valueM: valueM / 2,
          text: 'that is from the middle to the edge: the footprint is twice as wide',
        },
        {
          valueM: footprintM(rangeM, 2 * acrossDeg),
          text: 'that takes the whole angle where half of it belongs',
        },
      ],
    };
  },
};
