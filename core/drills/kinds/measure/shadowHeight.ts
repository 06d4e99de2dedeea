import { heightFromShadowM, shadowOf } from '../../../reading';
import { hangs, plainReading, type QuantityRule, runsOff, SHADOW_RUNS_OFF } from './quantity';

export const shadowHeight: QuantityRule = {
  ask: 'How high does the framed thing stand? Use its shadow.',
  help: 'Near edge of the echo, end of the shadow, depth under the boat.',
  told: [],
  whyOff: 'the sum takes the ground as level; a ragged top throws a ragged shadow',
  skill: 'shadows',
  hardness: 0.8,
  on: ['abeam'],
  standing: true,
  of: (label) => !hangs(label) && label !== 'bait',
  read(look) {
    const { region, screen, stepM, n } = look;
    const shadow = region && shadowOf(region, screen);
    if (!shadow?.touches) return null;
    const { altitudeM, nearM, fromM, endM } = shadow;
    const valueM = heightFromShadowM(altitudeM, nearM, endM);
    return {
      ...plainReading(look),
      perRangeM:
        Math.abs(heightFromShadowM(altitudeM, nearM - stepM, endM) - valueM) +
        Math.abs(heightFromShadowM(altitudeM, nearM, endM + stepM) - valueM),
      valueM,
      formula: `h (R end − R near) / R end = ${n(altitudeM)} × (${n(endM)} − ${n(nearM)}) / ${n(endM)}`,
      slips: [
        {
          valueM: heightFromShadowM(altitudeM, fromM, endM),
          text: 'that takes the shadow from its start, not from the near edge of the echo',
        },
        { valueM: endM - nearM, text: 'that is the length of the shadow itself' },
      ],
    };
  },
  open: ({ region, screen }) => (region && runsOff(region, screen) ? SHADOW_RUNS_OFF : null),
  known: (target, _, readM) => ('heightM' in target ? target.heightM : readM),
};
