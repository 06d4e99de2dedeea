import { heightOffBottomM, shadowOf } from '../../../reading';
import { LEVEL_GROUND, plainReading, type QuantityRule } from './quantity';

export const shadowGap: QuantityRule = {
  ask: 'How high over the bottom does the framed fish hang? Use its shadow.',
  help: 'Range of the fish, range where its shadow begins, depth under the boat.',
  told: [],
  whyOff: LEVEL_GROUND,
  skill: 'shadows',
  hardness: 1,
  on: ['abeam'],
  standing: true,
  of: (label) => label === 'fish',
  read(look) {
    const { region, screen, stepM, n } = look;
    const shadow = region && shadowOf(region, screen);
    if (!shadow || shadow.touches) return null;
    const { altitudeM, thingM, fromM } = shadow;
    const valueM = heightOffBottomM(altitudeM, thingM, fromM);
    return {
      ...plainReading(look),
      perRangeM:
        Math.abs(heightOffBottomM(altitudeM, thingM - stepM, fromM) - valueM) +
        Math.abs(heightOffBottomM(altitudeM, thingM, fromM + stepM) - valueM),
      valueM,
      formula: `h (1 − R fish / R shadow) = ${n(altitudeM)} × (1 − ${n(thingM)} / ${n(fromM)})`,
      slips: [{ valueM: fromM - thingM, text: 'that is the gap on the picture' }],
    };
  },
  open({ rangeM, altitudeM }) {
    if (rangeM >= altitudeM) return null;
    return 'It lies in the dark middle, nearer than the bottom: its shadow does not fall on what is shown beside it. Pass farther off, so that there is ground behind it.';
  },
  known: (_, at, readM) => at.overBottomM ?? readM,
};
